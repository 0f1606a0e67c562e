<script setup lang="ts">
// The home page: cards with live pictures of the drawings.
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, onBeforeUnmount, onMounted, ref, watch } from "vue";
import { useRouter } from "vue-router";
import {
  ApiError,
  create,
  createFromFile,
  get,
  patch,
  post as postTo,
  remove,
} from "../../api/client";
import type { Card, CardPage, Storage, ImportedDrawings } from "../../api/types";
import { useSyncStore } from "../../sync/syncstore";
import { localDrawing } from "../../core";
import { launchedWith } from "../../lib/launched";
import { isSparing, whenIdle } from "../../lib/idle";
import { FORM_FILES, askForFiles } from "../../lib/filepicker";
import { inPieces } from "../../lib/inpieces";
import { serialQueue } from "../../lib/serialqueue";
import { carryReport } from "../../stores/library/importreport";
import { useImports } from "../../session/imports";
import { useNotices } from "../../session/notices";
import { useCatalogue } from "../../stores/display/catalogue";
import DeviceStorage from "./DeviceStorage.vue";
import DrawingCard from "./DrawingCard.vue";
import HomeBar from "./HomeBar.vue";
import NewSheet from "./NewSheet.vue";
import OfflineList from "./OfflineList.vue";
import { cardList } from "./cardlist";
import { nearlyFull, storageText } from "./storage";
import { counted } from "../../lib/intl";

const router = useRouter();
const notices = useNotices();
const imports = useImports();
const sync = useSyncStore();
const catalogue = useCatalogue();
const find = ref("");
const making = ref(false);
const storage = ref<Storage | null>(null);
const list = cardList(() => `/drawings?find=${encodeURIComponent(find.value)}`, catalogue.load);
const { cards, more, loaded, waitsFor, load } = list;
const cardsShown = inPieces(() => cards.value);
const count = computed(() => {
  if (find.value || !storage.value)
    return more.value ? `${cards.value.length} +` : cards.value.length;
  return storage.value.drawings - storage.value.binned;
});

async function tried(act: () => Promise<unknown>): Promise<void> {
  try {
    await act();
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    notices.tell(problem.message);
  }
}

/** What is done to a drawing is asked in its turn: a copy has the name that was typed before. */
const line = serialQueue();
const done = (act: () => Promise<unknown>): Promise<void> =>
  tried(() =>
    line(async () => {
      await act();
      await load();
    }),
  );

/** The numbers of drawings in the bin, where edits wait for some. */
const binned = ref<ReadonlySet<number>>(new Set());
async function loadStorage(): Promise<void> {
  try {
    storage.value = await get<Storage>("/storage");
    const some = sync.waiting.size > 0 && storage.value.binned > 0;
    const found = some ? await get<CardPage>("/bin?most=200") : null;
    binned.value = new Set(found?.cards.map((c) => c.id));
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem; // the list says what is wrong
  }
}
/** Drawings in the bin for which edits wait. */
const deleted = computed(() => [...sync.waiting].filter(([id]) => binned.value.has(id)));
const restore = (id: number): Promise<void> =>
  done(async () => {
    await postTo(`/drawings/${id}/restoration`);
    sync.boxOf(id).resume();
  });
const rename = (card: Card, name: string): Promise<void> =>
  done(() => patch(`/drawings/${card.id}`, { name }));
const duplicate = (card: Card): Promise<void> => done(() => create(`/drawings/${card.id}/copies`));
const discard = (card: Card): Promise<void> =>
  done(async () => {
    await remove(`/drawings/${card.id}`);
    notices.tell(`“${card.name}” is in the bin.`, {
      label: "Undo",
      run: () => void restore(card.id),
    });
  });

/** Files as new drawings; where that makes only one it is opened. */
async function takeIn(files: File[]): Promise<void> {
  const made: Card[] = [];
  for (const file of files) {
    await tried(async () => {
      const path = `/imports?name=${encodeURIComponent(file.name)}&tolerance=`;
      const taken = await imports.during(
        file.name,
        () =>
          imports.simplifiedIfNeeded(file, (tolerance) =>
            createFromFile<ImportedDrawings>(`${path}${tolerance}`, file),
          ),
        async ({ cards: all }) => {
          for (const card of all) await remove(`/drawings/${card.id}`);
          notices.tell(`“${file.name}” was not imported: it was stopped.`);
        },
      );
      if (!taken) return;
      const [only] = taken.cards;
      if (only && files.length + taken.cards.length === 2)
        carryReport(only.id, { name: file.name, notes: taken.notes });
      else if (taken.message) notices.tell(taken.message);
      made.push(...taken.cards);
    });
  }
  const [only, ...others] = made;
  if (only && files.length + others.length === 1) await router.push(`/drawings/${only.id}`);
  else if (only) await load();
}
const dropped = (event: DragEvent): void => void takeIn([...(event.dataTransfer?.files ?? [])]);

