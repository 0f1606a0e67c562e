<script setup lang="ts">
// Shadows of what is selected alone: each has a peg where the middle of the frame falls.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useTools } from "../../tools/tools";
import { plus } from "../../tools/tool";
import { useLens } from "../pointer/lens";

const doc = useDocument();
const selection = useSelection();
const tools = useTools();
const view = useLens();

const pegs = computed(() => {
  const [item, ...more] = selection.selected;
  const frame = selection.marks.frame;
  if (item === undefined || more.length > 0 || !frame) return [];
  return (doc.drawable(item)?.finish.effects ?? []).flatMap((e, n) =>
    e.kind === "shadow" ? [{ item, n, from: frame.centre, at: plus(frame.centre, e.by) }] : [],
  );
});
const touched = (n: number): boolean => {
  const now = tools.dragged ?? tools.hit;
  return now?.what === "shadow" && now.effect === n;
};
const hit = (p: (typeof pegs.value)[number]): string =>
  JSON.stringify({ what: "shadow", item: p.item, effect: p.n, at: p.at, from: p.from });
</script>

<template>
  <g v-for="p in pegs" :key="p.n" :class="{ touched: touched(p.n) }">
    <path class="stem" :d="`M${view.toScreen(p.from)}L${view.toScreen(p.at)}`" />
    <g :transform="`translate(${view.toScreen(p.at)})`">
      <circle class="halo" r="7" />
      <path class="disc" d="M-5 0A5 5 0 1 0 5 0A5 5 0 1 0 -5 0" />
      <path class="half" d="M0 -5A5 5 0 0 1 0 5Z" />
      <circle class="grab" r="9" :data-hit="hit(p)" :data-testid="`peg-shadow-${p.n}`" />
      <text v-if="touched(p.n) && !tools.dragged" x="12" y="-10">Shadow</text>
    </g>
  </g>
</template>

<style scoped>
.stem,
.halo,
.disc,
.half,
text {
  pointer-events: none;
}
.stem {
  stroke: var(--mark-active);
  stroke-width: 1px;
}
.halo {
  fill: #fff;
  fill-opacity: 0.85;
}
.disc {
  fill: #fff;
  stroke: var(--mark-active);
  stroke-width: 2px;
}
.half {
  fill: var(--mark-active);
}
.touched .disc {
  stroke: var(--mark-touched);
}
.touched .half {
  fill: var(--mark-touched);
}
.grab {
  fill: transparent;
  cursor: pointer;
}
text {
  font-size: 12px;
  fill: var(--mark-ink);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 4px;
}
</style>
