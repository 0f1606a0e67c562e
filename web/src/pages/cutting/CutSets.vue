<script setup lang="ts">
// The sets of the drawing's measures at the table: one of them, or all one after the other.
import Button from "primevue/button";
import Select from "primevue/select";
import { computed } from "vue";
import CutBatch from "./CutBatch.vue";
import type { Cutting } from "./table";

const props = defineProps<{ cutting: Cutting }>();
const { sets, measureSet, batch } = props.cutting;
const choices = computed(() => [{ id: null, name: "As shown" }, ...(sets.value ?? [])]);
</script>

<template>
  <section aria-label="Sets">
    <h2 class="wide heading">Sets of measures</h2>
    <span class="label">Set</span>
    <Select
      class="rest"
      size="small"
      :model-value="measureSet"
      :options="choices"
      option-label="name"
      option-value="id"
      placeholder="As shown"
      aria-label="Set of measures"
      @update:model-value="cutting.choose"
    />
    <Button
      class="wide"
      size="small"
      severity="secondary"
      label="Cut all sets"
      data-testid="cut-all"
      :disabled="cutting.cutting.value"
      @click="cutting.cutAll"
    />
    <CutBatch :batch="batch" />
  </section>
</template>
