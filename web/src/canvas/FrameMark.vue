<script setup lang="ts">
// The frame of a selection: corner brackets, side bars, and a quarter protractor.
import { computed } from "vue";
import type { Frame, Grip, Point } from "../api/types";
import { useTools } from "../stores/tools";
import { useLens } from "./lens";

const props = defineProps<{ frame: Frame }>();
const view = useLens();
const tools = useTools();

const GAP = 7;
const ARM = 16;
const SIDES: readonly (readonly [Grip, number, number])[] = [
  ["nw", -1, -1],
  ["n", 0, -1],
  ["ne", 1, -1],
  ["e", 1, 0],
  ["se", 1, 1],
  ["s", 0, 1],
  ["sw", -1, 1],
  ["w", -1, 0],
];

const place = computed(() => {
  const [x, y] = view.toScreen(props.frame.centre);
  return `translate(${x} ${y}) rotate(${props.frame.angle})`;
});
const half = computed<Point>(() => [
  (props.frame.width * view.scale) / 2 + GAP,
  (props.frame.height * view.scale) / 2 + GAP,
]);
const arm = computed(() => Math.min(ARM, half.value[0] * 0.6, half.value[1] * 0.6));

const marks = computed(() =>
  SIDES.map(([grip, x, y]) => {
    const at: Point = [x * half.value[0], y * half.value[1]];
    const a = arm.value;
    const path =
      x && y ? `M${-x * a} 0H0V${-y * a}` : x ? `M0 ${-a / 2}V${a / 2}` : `M${-a / 2} 0H${a / 2}`;
    return { grip, at, path, corner: x !== 0 && y !== 0, hit: hitOf(grip, x, y) };
  }),
);

/** The grip's own place on the sheet: where it would act, without the gap on the screen. */
function hitOf(grip: Grip, x: number, y: number): string {
  const [nw, ne, se, sw] = props.frame.corners;
  const mix = (a: Point, b: Point): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const across = (a: Point, b: Point): Point => (x < 0 ? a : x > 0 ? b : mix(a, b));
  const top = across(nw, ne);
  const bottom = across(sw, se);
  return JSON.stringify({
    what: "grip",
    grip,
    at: y < 0 ? top : y > 0 ? bottom : mix(top, bottom),
  });
}

const turnHit = computed(() => JSON.stringify({ what: "turn", at: props.frame.centre }));
const turning = computed(() => tools.dragged?.what === "turn");
const ticks = Array.from({ length: 24 }, (_, i) => i * 15);
const tickAt = computed(() => Math.hypot(half.value[0], half.value[1]) + 14);
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
    <g v-if="turning" :transform="`rotate(${-frame.angle})`">
      <path
        v-for="t in ticks"
        :key="t"
        class="tick"
        :transform="`rotate(${t})`"
        :d="`M${tickAt} 0h${t % 45 === 0 ? 12 : 7}`"
      />
    </g>
  </g>
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
.touched {
  stroke: var(--mark-touched);
}
.tick {
  stroke: var(--mark-construction);
  stroke-width: 1.3px;
}
</style>
