<script setup lang="ts">
// The trouble spots of what is selected: small wedges that point at the place from below; the one
// that one is at has a ring.
import { computed } from "vue";
import type { Point } from "../../api/types";
import { useTroubleSpots } from "../../stores/measuring/troublespots";
import { useLens } from "../pointer/lens";

const lens = useLens();
const troubleSpots = useTroubleSpots();
const marks = computed(() => troubleSpots.found.spots.map((s) => lens.toScreen(s.at as Point)));
const ring = computed(() => marks.value[troubleSpots.number]);
</script>

<template>
  <g class="troubles" data-testid="trouble-marks">
    <path
      v-for="(at, n) in marks"
      :key="n"
      class="wedge"
      :transform="`translate(${at.join(' ')})`"
      d="M0 9L4 16H-4Z"
    />
    <circle
      v-if="ring"
      class="ring"
      data-testid="trouble-ring"
      :cx="ring[0]"
      :cy="ring[1]"
      r="14"
    />
  </g>
</template>

<style scoped>
.troubles * {
  pointer-events: none;
}
.wedge {
  fill: var(--mark-trouble);
  stroke: #fff;
  stroke-width: 1px;
}
.ring {
  fill: none;
  stroke: var(--mark-trouble);
  stroke-width: 2px;
  stroke-dasharray: 5 3;
}
</style>
