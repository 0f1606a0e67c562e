<script setup lang="ts">
// A row of colours to choose from.
defineProps<{ label: string; colours: readonly string[] }>();
const emit = defineEmits<{ chosen: [colour: string] }>();
</script>

<template>
  <span class="chips" role="group" :aria-label="label">
    <button
      v-for="colour in colours"
      :key="colour"
      :style="{ background: colour }"
      :title="colour"
      :aria-label="colour"
      @click="emit('chosen', colour)"
    />
  </span>
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
button {
  width: 18px;
  height: 18px;
  padding: 0;
  border: 1px solid var(--hairline);
  border-radius: 4px;
  cursor: pointer;
}
</style>
