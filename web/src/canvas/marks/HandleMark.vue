<script setup lang="ts">
// A Bézier handle: a hairline stem ending in a small ring.
import { computed } from "vue";
import type { AnchorMark, Point } from "../../api/types";
import { useTools } from "../../tools/tools";
import { CLEAR } from "./apart";
import { useLens } from "../pointer/lens";

const props = defineProps<{
  mark: AnchorMark;
  side: "into" | "out";
  chosen: boolean;
  /** Not met by the pointer. */
  still: boolean;
}>();
const view = useLens();
const tools = useTools();

const end = computed(() => props.mark[props.side] ?? props.mark.at);
const from = computed(() => view.toScreen(props.mark.at));
/** A handle that is hardly longer than its anchor's mark is wide stands off it, but in a drag. */
const to = computed<Point>(() => {
  const [x, y] = view.toScreen(end.value);
  const [dx, dy] = [x - from.value[0], y - from.value[1]];
  const long = Math.hypot(dx, dy);
  if (long >= CLEAR || long < 1e-6 || tools.dragged?.what === "handle") return [x, y];
  return [from.value[0] + (dx / long) * CLEAR, from.value[1] + (dy / long) * CLEAR];
});
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
.chosen,
.handle:hover {
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
