<script setup lang="ts">
// The guides: the chosen one in numbers, and all of them at once.
import Button from "primevue/button";
import Checkbox from "primevue/checkbox";
import { computed } from "vue";
import type { Guide } from "../../api/types";
import { newId } from "../../api/ids";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { degrees, length } from "../../lib/numbers";
import { useCatalogue } from "../../stores/display/catalogue";
import { ofSheet } from "../../fields/targets";
import TypedField from "../../fields/TypedField.vue";

const doc = useDocument();
const edits = useEdits();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const one = computed(() => doc.sheet.guides.find((g) => g.id === doc.aid));
const binds = (part: string) =>
  ofSheet(`guides.${doc.sheet.guides.findIndex((g) => g.id === doc.aid)}.${part}`);
const set = (change: Partial<Guide>): void =>
  edits.commit({ kind: "set_guide", guide: { ...(one.value as Guide), ...change } });

/** A guide in words: where it lies, or through where and at which angle it runs. */
function words(g: Guide): string {
  const [x, y] = [length(g.x, unit.value), length(g.y, unit.value)];
  if (g.angle === 0) return `Horizontal at ${y} ${unit.value.name}`;
  if (g.angle === 90) return `Vertical at ${x} ${unit.value.name}`;
  return `${degrees(g.angle)}° through ${x}, ${y}`;
}

function add(angle: number): void {
  const { width, height } = doc.sheet;
  const guide = { id: newId(), x: width / 2, y: height / 2, angle };
  edits.commit({ kind: "add_guide", guide });
  doc.aid = guide.id;
}
</script>

<template>
  <section aria-label="Guides">
    <span class="label wide">{{ doc.sheet.guides.length }} on this sheet</span>
    <Button
      class="half"
      size="small"
      severity="secondary"
      label="Horizontal at centre"
      @click="add(0)"
    />
    <Button
      class="half"
      size="small"
      severity="secondary"
      label="Vertical at centre"
      @click="add(90)"
    />
    <label class="wide check">
      <Checkbox
        :model-value="doc.sheet.guides_hidden"
        binary
        @update:model-value="(v) => edits.commit({ kind: 'hide_guides', hidden: v })"
      />
      Hide all guides
    </label>
    <button
      v-for="g in doc.sheet.guides"
      :key="g.id"
      class="row-button wide listed"
      :class="{ active: g.id === doc.aid }"
      @click="doc.aid = g.id"
    >
      {{ words(g) }} <span v-if="g.locked">locked</span>
    </button>
  </section>
  <section v-if="one" aria-label="Guide">
    <span class="label">Through</span>
    <TypedField
      label="Guide x"
      suffix="x"
      :value="one.x"
      :unit="unit"
      :binds="binds('x')"
      @typed="(x) => set({ x })"
    />
    <TypedField
      label="Guide y"
      suffix="y"
      :value="one.y"
      :unit="unit"
      :binds="binds('y')"
      @typed="(y) => set({ y })"
    />
    <span class="label">Angle</span>
    <TypedField
      label="Guide angle"
      suffix="°"
      :value="one.angle"
      :binds="binds('angle')"
      @typed="(angle) => set({ angle })"
    />
    <span />
    <label class="wide check">
      <Checkbox :model-value="one.locked" binary @update:model-value="(v) => set({ locked: v })" />
      Locked
    </label>
    <Button
      class="wide"
      size="small"
      severity="secondary"
      label="Delete"
      @click="edits.commit({ kind: 'delete_guides', guides: [one.id] })"
    />
  </section>
</template>

<style scoped>
.half {
  grid-column: 1 / -1;
}
</style>
