<script setup lang="ts">
// What can be chosen of the profile: curvature or turn, the comb on the canvas, its values as a table.
import SelectButton from "primevue/selectbutton";
import { useDocument } from "../../stores/board/document";
import { useCurves } from "../../stores/measuring/curves";
import { useDisplay } from "../../stores/display/display";
import { saved } from "../../lib/download";
import { useNotices } from "../../session/notices";
import { profileTable } from "./csv";
import type { Measure } from "./profile";

const MEASURES: readonly { value: Measure; label: string }[] = [
  { value: "curvature", label: "Curvature" },
  { value: "turn", label: "Turn" },
];
const measure = defineModel<Measure>({ required: true });
const doc = useDocument();
const curves = useCurves();
const looking = useDisplay();
const notices = useNotices();

const table = (): string =>
  profileTable(curves.readings, curves.unit, (item) => doc.drawable(item)?.name ?? item);

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(table());
    notices.tell("The values were copied as a table.");
  } catch {
    notices.tell("The clipboard is blocked. Use “Save as CSV”.");
  }
}

const save = (): void => saved(`${doc.name} profile.csv`, table(), "text/csv");
</script>

<template>
  <SelectButton
    v-model="measure"
    class="measure"
    size="small"
    :options="[...MEASURES]"
    option-label="label"
    option-value="value"
    :allow-empty="false"
    aria-label="Profile shows"
  />
  <button
    class="row-button comb"
    :class="{ active: looking.comb }"
    :aria-pressed="looking.comb"
    title="Curvature comb on the selection (Shift V)"
    @click="looking.comb = !looking.comb"
  >
    Comb
  </button>
  <span class="tail">
    <button class="row-button" :disabled="curves.readings.length === 0" @click="copy">
      Copy values
    </button>
    <button class="row-button" :disabled="curves.readings.length === 0" @click="save">
      Save as CSV
    </button>
  </span>
</template>

<style scoped>
.measure {
  align-self: center;
}
.measure :deep(.p-togglebutton) {
  font-size: 12px;
}
.measure :deep(.p-togglebutton-content) {
  padding: 1px 8px;
}
.row-button {
  padding: 0 8px;
  font-size: 12px;
  white-space: nowrap;
}
.comb.active {
  background: var(--tint);
}
.tail {
  display: flex;
  margin-left: auto;
}
</style>
