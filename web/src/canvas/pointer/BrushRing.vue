<script setup lang="ts">
// The brush under the pointer: how far it reaches, and a dot where it takes hold.
import { useBrushing } from "../../stores/editing/brushing";
import { useTools } from "../../tools/tools";

const tools = useTools();
const brushing = useBrushing();
</script>

<template>
  <g v-if="tools.pointer" class="brush" :transform="`translate(${tools.pointer.join(' ')})`">
    <circle class="reach" data-testid="brush" :r="brushing.pixels" />
    <circle class="dot" r="2" />
  </g>
</template>

<style scoped>
.brush * {
  pointer-events: none;
}
.reach {
  fill: none;
  stroke: var(--mark-touched);
  stroke-width: 1.2px;
  stroke-dasharray: 4 3;
}
.dot {
  fill: var(--mark-touched);
}
</style>
