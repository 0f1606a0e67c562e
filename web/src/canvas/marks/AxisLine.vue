<script setup lang="ts">
// The line about which something mirrors: plum, dash-dot; a faint one is one of many.
defineOptions({ inheritAttrs: false });
defineProps<{ d: string; faint?: boolean }>();
</script>

<template>
  <path v-if="!faint" class="halo" :d="d" />
  <path class="line" :class="{ faint }" :d="d" v-bind="$attrs" />
</template>

<style scoped>
.line,
.halo {
  fill: none;
  pointer-events: none;
}
.halo {
  stroke: #fff;
  stroke-opacity: 0.7;
  stroke-width: 4px;
}
.line {
  stroke: var(--mark-construction);
  stroke-width: 1.4px;
  stroke-dasharray: 12 4 2 4;
}
.faint {
  stroke-opacity: 0.35;
  stroke-width: 1px;
}
</style>
