<script setup lang="ts">
// The key of each act: changed by pressing another one, cleared, reset; clashes are said first.
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import ToggleSwitch from "primevue/toggleswitch";
import { computed, ref } from "vue";
import { labelOf, type Act } from "../../../acts/act";
import { useActContext } from "../../../acts/context";
import { clashes, isChanged, keyOf, keymap, singleKeys, whyNot } from "../../../acts/keymap";
import { pressed, spoken } from "../../../acts/keys";
import { ACTS } from "../../../acts/table";
import { useKeepingKeys } from "./keeping";

const c = useActContext();
const keep = useKeepingKeys();
const find = ref("");
/** The act whose key is being asked for, what is wrong with the pressed one, and who has it. */
const asks = ref<string | null>(null);
const problem = ref("");
const taken = ref<{ act: Act; keys: string; from: Act[] } | null>(null);

const rows = computed(() => {
  const wanted = find.value.trim().toLowerCase();
  return ACTS.map((act) => ({ act, label: labelOf(act, c), key: keyOf(act) })).filter(
    ({ act, label, key }) =>
      `${label} ${act.words} ${act.where} ${key ? spoken(key) : ""}`.toLowerCase().includes(wanted),
  );
});
const changes = computed(() => Object.keys(keymap().keys).length);

function give(act: Act, keys: string | null, from: readonly Act[] = []): void {
  keep((now) => {
    const others = from.map((other) => [other.id, null] as const);
    return { ...now, keys: { ...now.keys, ...Object.fromEntries(others), [act.id]: keys } };
  });
  [asks.value, problem.value, taken.value] = [null, "", null];
}
function reset(act: Act): void {
  keep((now) => ({
    ...now,
    keys: Object.fromEntries(Object.entries(now.keys).filter(([id]) => id !== act.id)),
  }));
}
const resetAll = (): void => keep((now) => ({ ...now, keys: {} }));

function ask(act: Act): void {
  asks.value = asks.value === act.id ? null : act.id;
  [problem.value, taken.value] = ["", null];
}

/** The pressed key is the act's, unless it cannot be or another act has it. */
function key(event: KeyboardEvent, act: Act): void {
  if (asks.value !== act.id) return;
  if (["Shift", "Control", "Alt", "Meta", "Tab"].includes(event.key)) return;
  event.preventDefault();
  event.stopPropagation();
  if (event.key === "Escape") return ask(act);
  const keys = pressed(event);
  problem.value = whyNot(keys) ?? "";
  if (problem.value) return;
  const from = clashes(keys, act, ACTS);
  if (from.length === 0) give(act, keys);
  else taken.value = { act, keys, from };
}
</script>

<template>
  <div class="top">
    <InputText
      v-model="find"
      size="small"
      type="search"
      placeholder="Find an action or a key"
      aria-label="Find an action or a key"
    />
    <label class="single">
      <ToggleSwitch
        :model-value="singleKeys()"
        input-id="single-keys"
        aria-label="Single-key shortcuts"
        @update:model-value="(on) => keep((now) => ({ ...now, single_keys: on }))"
      />
      Single-key shortcuts
    </label>
    <Button
      size="small"
      severity="secondary"
      label="Reset all"
      :disabled="changes === 0"
      @click="resetAll"
    />
  </div>
  <p class="quiet">
    Without single-key shortcuts, letters, digits and signs do nothing by themselves; keys with Ctrl
    or Alt stay.
  </p>
  <p v-if="taken" class="clash" role="alert">
    {{ spoken(taken.keys) }} belongs to {{ taken.from.map((one) => labelOf(one, c)).join(", ") }}.
    <Button
      size="small"
      :label="`Use it for ${labelOf(taken.act, c)}`"
      @click="give(taken.act, taken.keys, taken.from)"
    />
    <Button size="small" severity="secondary" label="Cancel" @click="ask(taken.act)" />
  </p>
  <p v-else-if="problem" class="clash" role="alert">{{ problem }} Press another key.</p>
  <ul class="rows" aria-label="Actions and their keys">
    <li v-for="{ act, label, key: keys } in rows" :key="act.id" :data-testid="`key-of-${act.id}`">
      <span class="label">{{ label }}</span>
      <span class="where">{{ act.where }}</span>
      <button
        class="row-button keys"
        :class="{ asks: asks === act.id }"
        :aria-label="`Key of ${label}: ${keys ? spoken(keys) : 'none'}`"
        :aria-pressed="asks === act.id"
        @click="ask(act)"
        @keydown="key($event, act)"
      >
        {{ asks === act.id ? "Press a key…" : keys ? spoken(keys) : "–" }}
      </button>
      <Button
        size="small"
        severity="secondary"
        label="Clear"
        :aria-label="`Clear the key of ${label}`"
        :disabled="!keys"
        @click="give(act, null)"
      />
      <Button
        size="small"
        severity="secondary"
        label="Reset"
        :aria-label="`Reset the key of ${label}`"
        :disabled="!isChanged(act)"
        @click="reset(act)"
      />
    </li>
  </ul>
  <p v-if="rows.length === 0" class="quiet" role="status">No action or key is called that.</p>
</template>

<style scoped>
.top {
  display: flex;
  gap: 16px;
  align-items: center;
}
.top > :first-child {
  flex: 1;
}
.single {
  display: flex;
  gap: 8px;
  align-items: center;
}
.quiet,
.where {
  color: var(--quiet);
}
.clash {
  display: flex;
  gap: 8px;
  align-items: center;
  margin: 8px 0;
  color: var(--trouble);
}
.rows {
  height: min(440px, 50vh);
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 190px 120px auto auto;
  gap: 8px;
  align-items: center;
  padding: 3px 4px;
  border-top: 1px solid var(--hairline);
}
.label,
.where {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.keys {
  min-height: 26px;
  padding: 0 8px;
  border: 1px solid var(--edge);
  border-radius: 6px;
  background: var(--raised);
  text-align: center;
}
.asks {
  border-color: var(--touched);
  color: var(--touched);
}
</style>
