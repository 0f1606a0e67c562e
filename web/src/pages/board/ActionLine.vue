<script setup lang="ts">
// The line above the canvas: at its left where one draws, at its right what one does most with what is
// selected now. Acts that have no room are left out, from the last on.
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from "vue";
import { useActContext } from "../../acts/context";
import { lineFor } from "../../acts/offers";
import { act } from "../../acts/table";
import { usePanels } from "../../stores/display/panels";
import ActButton from "../../fields/ActButton.vue";
import ContainerPath from "./ContainerPath.vue";

/** So many at the most: more are not taken in at one look. */
const MOST = 9;

const c = useActContext();
const panels = usePanels();
/** Of what is saved: a preview does not move a button from under the pointer. */
const offered = computed(() =>
  lineFor(c)
    .filter((id) => act(id).lacks(c) === null)
    .slice(0, MOST),
);
const previewing = computed(() => c.preview.previewing !== null);
const shown = ref(offered.value);
watch([offered, previewing], ([now, busy]) => {
  if (!busy && now.join() !== shown.value.join()) shown.value = now;
});

const row = ref<HTMLElement | null>(null);
const room = ref(MOST);
/** As many as fit: all are laid out, then those beyond the edge are left out. */
async function fit(): Promise<void> {
  room.value = MOST;
  await nextTick();
  const box = row.value;
  if (!box) return;
  const right = box.getBoundingClientRect().right;
  const buttons = [...box.children];
  const fitting = buttons.findIndex((b) => b.getBoundingClientRect().right > right + 0.5);
  if (fitting >= 0) room.value = fitting;
}
const watcher = new ResizeObserver(() => void fit());
onMounted(() => {
  if (row.value) watcher.observe(row.value);
});
watch(shown, fit);
onBeforeUnmount(() => watcher.disconnect());
</script>

<template>
  <section class="line" aria-label="Action line">
    <button
      v-if="panels.narrow"
      class="row-button side"
      :aria-expanded="panels.over === 'tools'"
      @click="panels.toggle('tools')"
    >
      Tools
    </button>
    <ContainerPath />
    <div ref="row" class="acts" role="toolbar" aria-label="Actions" data-testid="action-line">
      <ActButton v-for="id in shown.slice(0, room)" :key="id" :act="id" small />
    </div>
    <button
      v-if="panels.narrow"
      class="row-button side"
      :aria-expanded="panels.over === 'properties'"
      @click="panels.toggle('properties')"
    >
      Properties
    </button>
  </section>
</template>

<style scoped>
.line {
  display: flex;
  gap: 12px;
  align-items: center;
  min-width: 0;
  overflow: hidden;
  background: var(--panel);
  border-bottom: 1px solid var(--hairline);
}
.side {
  flex: none;
  margin: 0 8px;
  padding: 1px 8px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  background: var(--raised);
  font-size: 12px;
}
.side[aria-expanded="true"] {
  border-color: var(--active);
  background: var(--tint);
  color: var(--active);
}
.acts {
  display: flex;
  flex: 1;
  gap: 3px;
  justify-content: flex-start;
  min-width: 0;
  overflow: hidden;
  padding-right: 8px;
}
.acts > * {
  flex: none;
}
.acts > :first-child {
  margin-left: auto;
}
</style>
