<script setup lang="ts">
// The gradient that is open in the Readout: its line with an end to drag at both sides and its
// colours along it; of a round one also its rim, its other half axis and its focus.
import { computed } from "vue";
import type { Point } from "../../api/types";
import { usePainting } from "../../stores/painting/painting";
import { useTools } from "../../tools/tools";
import type { GradientPeg } from "../../tools/tool";
import { stepsApart } from "./apart";
import { onScreen, useLens } from "../pointer/lens";

const painting = usePainting();
const tools = useTools();
const view = useLens();
const mark = computed(() => painting.gradient);

const place = (at: Point): Point => view.toScreen(at);
const line = computed(() => {
  if (!mark.value) return null;
  const [a, b] = [place(mark.value.start), place(mark.value.end)];
  const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  return { a, b, along: [(b[0] - a[0]) / long, (b[1] - a[1]) / long] as Point };
});
/** Colours stand beside the line, so that they hide neither it nor what lies below it. */
const BESIDE = 15;
const stops = computed(() => {
  const [u, v] = line.value?.along ?? [1, 0];
  const each = (mark.value?.stops ?? []).map((s, n) => {
    const [x, y] = place(s.at);
    return { ...s, n, foot: [x, y], head: [x + v * BESIDE, y - u * BESIDE] as Point };
  });
  const standing = each.map(({ n, head }) => ({
    id: String(n),
    at: head,
    outward: [v, -u] as Point,
  }));
  const off = stepsApart(standing);
  return each.map((s) => {
    const [right, down] = off.get(String(s.n)) ?? [0, 0];
    return { ...s, head: [s.head[0] + right, s.head[1] + down] as Point };
  });
});
const rim = computed(() => mark.value?.rim && onScreen(mark.value.rim, view));

const hit = (peg: GradientPeg | "line", at: Point, stop = 0): string =>
  JSON.stringify({
    what: "gradient",
    item: mark.value?.item,
    stroke: mark.value?.stroke,
    peg,
    stop,
    at,
  });
const touched = (peg: string, stop = 0): boolean => {
  const now = tools.dragged ?? tools.hit;
  return now?.what === "gradient" && now.peg === peg && now.stop === stop;
};
const bar = computed(() => {
  const [u, v] = line.value?.along ?? [1, 0];
  return `M${-v * 7} ${u * 7}L${v * 7} ${-u * 7}`;
});
</script>

<template>
  <g v-if="mark && line" class="gradient" data-testid="gradient-marks">
    <ellipse v-if="rim" class="rim" rx="1" ry="1" :transform="`${rim} scale(${view.scale})`" />
    <path class="halo" :d="`M${line.a}L${line.b}`" />
    <path class="line" :d="`M${line.a}L${line.b}`" />
    <path
      class="reach"
      :d="`M${line.a}L${line.b}`"
      :data-hit="hit('line', mark.start)"
      data-testid="gradient-line"
    />
    <g v-if="mark.side" :transform="`translate(${place(mark.side)})`">
      <g :class="{ touched: touched('side') }">
        <circle class="ring" r="4.5" />
        <circle class="grab" r="9" :data-hit="hit('side', mark.side)" data-testid="gradient-side" />
      </g>
    </g>
    <g :transform="`translate(${line.a})`" :class="{ touched: touched('start') }">
      <circle class="ring" r="5" />
      <circle
        class="grab"
        r="9"
        :data-hit="hit('start', mark.start)"
        data-testid="gradient-start"
      />
    </g>
    <g :transform="`translate(${line.b})`" :class="{ touched: touched('end') }">
      <path class="under" :d="bar" />
      <path class="bar" :d="bar" />
      <circle class="grab" r="9" :data-hit="hit('end', mark.end)" data-testid="gradient-end" />
    </g>
    <g
      v-if="mark.kind === 'linear'"
      :transform="`translate(${place(mark.middle)})`"
      :class="{ touched: touched('middle') }"
    >
      <path class="ring" d="M0 -5L5 0L0 5L-5 0Z" />
      <circle
        class="grab"
        r="8"
        :data-hit="hit('middle', mark.middle)"
        data-testid="gradient-middle"
      />
    </g>
    <g
      v-if="mark.focus"
      :transform="`translate(${place(mark.focus)})`"
      :class="{ touched: touched('focus') }"
    >
      <path class="under" d="M-11 0H-3M3 0H11M0 -11V-3M0 3V11" />
      <path class="cross" d="M-11 0H-3M3 0H11M0 -11V-3M0 3V11" />
      <path
        class="grab-line"
        d="M-12 0H-6M6 0H12M0 -12V-6M0 6V12"
        :data-hit="hit('focus', mark.focus)"
        data-testid="gradient-focus"
      />
    </g>
    <g v-for="s in stops" :key="s.n" :class="{ touched: touched('stop', s.n) }">
      <path class="stem" :d="`M${s.foot}L${s.head}`" />
      <rect
        class="stop"
        :class="{ chosen: s.n === painting.stop }"
        x="-5"
        y="-5"
        width="10"
        height="10"
        rx="2"
        :transform="`translate(${s.head}) rotate(45)`"
        :fill="s.colour"
        :data-hit="hit('stop', s.at, s.n)"
        :data-testid="`gradient-stop-${s.n}`"
        @pointerdown="painting.stop = s.n"
      />
    </g>
  </g>
</template>

<style scoped>
.halo,
.line,
.rim,
.stem,
.bar,
.under,
.ring,
.cross {
  fill: none;
  pointer-events: none;
}
.halo,
.under {
  stroke: #fff;
  stroke-opacity: 0.85;
  stroke-width: 5px;
  stroke-linecap: round;
}
.line,
.stem {
  stroke: var(--mark-active);
  stroke-width: 1.4px;
}
.rim {
  stroke: var(--mark-active);
  stroke-width: 1px;
  stroke-dasharray: 4 4;
  vector-effect: non-scaling-stroke;
}
.ring {
  fill: #fff;
  stroke: var(--mark-active);
  stroke-width: 2px;
}
.bar {
  stroke: var(--mark-active);
  stroke-width: 4px;
  stroke-linecap: round;
}
.cross {
  stroke: var(--mark-active);
  stroke-width: 1.8px;
}
.stop {
  stroke: var(--mark-ink);
  stroke-width: 1.6px;
  outline: 1.5px solid #fff;
  cursor: pointer;
}
.stop.chosen {
  stroke: var(--mark-touched);
  stroke-width: 2.6px;
}
.touched .ring,
.touched .bar,
.touched .cross,
.touched .stop {
  stroke: var(--mark-touched);
}
.reach {
  fill: none;
  stroke: transparent;
  stroke-width: 12px;
  pointer-events: stroke;
  cursor: copy;
}
.grab {
  fill: transparent;
  cursor: pointer;
}
.grab-line {
  fill: none;
  stroke: transparent;
  stroke-width: 10px;
  pointer-events: stroke;
  cursor: pointer;
}
</style>
