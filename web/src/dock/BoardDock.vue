<script setup lang="ts">
// The dock under the canvas: layers, colours, the profile, the shelf, measures, the history.
import InputText from "primevue/inputtext";
import { storeToRefs } from "pinia";
import { computed, ref, watch } from "vue";
import { useDocument } from "../stores/board/document";
import { useShelf } from "../stores/library/shelf";
import { LEAVES, useDisplay, type Leaf } from "../stores/display/display";
import { DOCK_HEIGHT, usePanels } from "../stores/display/panels";
import EdgeHandle from "../ui/EdgeHandle.vue";
import ColoursPanel from "./colours/ColoursPanel.vue";
import LayersPanel from "./layers/LayersPanel.vue";
import ProfileBar from "./profile/ProfileBar.vue";
import ProfilePanel from "./profile/ProfilePanel.vue";
import ShelfPanel from "./shelf/ShelfPanel.vue";
import MeasuresPanel from "./measures/MeasuresPanel.vue";
import MeasuresBar from "./measures/MeasuresBar.vue";
import HistoryPanel from "./history/HistoryPanel.vue";
import type { Measure } from "./profile/profile";
import { counted } from "../lib/intl";
import { tabAfter } from "../lib/tabkeys";

const doc = useDocument();
const { leaf, folded } = storeToRefs(useDisplay());
const measure = ref<Measure>("curvature");
/** What the Stack is searched for, by name, in all layers and groups. */
const find = ref("");
const shelf = useShelf();
const panels = usePanels();
const most = computed(() => Math.max(DOCK_HEIGHT.least, Math.round(panels.height * 0.5)));
const height = computed(() => Math.min(panels.dock, most.value));
/** In a window that gets low it folds away, until one opens a leaf. */
watch(
  () => panels.low,
  (low, before) => {
    if (low || before) folded.value = low;
  },
  { immediate: true },
);

const leaves = ref<HTMLElement | null>(null);
/** Arrows go from leaf to leaf, round; Home and End to the first and the last one. */
function key(event: KeyboardEvent, n: number): void {
  const to = tabAfter(event.key, n, LEAVES.length);
  const next = to === null ? undefined : LEAVES[to];
  if (!next || to === null) return;
  event.preventDefault();
  leaf.value = next;
  leaves.value?.querySelectorAll<HTMLElement>("[role=tab]")[to]?.focus();
}

function open(next: Leaf): void {
  folded.value = next === leaf.value && !folded.value;
  leaf.value = next;
}
</script>

<template>
  <section
    class="dock"
    :class="{ folded }"
    :style="folded ? {} : { height: `${height}px` }"
    aria-label="Dock"
  >
    <EdgeHandle
      v-if="!folded"
      label="Height of the dock"
      side="top"
      :size="height"
      v-bind="DOCK_HEIGHT"
      :most="most"
      @sized="(size) => (panels.dock = size)"
    />
    <div class="tabs">
      <div ref="leaves" class="leaves" role="tablist" aria-label="Dock panels">
        <button
          v-for="(l, n) in LEAVES"
          :id="`dock-tab-${l}`"
          :key="l"
          class="row-button tab"
          :class="{ active: l === leaf }"
          role="tab"
          :tabindex="l === leaf ? 0 : -1"
          :aria-selected="l === leaf && !folded"
          :aria-controls="l === leaf && !folded ? 'dock-panel' : undefined"
          :data-testid="`leaf-${l}`"
          @click="open(l)"
          @keydown="key($event, n)"
        >
          {{ l }}
        </button>
      </div>
      <template v-if="leaf === 'Layers' && !folded">
        <span class="note"> {{ counted(doc.count, "item") }} · back to front → </span>
        <InputText
          v-model="find"
          class="find"
          size="small"
          type="search"
          placeholder="Find by name"
          aria-label="Find an item by name"
          @keydown.esc="find = ''"
        />
      </template>
      <InputText
        v-if="leaf === 'Shelf' && !folded"
        v-model="shelf.find"
        class="find first"
        size="small"
        type="search"
        placeholder="Find by name"
        aria-label="Find on the shelf by name"
        @keydown.esc="shelf.find = ''"
      />
      <MeasuresBar v-if="leaf === 'Measures' && !folded" />
      <ProfileBar v-if="leaf === 'Profile' && !folded" v-model="measure" />
      <button class="row-button tab fold" @click="folded = !folded">
        {{ folded ? "Expand" : "Collapse" }}
      </button>
    </div>
    <div
      v-if="!folded"
      id="dock-panel"
      class="panel"
      role="tabpanel"
      :aria-labelledby="`dock-tab-${leaf}`"
    >
      <LayersPanel v-if="leaf === 'Layers'" :find="find" />
      <ColoursPanel v-else-if="leaf === 'Colours'" />
      <ProfilePanel v-else-if="leaf === 'Profile'" :measure="measure" />
      <ShelfPanel v-else-if="leaf === 'Shelf'" />
      <MeasuresPanel v-else-if="leaf === 'Measures'" />
      <HistoryPanel v-else />
    </div>
  </section>
</template>

<style scoped>
.dock {
  position: relative;
  display: grid;
  grid-template: 28px minmax(0, 1fr) / minmax(0, 1fr);
  height: 132px;
  min-width: 0;
  background: var(--panel);
  border-top: 1px solid var(--hairline);
}
.panel {
  display: grid;
  grid-template: minmax(0, 1fr) / minmax(0, 1fr);
  min-height: 0;
}
.folded {
  height: 29px;
}
.tabs {
  display: flex;
  gap: 4px;
  align-items: stretch;
  padding: 0 6px;
  border-bottom: 1px solid var(--hairline);
}
.tab {
  padding: 0 10px;
  color: var(--quiet);
}
.active {
  color: var(--ink);
  font-weight: 600;
  box-shadow: inset 0 -2px var(--active);
}
.note {
  overflow: hidden;
  align-self: center;
  min-width: 0;
  margin-left: auto;
  color: var(--quiet);
  text-overflow: ellipsis;
  white-space: nowrap;
}
.leaves {
  display: flex;
  flex: none;
  gap: 4px;
}
.find {
  flex: 0 1 132px;
  align-self: center;
  width: 132px;
  min-width: 60px;
  height: 22px;
  padding-block: 0;
  font-size: 12px;
}
.first {
  margin-left: auto;
}
.fold {
  flex: none;
  font-size: 12px;
}
.leaves + .fold {
  margin-left: auto;
}
</style>
