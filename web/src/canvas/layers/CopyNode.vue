<script setup lang="ts">
// An item once more, in an image of a symmetry around it: only a reference to what is drawn, so that
// whatever happens to that shows in all images at once.
import { computed } from "vue";
import type { Style } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import PaintedPath from "../paint/PaintedPath.vue";
import { showingOf } from "../paint/paint";

const props = defineProps<{
  id: string;
  pickable: boolean;
  plain: boolean;
  /** Which image, of each symmetry around it, the outermost first. */
  turns: readonly number[];
  /** How it is painted here instead of as the original. */
  paint: Style | null;
}>();
const doc = useDocument();

const item = computed(() => doc.drawable(props.id));
const held = computed(() => doc.tree.in(props.id));
/** As the original, whose filter it has. */
const showing = computed(() =>
  item.value && !props.plain
    ? showingOf(item.value.finish, item.value.filter, `fx-${props.id}`)
    : {},
);
/** As the original, whose mask it has. */
const masking = computed(() => (props.plain ? null : (item.value?.mask?.item ?? null)));
const mask = computed(() => (masking.value ? `url(#mask-${props.id})` : undefined));
const seen = computed(() => held.value.filter((i) => i !== masking.value));
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
/** All that is painted of it, in the paint of this image. */
const painted = computed(() => {
  const { paint } = props;
  if (!item.value || !paint) return [];
  const { assembly } = item.value;
  const all = [...(assembly?.below ?? []), item.value, ...(assembly?.above ?? [])];
  return all.map(({ path, rule, open, dashes }) => ({ path, rule, open, dashes, paint }));
});
</script>

<template>
  <template v-if="item && !item.hidden">
    <g v-if="painted.length > 0 && doc.paints(id)" :data-hit="hit" v-bind="showing">
      <g :pointer-events="hit ? 'painted' : 'none'">
        <PaintedPath v-for="(p, n) in painted" :key="n" v-bind="p" />
      </g>
    </g>
    <use v-else-if="doc.paints(id)" :href="`#drawn-${id}`" :data-hit="hit" />
    <g v-else v-bind="showing">
      <g v-for="(image, n) in images" :key="n" :transform="image.transform" :mask="mask">
        <ImageNode
          v-for="child in seen"
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
