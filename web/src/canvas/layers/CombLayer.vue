<script setup lang="ts">
// The comb on what is selected: teeth square to the curve, as long as it bends; at each joint as
// many strokes as the sides have in common. And the place that is pointed at in the profile.
import { computed, watch } from "vue";
import type { CurveReading } from "../../api/types";
import { useCopies } from "../../stores/board/copies";
import { useCurves } from "../../stores/measuring/curves";
import { useDisplay } from "../../stores/display/display";
import { pointOf } from "../../lib/readings";
import { useTools } from "../../tools/tools";
import { useView } from "../../stores/display/view";
import { combPaths, jointPlace } from "../marks/comb";
import { jointPath } from "../marks/joints";
import { useLens } from "../pointer/lens";

const lens = useLens();
const copies = useCopies();
const curves = useCurves();
const display = useDisplay();
const tools = useTools();
const view = useView();

/** What the pointer is near to on the canvas is pointed at, but for while something is dragged. */
watch(
  () => tools.pointer,
  (pointer) => {
    if (!display.profile || tools.pressing) return;
    if (pointer) curves.pointAt(copies.toOriginal(view.toSheet(pointer)), view.scale);
    else curves.pointed = null;
  },
);

const combs = computed(() =>
  display.comb ? curves.readings.map((r) => combPaths(r, lens.toScreen, curves.reach)) : [],
);
const joints = computed(() =>
  display.comb
    ? curves.readings.flatMap((r: CurveReading) =>
        r.joints.map((j) => ({
          continuity: j.continuity,
          d: jointPath(j.continuity),
          at: jointPlace(r, j.along, lens.toScreen, curves.reach),
        })),
      )
    : [],
);
const pointed = computed(() => {
  const on = curves.pointed;
  const reading = on && curves.readings[on.reading];
  return reading ? lens.toScreen(pointOf(reading, on.place)) : null;
});
</script>

<template>
  <g class="comb" data-testid="comb">
    <template v-for="(comb, n) in combs" :key="n">
      <path class="teeth" :d="comb.teeth" />
      <path class="edge" :d="comb.edge" data-testid="comb-edge" />
    </template>
    <path
      v-for="(joint, n) in joints"
      :key="`j${n}`"
      :class="['joint', joint.continuity]"
      :data-continuity="joint.continuity"
      :transform="`translate(${joint.at.join(' ')})`"
      :d="joint.d"
    />
    <circle
      v-if="pointed"
      class="pointed"
      data-testid="pointed"
      :cx="pointed[0]"
      :cy="pointed[1]"
      r="5"
    />
  </g>
</template>

<style scoped>
.comb * {
  fill: none;
  pointer-events: none;
}
.teeth {
  stroke: var(--mark-construction);
  stroke-opacity: 0.45;
  stroke-width: 0.8px;
}
.edge {
  stroke: var(--mark-construction);
  stroke-width: 1.2px;
}
.joint {
  stroke: var(--mark-quiet);
  stroke-width: 1.4px;
}
.broken,
.tangent {
  stroke: var(--mark-trouble);
}
.pointed {
  stroke: var(--mark-touched);
  stroke-width: 2px;
}
</style>
