<script setup lang="ts">
// The selected shapes: their kind, the dials they share, lengths that can be typed.
import Select from "primevue/select";
import { computed } from "vue";
import type { DialFacts, Selection } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import ActionButton from "../../fields/ActionButton.vue";
import DialRow from "./DialRow.vue";
import TypedField from "../../fields/TypedField.vue";

const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const types = computed(() => new Set(selection.selectedItems.map((i) => i.type)));
const type = computed(() => (types.value.size === 1 ? [...types.value][0] : null));

const rows = computed(() => {
  const found: { facts: DialFacts; reading: Selection["dials"][number] }[] = [];
  for (const reading of selection.marks.dials) {
    const facts = catalogue.dial(reading.shape, reading.dial);
    if (facts) found.push({ facts, reading });
  }
  return found;
});
const share = computed(
  () => selection.marks.dials.find((d) => d.dial === "radius_in")?.value === 1,
);
/** The shape selected first, for the others to take after. */
const first = computed(() => (selection.selected.length > 1 ? selection.selected[0] : undefined));
</script>

<template>
  <section aria-label="Dials">
    <span class="label">Type</span>
    <Select
      class="rest"
      size="small"
      :model-value="type"
      :options="catalogue.facts.shapes"
      option-label="label"
      option-value="name"
      placeholder="mixed"
      filter
      aria-label="Shape type"
      @update:model-value="
        (v) => edits.commit({ kind: 'change_shape', items: selection.selected, shape: v as string })
      "
    />
    <DialRow
      v-for="row in rows"
      :key="row.facts.name"
      :facts="row.facts"
      :reading="row.reading"
      :share="share && row.facts.name.startsWith('radius')"
    />
    <template v-for="m in selection.marks.lengths" :key="m.length">
      <span class="label">{{ m.label }}</span>
      <TypedField
        :label="m.label"
        :value="m.value"
        :unit="unit"
        @typed="
          (v) =>
            edits.commit({
              kind: 'set_shape_length',
              items: selection.selected,
              length: m.length,
              value: v,
            })
        "
      />
    </template>
    <ActionButton
      v-if="first"
      class="wide"
      label="Match dials of the first"
      hint="Gives all selected shapes the dial values of the first one"
      :command="{ kind: 'copy_dials', source: first, items: selection.selected.slice(1) }"
    />
  </section>
</template>
