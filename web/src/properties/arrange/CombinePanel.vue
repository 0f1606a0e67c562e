<script setup lang="ts">
// Several items put together as one form; the pointer on a button shows what comes of it, and in
// whose style, before anything is made.
import Checkbox from "primevue/checkbox";
import { computed, ref, watch } from "vue";
import type { Command, Role } from "../../api/types";
import { newId } from "../../api/ids";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import ActionButton from "../../fields/ActionButton.vue";
import ChooseField from "../../ui/ChooseField.vue";
import { ROLES } from "../../fields/roles";

const doc = useDocument();
const selection = useSelection();
/** Of what is made next. */
const id = ref(newId());
const chosen = ref<string | null>(null);

/** From back to front, as the form is made of them. */
const items = computed(() => {
  const wanted = new Set(selection.selected);
  return [...doc.savedTree.below("")].filter((i) => wanted.has(i));
});
const several = computed(() => items.value.length > 1);
/** Names that a list can be chosen from; the backmost of more of them gives its style. */
const MOST_STYLES = 100;
const styles = computed(() =>
  items.value.slice(0, MOST_STYLES).map((value, n) => ({
    value,
    label: `${doc.drawable(value)?.name ?? ""}${n === 0 ? " (backmost)" : ""}`,
  })),
);
const styleOf = computed(() => chosen.value ?? items.value[0] ?? null);
watch(
  () => selection.selected,
  () => {
    chosen.value = null;
    id.value = newId();
  },
);

const assemble = (operation: Role): Command => ({
  kind: "assemble",
  items: selection.selected,
  assembly: id.value,
  operation,
  style_of: styleOf.value,
});
/** To the sheet, or to the frontmost of several. */
const strokes = ref(false);
const cropToSheet = computed<Command>(() => ({
  kind: "crop_items",
  items: selection.selected,
  strokes: strokes.value,
}));
const cropToFront = computed<Command>(() => ({
  kind: "crop_items",
  items: selection.selected,
  strokes: strokes.value,
  to: items.value.at(-1) ?? null,
}));
const partition = computed<Command>(() => ({
  kind: "partition",
  items: selection.selected,
  prefix: id.value,
}));
const compound = computed<Command>(() => ({ kind: "make_compound", items: selection.selected }));
</script>

<template>
  <section aria-label="Combine">
    <h3 class="wide heading">Combine</h3>
    <div class="wide acts">
      <template v-if="several">
        <ActionButton
          v-for="role in ROLES"
          :key="role.value"
          :label="role.operation"
          :hint="role.hint"
          :command="assemble(role.value)"
        />
        <ActionButton
          label="Partition"
          hint="One item for each region, in the style of the frontmost item there"
          :command="partition"
        />
        <ActionButton
          label="Make compound"
          hint="One outline of all; overlaps become holes"
          :command="compound"
        />
        <ActionButton
          label="Crop to frontmost"
          hint="Deletes what lies outside the frontmost item"
          :command="cropToFront"
        />
      </template>
      <ActionButton
        label="Crop to sheet"
        hint="Deletes what lies outside the sheet"
        :command="cropToSheet"
      />
    </div>
    <label class="wide check" title="Strokes become outlines and are cropped">
      <Checkbox v-model="strokes" binary />
      Crop strokes
    </label>
    <template v-if="several && items.length <= MOST_STYLES">
      <span class="label">Style of</span>
      <ChooseField
        label="Style of"
        :value="styleOf"
        :options="styles"
        @chosen="(v) => (chosen = v)"
      />
    </template>
  </section>
</template>

<style scoped>
.acts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
</style>
