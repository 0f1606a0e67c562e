<script setup lang="ts">
// Rulers along the top and the left, in the sheet's unit.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useTools } from "../../tools/tools";
import { useView } from "../../stores/display/view";
import { useCatalogue } from "../../stores/display/catalogue";

const doc = useDocument();
const view = useView();
const tools = useTools();
const catalogue = useCatalogue();

const THICK = 18;
const APART = 70;
const STEPS = [1, 2, 5, 10];

const unit = computed(() => catalogue.unit(doc.sheet.unit));
const step = computed(() => {
  const wanted = APART / view.scale / unit.value.size;
  const decade = 10 ** Math.floor(Math.log10(wanted));
  return (STEPS.find((s) => s * decade >= wanted) ?? 10) * decade;
});

function bar(axis: 0 | 1): { ticks: string; labels: { at: number; text: string }[] } {
  const pixels = step.value * unit.value.size * view.scale;
  const origin = view.origin[axis];
  const first = Math.floor(-origin / pixels);
  const last = Math.ceil((view.size[axis] - origin) / pixels);
  const labels = [];
  let ticks = "";
  for (let n = first; n <= last; n += 1) {
    const at = origin + n * pixels;
    labels.push({ at, text: String(Number((n * step.value).toPrecision(6))).replace("-", "−") });
    for (let part = 0; part < 10; part += 1) {
      const p = at + (part * pixels) / 10;
      const tall = part === 0 ? THICK : part === 5 ? 7 : 4;
      ticks += axis === 0 ? `M${p} ${THICK}V${THICK - tall}` : `M${THICK} ${p}H${THICK - tall}`;
    }
  }
  return { ticks, labels };
}

const across = computed(() => bar(0));
const down = computed(() => bar(1));
</script>

<template>
  <g class="rulers" aria-hidden="true">
    <rect
      width="100%"
      :height="THICK"
      class="ground"
      data-testid="ruler-across"
      :data-hit="JSON.stringify({ what: 'ruler', axis: 'across' })"
    />
    <rect
      :width="THICK"
      height="100%"
      class="ground"
      data-testid="ruler-down"
      :data-hit="JSON.stringify({ what: 'ruler', axis: 'down' })"
    />
    <path :d="across.ticks" class="ticks" />
    <path :d="down.ticks" class="ticks" />
    <text v-for="l in across.labels" :key="l.at" :x="l.at + 3" y="9">{{ l.text }}</text>
    <text v-for="l in down.labels" :key="l.at" :transform="`translate(9 ${l.at - 3}) rotate(-90)`">
      {{ l.text }}
    </text>
    <template v-if="tools.pointer">
      <path class="pointer" :d="`M${tools.pointer[0]} 0V${THICK}`" />
      <path class="pointer" :d="`M0 ${tools.pointer[1]}H${THICK}`" />
    </template>
    <rect :width="THICK" :height="THICK" class="ground" />
  </g>
</template>

<style scoped>
.rulers path,
.rulers text {
  pointer-events: none;
}
.ground {
  fill: var(--panel);
}
.ticks {
  stroke: var(--hairline);
  fill: none;
}
.pointer {
  stroke: var(--touched);
}
text {
  fill: var(--quiet);
  font-size: 9px;
  font-variant-numeric: tabular-nums;
}
</style>
