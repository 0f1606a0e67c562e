<script setup lang="ts">
// The keyboard as a picture: the keys of the tools where they lie, then the others.
import Dialog from "primevue/dialog";
import { ROWS } from "../tools/list";
import { useTools } from "../stores/tools";
import { HELD_KEYS } from "./held";

const open = defineModel<boolean>({ required: true });
const LINES = ["1234567890", "QWERTYUIOP", "ASDFGHJKL", "ZXCVBNM"];
const OTHERS: readonly (readonly [string, string])[] = [
  ["Wheel", "zoom at the pointer"],
  ["Shift wheel", "sideways"],
  ["Space", "held: move the sheet"],
  ["V", "next view: Work, Wire, Print"],
  ["Shift V", "the comb: curvature on what is selected"],
  ["5", "compare with the underlay: beside, swept, off"],
  ["6", "the drawing at its actual size, while you draw"],
  ["2 · 3", "trouble spots: the one before, the next; Enter mends"],
  ["Shift G", "all shapes"],
  ["+ −", "one more, one less: sides, points, teeth"],
  ["Shift U", "hide and show underlays"],
  ...HELD_KEYS.map(([key, does]) => [key, `held: ${does}`] as const),
  ["0 · 1 · .", "whole sheet, actual size, selection"],
  ["Ctrl Z", "undo"],
  ["Ctrl Shift Z", "redo"],
  ["Ctrl S", "send out again, as it was sent last"],
  ["Ctrl A", "select all"],
  ["Ctrl I", "invert what is selected"],
  ["Ctrl D", "duplicate"],
  ["Ctrl C · X · V", "copy, cut, paste at the pointer"],
  ["Ctrl Shift V", "paste in its place"],
  ["J", "the last move, turn or size once more"],
  ["P", "the item below; held: the pile listed"],
  ["Alt ↑ ↓", "one step nearer or back; Shift all the way"],
  ["Ctrl G", "group"],
  ["Ctrl Shift G", "take apart"],
  ["Tab", "next item or anchor"],
  ["Ctrl 5", "an anchor on a seam: smooth, a point, free"],
  ["arrows", "nudge; Shift ten times as far"],
  ["Enter", "finish"],
  ["Esc", "leave, or put a drag back"],
  ["Delete", "remove"],
];
/** What the keys that are no tools do, in the room of a key. */
const SHORT: Record<string, string> = {
  V: "next view",
  "0": "all of it",
  "1": "actual size",
  "2": "trouble before",
  "3": "next trouble",
  "4": "picture alone",
  "5": "compare",
  "6": "sizes",
  L: "loupe",
  M: "no marks",
  N: "no cues",
  K: "as marked",
  J: "once more",
  P: "one below",
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
  <Dialog v-model:visible="open" modal header="The keyboard" :style="{ width: '790px' }">
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
