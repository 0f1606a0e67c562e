<script setup lang="ts">
// How a drawing is cut: the sheet in the cutter, the copies, the blade and what is weeded by.
import Checkbox from "primevue/checkbox";
import { computed } from "vue";
import type { CutLook, CutPlan } from "../../api/types";
import TypedField from "../../fields/TypedField.vue";
import { counted } from "../../lib/intl";
import { useCatalogue } from "../../stores/display/catalogue";

const props = defineProps<{ plan: CutPlan; look: CutLook | null }>();
const emit = defineEmits<{ set: [part: Partial<CutPlan>] }>();
type Numbers = Exclude<keyof CutPlan, "frames" | "marks" | "measured">;
const catalogue = useCatalogue();
const mm = computed(() => catalogue.unit("mm"));
/** Millimetres as the fields have lengths. */
const length = (key: Numbers): number => props.plan[key] * mm.value.size;
const put = (key: Numbers, value: number): void =>
  emit("set", { [key]: Math.round((value / mm.value.size) * 1e4) / 1e4 });

const BLADE: [Numbers, string][] = [
  ["blade", "Blade width"],
  ["overcut", "Overcut"],
  ["knife", "Knife offset"],
  ["tolerance", "Tolerance"],
];
const fits = computed(() => {
  const { room = 0, turned = false, sheets = 1, spread = false } = props.look ?? {};
  const wanted = props.plan.copies;
  const how = turned ? ", rotated 90°" : "";
  if (room === 0) return "";
  if (spread) return `Larger than the sheet: the parts take ${counted(sheets, "sheet")}.`;
  if (wanted <= room) return `${room} would fit on the sheet${how}.`;
  return `${room} fit on a sheet${how}: ${sheets} sheets for ${wanted}.`;
});
</script>

<template>
  <section aria-label="Material">
    <h2 class="wide heading">Material</h2>
    <span class="label">Size</span>
    <TypedField
      label="Sheet width"
      :value="length('width')"
      :unit="mm"
      @typed="(v) => put('width', v)"
    />
    <TypedField
      label="Sheet height"
      :value="length('height')"
      :unit="mm"
      @typed="(v) => put('height', v)"
    />
    <span class="label">Margin</span>
    <TypedField
      class="rest"
      label="Sheet margin"
      :value="length('margin')"
      :unit="mm"
      @typed="(v) => put('margin', v)"
    />
  </section>
  <section aria-label="Copies">
    <h2 class="wide heading">Copies</h2>
    <span class="label">Count</span>
    <TypedField
      class="rest"
      label="Copies"
      suffix="×"
      :value="plan.copies"
      @typed="(v) => emit('set', { copies: Math.round(v) })"
    />
    <span class="label">Gap</span>
    <TypedField
      class="rest"
      label="Gap between copies"
      :value="length('gap')"
      :unit="mm"
      @typed="(v) => put('gap', v)"
    />
    <p v-if="fits" class="wide help" data-testid="cut-room">{{ fits }}</p>
    <slot />
    <p class="wide help">In rows from the lower left, at the cutter's origin.</p>
  </section>
  <section aria-label="Blade">
    <h2 class="wide heading">Blade</h2>
    <template v-for="[key, label] in BLADE" :key="key">
      <span class="label">{{ label }}</span>
      <TypedField
        class="rest"
        :label="label"
        :value="length(key)"
        :unit="mm"
        @typed="(v) => put(key, v)"
      />
    </template>
    <span class="label">Speed</span>
    <TypedField
      class="rest"
      label="Blade speed"
      suffix="mm/s"
      :value="plan.speed"
      @typed="(v) => emit('set', { speed: v })"
    />
    <span class="label">Acceleration</span>
    <TypedField
      class="rest"
      label="Acceleration"
      suffix="mm/s²"
      :value="plan.acceleration"
      @typed="(v) => emit('set', { acceleration: v })"
    />
    <p v-if="plan.knife > 0" class="wide help">
      The carriage swings about each corner. Start with the knife pointing right.
    </p>
  </section>
  <section aria-label="Weeding">
    <h2 class="wide heading">Weeding</h2>
    <label class="wide check">
      <Checkbox
        :model-value="plan.frames"
        binary
        size="small"
        @update:model-value="(frames: boolean) => emit('set', { frames })"
      />
      Frame around each copy
    </label>
    <template v-if="plan.frames">
      <span class="label">Line spacing</span>
      <TypedField
        class="rest"
        label="Weeding line spacing"
        :value="length('weeding')"
        :unit="mm"
        @typed="(v) => put('weeding', v)"
      />
      <p class="wide help">0 for none. The lines stop at outlines.</p>
    </template>
  </section>
</template>