onMounted(load);
/** Files that the system opens with the installed application. */
onMounted(() => launchedWith((files) => void takeIn(files)));
/** While nothing is to be done here, what a drawing needs is made ready. */
onMounted(() => {
  if (isSparing()) return;
  whenIdle(() => void import("../board/BoardPage.vue").catch(() => undefined));
  localDrawing.prepare();
});
onBeforeUnmount(list.leave);
watch(find, load);
/** Whatever has changed the list may have changed what is kept. */
watch(cards, loadStorage);
/** What waits may have become known only now. */
watch(() => sync.waiting.size, load);
/** What waited for a drawing has gone out: its card shows it. */
watch(
  () => [...sync.waiting.values()].reduce((a, b) => a + b, 0),
  (now, before) => now < before && void load(),
);
</script>

<template>
  <HomeBar />
  <main class="page" tabindex="-1" @dragover.prevent @drop.prevent="dropped">
    <div class="top">
      <h1>
        Drawings <span class="count">{{ count }}</span>
      </h1>
      <InputText v-model="find" size="small" placeholder="Find by name" aria-label="Find by name" />
      <Button
        size="small"
        severity="secondary"
        label="Import…"
        title="SVG, DXF or PDF; or drop the file here"
        data-testid="import"
        @click="askForFiles(FORM_FILES, (files) => void takeIn(files))"
      />
      <Button size="small" label="New sheet" data-testid="new-sheet" @click="making = true" />
    </div>
    <p v-if="waitsFor" class="away" role="status" data-testid="offline">
      {{ waitsFor }} Trying again.
    </p>
    <OfflineList v-if="waitsFor && cards.length === 0" />
    <p v-for="[id, edits] in deleted" :key="id" class="away" data-testid="waits-deleted">
      {{ counted(edits, "edit is", "edits are") }} not saved yet in a drawing that was deleted.
      <Button size="small" severity="secondary" label="Restore" @click="restore(id)" />
    </p>
    <div v-if="cards.length > 0" class="cards">
      <DrawingCard
        v-for="card in cardsShown"
        :key="card.id"
        :card="card"
        :waiting="sync.waiting.get(card.id) ?? 0"
        @rename="(name) => rename(card, name)"
        @duplicate="duplicate(card)"
        @remove="discard(card)"
      />
    </div>
    <p v-else-if="loaded && find" class="empty">No drawing found for “{{ find }}”.</p>
    <div v-else-if="loaded" class="empty">
      <p>No drawings yet. Start with a new sheet.</p>
      <Button label="New sheet" @click="making = true" />
    </div>
    <p v-if="more" class="more">
      <Button
        size="small"
        severity="secondary"
        label="Show more"
        data-testid="show-more"
        @click="list.loadMore"
      />
    </p>
    <footer v-if="storage" :class="{ nearly: nearlyFull(storage) }">
      <RouterLink to="/bin" data-testid="to-bin">
        Bin{{ storage.binned > 0 ? ` (${storage.binned})` : "" }}
      </RouterLink>
      <span data-testid="storage">{{ storageText(storage) }}</span>
      <DeviceStorage />
    </footer>
  </main>
  <NewSheet v-if="making" v-model="making" />
</template>

<style scoped>
.page {
  max-width: 1112px;
  margin: 0 auto;
  padding: 26px 12px;
}
.top {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-bottom: 16px;
}
h1 {
  flex: 1;
  font-size: 22px;
}
.count {
  margin-left: 4px;
  font-size: 13px;
  font-weight: 400;
  color: var(--quiet);
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(222px, 1fr));
  gap: 24px 32px;
}
.more {
  margin: 24px 0 0;
  text-align: center;
}
footer {
  display: flex;
  gap: 16px;
  margin-top: 32px;
  padding-top: 10px;
  color: var(--quiet);
  border-top: 1px solid var(--hairline);
}
footer a {
  color: var(--active);
}
footer.nearly span {
  font-weight: 600;
  color: var(--touched);
}
.away {
  display: flex;
  gap: 12px;
  align-items: center;
  margin: 0 0 16px;
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
