<script setup lang="ts">
// What is selected, in numbers that can be typed; with nothing selected, the sheet.
import { computed } from "vue";
import { useActiveContainer } from "../stores/board/activecontainer";
import { useDocument } from "../stores/board/document";
import { useSelection } from "../stores/board/selection";
import { useMirroring } from "../stores/editing/mirroring";
import { useTools } from "../tools/tools";
import { useCatalogue } from "../stores/display/catalogue";
import AlignPanel from "./arrange/AlignPanel.vue";
import CombinePanel from "./arrange/CombinePanel.vue";
import AssemblyPanel from "./form/AssemblyPanel.vue";
import AnchorPanel from "./form/AnchorPanel.vue";
import BalancePanel from "./form/BalancePanel.vue";
import BlendPanel from "./arrange/BlendPanel.vue";
import BrushPanel from "./sheet/BrushPanel.vue";
import TransformByPanel from "./arrange/TransformByPanel.vue";
import SelectMorePanel from "./arrange/SelectMorePanel.vue";
import CopiesPanel from "./arrange/CopiesPanel.vue";
import CornerPanel from "./form/CornerPanel.vue";
import DialPanel from "./form/DialPanel.vue";
import ResultPanel from "./form/ResultPanel.vue";
import OpacityPanel from "./paint/OpacityPanel.vue";
import FairPanel from "./form/FairPanel.vue";
import GroupPanel from "./arrange/GroupPanel.vue";
import GuidePanel from "./sheet/GuidePanel.vue";
import PositionPanel from "./form/PositionPanel.vue";
import PlacementPanel from "./sheet/PlacementPanel.vue";
import LayerPanel from "./arrange/LayerPanel.vue";
import LinkPanel from "./form/LinkPanel.vue";
import MatchPanel from "./sheet/MatchPanel.vue";
import MirrorPanel from "./arrange/MirrorPanel.vue";
import OffsetPanel from "./arrange/OffsetPanel.vue";
import OrderPanel from "./arrange/OrderPanel.vue";
import OutlinePanel from "./form/OutlinePanel.vue";
import PartPanel from "./form/PartPanel.vue";
import PathPanel from "./form/PathPanel.vue";
import SamplePanel from "./paint/SamplePanel.vue";
import SeamPanel from "./form/SeamPanel.vue";
import SheetPanel from "./sheet/SheetPanel.vue";
import NewItemPanel from "./paint/NewItemPanel.vue";
import FreehandPanel from "./sheet/FreehandPanel.vue";
import StylePanel from "./paint/StylePanel.vue";
import SwatchPanel from "./paint/SwatchPanel.vue";
import SweepPanel from "./arrange/SweepPanel.vue";
import SymmetryPanel from "./form/SymmetryPanel.vue";
import SimplifyPanel from "./form/SimplifyPanel.vue";
import TwinPanel from "./form/TwinPanel.vue";
import ReferencePanel from "./sheet/ReferencePanel.vue";
import NewTextPanel from "./text/NewTextPanel.vue";
import TextPanel from "./text/TextPanel.vue";

const container = useActiveContainer();
const doc = useDocument();
const selection = useSelection();
const mirroring = useMirroring();
const tools = useTools();
const catalogue = useCatalogue();

const several = computed(() => selection.selectedItems.length);
const one = computed(() => (several.value === 1 ? selection.selectedItems[0] : undefined));
const title = computed(() => one.value?.name ?? `${several.value} items`);
const kindOf = (type: string): string => catalogue.shapeLabel(type);
const kind = computed(() => {
  if (!one.value) return "";
  return kindOf(one.value.words ? "text" : one.value.type);
});
/** The symmetry one draws in. */
const symmetry = computed(() => {
  const here = doc.drawable(container.active);
  return here?.symmetry ? here : null;
});
/** What linked copies hold is painted as what they follow. */
const links = computed(() => selection.selectedItems.some((i) => i.link));
const anchors = computed(() => tools.active === "anchors");
</script>

