<script setup lang="ts">
// Steps between items, live ones that follow them or outlines by themselves; the pointer on the
// button shows them.
import Checkbox from "primevue/checkbox";
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import { useCombining } from "../../stores/editing/combining";
import ActButton from "../../fields/ActButton.vue";
import ChooseField from "../../ui/ChooseField.vue";
import FoldPart from "../../ui/FoldPart.vue";
import TypedField from "../../fields/TypedField.vue";
import { SPACINGS } from "../spacings";

const catalogue = useCatalogue();
const selection = useSelection();
const combining = useCombining();

function setSteps(count: number): void {
  const most = catalogue.limits.blend_steps;
  combining.blendSteps = Math.min(most, Math.max(1, Math.round(count)));
}
</script>

<template>
  <FoldPart v-if="selection.selected.length > 1" heading="Blend">
    <section aria-label="Blend">
      <span class="label">Steps</span>
      <TypedField
        label="Steps of the blend"
        suffix="×"
        :value="combining.blendSteps"
        @typed="setSteps"
      />
      <ChooseField
        label="Spacing of the blend"
        :value="combining.blendSpacing"
        :options="SPACINGS"
        @chosen="(v) => (combining.blendSpacing = v)"
      />
      <label class="wide check">
        <Checkbox v-model="combining.blendLive" binary />
        Stays adjustable
      </label>
      <ActButton class="wide" act="blend" />
    </section>
  </FoldPart>
</template>
