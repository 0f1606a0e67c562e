<script setup lang="ts">
// How the drawing is compared with its picture, on the canvas for as long as it is.
import { MODES, useComparing } from "../../stores/display/comparing";

const comparing = useComparing();
</script>

<template>
  <div v-if="comparing.mode !== 'off'" class="chip" data-testid="compare-chip">
    <span class="name">Reference</span>
    <button
      v-for="[mode, label] in MODES"
      :key="mode"
      class="row-button"
      :class="{ active: mode === comparing.mode }"
      :aria-pressed="mode === comparing.mode"
      @click="comparing.compare(mode)"
    >
      {{ label }}
    </button>
    <span class="hint"><kbd>4</kbd> hold: reference only</span>
  </div>
</template>

<style scoped>
.chip {
  position: absolute;
  left: 28px;
  top: 28px;
  display: flex;
  gap: 4px;
  align-items: center;
  padding: 3px 10px;
  background: var(--raised);
  border: 1px solid var(--hairline);
  border-radius: 6px;
  font-size: 12px;
}
.name {
  font-weight: 600;
}
.row-button {
  padding: 2px 8px;
  border-radius: 6px;
}
.active {
  background: var(--tint);
}
.hint {
  color: var(--quiet);
}
</style>
