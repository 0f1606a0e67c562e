<script setup lang="ts">
// An anchor: its mark shows the tangents it has.
import { computed } from "vue";
import type { AnchorMark, Point } from "../../api/types";
import { useLens } from "../pointer/lens";

const props = defineProps<{
  mark: AnchorMark;
  chosen: boolean;
  /** Not met by the pointer. */
  still: boolean;
  /** What a click of the pen would do here. */
  word: string | null;
  /** Pixels that it steps off another one at the same place. */
  shift?: Point;
}>();
const view = useLens();

const ARM = 9;
const at = computed<Point>(() => {
  const [x, y] = view.toScreen(props.mark.at);
  const [right, down] = props.shift ?? [0, 0];
  return [x + right, y + down];
});
const direction = computed<Point>(() => {
  const { on, back } = props.mark;
  return on[0] || on[1] ? on : [-back[0], -back[1]];
});
const along = computed(() => {
  const [x, y] = direction.value;
  return x || y ? `matrix(${x} ${y} ${-y} ${x} 0 0)` : "";
});
const path = computed(() => {
  if (props.mark.kind === "flowing") return "M-9 1.5C-5 -5 -3 -3.5 0 0S5 5 9 -1.5";
  if (props.mark.kind !== "corner") return "M-8 0H8";
  const { on, back } = props.mark;
  if (!on[0] && !on[1] && !back[0] && !back[1]) return "M-4 0H4M0 -4V4";
  return `M${back[0] * ARM} ${back[1] * ARM}L0 0L${on[0] * ARM} ${on[1] * ARM}`;
});
const turned = computed(() => (props.mark.kind === "corner" ? "" : along.value));
/** Held on a seam: a ring where the path crosses it smoothly, a diamond where it makes a point. */
const seam = computed(() => {
  if (props.mark.seam === "smooth") return "M-12 0A12 12 0 1 0 12 0A12 12 0 1 0 -12 0Z";
  return props.mark.seam === "point" ? "M0 -13L13 0L0 13L-13 0Z" : null;
});
const hit = computed(() => {
  const { item, contour, index, at: place } = props.mark;
  return JSON.stringify({ what: "anchor", item, contour, index, at: place });
});
</script>

<template>
  <g
    :transform="`translate(${at[0]} ${at[1]})`"
    class="anchor"
    :class="{ chosen }"
    :data-testid="`anchor-${mark.index}`"
  >
    <path v-if="shift" class="leader" :d="`M0 0L${-shift[0]} ${-shift[1]}`" />
    <circle r="9" fill="transparent" :pointer-events="still ? 'none' : 'all'" :data-hit="hit" />
    <g pointer-events="none">
      <g :transform="turned">
        <path class="halo" :d="path" />
        <path class="body" :d="path" />
        <circle v-if="mark.kind === 'symmetric'" class="dot" r="2.6" />
      </g>
      <path v-if="mark.first" class="first" d="M11 -11V-3L18 -7Z" :transform="along" />
      <path
        v-if="mark.eased"
        class="eased"
        d="M-2.2 -12V-7M2.2 -12V-7"
        :transform="along"
        data-eased
      />
      <path v-if="seam" class="seam" :d="seam" :data-seam="mark.seam" />
      <circle v-if="word" class="closes" r="13" />
    </g>
  </g>
</template>

<style scoped>
.leader {
  fill: none;
  stroke: var(--mark-ink);
  stroke-width: 1px;
  pointer-events: none;
}
.halo,
.body {
  fill: none;
  stroke-linejoin: round;
  stroke-linecap: round;
}
.eased {
  fill: none;
  stroke: var(--mark-ink);
  stroke-width: 1.6px;
}
.halo {
  stroke: #fff;
  stroke-width: 7px;
}
/* what a press would take */
.anchor:hover .halo {
  stroke: var(--mark-touched);
  stroke-opacity: 0.4;
}
.body {
  stroke: var(--mark-ink);
  stroke-width: 4px;
}
.dot {
  fill: #fff;
  stroke: var(--mark-ink);
  stroke-width: 1.4px;
}
.first {
  fill: #fff;
  stroke: var(--mark-ink);
  stroke-width: 1.3px;
  stroke-linejoin: round;
}
.chosen .body,
.chosen .dot,
.chosen .first {
  stroke: var(--mark-touched);
}
.seam {
  fill: none;
  stroke: var(--mark-construction);
  stroke-width: 1.4px;
}
.closes {
  fill: none;
  stroke: var(--mark-construction);
  stroke-width: 1.5px;
}
</style>
