<script setup lang="ts">
// The graph of the profile: a drag across zooms into a part, a double click shows the whole again;
// the place under the pointer shows on the canvas, and the one pointed at there shows here.
import { computed, onBeforeUnmount, onMounted, ref, watch } from "vue";
import { useSelection } from "../../stores/board/selection";
import { useCurves } from "../../stores/measuring/curves";
import { degrees, shown } from "../../lib/numbers";
import { useTroubleSpots } from "../../stores/measuring/troublespots";
import { graph, pointedIn, valueAt, wholeSpan, zoomed, type Measure, type Span } from "./profile";

const props = defineProps<{ measure: Measure }>();
const selection = useSelection();
const curves = useCurves();
const troubleSpots = useTroubleSpots();
const box = ref<SVGSVGElement | null>(null);
const size = ref<[number, number]>([600, 80]);
/** Pixels below the graph for the ticks of the anchors. */
const TICKS = 14;
const part = ref<Span | null>(null);
const dragged = ref<Span | null>(null);

const whole = computed(() => wholeSpan(curves.readings));
const span = computed(() => part.value ?? whole.value);
const high = computed(() => Math.max(20, size.value[1] - TICKS));
const shape = computed(() =>
  graph(curves.readings, props.measure, span.value, [size.value[0], high.value]),
);
const across = (along: number): number =>
  ((along - span.value.from) / (span.value.to - span.value.from || 1)) * size.value[0];
const inSight = (along: number): boolean => along >= span.value.from && along <= span.value.to;
const zero = computed(() => {
  const { high: top, low } = shape.value;
  return (top / (top - low || 1)) * high.value;
});
const joints = computed(() =>
  curves.readings.flatMap((r) => r.joints.filter((j) => inSight(j.along))),
);
const spots = computed(() =>
  troubleSpots.found.spots.map((s, n) => ({ ...s, n })).filter((s) => inSight(s.along)),
);
const words = (value: number): string =>
  props.measure === "turn"
    ? `${degrees(value)}°`
    : `${shown(value * curves.unit.size, 4)} / ${curves.unit.name}`;
const pointed = computed(() => {
  const on = curves.pointed;
  const along = on && curves.readings[on.reading]?.along[on.place];
  return along == null || !inSight(along) ? null : across(along);
});

const alongOf = (event: MouseEvent): number => {
  const left = box.value?.getBoundingClientRect().left ?? 0;
  const { from, to } = span.value;
  return from + ((event.clientX - left) / (size.value[0] || 1)) * (to - from);
};

function move(event: PointerEvent): void {
  const along = alongOf(event);
  if (dragged.value) dragged.value = { ...dragged.value, to: along };
  const top = box.value?.getBoundingClientRect().top ?? 0;
  curves.pointed = pointedIn(curves.readings, props.measure, {
    along,
    value: valueAt(shape.value, event.clientY - top, high.value),
  });
}
function down(event: PointerEvent): void {
  box.value?.setPointerCapture(event.pointerId);
  const along = alongOf(event);
  dragged.value = { from: along, to: along };
}
function up(): void {
  const drag = dragged.value;
  dragged.value = null;
  if (!drag) return;
  const [from, to] = [Math.min(drag.from, drag.to), Math.max(drag.from, drag.to)];
  if (across(to) - across(from) < 6) return;
  part.value = { from: Math.max(from, whole.value.from), to: Math.min(to, whole.value.to) };
}
function wheel(event: WheelEvent): void {
  const next = zoomed(span.value, whole.value, alongOf(event), event.deltaY > 0 ? 1.25 : 0.8);
  part.value = next.to - next.from >= whole.value.to ? null : next;
}
function leave(): void {
  if (!dragged.value) curves.pointed = null;
}
function cancel(): void {
  dragged.value = null;
}
watch(
  () => curves.readings.map((r) => `${r.item} ${r.contour}`).join(),
  () => (part.value = null),
);

