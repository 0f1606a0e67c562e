<script setup lang="ts">
// A setting on the shelf: its shape as a small picture, and its name.
import type { ShelfEntry } from "../api/types";
import NameField from "../board/NameField.vue";

defineProps<{ entry: ShelfEntry; chosen: boolean; hint: string }>();
const emit = defineEmits<{ use: []; renamed: [name: string] }>();
</script>

<template>
  <div class="cell" role="listitem">
    <button
      class="row-button tile"
      :class="{ chosen }"
      :title="hint"
      :data-testid="`setting-${entry.name}`"
      @click="emit('use')"
    >
      <svg viewBox="-2 -2 44 44" aria-hidden="true">
        <path :d="entry.picture" :class="{ open: !entry.picture.includes('Z') }" />
      </svg>
    </button>
    <NameField
      v-slot="{ edit }"
      :name="entry.name"
      label="Name of the setting"
      @renamed="(to: string) => emit('renamed', to)"
    >
      <span class="name" title="Double click to rename" @dblclick="edit">{{ entry.name }}</span>
    </NameField>
  </div>
</template>

<style scoped>
.cell {
  flex: none;
  width: 84px;
}
.tile {
  display: grid;
  place-items: center;
  width: 84px;
  height: 60px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: #fff;
}
.tile.chosen {
  border-color: var(--active);
}
.tile svg {
  width: 52px;
  height: 52px;
}
.tile path {
  fill: #d3ebe7;
  stroke: #1b2924;
  stroke-linejoin: round;
}
.tile path.open {
  fill: none;
}
.name {
  display: block;
  overflow: hidden;
  font-size: 12px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
