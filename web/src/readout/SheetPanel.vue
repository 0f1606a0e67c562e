<script setup lang="ts">
// The sheet, while nothing is selected.
import { computed } from "vue";
import type { Sheet } from "../api/types";
import { useBoard } from "../stores/board";
import { useVocabulary } from "../stores/vocabulary";
import ColourField from "./ColourField.vue";
import TypedField from "./TypedField.vue";

const board = useBoard();
const vocabulary = useVocabulary();
const unit = computed(() => vocabulary.unit(board.sheet.unit));
const set = (change: Partial<Sheet>): void =>
  board.commit({ kind: "set_sheet", sheet: { ...board.sheet, ...change } });
</script>

<template>
  <header>
    <h2>Sheet</h2>
    <span>{{ board.order.length }} {{ board.order.length === 1 ? "item" : "items" }}</span>
  </header>
  <section aria-label="Sheet">
    <span class="label">Size</span>
    <TypedField
      label="Sheet width"
      suffix="w"
      :value="board.sheet.width"
      :unit="unit"
      @typed="(v) => set({ width: v })"
    />
    <TypedField
      label="Sheet height"
      suffix="h"
      :value="board.sheet.height"
      :unit="unit"
      @typed="(v) => set({ height: v })"
    />
    <span class="label">Colour</span>
    <ColourField
      class="colour"
      label="Sheet"
      :colour="board.sheet.colour"
      @chosen="(c) => set({ colour: c })"
    />
  </section>
</template>

<style scoped>
header {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  padding: 12px 14px;
}
h2 {
  font-size: 15px;
}
header span {
  color: var(--quiet);
}
.colour {
  grid-column: 2 / -1;
}
</style>
