<script setup lang="ts">
// The dials of the selected shapes: slider and field, always the same value as the peg.
import Slider from "primevue/slider";
import { computed, ref } from "vue";
import type { DialFacts, Selection } from "../api/types";
import { useBoard } from "../stores/board";
import { useVocabulary } from "../stores/vocabulary";
import TypedField from "./TypedField.vue";

type Reading = Selection["dials"][number];

const board = useBoard();
const vocabulary = useVocabulary();
const unit = computed(() => vocabulary.unit(board.sheet.unit));
const slid = ref<{ dial: string; value: number } | null>(null);

const rows = computed(() => {
  const type = board.selectedItems[0]?.type ?? "";
  const found: { facts: DialFacts; reading: Reading }[] = [];
  for (const reading of board.marks.dials) {
    const facts = vocabulary.dial(type, reading.dial);
    if (facts) found.push({ facts, reading });
  }
  return found;
});

const command = (dial: string, value: number) =>
  ({ kind: "set_dial", items: board.selected, dial, value }) as const;

function slide(dial: string, value: number): void {
  slid.value = { dial, value };
  board.preview(command(dial, value));
}

function release(dial: string): void {
  if (slid.value?.dial === dial) board.commit(command(dial, slid.value.value));
  slid.value = null;
}

function step(event: KeyboardEvent, row: { facts: DialFacts; reading: Reading }): void {
  const ways: Record<string, number> = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 };
  const way = ways[event.key];
  if (!way) return;
  event.preventDefault();
  event.stopPropagation();
  const by = way * row.facts.step * (event.shiftKey ? 10 : 1);
  const value = Math.min(Math.max(row.reading.value + by, 0), row.reading.reach);
  board.commit(command(row.facts.name, value), true);
}
</script>

<template>
  <section aria-label="Dials">
    <template v-for="row in rows" :key="row.facts.name">
      <span class="label" :title="row.facts.help">{{ row.facts.label }}</span>
      <span class="slider" @keydown.capture="step($event, row)">
        <Slider
          :model-value="Math.min(row.reading.value, row.reading.reach)"
          :min="0"
          :max="Math.max(row.reading.reach, 0.01)"
          :step="0.01"
          :aria-label="row.facts.label"
          :data-testid="`slider-${row.facts.name}`"
          @update:model-value="(v) => slide(row.facts.name, v as number)"
          @slideend="release(row.facts.name)"
        />
      </span>
      <TypedField
        :label="row.facts.label"
        :value="row.reading.value"
        v-bind="row.facts.unit === 'length' ? { unit } : {}"
        @typed="(v) => board.commit(command(row.facts.name, v))"
      />
      <p class="wide help">{{ row.facts.help }}</p>
    </template>
  </section>
</template>

<style scoped>
.slider {
  padding: 0 4px;
}
.help {
  margin: 0;
  font-size: 12px;
  color: var(--quiet);
}
</style>
