<script setup lang="ts">
// The hand's raw stroke while it is drawn.
import { computed } from "vue";
import { useTools } from "../../tools/tools";
import { useLens } from "./lens";

const tools = useTools();
const view = useLens();
const line = computed(() => tools.ink?.map((p) => view.toScreen(p).join(" ")).join(" ") ?? "");
</script>

<template>
  <polyline v-if="tools.ink" class="ink" :points="line" />
</template>

<style scoped>
.ink {
  fill: none;
  stroke: var(--mark-touched);
  stroke-width: 2px;
  stroke-linecap: round;
  stroke-linejoin: round;
  pointer-events: none;
}
</style>
