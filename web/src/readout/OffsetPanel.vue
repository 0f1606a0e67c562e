<script setup lang="ts">
// Strokes made outlines, and forms grown or shrunk by a distance; the pointer on a button shows it.
import { computed, ref } from "vue";
import type { Command } from "../api/types";
import { useBoard } from "../stores/board";
import { useVocabulary } from "../stores/vocabulary";
import ActionButton from "./ActionButton.vue";
import ChooseField from "./ChooseField.vue";
import FoldPart from "./FoldPart.vue";
import TypedField from "./TypedField.vue";

type Join = NonNullable<Extract<Command, { kind: "offset_items" }>["join"]>;

const board = useBoard();
const vocabulary = useVocabulary();
const unit = computed(() => vocabulary.unit(board.sheet.unit));
/** Sheet units, about two millimetres to begin with. */
const distance = ref(8);
const count = ref(1);
const join = ref<Join>("round");
const JOINS: readonly { value: Join; label: string }[] = [
  { value: "round", label: "round" },
  { value: "miter", label: "mitred" },
  { value: "bevel", label: "bevelled" },
];

const outline = computed<Command>(() => ({ kind: "strokes_into_outlines", items: board.selected }));
const offset = (sign: 1 | -1): Command => ({
  kind: "offset_items",
  items: board.selected,
  distance: sign * distance.value,
  count: count.value,
  join: join.value,
});
</script>

<template>
  <FoldPart heading="Stroke and offset">
    <section aria-label="Stroke and offset">
      <ActionButton
        class="wide"
        label="Stroke into outline"
        hint="The stroke becomes a filled outline; a fill stays below it"
        :command="outline"
      />
      <span class="label">Offset by</span>
      <TypedField
        label="Offset by"
        :value="distance"
        :unit="unit"
        @typed="(v) => (distance = Math.abs(v))"
      />
      <TypedField
        label="Steps"
        suffix="×"
        :value="count"
        @typed="(v) => (count = Math.min(50, Math.max(1, Math.round(v))))"
      />
      <span class="label">Corners</span>
      <ChooseField
        label="Corners of the offset"
        :value="join"
        :options="JOINS"
        @chosen="(v) => (join = v)"
      />
      <div class="wide acts">
        <ActionButton label="Grow" hint="Outlines around it" :command="offset(1)" />
        <ActionButton label="Shrink" hint="Outlines inside it" :command="offset(-1)" />
      </div>
    </section>
  </FoldPart>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 8px;
}
.acts > * {
  flex: 1;
}
</style>
