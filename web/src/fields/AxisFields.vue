<script setup lang="ts">
// The line of a symmetry, or its centre, in numbers.
import { computed } from "vue";
import type { Pattern, Target } from "../api/types";
import { useDocument } from "../stores/board/document";
import { useCatalogue } from "../stores/display/catalogue";
import TypedField from "./TypedField.vue";

const props = defineProps<{
  pattern: Pattern;
  centre: readonly [number, number];
  angle: number;
  count: number;
  /** The symmetry that this is; without one it is still to be made. */
  item?: string;
}>();
const emit = defineEmits<{
  place: [centre: [number, number]];
  turn: [angle: number];
  count: [count: number];
}>();
const doc = useDocument();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const turned = computed(() => props.pattern !== "wheel");
const counted = computed(() => props.pattern !== "mirror");
const binds = (path: string): Target[] => (props.item ? [[props.item, path]] : []);
const whole = (value: number): number => Math.round(value);
</script>

<template>
  <template v-if="turned">
    <span class="label">Angle</span>
    <TypedField
      label="Axis angle"
      suffix="°"
      :value="angle"
      :binds="binds('angle')"
      @typed="(v) => emit('turn', v)"
    />
    <span class="ways">
      <button
        v-for="[to, word, icon] in [
          [90, 'Vertical', 'M8 2V14'],
          [0, 'Horizontal', 'M2 8H14'],
        ] as const"
        :key="to"
        class="row-button way"
        :class="{ active: angle === to }"
        :aria-label="word"
        :title="word"
        :aria-pressed="angle === to"
        @click="emit('turn', to)"
      >
        <svg viewBox="0 0 16 16" width="14" height="14" aria-hidden="true"><path :d="icon" /></svg>
      </button>
    </span>
  </template>
  <span class="label">{{ pattern === "mirror" ? "Through" : "Centre" }}</span>
  <TypedField
    label="Symmetry x"
    suffix="x"
    :value="centre[0]"
    :unit="unit"
    :binds="binds('centre.x')"
    @typed="(v) => emit('place', [v, centre[1]])"
  />
  <TypedField
    label="Symmetry y"
    suffix="y"
    :value="centre[1]"
    :unit="unit"
    :binds="binds('centre.y')"
    @typed="(v) => emit('place', [centre[0], v])"
  />
  <template v-if="counted">
    <span class="label">Count</span>
    <TypedField
      label="Copies around"
      :value="count"
      :binds="binds('count')"
      @typed="(v) => emit('count', whole(v))"
    />
    <span class="around">{{ pattern === "wheel" ? "around" : `${count} × 2 around` }}</span>
  </template>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 4px;
}
.way {
  display: grid;
  place-items: center;
  width: 30px;
  height: 26px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--raised);
}
.way svg {
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.8;
}
.active {
  border-color: var(--construction);
  color: var(--construction);
}
.around {
  color: var(--quiet);
}
</style>
