<script setup lang="ts">
// A row of colours to choose from.
defineProps<{ label: string; colours: readonly string[]; names?: readonly string[] }>();
const emit = defineEmits<{ chosen: [colour: string, index: number] }>();
</script>

<template>
  <span class="chips" role="group" :aria-label="label">
    <button
      v-for="(colour, n) in colours"
      :key="n"
      :style="{ background: colour }"
      :title="names?.[n] ?? colour"
      :aria-label="names?.[n] ?? colour"
      @click="emit('chosen', colour, n)"
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
