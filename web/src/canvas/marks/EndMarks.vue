<script setup lang="ts">
// The ends of open paths that are not selected: a drawing tool can go on from them or join them.
import { computed } from "vue";
import type { Drawable, Point } from "../../api/types";
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

interface End {
  item: Drawable;
  end: Drawable["ends"][number];
  turns: readonly number[];
  at: Point;
}

/** Of so many images of an outline the ends can be told apart. */
const MOST_IMAGES = 100;
/** Of more ends in sight those show that are near the pointer. */
const MOST_IN_SIGHT = 300;
/** Pixels of the screen around the pointer; and how far a mark reaches. */
const NEAR = 160;
const REACH = 10;

/** All ends there are; the original's last, on top: on a seam the pointer meets that one. */
const ends = computed<End[]>(() => {
  if (tools.active === "freehand") return [];
  const selected = new Set(selection.selected);
  return doc.savedTree.drawnIn(ROOT).flatMap((id) => {
    const item = doc.saved(id);
    if (!item || item.ends.length === 0 || selected.has(id) || !doc.free(id)) return [];
    return copies
      .matricesOf(id)
      .slice(0, MOST_IMAGES)
      .reverse()
      .flatMap(({ turns, matrix }) =>
        item.ends.map((end) => ({
          item,
          end,
          turns,
          at: matrix ? mapped(matrix, end.at as Point) : (end.at as Point),
        })),
      );
  });
});

const shown = computed(() => {
  const [wide, high] = view.size;
  const inSight = ends.value.flatMap((end) => {
    const [x, y] = view.toScreen(end.at);
    const there = x >= -REACH && y >= -REACH && x <= wide + REACH && y <= high + REACH;
    return there ? [{ ...end, x, y }] : [];
  });
  if (inSight.length <= MOST_IN_SIGHT) return inSight;
  if (!tools.pointer) return [];
  const [x, y] = tools.pointer;
  return inSight.filter((end) => Math.hypot(end.x - x, end.y - y) < NEAR);
});

const keyOf = ({ item, end, turns }: End): string =>
  `${item.id} ${end.contour} ${end.index} ${turns.join()}`;

/** What the pointer meets there. */
function hitOf({ item, end, turns }: End): string {
  const contour = item.ends.filter((other) => other.contour === end.contour);
  const count = 1 + Math.max(...contour.map((other) => other.index));
  return JSON.stringify({ what: "end", item: item.id, ...end, count, image: turns });
}
</script>

<template>
  <g v-for="e in shown" :key="keyOf(e)" :transform="`translate(${e.x} ${e.y})`">
    <circle class="halo" r="4.5" />
    <circle class="end" r="3" />
    <circle r="9" fill="transparent" pointer-events="all" :data-hit="hitOf(e)" />
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
