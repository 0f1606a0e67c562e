<script setup lang="ts">
// The sheet in the cutter: the copies, the ways of the blade as far as they are done, what came free.
import { computed, ref, watch } from "vue";
import type { CutDone, CutLook, CutPlan, FreeForm } from "../../api/types";
import { chunked, pathOf, type Now } from "./playing";

const props = defineProps<{
  plan: CutPlan;
  look: CutLook | null;
  done: CutDone | null;
  now: Now;
  free: FreeForm[];
  /** The place of the fault that is looked at, millimetres. */
  spot: [number, number] | null;
}>();
/** How much of the view the sheet leaves free around it. */
const AROUND = 0.06;
/** Ways of the blade that are drawn as one. */
const CHUNK = 60;
/** Millimetres that are seen around a fault. */
const NEAR = 24;
/** Beginnings of ways that are shown. */
const MOST_STARTS = 2000;
/** Half the width of a registration mark, millimetres. */
const MARK = 4;

const width = computed(() => props.plan.width);
const height = computed(() => props.plan.height);
const whole = computed(() => {
  const more = AROUND * Math.max(width.value, height.value);
  return [-more, -more, width.value + 2 * more, height.value + 2 * more];
});
const view = ref<number[]>(whole.value);
watch([whole, () => props.spot], () => {
  const at = props.spot;
  view.value = at ? [at[0] - NEAR, at[1] - NEAR, 2 * NEAR, 2 * NEAR] : whole.value;
});
function zoom(event: WheelEvent): void {
  const box = (event.currentTarget as SVGSVGElement).getBoundingClientRect();
  const [x = 0, y = 0, w = 1, h = 1] = view.value;
  const scale = Math.max(w / box.width, h / box.height);
  const left = x + w / 2 - (scale * box.width) / 2;
  const top = y + h / 2 - (scale * box.height) / 2;
  const at = [left + (event.clientX - box.left) * scale, top + (event.clientY - box.top) * scale];
  const by = Math.min(Math.max(1.0015 ** event.deltaY, 0.5), 2);
  if (w * by > 4 * (whole.value[2] ?? 1) || w * by < 1) return;
  const [px = 0, py = 0] = at;
  view.value = [px + (x - px) * by, py + (y - py) * by, w * by, h * by];
}

const form = (free: FreeForm): string => {
  const cut = props.done?.record.cuts[free.cut];
  return cut ? pathOf(cut.places.slice(0, cut.closes ?? undefined)) : "";
};
const cuts = computed(() => props.done?.record.cuts ?? []);
/** The way under way. */
const current = computed(() => cuts.value[props.now.done]);
/** Ways that are done, some at a time: what is drawn anew at each is a few of them only. */
const allChunks = computed(() => chunked(cuts.value, CHUNK));
const chunks = computed(() => {
  const full = Math.floor(props.now.done / CHUNK);
  const rest = cuts.value.slice(full * CHUNK, props.now.done);
  return [...allChunks.value.slice(0, full), ...chunked(rest, CHUNK)];
});

const line = ref<SVGPathElement | null>(null);
/** Where the blade is. */
const blade = computed(() => {
  const path = line.value;
  const cut = current.value;
  if (!cut) return cuts.value.at(-1)?.places.at(-1) ?? null;
  if (!path || props.now.part === 0) return cut.places[0] ?? null;
  const at = path.getPointAtLength(path.getTotalLength() * props.now.part);
  return [at.x, at.y] as const;
});
/** Where ways begin, as long as there are no more than can be told apart. */
const startsShown = computed(() => {
  const { tools = [], copies = [] } = props.look ?? {};
  const each = tools.reduce((sum, t) => sum + (t.starts?.length ?? 0), 0);
  return props.done === null && each * copies.length <= MOST_STARTS;
});
/** A cross at each registration mark: where it should be, and where it was found. */
const crosses = computed(() => {
  const high = props.plan.height;
  const at = ([x, y]: readonly [number, number]): string =>
    `M${x - MARK} ${high - y}H${x + MARK}M${x} ${high - y - MARK}V${high - y + MARK}`;
  const found = props.plan.marks ? props.plan.measured : [];
  return { printed: (props.look?.marks ?? []).map(at).join(""), found: found.map(at).join("") };
});
/** A pixel or so, in millimetres. */
const dot = computed(() => (view.value[2] ?? 300) / 700);
</script>

