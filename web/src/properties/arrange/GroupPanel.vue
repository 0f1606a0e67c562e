<script setup lang="ts">
// Selected items and what holds them: group, take apart, to another layer.
import Button from "primevue/button";
import { computed } from "vue";
import { useBoard } from "../../stores/board/board";
import { apartName, apartOf, group, takeApart } from "../../tools/itemcommands";
import ChooseField from "../../ui/ChooseField.vue";

const board = useBoard();
const apart = computed(() => apartOf(board));
const layers = computed(() =>
  [...board.tree.in("")]
    .reverse()
    .map((value) => ({ value, label: board.drawable(value)?.name ?? "" })),
);
/** The layer in which all of it lies. */
const layer = computed(() => {
  const found = new Set(board.selected.map((i) => board.tree.above(i)[0] ?? ""));
  return found.size === 1 ? [...found][0] : null;
});

function toLayer(container: string): void {
  const behind = board.tree.in(container).at(-1) ?? null;
  board.commit({ kind: "order_items", items: board.selected, container, behind });
  board.enter(container);
}
</script>

<template>
  <section aria-label="Group and layer">
    <template v-if="layers.length > 1">
      <span class="label">Layer</span>
      <ChooseField
        label="Layer"
        :value="layer ?? null"
        :options="layers"
        placeholder="Several"
        @chosen="toLayer"
      />
    </template>
    <div class="wide abreast">
      <Button
        severity="secondary"
        size="small"
        label="Group"
        title="Ctrl G"
        @click="group(board, board.commit)"
      />
      <Button
        v-if="apart.length > 0"
        severity="secondary"
        size="small"
        :label="apartName(board)"
        title="Ctrl Shift G"
        @click="takeApart(board, board.commit)"
      />
    </div>
  </section>
</template>
