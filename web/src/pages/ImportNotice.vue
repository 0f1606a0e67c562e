<script setup lang="ts">
// A file that takes long to be imported, with a way to stop it.
import { useImports } from "../session/imports";
import WorkNotice from "../ui/WorkNotice.vue";

const imports = useImports();
</script>

<template>
  <WorkNotice
    v-if="imports.running"
    data-testid="importing"
    :what="`Importing “${imports.running.name}”`"
    :part="null"
    :stopping="imports.running.stopping"
    safe="Stop; nothing is imported"
    @stop="imports.stop()"
  />
</template>
