<script setup lang="ts">
// Sample colour: how many pixels of a picture are taken together, and what is seen now.
import { useSampling, WIDTHS, type Width } from "../stores/sampling";
import { useBoard } from "../stores/board";
import ChooseField from "./ChooseField.vue";

const sampling = useSampling();
const board = useBoard();
const OPTIONS = WIDTHS.map((w) => ({
  value: String(w),
  label: w === 1 ? "1 pixel" : `${w} × ${w} pixels`,
}));
</script>

<template>
  <section aria-label="Sample colour">
    <span class="label">Of a picture</span>
    <ChooseField
      label="Pixels taken together"
      :value="String(sampling.width)"
      :options="OPTIONS"
      @chosen="(w) => (sampling.width = Number(w) as Width)"
    />
    <span class="label">Seen</span>
    <span class="rest seen" data-testid="sampled">
      <i v-if="sampling.seen" :style="{ background: sampling.seen.colour }" />
      {{ sampling.words || "nothing" }}
    </span>
    <p class="wide help">
      A click gives it to
      {{ board.selected.length > 0 ? "what is selected" : "what is drawn next" }}: as its fill, with
      Shift as its stroke, with Ctrl all of the style. Alt looks at the underlay.
    </p>
  </section>
</template>

<style scoped>
.seen {
  display: flex;
  gap: 6px;
  align-items: center;
}
.seen i {
  width: 18px;
  height: 18px;
  border: 1px solid var(--hairline);
  border-radius: 4px;
}
</style>
