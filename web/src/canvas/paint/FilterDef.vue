<script setup lang="ts">
// A filter under an id; what it is made of comes from the core.
import type { FilterMark } from "../../api/types";

defineProps<{ id: string; filter: FilterMark }>();
</script>

<template>
  <filter
    :id="id"
    filterUnits="userSpaceOnUse"
    :x="filter.box[0]"
    :y="filter.box[1]"
    :width="filter.box[2]"
    :height="filter.box[3]"
    color-interpolation-filters="sRGB"
  >
    <component
      :is="step.name"
      v-for="(step, n) in filter.steps"
      :key="n"
      v-bind="Object.fromEntries(step.attributes)"
    />
  </filter>
</template>
