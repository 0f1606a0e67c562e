<script setup lang="ts">
// A file that takes long to be imported, with a way to stop it.
import { rarely } from "../lib/rarely";
import { useImports } from "../session/imports";
import WorkNotice from "../ui/WorkNotice.vue";

const SimplifyImport = rarely(() => import("./SimplifyImport.vue"));

const imports = useImports();
</script>

<template>
  <WorkNotice
    v-if="imports.running && !imports.offer"
    data-testid="importing"
    :what="`Importing “${imports.running.name}”`"
    :part="null"
    :stopping="imports.running.stopping"
    safe="Stop; nothing is imported"
    @stop="imports.stop()"
  />
  <SimplifyImport v-if="imports.offer" :offer="imports.offer" />
</template>
