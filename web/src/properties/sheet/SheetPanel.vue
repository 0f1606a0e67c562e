<script setup lang="ts">
// The sheet, while nothing is selected: size, unit, colour and grid.
import Button from "primevue/button";
import Checkbox from "primevue/checkbox";
import Select from "primevue/select";
import { computed, ref } from "vue";
import type { Grid } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { usePreview } from "../../stores/board/preview";
import { useCatalogue } from "../../stores/display/catalogue";
import PaintRow from "../paint/PaintRow.vue";
import { ofGrid } from "../summaries";
import SnappingPanel from "./SnappingPanel.vue";
import FoldPart from "../../ui/FoldPart.vue";
import { ofSheet } from "../../fields/targets";
import TypedField from "../../fields/TypedField.vue";
import { counted } from "../../lib/intl";

interface Size {
  width?: number;
  height?: number;
  unit?: string;
}

const doc = useDocument();
const edits = useEdits();
const preview = usePreview();
const catalogue = useCatalogue();
const scaled = ref(false);
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const set = (change: Size): void =>
  edits.commit({ kind: "set_sheet", ...change, scale_items: scaled.value });
const setGrid = (change: Partial<Grid>): void =>
  edits.commit({ kind: "set_grid", grid: { ...doc.sheet.grid, ...change } });

function take(label: string): void {
  const size = catalogue.facts.sizes.find((s) => s.label === label);
  if (!size) return;
  const each = catalogue.unit(size.unit).size;
  set({ width: size.width * each, height: size.height * each, unit: size.unit });
}

const turn = (): void => set({ width: doc.sheet.height, height: doc.sheet.width });
</script>

<template>
  <header>
    <h2>Sheet</h2>
    <span>{{ counted(doc.count, "item") }}</span>
  </header>
  <section aria-label="Sheet">
    <span class="label">Preset</span>
    <Select
      size="small"
      :model-value="null"
      :options="catalogue.facts.sizes"
      option-label="label"
      option-value="label"
      placeholder="Select"
      aria-label="Sheet size by preset"
      @update:model-value="take"
    />
    <Button
      size="small"
      severity="secondary"
      label="Rotate"
      aria-label="Rotate sheet"
      @click="turn"
    />
    <span class="label">Size</span>
    <TypedField
      label="Sheet width"
      suffix="w"
      :value="doc.sheet.width"
      :unit="unit"
      :binds="ofSheet('width')"
      @typed="(v) => set({ width: v })"
    />
    <TypedField
      label="Sheet height"
      suffix="h"
      :value="doc.sheet.height"
      :unit="unit"
      :binds="ofSheet('height')"
      @typed="(v) => set({ height: v })"
    />
    <span class="label">Unit</span>
    <Select
      size="small"
      :model-value="doc.sheet.unit"
      :options="catalogue.facts.units"
      option-label="name"
      option-value="name"
      aria-label="Unit"
      @update:model-value="(v: string) => edits.commit({ kind: 'set_sheet', unit: v })"
    />
    <span />
    <label class="wide check">
      <Checkbox v-model="scaled" binary /> Scale contents with the sheet
    </label>
    <span class="label">Colour</span>
    <PaintRow
      label="Sheet"
      name="sheet"
      :paint="doc.sheet.colour"
      @slide="(colour) => preview.show({ kind: 'set_sheet_colour', colour })"
      @chosen="(colour) => edits.commit({ kind: 'set_sheet_colour', colour })"
    />
  </section>
  <FoldPart heading="Grid" :summary="ofGrid(doc.sheet.grid, unit)">
    <section aria-label="Grid">
      <label class="wide check">
        <Checkbox
          :model-value="doc.sheet.grid.shown"
          binary
          @update:model-value="(v) => setGrid({ shown: v })"
        />
        Grid
      </label>
      <span class="label">Spacing</span>
      <TypedField
        label="Grid spacing"
        :value="doc.sheet.grid.step"
        :unit="unit"
        :binds="ofSheet('grid.step')"
        @typed="(v) => setGrid({ step: v })"
      />
      <TypedField
        label="Grid subdivisions"
        suffix="parts"
        :value="doc.sheet.grid.parts"
        @typed="(v) => setGrid({ parts: Math.round(v) })"
      />
    </section>
  </FoldPart>
  <SnappingPanel />
</template>

<style scoped>
header {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  padding: 12px 14px;
}
h2 {
  font-size: 15px;
}
header span {
  color: var(--quiet);
}
.colour {
  grid-column: 2 / -1;
}
</style>
