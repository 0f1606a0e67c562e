<script setup lang="ts">
// Strokes made outlines, and forms grown or shrunk by a distance; the pointer on a button shows it.
import { computed, ref } from "vue";
import Checkbox from "primevue/checkbox";
import type { Command, OffsetEffect } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import ActionButton from "../../fields/ActionButton.vue";
import ChooseField from "../../ui/ChooseField.vue";
import FoldPart from "../../ui/FoldPart.vue";
import TypedField from "../../fields/TypedField.vue";
import { JOINS } from "../paint/joins";

const doc = useDocument();
const selection = useSelection();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
/** Sheet units, two millimetres to begin with. */
const distance = ref(2 * catalogue.unit("mm").size);
const count = ref(1);
const join = ref<OffsetEffect["join"]>("round");
const live = ref(true);
/** Nothing that is selected has a form: paths get parallels, to one side or the other. */
const paths = computed(() => {
  const painted = selection.selected.flatMap((i) =>
    doc.paints(i) ? [i] : doc.savedTree.drawnIn(i),
  );
  return painted.every((i) => {
    const item = doc.saved(i);
    return item !== undefined && item.open && item.style.fill === null;
  });
});

const outline = (stays: boolean): Command => ({
  kind: "strokes_to_outlines",
  items: selection.selected,
  live: stays,
});
const offset = (sign: 1 | -1): Command => ({
  kind: "offset_items",
  items: selection.selected,
  distance: sign * distance.value,
  count: count.value,
  join: join.value,
  live: live.value,
});
</script>

<template>
  <FoldPart heading="Stroke and offset">
    <section aria-label="Stroke and offset">
      <ActionButton
        class="wide"
        label="Stroke to outline"
        hint="Converts the stroke to a filled outline; a fill stays below"
        :command="outline(false)"
      />
      <ActionButton
        class="wide"
        label="Live outline of the stroke"
        hint="An outline whose stroke options stay adjustable"
        :command="outline(true)"
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
        @typed="
          (v) => (count = Math.min(catalogue.limits.offset_steps, Math.max(1, Math.round(v))))
        "
      />
      <span class="label">Corners</span>
      <ChooseField
        label="Offset corners"
        :value="join"
        :options="JOINS"
        @chosen="(v) => (join = v)"
      />
      <label class="wide check">
        <Checkbox v-model="live" binary />
        Stays adjustable, with a peg to drag
      </label>
      <div class="wide acts">
        <ActionButton
          :label="paths ? 'To the right' : 'Expand'"
          :hint="
            paths
              ? 'A parallel path, in the direction of the path'
              : 'An outline around the selection'
          "
          :command="offset(1)"
        />
        <ActionButton
          :label="paths ? 'To the left' : 'Contract'"
          :hint="
            paths
              ? 'A parallel path, in the direction of the path'
              : 'An outline inside the selection'
          "
          :command="offset(-1)"
        />
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
