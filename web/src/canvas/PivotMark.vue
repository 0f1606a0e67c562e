<script setup lang="ts">
// The pivot, a diamond: where items turn and grow about. At rest it lies beside the protractor.
import { computed } from "vue";
import type { Point } from "../api/types";
import { useTools } from "../stores/tools";

const props = defineProps<{
  /** On the screen. */
  at: Point;
  /** On the sheet. */
  place: Point;
  /** It lies where it was put, not at rest. */
  set: boolean;
}>();
const tools = useTools();
const touched = computed(() => tools.dragged?.what === "pivot");
const hit = computed(() => JSON.stringify({ what: "pivot", at: props.place }));
</script>

<template>
  <g :transform="`translate(${at[0]} ${at[1]})`" class="pivot" :class="{ touched, set }">
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
      data-testid="pivot"
      :data-set="set"
    />
  </g>
</template>

<style scoped>
.halo,
.mark {
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
  stroke-width: 1.6px;
}
.dot {
  fill: var(--mark-active);
  pointer-events: none;
}
.set .mark {
  stroke-width: 2px;
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
</style>
