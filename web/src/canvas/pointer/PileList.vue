<script setup lang="ts">
// The pile under the pointer, front to back, for as long as the key is held.
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useSelection } from "../../stores/board/selection";
import { useSelecting } from "../../stores/editing/selecting";
import SmallDrawing from "../paint/SmallDrawing.vue";

const container = useActiveContainer();
const selection = useSelection();
const selecting = useSelecting();
const chosen = (item: string): boolean => selection.selected.includes(container.pickOf(item));
</script>

<template>
  <ol
    v-if="selecting.listAt"
    class="pile"
    data-testid="pile"
    :style="{ left: `${selecting.listAt[0] + 14}px`, top: `${selecting.listAt[1] - 14}px` }"
  >
    <li v-for="one in selecting.pile" :key="one.item">
      <button class="row-button" :class="{ chosen: chosen(one.item) }" @click="selecting.take(one)">
        <span class="tile"><SmallDrawing :id="one.item" /></span>
        <span class="name">{{ one.name }}</span>
        <span v-if="one.locked" class="flag">locked: click to unlock</span>
        <span v-else-if="one.hidden" class="flag">hidden: click to show</span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
.pile {
  position: absolute;
  z-index: 3;
  display: grid;
  gap: 2px;
  max-height: 260px;
  margin: 0;
  padding: 4px;
  overflow: auto;
  list-style: none;
  background: var(--raised);
  border: 1px solid var(--hairline);
  border-radius: 6px;
  font-size: 12px;
}
button {
  display: flex;
  gap: 8px;
  align-items: center;
  width: 100%;
  padding: 2px 8px 2px 2px;
}
.tile {
  width: 28px;
  height: 24px;
  padding: 2px;
  background: var(--tile);
  border: 1px solid var(--hairline);
  border-radius: 4px;
}
.chosen {
  background: var(--tint);
  color: var(--active);
  font-weight: 600;
}
.flag {
  color: var(--quiet);
}
</style>
