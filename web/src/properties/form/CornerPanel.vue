<script setup lang="ts">
// The chosen corners of outlines: style and radius, which stay live until turned into anchors.
import { computed } from "vue";
import type { CornerStyle, Target } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import ActionButton from "../../fields/ActionButton.vue";
import DialSlider from "../../ui/DialSlider.vue";
import TypedField from "../../fields/TypedField.vue";
import ChoiceButtons from "../../ui/ChoiceButtons.vue";
import { refOf, useChosen } from "../../stores/editing/selectedanchors";
import { useSliding } from "../../fields/sliding";
import { counted } from "../../lib/intl";

const STYLES: readonly (readonly [CornerStyle, string, string])[] = [
  ["round", "Round", "M2 14V9A7 7 0 0 1 9 2H14"],
  ["chamfer", "Chamfer", "M2 14V9L9 2H14"],
  ["cove", "Cove", "M2 14V9A7 7 0 0 0 9 2H14"],
  ["notch", "Notch", "M2 14V9H9V2H14"],
  ["ogee", "Ogee", "M2 14V9C2 5 5.5 7 5.5 5.5S5 2 9 2H14"],
  ["soft", "Soft", "M2 14C2 3 3 2 14 2"],
];

const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const { marks } = useChosen();
const corners = computed(() => marks.value.filter((m) => m.corner));
const anchors = computed(() => corners.value.map(refOf));
const radii = computed(() => new Set(corners.value.map((m) => m.corner?.radius)));
const radius = computed(() => (radii.value.size === 1 ? [...radii.value][0] : undefined));
const alike = (style: CornerStyle): boolean =>
  corners.value.every((m) => m.corner?.style === style);
const most = computed(() => Math.max(selection.marks.frame?.room ?? 0, radius.value ?? 0, 1));
const live = computed(() => selection.marks.paths.some((p) => p.worked));

const binds = computed(() =>
  anchors.value.map(([item, c, n]): Target => [item, `contours.${c}.anchors.${n}.corner.radius`]),
);
const command = (value: number) =>
  ({ kind: "set_corners", anchors: anchors.value, radius: value }) as const;

const { slid, slide, release, keep } = useSliding(command);
</script>

<template>
  <section v-if="corners.length > 0" aria-label="Corner">
    <h3 class="wide">{{ counted(corners.length, "corner") }}</h3>
    <ChoiceButtons
      class="wide"
      :options="STYLES"
      :columns="3"
      :pressed="(style) => alike(style) && radius !== 0"
      prefix="corner-style"
      @choose="(style) => edits.commit({ kind: 'set_corners', anchors, style })"
    />
    <span class="label">Radius</span>
    <DialSlider
      label="Radius"
      :value="slid ?? radius ?? 0"
      :min="0"
      :max="most"
      :step="0.01"
      data-testid="slider-corner"
      @slide="slide"
      @release="release"
    />
    <TypedField
      label="Radius"
      :value="radius ?? null"
      :mixed="radii.size > 1"
      :unit="unit"
      :binds="binds"
      @typed="keep"
    />
  </section>
  <section v-if="live" aria-label="Rounded corners">
    <ActionButton
      class="wide"
      label="Convert corners to anchors"
      hint="Ends the live radius"
      clears-anchors
      :command="{ kind: 'convert_corners', items: selection.selected }"
    />
  </section>
</template>

<style scoped>
h3 {
  font-size: 13px;
}
</style>
