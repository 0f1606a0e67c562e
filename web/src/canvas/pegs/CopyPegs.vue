<script setup lang="ts">
// The pegs of what is drafted: of copies or of a mirror line; a diamond where something turns.
import { computed } from "vue";
import type { CopyPeg } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { useDrafting } from "../../stores/editing/drafting";
import { dialText } from "../../lib/numbers";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";
import DiamondMark from "../marks/DiamondMark.vue";
import { useLens } from "../pointer/lens";
import PegBar from "./PegBar.vue";
import { usePegShifts } from "./pegshifts";

const doc = useDocument();
const drafting = useDrafting();
const tools = useTools();
const catalogue = useCatalogue();
const view = useLens();

/** They drag a line that mirrors, not copies. */
const line = computed(() => drafting.copies === null);
/** A peg without a way of its own moves any way. */
const free = (peg: CopyPeg): boolean => peg.along.every((part) => part === 0);
const marks = computed(() => {
  const under = tools.dragged ?? tools.hit;
  const unit = catalogue.unit(doc.sheet.unit);
  return drafting.pegs.map((peg) => {
    const touched = under?.what === "copies" && under.peg === peg.name;
    return {
      peg,
      touched,
      words: touched ? `${peg.label} ${dialText(peg.value, peg.unit, unit)}` : null,
      hit: JSON.stringify({ what: "copies", peg: peg.name, at: peg.at }),
      testid: `copies-${peg.name}`,
    };
  });
});
const shifts = usePegShifts(
  () =>
    line.value ? [] : drafting.pegs.filter((p) => !free(p)).map((p) => ({ ...p, dial: p.name })),
  () => null,
  view,
  () => drafting.pegs.filter(free).map((p) => p.at),
);
</script>

<template>
  <template v-for="{ peg, ...mark } in marks" :key="peg.name">
    <DiamondMark
      v-if="free(peg)"
      v-bind="mark"
      :at="view.toScreen(peg.at)"
      :data-value="peg.value"
      :plum="line"
    />
    <PegBar
      v-else
      v-bind="mark"
      :at="peg.at"
      :along="peg.along"
      :shift="shifts.get(peg.name)"
      :off="line ? 0 : undefined"
      :plum="line"
    />
  </template>
</template>
