<script setup lang="ts">
// An edit that takes long: what it is, how far it is, and a way to stop it.
import Button from "primevue/button";
import ProgressBar from "primevue/progressbar";
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useSyncStore } from "../../sync/syncstore";

const doc = useDocument();
const sync = useSyncStore();
const box = computed(() => sync.boxes.get(doc.id) ?? null);
const long = computed(() => box.value?.work.long.value ?? null);
const name = computed(() => box.value?.letters.value[0]?.name ?? "This edit");
</script>

<template>
  <div v-if="long" class="long" role="status">
    <span>{{ name }} takes a while</span>
    <ProgressBar class="bar" :value="Math.round(long.part * 100)" />
    <Button
      size="small"
      severity="secondary"
      :label="long.stopping ? 'Stopping…' : 'Stop'"
      :disabled="long.stopping"
      title="Stop; nothing is changed"
      @click="box?.work.stop()"
    />
  </div>
</template>

<style scoped>
.long {
  position: fixed;
  left: 50%;
  top: 84px;
  transform: translateX(-50%);
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 8px 8px 8px 14px;
  background: var(--raised);
  border: 1px solid var(--hairline);
  border-left: 3px solid var(--active);
  border-radius: 6px;
  z-index: 2000;
}
.bar {
  width: 160px;
}
</style>
