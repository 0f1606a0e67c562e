<script setup lang="ts">
// Pictures to trace: dimmed, below everything, met by the pointer only with their own tool.
import { computed } from "vue";
import type { Underlay } from "../../api/types";
import { useBoard } from "../../stores/board/board";
import { useTools } from "../../tools/tools";
import { useView } from "../../stores/display/view";
import { placeOf } from "./tracedarea";

const props = defineProps<{
  /** As bright as it is, without marks: to be compared with. */
  alone?: boolean;
}>();
const board = useBoard();
const tools = useTools();
const view = useView();

const active = computed(() => tools.name === "reference" && !props.alone);
const shown = computed(() => board.sheet.underlays.filter((u) => !u.hidden));
const hit = (u: Underlay, part: string): string =>
  JSON.stringify({ what: "underlay", underlay: u.id, part });
const CORNERS = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
] as const;
const corners = (u: Underlay) => (u.id === board.aid || shown.value.length === 1 ? CORNERS : []);
/** A corner of a picture, its axes pointing inwards, on the screen's own scale. */
const corner = (u: Underlay, x: number, y: number): string => {
  const one = 1 / view.scale;
  return `translate(${x * u.width} ${y * u.height}) scale(${x ? -one : one} ${y ? -one : one})`;
};
</script>

<template>
  <g v-for="u in shown" :key="u.id" :transform="placeOf(u)">
    <image
      :href="`/api/v1/drawings/${board.id}/pictures/${u.picture}`"
      :width="u.width"
      :height="u.height"
      :opacity="alone ? 1 : u.strength"
      :class="{ grey: u.grey }"
      preserveAspectRatio="none"
      :pointer-events="active ? 'all' : 'none'"
      :data-hit="hit(u, 'whole')"
      :data-testid="alone ? undefined : `underlay-${u.name}`"
    />
    <g v-if="active" class="marks" :class="{ chosen: board.aid === u.id }">
      <rect :width="u.width" :height="u.height" class="edge" vector-effect="non-scaling-stroke" />
      <g v-for="[x, y] in corners(u)" :key="`${x} ${y}`" :transform="corner(u, x, y)">
        <path class="bracket" d="M16 0H0V16" />
        <rect x="-8" y="-8" width="24" height="24" class="reach" :data-hit="hit(u, 'corner')" />
      </g>
      <g :transform="corner(u, 1, 0)">
        <path class="arc" d="M24 -10A26 26 0 0 0 -10 -24" transform="scale(-1 1)" />
        <path
          class="reach wide"
          d="M24 -10A26 26 0 0 0 -10 -24"
          transform="scale(-1 1)"
          :data-hit="hit(u, 'turn')"
        />
      </g>
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
.bracket,
.arc {
  fill: none;
  stroke: var(--mark-construction);
  stroke-width: 2px;
  pointer-events: none;
}
.chosen .bracket {
  stroke-width: 3px;
}
.reach {
  fill: transparent;
  cursor: pointer;
}
.wide {
  fill: none;
  stroke: transparent;
  stroke-width: 16px;
  pointer-events: stroke;
}
</style>
