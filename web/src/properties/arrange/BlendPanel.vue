<script setup lang="ts">
// Steps between two forms, each an item of its own; the pointer on the button shows them.
import { computed, ref } from "vue";
import type { Command } from "../../api/types";
import { useCatalogue } from "../../stores/display/catalogue";
import { useSelection } from "../../stores/board/selection";
import ActionButton from "../../fields/ActionButton.vue";
import ChooseField from "../../ui/ChooseField.vue";
import FoldPart from "../../ui/FoldPart.vue";
import TypedField from "../../fields/TypedField.vue";

type Spacing = NonNullable<Extract<Command, { kind: "blend_items" }>["spacing"]>;

const SPACINGS: readonly { value: Spacing; label: string }[] = [
  { value: "even", label: "Even" },
  { value: "nearer_first", label: "Nearer the first" },
  { value: "nearer_last", label: "Nearer the last" },
];
const catalogue = useCatalogue();
const selection = useSelection();
const count = ref(3);
const spacing = ref<Spacing>("even");
const command = computed<Command>(() => ({
  kind: "blend_items",
  items: selection.selected,
  count: count.value,
  spacing: spacing.value,
}));
</script>

<template>
  <FoldPart v-if="selection.selected.length === 2" heading="Blend">
    <section aria-label="Blend">
      <span class="label">Steps</span>
      <TypedField
        label="Steps of the blend"
        suffix="×"
        :value="count"
        @typed="(v) => (count = Math.min(catalogue.limits.blend_steps, Math.max(1, Math.round(v))))"
      />
      <ChooseField
        label="Spacing of the blend"
        :value="spacing"
        :options="SPACINGS"
        @chosen="(v) => (spacing = v)"
      />
      <ActionButton
        class="wide"
        label="Blend"
        hint="Outlines between the first and the second; both stay"
        :command="command"
      />
    </section>
  </FoldPart>
</template>
