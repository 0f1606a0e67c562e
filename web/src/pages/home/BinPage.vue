<script setup lang="ts">
// The bin: drawings that were deleted. Each can be restored, or deleted for good.
import Button from "primevue/button";
import Dialog from "primevue/dialog";
import { onBeforeUnmount, onMounted, ref, watch } from "vue";
import { ApiError, get, post as postTo, remove } from "../../api/client";
import type { Card, Storage } from "../../api/types";
import { useSyncStore } from "../../sync/syncstore";
import { useNotices } from "../../session/notices";
import { useCatalogue } from "../../stores/display/catalogue";
import HomeBar from "./HomeBar.vue";
import { ago } from "../../lib/intl";
import { cardList } from "./cardlist";
import { serialQueue } from "../../lib/serialqueue";

const notices = useNotices();
const sync = useSyncStore();
const list = cardList(() => "/bin", useCatalogue().load);
const { cards, more, loaded, waitsFor } = list;
/** What is to be deleted for good once that is confirmed: one drawing, or null for all. */
const doomed = ref<Card | null>(null);
const asking = ref(false);

const line = serialQueue();
const done = (act: () => Promise<unknown>): Promise<void> =>
  line(async () => {
    try {
      await act();
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
    }
    await list.load();
  });

const restore = (card: Card): Promise<void> =>
  done(async () => {
    await postTo(`/drawings/${card.id}/restoration`);
    sync.boxOf(card.id).resume();
    notices.tell(`“${card.name}” was restored.`);
  });

function ask(card: Card | null): void {
  doomed.value = card;
  asking.value = true;
}
function confirmed(): Promise<void> {
  const card = doomed.value;
  asking.value = false;
  return done(async () => {
    await remove(card ? `/bin/${card.id}` : "/bin");
    notices.tell(card ? `“${card.name}” was deleted permanently.` : "The bin is empty.");
  });
}

/** For how long the bin keeps a drawing. */
const days = ref<number | null>(null);
watch(cards, async () => {
  if (days.value !== null) return;
  const storage = await get<Storage>("/storage").catch(() => null); // then it is not said
  days.value = storage?.bin_days ?? null;
});

onMounted(list.load);
onBeforeUnmount(list.leave);
</script>

<template>
  <HomeBar />
  <main class="page" tabindex="-1">
    <div class="top">
      <h1>Bin</h1>
      <RouterLink to="/">Back to drawings</RouterLink>
      <Button
        v-if="cards.length > 0"
        size="small"
        severity="secondary"
        label="Empty bin"
        data-testid="empty-bin"
        @click="ask(null)"
      />
    </div>
    <p v-if="waitsFor" class="away" role="status">{{ waitsFor }} Trying again.</p>
    <ul v-if="cards.length > 0">
      <li v-for="card in cards" :key="card.id" data-testid="binned">
        <img
          :src="`/api/v1/drawings/${card.id}/thumbnail.png?v=${card.tip}`"
          alt=""
          loading="lazy"
        />
        <span class="name">{{ card.name }}</span>
        <span class="when">Deleted {{ ago(card.deleted ?? card.changed) }}</span>
        <Button size="small" severity="secondary" label="Restore" @click="restore(card)" />
        <Button
          text
          size="small"
          severity="secondary"
          label="Delete permanently"
          @click="ask(card)"
        />
      </li>
    </ul>
    <p v-else-if="loaded" class="empty">The bin is empty.</p>
    <Button
      v-if="more"
      size="small"
      severity="secondary"
      label="Show more"
      @click="list.loadMore"
    />
    <p v-if="days !== null && cards.length > 0" class="quiet">
      Drawings are deleted permanently after {{ days }} days in the bin.
    </p>
  </main>
  <Dialog
    v-model:visible="asking"
    modal
    :header="doomed ? 'Delete permanently?' : 'Empty bin?'"
    :draggable="false"
  >
    <p>
      {{ doomed ? `“${doomed.name}”` : "Every drawing in the bin" }} is deleted with its history.
      This cannot be undone.
    </p>
    <template #footer>
      <Button size="small" severity="secondary" label="Cancel" @click="asking = false" />
      <Button
        size="small"
        severity="contrast"
        :label="doomed ? 'Delete permanently' : 'Empty bin'"
        data-testid="confirm-delete"
        @click="confirmed"
      />
    </template>
  </Dialog>
</template>

<style scoped>
a {
  color: var(--active);
}
.page {
  max-width: 860px;
  margin: 0 auto;
  padding: 26px 12px;
}
.top {
  display: flex;
  gap: 16px;
  align-items: center;
  min-height: 34px;
  margin-bottom: 16px;
}
h1 {
  flex: 1;
  font-size: 22px;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--hairline);
}
img {
  width: 84px;
  height: 60px;
  padding: 4px;
  object-fit: contain;
  background: #fff;
  border: 1px solid var(--hairline);
  border-radius: 4px;
}
.name {
  flex: 1;
  overflow: hidden;
  font-weight: 600;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.when,
.quiet {
  color: var(--quiet);
}
.away {
  padding: 8px 12px;
  background: var(--raised);
  border-left: 3px solid var(--touched);
  border-radius: 6px;
}
.empty {
  padding: 80px 0;
  text-align: center;
  color: var(--quiet);
}
</style>
