<script setup lang="ts">
// What is under the pointer, what each key does right now, and where the pointer is.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useSelecting } from "../../stores/editing/selecting";
import { useSnapping } from "../../stores/display/snapping";
import { length } from "../../lib/numbers";
import { machineCaps } from "../../acts/caps";
import { lastInput } from "../../lib/lastinput";
import { useCrosshair } from "../../tools/crosshair";
import { useTools } from "../../tools/tools";
import { useView } from "../../stores/display/view";
import { useCatalogue } from "../../stores/display/catalogue";

const doc = useDocument();
const selection = useSelection();
const cues = useSnapping();
const selecting = useSelecting();
const tools = useTools();
const view = useView();
const catalogue = useCatalogue();

const crosshair = useCrosshair();
const FINGERS = [
  ["two fingers", "pan and zoom"],
  ["hold", "menu"],
] as const;
/** What the keys do, or the fingers where they were used last. */
const hints = computed(() => {
  if (crosshair.place) return crosshair.hints;
  if (lastInput.value === "touch") return FINGERS;
  return tools.about.hints;
});
const byKeys = computed(() => !crosshair.place && lastInput.value !== "touch");

const place = computed(() => {
  if (!tools.pointer) return "";
  const unit = catalogue.unit(doc.sheet.unit);
  const [x, y] = view.toSheet(tools.pointer);
  return `${length(x, unit)}, ${length(y, unit)} ${unit.name}`;
});
</script>

<template>
  <footer class="status" data-testid="status">
    <b v-if="tools.about.text">{{ tools.about.text }}</b>
    <span v-if="selection.message" class="message" data-testid="edit-message">{{
      selection.message
    }}</span>
    <span v-if="byKeys && selecting.beneath" class="beneath" data-testid="beneath"
      >{{ selecting.beneath }}: hold <kbd>P</kbd> to list
    </span>
    <span v-for="[key, does] in hints" :key="key" class="hint">
      <kbd>{{ machineCaps(key) }}</kbd> {{ does }}
    </span>
    <span v-if="byKeys && cues.shown.length > 0" class="hint"><kbd>N</kbd> no snapping</span>
    <span v-if="byKeys && !tools.about.hints.some(([key]) => key === 'Space')" class="hint"
      ><kbd>Space</kbd> pan</span
    >
    <span class="place">{{ place }}</span>
  </footer>
</template>

<style scoped>
.status {
  display: flex;
  gap: 16px;
  align-items: center;
  overflow: hidden;
  padding: 0 12px;
  background: var(--panel);
  border-top: 1px solid var(--hairline);
  font-size: 12px;
  white-space: nowrap;
}
b {
  font-weight: 600;
}
.beneath {
  color: var(--construction);
}
.message {
  color: var(--touched);
}
.hint {
  color: var(--quiet);
}
.place {
  margin-left: auto;
  color: var(--quiet);
}
</style>
