<script setup lang="ts">
// What is dragged reads out beside the pointer.
import { useTools } from "../../tools/tools";

const tools = useTools();
</script>

<template>
  <div
    v-if="tools.bubble && tools.pointer"
    class="bubble"
    data-testid="bubble"
    :style="{ left: `${tools.pointer[0] + 18}px`, top: `${tools.pointer[1] + 18}px` }"
  >
    {{ tools.bubble }}
  </div>
</template>

<style scoped>
.bubble {
  position: absolute;
  pointer-events: none;
  padding: 4px 8px;
  background: var(--raised);
  border: 1px solid var(--hairline);
  border-radius: 6px;
  font-size: 12px;
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
</style>
