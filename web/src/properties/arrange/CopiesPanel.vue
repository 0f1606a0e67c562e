<script setup lang="ts">
// Copies in a row, a ring or a grid: shown on the sheet before they are made.
import Button from "primevue/button";
import { computed } from "vue";
import type { Copying } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useDrafting, type Form } from "../../stores/editing/drafting";
import { useCatalogue } from "../../stores/display/catalogue";
import ChoiceButtons from "../../ui/ChoiceButtons.vue";
import ChooseField from "../../ui/ChooseField.vue";
import FoldPart from "../../ui/FoldPart.vue";
import TypedField from "../../fields/TypedField.vue";

const doc = useDocument();
const drafting = useDrafting();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));

const FORMS: readonly (readonly [Form, string, string])[] = [
  ["row_of_copies", "Row", "M2 8H3M7.5 8H8.5M13 8H14"],
  [
    "ring_of_copies",
    "Ring",
    "M8 2.5h.01M12.5 5.5h.01M12.5 10.5h.01M8 13.5h.01M3.5 10.5h.01M3.5 5.5h.01",
  ],
  [
    "grid_of_copies",
    "Grid",
    "M3 3h.01M8 3h.01M13 3h.01M3 8h.01M8 8h.01M13 8h.01M3 13h.01M8 13h.01M13 13h.01",
  ],
];
const MEASURES = [
  { value: "step", label: "Per copy" },
  { value: "whole", label: "In total" },
] as const;
const TURNED = [
  { value: true, label: "Rotated" },
  { value: false, label: "Upright" },
];
const draft = computed(() => drafting.copies);
const change = (part: Partial<Copying>): void => drafting.change(part);
const whole = (value: number): number => Math.round(value);

function press(form: Form): void {
  if (draft.value?.kind === form) drafting.cancel();
  else drafting.begin(form);
}
</script>

<template>
  <FoldPart heading="Row, ring, grid of copies">
    <section aria-label="Row, ring, grid of copies">
      <ChoiceButtons
        class="wide"
        :options="FORMS"
        :columns="3"
        :pressed="(form) => draft?.kind === form"
        prefix="copies"
        @choose="press"
      />
      <template v-if="draft?.kind === 'row_of_copies'">
        <span class="label">Count</span>
        <TypedField
          label="Count"
          :value="draft.count ?? 5"
          @typed="(v) => change({ count: whole(v) })"
        />
        <span />
        <span class="label">Spacing</span>
        <TypedField
          label="Copy spacing"
          :value="draft.distance ?? 0"
          :unit="unit"
          @typed="(v) => change({ distance: v })"
        />
        <TypedField
          label="Row angle"
          suffix="°"
          :value="draft.angle ?? 0"
          @typed="(v) => change({ angle: v })"
        />
      </template>
      <template v-else-if="draft?.kind === 'ring_of_copies'">
        <span class="label">Count</span>
        <TypedField
          label="Count"
          :value="draft.count ?? 8"
          @typed="(v) => change({ count: whole(v) })"
        />
        <span />
        <span class="label">Radius</span>
        <TypedField
          label="Ring radius"
          :value="draft.radius ?? 0"
          :unit="unit"
          @typed="(v) => change({ radius: v })"
        />
        <TypedField
          label="Angle of the centre"
          suffix="°"
          :value="draft.angle ?? 90"
          @typed="(v) => change({ angle: v })"
        />
        <span class="label">Sweep</span>
        <TypedField
          label="Ring sweep"
          suffix="°"
          :value="draft.sweep ?? 360"
          @typed="(v) => change({ sweep: v })"
        />
        <span />
        <span class="label">Copies</span>
        <ChooseField
          label="Rotation of the copies"
          :value="draft.turned ?? true"
          :options="TURNED"
          @chosen="(turned) => change({ turned })"
        />
      </template>
      <template v-else-if="draft?.kind === 'grid_of_copies'">
        <span class="label">Count</span>
        <TypedField
          label="Columns"
          suffix="→"
          :value="draft.columns ?? 4"
          @typed="(v) => change({ columns: whole(v) })"
        />
        <TypedField
          label="Rows"
          suffix="↓"
          :value="draft.rows ?? 3"
          @typed="(v) => change({ rows: whole(v) })"
        />
        <span class="label">Spacing</span>
        <TypedField
          label="Horizontal spacing"
          suffix="→"
          :value="draft.across ?? 0"
          :unit="unit"
          @typed="(v) => change({ across: v })"
        />
        <TypedField
          label="Vertical spacing"
          suffix="↓"
          :value="draft.down ?? 0"
          :unit="unit"
          @typed="(v) => change({ down: v })"
        />
      </template>
      <template v-if="draft && 'measures' in draft">
        <span class="label">Spacing</span>
        <ChooseField
          label="Spacing is"
          :value="draft.measures ?? 'step'"
          :options="MEASURES"
          @chosen="(measures) => change({ measures })"
        />
      </template>
      <p v-if="drafting.trouble" class="wide trouble" role="alert">{{ drafting.trouble }}</p>
      <div v-if="draft" class="wide acts">
        <Button
          size="small"
          :label="`Create ${drafting.count} copies`"
          :disabled="drafting.trouble !== ''"
          title="Enter"
          @click="drafting.make()"
        />
        <Button
          severity="secondary"
          size="small"
          label="Cancel"
          title="Esc"
          @click="drafting.cancel()"
        />
      </div>
    </section>
  </FoldPart>
</template>

<style scoped>
.trouble {
  margin: 0;
  color: var(--trouble);
}
.acts {
  display: flex;
  gap: 8px;
}
.acts > * {
  flex: 1;
}
</style>
