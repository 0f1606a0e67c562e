<script setup lang="ts">
// An outline of the shelf in the hand: how it is placed, and the size of one that is clicked.
import Checkbox from "primevue/checkbox";
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { usePlacement } from "../../stores/library/placement";
import { useCatalogue } from "../../stores/display/catalogue";
import ChoiceButtons from "../../ui/ChoiceButtons.vue";
import TypedField from "../../fields/TypedField.vue";

const WAYS = [
  ["copy", "Copy", "M3 3H10V10H3ZM6 13H13V6"],
  [
    "linked",
    "Linked",
    "M6.5 9.5L9.5 6.5M7 4.5L8.5 3A3 3 0 0 1 13 7.5L11.5 9M9 11.5L7.5 13A3 3 0 0 1 3 8.5L4.5 7",
  ],
] as const;

const doc = useDocument();
const placement = usePlacement();
const catalogue = useCatalogue();
const unit = computed(() => catalogue.unit(doc.sheet.unit));
const mode = computed(() => (placement.linked ? "linked" : "copy"));
</script>

<template>
  <section aria-label="Placement">
    <ChoiceButtons
      class="wide"
      :options="WAYS"
      :columns="2"
      prefix="place"
      :pressed="(w) => w === mode"
      @choose="(w) => (placement.linked = w === 'linked')"
    />
    <p class="wide help">
      {{
        placement.linked ? "Follows changes of the original on the shelf." : "An independent copy."
      }}
    </p>
  </section>
  <section aria-label="Size on click">
    <h3 class="wide heading">Size on click</h3>
    <span class="label">Size</span>
    <TypedField
      label="Placed width"
      :value="placement.size[0]"
      :unit="unit"
      @typed="(v) => placement.put(0, v)"
    />
    <TypedField
      label="Placed height"
      :value="placement.size[1]"
      :unit="unit"
      @typed="(v) => placement.put(1, v)"
    />
    <label class="rest check">
      <Checkbox v-model="placement.own" binary size="small" /> Original proportions
    </label>
    <p class="wide help">Drag to draw it: Shift keeps proportions, Alt from the centre.</p>
  </section>
</template>
