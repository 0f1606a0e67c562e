<script setup lang="ts">
// An effect in numbers.
import { computed } from "vue";
import type { Effect, Point, Target } from "../../api/types";
import { plainColour } from "../../canvas/paint/paint";
import { useDocument } from "../../stores/board/document";
import { useCatalogue } from "../../stores/display/catalogue";
import PaintRow from "./PaintRow.vue";
import { targetsOf } from "../../fields/targets";
import TypedField from "../../fields/TypedField.vue";
import { LABELS } from "./effects";

const props = defineProps<{
  effect: Effect;
  name: string;
  items: readonly string[];
  /** Which of them, in the order in which they are done. */
  index: number;
}>();
const emit = defineEmits<{ slide: [effect: Effect]; change: [effect: Effect]; remove: [] }>();
const doc = useDocument();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const label = computed(() => LABELS[props.effect.kind]);
const colour = computed(() => ("colour" in props.effect ? plainColour(props.effect.colour) : null));

const change = (part: Partial<Effect>): Effect => ({ ...props.effect, ...part }) as Effect;
const binds = (part: string): Target[] =>
  targetsOf(
    props.items,
    `style.finish.effects.${props.index}.${part}`,
    `finish.effects.${props.index}.${part}`,
  );
const falls = (by: Point): void => emit("change", change({ by }));
</script>

<template>
  <span class="label" title="Blur radius">{{ label }}</span>
  <TypedField
    :label="`${label} radius`"
    :value="effect.radius"
    :unit="unit"
    :binds="binds('radius')"
    @typed="(radius) => emit('change', change({ radius }))"
  />
  <button
    class="row-button remove"
    :aria-label="`${label}: remove`"
    title="Remove"
    @click="emit('remove')"
  >
    ✕
  </button>
  <template v-if="effect.kind === 'shadow'">
    <span class="label">Offset</span>
    <TypedField
      label="Shadow offset, horizontal"
      :value="effect.by[0]"
      :unit="unit"
      :binds="binds('by.x')"
      @typed="(v) => effect.kind === 'shadow' && falls([v, effect.by[1]])"
    />
    <TypedField
      label="Shadow offset, vertical"
      :value="effect.by[1]"
      :unit="unit"
      :binds="binds('by.y')"
      @typed="(v) => effect.kind === 'shadow' && falls([effect.by[0], v])"
    />
  </template>
  <template v-if="colour !== null && 'opacity' in effect">
    <span class="label">Colour</span>
    <PaintRow
      needed
      :label="`${label}`"
      :paint="colour"
      :name="name"
      @slide="(c) => emit('slide', change({ colour: c }))"
      @chosen="(c) => c && emit('change', change({ colour: c }))"
    />
    <span class="label">Opacity</span>
    <TypedField
      :label="`${label} opacity`"
      suffix="%"
      :value="effect.opacity * 100"
      :binds="binds('opacity')"
      @typed="(v) => emit('change', change({ opacity: v / 100 }))"
    />
    <span />
  </template>
</template>

<style scoped>
.remove {
  width: 26px;
  height: 26px;
  border-radius: 6px;
  text-align: center;
}
</style>
