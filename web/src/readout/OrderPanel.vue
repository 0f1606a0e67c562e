<script setup lang="ts">
// The order of what is selected: nearer to the front or the back, or beside an item clicked next.
import Button from "primevue/button";
import { computed } from "vue";
import type { Command, OrderStep } from "../api/types";
import { useBoard } from "../stores/board";
import { useTools } from "../stores/tools";
import ActionButton from "./ActionButton.vue";
import FoldPart from "./FoldPart.vue";

const board = useBoard();
const tools = useTools();
const items = computed(() => board.selected);
const STEPS: readonly (readonly [OrderStep, string, string])[] = [
  ["front", "To the front", "Alt Shift ↑"],
  ["forward", "One step nearer", "Alt ↑"],
  ["back", "To the back", "Alt Shift ↓"],
  ["backward", "One step back", "Alt ↓"],
];
const step = (to: OrderStep): Command => ({ kind: "step_items", items: items.value, to });
</script>

<template>
  <FoldPart heading="Order">
    <section aria-label="Order">
      <div class="wide acts">
        <ActionButton
          v-for="[to, label, key] in STEPS"
          :key="to"
          :label="label"
          :hint="key"
          :command="step(to)"
        />
        <Button
          severity="secondary"
          size="small"
          label="In front of…"
          title="Then click the item in front of which it comes"
          @click="tools.layNext('front')"
        />
        <Button
          severity="secondary"
          size="small"
          label="Behind…"
          title="Then click the item behind which it comes"
          @click="tools.layNext('behind')"
        />
      </div>
    </section>
  </FoldPart>
</template>

<style scoped>
.acts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px;
}
</style>
