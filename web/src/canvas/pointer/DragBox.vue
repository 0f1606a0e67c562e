<script setup lang="ts">
// The box dragged around several things.
import { computed } from "vue";
import type { Point } from "../../api/types";
import { useView } from "../../stores/display/view";

const props = defineProps<{ corners: [Point, Point] }>();
const view = useView();
const box = computed(() => {
  const [a, b] = [view.toScreen(props.corners[0]), view.toScreen(props.corners[1])];
  return {
    x: Math.min(a[0], b[0]),
    y: Math.min(a[1], b[1]),
    width: Math.abs(a[0] - b[0]),
    height: Math.abs(a[1] - b[1]),
  };
});
</script>

<template>
  <rect v-bind="box" class="box" />
</template>

<style scoped>
.box {
  fill: var(--mark-construction);
  fill-opacity: 0.06;
  stroke: var(--mark-construction);
  stroke-dasharray: 6 3;
  pointer-events: none;
}
</style>
