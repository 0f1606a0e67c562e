<script setup lang="ts">
// The grid and the guides, as hairlines over the desk.
import { computed } from "vue";
import type { Guide } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useTools } from "../../tools/tools";
import { guideGrips } from "../marks/guidegrips";
import { useLens } from "../pointer/lens";

const doc = useDocument();
const view = useLens();
const tools = useTools();

const FAR = 20_000;
const CLOSEST = 5;

/** Lines at equal distances over the sheet, as path data on the screen; none when too dense. */
function lines(step: number): string {
  if (step * view.scale < CLOSEST) return "";
  const { width, height } = doc.sheet;
  const [left, top] = view.toScreen([0, 0]);
  const [right, bottom] = view.toScreen([width, height]);
  let path = "";
  for (let x = 0; x <= width; x += step) path += `M${view.toScreen([x, 0])[0]} ${top}V${bottom}`;
  for (let y = 0; y <= height; y += step) path += `M${left} ${view.toScreen([0, y])[1]}H${right}`;
  return path;
}

const grid = computed(() => {
  const { step, parts, shown } = doc.sheet.grid;
  return shown ? { coarse: lines(step), fine: parts > 1 ? lines(step / parts) : "" } : null;
});
const guides = computed(() => (doc.sheet.guides_hidden ? [] : doc.sheet.guides));
const place = (g: Guide): string => {
  const [x, y] = view.toScreen([g.x, g.y]);
  return `translate(${x} ${y}) rotate(${g.angle})`;
};
/** Of guides that lie on each other; there are none while one is dragged. */
const grips = computed(() => {
  if (tools.name !== "guide" || tools.pressing) return [];
  const free = guides.value.filter((g) => !g.locked);
  const lines = free.map((g) => ({ id: g.id, at: view.toScreen([g.x, g.y]), angle: g.angle }));
  const places = guideGrips(lines, view.size);
  return free.flatMap((guide) => {
    const at = places.get(guide.id);
    return at ? [{ guide, at }] : [];
  });
});
const touched = (g: Guide): boolean => tools.hit?.what === "guide" && tools.hit.guide === g.id;
const hit = (g: Guide): string => JSON.stringify({ what: "guide", guide: g.id, at: [g.x, g.y] });
</script>

<template>
  <g class="aids">
    <template v-if="grid">
      <path :d="grid.fine" class="fine" />
      <path :d="grid.coarse" class="coarse" />
    </template>
    <g
      v-for="g in guides"
      :key="g.id"
      :transform="place(g)"
      class="guide"
      :class="{ chosen: doc.aid === g.id, touched: grips.length > 0 && touched(g) }"
      :data-testid="`guide-${g.angle}`"
    >
      <path :d="`M${-FAR} 0H${FAR}`" />
      <path
        v-if="tools.name === 'guide' && !g.locked"
        class="reach"
        :d="`M${-FAR} 0H${FAR}`"
        :data-hit="hit(g)"
      />
    </g>
    <g
      v-for="{ guide, at } in grips"
      :key="guide.id"
      :transform="`translate(${at})`"
      class="grip"
      :class="{ touched: touched(guide) }"
    >
      <path class="diamond" d="M0 -6L6 0L0 6L-6 0Z" />
      <circle class="grab" r="13" :data-hit="hit(guide)" data-testid="guide-grip" />
    </g>
  </g>
</template>

<style scoped>
.aids path {
  fill: none;
  pointer-events: none;
}
.fine {
  stroke: var(--mark-quiet);
  stroke-opacity: 0.14;
}
.coarse {
  stroke: var(--mark-quiet);
  stroke-opacity: 0.3;
}
.guide path {
  stroke: var(--mark-construction);
  stroke-width: 1px;
}
.guide.chosen path {
  stroke-width: 2px;
}
.aids .diamond {
  fill: #fff;
  stroke: var(--mark-construction);
  stroke-width: 1.5px;
}
.touched path {
  stroke: var(--mark-touched);
}
.aids .touched .diamond {
  stroke: var(--mark-touched);
}
.grab {
  fill: transparent;
  pointer-events: all;
  cursor: move;
}
.aids .reach {
  stroke: transparent;
  stroke-width: 12px;
  pointer-events: stroke;
  cursor: move;
}
</style>
