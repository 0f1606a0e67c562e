<script setup lang="ts">
// A diamond: here something turns. It can be dragged any way.
import type { Point } from "../../api/types";
import { useUpright } from "../pointer/lens";

defineOptions({ inheritAttrs: false });
const upright = useUpright();
defineProps<{
  /** On the screen. */
  at: Point;
  touched: boolean;
  hit: string;
  testid: string;
  words?: string | null;
  /** Of a symmetry. */
  plum?: boolean;
}>();
</script>

<template>
  <g :transform="`translate(${at[0]} ${at[1]})`" :class="{ touched, plum }">
    <path class="halo" d="M0 -7L7 0L0 7L-7 0Z" />
    <path class="mark" d="M0 -7L7 0L0 7L-7 0Z" />
    <circle class="dot" r="1.6" />
    <rect
      class="reach"
      x="-8"
      y="-8"
      width="16"
      height="16"
      :data-hit="hit"
      v-bind="$attrs"
      :data-testid="testid"
    />
    <text v-if="words" x="14" y="24" :transform="upright">{{ words }}</text>
  </g>
</template>

<style scoped>
.halo,
.mark,
.dot,
text {
  pointer-events: none;
}
.halo {
  fill: none;
  stroke: #fff;
  stroke-opacity: 0.8;
  stroke-width: 5px;
}
.mark {
  fill: #fff;
  fill-opacity: 0.6;
  stroke: var(--mark-active);
  stroke-width: 1.8px;
}
.dot {
  fill: var(--mark-active);
}
.plum .mark {
  stroke: var(--mark-construction);
}
.plum .dot {
  fill: var(--mark-construction);
}
.touched .mark {
  stroke: var(--mark-touched);
}
.touched .dot {
  fill: var(--mark-touched);
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
}
</style>
