<script setup lang="ts">
// Shadows of what is selected alone: each has a peg where the middle of the frame falls; it steps off the
// marks that are there already.
import { computed, shallowRef, watch } from "vue";
import type { Point } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useTools } from "../../tools/tools";
import { minus, plus } from "../../tools/tool";
import { stepsApart } from "../marks/apart";
import { framePlaces } from "../marks/frameplaces";
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
/** Where the pegs of the shape's dials stand. */
const props = defineProps<{ stays: readonly Point[] }>();
const shifts = shallowRef(new Map<string, Point>());
watch(
  () => [pegs.value, props.stays, view.transform, tools.dragged] as const,
  ([all]) => {
    const frame = selection.marks.frame;
    if (tools.dragged || !frame) return;
    const standing = all.map((p) => ({
      id: String(p.n),
      at: view.toScreen(p.at),
      outward: minus(p.at, p.from),
    }));
    shifts.value = stepsApart(standing, [...framePlaces(frame, view), ...props.stays]);
  },
  { immediate: true },
);
const place = (p: (typeof pegs.value)[number]): Point =>
  plus(view.toScreen(p.at), shifts.value.get(String(p.n)) ?? [0, 0]);
const touched = (n: number): boolean => {
  const now = tools.dragged ?? tools.hit;
  return now?.what === "shadow" && now.effect === n;
};
const hit = (p: (typeof pegs.value)[number]): string =>
  JSON.stringify({ what: "shadow", item: p.item, effect: p.n, at: p.at, from: p.from });
</script>

<template>
  <g v-for="p in pegs" :key="p.n" :class="{ touched: touched(p.n) }">
    <path class="stem" :d="`M${view.toScreen(p.from)}L${view.toScreen(p.at)}L${place(p)}`" />
    <g :transform="`translate(${place(p)})`">
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
  fill: none;
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
