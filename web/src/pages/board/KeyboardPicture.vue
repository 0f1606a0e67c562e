<script setup lang="ts">
// The keyboard as a picture: the keys of the tools where they lie, then the others.
import Dialog from "primevue/dialog";
import { ROWS } from "../../tools/list";
import { useTools } from "../../tools/tools";
import { HELD_KEYS } from "./keys/holdkeys";

const open = defineModel<boolean>({ required: true });
const LINES = ["1234567890", "QWERTYUIOP", "ASDFGHJKL", "ZXCVBNM"];
const OTHERS: readonly (readonly [string, string])[] = [
  ["Wheel", "zoom at the pointer"],
  ["Shift wheel", "sideways"],
  ["Space", "hold: pan"],
  ["V", "next view: Work, Wireframe, Print"],
  ["Shift V", "curvature comb of the selection"],
  ["5", "compare with the reference: beside, wipe, off"],
  ["6", "size preview while you draw"],
  ["2 · 3", "previous, next trouble spot; Enter fixes it"],
  ["Shift G", "all shapes"],
  ["+ −", "one more, one fewer: sides, points, teeth"],
  ["Shift U", "hide or show references"],
  ...HELD_KEYS.map(([key, does]) => [key, `hold: ${does}`] as const),
  ["0 · 1 · .", "fit sheet, actual size, zoom to selection"],
  ["Ctrl Z", "undo"],
  ["Ctrl Shift Z", "redo"],
  ["Ctrl S", "export again with the last settings"],
  ["Ctrl A", "select all"],
  ["Ctrl I", "invert selection"],
  ["Ctrl D", "duplicate"],
  ["Ctrl C · X · V", "copy, cut, paste at the pointer"],
  ["Ctrl Shift V", "paste in place"],
  ["J", "repeat the last transform"],
  ["P", "select the item below; hold: list all under the pointer"],
  ["Alt ↑ ↓", "bring forward, send backward; with Shift to front, to back"],
  ["Ctrl G", "group"],
  ["Ctrl Shift G", "ungroup, break apart, separate parts"],
  ["Tab", "next item or anchor"],
  ["Ctrl 5", "anchor on a seam: smooth, point, free"],
  ["arrows", "nudge; Shift: ten times as far"],
  ["Enter", "finish"],
  ["Esc", "leave, or cancel a drag"],
  ["Delete", "delete"],
];
/** What the keys that are no tools do, in the room of a key. */
const SHORT: Record<string, string> = {
  V: "next view",
  "0": "fit sheet",
  "1": "actual size",
  "2": "previous trouble",
  "3": "next trouble",
  "4": "reference only",
  "5": "compare",
  "6": "size preview",
  L: "loupe",
  M: "hide marks",
  N: "no snapping",
  K: "compare step",
  J: "repeat",
  P: "item below",
};
const tools = useTools();

const tool = (key: string) => ROWS.find((r) => r.key === key);
const label = (key: string): string => tool(key)?.label ?? SHORT[key] ?? "";
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
        <b>{{ key }}</b>
        {{ label(key) }}
      </component>
    </div>
    <dl>
      <template v-for="[key, does] in OTHERS" :key="key">
        <dt>
          <kbd>{{ key }}</kbd>
        </dt>
        <dd>{{ does }}</dd>
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
  grid-template-columns: auto 1fr auto 1fr;
  gap: 6px 12px;
  margin: 16px 0 0;
}
dd {
  margin: 0;
}
</style>
