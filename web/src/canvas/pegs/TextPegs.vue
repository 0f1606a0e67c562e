<script setup lang="ts">
// The pegs of selected words: the end that bends them, and where they stand on their line.
import { computed } from "vue";
import { useBoard } from "../../stores/board/board";
import { dialText } from "../../lib/numbers";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";
import PegBar from "./PegBar.vue";

const board = useBoard();
const tools = useTools();
const catalogue = useCatalogue();

const one = computed(() => (board.selected.length === 1 ? board.selected[0] : undefined));
const marks = computed(() => {
  const item = one.value;
  const under = tools.dragged ?? tools.hit;
  const unit = catalogue.unit(board.sheet.unit);
  return (item ? (board.drawable(item)?.words?.pegs ?? []) : []).map((peg) => {
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
