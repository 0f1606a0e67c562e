<script setup lang="ts">
// A file that takes long to be imported, with a way to stop it.
import Button from "primevue/button";
import ProgressBar from "primevue/progressbar";
import { useImports } from "../session/imports";

const imports = useImports();
</script>

<template>
  <div v-if="imports.running" class="importing" role="status" data-testid="importing">
    <span class="name">Importing “{{ imports.running.name }}”</span>
    <ProgressBar class="bar" mode="indeterminate" />
    <Button
      size="small"
      severity="secondary"
      :label="imports.running.stopping ? 'Stopping…' : 'Stop'"
      :disabled="imports.running.stopping"
      title="Stop; nothing is imported"
      @click="imports.stop()"
    />
  </div>
</template>

<style scoped>
.importing {
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
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.bar {
  flex: none;
  width: 120px;
  height: 6px;
}
</style>
