<script setup lang="ts">
// The corners at which the miter of a stroke is cut off.
import { useSelection } from "../../stores/board/selection";
import { useLens } from "../pointer/lens";

const selection = useSelection();
const view = useLens();
</script>

<template>
  <g
    v-for="(at, n) in selection.marks.miters"
    :key="n"
    :transform="`translate(${view.toScreen(at)})`"
  >
    <circle class="halo" r="7" />
    <path class="cut" d="M-6 0A6 6 0 1 0 6 0A6 6 0 1 0 -6 0M-4.2 4.2L4.2 -4.2" />
  </g>
</template>

<style scoped>
.halo,
.cut {
  fill: none;
  pointer-events: none;
}
.halo {
  stroke: #fff;
  stroke-width: 4px;
  stroke-opacity: 0.85;
}
.cut {
  stroke: var(--mark-construction);
  stroke-width: 1.6px;
}
</style>
