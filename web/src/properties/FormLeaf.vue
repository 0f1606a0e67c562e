<script setup lang="ts">
// The leaf Form: dials, anchors, corners, text, parts and symmetry; position, size and angle.
import { computed } from "vue";
import { useSelection } from "../stores/board/selection";
import { useTools } from "../tools/tools";
import AnchorPanel from "./form/AnchorPanel.vue";
import AssemblyPanel from "./form/AssemblyPanel.vue";
import BalancePanel from "./form/BalancePanel.vue";
import CornerPanel from "./form/CornerPanel.vue";
import DialPanel from "./form/DialPanel.vue";
import FairPanel from "./form/FairPanel.vue";
import LinkPanel from "./form/LinkPanel.vue";
import OutlinePanel from "./form/OutlinePanel.vue";
import PartPanel from "./form/PartPanel.vue";
import PathPanel from "./form/PathPanel.vue";
import PositionPanel from "./form/PositionPanel.vue";
import ResultPanel from "./form/ResultPanel.vue";
import SimplifyPanel from "./form/SimplifyPanel.vue";
import SymmetryPanel from "./form/SymmetryPanel.vue";
import TwinPanel from "./form/TwinPanel.vue";
import FreehandPanel from "./sheet/FreehandPanel.vue";
import MatchPanel from "./sheet/MatchPanel.vue";
import TextPanel from "./text/TextPanel.vue";

const selection = useSelection();
const tools = useTools();
const one = computed(() =>
  selection.selected.length === 1 ? selection.selectedItems[0] : undefined,
);
const anchors = computed(() => selection.anchors.length > 0);
const dials = computed(() => selection.marks.dials.length > 0);
</script>

<template>
  <FreehandPanel />
  <MatchPanel />
  <template v-if="tools.active === 'corners'">
    <CornerPanel />
    <DialPanel v-if="dials" />
  </template>
  <template v-else-if="tools.active === 'anchors'">
    <OutlinePanel />
    <template v-if="anchors">
      <AnchorPanel />
      <PathPanel />
    </template>
    <FairPanel />
    <template v-if="anchors">
      <CornerPanel />
      <TwinPanel />
    </template>
    <template v-else>
      <SimplifyPanel />
      <BalancePanel />
    </template>
  </template>
  <template v-else-if="tools.active !== 'brush'">
    <TextPanel />
    <DialPanel v-if="dials" />
    <SymmetryPanel v-if="one?.symmetry" :id="one.id" />
    <template v-if="one?.assembly && !one.words">
      <AssemblyPanel :id="one.id" />
      <ResultPanel :id="one.id" :mark="one.assembly" />
    </template>
    <LinkPanel />
    <PartPanel />
    <template v-if="selection.marks.frame">
      <PositionPanel />
      <SimplifyPanel />
      <BalancePanel />
    </template>
  </template>
</template>
