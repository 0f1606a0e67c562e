<script setup lang="ts">
// The Stack: the layers as a short list, beside it what lies in the place one works in.
import ItemStrip from "./ItemStrip.vue";
import LayerList from "./LayerList.vue";

defineProps<{ find: string }>();
</script>

<template>
  <div class="stack">
    <LayerList />
    <ItemStrip :find="find" />
  </div>
</template>

<style scoped>
.stack {
  display: grid;
  grid-template-columns: 168px minmax(0, 1fr);
  min-width: 0;
  min-height: 0;
}
</style>
