<script setup lang="ts">
// The layers, the front one on top; the one worked in is marked. Cards dropped on one go into it.
import { computed, ref } from "vue";
import { newId } from "../../api/ids";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import LayerRow from "./LayerRow.vue";
import AppIcon from "../../ui/AppIcon.vue";

const container = useActiveContainer();
const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const layers = computed(() => [...doc.tree.in("")].reverse());
/** The layer the keys were at last. */
const focused = ref<string | null>(null);
const reached = computed(() =>
  focused.value && layers.value.includes(focused.value) ? focused.value : container.layer,
);

function add(): void {
  const layer = newId();
  edits.commit({ kind: "add_layer", layer, behind: container.layer });
  container.enter(layer);
  selection.select([]);
}
</script>

<template>
  <nav class="layers" aria-label="Layers">
    <ul>
      <LayerRow
        v-for="id in layers"
        :id="id"
        :key="id"
        :reached="id === reached"
        @focusin="focused = id"
      />
    </ul>
    <button class="row-button add" data-testid="add-layer" @click="add">
      <AppIcon name="plus" /> New layer
    </button>
  </nav>
</template>

<style scoped>
.layers {
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-right: 1px solid var(--hairline);
}
ul {
  flex: 1;
  min-height: 0;
  margin: 0;
  padding: 3px 0;
  overflow-y: auto;
  list-style: none;
}
.add {
  padding: 3px 10px;
  border-top: 1px solid var(--hairline);
  color: var(--quiet);
  font-size: 12px;
}
.add i {
  font-size: 10px;
}
.add:hover {
  color: var(--active);
}
</style>
