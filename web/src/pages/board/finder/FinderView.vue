<script setup lang="ts">
// The finder: a line in which any act, tool, setting, shape or item is found by what the trade calls it,
// and done; what takes a number takes it behind its name.
import Dialog from "primevue/dialog";
import InputText from "primevue/inputtext";
import { computed, nextTick, ref, shallowRef, watch } from "vue";
import { useActContext } from "../../../acts/context";
import { Finder } from "../../../acts/finding";
import { labelOf } from "../../../acts/act";
import { ApiError } from "../../../api/client";
import { core } from "../../../core";
import { remember, rememberedAs } from "../../../lib/settings";
import { entriesOf, previewOf, rowsFor, type Entry } from "./rows";

const RECENT = "finder-recent";
const MOST_RECENT = 8;
const areIds = (value: unknown): value is string[] =>
  Array.isArray(value) && value.every((v) => typeof v === "string");

const c = useActContext();
const open = computed({
  get: () => c.display.finder,
  set: (on) => {
    c.display.finder = on;
  },
});
const text = ref("");
const finder = shallowRef(new Finder<Entry>([]));
const recent = ref(rememberedAs<string[]>(RECENT, [], areIds));
const found = computed(() => rowsFor(text.value, finder.value, recent.value));
const rows = computed(() => found.value.rows);
/** Each as it shows, worked out once. */
const shown = computed(() =>
  rows.value.map((entry) => ({
    entry,
    missing: entry.missing(),
    word: wordOf(entry),
    hint: hint(entry),
    on: entry.act?.on?.(c) ?? false,
  })),
);
const at = ref(0);
const active = computed<Entry | undefined>(() => rows.value[at.value]);
const unit = computed(() => c.catalogue.unit(c.doc.sheet.unit));
/** The number that was typed, as the core reads it for the row that is active. */
const value = ref<number | undefined>(undefined);
const unread = ref("");
let drafts = false;

watch(open, (on) => {
  // the next key is the board's, whatever the dialog still shows as it goes
  if (!on) (document.activeElement as HTMLElement | null)?.blur();
  if (!on) return;
  if (!c.shelf.loaded) void c.shelf.load().then(prepare);
  prepare();
  text.value = "";
  at.value = 0;
});
function prepare(): void {
  finder.value = new Finder(entriesOf(c));
}
watch(text, () => (at.value = 0));

/** What the active row would do shows on the canvas, with the number as it stands. */
watch([active, () => found.value.query.number], async ([entry, number]) => {
  hide();
  [value.value, unread.value] = [undefined, ""];
  if (!open.value || !entry || text.value === "") return;
  const asked = entry.act?.number;
  if (asked && number !== null) {
    const name = asked.unit === "length" ? unit.value.name : null;
    try {
      const read = await core.read(number.replace(/[°%×]\s*$/u, ""), name, null);
      if (active.value !== entry || found.value.query.number !== number) return;
      value.value = read;
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      if (active.value === entry) unread.value = problem.message;
      return;
    }
  }
  if (open.value) show(entry);
});
function show(entry: Entry): void {
  if (entry.act?.draft && entry.missing() === null && value.value !== undefined) {
    drafts = true;
    entry.act.draft(c, value.value);
    return;
  }
  const command = previewOf(entry, c, value.value);
  if (command) c.preview.offer(command);
}
function hide(): void {
  if (drafts) c.drafting.cancel();
  drafts = false;
  if (c.preview.previewing) c.preview.end();
}

