<script setup lang="ts">
// Fill, stroke and stroke width of what is selected.
import { computed } from "vue";
import { useBoard } from "../stores/board";
import { useStarts } from "../stores/starts";
import { useVocabulary } from "../stores/vocabulary";
import ChooseField from "./ChooseField.vue";
import ColourField from "./ColourField.vue";
import PenPanel from "./PenPanel.vue";
import TypedField from "./TypedField.vue";

const board = useBoard();
const starts = useStarts();
const vocabulary = useVocabulary();
/** Of the first thing painted; a group is painted by what it holds, an assembly as one. */
const first = computed(() => {
  const [one] = board.selected.flatMap((i) => (board.paints(i) ? [i] : board.tree.drawnIn(i)));
  return one === undefined ? undefined : board.drawable(one);
});
const style = computed(() => first.value?.style);
const RULES = [
  { value: "evenodd" as const, label: "even-odd" },
  { value: "nonzero" as const, label: "by direction" },
];
const point = computed(() => vocabulary.unit("pt"));

const starting = computed(() => JSON.stringify(starts.kept.style) === JSON.stringify(style.value));
const setFill = (colour: string | null): void =>
  board.commit({ kind: "set_fill", items: board.selected, colour }, true);
const setStroke = (colour: string | null): void =>
  board.commit({ kind: "set_stroke", items: board.selected, colour }, true);
const setWidth = (width: number): void =>
  board.commit({ kind: "set_stroke_width", items: board.selected, width });
</script>

<template>
  <section v-if="style" aria-label="Style">
    <span class="label">Fill</span>
    <ColourField class="colour" label="Fill" :colour="style.fill ?? null" @chosen="setFill" />
    <template v-if="first?.compound">
      <span class="label">Holes</span>
      <ChooseField
        label="What is a hole"
        :value="first.rule"
        :options="RULES"
        @chosen="(rule) => board.commit({ kind: 'set_rule', items: board.selected, rule })"
      />
    </template>
    <span class="label">Stroke</span>
    <ColourField class="colour" label="Stroke" :colour="style.stroke ?? null" @chosen="setStroke" />
    <span class="label">Stroke width</span>
    <TypedField
      label="Stroke width"
      :value="style.stroke_width ?? 0"
      :unit="point"
      @typed="setWidth"
    />
    <button
      class="row-button start"
      :disabled="starting"
      title="New shapes and lines are painted like this"
      @click="starts.kept.style = { ...style }"
    >
      {{ starting ? "New ones start so" : "Start new ones so" }}
    </button>
  </section>
  <PenPanel v-if="style?.stroke" :paint="style" :open="first?.open ?? false" />
</template>

<style scoped>
.start {
  grid-column: 2 / -1;
  padding: 2px 4px;
  font-size: 12px;
  color: var(--active);
  text-align: left;
}
.start:disabled {
  color: var(--quiet);
}
.colour {
  grid-column: 2 / -1;
}
</style>
