<script setup lang="ts">
// What was cut so far of several, one after the other.
import { number } from "../../lib/intl";
import { clockText } from "./playing";
import type { CutBatch } from "./table";

defineProps<{ batch: CutBatch[] }>();
</script>

<template>
  <ul v-if="batch.length > 0" class="wide batch" aria-label="Cut so far">
    <li v-for="b in batch" :key="b.name">
      <b>{{ b.name }}</b>
      <span v-if="b.trouble" class="trouble">{{ b.trouble }}</span>
      <span v-else>{{ clockText(b.seconds) }} min, {{ number(b.metres, 2) }} m</span>
    </li>
  </ul>
</template>

<style scoped>
.batch {
  margin: 0;
  padding: 0;
  list-style: none;
}
.batch li {
  display: flex;
  gap: 8px;
}
.batch b {
  min-width: 32px;
}
.trouble {
  color: var(--trouble);
}
</style>