<template>
  <svg
    class="sheet"
    :viewBox="view.join(' ')"
    data-testid="cut-sheet"
    role="img"
    aria-label="Sheet in the cutter"
    @wheel.prevent="zoom"
    @dblclick="view = whole"
  >
    <rect class="paper" x="0" y="0" :width="width" :height="height" />
    <rect
      class="margin"
      :x="plan.margin"
      :y="plan.margin"
      :width="Math.max(0, width - 2 * plan.margin)"
      :height="Math.max(0, height - 2 * plan.margin)"
    />
    <g v-if="look" :class="{ past: done }" data-testid="cut-copies">
      <g v-for="(copy, n) in look.copies" :key="n" :transform="`matrix(${copy.join(' ')})`">
        <path v-for="t in look.tools" :key="t.tool" class="plain" :d="t.path" />
        <path class="weed" :d="look.weeding" />
      </g>
      <template v-if="startsShown">
        <g v-for="(copy, n) in look.copies" :key="`s${n}`" :transform="`matrix(${copy.join(' ')})`">
          <template v-for="t in look.tools" :key="t.tool">
            <circle
              v-for="(at, k) in t.starts"
              :key="k"
              class="start"
              :cx="at[0]"
              :cy="at[1]"
              :r="dot * 3.78 * 2"
            />
          </template>
        </g>
      </template>
    </g>
    <path v-if="crosses.printed" class="mark" :d="crosses.printed" data-testid="cut-marks" />
    <path v-if="crosses.found" class="mark found" :d="crosses.found" />
    <template v-if="done">
      <path
        v-for="f in free"
        :key="`f${f.cut}`"
        class="free"
        :class="{ late: f.late, hole: f.depth % 2 === 1 }"
        :d="form(f)"
      />
      <g class="ways">
        <template v-for="(chunk, n) in chunks" :key="n">
          <path class="idle" :d="chunk.idle" />
          <path class="cut" :d="chunk.cut" />
          <path class="over" :d="chunk.over" />
        </template>
        <path
          v-if="current"
          ref="line"
          :class="current.down ? 'cut' : 'idle'"
          :d="pathOf(current.places)"
          pathLength="1"
          :stroke-dasharray="`${now.part} 2`"
        />
      </g>
      <g v-if="blade" :transform="`translate(${blade[0]} ${blade[1]}) scale(${dot})`">
        <path
          class="blade"
          :class="{ down: current?.down && now.part > 0 }"
          d="M0 0L-6 -16H6ZM0 -24V-17"
          data-testid="blade"
        />
      </g>
    </template>
    <circle v-if="spot" class="spot" :cx="spot[0]" :cy="spot[1]" :r="dot * 22" />
  </svg>
</template>

<style scoped>
.sheet {
  width: 100%;
  height: 100%;
  background: var(--desk);
}
path,
circle,
rect {
  vector-effect: non-scaling-stroke;
}
path {
  fill: none;
  stroke-width: 1px;
}
.paper {
  fill: #fff;
  stroke: var(--hairline);
}
.margin {
  fill: none;
  stroke: var(--mark-construction);
  stroke-opacity: 0.35;
  stroke-dasharray: 2 4;
}
.mark {
  stroke: var(--mark-ink);
}
.mark.found {
  stroke: var(--mark-touched);
}
.past {
  opacity: 0.25;
}
.plain {
  stroke: var(--mark-ink);
}
.weed {
  stroke: var(--mark-construction);
  stroke-dasharray: 4 3;
}
.start {
  fill: #fff;
  stroke: var(--mark-construction);
}
.cut {
  stroke: var(--mark-active);
  stroke-width: 1.6px;
}
.idle {
  stroke: var(--mark-quiet);
  stroke-opacity: 0.45;
  stroke-width: 0.7px;
}
.over {
  stroke: var(--mark-touched);
  stroke-width: 2.4px;
}
.free {
  fill: #d3ebe7;
}
.free.hole {
  fill: #fff;
}
.free.late {
  fill: var(--mark-trouble);
  fill-opacity: 0.35;
}
.blade {
  fill: #fff;
  stroke: var(--mark-ink);
  stroke-width: 1.5px;
}
.blade.down {
  fill: var(--mark-touched);
}
.spot {
  fill: none;
  stroke: var(--mark-trouble);
  stroke-width: 2px;
}
</style>
