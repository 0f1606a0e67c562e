<script setup lang="ts">
// The dock under the canvas: the Stack and the Steps; it can be folded.
import { ref } from "vue";
import { useBoard } from "../stores/board";
import ItemStack from "./ItemStack.vue";
import ShelfLeaf from "./ShelfLeaf.vue";
import StepList from "./StepList.vue";

const LEAVES = ["Stack", "Shelf", "Steps"] as const;
const board = useBoard();
const leaf = ref<(typeof LEAVES)[number]>("Stack");
const folded = ref(false);

function open(next: (typeof LEAVES)[number]): void {
  folded.value = next === leaf.value && !folded.value;
  leaf.value = next;
}
</script>

<template>
  <section class="dock" :class="{ folded }" aria-label="Dock">
    <div class="tabs" role="tablist">
      <button
        v-for="l in LEAVES"
        :key="l"
        class="row-button tab"
        :class="{ active: l === leaf }"
        role="tab"
        :aria-selected="l === leaf && !folded"
        :data-testid="`leaf-${l}`"
        @click="open(l)"
      >
        {{ l }}
      </button>
      <span v-if="leaf === 'Stack'" class="note">
        {{ board.order.length }} {{ board.order.length === 1 ? "item" : "items" }} · back to front →
      </span>
      <button class="row-button tab fold" @click="folded = !folded">
        {{ folded ? "Unfold" : "Fold" }}
      </button>
    </div>
    <template v-if="!folded">
      <ItemStack v-if="leaf === 'Stack'" />
      <ShelfLeaf v-else-if="leaf === 'Shelf'" />
      <StepList v-else />
    </template>
  </section>
</template>

<style scoped>
.dock {
  position: relative;
  display: grid;
  grid-template-rows: 28px minmax(0, 1fr);
  height: 132px;
  min-width: 0;
  background: var(--panel);
  border-top: 1px solid var(--hairline);
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
  align-self: center;
  margin-left: auto;
  color: var(--quiet);
}
.fold {
  font-size: 12px;
}
.note + .fold {
  margin-left: 8px;
}
.tab.fold:not(.note + .fold) {
  margin-left: auto;
}
</style>
