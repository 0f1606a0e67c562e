<script setup lang="ts">
// The Sweep tool's settings: how wide a gap counts as closed.
import { computed } from "vue";
import { useBoard } from "../stores/board";
import { useSweeping } from "../stores/sweeping";
import { useVocabulary } from "../stores/vocabulary";
import TypedField from "./TypedField.vue";

const board = useBoard();
const sweeping = useSweeping();
const vocabulary = useVocabulary();
const unit = computed(() => vocabulary.unit(board.sheet.unit));
const count = computed(() => sweeping.marks?.regions.length ?? 0);
const gaps = computed(() => sweeping.marks?.bridges.length ?? 0);
const says = computed(() => {
  if (sweeping.trouble) return sweeping.trouble;
  if (count.value === 0) return "Nothing here encloses a region. Choose items that overlap.";
  const closed =
    gaps.value > 0 ? `, ${gaps.value === 1 ? "a gap" : `${gaps.value} gaps`} closed` : "";
  return `${count.value === 1 ? "One region" : `${count.value} regions`}${closed}.`;
});
</script>

<template>
  <section aria-label="Sweep">
    <span class="label">Gaps up to</span>
    <TypedField
      label="Gaps up to"
      :value="sweeping.gap"
      :unit="unit"
      @typed="(v) => (sweeping.gap = Math.min(1000, Math.max(0, v)))"
    />
    <p class="wide quiet" role="status">{{ says }}</p>
  </section>
</template>

<style scoped>
.quiet {
  margin: 0;
  color: var(--quiet);
}
</style>
