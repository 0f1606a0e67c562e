<script setup lang="ts">
// The Anchors tool with no anchor chosen: whose handles show, and what can be done with whole paths.
import SelectButton from "primevue/selectbutton";
import { computed } from "vue";
import { useSelection } from "../../stores/board/selection";
import { HANDLES_SHOWN, useDisplay } from "../../stores/display/display";
import ActionButton from "../../fields/ActionButton.vue";
import { useChosen } from "../../fields/selectedanchors";

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
  <section
    v-if="selection.anchors.length === 0 && outlines.length > 0"
    aria-label="Path"
    class="acts"
  >
    <ActionButton label="Reverse" :command="{ kind: 'reverse_outlines', items: outlines }" />
    <ActionButton
      v-if="only && !only.closed"
      label="Close"
      :command="{
        kind: 'join_ends',
        first: [only.item, only.contour, only.count - 1],
        second: [only.item, only.contour, 0],
      }"
    />
    <ActionButton
      v-else-if="only"
      label="Open"
      hint="Deletes the segment that leads back to the start point"
      :command="{ kind: 'delete_segment', segment: [only.item, only.contour, only.count - 1] }"
    />
  </section>
</template>

<style scoped>
section :deep(.p-togglebutton),
section :deep(.p-togglebutton-content) {
  padding: 2px 5px;
}
.readout section.acts {
  grid-template-columns: 1fr 1fr;
}
</style>