<template>
  <aside class="readout" aria-label="Properties">
    <MirrorPanel v-if="mirroring.draft" />
    <template v-else>
      <template v-if="several === 0 && symmetry">
        <header>
          <h2>{{ symmetry.name }}</h2>
          <span>{{ kindOf(symmetry.type) }}</span>
        </header>
        <SymmetryPanel :id="symmetry.id" />
      </template>
      <SeamPanel />
      <template v-if="tools.active === 'sweep'">
        <header><h2>Sweep</h2></header>
        <SweepPanel />
      </template>
      <template v-if="tools.active === 'brush'">
        <header><h2>Smooth brush</h2></header>
        <BrushPanel />
      </template>
      <template v-if="tools.active === 'sample'">
        <header><h2>Sample colour</h2></header>
        <SamplePanel />
      </template>
      <template v-if="tools.name === 'placement'">
        <header>
          <h2>{{ tools.label }}</h2>
          <span>from the shelf</span>
        </header>
        <PlacementPanel />
      </template>
      <SwatchPanel />
      <template v-if="several > 0">
        <header>
          <h2>{{ title }}</h2>
          <span>{{ kind }}</span>
        </header>
        <FreehandPanel />
        <MatchPanel />
        <template v-if="tools.active === 'corners'">
          <CornerPanel />
          <DialPanel v-if="selection.marks.dials.length > 0" />
        </template>
        <template v-else-if="anchors">
          <OutlinePanel />
          <template v-if="selection.anchors.length > 0">
            <AnchorPanel />
            <PathPanel />
          </template>
          <FairPanel />
          <template v-if="selection.anchors.length > 0">
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
          <DialPanel v-if="selection.marks.dials.length > 0" />
          <SymmetryPanel v-if="one?.symmetry" :id="one.id" />
          <AssemblyPanel v-if="one?.assembly && !one.words" :id="one.id" />
          <ResultPanel v-if="one?.assembly && !one.words" :id="one.id" :mark="one.assembly" />
          <LinkPanel />
          <PartPanel />
          <PositionPanel v-if="selection.marks.frame" />
          <StylePanel v-if="!links" />
          <OpacityPanel :items="selection.selected" />
          <GroupPanel />
          <template v-if="selection.marks.frame">
            <CombinePanel />
            <OffsetPanel />
            <BlendPanel />
            <SimplifyPanel />
            <AlignPanel />
            <BalancePanel />
            <CopiesPanel />
            <TransformByPanel />
            <OrderPanel />
            <SelectMorePanel />
          </template>
        </template>
        <template v-if="anchors || ['corners', 'brush'].includes(tools.active)">
          <StylePanel />
          <OpacityPanel :items="selection.selected" />
        </template>
      </template>
      <template v-else-if="tools.name === 'guide'">
        <header><h2>Guides</h2></header>
        <GuidePanel />
      </template>
      <template v-else-if="tools.name === 'reference'">
        <header><h2>References</h2></header>
        <ReferencePanel />
      </template>
      <template v-else-if="tools.name === 'text'">
        <header><h2>Text</h2></header>
        <NewTextPanel />
      </template>
      <template v-else-if="tools.name !== 'placement'">
        <template v-if="tools.draws">
          <header>
            <h2>{{ tools.label }}</h2>
          </header>
          <FreehandPanel v-if="tools.name === 'freehand'" />
          <NewItemPanel />
        </template>
        <template v-else>
          <LayerPanel v-if="tools.name === 'select'" />
          <SheetPanel />
        </template>
      </template>
    </template>
  </aside>
</template>

<style scoped>
.readout {
  overflow-y: auto;
  background: var(--panel);
  border-left: 1px solid var(--hairline);
}
.readout :deep(section) {
  display: grid;
  grid-template-columns: 82px minmax(0, 1fr) minmax(0, 1fr);
  gap: 6px 8px;
  align-items: center;
  padding: 12px 14px;
  border-top: 1px solid var(--hairline);
}
.readout :deep(section .label) {
  color: var(--quiet);
}
.readout :deep(section .wide) {
  grid-column: 1 / -1;
}
.readout :deep(section .rest) {
  grid-column: 2 / -1;
  min-width: 0;
}
.readout :deep(section .help) {
  margin: 0;
  color: var(--quiet);
  font-size: 12px;
}
.readout :deep(.p-select-dropdown) {
  width: 22px;
}
.readout :deep(.p-select-label) {
  padding-inline: 8px 0;
}
.readout :deep(.abreast) {
  display: flex;
  gap: 8px;
}
.readout :deep(.abreast > *) {
  flex: 1;
}
.readout :deep(.check) {
  display: flex;
  gap: 8px;
  align-items: center;
}
.readout :deep(.listed) {
  padding: 3px 8px;
  border-radius: 6px;
}
.readout :deep(.listed span) {
  color: var(--quiet);
}
.readout :deep(.listed.active) {
  background: var(--tint);
}
.readout :deep(header) {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  padding: 12px 14px;
}
.readout :deep(header h2) {
  overflow: hidden;
  font-size: 15px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.readout :deep(header span) {
  padding-left: 8px;
  color: var(--quiet);
}
</style>
