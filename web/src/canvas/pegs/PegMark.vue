<script setup lang="ts">
// A peg of a dial, with the dial's name and value while the pointer is on it.
import { computed } from "vue";
import type { PegMark, Point } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { dialText } from "../../lib/numbers";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";
import PegBar from "./PegBar.vue";

const props = defineProps<{
  peg: PegMark;
  /** Pixels that it steps off others. */ shift?: Point;
}>();
const tools = useTools();
const doc = useDocument();
const catalogue = useCatalogue();

const dragged = computed(
  () => tools.dragged?.what === "peg" && tools.dragged.dial === props.peg.dial,
);
const hovered = computed(
  () => !tools.dragged && tools.hit?.what === "peg" && tools.hit.dial === props.peg.dial,
);
const words = computed(() => {
  const unit = catalogue.unit(doc.sheet.unit);
  return `${props.peg.label} ${dialText(props.peg.value, props.peg.unit, unit)}`;
});
const hit = computed(() => {
  const { item, dial, at: place } = props.peg;
  return JSON.stringify({ what: "peg", item, dial, at: place });
});
</script>

<template>
  <PegBar
    :at="peg.at"
    :along="peg.along"
    :shift="shift"
    :touched="dragged || hovered"
    :words="hovered ? words : null"
    :hit="hit"
    :testid="`peg-${peg.dial}`"
  />
</template>
