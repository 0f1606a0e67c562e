<script setup lang="ts">
// What an item looks like, small: itself, or what it holds, in all the images of a symmetry; without
// what masks it.
import { computed, useId } from "vue";
import type { Drawable, Matrix, Style } from "../../api/types";
import GradientDef from "./GradientDef.vue";
import PictureShape from "./PictureShape.vue";
import { isGradient, isPicture, paintOf, plainColour, isSeen } from "./paint";
import { after } from "../../core/matrices";
import { useDocument } from "../../stores/board/document";

const props = defineProps<{ id: string }>();
const doc = useDocument();

/** As many parts of a container as can be told apart at this size. */
const MOST_PARTS = 200;

interface Part {
  item: Pick<Drawable, "path" | "rule" | "style">;
  matrix: Matrix | null;
}

const item = computed(() => doc.drawable(props.id));
const parts = computed(() => {
  const found: Part[] = [];
  const add = (id: string, matrix: Matrix | null): void => {
    const part = doc.drawable(id);
    if (!part || found.length >= MOST_PARTS) return;
    if (doc.paints(id)) {
      const { assembly } = part;
      for (const item of [...(assembly?.below ?? []), part, ...(assembly?.above ?? [])]) {
        found.push({ item, matrix });
      }
      return;
    }
    for (const image of part.symmetry?.images ?? [null]) {
      const there = image && matrix ? after(matrix, image) : (image ?? matrix);
      for (const child of doc.tree.in(id)) if (child !== part.mask?.item) add(child, there);
    }
  };
  add(props.id, null);
  return found;
});
const box = computed(() => {
  const [l, t, r, b] = item.value?.box ?? [0, 0, 1, 1];
  const w = Math.max(r - l, 1e-3);
  const h = Math.max(b - t, 1e-3);
  const margin = Math.max(w, h) * 0.06;
  return `${l - margin} ${t - margin} ${w + 2 * margin} ${h + 2 * margin}`;
});
const uid = useId();
/** The line that it is drawn with: its front stroke, or ink where nothing else would show. */
function inkOf(style: Style): string {
  const front = style.strokes.filter(isSeen).at(-1)?.paint;
  if (front) return plainColour(front);
  return style.fill === null ? "#1B2924" : "none";
}
</script>

<template>
  <svg :viewBox="box" aria-hidden="true">
    <template v-for="(p, n) in parts" :key="`g ${n}`">
      <GradientDef
        v-if="isGradient(p.item.style.fill)"
        :id="`${uid}-${n}`"
        :gradient="p.item.style.fill"
      />
      <PictureShape
        v-else-if="isPicture(p.item.style.fill)"
        :id="`${uid}-${n}`"
        :path="p.item.path"
        :rule="p.item.rule"
        :picture="p.item.style.fill"
        :opacity="p.item.style.fill_opacity"
        :transform="p.matrix ? `matrix(${p.matrix.join(' ')})` : undefined"
      />
    </template>
    <path
      v-for="(p, n) in parts"
      :key="n"
      :d="p.item.path"
      :transform="p.matrix ? `matrix(${p.matrix.join(' ')})` : undefined"
      :fill="paintOf(p.item.style.fill, `${uid}-${n}`)"
      :fill-rule="p.item.rule"
      :stroke="inkOf(p.item.style)"
      stroke-width="1.3"
      vector-effect="non-scaling-stroke"
    />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: 100%;
}
</style>
