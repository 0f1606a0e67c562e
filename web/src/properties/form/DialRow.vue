<script setup lang="ts">
// One dial: a choice as a list, everything else as a slider and a field that always agree.
import Select from "primevue/select";
import { computed } from "vue";
import type { DialFacts, Selection } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import DialSlider from "../../ui/DialSlider.vue";
import { useTargets } from "../../fields/targets";
import TypedField from "../../fields/TypedField.vue";
import { useSliding } from "../../fields/sliding";

const props = defineProps<{
  facts: DialFacts;
  reading: Selection["dials"][number];
  /** A length that is measured as a share of half the short side. */
  share: boolean;
}>();
const targets = useTargets();
const doc = useDocument();
const edits = useEdits();
const selection = useSelection();
const catalogue = useCatalogue();

const mixed = computed(() => props.reading.value == null);
const most = computed(() => Math.max(props.reading.reach, props.facts.least + 0.01));
const isLength = computed(() => props.facts.unit === "length" && !props.share);
const suffix = computed(() => {
  if (props.share || props.facts.unit === "percent") return "%";
  return props.facts.unit === "angle" ? "°" : undefined;
});
const measured = computed(() => {
  if (isLength.value) return { unit: catalogue.unit(doc.sheet.unit) };
  return suffix.value === undefined ? { suffix: "" } : { suffix: suffix.value };
});
const step = computed(() => (props.facts.unit === "count" ? 1 : 0.01));
const choices = computed(() => props.facts.choices.map((label, at) => ({ label, at })));

const command = (to: number) =>
  ({ kind: "set_dial", items: selection.selected, dial: props.facts.name, value: to }) as const;
const { slid, slide, release, keep } = useSliding(command);
const value = computed(() => slid.value ?? props.reading.value ?? props.facts.default);

function key(event: KeyboardEvent): void {
  const steps: Record<string, number> = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 };
  const sign = steps[event.key];
  if (!sign) return;
  event.preventDefault();
  event.stopPropagation();
  const to = value.value + sign * props.facts.step * (event.shiftKey ? 10 : 1);
  edits.commit(command(Math.min(Math.max(to, props.facts.least), most.value)), true);
}
</script>

<template>
  <span class="label" :title="facts.help">{{ reading.label }}</span>
  <Select
    v-if="facts.choices.length > 0"
    class="rest"
    size="small"
    :model-value="reading.value"
    :options="choices"
    option-label="label"
    option-value="at"
    :placeholder="mixed ? 'mixed' : ''"
    :aria-label="reading.label"
    :title="facts.help"
    @update:model-value="(v) => keep(v as number)"
  />
  <template v-else>
    <DialSlider
      :label="reading.label"
      :value="Math.min(Math.max(value, facts.least), most)"
      :min="facts.least"
      :max="most"
      :step="step"
      :title="facts.help"
      :data-testid="`slider-${facts.name}`"
      @slide="slide"
      @release="release"
      @keydown.capture="key"
    />
    <TypedField
      :label="reading.label"
      :value="reading.value ?? null"
      :mixed="mixed"
      :binds="targets(`dials.${facts.name}`)"
      v-bind="measured"
      @typed="keep"
    />
  </template>
</template>
