<script setup lang="ts">
// The pegs of live corners: a bar across the side along which the radius is dragged.
import { computed } from "vue";
import type { Point } from "../api/types";
import { useBoard } from "../stores/board";
import { dialText } from "../stores/numbers";
import { useTools } from "../stores/tools";
import { useView } from "../stores/view";
import { useVocabulary } from "../stores/vocabulary";

/** Pixels a peg stands off along its way, so that a sharp corner's mark stays free. */
const OFF = 16;

const board = useBoard();
const tools = useTools();
const view = useView();
const vocabulary = useVocabulary();
const chosen = computed(() => new Set(board.anchors.map((a) => a.join(" "))));

const pegs = computed(() =>
  board.marks.anchors.flatMap((m) => {
    if (!m.corner) return [];
    const key = `${m.item} ${m.contour} ${m.index}`;
    const [x, y] = view.toScreen(m.corner.peg as Point);
    const [along, down] = m.corner.along as Point;
    const under = tools.hit?.what === "anchor" ? tools.hit : null;
    const touched = chosen.value.has(key);
    const hovered =
      under?.item === m.item && under.contour === m.contour && under.index === m.index;
    return [
      {
        key,
        transform: `matrix(${along} ${down} ${-down} ${along} ${x + along * OFF} ${y + down * OFF})`,
        at: [x + along * OFF, y + down * OFF] as Point,
        touched,
        words:
          touched || hovered
            ? dialText(m.corner.drawn, "length", vocabulary.unit(board.sheet.unit))
            : null,
        index: m.index,
        hit: JSON.stringify({
          what: "anchor",
          item: m.item,
          contour: m.contour,
          index: m.index,
          at: m.at,
        }),
      },
    ];
  }),
);
</script>

<template>
  <g v-for="p in pegs" :key="p.key" :class="{ touched: p.touched }">
    <g :transform="p.transform">
      <path class="halo" d="M0 -5V5" />
      <path class="bar" d="M0 -5V5" />
      <rect
        x="-8"
        y="-11"
        width="16"
        height="22"
        class="reach"
        :data-hit="p.hit"
        :data-testid="`corner-${p.index}`"
      />
    </g>
    <text v-if="p.words" :x="p.at[0] + 10" :y="p.at[1] - 10" class="words">{{ p.words }}</text>
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
  stroke-width: 8px;
}
.bar {
  stroke: var(--mark-active);
  stroke-width: 4px;
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
