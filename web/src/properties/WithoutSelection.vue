<script setup lang="ts">
// With nothing selected: the symmetry one draws in, what the tool's next item starts with, the sheet.
import { computed } from "vue";
import { useActiveContainer } from "../stores/board/activecontainer";
import { useDocument } from "../stores/board/document";
import { useCatalogue } from "../stores/display/catalogue";
import { useTools } from "../tools/tools";
import LayerPanel from "./arrange/LayerPanel.vue";
import SymmetryPanel from "./form/SymmetryPanel.vue";
import NewItemPanel from "./paint/NewItemPanel.vue";
import FreehandPanel from "./sheet/FreehandPanel.vue";
import GuidePanel from "./sheet/GuidePanel.vue";
import ReferencePanel from "./sheet/ReferencePanel.vue";
import SheetPanel from "./sheet/SheetPanel.vue";
import NewTextPanel from "./text/NewTextPanel.vue";

const container = useActiveContainer();
const doc = useDocument();
const catalogue = useCatalogue();
const tools = useTools();
/** The symmetry one draws in. */
const symmetry = computed(() => {
  const here = doc.drawable(container.active);
  return here?.symmetry ? here : null;
});
</script>

<template>
  <template v-if="symmetry">
    <header>
      <h2>{{ symmetry.name }}</h2>
      <span>{{ catalogue.shapeLabel(symmetry.type) }}</span>
    </header>
    <SymmetryPanel :id="symmetry.id" />
  </template>
  <template v-if="tools.name === 'guide'">
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
  <template v-else-if="tools.draws">
    <header>
      <h2>{{ tools.label }}</h2>
    </header>
    <FreehandPanel v-if="tools.name === 'freehand'" />
    <NewItemPanel />
  </template>
  <template v-else-if="tools.name !== 'placement'">
    <LayerPanel v-if="tools.name === 'select'" />
    <SheetPanel />
  </template>
</template>
