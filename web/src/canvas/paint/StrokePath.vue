<script setup lang="ts">
// A stroke of a form. On one side of it, it is drawn twice as wide and cut at the form.
import { computed, useId } from "vue";
import type { Stroke } from "../../api/types";
import GradientDef from "./GradientDef.vue";
import { isGradient } from "./paint";
import { penOf, sideOf } from "./strokeattributes";

const props = defineProps<{
  path: string;
  rule: "nonzero" | "evenodd";
  stroke: Stroke;
  open: boolean;
  /** Where its dashes lie, in the place of a pattern. */
  dashes: string | null;
}>();
const id = useId();
const side = computed(() => sideOf(props.stroke, props.open));
const pen = computed(() => ({
  ...penOf(props.stroke, side.value !== null, `ink-${id}`),
  ...(props.dashes === null
    ? {}
    : { "stroke-dasharray": undefined, "stroke-dashoffset": undefined }),
}));
</script>

<template>
  <g>
    <GradientDef v-if="isGradient(stroke.paint)" :id="`ink-${id}`" :gradient="stroke.paint" />
    <clipPath v-if="side === 'inside'" :id="id"><path :d="path" :clip-rule="rule" /></clipPath>
    <mask
      v-else-if="side"
      :id="id"
      maskUnits="userSpaceOnUse"
      x="-1e6"
      y="-1e6"
      width="2e6"
      height="2e6"
    >
      <rect x="-1e6" y="-1e6" width="2e6" height="2e6" fill="#fff" />
      <path :d="path" :fill-rule="rule" fill="#000" />
    </mask>
    <path
      :d="dashes ?? path"
      fill="none"
      v-bind="pen"
      :clip-path="side === 'inside' ? `url(#${id})` : undefined"
      :mask="side === 'outside' ? `url(#${id})` : undefined"
    />
  </g>
</template>
