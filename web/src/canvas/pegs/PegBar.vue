<script setup lang="ts">
// What all pegs look like: a short bar lying across the way it moves, with words while touched.
import { computed } from "vue";
import type { Point } from "../../api/types";
import { PEG_OFF } from "./pegoff";
import { useLens, useUpright } from "../pointer/lens";

const props = withDefaults(
  defineProps<{
    /** On the sheet: where the peg stands, and the way it moves. */
    at: Point;
    along: Point;
    touched: boolean;
    words: string | null;
    hit: string;
    testid: string;
    /** Pixels it stands off along its way. */
    off?: number;
    /** Pixels that it steps off what would lie under it, on a leader. */
    shift?: Point;
    /** Of a symmetry. */
    plum?: boolean;
  }>(),
  { off: PEG_OFF, shift: () => [0, 0] },
);
const view = useLens();
const upright = useUpright();

const place = computed<Point>(() => {
  const [x, y] = view.toScreen(props.at);
  const [right, down] = props.shift;
  return [x + props.along[0] * props.off + right, y + props.along[1] * props.off + down];
});
/** From where it stands to where it would have stood. */
const leader = computed(() => {
  const [x, y] = props.shift;
  return x === 0 && y === 0 ? null : `M0 0L${-x} ${-y}`;
});
const turned = computed(() => {
  const [x, y] = props.along;
  return `matrix(${x} ${y} ${-y} ${x} 0 0)`;
});
</script>

<template>
  <g :transform="`translate(${place[0]} ${place[1]})`" :class="{ touched, plum }">
    <path v-if="leader" class="leader" :d="leader" />
    <g :transform="turned">
      <path class="halo" d="M0 -6V6" />
      <path class="bar" d="M0 -6V6" />
      <rect
        x="-8"
        y="-12"
        width="16"
        height="24"
        class="reach"
        :data-hit="hit"
        :data-testid="testid"
      />
    </g>
    <text v-if="words" x="10" y="-14" class="words" :transform="upright">{{ words }}</text>
  </g>
</template>

<style scoped>
.leader {
  fill: none;
  stroke: var(--mark-active);
  stroke-width: 1px;
  pointer-events: none;
}
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
.plum .bar {
  stroke: var(--mark-construction);
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
