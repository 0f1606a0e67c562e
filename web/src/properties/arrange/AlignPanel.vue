<script setup lang="ts">
// Lining up and spacing; the pointer on a button shows what it would do.
import Checkbox from "primevue/checkbox";
import { computed, onBeforeUnmount, ref } from "vue";
import type { Edge } from "../../api/types";
import { useAligning, type Target } from "../../stores/editing/aligning";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { usePreview } from "../../stores/board/preview";
import { length } from "../../lib/numbers";
import { useCatalogue } from "../../stores/display/catalogue";
import ActionButton from "../../fields/ActionButton.vue";
import ChooseField from "../../ui/ChooseField.vue";
import FoldPart from "../../ui/FoldPart.vue";
import TypedField from "../../fields/TypedField.vue";

const doc = useDocument();
const edits = useEdits();
const preview = usePreview();
const aligning = useAligning();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));

const EDGES: readonly (readonly [Edge, string])[] = [
  ["left", "Left"],
  ["centre", "Centre"],
  ["right", "Right"],
  ["top", "Top"],
  ["middle", "Middle"],
  ["bottom", "Bottom"],
];
const targets = computed(() => {
  const all: { value: Target; label: string }[] = [];
  if (aligning.several) {
    all.push({ value: "selection", label: "Selection" });
    all.push({ value: "item", label: "Item clicked last" });
  }
  all.push({ value: "sheet", label: "Sheet" });
  if (aligning.guides.length > 0) all.push({ value: "guide", label: "Guide" });
  return all;
});
const guides = computed(() =>
  aligning.guides.map((g) => {
    const turned = Math.abs(g.angle % 180);
    const [way, at] =
      turned === 0 ? ["level", g.y] : turned === 90 ? ["upright", g.x] : ["slanted", g.x];
    return { value: g.id, label: `${way}, ${length(at, unit.value)} ${unit.value.name}` };
  }),
);
/** What a typed distance is: between edges, or from middle to middle. */
const by = ref<"gaps" | "centres">("gaps");
const KINDS = [
  { value: "gaps", label: "Gap" },
  { value: "centres", label: "Centre spacing" },
] as const;
/** Show what a distance that is being typed would do. */
let shows = false;
function show(way: "across" | "down", distance: number | null): void {
  shows = distance !== null;
  if (distance === null) preview.end();
  else preview.show(aligning.space(way, by.value, distance));
}
onBeforeUnmount(() => {
  aligning.open = false;
  if (shows) preview.end();
});
</script>

<template>
  <FoldPart heading="Align and distribute" @opened="(on: boolean) => (aligning.open = on)">
    <section aria-label="Align and distribute">
      <span class="label">To</span>
      <ChooseField
        label="Align to"
        :value="aligning.to"
        :options="targets"
        @chosen="(v) => (aligning.wanted = v)"
      />
      <template v-if="aligning.to === 'guide'">
        <span class="label">Guide</span>
        <ChooseField
          label="Align to guide"
          :value="aligning.guide"
          :options="guides"
          @chosen="(v) => (aligning.chosenGuide = v)"
        />
      </template>
      <div class="wide edges">
        <ActionButton
          v-for="[edge, label] in EDGES"
          :key="edge"
          :label="label"
          :command="aligning.align(edge)"
        />
      </div>
      <template v-if="aligning.several">
        <span class="label">Equal gaps</span>
        <ActionButton label="Horizontal" :command="aligning.space('across', 'gaps')" />
        <ActionButton label="Vertical" :command="aligning.space('down', 'gaps')" />
        <span class="label">Equal spacing</span>
        <ActionButton
          label="Horizontal "
          hint="From centre to centre"
          :command="aligning.space('across', 'centres')"
        />
        <ActionButton
          label="Vertical "
          hint="From centre to centre"
          :command="aligning.space('down', 'centres')"
        />
        <ChooseField
          class="first"
          label="Typed spacing"
          :value="by"
          :options="KINDS"
          @chosen="(v) => (by = v)"
        />
        <TypedField
          label="Horizontal spacing"
          suffix="→"
          :value="null"
          :unit="unit"
          live
          @reads="(v) => show('across', v)"
          @typed="(v) => edits.commit(aligning.space('across', by, v))"
        />
        <TypedField
          label="Vertical spacing"
          suffix="↓"
          :value="null"
          :unit="unit"
          live
          @reads="(v) => show('down', v)"
          @typed="(v) => edits.commit(aligning.space('down', by, v))"
        />
      </template>
      <label class="wide check">
        <Checkbox
          :model-value="aligning.seen"
          binary
          @update:model-value="(on) => aligning.bySeen(on)"
        />
        Include strokes
      </label>
    </section>
  </FoldPart>
</template>

<style scoped>
.first {
  grid-column: 1;
}
.edges {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 4px;
}
</style>
