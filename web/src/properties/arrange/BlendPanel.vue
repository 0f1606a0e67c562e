<script setup lang="ts">
// Steps between two forms, each an item of its own; the pointer on the button shows them.
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import { useCombining, type BlendSpacing } from "../../stores/editing/combining";
import ActButton from "../../fields/ActButton.vue";
import ChooseField from "../../ui/ChooseField.vue";
import FoldPart from "../../ui/FoldPart.vue";
import TypedField from "../../fields/TypedField.vue";

const SPACINGS: readonly { value: BlendSpacing; label: string }[] = [
  { value: "even", label: "Even" },
  { value: "nearer_first", label: "Nearer the first" },
  { value: "nearer_last", label: "Nearer the last" },
];

const catalogue = useCatalogue();
const selection = useSelection();
const combining = useCombining();

function setSteps(count: number): void {
  const most = catalogue.limits.blend_steps;
  combining.blendSteps = Math.min(most, Math.max(1, Math.round(count)));
}
</script>

<template>
  <FoldPart v-if="selection.selected.length === 2" heading="Blend">
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
      <ActButton class="wide" act="blend" />
    </section>
  </FoldPart>
</template>
