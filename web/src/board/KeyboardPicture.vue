<script setup lang="ts">
// The keyboard as a picture: the keys of the tools where they lie, then the others.
import Dialog from "primevue/dialog";
import { ROWS } from "../tools/list";
import { HELD_KEYS } from "./held";

const open = defineModel<boolean>({ required: true });
const LINES = ["1234567890", "QWERTYUIOP", "ASDFGHJKL", "ZXCVBNM"];
const OTHERS: readonly (readonly [string, string])[] = [
  ["Wheel", "zoom at the pointer"],
  ["Shift wheel", "sideways"],
  ["Space", "held: move the sheet"],
  ["V", "next view: Work, Wire, Print"],
  ["Shift G", "all shapes"],
  ["+ −", "one more, one less: sides, points, teeth"],
  ["Shift U", "hide and show underlays"],
  ...HELD_KEYS.map(([key, does]) => [key, `held: ${does}`] as const),
  ["0 · 1 · .", "whole sheet, actual size, selection"],
  ["Ctrl Z", "undo"],
  ["Ctrl Shift Z", "redo"],
  ["Ctrl A", "select all"],
  ["Ctrl D", "duplicate"],
  ["Tab", "next item or anchor"],
  ["arrows", "nudge; Shift ten times as far"],
  ["Enter", "finish"],
  ["Esc", "leave, or put a drag back"],
  ["Delete", "remove"],
];
const label = (key: string): string => ROWS.find((r) => r.key === key)?.label ?? "";
</script>

<template>
  <Dialog v-model:visible="open" modal header="The keyboard" :style="{ width: '760px' }">
    <div
      v-for="(line, n) in LINES"
      :key="line"
      class="line"
      :style="{ paddingLeft: `${n * 18}px` }"
    >
      <span v-for="key in line" :key="key" class="key" :class="{ used: label(key) }">
        <b>{{ key }}</b>
        {{ label(key) }}
      </span>
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
  width: 62px;
  height: 44px;
  padding: 3px 5px;
  border: 1px solid var(--hairline);
  border-radius: 6px;
  font-size: 11px;
  color: var(--quiet);
}
.key b {
  display: block;
}
.used {
  background: var(--tint);
  color: var(--ink);
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
