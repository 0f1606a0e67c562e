<script setup lang="ts">
// The home page: cards with live pictures of the drawings.
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, onBeforeUnmount, onMounted, ref, watch } from "vue";
import { useRouter } from "vue-router";
import { Trouble, get, patch, post as postTo, remove, sendFile } from "../api/client";
import type { Card, TakenInDrawings } from "../api/types";
import BrandMark from "../board/BrandMark.vue";
import { usePerson } from "../stores/person";
import { usePost } from "../stores/post";
import { FORM_FILES, askForFiles } from "../stores/choosingfiles";
import { inOrder } from "../stores/inorder";
import { useToast } from "../stores/toast";
import { useVocabulary } from "../stores/vocabulary";
import { night, toggleNight } from "../theme/night";
import DrawingCard from "./DrawingCard.vue";
import NewSheet from "./NewSheet.vue";

const person = usePerson();
const router = useRouter();
const toast = useToast();
const post = usePost();
const vocabulary = useVocabulary();
const cards = ref<Card[]>([]);
const find = ref("");
const loaded = ref(false);
const making = ref(false);

async function tried(act: () => Promise<unknown>): Promise<void> {
  try {
    await act();
  } catch (problem) {
    if (!(problem instanceof Trouble)) throw problem;
    toast.tell(problem.sentence);
  }
}

/** What is done to a drawing is asked in its turn: a copy has the name that was typed before. */
const line = inOrder();
const done = (act: () => Promise<unknown>): Promise<void> =>
  tried(() =>
    line(async () => {
      await act();
      await load();
    }),
  );

const LOAD_AGAIN = 2000;
/** Why the list is not there or not fresh, where that may pass. */
const waitsFor = ref("");
let left = false;
let lists = 0;

async function load(): Promise<void> {
  const newest = (lists += 1);
  try {
    await vocabulary.load();
    const found = await get<Card[]>(`/drawings?find=${encodeURIComponent(find.value)}`);
    if (newest !== lists) return;
    cards.value = found;
    loaded.value = true;
    waitsFor.value = "";
  } catch (problem) {
    if (!(problem instanceof Trouble)) throw problem;
    if (newest !== lists) return;
    waitsFor.value = problem.sentence;
    if (!left) window.setTimeout(() => !left && waitsFor.value && void load(), LOAD_AGAIN);
  }
}
/** Drawings that are not in the list, and for which edits wait. */
const deleted = computed(() =>
  find.value || !loaded.value
    ? []
    : [...post.waiting].filter(([id]) => cards.value.every((c) => c.id !== id)),
);
const restore = (id: number): Promise<void> =>
  done(async () => {
    await postTo(`/drawings/${id}/restore`);
    post.boxOf(id).resume();
  });
const rename = (card: Card, name: string): Promise<void> =>
  done(() => patch(`/drawings/${card.id}`, { name }));
const duplicate = (card: Card): Promise<void> =>
  done(() => postTo(`/drawings/${card.id}/duplicate`));
const discard = (card: Card): Promise<void> =>
  done(async () => {
    await remove(`/drawings/${card.id}`);
    toast.tell(`“${card.name}” was deleted.`, {
      label: "Undo",
      run: () => void restore(card.id),
    });
  });

/** Files as new drawings; where that makes only one it is opened. */
async function takeIn(files: File[]): Promise<void> {
  const made: Card[] = [];
  for (const file of files) {
    await tried(async () => {
      const path = `/drawings/take-in?name=${encodeURIComponent(file.name)}`;
      const taken = await sendFile<TakenInDrawings>(path, file);
      if (taken.said) toast.tell(taken.said);
      made.push(...taken.cards);
    });
  }
  const [only, ...others] = made;
  if (only && files.length + others.length === 1) await router.push(`/drawings/${only.id}`);
  else if (only) await load();
}
const dropped = (event: DragEvent): void => void takeIn([...(event.dataTransfer?.files ?? [])]);

async function signOut(): Promise<void> {
  await tried(person.signOut);
  await router.push("/sign-in");
}

onMounted(load);
onBeforeUnmount(() => (left = true));
watch(find, load);
/** What waited for a drawing has gone out: its card shows it. */
watch(
  () => [...post.waiting.values()].reduce((a, b) => a + b, 0),
  (now, before) => now < before && void load(),
);
</script>

<template>
  <header class="band">
    <span class="brand"><BrandMark /> Build Up Curve</span>
    <span class="who">
      <Button
        text
        size="small"
        severity="secondary"
        :label="night ? 'Day' : 'Night'"
        @click="toggleNight"
      />
      {{ person.name }}
      <Button severity="secondary" size="small" label="Sign out" @click="signOut" />
    </span>
  </header>
  <main class="page" @dragover.prevent @drop.prevent="dropped">
    <div class="top">
      <h1>
        Drawings <span class="count">{{ cards.length }}</span>
      </h1>
      <InputText v-model="find" size="small" placeholder="Find by name" aria-label="Find by name" />
      <Button
        size="small"
        severity="secondary"
        label="Take in a file…"
        title="An SVG, a DXF or a PDF becomes a drawing; it can be dropped here, too"
        data-testid="take-in"
        @click="askForFiles(FORM_FILES, (files) => void takeIn(files))"
      />
      <Button size="small" label="New sheet" data-testid="new-sheet" @click="making = true" />
    </div>
    <p v-if="waitsFor" class="away" role="status" data-testid="away">
      {{ waitsFor }} It is tried again.
    </p>
    <p v-for="[id, count] in deleted" :key="id" class="away" data-testid="waits-deleted">
      {{ count === 1 ? "One edit waits" : `${count} edits wait` }} for a drawing that was deleted.
      <Button size="small" severity="secondary" label="Restore it" @click="restore(id)" />
    </p>
    <div v-if="cards.length > 0" class="cards">
      <DrawingCard
        v-for="card in cards"
        :key="card.id"
        :card="card"
        :waiting="post.waiting.get(card.id) ?? 0"
        @rename="(name) => rename(card, name)"
        @duplicate="duplicate(card)"
        @remove="discard(card)"
      />
    </div>
    <p v-else-if="loaded && find" class="empty">No drawing has “{{ find }}” in its name.</p>
    <div v-else-if="loaded" class="empty">
      <p>No drawings yet. A sheet is where an outline begins.</p>
      <Button label="New sheet" @click="making = true" />
    </div>
  </main>
  <NewSheet v-if="making" v-model="making" />
</template>

<style scoped>
.band {
  display: flex;
  align-items: center;
  justify-content: space-between;
  height: 44px;
  padding: 0 12px;
  background: var(--panel);
  border-bottom: 1px solid var(--hairline);
}
.brand,
.who {
  display: flex;
  gap: 10px;
  align-items: center;
}
.brand {
  font-size: 15px;
  font-weight: 700;
}
.who {
  color: var(--quiet);
}
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
