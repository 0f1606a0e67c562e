<script setup lang="ts">
// The program's mark: a curve with one handle.
</script>

<template>
  <svg
    viewBox="0 0 24 24"
    width="24"
    height="24"
    fill="none"
    stroke-linecap="round"
    aria-hidden="true"
  >
    <path d="M2 21C5 21 6 12 12 12S19 3 22 3" stroke="var(--active)" stroke-width="2.4" />
    <path d="M8 10.5L16 13.5" stroke="var(--touched)" stroke-width="2.4" />
  </svg>
</template>
