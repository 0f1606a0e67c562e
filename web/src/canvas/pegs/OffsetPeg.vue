<script setup lang="ts">
// The peg that drags by how much the form of a selected assembly is grown or shrunk.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { dialText } from "../../lib/numbers";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";
import { useLens } from "../pointer/lens";
import { usePegShifts } from "./pegshifts";
import PegBar from "./PegBar.vue";

const doc = useDocument();
const selection = useSelection();
const tools = useTools();
const catalogue = useCatalogue();

const one = computed(() => (selection.selected.length === 1 ? selection.selected[0] : undefined));
const peg = computed(() => (one.value ? doc.drawable(one.value)?.assembly?.peg : null) ?? null);
const shifts = usePegShifts(
  () => (peg.value ? [{ dial: "offset", at: peg.value.at, along: peg.value.along }] : []),
  () => selection.marks.frame,
  useLens(),
);
const touched = computed(() => (tools.dragged ?? tools.hit)?.what === "edge");
const words = computed(() => {
  if (!peg.value || !touched.value || tools.dragged) return null;
  const unit = catalogue.unit(doc.sheet.unit);
  return `${peg.value.label} ${dialText(peg.value.value, peg.value.unit, unit)}`;
});
const hit = computed(() =>
  JSON.stringify({ what: "edge", assembly: one.value, at: peg.value?.at ?? [0, 0] }),
);
</script>

<template>
  <PegBar
    v-if="peg"
    :at="peg.at"
    :along="peg.along"
    :shift="shifts.get('offset')"
    :touched="touched"
    :words="words"
    :hit="hit"
    testid="peg-offset"
  />
</template>
