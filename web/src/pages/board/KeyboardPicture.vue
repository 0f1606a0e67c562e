<script setup lang="ts">
// The keyboard as a picture: the keys of the tools where they lie, then the others.
import { sentence } from "../../lib/intl";
import Button from "primevue/button";
import Dialog from "primevue/dialog";
import { computed } from "vue";
import { labelOf } from "../../acts/act";
import { useActContext } from "../../acts/context";
import { capOf, machineCaps } from "../../acts/caps";
import { spoken } from "../../acts/keys";
import { keyOf, singleKeys } from "../../acts/keymap";
import { ACTS } from "../../acts/table";
import { TOOLS } from "../../acts/tools";
import { ROWS } from "../../tools/list";
import { useDisplay } from "../../stores/display/display";
import { useTools } from "../../tools/tools";
import { HELD_KEYS } from "./keys/holdkeys";

const open = defineModel<boolean>({ required: true });
const LINES = ["1234567890", "QWERTYUIOP", "ASDFGHJKL", "ZXCVBNM"];
/** Keys that no act has: what they do hangs on what the hand does. */
const OTHERS: readonly (readonly [string, string])[] = [
  ["Wheel", "zoom at the pointer"],
  ["Shift wheel", "sideways"],
  ["Space", "hold: pan"],
  ...HELD_KEYS.map(([key, effect]) => [key, `hold: ${effect}`] as const),
  ["P", "select the item below; hold: list all under the pointer"],
  ["arrows, Enter", "with a drawing tool: move the crosshair, press"],
  ["Shift Enter", "press and hold: arrows drag, Enter lets go"],
  ["C", "close the path drawn by keys"],
  ["Ctrl 5", "anchor on a seam: smooth, point, free"],
  ["arrows", "nudge; Shift: ten times as far"],
  ["Enter", "finish; fix the trouble spot"],
  ["Esc", "leave, or cancel a drag"],
];
const c = useActContext();
/** Acts with a key that is not in the picture, each with what it is called now. */
const byKey = computed(() =>
  ACTS.flatMap((act) => {
    const keys = keyOf(act) ?? "";
    const elsewhere = keys === "" || keys === "Escape" || /^[A-Z0-9]$/.test(keys);
    return elsewhere ? [] : [[spoken(keys), labelOf(act, c)] as const];
  }),
);
const HELD: Record<string, string> = {
  ...Object.fromEntries(HELD_KEYS.map(([key, effect]) => [key, sentence(effect)])),
  P: "Item below",
};
const tools = useTools();
const display = useDisplay();

const tool = (key: string) =>
  ROWS.find((r) => {
    const made = TOOLS[`tool_${r.name}`];
    return made !== undefined && keyOf(made) === key;
  });
const label = (key: string): string => {
  const act = ACTS.find((a) => keyOf(a) === key);
  return act ? labelOf(act, c) : (HELD[key] ?? "");
};
/** What a key is: of a tool, of the tool in the hand, of something else, or nothing yet. */
const look = (key: string): Record<string, boolean> => ({
  tool: tool(key) !== undefined,
  here: tool(key)?.name === tools.active,
  other: tool(key) === undefined && label(key) !== "",
});

/** A key of a tool takes it up. */
function take(key: string): void {
  const row = tool(key);
  if (!row) return;
  tools.use(row.name);
  open.value = false;
}
</script>

<template>
  <Dialog v-model:visible="open" modal header="Keyboard shortcuts" :style="{ width: '790px' }">
    <div
      v-for="(line, n) in LINES"
      :key="line"
      class="line"
      :style="{ paddingLeft: `${n * 18}px` }"
    >
      <component
        :is="tool(key) ? 'button' : 'span'"
        v-for="key in line"
        :key="key"
        class="key"
        :class="look(key)"
        :aria-pressed="tool(key) ? look(key).here : undefined"
        @click="take(key)"
      >
        <b>{{ capOf(key) }}</b>
        {{ label(key) }}
      </component>
    </div>
    <p v-if="!singleKeys()">Single-key shortcuts are switched off in the settings.</p>
    <Button
      size="small"
      severity="secondary"
      label="Change keys…"
      class="change"
      @click="[open, display.settings] = [false, true]"
    />
    <dl>
      <template v-for="[key, effect] in [...byKey, ...OTHERS]" :key="`${key} ${effect}`">
        <dt>
          <kbd>{{ machineCaps(key) }}</kbd>
        </dt>
        <dd>{{ effect }}</dd>
      </template>
    </dl>
  </Dialog>
</template>

<style scoped>
.line {
  display: flex;
  gap: 4px;
  margin-bottom: 4px;
}
.key {
  font: inherit;
  text-align: left;
  width: 66px;
  min-height: 56px;
  padding: 3px 5px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  font-size: 11px;
  color: var(--quiet);
}
.key b {
  display: block;
}
.tool {
  background: var(--tint);
  color: var(--ink);
  cursor: pointer;
}
.other {
  color: var(--ink);
}
.here {
  background: var(--active);
  color: var(--on-active);
}
dl {
  display: grid;
  grid-template-columns: auto 1fr auto 1fr auto 1fr;
  gap: 4px 10px;
  font-size: 12px;
  margin: 16px 0 0;
}
dd {
  margin: 0;
}
</style>
