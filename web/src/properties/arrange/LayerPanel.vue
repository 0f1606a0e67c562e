<script setup lang="ts">
// The layer one works in: how much of it shows, merge it, remove it.
import Button from "primevue/button";
import { computed } from "vue";
import { useBoard } from "../../stores/board/board";
import { useSelecting } from "../../stores/editing/selecting";
import OpacityPanel from "../paint/OpacityPanel.vue";

const board = useBoard();
const selecting = useSelecting();
const layers = computed(() => board.tree.in(""));
const behind = computed(() => layers.value[layers.value.indexOf(board.layer) - 1]);
const name = (id: string | undefined): string => board.drawable(id ?? "")?.name ?? "";

function merge(): void {
  if (behind.value === undefined) return;
  const into = behind.value;
  board.commit({ kind: "merge_layers", items: [into, board.layer] });
  board.enter(into);
}
</script>

<template>
  <section aria-label="Layer">
    <h3 class="wide heading">{{ name(board.layer) }}</h3>
    <div class="wide abreast">
      <Button
        v-if="board.tree.in(board.layer).length > 0"
        severity="secondary"
        size="small"
        label="Select contents"
        @click="selecting.allIn(board.layer)"
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
        @click="board.commit({ kind: 'remove_items', items: [board.layer] })"
      />
    </div>
  </section>
  <OpacityPanel :items="[board.layer]" />
</template>
