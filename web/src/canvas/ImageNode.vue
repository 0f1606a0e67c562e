<script setup lang="ts">
// An item once more, in an image of a symmetry around it: only a reference to what is drawn, so that
// whatever happens to that shows in all images at once.
import { computed } from "vue";
import type { Style } from "../api/types";
import { useBoard } from "../stores/board";

const props = defineProps<{
  id: string;
  pickable: boolean;
  plain: boolean;
  /** Which image, of each symmetry around it, the outermost first. */
  turns: readonly number[];
  /** How it is painted here instead of as the original. */
  paint: Style | null;
}>();
const board = useBoard();

const item = computed(() => board.drawable(props.id));
const held = computed(() => board.tree.in(props.id));
const opacity = computed(() =>
  props.plain || item.value?.opacity === 1 ? undefined : item.value?.opacity,
);
const picks = computed(() => props.pickable && !item.value?.locked);
/** Its own images, where it is a symmetry itself; else what it holds, once. */
const images = computed(() => {
  const { turns, paint } = props;
  const mark = item.value?.symmetry;
  if (!mark) return [{ turns, paint, transform: undefined }];
  return mark.images.map((matrix, n) => ({
    turns: [...turns, n],
    paint: (n % 2 === 1 ? mark.second : null) ?? paint,
    transform: `matrix(${matrix.join(" ")})`,
  }));
});
const hit = computed(() =>
  picks.value ? JSON.stringify({ what: "item", item: props.id, image: props.turns }) : undefined,
);
</script>

<template>
  <template v-if="item && !item.hidden">
    <g v-if="board.paints(id) && paint" :data-hit="hit">
      <path
        :d="item.path"
        :fill="paint.fill ?? 'none'"
        :fill-rule="item.rule"
        :stroke="paint.stroke ?? 'none'"
        :stroke-width="paint.stroke_width"
        :stroke-linecap="paint.cap"
        :stroke-linejoin="paint.join"
        :pointer-events="hit ? 'painted' : 'none'"
      />
    </g>
    <use v-else-if="board.paints(id)" :href="`#drawn-${id}`" :data-hit="hit" />
    <g v-else :opacity="opacity">
      <g v-for="(image, n) in images" :key="n" :transform="image.transform">
        <ImageNode
          v-for="child in held"
          :id="child"
          :key="child"
          :pickable="picks"
          :plain="plain"
          :turns="image.turns"
          :paint="image.paint"
        />
      </g>
    </g>
  </template>
</template>
