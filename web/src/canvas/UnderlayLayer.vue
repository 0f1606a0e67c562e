<script setup lang="ts">
// Pictures to trace: dimmed, below everything, met by the pointer only with their own tool.
import { computed } from "vue";
import type { Underlay } from "../api/types";
import { useBoard } from "../stores/board";
import { useTools } from "../stores/tools";
import { useView } from "../stores/view";

const board = useBoard();
const tools = useTools();
const view = useView();

const active = computed(() => tools.name === "underlay");
const shown = computed(() => board.sheet.underlays.filter((u) => !u.hidden));
const place = (u: Underlay): string =>
  `translate(${u.x} ${u.y}) rotate(${u.angle}) translate(${-u.width / 2} ${-u.height / 2})`;
const hit = (u: Underlay, part: string): string =>
  JSON.stringify({ what: "underlay", underlay: u.id, part });
const mark = computed(() => 12 / view.scale);
const corners = (u: Underlay): readonly (readonly [number, number])[] => [
  [0, 0],
  [u.width, 0],
  [u.width, u.height],
  [0, u.height],
];
</script>

<template>
  <g v-for="u in shown" :key="u.id" :transform="place(u)">
    <image
      :href="`/api/drawings/${board.id}/pictures/${u.picture}`"
      :width="u.width"
      :height="u.height"
      :opacity="u.strength"
      :class="{ grey: u.grey }"
      preserveAspectRatio="none"
      :pointer-events="active ? 'all' : 'none'"
      :data-hit="hit(u, 'whole')"
      :data-testid="`underlay-${u.name}`"
    />
    <g v-if="active" class="marks" :class="{ chosen: board.aid === u.id }">
      <rect :width="u.width" :height="u.height" class="edge" vector-effect="non-scaling-stroke" />
      <rect
        v-for="[x, y] in corners(u)"
        :key="`${x} ${y}`"
        :x="x - mark / 2"
        :y="y - mark / 2"
        :width="mark"
        :height="mark"
        class="corner"
        vector-effect="non-scaling-stroke"
        :data-hit="hit(u, 'corner')"
      />
      <circle
        :cx="u.width / 2"
        :cy="-2 * mark"
        :r="mark / 2"
        class="corner"
        vector-effect="non-scaling-stroke"
        :data-hit="hit(u, 'turn')"
      />
    </g>
  </g>
</template>

<style scoped>
.grey {
  filter: grayscale(1);
}
.edge {
  fill: none;
  stroke: var(--mark-construction);
  stroke-dasharray: 4 3;
  pointer-events: none;
}
.corner {
  fill: #fff;
  stroke: var(--mark-construction);
}
.chosen .corner {
  fill: var(--mark-construction);
}
</style>
