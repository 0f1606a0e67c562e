<script setup lang="ts">
// The nine places of a frame: which of them is told in numbers, and stays while items turn or grow.
import type { Spot } from "../api/types";
import { SPOTS, useArranging } from "../stores/editing/arranging";

const arranging = useArranging();
const pressed = (spot: Spot): boolean => arranging.about === spot;
</script>

<template>
  <div class="spots" role="radiogroup" aria-label="Reference point">
    <button
      v-for="[spot, label] in SPOTS"
      :key="spot"
      class="spot"
      role="radio"
      :aria-checked="pressed(spot)"
      :aria-label="label"
      :title="`${label}: fixed while rotating and scaling, and shown in the fields`"
      :data-testid="`spot-${spot}`"
      @click="arranging.choose(spot)"
    >
      <i />
    </button>
  </div>
</template>

<style scoped>
.spots {
  display: grid;
  grid-template-columns: repeat(3, 18px);
  width: max-content;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--raised);
}
.spot {
  display: grid;
  place-items: center;
  width: 18px;
  height: 18px;
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
