<script setup lang="ts">
// The layer one works in: how much of it shows, merge it, remove it.
import Button from "primevue/button";
import { computed } from "vue";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelecting } from "../../stores/editing/selecting";
import OpacityPanel from "../paint/OpacityPanel.vue";

const container = useActiveContainer();
const doc = useDocument();
const edits = useEdits();
const selecting = useSelecting();
const layers = computed(() => doc.steadyTree.in(""));
const behind = computed(() => layers.value[layers.value.indexOf(container.layer) - 1]);
const name = (id: string | undefined): string => doc.steady(id ?? "")?.name ?? "";

function merge(): void {
  if (behind.value === undefined) return;
  const into = behind.value;
  edits.commit({ kind: "merge_layers", items: [into, container.layer] });
  container.enter(into);
}
</script>

<template>
  <section aria-label="Layer">
    <h3 class="wide heading">{{ name(container.layer) }}</h3>
    <div class="wide abreast">
      <Button
        v-if="doc.steadyTree.in(container.layer).length > 0"
        severity="secondary"
        size="small"
        label="Select contents"
        @click="selecting.allIn(container.layer)"
      />
    </div>
    <div v-if="layers.length > 1" class="wide abreast">
      <Button
        v-if="behind !== undefined"
        severity="secondary"
        size="small"
        label="Merge with layer behind"
        :title="`Moves its items into “${name(behind)}”, the layer behind`"
        @click="merge"
      />
      <Button
        severity="secondary"
        size="small"
        label="Delete"
        title="Deletes the layer and its contents; can be undone"
        @click="edits.commit({ kind: 'delete_items', items: [container.layer] })"
      />
    </div>
  </section>
  <OpacityPanel :items="[container.layer]" />
</template>
