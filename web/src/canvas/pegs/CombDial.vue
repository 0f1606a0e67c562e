<script setup lang="ts">
// The dial of the comb, on the canvas while the comb shows: how long its teeth are; and what the
// strokes at the joints say.
import Slider from "primevue/slider";
import { computed } from "vue";
import { useCurves } from "../../stores/measuring/curves";
import { useDisplay } from "../../stores/display/display";
import { shown } from "../../lib/numbers";
import { JOINT_WORDS, jointPath } from "../marks/joints";

const curves = useCurves();
const looking = useDisplay();
/** The dial goes from a tenth to ten times, evenly in the logarithm. */
const place = computed({
  get: () => Math.log10(curves.size),
  set: (value) => {
    curves.size = 10 ** value;
  },
});
</script>

<template>
  <div v-if="looking.comb && curves.readings.length > 0" class="dial" data-testid="comb-dial">
    <span class="name">Comb</span>
    <Slider v-model="place" class="slider" :min="-1" :max="1" :step="0.02" aria-label="Comb size" />
    <output>{{ shown(curves.size, curves.size < 1 ? 2 : 1) }} ×</output>
    <span v-for="[joint, word] in JOINT_WORDS" :key="joint" :class="['joint', joint]">
      <svg width="12" height="12" viewBox="-6 -6 12 12"><path :d="jointPath(joint)" /></svg>
      {{ word }}
    </span>
  </div>
</template>

<style scoped>
.dial {
  position: absolute;
  left: 28px;
  bottom: 10px;
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 5px 10px;
  background: var(--raised);
  border: 1px solid var(--hairline);
  border-radius: 6px;
  font-size: 12px;
  color: var(--quiet);
}
.name {
  color: var(--ink);
  font-weight: 600;
}
.slider {
  width: 96px;
}
output {
  width: 34px;
}
.joint {
  display: flex;
  gap: 3px;
  align-items: center;
  white-space: nowrap;
}
.joint path {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 1.4px;
}
.broken path,
.tangent path {
  stroke: var(--trouble);
}
</style>
