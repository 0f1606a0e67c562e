<script setup lang="ts">
// A gradient under an id, laid on the sheet. Its own coordinates run from 0 to 1.
import { computed } from "vue";
import type { Gradient } from "../../api/types";
import { matrixOf, plainColour } from "./paint";

const props = defineProps<{ id: string; gradient: Gradient }>();
const where = computed(() =>
  props.gradient.kind === "linear"
    ? { x1: 0, y1: 0, x2: 1, y2: 0 }
    : { cx: 0, cy: 0, r: 1, fx: props.gradient.focus[0], fy: props.gradient.focus[1] },
);
</script>

<template>
  <component
    :is="`${gradient.kind}Gradient`"
    :id="id"
    v-bind="where"
    gradientUnits="userSpaceOnUse"
    :gradientTransform="`matrix(${matrixOf(gradient.place).join(' ')})`"
    :spreadMethod="gradient.spread"
  >
    <stop
      v-for="(stop, n) in gradient.stops"
      :key="n"
      :offset="stop.at"
      :stop-color="plainColour(stop.colour)"
      :stop-opacity="stop.opacity"
    />
  </component>
</template>
