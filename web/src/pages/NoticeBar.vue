<script setup lang="ts">
// Sentences at the foot of the screen, with what can be done about them.
import Button from "primevue/button";
import { useNotices, type Notice } from "../session/notices";
import AppIcon from "../ui/AppIcon.vue";

const toast = useNotices();

function act(notice: Notice): void {
  notice.action?.run();
  toast.close(notice.id);
}
</script>

<template>
  <div class="notices" role="status" aria-live="polite">
    <div v-for="n in toast.notices" :key="n.id" class="notice">
      <span>{{ n.sentence }}</span>
      <Button v-if="n.action" size="small" :label="n.action.label" @click="act(n)" />
      <Button
        size="small"
        severity="secondary"
        aria-label="Close this notice"
        @click="toast.close(n.id)"
        ><template #icon><AppIcon name="times" /></template
      ></Button>
    </div>
  </div>
</template>

<style scoped>
.notices {
  position: fixed;
  left: 50%;
  bottom: 40px;
  transform: translateX(-50%);
  display: grid;
  gap: 8px;
  z-index: 2000;
}
.notice {
  display: flex;
  gap: 12px;
  align-items: center;
  max-width: 640px;
  padding: 8px 8px 8px 14px;
  background: var(--raised);
  border: 1px solid var(--hairline);
  border-left: 3px solid var(--touched);
  border-radius: 6px;
}
</style>
