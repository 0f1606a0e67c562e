<script setup lang="ts">
// The pegs of selected words: the end that bends them, and where they stand on their line.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { dialText } from "../../lib/numbers";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";
import PegBar from "./PegBar.vue";

const doc = useDocument();
const selection = useSelection();
const tools = useTools();
const catalogue = useCatalogue();

const one = computed(() => (selection.selected.length === 1 ? selection.selected[0] : undefined));
const marks = computed(() => {
  const item = one.value;
  const under = tools.dragged ?? tools.hit;
  const unit = catalogue.unit(doc.sheet.unit);
  return (item ? (doc.drawable(item)?.words?.pegs ?? []) : []).map((peg) => {
    const touched = under?.what === "words" && under.setting === peg.name;
    const straight = peg.name === "radius" && peg.value === 0;
    const value = straight ? "straight" : dialText(peg.value, peg.unit, unit);
    return {
      at: peg.at,
      along: peg.along,
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
