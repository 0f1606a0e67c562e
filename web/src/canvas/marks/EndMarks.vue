<script setup lang="ts">
// The ends of open paths that are not selected: a drawing tool can go on from them or join them.
import { computed } from "vue";
import type { Point } from "../../api/types";
import { mapped } from "../../core/matrices";
import { ROOT } from "../../core/tree";
import { useCopies } from "../../stores/board/copies";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useTools } from "../../tools/tools";
import { useLens } from "../pointer/lens";

const copies = useCopies();
const doc = useDocument();
const selection = useSelection();
const tools = useTools();
const view = useLens();

/** Of so many images of an outline the ends can be told apart. */
const MOST_IMAGES = 100;

const ends = computed(() => {
  if (tools.active === "freehand") return [];
  return doc.savedTree.drawnIn(ROOT).flatMap((id) => {
    const item = doc.saved(id);
    if (!item || item.ends.length === 0 || selection.selected.includes(id)) return [];
    if (!doc.free(id)) return [];
    // The original last, on top: on a seam the pointer meets that one.
    return copies
      .matricesOf(id)
      .slice(0, MOST_IMAGES)
      .reverse()
      .flatMap(({ turns, matrix }) =>
        item.ends.map((e) => ({
          key: `${id} ${e.contour} ${e.index} ${turns.join()}`,
          at: view.toScreen(matrix ? mapped(matrix, e.at as Point) : (e.at as Point)),
          hit: JSON.stringify({
            what: "end",
            item: id,
            ...e,
            count:
              1 + Math.max(...item.ends.filter((o) => o.contour === e.contour).map((o) => o.index)),
            image: turns,
          }),
        })),
      );
  });
});
</script>

<template>
  <g v-for="e in ends" :key="e.key" :transform="`translate(${e.at[0]} ${e.at[1]})`">
    <circle class="halo" r="4.5" />
    <circle class="end" r="3" />
    <circle r="9" fill="transparent" pointer-events="all" :data-hit="e.hit" />
  </g>
</template>

<style scoped>
.halo {
  fill: #fff;
}
.end {
  fill: var(--mark-quiet);
}
</style>
