<script setup lang="ts">
// How text is set in its font: where on the axes of a variable one, and with which of its features.
import Checkbox from "primevue/checkbox";
import { computed, onMounted, ref } from "vue";
import type { FontAxis, FontFacts, FontFeature } from "../../api/types";
import TypedField from "../../fields/TypedField.vue";
import { useText } from "../../stores/editing/text";
import type { Change } from "../../stores/editing/text";
import DialSlider from "../../ui/DialSlider.vue";
import FoldPart from "../../ui/FoldPart.vue";
import { withFeature, withValue } from "./fontvalues";

/** Steps of an axis from one end to the other, where its own units are too wide or too narrow. */
const STEPS = 100;

const lettering = useText();
onMounted(() => void lettering.loaded());
const items = computed(() => lettering.words.map((w) => w.id));
const marks = computed(() => lettering.words.map((w) => w.mark));
/** The font that all of them are set in. */
const font = computed<FontFacts | undefined>(() => {
  const keys = new Set(marks.value.map((m) => m.font));
  return keys.size === 1 ? lettering.fonts.find((f) => keys.has(f.key)) : undefined;
});
const axes = computed(() => font.value?.axes ?? []);
const features = computed(() => font.value?.features ?? []);
const first = computed(() => marks.value[0]);

const slid = ref<{ tag: string; value: number } | null>(null);
function valueOf(axis: FontAxis): number {
  if (slid.value?.tag === axis.tag) return slid.value.value;
  return first.value?.axes.find((a) => a.tag === axis.tag)?.value ?? axis.default;
}
const changed = (axis: FontAxis, value: number): Change => ({
  axes: withValue(first.value?.axes ?? [], axis, value),
});
function slide(axis: FontAxis, value: number): void {
  slid.value = { tag: axis.tag, value };
  lettering.show(items.value, changed(axis, value));
}
function keep(axis: FontAxis, value: number): void {
  slid.value = null;
  void lettering.say(items.value, changed(axis, value));
}
const release = (axis: FontAxis): void => {
  if (slid.value?.tag === axis.tag) keep(axis, slid.value.value);
};
const stepOf = (axis: FontAxis): number => (axis.most - axis.least >= STEPS ? 1 : 0.01);

const valueOfFeature = (feature: FontFeature): boolean =>
  (first.value?.features.find((f) => f.tag === feature.tag)?.value ?? Number(feature.on)) > 0;
function set(feature: FontFeature, on: boolean): void {
  const now = withFeature(first.value?.features ?? [], feature, on);
  void lettering.say(items.value, { features: now });
}
const summary = computed(() =>
  features.value
    .filter(valueOfFeature)
    .map((f) => f.name)
    .join(", "),
);
</script>

<template>
  <section v-if="axes.length > 0" aria-label="Font axes" data-testid="font-axes">
    <template v-for="axis in axes" :key="axis.tag">
      <span class="label" :title="`Axis ${axis.tag}`">{{ axis.name }}</span>
      <DialSlider
        :label="axis.name"
        :value="valueOf(axis)"
        :min="axis.least"
        :max="axis.most"
        :step="stepOf(axis)"
        @slide="(value) => slide(axis, value)"
        @release="release(axis)"
        @keydown.stop
      />
      <TypedField
        :label="axis.name"
        :value="valueOf(axis)"
        suffix=""
        @typed="(value) => keep(axis, Math.min(Math.max(value, axis.least), axis.most))"
      />
    </template>
  </section>
  <FoldPart v-if="features.length > 0" heading="OpenType features" :summary="summary">
    <section aria-label="OpenType features">
      <label v-for="feature in features" :key="feature.tag" class="wide check" :title="feature.tag">
        <Checkbox
          :model-value="valueOfFeature(feature)"
          binary
          size="small"
          :input-id="`feature-${feature.tag}`"
          @update:model-value="(on: boolean) => set(feature, on)"
        />
        {{ feature.name }}
      </label>
    </section>
  </FoldPart>
</template>
