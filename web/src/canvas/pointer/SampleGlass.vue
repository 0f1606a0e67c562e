<script setup lang="ts">
// Beside the pointer: the colour that is sampled, and over a reference its pixels, enlarged.
import { computed } from "vue";
import type { Point } from "../../api/types";
import { useSampling } from "../../stores/painting/sampling";
import { useTools } from "../../tools/tools";
import { AROUND } from "../../lib/pixels";

const sampling = useSampling();
const tools = useTools();
const CELL = 9;
const SIDE = 2 * AROUND + 1;

const place = computed<Point>(() => tools.pointer ?? [0, 0]);
const grid = computed(() => sampling.seen?.pixels?.grid ?? []);
/** The pixels whose mean is taken. */
const middle = computed(() => {
  const half = (sampling.width - 1) / 2;
  return { from: (AROUND - half) * CELL, size: sampling.width * CELL };
});
</script>

<template>
  <g
    v-if="tools.pointer && sampling.seen"
    class="glass"
    :transform="`translate(${place[0] + 18} ${place[1] + 18})`"
    data-testid="sample-glass"
  >
    <rect
      class="ground"
      x="-4"
      y="-4"
      :width="SIDE * CELL + 8"
      :height="grid.length > 0 ? SIDE * CELL + 34 : 30"
      rx="6"
    />
    <template v-if="grid.length > 0">
      <rect
        v-for="(colour, n) in grid"
        :key="n"
        :x="(n % SIDE) * CELL"
        :y="Math.floor(n / SIDE) * CELL"
        :width="CELL"
        :height="CELL"
        :fill="colour"
      />
      <rect
        class="halo"
        :x="middle.from"
        :y="middle.from"
        :width="middle.size"
        :height="middle.size"
      />
      <rect
        class="middle"
        :x="middle.from"
        :y="middle.from"
        :width="middle.size"
        :height="middle.size"
      />
    </template>
    <g :transform="`translate(0 ${grid.length > 0 ? SIDE * CELL + 4 : 0})`">
      <rect class="chip" width="22" height="22" rx="4" :fill="sampling.seen.colour" />
      <text x="30" y="16">{{ sampling.seen.colour }}</text>
    </g>
  </g>
</template>

<style scoped>
.glass {
  pointer-events: none;
}
.ground {
  fill: var(--raised);
  stroke: var(--hairline);
}
.halo,
.middle {
  fill: none;
  stroke: #fff;
  stroke-width: 3px;
}
.middle {
  stroke: var(--mark-ink);
  stroke-width: 1.4px;
}
.chip {
  stroke: var(--hairline);
}
text {
  font-size: 12px;
  fill: var(--ink);
}
</style>
