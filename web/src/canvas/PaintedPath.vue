<script setup lang="ts">
// A path as it is painted. A stroke on one side of it is drawn twice as wide, and cut at the path.
import { computed, useId } from "vue";
import type { Style } from "../api/types";

const props = defineProps<{
  path: string;
  rule: "nonzero" | "evenodd";
  paint: Required<Style>;
  /** One of its paths at least is open, so that its stroke is centred. */
  open: boolean;
  /** As a wire: thin, and not filled. */
  plain?: boolean;
}>();

const id = useId();
const stroked = computed(() => props.paint.stroke !== null && props.paint.stroke_width > 0);
const side = computed(() =>
  stroked.value && !props.open && !props.plain && props.paint.placing !== "centred"
    ? props.paint.placing
    : null,
);
const stroke = computed(() => ({
  stroke: props.paint.stroke ?? "none",
  "stroke-width": props.paint.stroke_width * (side.value ? 2 : 1),
  "stroke-linecap": props.paint.cap,
  "stroke-linejoin": props.paint.join,
  "stroke-miterlimit": props.paint.miter_limit,
  "stroke-dasharray": props.paint.dashes.join(" ") || undefined,
  "stroke-dashoffset": props.paint.dash_from || undefined,
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
  <path
    v-else-if="!side"
    :d="path"
    :fill="paint.fill ?? 'none'"
    :fill-rule="rule"
    v-bind="stroke"
  />
  <g v-else>
    <clipPath v-if="side === 'inside'" :id="id"><path :d="path" :clip-rule="rule" /></clipPath>
    <mask v-else :id="id" maskUnits="userSpaceOnUse" x="-1e6" y="-1e6" width="2e6" height="2e6">
      <rect x="-1e6" y="-1e6" width="2e6" height="2e6" fill="#fff" />
      <path :d="path" :fill-rule="rule" fill="#000" />
    </mask>
    <path :d="path" :fill="paint.fill ?? 'none'" :fill-rule="rule" />
    <path
      :d="path"
      fill="none"
      v-bind="stroke"
      :clip-path="side === 'inside' ? `url(#${id})` : undefined"
      :mask="side === 'outside' ? `url(#${id})` : undefined"
    />
  </g>
</template>
