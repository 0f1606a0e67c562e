<script setup lang="ts">
// As few anchors as a tolerance allows: while the dial turns, the outline shows with the anchors that
// are left, and is kept once it is let go. And anchors added where they are wanted.
import Checkbox from "primevue/checkbox";
import { computed, ref } from "vue";
import type { Command } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import ActionButton from "../../fields/ActionButton.vue";
import DialSlider from "../../ui/DialSlider.vue";
import FoldPart from "../../ui/FoldPart.vue";
import TypedField from "../../fields/TypedField.vue";
import { useChosen } from "../../fields/selectedanchors";
import { useSliding } from "../../fields/sliding";

/** Powers of ten of a millimetre between which the dial goes. */
const [LEAST, MOST] = [-3, 1];

const doc = useDocument();
const selection = useSelection();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const { stretch } = useChosen();
const corners = ref(true);
const extremes = ref(false);
const count = ref(1);
/** Sheet units. */
const tolerance = ref(catalogue.unit("mm").size / 10);

const items = computed(() =>
  selection.selectedItems.filter((i) => i.type === "outline").map((i) => i.id),
);
const command = (within: number): Command => ({
  kind: "simplify_outlines",
  items: items.value,
  tolerance: within,
  corners: corners.value,
  extremes: extremes.value,
});
const ofPlace = (place: number): number => 10 ** place * catalogue.unit("mm").size;
const { slid, slide, release } = useSliding((place) => command(ofPlace(place)));
const within = computed(() => (slid.value === null ? tolerance.value : ofPlace(slid.value)));
const place = computed(() =>
  Math.min(MOST, Math.max(LEAST, Math.log10(within.value / catalogue.unit("mm").size))),
);

function letGo(): void {
  tolerance.value = within.value;
  release();
}
const add = (where: "extremes" | "inflections" | "evenly" | "along"): Command => ({
  kind: "add_anchors",
  segments: stretch.value,
  where,
  count: where === "evenly" || where === "along" ? count.value : 1,
});
</script>

<template>
  <FoldPart v-if="items.length > 0" heading="Simplify and add anchors">
    <section aria-label="Simplify">
      <span class="label" title="How far the outline may move">Tolerance</span>
      <DialSlider
        label="Tolerance"
        :value="place"
        :min="LEAST"
        :max="MOST"
        :step="0.02"
        data-testid="slider-thin"
        @slide="slide"
        @release="letGo"
      />
      <TypedField
        label="Simplify tolerance"
        :value="within"
        :unit="unit"
        @typed="(v) => (tolerance = Math.abs(v))"
      />
      <label class="wide check"><Checkbox v-model="corners" binary /> Keep corners</label>
      <label class="wide check">
        <Checkbox v-model="extremes" binary /> Keep anchors at extremes
      </label>
      <ActionButton
        class="wide"
        label="Simplify"
        hint="As few anchors as the tolerance allows"
        lets
        :command="command(tolerance)"
      />
      <template v-if="stretch.length > 0">
        <div class="wide acts">
          <ActionButton
            label="At extremes"
            hint="Adds anchors where the outline is horizontal or vertical"
            lets
            :command="add('extremes')"
          />
          <ActionButton
            label="At inflections"
            hint="Adds anchors where the curvature changes sides"
            lets
            :command="add('inflections')"
          />
        </div>
        <ActionButton
          class="two"
          label="Per segment"
          hint="Adds this many anchors, evenly spaced, to each segment"
          lets
          :command="add('evenly')"
        />
        <TypedField
          label="Number of anchors to add"
          suffix="×"
          :value="count"
          @typed="
            (v) => (count = Math.min(catalogue.limits.added_anchors, Math.max(1, Math.round(v))))
          "
        />
        <ActionButton
          class="wide"
          label="Along the path"
          hint="Adds this many anchors, evenly spaced, along the selected segments"
          lets
          :command="add('along')"
        />
      </template>
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
.two {
  grid-column: 1 / 3;
}
</style>
