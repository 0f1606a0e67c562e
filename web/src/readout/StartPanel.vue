<script setup lang="ts">
// A drawing tool with nothing selected: how the next item is painted, and the dials it starts with.
import Select from "primevue/select";
import { computed, shallowRef, watch } from "vue";
import { Trouble } from "../api/client";
import type { Command, DialFacts, Point, Selection } from "../api/types";
import { core } from "../core";
import type { Looked } from "../core/door";
import { Newest } from "../core/newest";
import { useBoard } from "../stores/board";
import { useStarts } from "../stores/starts";
import { useTools } from "../stores/tools";
import { useVocabulary } from "../stores/vocabulary";
import ColourField from "./ColourField.vue";
import TypedField from "./TypedField.vue";

const board = useBoard();
const starts = useStarts();
const tools = useTools();
const vocabulary = useVocabulary();
const point = computed(() => vocabulary.unit("pt"));
/** The dials that have an effect, as the core reads them off what would be drawn. */
const readings = shallowRef<Selection["dials"]>([]);
const asking = new Newest<Command>(async (command) => {
  try {
    const looked = {
      selection: ["the-next-one"],
      shows: { marks: "frame", sight: null, chosen: [], whole: false, curves: null },
    };
    const { repaint } = await core.aim(null, command, looked as Looked, false);
    readings.value = repaint?.selection.dials ?? [];
  } catch (problem) {
    if (!(problem instanceof Trouble)) throw problem;
  }
});
watch(
  () => [tools.name, starts.dialsOf(tools.name)] as const,
  ([shape, dials]) => {
    readings.value = readings.value.filter((r) => r.shape === shape);
    if (!vocabulary.shape(shape)) return;
    const square = { start: [0, 0] as Point, to: [96, 96] as Point };
    asking.put({ kind: "draw_shape", item: "the-next-one", shape, ...square, dials });
  },
  { immediate: true, deep: true },
);
const dials = computed(() =>
  readings.value.flatMap((r) => vocabulary.dial(tools.name, r.dial) ?? []),
);

const value = (dial: DialFacts): number => starts.dialsOf(tools.name)[dial.name] ?? dial.default;
function measured(dial: DialFacts): object {
  if (dial.unit === "length") return { unit: vocabulary.unit(board.sheet.unit) };
  return { suffix: dial.unit === "percent" ? "%" : dial.unit === "angle" ? "°" : "" };
}
function turn(dial: DialFacts, to: number): void {
  starts.turn(tools.name, dial.name, Math.min(Math.max(to, dial.least), dial.most));
}
</script>

<template>
  <section v-if="dials.length > 0" aria-label="Starts with these dials">
    <h3 class="wide heading">The next one starts with</h3>
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
  <section aria-label="Starts with this style">
    <h3 class="wide heading">It is painted with</h3>
    <span class="label">Fill</span>
    <ColourField
      class="rest"
      label="Fill"
      :colour="starts.style.fill"
      @chosen="(fill) => starts.paint({ fill })"
    />
    <span class="label">Stroke</span>
    <ColourField
      class="rest"
      label="Stroke"
      :colour="starts.style.stroke"
      @chosen="(stroke) => starts.paint({ stroke })"
    />
    <span class="label">Stroke width</span>
    <TypedField
      label="Stroke width"
      :value="starts.style.stroke_width"
      :unit="point"
      @typed="(v) => starts.paint({ stroke_width: Math.min(Math.max(v, 0), 10000) })"
    />
  </section>
</template>
