<script setup lang="ts">
// The chosen anchors: kind, place, and angle and length of both handles.
import { computed } from "vue";
import type { AnchorKind, Seam, Target } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { degrees, shown } from "../../lib/numbers";
import { useCatalogue } from "../../stores/display/catalogue";
import ChoiceButtons from "../../ui/ChoiceButtons.vue";
import ChooseField from "../../ui/ChooseField.vue";
import { useChosen } from "../../stores/editing/selectedanchors";
import TypedField from "../../fields/TypedField.vue";

type Side = "into" | "out";

const KINDS: readonly (readonly [AnchorKind, string, string])[] = [
  ["corner", "Corner", "M2 12L8 5L14 12"],
  ["smooth", "Smooth", "M3 8H13"],
  ["symmetric", "Symmetric", "M1 8H5M11 8H15M8 6.2A1.8 1.8 0 1 0 8 9.8A1.8 1.8 0 1 0 8 6.2"],
  ["flowing", "Flowing", "M1 9C4 4 6 6 8 8S12 12 15 7"],
];
const SIDES: readonly (readonly [Side, string])[] = [
  ["into", "Handle in"],
  ["out", "Handle out"],
];

const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const { contourOf, marks: chosen, one } = useChosen();
const total = computed(() => (one.value ? (contourOf(one.value)?.count ?? 0) : 0));
const title = computed(() =>
  one.value ? `Anchor ${one.value.index + 1} of ${total.value}` : `${chosen.value.length} anchors`,
);
/** Curvature in 1 / unit: 0 is straight, the inverse of the radius on an arc. */
const curvature = computed(() => {
  const both = one.value?.curvature ?? [null, null];
  return both.map((c) => (c == null ? "–" : shown(c * unit.value.size, 4))).join(" · ");
});
const SEAMS: readonly { value: Seam; label: string }[] = [
  { value: "smooth", label: "Smooth across" },
  { value: "point", label: "Point" },
  { value: "free", label: "Not attached" },
];
const seam = computed<Seam | null>(() => {
  const each = new Set(chosen.value.map((a) => a.seam ?? null));
  return each.size === 1 ? ([...each][0] ?? null) : null;
});
const polar = (side: Side): [number, number] | null =>
  (side === "into" ? one.value?.into_polar : one.value?.out_polar) ?? null;

const setKind = (to: AnchorKind): void =>
  edits.commit({ kind: "set_anchor_kind", anchors: selection.anchors, to });

function place(part: "x" | "y", value: number): void {
  const anchor = selection.anchors[0];
  if (anchor) edits.commit({ kind: "place_anchor", anchor, [part]: value });
}

function binds(axis: "x" | "y"): Target[] {
  const [anchor] = selection.anchors;
  if (!anchor) return [];
  const [item, contour, index] = anchor;
  return [[item, `contours.${contour}.anchors.${index}.at.${axis}`]];
}

function setHandle(side: Side, angle: number, length: number): void {
  const anchor = selection.anchors[0];
  if (anchor) edits.commit({ kind: "set_handle", anchor, side, angle, length });
}
</script>

<template>
  <section aria-label="Anchor">
    <h3 class="wide">{{ title }}</h3>
    <ChoiceButtons
      class="wide"
      :options="KINDS"
      :columns="2"
      :pressed="(kind) => chosen.every((a) => a.kind === kind)"
      prefix="kind"
      @choose="setKind"
    />
    <template v-if="chosen.some((a) => a.seam)">
      <span class="label">On the seam</span>
      <ChooseField
        label="On the seam"
        :value="seam"
        :options="SEAMS"
        placeholder="several"
        @chosen="(to) => edits.commit({ kind: 'set_seam', anchors: selection.anchors, to })"
      />
    </template>
    <template v-if="one">
      <span class="label">Position</span>
      <TypedField
        label="Anchor x"
        suffix="x"
        :value="one.at[0]"
        :unit="unit"
        :binds="binds('x')"
        @typed="(v) => place('x', v)"
      />
      <TypedField
        label="Anchor y"
        suffix="y"
        :value="one.at[1]"
        :unit="unit"
        :binds="binds('y')"
        @typed="(v) => place('y', v)"
      />
      <template v-for="[side, label] in SIDES" :key="side">
        <span class="label">{{ label }}</span>
        <TypedField
          :label="`${label} length`"
          :value="polar(side)?.[1] ?? null"
          :unit="unit"
          @typed="(v) => setHandle(side, polar(side)?.[0] ?? 0, v)"
        />
        <TypedField
          :label="`${label} angle`"
          suffix="°"
          :value="polar(side)?.[0] ?? null"
          :disabled="!polar(side)"
          @typed="(v) => setHandle(side, v, polar(side)?.[1] ?? 0)"
        />
      </template>
    </template>
    <template v-if="one">
      <span class="label" title="Turn of the path at this anchor">Turn</span>
      <output class="wide-2" aria-label="Turn">
        {{ one.turn == null ? "end of path" : `${degrees(one.turn)}°` }}
      </output>
      <span class="label" title="Before and after the anchor">Curvature</span>
      <output class="wide-2" aria-label="Curvature">{{ curvature }} / {{ unit.name }}</output>
    </template>
  </section>
</template>

<style scoped>
h3 {
  font-size: 13px;
}
.wide-2 {
  grid-column: 2 / -1;
}
</style>
