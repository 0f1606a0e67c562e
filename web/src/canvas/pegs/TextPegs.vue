<script setup lang="ts">
// The pegs of selected words: the end that bends them, and where they stand on their line.
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
const pegs = computed(() => (one.value ? doc.drawable(one.value)?.words?.pegs : undefined) ?? []);
const shifts = usePegShifts(
  () => pegs.value.map(({ name, at, along }) => ({ dial: name, at, along })),
  () => selection.marks.frame,
  useLens(),
);
const marks = computed(() => {
  const item = one.value;
  const under = tools.dragged ?? tools.hit;
  const unit = catalogue.unit(doc.sheet.unit);
  return pegs.value.map((peg) => {
    const touched = under?.what === "words" && under.setting === peg.name;
    const straight = peg.name === "radius" && peg.value === 0;
    const value = straight ? "straight" : dialText(peg.value, peg.unit, unit);
    return {
      at: peg.at,
      along: peg.along,
      shift: shifts.value.get(peg.name),
      touched,
      words: touched && !tools.dragged ? `${peg.label} ${value}` : null,
      hit: JSON.stringify({ what: "words", item, setting: peg.name, at: peg.at }),
      testid: `peg-${peg.name}`,
    };
  });
});
</script>

<template>
  <PegBar v-for="mark in marks" :key="mark.testid" v-bind="mark" />
</template>
