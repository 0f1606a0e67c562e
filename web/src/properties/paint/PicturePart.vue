<script setup lang="ts">
// The picture inside what is selected: how it fits, how large it is, where it lies, another one.
import Button from "primevue/button";
import { computed } from "vue";
import type { Command, Point } from "../../api/types";
import TypedField from "../../fields/TypedField.vue";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import { usePictures } from "../../tools/addpicture";

const props = defineProps<{ items: string[] }>();
const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const catalogue = useCatalogue();
const pictures = usePictures();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
/** Of the item that is selected alone. */
const mark = computed(() => selection.marks.picture);

type Setting = Omit<Extract<Command, { kind: "set_picture" }>, "kind" | "items">;
const FITS = [
  ["cover", "Cover", "The picture fills the form; what stands over is cropped"],
  ["contain", "Contain", "All of the picture shows inside the form"],
  ["stretch", "Stretch", "All of the picture fills the form, out of proportion"],
] as const;
const set = (setting: Setting): void =>
  edits.commit({ kind: "set_picture", items: props.items, ...setting }, true);
function lay(change: { zoom?: number; offset?: Point }): void {
  if (mark.value) set({ zoom: mark.value.zoom, offset: mark.value.offset, ...change });
}
</script>

<template>
  <div class="picture">
    <div class="fits" role="group" aria-label="Picture fit">
      <Button
        v-for="[fit, label, hint] in FITS"
        :key="fit"
        size="small"
        severity="secondary"
        :label="label"
        :title="hint"
        @click="set({ fit })"
      />
    </div>
    <div v-if="mark" class="numbers">
      <span class="label">Scale</span>
      <TypedField
        label="Picture scale"
        suffix="%"
        :value="mark.zoom * 100"
        @typed="(v) => lay({ zoom: v / 100 })"
      />
      <span class="label">Offset X</span>
      <TypedField
        label="Picture offset X"
        :unit="unit"
        :value="mark.offset[0]"
        @typed="(v) => lay({ offset: [v, mark?.offset[1] ?? 0] })"
      />
      <span class="label">Offset Y</span>
      <TypedField
        label="Picture offset Y"
        :unit="unit"
        :value="mark.offset[1]"
        @typed="(v) => lay({ offset: [mark?.offset[0] ?? 0, v] })"
      />
      <span class="facts">
        {{ mark.pixels[0] }} × {{ mark.pixels[1] }} px, {{ Math.round(mark.density) }} dpi
      </span>
    </div>
    <Button
      size="small"
      severity="secondary"
      label="Replace picture…"
      @click="pictures.askToFill(items)"
    />
  </div>
</template>

<style scoped>
.picture {
  display: grid;
  gap: 8px;
}
.fits {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 4px;
}
.numbers {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr);
  gap: 6px 8px;
  align-items: center;
}
.label {
  font-size: 12px;
}
.facts {
  grid-column: 1 / -1;
  color: var(--quiet);
  font-size: 12px;
}
</style>
