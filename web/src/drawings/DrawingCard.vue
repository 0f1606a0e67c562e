<script setup lang="ts">
// A drawing on the home page: its live picture, its name and facts, and what can be done with it.
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, nextTick, ref } from "vue";
import type { Card } from "../api/types";
import { shown } from "../stores/numbers";
import { useVocabulary } from "../stores/vocabulary";
import { ago } from "./ago";

const props = defineProps<{ card: Card }>();
const emit = defineEmits<{ rename: [name: string]; duplicate: []; remove: [] }>();
const vocabulary = useVocabulary();
const editing = ref(false);
const name = ref("");
const field = ref<{ $el: HTMLInputElement } | null>(null);

const size = computed(() => {
  const { width = 0, height = 0, unit = "mm" } = props.card.sheet;
  const u = vocabulary.unit(unit);
  return `${shown(width / u.size, 1)} × ${shown(height / u.size, 1)} ${unit}`;
});

async function edit(): Promise<void> {
  name.value = props.card.name;
  editing.value = true;
  await nextTick();
  field.value?.$el.select();
}

function done(keep: boolean): void {
  if (!editing.value) return;
  editing.value = false;
  if (keep && name.value.trim() && name.value !== props.card.name) emit("rename", name.value);
}
</script>

<template>
  <article class="card">
    <RouterLink :to="`/drawings/${card.id}`" class="picture" :aria-label="`Open ${card.name}`">
      <img :src="`/api/drawings/${card.id}/drawing.svg?inline=true&v=${card.version}`" alt="" />
    </RouterLink>
    <div class="line">
      <InputText
        v-if="editing"
        ref="field"
        v-model="name"
        size="small"
        aria-label="Name of the drawing"
        @keydown.enter="done(true)"
        @keydown.esc="done(false)"
        @blur="done(true)"
      />
      <h2 v-else>{{ card.name }}</h2>
      <span class="acts">
        <Button
          text
          size="small"
          icon="pi pi-pencil"
          title="Rename"
          aria-label="Rename"
          @click="edit"
        />
        <Button
          text
          size="small"
          icon="pi pi-clone"
          title="Duplicate"
          aria-label="Duplicate"
          @click="emit('duplicate')"
        />
        <Button
          text
          size="small"
          icon="pi pi-trash"
          title="Delete"
          aria-label="Delete"
          @click="emit('remove')"
        />
      </span>
    </div>
    <p>{{ size }} · {{ ago(card.changed) }}</p>
  </article>
</template>

<style scoped>
.picture {
  display: grid;
  place-items: center;
  height: 156px;
  padding: 10px;
  background: #fff;
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
.picture:hover {
  border-color: var(--active);
}
img {
  width: 100%;
  height: 134px;
  object-fit: contain;
}
.line {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 30px;
  margin-top: 6px;
}
h2 {
  overflow: hidden;
  font-size: 13px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.acts {
  display: flex;
  flex: none;
  opacity: 0.55;
}
.card:hover .acts,
.acts:focus-within {
  opacity: 1;
}
p {
  margin: 0;
  color: var(--quiet);
  font-size: 12px;
}
</style>
