<script setup lang="ts">
// The sheets that all copies take: one is shown and cut next, or all are cut in turn.
import Button from "primevue/button";
import { computed } from "vue";
import CutBatch from "./CutBatch.vue";
import type { Cutting } from "./table";

const props = defineProps<{ cutting: Cutting }>();
const { sheet, look, sets, batch } = props.cutting;
const count = computed(() => look.value?.sheets ?? 1);
</script>

<template>
  <span class="label">Sheet</span>
  <div class="rest turn" role="group" aria-label="Sheet">
    <Button
      size="small"
      severity="secondary"
      label="‹"
      aria-label="Previous sheet"
      :disabled="sheet === 0"
      @click="cutting.turnTo(sheet - 1)"
    />
    <span data-testid="cut-sheet-number">{{ sheet + 1 }} of {{ count }}</span>
    <Button
      size="small"
      severity="secondary"
      label="›"
      aria-label="Next sheet"
      :disabled="sheet >= count - 1"
      @click="cutting.turnTo(sheet + 1)"
    />
  </div>
  <Button
    class="wide"
    size="small"
    severity="secondary"
    label="Cut all sheets"
    data-testid="cut-sheets"
    :disabled="cutting.cutting.value"
    @click="cutting.cutSheets"
  />
  <CutBatch v-if="!sets?.length" :batch="batch" />
</template>

<style scoped>
.turn {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
}
</style>
