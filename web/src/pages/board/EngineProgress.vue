<script setup lang="ts">
// A line that grows while the drawing engine comes; drawing goes on meanwhile.
import { computed, onBeforeUnmount, ref } from "vue";
import { whenCoreComes } from "../../core";

/** What comes after the last byte has a share of the line, too. */
const FETCHED = 0.85;
const share = ref<number | null>(null);
whenCoreComes((part) => (share.value = part));
onBeforeUnmount(() => whenCoreComes(() => undefined));
const percent = computed(() => Math.round((share.value ?? 0) * FETCHED * 100));
</script>

<template>
  <div
    v-if="share !== null"
    class="engine"
    role="progressbar"
    aria-label="Loading the drawing engine"
    :aria-valuenow="percent"
    aria-valuemin="0"
    aria-valuemax="100"
    title="Loading the drawing engine; until it is here previews come from the server"
    data-testid="engine-progress"
  >
    <span :style="{ width: `${percent}%` }" />
  </div>
</template>

<style scoped>
.engine {
  position: absolute;
  inset: auto 0 -2px;
  height: 3px;
  z-index: 2;
}
.engine span {
  display: block;
  height: 100%;
  background: var(--active);
  transition: width 0.3s;
}
@media (prefers-reduced-motion: reduce) {
  .engine span {
    transition: none;
  }
}
</style>
