<script setup lang="ts">
// How what is selected is painted: its fill, and its strokes from the front to the back.
import Button from "primevue/button";
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useNewItems } from "../../stores/painting/newitems";
import ChooseField from "../../ui/ChooseField.vue";
import ItemPaint from "./ItemPaint.vue";
import StrokePart from "./StrokePart.vue";
import { usePainted } from "./painted";

const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const newItems = useNewItems();
const painted = usePainted();
/** Of the first thing painted; a group is painted by what it holds, an assembly as one. */
const first = computed(() => {
  const [one] = selection.selected.flatMap((i) =>
    doc.paints(i) ? [i] : doc.steadyTree.drawnIn(i),
  );
  return one === undefined ? undefined : painted(one);
});
const style = computed(() => first.value?.style);
const RULES = [
  { value: "evenodd" as const, label: "even-odd" },
  { value: "nonzero" as const, label: "Nonzero" },
];
/** From the front to the back, each with its number from the back. */
const strokes = computed(() =>
  (style.value?.strokes ?? []).map((s, n) => [s, n] as const).reverse(),
);
const like = computed(() => selection.savedMarks.style);
const starting = computed(
  () => JSON.stringify(newItems.remembered.style) === JSON.stringify(like.value),
);
</script>

<template>
  <section v-if="style" aria-label="Style">
    <ItemPaint
      label="Fill"
      :paint="style.fill"
      :stroke="null"
      :opacity="style.fill_opacity"
      :overprint="style.fill_overprint"
    />
    <template v-if="first?.compound">
      <span class="label">Holes</span>
      <ChooseField
        label="Fill rule"
        :value="first.rule"
        :options="RULES"
        @chosen="(rule) => edits.commit({ kind: 'set_rule', items: selection.selected, rule })"
      />
    </template>
    <ItemPaint
      v-if="strokes.length === 0"
      label="Stroke"
      :paint="null"
      :stroke="0"
      :opacity="1"
      :overprint="false"
    />
    <StrokePart
      v-for="[stroke, n] in strokes"
      :key="n"
      :stroke="stroke"
      :index="n"
      :count="strokes.length"
      :open="first?.open ?? false"
    />
    <div class="wide acts">
      <Button
        severity="secondary"
        size="small"
        label="Add stroke"
        title="Another, wider stroke behind the others"
        @click="edits.commit({ kind: 'add_stroke', items: selection.selected })"
      />
      <Button
        severity="secondary"
        size="small"
        :disabled="starting || !like"
        :label="starting ? 'Used for new items' : 'Use for new items'"
        title="New items start with this style"
        @click="newItems.remembered.style = like"
      />
    </div>
  </section>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 8px;
}
.acts > * {
  flex: 1;
  white-space: nowrap;
}
</style>
