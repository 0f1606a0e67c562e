<script setup lang="ts">
// The order of what is selected: nearer to the front or the back, or beside an item clicked next.
import Button from "primevue/button";
import { computed } from "vue";
import type { Command, OrderStep } from "../../api/types";
import { useSelection } from "../../stores/board/selection";
import { useTools } from "../../tools/tools";
import ActionButton from "../../fields/ActionButton.vue";
import FoldPart from "../../ui/FoldPart.vue";

const selection = useSelection();
const tools = useTools();
const items = computed(() => selection.selected);
const STEPS: readonly (readonly [OrderStep, string, string])[] = [
  ["front", "To front", "Alt Shift ↑"],
  ["forward", "Forward", "Alt ↑"],
  ["back", "To back", "Alt Shift ↓"],
  ["backward", "Backward", "Alt ↓"],
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
          title="Then click the item to place it in front of"
          @click="tools.layNext('front')"
        />
        <Button
          severity="secondary"
          size="small"
          label="Behind…"
          title="Then click the item to place it behind"
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
