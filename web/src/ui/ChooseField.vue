<script setup lang="ts" generic="V extends string | boolean">
// One of a few named values, chosen from a list.
import Select from "primevue/select";

defineProps<{
  label: string;
  value: V | null;
  options: readonly { value: V; label: string }[];
  placeholder?: string;
}>();
const emit = defineEmits<{ chosen: [value: V] }>();
</script>

<template>
  <Select
    class="choose"
    size="small"
    :aria-label="label"
    :model-value="value"
    :options="[...options]"
    option-label="label"
    option-value="value"
    :placeholder="placeholder"
    @update:model-value="(v: V) => emit('chosen', v)"
  />
</template>

<style scoped>
.choose {
  grid-column: 2 / -1;
  min-width: 0;
}
</style>
