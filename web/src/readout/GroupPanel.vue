<script setup lang="ts">
// Selected items and what holds them: group, take apart, opacity of groups, to another layer.
import Button from "primevue/button";
import Select from "primevue/select";
import { computed } from "vue";
import { newId } from "../core/ids";
import { useBoard } from "../stores/board";
import OpacityField from "./OpacityField.vue";

const board = useBoard();
const groups = computed(() =>
  board.selectedItems.filter((i) => i.type === "group").map((i) => i.id),
);
const layers = computed(() =>
  [...board.tree.in("")].reverse().map((id) => ({ id, name: board.drawable(id)?.name ?? "" })),
);
/** The layer in which all of it lies. */
const layer = computed(() => {
  const found = new Set(board.selected.map((i) => board.tree.above(i)[0] ?? ""));
  return found.size === 1 ? [...found][0] : null;
});

function group(): void {
  const items = board.selected;
  const made = newId();
  board.select([made]);
  board.commit({ kind: "group_items", items, group: made });
}
function takeApart(): void {
  const inside = groups.value.flatMap((g) => board.tree.in(g));
  const others = board.selected.filter((i) => !groups.value.includes(i));
  board.commit({ kind: "take_apart", items: board.selected });
  board.select([...others, ...inside]);
}
function toLayer(container: string): void {
  const behind = board.tree.in(container).at(-1) ?? null;
  board.commit({ kind: "order_items", items: board.selected, container, behind });
  board.enter(container);
}
</script>

<template>
  <section aria-label="Group and layer">
    <OpacityField v-if="groups.length > 0" :items="groups" />
    <template v-if="layers.length > 1">
      <span class="label">Layer</span>
      <Select
        class="layer"
        size="small"
        aria-label="Layer"
        :model-value="layer"
        :options="layers"
        option-label="name"
        option-value="id"
        placeholder="Several"
        @update:model-value="toLayer"
      />
    </template>
    <div class="wide acts">
      <Button severity="secondary" size="small" label="Group" title="Ctrl G" @click="group" />
      <Button
        v-if="groups.length > 0"
        severity="secondary"
        size="small"
        label="Take apart"
        title="Ctrl Shift G"
        @click="takeApart"
      />
    </div>
  </section>
</template>

<style scoped>
.layer {
  grid-column: 2 / -1;
  min-width: 0;
}
.acts {
  display: flex;
  gap: 8px;
}
.acts > * {
  flex: 1;
}
</style>
