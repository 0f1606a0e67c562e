<script setup lang="ts">
// A Bézier handle: a hairline stem ending in a small ring.
import { computed } from "vue";
import type { AnchorMark } from "../../api/types";
import { useLens } from "../pointer/lens";

const props = defineProps<{
  mark: AnchorMark;
  side: "into" | "out";
  chosen: boolean;
  /** Not met by the pointer. */
  still: boolean;
}>();
const view = useLens();

const end = computed(() => props.mark[props.side] ?? props.mark.at);
const from = computed(() => view.toScreen(props.mark.at));
const to = computed(() => view.toScreen(end.value));
const hitOf = (what: "handle" | "stem"): string => {
  const { item, contour, index } = props.mark;
  return JSON.stringify({ what, item, contour, index, side: props.side, at: end.value });
};
</script>

<template>
  <g class="handle" :class="{ chosen }" :data-testid="`handle-${side}-${mark.index}`">
    <path class="halo" :d="`M${from[0]} ${from[1]}L${to[0]} ${to[1]}`" />
    <path class="stem" :d="`M${from[0]} ${from[1]}L${to[0]} ${to[1]}`" />
    <path
      class="reach"
      :d="`M${from[0]} ${from[1]}L${to[0]} ${to[1]}`"
      :pointer-events="still ? 'none' : 'stroke'"
      :data-hit="hitOf('stem')"
    />
    <circle class="ring" :cx="to[0]" :cy="to[1]" r="4" />
    <circle
      :cx="to[0]"
      :cy="to[1]"
      r="8"
      fill="transparent"
      :pointer-events="still ? 'none' : 'all'"
      :data-hit="hitOf('handle')"
    />
  </g>
</template>

<style scoped>
.handle {
  --tone: var(--mark-quiet);
  pointer-events: none;
}
.chosen {
  --tone: var(--mark-touched);
}
.halo {
  stroke: #fff;
  stroke-opacity: 0.7;
  stroke-width: 3px;
}
.stem {
  stroke: var(--tone);
  stroke-width: 1px;
}
.reach {
  stroke: transparent;
  stroke-width: 10px;
}
.ring {
  fill: #fff;
  stroke: var(--tone);
  stroke-width: 1.8px;
}
</style>
