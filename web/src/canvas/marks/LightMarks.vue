<script setup lang="ts">
// The marks of what is selected in the other images of the symmetries around it, light: a dot for an
// anchor, a hairline for a handle. The hand takes hold of them there as well; then the image under
// the hand gets the marks in full.
import { computed } from "vue";
import type { AnchorMark } from "../../api/types";
import { useCopies } from "../../stores/board/copies";
import { useSelection } from "../../stores/board/selection";
import { onScreen, useLens } from "../pointer/lens";

const props = defineProps<{ /** Those whose handles show. */ handled: readonly AnchorMark[] }>();
const copies = useCopies();
const selection = useSelection();
const view = useLens();

/** Beyond that many marks in all images they are a blur, and the canvas is slow. */
const MOST = 3_000;

const path = computed(() => {
  let [dots, stems] = ["", ""];
  for (const mark of selection.marks.anchors) {
    const [x, y] = view.toScreen(mark.at);
    dots += `M${x} ${y}h0`;
  }
  for (const mark of props.handled) {
    const [x, y] = view.toScreen(mark.at);
    for (const end of [mark.into, mark.out]) {
      if (!end) continue;
      const at = view.toScreen(end);
      stems += `M${x} ${y}L${at[0]} ${at[1]}`;
      dots += `M${at[0]} ${at[1]}h0`;
    }
  }
  return { dots, stems };
});
const images = computed(() => {
  const others = copies.others;
  if (others.length * selection.marks.anchors.length > MOST) return [];
  return others.map(({ turns, matrix }) => ({
    key: turns.join(),
    transform: onScreen(matrix, view),
    hit: JSON.stringify({ what: "image", image: turns }),
  }));
});
</script>

<template>
  <g v-if="images.length > 0" class="light">
    <defs>
      <g id="light-marks">
        <path class="stem" :d="path.stems" />
        <path class="dot" :d="path.dots" />
        <path class="reach" :d="path.dots" />
      </g>
    </defs>
    <use
      v-for="image in images"
      :key="image.key"
      href="#light-marks"
      :transform="image.transform"
      :data-hit="image.hit"
      :data-testid="`image-marks-${image.key}`"
    />
  </g>
</template>

<style scoped>
path {
  fill: none;
  stroke-linecap: round;
  pointer-events: none;
}
.stem {
  stroke: var(--mark-construction);
  stroke-opacity: 0.45;
}
.dot {
  stroke: var(--mark-construction);
  stroke-opacity: 0.7;
  stroke-width: 5px;
}
.reach {
  stroke: transparent;
  stroke-width: 16px;
  pointer-events: stroke;
}
</style>
