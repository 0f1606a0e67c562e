<script setup lang="ts">
// Edits that the server has refused for good: what each was, why, and what can be done about it.
import Button from "primevue/button";
import Dialog from "primevue/dialog";
import { computed } from "vue";
import type { StoredEdit } from "../../sync/editstore";
import { useSyncStore } from "../../sync/syncstore";
import { timeOfDay } from "../../lib/intl";

const open = defineModel<boolean>({ required: true });
const sync = useSyncStore();
const count = computed(() => sync.refused.length);

const time = (iso: string): string => timeOfDay(new Date(iso));
/** The edit in full, for whoever wants to do it again by hand. */
function whole(posted: StoredEdit): string {
  const { edit } = posted;
  return JSON.stringify(edit.path === "commands" ? edit.command : { to: edit.to }, null, 1);
}
function letGo(posted: StoredEdit): void {
  sync.forget(posted);
  if (count.value === 0) open.value = false;
}
function again(posted: StoredEdit): void {
  sync.again(posted);
  if (count.value === 0) open.value = false;
}
</script>

<template>
  <Dialog
    v-model:visible="open"
    modal
    header="Edits that could not be saved"
    :style="{ width: '520px' }"
  >
    <p class="lead">
      Everything else is saved. These edits stay stored here until you discard them, even when the
      window is closed.
    </p>
    <ul>
      <li v-for="p in sync.refused" :key="p.id" data-testid="refused-edit">
        <p class="what">
          <b>{{ p.name ?? "Edit" }}</b>
          <span class="when">{{ time(p.refused?.at ?? "") }}</span>
        </p>
        <p>{{ p.refused?.sentence }}</p>
        <details>
          <summary>Show the edit</summary>
          <pre>{{ whole(p) }}</pre>
        </details>
        <p class="acts">
          <Button size="small" label="Try again" @click="again(p)" />
          <Button size="small" severity="secondary" label="Discard" @click="letGo(p)" />
        </p>
      </li>
    </ul>
    <p v-if="count === 0">Nothing left to resolve.</p>
  </Dialog>
</template>

<style scoped>
.lead,
.when {
  color: var(--quiet);
}
.lead,
p {
  margin: 0 0 8px;
}
ul {
  display: grid;
  gap: 12px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  padding: 10px 12px;
  border: 1px solid var(--hairline);
  border-left: 3px solid var(--touched);
  border-radius: 6px;
}
.what {
  display: flex;
  justify-content: space-between;
}
summary {
  color: var(--quiet);
  cursor: pointer;
}
pre {
  max-height: 180px;
  margin: 6px 0;
  overflow: auto;
  font-size: 11px;
}
.acts {
  display: flex;
  gap: 8px;
  margin: 8px 0 0;
}
</style>
