<script setup lang="ts">
// What is selected, in three leaves: its form, its paint, and how it is arranged with others.
import Tab from "primevue/tab";
import TabList from "primevue/tablist";
import TabPanel from "primevue/tabpanel";
import TabPanels from "primevue/tabpanels";
import Tabs from "primevue/tabs";
import { computed } from "vue";
import { useSelection } from "../stores/board/selection";
import { useCatalogue } from "../stores/display/catalogue";
import { PROPERTIES_LEAVES, usePropertiesLeaf } from "../stores/display/propertiesleaf";
import { counted } from "../lib/intl";
import ArrangeLeaf from "./ArrangeLeaf.vue";
import FormLeaf from "./FormLeaf.vue";
import PaintLeaf from "./PaintLeaf.vue";

const CONTENTS = { Form: FormLeaf, Paint: PaintLeaf, Arrange: ArrangeLeaf } as const;
const KEYS = { Form: "7", Paint: "8", Arrange: "9" } as const;

const selection = useSelection();
const catalogue = useCatalogue();
const leaf = usePropertiesLeaf();
const several = computed(() => selection.selected.length);
const one = computed(() => (several.value === 1 ? selection.selectedItems[0] : undefined));
const title = computed(() => one.value?.name ?? counted(several.value, "item"));
const type = computed(() => {
  if (!one.value) return "";
  return catalogue.shapeLabel(one.value.words ? "text" : one.value.type);
});
</script>

<template>
  <header>
    <h2>{{ title }}</h2>
    <span>{{ type }}</span>
  </header>
  <Tabs v-model:value="leaf.current" lazy class="leaves">
    <TabList>
      <Tab
        v-for="name in PROPERTIES_LEAVES"
        :key="name"
        :value="name"
        :title="KEYS[name]"
        :data-testid="`properties-${name}`"
      >
        {{ name }}
      </Tab>
    </TabList>
    <TabPanels>
      <TabPanel v-for="name in PROPERTIES_LEAVES" :key="name" :value="name">
        <component :is="CONTENTS[name]" />
      </TabPanel>
    </TabPanels>
  </Tabs>
</template>

<style scoped>
header {
  padding-bottom: 6px;
}
.leaves :deep(.p-tablist),
.leaves :deep(.p-tablist-content),
.leaves :deep(.p-tablist-tab-list) {
  background: transparent;
}
.leaves :deep(.p-tab) {
  flex: 1;
  justify-content: center;
  padding: 5px 8px;
  background: transparent;
  font: inherit;
  font-weight: 500;
}
.leaves :deep(.p-tabpanels) {
  padding: 0;
  background: transparent;
}
.leaves :deep(.p-tabpanel > :first-child) {
  border-top: 0;
}
</style>
