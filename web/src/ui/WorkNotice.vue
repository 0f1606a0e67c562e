<script setup lang="ts">
// Long work: what it is, how far it is where that is known, and a way to stop it.
import Button from "primevue/button";
import ProgressBar from "primevue/progressbar";

defineProps<{
  what: string;
  /** From 0 to 1; null: nobody knows. */
  part: number | null;
  stopping: boolean;
  /** What becomes of it once it is stopped. */
  safe: string;
}>();
const emit = defineEmits<{ stop: [] }>();
</script>

<template>
  <div class="work" role="status">
    <span class="what">{{ what }}</span>
    <ProgressBar v-if="part === null" class="bar" mode="indeterminate" />
    <ProgressBar v-else class="bar" :value="Math.round(part * 100)" />
    <Button
      size="small"
      severity="secondary"
      :label="stopping ? 'Stopping…' : 'Stop'"
      :disabled="stopping"
      :title="safe"
      @click="emit('stop')"
    />
  </div>
</template>

<style scoped>
.work {
  position: fixed;
  left: 50%;
  top: 84px;
  transform: translateX(-50%);
  display: flex;
  gap: 12px;
  align-items: center;
  max-width: calc(100vw - 24px);
  padding: 8px 8px 8px 14px;
  background: var(--raised);
  border: 1px solid var(--hairline);
  border-left: 3px solid var(--active);
  border-radius: 6px;
  z-index: 2000;
}
.what {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.bar {
  flex: none;
  width: 160px;
}
</style>
