<script setup lang="ts">
// The frame of a selection: corner brackets, side bars, and a quarter protractor.
import { computed } from "vue";
import type { Frame, Grip, Point } from "../../api/types";
import { useArranging } from "../../stores/editing/arranging";
import { useTools } from "../../tools/tools";
import { useView } from "../../stores/display/view";
import { useLens } from "../pointer/lens";
import { SIDES, halfOf, restOf } from "./frameplaces";
import PivotMark from "./PivotMark.vue";
import { axesOf, spotOf } from "../../core/spots";

const props = defineProps<{ frame: Frame }>();
const view = useLens();
const tools = useTools();
const arranging = useArranging();
const paper = useView();

const ARM = 16;

const place = computed(() => {
  const axes = axesOf(props.frame).map((a) => a.join(" "));
  return `matrix(${axes.join(" ")} ${view.toScreen(props.frame.centre).join(" ")})`;
});
const half = computed(() => halfOf(props.frame, view));
const arm = computed(() => Math.min(ARM, half.value[0] * 0.6, half.value[1] * 0.6));

const marks = computed(() =>
  SIDES.map(([grip, x, y]) => {
    const at: Point = [x * half.value[0], y * half.value[1]];
    const a = arm.value;
    const path =
      x && y ? `M${-x * a} 0H0V${-y * a}` : x ? `M0 ${-a / 2}V${a / 2}` : `M${-a / 2} 0H${a / 2}`;
    return { grip, at, path, corner: x !== 0 && y !== 0, hit: hitOf(grip) };
  }),
);

/** The grip's own place on the sheet: where it would act, without the gap on the screen. */
const hitOf = (grip: Grip): string =>
  JSON.stringify({ what: "grip", grip, at: spotOf(props.frame, grip) });

const turnHit = computed(() => JSON.stringify({ what: "turn", at: props.frame.centre }));
const turning = computed(() => tools.dragged?.what === "turn");
const ticks = Array.from({ length: 24 }, (_, i) => i * 15);

const pivot = computed(() => arranging.pivot ?? spotOf(props.frame, arranging.spot));
const pivotAt = computed(() => view.toScreen(pivot.value));
const pivotSet = computed(() => arranging.about !== "middle" || turning.value);
const rest = computed(() => restOf(props.frame, view));
/** The ticks go around all of the frame. */
const tickAt = computed(() => {
  const [x, y] = pivotAt.value;
  const away = props.frame.corners.map((c) => view.toScreen(c));
  return Math.max(...away.map((c) => Math.hypot(c[0] - x, c[1] - y))) + 24;
});
</script>

<template>
  <g :transform="place" class="frame">
    <g v-for="m in marks" :key="m.grip" :transform="`translate(${m.at[0]} ${m.at[1]})`">
      <path class="halo" :d="m.path" />
      <path class="mark" :class="{ bar: !m.corner }" :d="m.path" />
      <rect
        x="-9"
        y="-9"
        width="18"
        height="18"
        fill="transparent"
        class="reach"
        :data-hit="m.hit"
        :data-testid="`grip-${m.grip}`"
      />
    </g>
    <g :transform="`translate(${half[0]} ${-half[1]})`">
      <path class="halo" d="M-10 -24A26 26 0 0 1 24 10" />
      <path class="arc" :class="{ touched: turning }" d="M-10 -24A26 26 0 0 1 24 10" />
      <path
        class="reach wide"
        d="M-10 -24A26 26 0 0 1 24 10"
        :data-hit="turnHit"
        data-testid="turn"
      />
    </g>
  </g>
  <g v-if="turning" class="frame" :transform="`translate(${pivotAt[0]} ${pivotAt[1]})`">
    <path
      v-for="t in ticks"
      :key="t"
      class="tick"
      :transform="`rotate(${t})`"
      :d="`M${tickAt} 0h${t % 45 === 0 ? 12 : 7}`"
    />
  </g>
  <PivotMark
    :at="pivotSet ? pivotAt : rest"
    :place="pivotSet ? pivot : paper.toSheet(rest)"
    :set="pivotSet"
  />
</template>

<style scoped>
.frame path {
  fill: none;
  pointer-events: none;
}
.frame .reach {
  pointer-events: all;
  cursor: pointer;
}
.frame .wide {
  stroke: transparent;
  stroke-width: 16px;
  pointer-events: stroke;
}
.halo {
  stroke: #fff;
  stroke-opacity: 0.8;
  stroke-width: 5px;
}
.mark {
  stroke: var(--mark-active);
  stroke-width: 2.5px;
}
.bar {
  stroke-width: 4px;
  stroke-linecap: round;
}
.arc {
  stroke: var(--mark-active);
  stroke-width: 1.6px;
}
.touched,
.frame g:hover > .mark,
.frame g:hover > .arc {
  stroke: var(--mark-touched);
}
.tick {
  stroke: var(--mark-construction);
  stroke-width: 1.3px;
}
</style>
