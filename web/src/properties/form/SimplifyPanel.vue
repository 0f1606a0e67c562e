<script setup lang="ts">
// As few anchors as a tolerance allows: while the dial turns, the outline shows with the anchors that
// are left, and is kept once it is let go. And anchors added where they are wanted.
import Checkbox from "primevue/checkbox";
import { computed, ref } from "vue";
import type { Command } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useSimplifying } from "../../stores/editing/simplifying";
import { useCatalogue } from "../../stores/display/catalogue";
import ActButton from "../../fields/ActButton.vue";
import ActionButton from "../../fields/ActionButton.vue";
import DialSlider from "../../ui/DialSlider.vue";
import FoldPart from "../../ui/FoldPart.vue";
import TypedField from "../../fields/TypedField.vue";
import { useChosen } from "../../stores/editing/selectedanchors";
import { useSliding } from "../../fields/sliding";

/** Powers of ten of a millimetre between which the dial goes. */
const [LEAST, MOST] = [-3, 1];

const doc = useDocument();
const simplifying = useSimplifying();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const { stretch } = useChosen();
const count = ref(1);
const ofPlace = (place: number): number => 10 ** place * catalogue.unit("mm").size;
const { slid, slide, release } = useSliding((place) => simplifying.simplify(ofPlace(place)));
const within = computed(() => (slid.value === null ? simplifying.tolerance : ofPlace(slid.value)));
const place = computed(() =>
  Math.min(MOST, Math.max(LEAST, Math.log10(within.value / catalogue.unit("mm").size))),
);

function letGo(): void {
  simplifying.tolerance = within.value;
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
  <FoldPart v-if="simplifying.items.length > 0" heading="Simplify and add anchors">
    <section aria-label="Simplify">
      <span class="label" title="How far the outline may move">Tolerance</span>
      <DialSlider
        label="Tolerance"
        :value="place"
        :min="LEAST"
        :max="MOST"
        :step="0.02"
        data-testid="slider-simplify"
        @slide="slide"
        @release="letGo"
      />
      <TypedField
        label="Simplify tolerance"
        :value="within"
        :unit="unit"
        @typed="(v) => (simplifying.tolerance = Math.abs(v))"
      />
      <label class="wide check"
        ><Checkbox v-model="simplifying.corners" binary /> Keep corners</label
      >
      <label class="wide check">
        <Checkbox v-model="simplifying.extremes" binary /> Keep anchors at extremes
      </label>
      <ActButton class="wide" act="simplify" />
      <template v-if="stretch.length > 0">
        <div class="wide acts">
          <ActionButton
            label="At extremes"
            hint="Adds anchors where the outline is horizontal or vertical"
            clears-anchors
            :command="add('extremes')"
          />
          <ActionButton
            label="At inflections"
            hint="Adds anchors where the curvature changes sides"
            clears-anchors
            :command="add('inflections')"
          />
        </div>
        <ActionButton
          class="two"
          label="Per segment"
          hint="Adds this many anchors, evenly spaced, to each segment"
          clears-anchors
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
          clears-anchors
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
