<script setup lang="ts">
// Export while the server is away: what the browser can make by itself.
import Button from "primevue/button";
import Dialog from "primevue/dialog";
import { useExporting } from "../../../stores/library/exporting";

const exporting = useExporting();
</script>

<template>
  <Dialog
    v-model:visible="exporting.offline"
    modal
    dismissable-mask
    header="Export without a connection"
    :style="{ width: '420px' }"
  >
    <p>
      The server cannot be reached. SVG and PNG can be made here, with all edits; pictures are left
      out. PDF, DXF and the other formats have to wait until the server is back.
    </p>
    <template #footer>
      <Button
        severity="secondary"
        label="Save as PNG"
        data-testid="offline-png"
        @click="exporting.saveHere('png')"
      />
      <Button label="Save as SVG" data-testid="offline-svg" @click="exporting.saveHere('svg')" />
    </template>
  </Dialog>
</template>
