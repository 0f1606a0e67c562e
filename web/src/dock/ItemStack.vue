<script setup lang="ts">
// The items from back to front as small drawings; dragging one changes the order.
import VirtualScroller from "primevue/virtualscroller";
import { ref } from "vue";
import { useBoard } from "../stores/board";
import ItemCard from "./ItemCard.vue";

const CARD = 100;
const board = useBoard();
const carried = ref<string | null>(null);
const gap = ref<number | null>(null);

function over(event: DragEvent, index: number): void {
  if (carried.value === null) return;
  event.preventDefault();
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
  gap.value = event.clientX > box.left + box.width / 2 ? index + 1 : index;
}

function drop(): void {
  const item = carried.value;
  const place = gap.value;
  carried.value = gap.value = null;
  if (item !== null && place !== null) put(item, place);
}

/** Lay an item into a gap of the order: just in front of what lies below the gap. */
function put(item: string, place: number): void {
  const from = board.order.indexOf(item);
  if (place === from || place === from + 1 || place < 0 || place > board.order.length) return;
  const behind = board.order[place - 1] ?? null;
  board.commit({ kind: "order_items", items: [item], behind });
}

function step(item: string, by: 1 | -1): void {
  const at = board.order.indexOf(item);
  put(item, by > 0 ? at + 2 : at - 1);
}
</script>

<template>
  <div v-if="board.order.length === 0" class="empty">
    Nothing drawn yet. Take the Pen or a shape from the list on the left.
  </div>
  <div v-else class="stack" @drop.prevent="drop" @dragend="carried = gap = null">
    <VirtualScroller
      :items="board.order"
      :item-size="CARD"
      orientation="horizontal"
      :num-tolerated-items="4"
      class="scroller"
    >
      <template #item="{ item: id, options }">
        <ItemCard
          :id="id"
          :key="id"
          :gap-before="gap === options.index"
          :gap-after="gap === options.index + 1 && options.last"
          @dragstart="carried = id"
          @dragover="over($event, options.index)"
          @step="(by) => step(id, by)"
        />
      </template>
    </VirtualScroller>
  </div>
</template>

<style scoped>
.stack {
  min-width: 0;
  padding: 6px 10px 2px;
}
.scroller {
  width: 100%;
  height: 94px;
}
.scroller :deep(.p-virtualscroller-content) {
  display: flex;
}
.empty {
  display: grid;
  place-items: center;
  color: var(--quiet);
}
</style>
