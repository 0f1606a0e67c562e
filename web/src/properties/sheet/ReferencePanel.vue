<script setup lang="ts">
// The references: bring one, dim it, wash it to grey, hide it, place it by numbers.
import Button from "primevue/button";
import Checkbox from "primevue/checkbox";
import SelectButton from "primevue/selectbutton";
import { computed, ref } from "vue";
import type { Reference } from "../../api/types";
import { usePictures } from "../../tools/addpicture";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { MODES, useComparing } from "../../stores/display/comparing";
import { useCatalogue } from "../../stores/display/catalogue";
import DialSlider from "../../ui/DialSlider.vue";
import TracedArea from "./TracedArea.vue";
import TypedField from "../../fields/TypedField.vue";
import { useSliding } from "../../fields/sliding";

const doc = useDocument();
const edits = useEdits();
const comparing = useComparing();
const catalogue = useCatalogue();
const { bring } = usePictures();
const chooser = ref<HTMLInputElement | null>(null);
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const one = computed(() => doc.sheet.references.find((u) => u.id === doc.aid));

const command = (change: Partial<Reference>) =>
  ({ kind: "set_reference", reference: { ...(one.value as Reference), ...change } }) as const;
const set = (change: Partial<Reference>): void => edits.commit(command(change));
const { slid, slide, release, keep } = useSliding((percent) =>
  command({ strength: percent / 100 }),
);

function chosen(event: Event): void {
  const field = event.target as HTMLInputElement;
  void bring([...(field.files ?? [])], null, "reference").then(() => (field.value = ""));
}
</script>

<template>
  <section aria-label="References">
    <input
      ref="chooser"
      type="file"
      hidden
      multiple
      accept="image/png,image/jpeg,image/webp"
      data-testid="picture-file"
      @change="chosen"
    />
    <Button
      class="wide"
      size="small"
      severity="secondary"
      label="Add picture…"
      @click="chooser?.click()"
    />
    <p v-if="doc.sheet.references.length === 0" class="wide help">
      PNG, JPEG or WebP, up to 20 MB; or drop it on the sheet, or paste it. A reference cannot be
      selected by accident and is not exported.
    </p>
    <button
      v-for="u in doc.sheet.references"
      :key="u.id"
      class="row-button wide listed"
      :class="{ active: u.id === doc.aid }"
      @click="doc.aid = u.id"
    >
      {{ u.name }} <span v-if="u.hidden">hidden</span>
    </button>
  </section>
  <section v-if="doc.sheet.references.length > 0" aria-label="Compare">
    <span class="label" title="The reference beside the drawing, or over it (5)">Compare</span>
    <SelectButton
      class="rest"
      size="small"
      :model-value="comparing.mode"
      :options="[...MODES]"
      :option-label="(o: readonly [string, string]) => o[1]"
      :option-value="(o: readonly [string, string]) => o[0]"
      :allow-empty="false"
      aria-label="Compare with the reference"
      @update:model-value="comparing.compare"
    />
  </section>
  <section v-if="one" aria-label="Reference">
    <span class="label">Opacity</span>
    <DialSlider
      label="Opacity"
      :value="slid ?? one.strength * 100"
      :min="0"
      :max="100"
      @slide="slide"
      @release="release"
    />
    <TypedField label="Opacity" suffix="%" :value="one.strength * 100" @typed="keep" />
    <label class="wide check">
      <Checkbox :model-value="one.grey" binary @update:model-value="(v) => set({ grey: v })" />
      Greyscale
    </label>
    <label class="wide check">
      <Checkbox :model-value="one.hidden" binary @update:model-value="(v) => set({ hidden: v })" />
      Hide <kbd>Shift U</kbd>
    </label>
    <TracedArea :reference="one" />
    <span class="label">Centre</span>
    <TypedField
      label="Reference x"
      suffix="x"
      :value="one.x"
      :unit="unit"
      @typed="(x) => set({ x })"
    />
    <TypedField
      label="Reference y"
      suffix="y"
      :value="one.y"
      :unit="unit"
      @typed="(y) => set({ y })"
    />
    <span class="label">Width</span>
    <TypedField
      label="Reference width"
      :value="one.width"
      :unit="unit"
      @typed="(v) => one && set({ width: v, height: (one.height * v) / one.width })"
    />
    <TypedField
      label="Reference angle"
      suffix="°"
      :value="one.angle"
      @typed="(angle) => set({ angle })"
    />
    <Button
      class="wide"
      size="small"
      severity="secondary"
      label="Delete"
      @click="edits.commit({ kind: 'delete_reference', reference: one.id })"
    />
  </section>
</template>
