<script setup lang="ts">
// The brush: what it does, how far it reaches, and how much it smooths.
import { useBrushing } from "../../stores/editing/brushing";
import type { BrushEffect } from "../../stores/editing/brushing";
import ChoiceButtons from "../../ui/ChoiceButtons.vue";
import DialSlider from "../../ui/DialSlider.vue";
import TypedField from "../../fields/TypedField.vue";

const EFFECTS: readonly (readonly [BrushEffect, string, string])[] = [
  ["smooth", "Smooth", "M1 11C3 5 5 13 7 9S10 7 15 7"],
  ["pull", "Pull", "M1 12H4C7 12 6 5 8 5S9 12 12 12H15"],
];
const brushing = useBrushing();
</script>

<template>
  <section aria-label="Smooth brush">
    <ChoiceButtons
      class="wide"
      :options="EFFECTS"
      :columns="2"
      :pressed="(effect) => effect === brushing.effect"
      prefix="brush"
      @choose="(effect) => (brushing.effect = effect)"
    />
    <span class="label" title="Radius of the brush on the screen ([ and ])">Radius</span>
    <DialSlider
      label="Brush radius"
      :value="brushing.pixels"
      :min="brushing.LEAST"
      :max="brushing.MOST"
      :step="1"
      @slide="brushing.setPixels"
    />
    <TypedField
      label="Brush radius"
      suffix="px"
      :value="brushing.pixels"
      @typed="brushing.setPixels"
    />
    <template v-if="brushing.effect === 'smooth'">
      <span class="label">Strength</span>
      <DialSlider
        label="Brush strength"
        :value="brushing.amount"
        :min="5"
        :max="100"
        :step="5"
        @slide="(v) => (brushing.amount = v)"
      />
      <TypedField
        label="Brush strength"
        suffix="%"
        :value="brushing.amount"
        @typed="(v) => (brushing.amount = Math.min(100, Math.max(1, v)))"
      />
    </template>
  </section>
</template>
