<script setup lang="ts">
// The Anchors tool with no anchor chosen: whose handles show, and what can be done with whole paths.
import SelectButton from "primevue/selectbutton";
import { computed } from "vue";
import { useSelection } from "../../stores/board/selection";
import { HANDLES_SHOWN, useDisplay } from "../../stores/display/display";
import ActButton from "../../fields/ActButton.vue";
import { useChosen } from "../../stores/editing/selectedanchors";

const selection = useSelection();
const display = useDisplay();
const { contours } = useChosen();
const outlines = computed(() =>
  selection.selectedItems.filter((i) => i.type === "outline").map((i) => i.id),
);
const only = computed(() => (contours.value.length === 1 ? contours.value[0] : undefined));
</script>

<template>
  <section aria-label="Show handles">
    <span class="label">Handles</span>
    <SelectButton
      v-model="display.handles"
      class="rest"
      size="small"
      :options="[...HANDLES_SHOWN]"
      :option-label="(o: readonly [string, string]) => o[1]"
      :option-value="(o: readonly [string, string]) => o[0]"
      :allow-empty="false"
      aria-label="Show handles"
    />
  </section>
  <section v-if="selection.anchors.length === 0 && outlines.length > 0" aria-label="Path">
    <div class="wide two-columns">
      <ActButton act="reverse" label="Reverse" />
      <ActButton v-if="only && !only.closed" act="close_path" label="Close" />
      <ActButton v-else-if="only" act="open_path" label="Open" />
    </div>
  </section>
</template>

<style scoped>
section :deep(.p-togglebutton),
section :deep(.p-togglebutton-content) {
  padding: 2px 5px;
}
</style>
