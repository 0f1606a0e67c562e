<script setup lang="ts">
// A path as it is painted: its fill, and its strokes back to front; one element where that will do.
import { computed, useId } from "vue";
import type { Style } from "../../api/types";
import GradientDef from "./GradientDef.vue";
import StrokePath from "./StrokePath.vue";
import PictureShape from "./PictureShape.vue";
import { isGradient, isPicture, paintOf, isSeen } from "./paint";
import { penOf, sideOf } from "./strokeattributes";

const props = defineProps<{
  path: string;
  rule: "nonzero" | "evenodd";
  paint: Style;
  /** One of its paths at least is open, so that its strokes are centred. */
  open: boolean;
  /** By stroke, where its dashes lie; none where no stroke has any that are fitted. */
  dashes: readonly (string | null)[];
  /** As a wire: thin, and not filled. */
  plain?: boolean;
}>();

const id = useId();
const strokes = computed(() =>
  props.paint.strokes
    .map((stroke, n) => ({ stroke, dashes: props.dashes[n] ?? null, n }))
    .filter(({ stroke }) => isSeen(stroke)),
);
/** The attributes of its only stroke, where that needs no element of its own. */
const pen = computed(() => {
  const [one, ...more] = strokes.value;
  if (one === undefined) return { stroke: "none" };
  const own = one.dashes !== null || sideOf(one.stroke, props.open) || isGradient(one.stroke.paint);
  return more.length > 0 || own ? null : penOf(one.stroke, false, "");
});
/** The fill needs an element of its own. */
const isOwn = computed(() => isGradient(props.paint.fill) || isPicture(props.paint.fill));
const fill = computed(() => ({
  fill: paintOf(props.paint.fill, `fill-${id}`),
  "fill-rule": props.rule,
  "fill-opacity": props.paint.fill_opacity < 1 ? props.paint.fill_opacity : undefined,
}));
</script>

<template>
  <path
    v-if="plain"
    :d="path"
    fill="none"
    stroke="var(--mark-ink)"
    stroke-width="1"
    vector-effect="non-scaling-stroke"
  />
  <path v-else-if="pen && !isOwn" :d="path" v-bind="{ ...fill, ...pen }" />
  <g v-else>
    <GradientDef v-if="isGradient(paint.fill)" :id="`fill-${id}`" :gradient="paint.fill" />
    <PictureShape
      v-else-if="isPicture(paint.fill)"
      :id="`fill-${id}`"
      :path="path"
      :rule="rule"
      :picture="paint.fill"
      :opacity="paint.fill_opacity"
    />
    <path :d="path" v-bind="{ ...fill, ...(pen ?? { stroke: 'none' }) }" />
    <template v-if="!pen">
      <StrokePath
        v-for="s in strokes"
        :key="s.n"
        :path="path"
        :rule="rule"
        :stroke="s.stroke"
        :open="open"
        :dashes="s.dashes"
      />
    </template>
  </g>
</template>
