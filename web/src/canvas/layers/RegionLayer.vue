<script setup lang="ts">
// The regions that a sweep can take: hairlines, the one under the pointer and those gone across lit
// up, ember where they fuse and in the colour of trouble where they go; closed gaps in plum.
import { useSweeping } from "../../stores/editing/sweeping";
import { useView } from "../../stores/display/view";

const sweeping = useSweeping();
const view = useView();

const lit = (n: number): boolean => sweeping.over === n || sweeping.taken.includes(n);
</script>

<template>
  <g v-if="sweeping.marks" class="regions" :transform="view.transform">
    <path
      v-for="(region, n) in sweeping.marks.regions"
      :key="n"
      :d="region.path"
      :data-region="n"
      :data-testid="`region-${n}`"
      :class="{ lit: lit(n), goes: sweeping.removing }"
    />
    <line
      v-for="([from, to], n) in sweeping.marks.bridges"
      :key="`b${n}`"
      class="bridge"
      data-testid="bridge"
      :x1="from[0]"
      :y1="from[1]"
      :x2="to[0]"
      :y2="to[1]"
    />
  </g>
</template>

<style scoped>
.regions * {
  fill: none;
  stroke: var(--mark-construction);
  stroke-opacity: 0.6;
  vector-effect: non-scaling-stroke;
  pointer-events: none;
}
.regions .lit {
  fill: var(--mark-touched);
  fill-opacity: 0.45;
  stroke: var(--mark-touched);
  stroke-opacity: 1;
}
.regions .lit.goes {
  fill: var(--trouble);
  fill-opacity: 0.3;
  stroke: var(--trouble);
  stroke-dasharray: 4 3;
}
.regions .bridge {
  stroke-width: 3px;
  stroke-opacity: 1;
}
</style>
