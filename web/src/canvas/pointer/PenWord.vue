<script setup lang="ts">
// Beside the pointer: what a click of the drawing tool would do.
import { useTools } from "../../tools/tools";

const tools = useTools();
</script>

<template>
  <text
    v-if="tools.word && tools.pointer"
    class="word"
    data-testid="pen-hint"
    :x="tools.pointer[0] + 18"
    :y="tools.pointer[1] + 5"
  >
    {{ tools.word }}
  </text>
</template>

<style scoped>
.word {
  fill: var(--mark-construction);
  font-size: 12px;
  font-weight: 600;
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 3px;
  pointer-events: none;
}
</style>
