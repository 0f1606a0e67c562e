<script setup lang="ts">
// What is selected, in numbers that can be typed, in three leaves; with nothing selected, what the tool
// in the hand starts with, then the sheet.
import { computed } from "vue";
import { useSelection } from "../stores/board/selection";
import { useMirroring } from "../stores/editing/mirroring";
import { PROPERTIES_WIDTH, usePanels } from "../stores/display/panels";
import EdgeHandle from "../ui/EdgeHandle.vue";
import MirrorPanel from "./arrange/MirrorPanel.vue";
import SeamPanel from "./form/SeamPanel.vue";
import SwatchPanel from "./paint/SwatchPanel.vue";
import SelectionLeaves from "./SelectionLeaves.vue";
import ToolInHand from "./ToolInHand.vue";
import WithoutSelection from "./WithoutSelection.vue";

const selection = useSelection();
const mirroring = useMirroring();
const panels = usePanels();
const some = computed(() => selection.selected.length > 0);
</script>

<template>
  <aside class="side" aria-label="Properties">
    <EdgeHandle
      v-if="!panels.narrow"
      label="Width of Properties"
      side="left"
      :size="panels.properties"
      v-bind="PROPERTIES_WIDTH"
      @sized="(size) => (panels.properties = size)"
    />
    <div class="properties">
      <MirrorPanel v-if="mirroring.draft" />
      <template v-else>
        <SeamPanel />
        <ToolInHand />
        <SwatchPanel />
        <SelectionLeaves v-if="some" />
        <WithoutSelection v-else />
      </template>
    </div>
  </aside>
</template>

<style scoped>
.side {
  position: relative;
  display: grid;
  min-width: 0;
  min-height: 0;
}
.properties {
  min-width: 0;
  overflow-y: auto;
  background: var(--panel);
  border-left: 1px solid var(--hairline);
}
.properties :deep(section) {
  display: grid;
  grid-template-columns: 82px minmax(0, 1fr) minmax(0, 1fr);
  gap: 6px 8px;
  align-items: center;
  padding: 12px 14px;
  border-top: 1px solid var(--hairline);
}
.properties :deep(section .label) {
  color: var(--quiet);
}
.properties :deep(section .wide) {
  grid-column: 1 / -1;
}
.properties :deep(section .rest) {
  grid-column: 2 / -1;
  min-width: 0;
}
.properties :deep(section .help) {
  margin: 0;
  color: var(--quiet);
  font-size: 12px;
}
.properties :deep(.p-select-dropdown) {
  width: 22px;
}
.properties :deep(.p-select-label) {
  padding-inline: 8px 0;
}
.properties :deep(.abreast) {
  display: flex;
  gap: 8px;
}
.properties :deep(.abreast > *) {
  flex: 1;
}
.properties :deep(.two-columns),
.properties :deep(.three-columns) {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 6px;
}
.properties :deep(.three-columns) {
  grid-template-columns: repeat(3, 1fr);
}
.properties :deep(.check) {
  display: flex;
  gap: 8px;
  align-items: center;
}
.properties :deep(.listed) {
  padding: 3px 8px;
  border-radius: 6px;
}
.properties :deep(.listed span) {
  color: var(--quiet);
}
.properties :deep(.listed.active) {
  background: var(--tint);
}
.properties :deep(header) {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  padding: 12px 14px;
}
.properties :deep(header h2) {
  overflow: hidden;
  font-size: 15px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.properties :deep(header span) {
  padding-left: 8px;
  color: var(--quiet);
}
</style>
