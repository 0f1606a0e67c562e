<script setup lang="ts">
// The marks of what is selected, on the screen's own scale.
import { computed } from "vue";
import type { AnchorMark as Mark, AnchorRef } from "../api/types";
import { useBoard } from "../stores/board";
import { useTools } from "../stores/tools";
import AnchorMark from "./AnchorMark.vue";
import FrameMark from "./FrameMark.vue";
import HandleMark from "./HandleMark.vue";
import PegMark from "./PegMark.vue";

const board = useBoard();
const tools = useTools();

const drawing = computed(() => tools.name === "pen" || tools.name === "flow");
/** While drawing, the pointer meets the first anchor and the last one that is kept. */
const lastKept = computed(() => {
  const marks = board.marks.anchors;
  return marks.length - (board.previewed.size > 0 && marks.length > 1 ? 2 : 1);
});
const framed = computed(() => !drawing.value && tools.name !== "anchors");
const showsAnchors = computed(() => drawing.value || tools.name === "anchors");

const key = (a: Mark): string => `${a.item} ${a.contour} ${a.index}`;
const chosen = computed(() => new Set(board.anchors.map((a) => a.join(" "))));

/** Handles are shown for the chosen anchors and their neighbours; with the pen, for the last two. */
const withHandles = computed<Mark[]>(() => {
  const all = board.marks.anchors;
  if (drawing.value) return all.slice(-2);
  const near = new Set<string>();
  for (const [item, contour, index] of board.anchors as AnchorRef[]) {
    const count = all.filter((a) => a.item === item && a.contour === contour).length;
    for (const i of [index - 1, index, index + 1]) {
      near.add(`${item} ${contour} ${(i + count) % count}`);
    }
  }
  return all.filter((a) => near.has(key(a)));
});
</script>

<template>
  <g class="marks">
    <template v-if="showsAnchors">
      <template v-for="mark in withHandles" :key="`h ${key(mark)}`">
        <HandleMark
          v-if="mark.into"
          :mark="mark"
          side="into"
          :chosen="chosen.has(key(mark))"
          :still="drawing"
        />
        <HandleMark
          v-if="mark.out"
          :mark="mark"
          side="out"
          :chosen="chosen.has(key(mark))"
          :still="drawing"
        />
      </template>
      <AnchorMark
        v-for="mark in board.marks.anchors"
        :key="key(mark)"
        :mark="mark"
        :chosen="chosen.has(key(mark))"
        :still="drawing && !mark.first && mark.index !== lastKept"
        :closes="drawing && mark.first && tools.closes"
      />
    </template>
    <template v-if="framed && board.marks.frame">
      <FrameMark :frame="board.marks.frame" />
      <PegMark v-for="peg in board.marks.pegs" :key="peg.dial" :peg="peg" />
    </template>
  </g>
</template>