let watcher: ResizeObserver | null = null;
onMounted(() => {
  watcher = new ResizeObserver(([entry]) => {
    if (entry) size.value = [entry.contentRect.width, entry.contentRect.height];
  });
  if (box.value) watcher.observe(box.value);
});
onBeforeUnmount(() => {
  watcher?.disconnect();
  curves.pointed = null;
});
</script>

<template>
  <div class="graph">
    <svg
      ref="box"
      role="img"
      :aria-label="`Profile: ${measure} along ${shown(whole.to / curves.unit.size, 1)} ${curves.unit.name}`"
      data-testid="profile-graph"
      @pointermove="move"
      @pointerdown="down"
      @pointerup="up"
      @pointercancel="cancel"
      @pointerleave="leave"
      @dblclick="part = null"
      @wheel.prevent="wheel"
    >
      <line class="zero" x1="0" :x2="size[0]" :y1="zero" :y2="zero" />
      <path v-for="(d, n) in shape.lines" :key="n" :class="['line', `n${n % 3}`]" :d="d" />
      <line
        v-for="(j, n) in joints"
        :key="`t${n}`"
        :class="['tick', j.continuity]"
        :x1="across(j.along)"
        :x2="across(j.along)"
        :y1="high"
        :y2="high + 8"
      />
      <path
        v-for="s in spots"
        :key="`s${s.n}`"
        :class="['spot', { at: s.n === troubleSpots.number }]"
        :transform="`translate(${across(s.along)} 1)`"
        d="M0 7L4 0H-4Z"
      />
      <rect
        v-if="dragged"
        class="part"
        :x="Math.min(across(dragged.from), across(dragged.to))"
        :width="Math.abs(across(dragged.to) - across(dragged.from))"
        y="0"
        :height="high"
      />
      <line v-if="pointed !== null" class="at" :x1="pointed" :x2="pointed" y1="0" :y2="high" />
    </svg>
    <span class="top">{{ words(shape.high) }}</span>
    <span class="foot">{{ words(shape.low) }}</span>
    <span v-if="selection.marks.curves_cut" class="more"
      >Showing the first paths; select fewer for the others.</span
    >
    <button v-if="part" class="row-button whole" @click="part = null">Whole length</button>
    <output v-if="curves.words" class="words" data-testid="profile-text">{{ curves.words }}</output>
  </div>
</template>

<style scoped>
.graph {
  position: relative;
  min-width: 0;
  min-height: 0;
}
svg {
  position: absolute;
  inset: 4px 8px 0 8px;
  width: calc(100% - 16px);
  height: calc(100% - 4px);
  touch-action: none;
  cursor: crosshair;
}
.zero {
  stroke: var(--hairline);
}
.line {
  fill: none;
  stroke-width: 1.4px;
  stroke-linejoin: round;
}
.n0 {
  stroke: var(--active);
}
.n1 {
  stroke: var(--construction);
}
.n2 {
  stroke: var(--quiet);
}
.tick {
  stroke: var(--quiet);
  stroke-width: 1.4px;
}
.tick.broken,
.tick.tangent {
  stroke: var(--trouble);
}
.spot {
  fill: var(--trouble);
  fill-opacity: 0.55;
}
.spot.at {
  fill-opacity: 1;
}
.at {
  stroke: var(--touched);
}
.part {
  fill: var(--tint);
  fill-opacity: 0.6;
}
.top,
.foot,
.words,
.whole {
  position: absolute;
  font-size: 11px;
  color: var(--quiet);
  pointer-events: none;
}
.top {
  top: 2px;
  left: 12px;
}
.foot {
  bottom: 14px;
  left: 12px;
}
.words {
  right: 12px;
  top: 2px;
  padding: 0 4px;
  background: var(--panel);
  color: var(--ink);
}
.more {
  position: absolute;
  right: 12px;
  bottom: 2px;
  font-size: 11px;
  color: var(--quiet);
}
.whole {
  right: 12px;
  bottom: 16px;
  pointer-events: auto;
}
</style>
