<script setup lang="ts">
// Freehand: the tolerance for the next stroke, in screen pixels; of what was drawn, still to change.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";
import DialSlider from "../../ui/DialSlider.vue";
import TypedField from "../../fields/TypedField.vue";
import { useSliding } from "../../fields/sliding";

const LEAST = 0.2;
const MOST = 40;
/** The slider goes by factors, so that fine tolerances have room. */
const toSlider = (v: number): number => Math.log(v / LEAST) / Math.log(MOST / LEAST);
const fromSlider = (s: number): number => LEAST * (MOST / LEAST) ** s;

const doc = useDocument();
const selection = useSelection();
const tools = useTools();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const anchors = computed(() => selection.marks.paths.reduce((n, p) => n + p.count, 0));

const command = (tolerance: number) =>
  ({ kind: "set_tolerance", items: selection.selected, tolerance }) as const;
const { slid, slide, release, keep } = useSliding(command);
</script>

<template>
  <section v-if="selection.marks.tolerance != null" aria-label="Freehand stroke">
    <span class="label">Tolerance</span>
    <DialSlider
      label="Tolerance"
      :value="toSlider(slid ?? selection.marks.tolerance)"
      :min="0"
      :max="1"
      :step="0.005"
      data-testid="slider-tolerance"
      @slide="(v) => slide(fromSlider(v))"
      @release="release"
    />
    <TypedField label="Tolerance" :value="selection.marks.tolerance" :unit="unit" @typed="keep" />
    <p class="wide help" data-testid="drawn-anchors">
      {{ anchors }} anchors. Raise the tolerance for fewer, until you edit an anchor.
    </p>
  </section>
  <section v-else-if="tools.name === 'freehand'" aria-label="Freehand">
    <span class="label">Tolerance</span>
    <DialSlider
      label="Tolerance for the next stroke"
      :value="tools.handTolerance"
      :min="0.5"
      :max="12"
      :step="0.5"
      @slide="(v) => (tools.handTolerance = v)"
    />
    <TypedField
      label="Tolerance for the next stroke"
      suffix="px"
      :value="tools.handTolerance"
      @typed="(v) => (tools.handTolerance = Math.min(Math.max(v, 0.5), 40))"
    />
    <p class="wide help">In screen pixels, at the current zoom.</p>
  </section>
</template>
