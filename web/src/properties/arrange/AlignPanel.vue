<script setup lang="ts">
// Lining up and spacing; the pointer on a button shows what it would do.
import Checkbox from "primevue/checkbox";
import { computed, onBeforeUnmount, ref } from "vue";
import { useAligning, type Target } from "../../stores/editing/aligning";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { usePreview } from "../../stores/board/preview";
import { length } from "../../lib/numbers";
import { useCatalogue } from "../../stores/display/catalogue";
import ActButton from "../../fields/ActButton.vue";
import ChooseField from "../../ui/ChooseField.vue";
import FoldPart from "../../ui/FoldPart.vue";
import TypedField from "../../fields/TypedField.vue";

const doc = useDocument();
const edits = useEdits();
const preview = usePreview();
const aligning = useAligning();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));

const EDGES = [
  ["align_left", "Left"],
  ["align_centre", "Centre"],
  ["align_right", "Right"],
  ["align_top", "Top"],
  ["align_middle", "Middle"],
  ["align_bottom", "Bottom"],
] as const;
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
    const [axis, at] =
      turned === 0 ? ["level", g.y] : turned === 90 ? ["upright", g.x] : ["slanted", g.x];
    return { value: g.id, label: `${axis}, ${length(at, unit.value)} ${unit.value.name}` };
  }),
);
/** What a typed distance is: between edges, or from middle to middle. */
const by = ref<"gaps" | "centres">("gaps");
const KINDS = [
  { value: "gaps", label: "Gap" },
  { value: "centres", label: "Centre spacing" },
] as const;
/** Show what a distance that is being typed would do. */
let previewing = false;
function show(axis: "across" | "down", distance: number | null): void {
  previewing = distance !== null;
  if (distance === null) preview.end();
  else preview.show(aligning.space(axis, by.value, distance));
}
onBeforeUnmount(() => {
  aligning.open = false;
  if (previewing) preview.end();
});
</script>

<template>
  <FoldPart heading="Align and distribute" unfolded @opened="(on: boolean) => (aligning.open = on)">
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
      <div class="wide three-columns">
        <ActButton v-for="[act, label] in EDGES" :key="act" :act="act" :label="label" />
      </div>
      <template v-if="aligning.several">
        <span class="label">Equal gaps</span>
        <ActButton act="distribute_horizontally" label="Horizontal" />
        <ActButton act="distribute_vertically" label="Vertical" />
        <span class="label">Equal spacing</span>
        <ActButton act="space_centres_horizontally" label="Horizontal" />
        <ActButton act="space_centres_vertically" label="Vertical" />
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
</style>
