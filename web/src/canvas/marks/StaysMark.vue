<script setup lang="ts">
// The item that the others are lined up with: it stays, and says so.
import { computed } from "vue";
import { useAligning } from "../../stores/editing/aligning";
import { useDocument } from "../../stores/board/document";
import { useLens } from "../pointer/lens";

const doc = useDocument();
const aligning = useAligning();
const view = useLens();
const box = computed(() => {
  const item = doc.drawable(aligning.stays ?? "");
  if (!item) return null;
  const [left, top, right, bottom] = item.box;
  const [a, b] = [view.toScreen([left, top]), view.toScreen([right, bottom])];
  return { x: a[0] - 3, y: a[1] - 3, width: b[0] - a[0] + 6, height: b[1] - a[1] + 6 };
});
</script>

<template>
  <g v-if="box" data-testid="stays">
    <rect class="halo" v-bind="box" />
    <rect class="line" v-bind="box" />
    <text :x="box.x + 6" :y="box.y + 15">stays</text>
  </g>
</template>

<style scoped>
rect {
  fill: none;
  pointer-events: none;
}
.halo {
  stroke: #fff;
  stroke-opacity: 0.8;
  stroke-width: 4px;
}
.line {
  stroke: var(--mark-active);
  stroke-width: 1.5px;
  stroke-dasharray: 10 3 2 3;
}
text {
  font-size: 12px;
  fill: var(--mark-active);
  paint-order: stroke;
  stroke: #fff;
  stroke-width: 4px;
  pointer-events: none;
}
</style>
