<script setup lang="ts">
// A slider that says when it is let go: after a drag, a click on its bar, or a key.
import Slider from "primevue/slider";

defineProps<{ label: string; value: number; min: number; max: number; step?: number }>();
const emit = defineEmits<{ slide: [value: number]; release: [] }>();
</script>

<template>
  <span class="slider">
    <Slider
      :model-value="value"
      :min="min"
      :max="max"
      :step="step"
      :aria-label="label"
      @update:model-value="(v) => emit('slide', v as number)"
      @slideend="emit('release')"
      @click="emit('release')"
      @keyup="emit('release')"
    />
  </span>
</template>

<style scoped>
.slider {
  padding: 0 4px;
}
</style>
