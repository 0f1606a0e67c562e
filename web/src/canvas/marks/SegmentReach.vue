<script setup lang="ts">
// The segments of the selected outlines, as the pointer meets them.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useTools } from "../../tools/tools";
import { useLens } from "../pointer/lens";

const REACH = 11;

const doc = useDocument();
const selection = useSelection();
const tools = useTools();
const view = useLens();

const outlines = computed(() =>
  tools.active === "freehand"
    ? []
    : selection.selected
        .map((i) => doc.saved(i))
        .filter((d) => d !== undefined)
        .filter((d) => d.type === "outline" && doc.free(d.id)),
);
const hit = (item: string): string => JSON.stringify({ what: "segment", item });
</script>

<template>
  <g :transform="view.transform">
    <path
      v-for="o in outlines"
      :key="o.id"
      :d="o.path"
      class="reach"
      :stroke-width="REACH"
      vector-effect="non-scaling-stroke"
      :data-hit="hit(o.id)"
    />
  </g>
</template>

<style scoped>
.reach {
  fill: none;
  stroke: transparent;
  pointer-events: stroke;
}
</style>
