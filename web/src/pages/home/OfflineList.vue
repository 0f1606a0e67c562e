<script setup lang="ts">
// Without a connection: the drawings that this browser has, which can be opened and edited.
import { onMounted, shallowRef } from "vue";
import { ago, counted } from "../../lib/intl";
import { usePerson } from "../../session/person";
import { offlineCopies } from "../../sync/offline";
import type { OfflineCopy } from "../../sync/offlinecopies";
import { useSyncStore } from "../../sync/syncstore";

const person = usePerson();
const sync = useSyncStore();
const copies = shallowRef<OfflineCopy[]>([]);
onMounted(async () => {
  if (person.id !== null) copies.value = await offlineCopies.all(person.id);
});
const waits = (drawing: number): string => {
  const count = sync.waiting.get(drawing) ?? 0;
  return count > 0 ? ` · ${counted(count, "edit")} not saved yet` : "";
};
</script>

<template>
  <section v-if="copies.length > 0" aria-labelledby="on-device" data-testid="offline-list">
    <h2 id="on-device">On this device</h2>
    <ul>
      <li v-for="copy in copies" :key="copy.drawing">
        <RouterLink :to="`/drawings/${copy.drawing}`">{{ copy.name }}</RouterLink>
        <span>saved {{ ago(copy.saved) }}{{ waits(copy.drawing) }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  margin-bottom: 8px;
  font-size: 15px;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  background: var(--panel);
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
li {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 10px 14px;
}
li + li {
  border-top: 1px solid var(--hairline);
}
a {
  font-weight: 600;
  color: var(--active);
}
span {
  color: var(--quiet);
}
</style>