async function choose(entry: Entry | undefined): Promise<void> {
  if (!entry || entry.missing() !== null) return;
  if (entry.act?.number && found.value.query.number !== null && value.value === undefined) return;
  const number = entry.act?.number ? value.value : undefined;
  if (number === undefined && entry.act?.number?.required) {
    text.value = `${entry.label} `; // it waits for the number
    return;
  }
  hide();
  open.value = false;
  await nextTick();
  recent.value = [entry.id, ...recent.value.filter((r) => r !== entry.id)].slice(0, MOST_RECENT);
  remember(RECENT, JSON.stringify(recent.value));
  entry.run(number);
}
function step(by: 1 | -1): void {
  const { length } = rows.value;
  if (length === 0) return;
  at.value = (at.value + by + length) % length;
  void nextTick(() => {
    document.getElementById(`found-${String(at.value)}`)?.scrollIntoView({ block: "nearest" });
  });
}
function key(event: KeyboardEvent): void {
  if (event.key === "ArrowDown") step(1);
  else if (event.key === "ArrowUp") step(-1);
  else if (event.key === "Enter") void choose(active.value);
  else return;
  event.preventDefault();
}
/** Label with the number in it, as it would be done. */
function wordOf(entry: Entry): string {
  const asked = entry.act?.number;
  if (!asked || found.value.query.number === null || !entry.act) return entry.label;
  return `${labelOf(entry.act, c)} ${found.value.query.number}`;
}
const hint = (entry: Entry): string => {
  const asked = entry.act?.number;
  if (!asked || found.value.query.number !== null) return "";
  return `${asked.label.toLowerCase()} ${asked.unit === "length" ? unit.value.name : asked.unit}`;
};
</script>

<template>
  <Dialog
    v-model:visible="open"
    modal
    dismissable-mask
    position="top"
    :show-header="false"
    :pt="{
      root: { 'aria-label': 'Find an action' },
      mask: { class: ['finder-mask', { 'finder-gone': !open }] },
    }"
    class="finder"
    @hide="hide"
  >
    <div class="box">
      <InputText
        v-model="text"
        autofocus
        class="line"
        placeholder="Find an action, a tool, a shape or an item"
        aria-label="Find an action"
        role="combobox"
        aria-expanded="true"
        aria-controls="found"
        aria-autocomplete="list"
        :aria-activedescendant="active ? `found-${at}` : undefined"
        autocomplete="off"
        data-testid="finder"
        @keydown="key"
      />
      <p v-if="unread" class="none" role="alert">{{ unread }}</p>
      <ul v-if="rows.length > 0" id="found" class="rows" role="listbox" aria-label="Found">
        <li
          v-for="({ entry, missing, word, hint: wants, on }, n) in shown"
          :id="`found-${n}`"
          :key="n"
          role="option"
          :aria-selected="n === at"
          :aria-disabled="missing !== null"
          class="row"
          :class="{ active: n === at, cannot: missing !== null }"
          @pointermove="at = n"
          @click="choose(entry)"
        >
          <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true">
            <path v-if="entry.act?.solid" class="solid" :d="entry.act.solid" />
            <path :d="entry.act?.icon ?? ''" />
          </svg>
          <span class="name">
            {{ word }}
            <i v-if="wants">{{ wants }}</i>
          </span>
          <span class="where">{{ missing ?? entry.where }}</span>
          <span v-if="on" class="state">on</span>
          <kbd v-if="entry.keys">{{ entry.keys }}</kbd>
        </li>
      </ul>
      <p v-else class="none" role="status">Nothing is called that. Try another word for it.</p>
    </div>
  </Dialog>
</template>

<style scoped>
.box {
  display: grid;
  gap: 6px;
  padding-top: 14px;
  width: min(620px, 90vw);
}
.line {
  width: 100%;
  font-size: 15px;
}
.rows {
  max-height: min(430px, 60vh);
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
}
.row {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 28px;
  padding: 2px 8px;
  border-radius: 6px;
  cursor: pointer;
}
.row svg {
  flex: none;
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.4;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.solid {
  fill: currentcolor;
  fill-opacity: 0.35;
  stroke: none;
}
.name {
  flex: 1 1 auto;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name i {
  padding-left: 6px;
  color: var(--quiet);
}
.where,
.state {
  flex: none;
  color: var(--quiet);
  font-size: 12px;
}
.active {
  background: var(--tint);
}
.cannot .name {
  color: var(--quiet);
}
.none {
  margin: 4px 8px;
  color: var(--quiet);
}
</style>

<style>
/* what an act would do is seen while one types */
.finder-mask.p-overlay-mask {
  background: transparent;
  animation: none;
}
/* the next press is the canvas's, whatever still shows of it as it goes */
.finder-gone,
.finder-gone * {
  pointer-events: none !important;
}
</style>
