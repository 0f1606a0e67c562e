<script setup lang="ts">
// The home page: cards with live pictures of the drawings.
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { onMounted, ref, watch } from "vue";
import { useRouter } from "vue-router";
import { Trouble, get, patch, post, remove } from "../api/client";
import type { Card } from "../api/types";
import BrandMark from "../board/BrandMark.vue";
import { usePerson } from "../stores/person";
import { useToast } from "../stores/toast";
import { useVocabulary } from "../stores/vocabulary";
import { night, toggleNight } from "../theme/night";
import DrawingCard from "./DrawingCard.vue";
import NewSheet from "./NewSheet.vue";

const person = usePerson();
const router = useRouter();
const toast = useToast();
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

const load = (): Promise<void> =>
  tried(async () => {
    const wanted = find.value;
    await vocabulary.load();
    const found = await get<Card[]>(`/drawings?find=${encodeURIComponent(wanted)}`);
    if (wanted === find.value) cards.value = found;
    loaded.value = true;
  });
const rename = (card: Card, name: string): Promise<void> =>
  tried(async () => {
    await patch(`/drawings/${card.id}`, { name });
    await load();
  });
const duplicate = (card: Card): Promise<void> =>
  tried(async () => {
    await post(`/drawings/${card.id}/duplicate`);
    await load();
  });
const restore = (card: Card): Promise<void> =>
  tried(async () => {
    await post(`/drawings/${card.id}/restore`);
    await load();
  });
const discard = (card: Card): Promise<void> =>
  tried(async () => {
    await remove(`/drawings/${card.id}`);
    await load();
    toast.tell(`“${card.name}” was deleted.`, { label: "Undo", run: () => void restore(card) });
  });

async function signOut(): Promise<void> {
  await tried(person.signOut);
  await router.push("/sign-in");
}

onMounted(load);
watch(find, load);
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
  <main class="page">
    <div class="top">
      <h1>
        Drawings <span class="count">{{ cards.length }}</span>
      </h1>
      <InputText v-model="find" size="small" placeholder="Find by name" aria-label="Find by name" />
      <Button size="small" label="New sheet" data-testid="new-sheet" @click="making = true" />
    </div>
    <div v-if="cards.length > 0" class="cards">
      <DrawingCard
        v-for="card in cards"
        :key="card.id"
        :card="card"
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
.empty {
  padding: 80px 0;
  text-align: center;
  color: var(--quiet);
}
</style>
