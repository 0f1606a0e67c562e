<script setup lang="ts">
// How much of the drawing is here, then of the drawing engine.
import { computed, onBeforeUnmount, ref } from "vue";
import { whenCoreComes } from "../../core";
import { useDocument } from "../../stores/board/document";
import ProgressLine from "../../ui/ProgressLine.vue";

/** What comes after the last byte has a share of the line, too. */
const FETCHED = 0.85;
const doc = useDocument();
const share = ref<number | null>(null);
whenCoreComes((part) => (share.value = part));
onBeforeUnmount(() => whenCoreComes(() => undefined));
const engine = computed(() => Math.round((share.value ?? 0) * FETCHED * 100));
const drawing = computed(() => {
  const { here, count } = doc.coming ?? { here: 0, count: 0 };
  return here < count ? Math.round((here / count) * 100) : null;
});
</script>

<template>
  <ProgressLine
    v-if="drawing !== null"
    what="Loading the drawing"
    :percent="drawing"
    title="Loading the drawing; what is here can be edited"
    data-testid="drawing-progress"
  />
  <ProgressLine
    v-else-if="share !== null"
    what="Loading the drawing engine"
    :percent="engine"
    title="Loading the drawing engine; until it is here previews come from the server"
    data-testid="engine-progress"
  />
</template>
