<script setup lang="ts">
// A drawing tool with nothing selected: how the next item is painted, and the dials it starts with.
import Select from "primevue/select";
import { computed, shallowRef, watch } from "vue";
import { ApiError } from "../../api/client";
import type { Command, DialFacts, Point, Selection, Stroke } from "../../api/types";
import { core } from "../../core";
import type { SelectionQuery } from "../../core/coreapi";
import { LatestOnly } from "../../lib/latestonly";
import { useDocument } from "../../stores/board/document";
import { useNewItems } from "../../stores/painting/newitems";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";
import PaintRow from "./PaintRow.vue";
import TypedField from "../../fields/TypedField.vue";
import { counted } from "../../lib/intl";

const doc = useDocument();
const newItems = useNewItems();
const tools = useTools();
const catalogue = useCatalogue();
const point = computed(() => catalogue.unit("pt"));
/** The dials that have an effect, as the core reads them off what would be drawn. */
const readings = shallowRef<Selection["dials"]>([]);
const asking = new LatestOnly<Command>(async (command) => {
  try {
    const query = {
      selection: ["the-next-one"],
      view: { marks: "frame", sight: null, chosen: [], whole: false, curves: null },
    };
    const { repaint } = await core.aim(null, command, query as SelectionQuery, false);
    readings.value = repaint?.selection.dials ?? [];
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
  }
});
watch(
  () => [tools.name, newItems.dialsOf(tools.name)] as const,
  ([shape, dials]) => {
    readings.value = readings.value.filter((r) => r.shape === shape);
    if (!catalogue.shape(shape)) return;
    const square = { start: [0, 0] as Point, to: [96, 96] as Point };
    asking.put({ kind: "draw_shape", item: "the-next-one", shape, ...square, dials });
  },
  { immediate: true, deep: true },
);
const dials = computed(() =>
  readings.value.flatMap((r) => catalogue.dial(tools.name, r.dial) ?? []),
);

/** The stroke in front of the others. */
const front = computed(() => newItems.style.strokes.at(-1) ?? { ...catalogue.stroke, paint: null });
function ink(part: Partial<Stroke>): void {
  newItems.paint({
    strokes: [...newItems.style.strokes.slice(0, -1), { ...front.value, ...part }],
  });
}
/** What is not told in the rows. */
const more = computed(() => {
  const { strokes, finish } = newItems.style;
  const borders = strokes.length - 1;
  return [
    ...(borders > 0 ? [counted(borders, "more stroke")] : []),
    ...(front.value.dashes.length > 0 ? ["dashes"] : []),
    ...(finish.opacity < 1 ? [`${Math.round(finish.opacity * 100)} % opacity`] : []),
    ...(finish.blend === "normal" ? [] : [finish.blend]),
    ...finish.effects.map((e) => `a ${e.kind}`),
  ].join(", ");
});

const value = (dial: DialFacts): number => newItems.dialsOf(tools.name)[dial.name] ?? dial.default;
function measured(dial: DialFacts): object {
  if (dial.unit === "length") return { unit: catalogue.unit(doc.sheet.unit) };
  return { suffix: dial.unit === "percent" ? "%" : dial.unit === "angle" ? "°" : "" };
}
function turn(dial: DialFacts, to: number): void {
  newItems.turn(tools.name, dial.name, Math.min(Math.max(to, dial.least), dial.most));
}
</script>

<template>
  <section v-if="dials.length > 0" aria-label="Dials of new items">
    <h3 class="wide heading">New items start with</h3>
    <template v-for="d in dials" :key="d.name">
      <span class="label" :title="d.help">{{ d.label }}</span>
      <Select
        v-if="d.choices.length > 0"
        class="rest"
        size="small"
        :model-value="value(d)"
        :options="d.choices.map((label, at) => ({ label, at }))"
        option-label="label"
        option-value="at"
        :aria-label="d.label"
        @update:model-value="(v) => turn(d, v as number)"
      />
      <TypedField
        v-else
        class="rest"
        :label="d.label"
        :value="value(d)"
        v-bind="measured(d)"
        @typed="(v) => turn(d, v)"
      />
    </template>
  </section>
  <section aria-label="Style of new items">
    <h3 class="wide heading">Style for new items</h3>
    <span class="label">Fill</span>
    <PaintRow
      label="Fill"
      name="start fill"
      :paint="newItems.style.fill"
      @chosen="(fill) => newItems.paint({ fill })"
    />
    <span class="label">Stroke</span>
    <PaintRow
      label="Stroke"
      name="start stroke"
      :paint="front.paint"
      @chosen="(paint) => ink({ paint })"
    />
    <span class="label">Stroke width</span>
    <TypedField
      label="Stroke width"
      :value="front.width"
      :unit="point"
      @typed="(v) => ink({ width: Math.min(Math.max(v, 0), catalogue.limits.stroke_width) })"
    />
    <span />
    <p v-if="more" class="wide help">With {{ more }}.</p>
    <button
      v-if="newItems.remembered.style"
      class="row-button plain"
      @click="newItems.remembered.style = null"
    >
      Reset style
    </button>
  </section>
</template>

<style scoped>
.plain {
  grid-column: 2 / -1;
  padding: 2px 4px;
  font-size: 12px;
  color: var(--active);
  text-align: left;
}
</style>
