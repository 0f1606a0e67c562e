<script setup lang="ts">
// The pegs of corners of outlines, on the side along which the radius is dragged.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useSelection } from "../../stores/board/selection";
import { dialText } from "../../lib/numbers";
import { useTools } from "../../tools/tools";
import { useCatalogue } from "../../stores/display/catalogue";
import { useLens } from "../pointer/lens";
import PegBar from "./PegBar.vue";
import { usePegShifts } from "./pegshifts";

const doc = useDocument();
const selection = useSelection();
const tools = useTools();
const catalogue = useCatalogue();
const chosen = computed(() => new Set(selection.anchors.map((a) => a.join(" "))));

const pegs = computed(() =>
  selection.marks.anchors.flatMap((m) => {
    if (!m.corner) return [];
    const { item, contour, index, at } = m;
    const key = `${item} ${contour} ${index}`;
    const hit = JSON.stringify({ what: "anchor", item, contour, index, at });
    const under = tools.hit?.what === "anchor" ? tools.hit : null;
    const hovered = under?.item === item && under.contour === contour && under.index === index;
    const touched = chosen.value.has(key);
    const radius = dialText(m.corner.drawn, "length", catalogue.unit(doc.sheet.unit));
    return [
      { key, corner: m.corner, touched, words: touched || hovered ? radius : null, hit, index },
    ];
  }),
);
/** They step off the anchors and each other. */
const shifts = usePegShifts(
  () => pegs.value.map(({ key, corner }) => ({ dial: key, at: corner.peg, along: corner.along })),
  () => null,
  useLens(),
  () => selection.marks.anchors.map((m) => m.at),
);
</script>

<template>
  <PegBar
    v-for="p in pegs"
    :key="p.key"
    :at="p.corner.peg"
    :along="p.corner.along"
    :shift="shifts.get(p.key)"
    :touched="p.touched"
    :words="p.words"
    :hit="p.hit"
    :testid="`corner-${p.index}`"
  />
</template>
