<script setup lang="ts">
// Strokes made outlines, and forms grown or shrunk by a distance; the pointer on a button shows it.
import Checkbox from "primevue/checkbox";
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useCatalogue } from "../../stores/display/catalogue";
import { useOffsetting } from "../../stores/editing/offsetting";
import ActButton from "../../fields/ActButton.vue";
import ChooseField from "../../ui/ChooseField.vue";
import FoldPart from "../../ui/FoldPart.vue";
import TypedField from "../../fields/TypedField.vue";
import { JOINS } from "../paint/joins";

const doc = useDocument();
const catalogue = useCatalogue();
const offsetting = useOffsetting();
const unit = computed(() => catalogue.unit(doc.sheet.unit));

function setSteps(count: number): void {
  offsetting.count = Math.min(catalogue.limits.offset_steps, Math.max(1, Math.round(count)));
}
</script>

<template>
  <FoldPart heading="Stroke and offset">
    <section aria-label="Stroke and offset">
      <ActButton class="wide" act="stroke_to_outline" />
      <ActButton class="wide" act="live_stroke_outline" />
      <span class="label">Offset by</span>
      <TypedField
        label="Offset by"
        :value="offsetting.distance"
        :unit="unit"
        @typed="(v) => (offsetting.distance = Math.abs(v))"
      />
      <TypedField label="Steps" suffix="×" :value="offsetting.count" @typed="setSteps" />
      <span class="label">Corners</span>
      <ChooseField
        label="Offset corners"
        :value="offsetting.join"
        :options="JOINS"
        @chosen="(v) => (offsetting.join = v)"
      />
      <label class="wide check">
        <Checkbox v-model="offsetting.live" binary />
        Stays adjustable, with a peg to drag
      </label>
      <div class="wide two-columns">
        <ActButton act="expand" />
        <ActButton act="contract" />
      </div>
    </section>
  </FoldPart>
</template>
