<script setup lang="ts">
// A line that grows while something comes; work goes on meanwhile.
defineProps<{ what: string; percent: number; title: string }>();
</script>

<template>
  <div
    class="line"
    role="progressbar"
    :aria-label="what"
    :aria-valuenow="percent"
    aria-valuemin="0"
    aria-valuemax="100"
    :title="title"
  >
    <span :style="{ width: `${percent}%` }" />
  </div>
</template>

<style scoped>
.line {
  position: absolute;
  inset: auto 0 -2px;
  height: 3px;
  z-index: 2;
}
.line span {
  display: block;
  height: 100%;
  background: var(--active);
  transition: width 0.3s;
}
@media (prefers-reduced-motion: reduce) {
  .line span {
    transition: none;
  }
}
</style>
