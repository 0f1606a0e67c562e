<script setup lang="ts">
// A peg: a short bar lying across the way it moves, with its dial's name and value.
import { computed } from "vue";
import type { PegMark, Point } from "../api/types";
import { useBoard } from "../stores/board";
import { dialText } from "../stores/numbers";
import { useTools } from "../stores/tools";
import { useView } from "../stores/view";
import { useVocabulary } from "../stores/vocabulary";

const props = defineProps<{ peg: PegMark }>();
const view = useView();
const tools = useTools();
const board = useBoard();
const vocabulary = useVocabulary();

/** Pixels it stands off along its way, so that a dial at 0 leaves the corner's mark free. */
const OFF = 18;

const at = computed<Point>(() => {
  const [x, y] = view.toScreen(props.peg.at);
  return [x + props.peg.along[0] * OFF, y + props.peg.along[1] * OFF];
});
const [x, y] = [computed(() => props.peg.along[0]), computed(() => props.peg.along[1])];
const dragged = computed(
  () => tools.dragged?.what === "peg" && tools.dragged.dial === props.peg.dial,
);
const hovered = computed(
  () => !tools.dragged && tools.hit?.what === "peg" && tools.hit.dial === props.peg.dial,
);
const words = computed(() => {
  const unit = vocabulary.unit(board.sheet.unit);
  return `${props.peg.label} ${dialText(props.peg.value, props.peg.unit, unit)}`;
});
const hit = computed(() => {
  const { item, dial, at: place } = props.peg;
  return JSON.stringify({ what: "peg", item, dial, at: place });
});
</script>

<template>
  <g :transform="`translate(${at[0]} ${at[1]})`" :class="{ touched: dragged || hovered }">
    <g :transform="`matrix(${x} ${y} ${-y} ${x} 0 0)`">
      <path class="halo" d="M0 -6V6" />
      <path class="bar" d="M0 -6V6" />
      <rect
        x="-8"
        y="-12"
        width="16"
        height="24"
        class="reach"
        :data-hit="hit"
        :data-testid="`peg-${peg.dial}`"
      />
    </g>
    <text v-if="hovered" x="10" y="-14" class="words">{{ words }}</text>
  </g>
</template>

<style scoped>
.halo,
.bar {
  fill: none;
  stroke-linecap: round;
  pointer-events: none;
}
.halo {
  stroke: #fff;
  stroke-width: 10px;
}
.bar {
  stroke: var(--mark-active);
  stroke-width: 6px;
}
.touched .bar {
  stroke: var(--mark-touched);
}
.reach {
  fill: transparent;
  cursor: pointer;
}
.words {
  font-size: 12px;
  fill: var(--mark-ink);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 4px;
  pointer-events: none;
}
</style>
