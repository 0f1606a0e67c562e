<script setup lang="ts">
// Something on the shelf: its picture and its name. Alt ← and → move it in its tray.
import { computed, ref } from "vue";
import type { ShelfEntry } from "../../api/types";
import NameField from "../../ui/NameField.vue";
import { carries } from "../../lib/pointercarry";
import { carriedEntry, type CarriedEntry } from "./shelved";

const props = defineProps<{ entry: ShelfEntry; chosen: boolean; hint: string }>();
const emit = defineEmits<{
  use: [];
  renamed: [name: string];
  moved: [by: -1 | 1];
  removed: [];
  /** Another one was dropped on it. */
  dropped: [other: number];
}>();
const field = ref<InstanceType<typeof NameField> | null>(null);
const source = computed(
  () =>
    `/api/v1/library/${props.entry.id}/picture.svg?state=${props.entry.key}-${props.entry.state}`,
);

function pressed(event: KeyboardEvent): void {
  if (event.key === "F2") void field.value?.edit();
  else if (event.key === "Delete") emit("removed");
  else if (event.altKey && event.key === "ArrowLeft") emit("moved", -1);
  else if (event.altKey && event.key === "ArrowRight") emit("moved", 1);
  else return;
  event.preventDefault();
  event.stopPropagation();
}
function over(event: Event): void {
  if (carriedEntry() !== null) event.preventDefault();
}
function dropped(): void {
  const other = carriedEntry();
  if (other !== null) emit("dropped", other);
}
</script>

<template>
  <div
    class="cell"
    role="listitem"
    @pointerdown="carries($event, (): CarriedEntry => ({ entry: entry.id }))"
    @carry-over="over"
    @carry-drop.prevent.stop="dropped"
  >
    <button
      class="row-button tile"
      :class="{ chosen }"
      :title="`${hint}. F2 renames, Alt ← → moves, Del deletes.`"
      :aria-label="entry.name"
      :aria-pressed="chosen"
      :data-testid="`${entry.kind === 'setting' ? 'setting' : 'outline'}-${entry.name}`"
      @click="emit('use')"
      @keydown="pressed"
    >
      <svg v-if="entry.kind === 'setting'" viewBox="-2 -2 44 44" aria-hidden="true">
        <path :d="entry.picture" :class="{ open: !entry.picture.includes('Z') }" />
      </svg>
      <img v-else :src="source" alt="" draggable="false" loading="lazy" />
    </button>
    <NameField
      ref="field"
      v-slot="{ edit }"
      :name="entry.name"
      :label="entry.kind === 'setting' ? 'Preset name' : 'Outline name'"
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
  background: var(--tile);
}
.tile.chosen {
  border-color: var(--active);
  box-shadow: inset 0 0 0 1px var(--active);
}
.tile svg,
.tile img {
  width: 74px;
  height: 52px;
  object-fit: contain;
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
