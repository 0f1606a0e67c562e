<script setup lang="ts">
// Choosing more from what is chosen: what is alike, what is not, what lies in the same place.
import Button from "primevue/button";
import { computed } from "vue";
import type { Likeness } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useSelecting } from "../../stores/editing/selecting";
import FoldPart from "../../ui/FoldPart.vue";

const doc = useDocument();
const selection = useSelection();
const selecting = useSelecting();
const LIKE: readonly (readonly [Likeness, string])[] = [
  ["fill", "Fill"],
  ["stroke", "Stroke"],
  ["width", "Width"],
  ["kind", "Type"],
  ["layer", "Layer"],
];
const group = computed(() => {
  const [one] = selection.selected;
  return selection.selected.length === 1 && one && doc.tree.holds(one) ? one : null;
});
</script>

<template>
  <FoldPart heading="Select more">
    <section aria-label="Select more">
      <span class="label wide">Select same</span>
      <div class="wide like">
        <Button
          v-for="[by, label] in LIKE"
          :key="by"
          severity="secondary"
          size="small"
          :label="label"
          @click="selecting.same(by)"
        />
        <Button
          severity="secondary"
          size="small"
          label="Invert"
          title="Ctrl I: select all others"
          @click="selecting.invert()"
        />
      </div>
      <Button
        v-if="group"
        class="wide"
        severity="secondary"
        size="small"
        label="Select contents"
        @click="selecting.allIn(group)"
      />
    </section>
  </FoldPart>
</template>

<style scoped>
.like {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 4px;
}
</style>
