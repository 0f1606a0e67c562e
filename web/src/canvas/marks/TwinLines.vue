<script setup lang="ts">
// The lines about which the chosen anchors' twins mirror them: plum, dash-dot, right across.
import { computed } from "vue";
import type { Point } from "../../api/types";
import { useSelection } from "../../stores/board/selection";
import { useLens } from "../pointer/lens";

const selection = useSelection();
const view = useLens();

const lines = computed(() => {
  const reach = (view.size[0] + view.size[1]) * 2;
  const found = new Map<string, string>();
  for (const mark of selection.marks.anchors) {
    const on = selection.anchors.some(
      (a) => a[0] === mark.item && a[1] === mark.contour && a[2] === mark.index,
    );
    if (!on || !mark.twin) continue;
    const [x, y] = view.toScreen(mark.twin.through as Point);
    const [dx, dy] = mark.twin.along as Point;
    const path = `M${x - dx * reach} ${y - dy * reach}L${x + dx * reach} ${y + dy * reach}`;
    found.set(path, path);
  }
  return [...found.values()];
});
</script>

<template>
  <path v-for="l in lines" :key="l" class="twins" :d="l" data-testid="twin-line" />
</template>

<style scoped>
.twins {
  fill: none;
  stroke: var(--mark-construction);
  stroke-dasharray: 9 4 2 4;
  pointer-events: none;
}
</style>
