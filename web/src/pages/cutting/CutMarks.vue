<script setup lang="ts">
// Registration marks: printed with the sheet, measured in the cutter, so that it cuts what is printed.
import Button from "primevue/button";
import Checkbox from "primevue/checkbox";
import { computed } from "vue";
import TypedField from "../../fields/TypedField.vue";
import { number } from "../../lib/intl";
import { useCatalogue } from "../../stores/display/catalogue";
import type { Cutting } from "./table";

const props = defineProps<{ cutting: Cutting }>();
const { plan, look } = props.cutting;
const catalogue = useCatalogue();
const mm = computed(() => catalogue.unit("mm"));
const NAMES = ["Lower left", "Lower right", "Upper left"] as const;

/** Where each mark is, as far as that was measured; else where it should be. */
const places = computed<[number, number][]>(() => {
  const measured = plan.value?.measured ?? [];
  return measured.length > 0 ? (measured as [number, number][]) : (look.value?.marks ?? []);
});
function put(mark: number, axis: 0 | 1, value: number): void {
  const now = places.value.map((p) => [...p] as [number, number]);
  const place = now[mark];
  if (!place) return;
  place[axis] = Math.round((value / mm.value.size) * 1e3) / 1e3;
  props.cutting.set({ measured: now });
}
const placement = computed(() => {
  const found = look.value?.alignment;
  if (!found) return "";
  const { turned, across, down, skewed } = found;
  const size = `${number(across, 2)} % wide, ${number(down, 2)} % high`;
  return `The print is rotated ${number(turned, 2)}°, skewed ${number(skewed, 2)}°, ${size}.`;
});
</script>

<template>
  <section v-if="plan" aria-label="Registration marks">
    <h2 class="wide heading">Registration marks</h2>
    <label class="wide check">
      <Checkbox
        :model-value="plan.marks"
        binary
        size="small"
        input-id="cut-with-marks"
        @update:model-value="(marks: boolean) => cutting.set({ marks, measured: [] })"
      />
      Print and cut
    </label>
    <template v-if="plan.marks">
      <Button
        class="wide"
        size="small"
        severity="secondary"
        label="Download print sheet"
        data-testid="print-sheet"
        :disabled="!look || look.trouble !== ''"
        @click="cutting.print"
      />
      <p class="wide help">
        Print it at 100 %, load it, and enter where the cutter finds the marks, from the lower left.
      </p>
      <template v-for="(place, n) in places" :key="n">
        <span class="label">{{ NAMES[n] }}</span>
        <TypedField
          :label="`${NAMES[n]} mark x`"
          :value="place[0] * mm.size"
          :unit="mm"
          @typed="(v) => put(n, 0, v)"
        />
        <TypedField
          :label="`${NAMES[n]} mark y`"
          :value="place[1] * mm.size"
          :unit="mm"
          @typed="(v) => put(n, 1, v)"
        />
      </template>
      <p v-if="placement" class="wide help" role="status" data-testid="cut-alignment">
        {{ placement }}
      </p>
      <button
        v-if="plan.measured.length > 0"
        class="wide row-button"
        @click="cutting.set({ measured: [] })"
      >
        Reset
      </button>
    </template>
  </section>
</template>
