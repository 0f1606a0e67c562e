<script setup lang="ts">
// What can be done with the shelf, with one of its trays, and with what was chosen there.
import InputText from "primevue/inputtext";
import { computed, ref } from "vue";
import type { ShelfEntry } from "../../api/types";
import { useSelection } from "../../stores/board/selection";
import { usePlacement } from "../../stores/library/placement";
import { useShelf } from "../../stores/library/shelf";
import { useNewItems } from "../../stores/painting/newitems";
import { useCatalogue } from "../../stores/display/catalogue";
import { byName } from "./shelved";

const SETTINGS = "My presets";
const OUTLINES = "My outlines";
/** Trays that come with the program; what is kept goes into one of one's own. */
const READY = new Set(["Built in", "Luthier's outlines"]);

const props = defineProps<{ entry: ShelfEntry | null; tray: string | null }>();
const emit = defineEmits<{ show: [tray: string, made: number | null] }>();
const selectionStore = useSelection();
const placement = usePlacement();
const shelf = useShelf();
const newItems = useNewItems();
const catalogue = useCatalogue();
const file = ref<HTMLInputElement | null>(null);

const some = computed(() => selectionStore.selected.length > 0);
const shape = computed(() => {
  const [one, ...more] = selectionStore.selectedItems;
  return one && more.length === 0 && catalogue.shape(one.type) ? one : null;
});
const outline = computed(() => (props.entry?.kind === "outline" ? props.entry : null));
const places = computed(() => [...new Set([...shelf.trays, SETTINGS, OUTLINES])]);
const own = (otherwise: string): string =>
  props.tray && !READY.has(props.tray) ? props.tray : otherwise;

async function keepDials(): Promise<void> {
  const from = shape.value;
  if (!from) return;
  const dials = Object.fromEntries(
    selectionStore.savedMarks.dials.flatMap((d) => (d.value == null ? [] : [[d.dial, d.value]])),
  ) as Record<string, number>;
  const tray = own(SETTINGS);
  const name = shelf.freeName(tray, from.name);
  if (await shelf.keep({ tray, name, shape: from.type, dials })) {
    const made = shelf.entries.find((e) => e.tray === tray && e.name === name);
    emit("show", tray, made?.id ?? null);
  }
}
async function keepItems(of: ShelfEntry | null): Promise<void> {
  const made = await shelf.keepItems(of?.tray ?? own(OUTLINES), of);
  if (made) emit("show", made.tray, made.id);
}
/** To another tray, which is then shown with it; an empty name changes nothing. */
async function move(e: ShelfEntry, to: string): Promise<void> {
  const tray = to.trim();
  if (tray !== "" && (await shelf.change(e, { tray }))) emit("show", tray, e.id);
}
function sort(): void {
  const row = byName(shelf.entries.filter((e) => e.tray === props.tray));
  if (row.length > 1) void shelf.order(row, true);
}
const sendSymbols = (): Promise<void> => shelf.sendSymbols(props.tray ?? "");
function picked(event: Event): void {
  const input = event.target as HTMLInputElement;
  const [first] = input.files ?? [];
  if (first) void shelf.takeIn(first, own(OUTLINES));
  input.value = "";
}
</script>

<template>
  <button
    class="row-button act"
    :disabled="!some"
    title="Saved with a name, to be placed again like a shape"
    data-testid="add-to-shelf"
    @click="keepItems(null)"
  >
    Add selection to shelf
  </button>
  <button class="row-button act" :disabled="!shape" data-testid="save-preset" @click="keepDials">
    Save as preset
  </button>
  <template v-if="outline">
    <button
      class="row-button act"
      :disabled="!some"
      title="The selection replaces it; linked copies follow"
      @click="shelf.replace(outline)"
    >
      Replace with selection
    </button>
    <button
      class="row-button act"
      :disabled="!some"
      title="Saves the selection beside it, for comparison"
      @click="keepItems(outline)"
    >
      Save as variation
    </button>
    <button class="row-button act" @click="placement.compared = outline.id">
      Compare variations…
    </button>
  </template>
  <button
    v-else-if="entry"
    class="row-button act"
    @click="newItems.startWith(entry.shape, entry.dials)"
  >
    Use for new items
  </button>
  <template v-if="entry">
    <button class="row-button act" @click="shelf.take(entry)">Delete</button>
    <label class="to">
      Tray
      <InputText
        size="small"
        :model-value="entry.tray"
        list="trays"
        aria-label="Tray"
        title="Type another tray to move it there"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
        @change="move(entry, ($event.target as HTMLInputElement).value)"
      />
    </label>
    <datalist id="trays">
      <option v-for="t in places" :key="t" :value="t" />
    </datalist>
  </template>
  <template v-else>
    <button
      class="row-button act"
      :class="{ active: shelf.alike }"
      :disabled="!some && !shelf.alike"
      :aria-pressed="shelf.alike !== null"
      title="Sorts all outlines of the shelf by similarity"
      @click="shelf.lookAlike"
    >
      Find similar
    </button>
    <button class="row-button act" :disabled="!tray" @click="sort">Sort by name</button>
    <button class="row-button act" :disabled="!tray" @click="shelf.sendOut(tray)">
      Export tray
    </button>
    <button class="row-button act" :disabled="!tray" @click="sendSymbols">
      Export SVG symbols
    </button>
    <button class="row-button act" @click="shelf.sendOut(null)">Export shelf</button>
    <button class="row-button act" @click="file?.click()">Import…</button>
  </template>
  <input
    ref="file"
    type="file"
    accept=".json,.svg,application/json,image/svg+xml"
    hidden
    data-testid="shelf-file"
    @change="picked"
  />
</template>

<style scoped>
.act.active {
  background: var(--tint);
  font-weight: 600;
}
.to {
  display: flex;
  gap: 6px;
  align-items: center;
  padding: 0 8px;
  color: var(--quiet);
}
.to input {
  width: 100%;
  min-width: 0;
  padding-block: 0;
}
</style>
