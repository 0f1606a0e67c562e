<script setup lang="ts">
// The pegs of copies that are about to be made, and the diamond of a ring's centre.
import { computed } from "vue";
import type { CopyPeg } from "../api/types";
import { useBoard } from "../stores/board";
import { useCopying } from "../stores/copying";
import { dialText } from "../stores/numbers";
import { useTools } from "../stores/tools";
import { useVocabulary } from "../stores/vocabulary";
import { useLens } from "./lens";
import PegBar from "./PegBar.vue";

const board = useBoard();
const copying = useCopying();
const tools = useTools();
const vocabulary = useVocabulary();
const view = useLens();

const touched = computed(() => {
  const hit = tools.dragged ?? tools.hit;
  return hit?.what === "copies" ? hit.peg : null;
});
const words = (peg: CopyPeg): string =>
  `${peg.label} ${dialText(peg.value, peg.unit, vocabulary.unit(board.sheet.unit))}`;
const hit = (peg: CopyPeg): string => JSON.stringify({ what: "copies", peg: peg.name, at: peg.at });
const free = (peg: CopyPeg): boolean => peg.along[0] === 0 && peg.along[1] === 0;
const screen = (peg: CopyPeg): string => view.toScreen(peg.at).join(" ");
</script>

<template>
  <template v-for="peg in copying.pegs" :key="peg.name">
    <g v-if="free(peg)" :transform="`translate(${screen(peg)})`" class="centre">
      <path class="halo" d="M0 -8L8 0L0 8L-8 0Z" />
      <path class="mark" :class="{ touched: touched === peg.name }" d="M0 -8L8 0L0 8L-8 0Z" />
      <rect
        class="reach"
        x="-10"
        y="-10"
        width="20"
        height="20"
        :data-hit="hit(peg)"
        :data-testid="`copies-${peg.name}`"
        :data-value="peg.value"
      />
      <text v-if="touched === peg.name" x="14" y="24">{{ words(peg) }}</text>
    </g>
    <PegBar
      v-else
      :at="peg.at"
      :along="peg.along"
      :touched="touched === peg.name"
      :words="touched === peg.name ? words(peg) : null"
      :hit="hit(peg)"
      :testid="`copies-${peg.name}`"
    />
  </template>
</template>

<style scoped>
.halo,
.mark {
  fill: none;
  pointer-events: none;
}
.halo {
  stroke: #fff;
  stroke-width: 6px;
}
.mark {
  stroke: var(--mark-active);
  stroke-width: 2.5px;
}
.touched {
  stroke: var(--mark-touched);
}
.reach {
  fill: transparent;
  cursor: pointer;
}
text {
  font-size: 12px;
  fill: var(--mark-ink);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 4px;
  pointer-events: none;
}
</style>
