<script setup lang="ts">
// A leaf of the dock in three columns: what kinds there are, the tiles of one, what can be done.
import { ref } from "vue";

defineProps<{
  kinds: readonly string[];
  shown: string | undefined;
  label: string;
  /** What can be done stands in two columns. */
  actsWide?: boolean;
}>();
const emit = defineEmits<{ show: [kind: string]; dropped: [kind: string] }>();
const tiles = ref<HTMLElement | null>(null);
defineExpose({ toFirst: () => tiles.value?.scrollTo({ left: 0 }) });
</script>

<template>
  <div class="leaf" :class="{ wide: actsWide }">
    <nav class="kinds" :aria-label="label">
      <button
        v-for="kind in kinds"
        :key="kind"
        class="row-button kind"
        :class="{ active: kind === shown }"
        :title="kind"
        @click="emit('show', kind)"
        @carry-over.prevent
        @carry-drop.prevent="emit('dropped', kind)"
      >
        {{ kind }}
      </button>
    </nav>
    <div ref="tiles" class="tiles" role="list"><slot /></div>
    <div class="acts"><slot name="acts" /></div>
  </div>
</template>

<style scoped>
.leaf {
  display: grid;
  grid-template-columns: 132px minmax(0, 1fr) 150px;
  min-height: 0;
}
.wide {
  grid-template-columns: 132px minmax(0, 1fr) 308px;
}
.wide .acts {
  grid-template-columns: 1fr 1fr;
}
.kinds,
.acts {
  display: grid;
  gap: 2px;
  align-content: start;
  padding: 6px;
  overflow-y: auto;
}
.acts {
  padding-block: 4px;
}
.kinds {
  border-right: 1px solid var(--hairline);
}
.kind,
.acts :deep(.act) {
  overflow: hidden;
  min-height: 24px;
  padding: 1px 8px;
  text-align: left;
  text-overflow: ellipsis;
  white-space: nowrap;
  border-radius: 6px;
}
.kind.active {
  background: var(--tint);
  font-weight: 600;
}
.acts :deep(.act) {
  color: var(--active);
}
.acts :deep(.act:disabled) {
  color: var(--quiet);
}
.tiles {
  display: flex;
  gap: 8px;
  padding: 6px;
  overflow-x: auto;
}
.tiles :deep(.none) {
  color: var(--quiet);
}
</style>
