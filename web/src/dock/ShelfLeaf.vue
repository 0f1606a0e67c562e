<script setup lang="ts">
// The shelf: a click applies a setting to the selected shapes, or takes its shape into the hand.
import InputText from "primevue/inputtext";
import { computed, onMounted, ref } from "vue";
import type { ShelfEntry } from "../api/types";
import { useBoard } from "../stores/board";
import { useShelf } from "../stores/shelf";
import { useStarts } from "../stores/starts";
import { useTools } from "../stores/tools";
import { useVocabulary } from "../stores/vocabulary";
import LeafColumns from "./LeafColumns.vue";
import SettingTile from "./SettingTile.vue";

const OWN = "My settings";

const board = useBoard();
const shelf = useShelf();
const starts = useStarts();
const tools = useTools();
const vocabulary = useVocabulary();
const wanted = ref("");
const chosen = ref<number | null>(null);
const file = ref<HTMLInputElement | null>(null);
onMounted(() => void shelf.load());

const tray = computed(() => (shelf.trays.includes(wanted.value) ? wanted.value : shelf.trays[0]));
const here = computed(() => shelf.entries.filter((e) => e.tray === tray.value));
const entry = computed(() => here.value.find((e) => e.id === chosen.value));
const shapes = computed(() => board.selectedItems.filter((i) => vocabulary.shape(i.type)));
const one = computed(() => (board.selectedItems.length === 1 ? shapes.value[0] : undefined));
const places = computed(() => [...new Set([...shelf.trays, OWN])]);

function use(e: ShelfEntry): void {
  chosen.value = e.id;
  if (shapes.value.length > 0) {
    const items = shapes.value.map((s) => s.id);
    board.commit({ kind: "set_dials", items, shape: e.shape, dials: e.dials });
    return;
  }
  starts.startWith(e.shape, e.dials);
  tools.use(e.shape);
}

async function keep(): Promise<void> {
  const shape = one.value;
  if (!shape) return;
  const dials = Object.fromEntries(
    board.keptMarks.dials.flatMap((d) => (d.value == null ? [] : [[d.dial, d.value]])),
  ) as Record<string, number>;
  const into = tray.value && tray.value !== "Ready made" ? tray.value : OWN;
  const label = vocabulary.shapeLabel(shape.type);
  const taken = new Set(shelf.entries.filter((e) => e.tray === into).map((e) => e.name));
  let name = shape.name;
  for (let n = 2; taken.has(name); n += 1) name = `${label} ${n}`;
  if (await shelf.keep({ tray: into, name, shape: shape.type, dials })) {
    wanted.value = into;
    chosen.value = here.value.find((e) => e.name === name)?.id ?? null;
  }
}

/** To another tray, which is then shown with it; an empty name changes nothing. */
async function move(e: ShelfEntry, to: string): Promise<void> {
  if (to.trim() !== "" && (await shelf.move(e, to))) wanted.value = to.trim();
}

function picked(event: Event): void {
  const input = event.target as HTMLInputElement;
  const [first] = input.files ?? [];
  if (first) void shelf.takeIn(first);
  input.value = "";
}
</script>

<template>
  <LeafColumns label="Trays" :kinds="shelf.trays" :shown="tray" @show="(t) => (wanted = t)">
    <p v-if="shelf.loaded && here.length === 0" class="none">
      Nothing is kept yet. Select a shape and press “Keep its dials”.
    </p>
    <SettingTile
      v-for="e in here"
      :key="e.id"
      :entry="e"
      :chosen="e.id === chosen"
      :hint="shapes.length > 0 ? 'Apply to what is selected' : 'Draw a new one with these dials'"
      @use="use(e)"
      @renamed="(to) => shelf.rename(e, to)"
    />
    <template #acts>
      <button class="row-button act" :disabled="!one" data-testid="keep-dials" @click="keep">
        Keep its dials
      </button>
      <template v-if="entry">
        <button class="row-button act" @click="starts.startWith(entry.shape, entry.dials)">
          Start new ones so
        </button>
        <button class="row-button act" @click="shelf.take(entry)">Take off the shelf</button>
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
        <button class="row-button act" @click="shelf.sendOut">Send out as a file</button>
        <button class="row-button act" @click="file?.click()">Take in a file…</button>
      </template>
      <input
        ref="file"
        type="file"
        accept=".json,application/json"
        hidden
        data-testid="shelf-file"
        @change="picked"
      />
    </template>
  </LeafColumns>
</template>

<style scoped>
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
}
</style>
