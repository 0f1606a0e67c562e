<script setup lang="ts">
// The nine places of a frame: which of them is told in numbers, and stays while items turn or grow.
import { nextTick, ref } from "vue";
import type { Spot } from "../api/types";
import { SPOTS, useArranging } from "../stores/editing/arranging";

const arranging = useArranging();
const row = ref<HTMLElement | null>(null);
/** Those that arrows go to: of a row of three in a square. */
const STEPS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -3, ArrowDown: 3 };

function key(event: KeyboardEvent, n: number): void {
  const to = SPOTS[n + (STEPS[event.key] ?? NaN)];
  if (!to) return;
  event.preventDefault();
  arranging.choose(to[0]);
  void nextTick(() =>
    row.value?.querySelector<HTMLElement>(`[data-testid=spot-${to[0]}]`)?.focus(),
  );
}
/** One of them is the stop of the Tab key: the pressed one, or the first. */
const stops = (spot: Spot, n: number): boolean =>
  pressed(spot) || (n === 0 && !SPOTS.some(([one]) => pressed(one)));
const pressed = (spot: Spot): boolean => arranging.about === spot;
</script>

<template>
  <div ref="row" class="spots" role="radiogroup" aria-label="Reference point">
    <button
      v-for="([spot, label], n) in SPOTS"
      :key="spot"
      class="spot"
      role="radio"
      :tabindex="stops(spot, n) ? 0 : -1"
      :aria-checked="pressed(spot)"
      :aria-label="label"
      :title="`${label}: fixed while rotating and scaling, and shown in the fields`"
      :data-testid="`spot-${spot}`"
      @keydown="key($event, n)"
      @click="arranging.choose(spot)"
    >
      <i />
    </button>
  </div>
</template>

<style scoped>
.spots {
  display: grid;
  grid-template-columns: repeat(3, 24px);
  width: max-content;
  border: 1px solid var(--edge);
  border-radius: 6px;
  background: var(--raised);
}
.spot {
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
}
.spot i {
  width: 5px;
  height: 5px;
  border: 1px solid var(--quiet);
}
.spot:hover i {
  border-color: var(--active);
}
.spot[aria-checked="true"] i {
  width: 8px;
  height: 8px;
  rotate: 45deg;
  border-color: var(--active);
  background: var(--active);
}
</style>
