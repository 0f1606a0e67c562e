<script setup lang="ts">
// The marks of what is selected, on the screen's own scale.
import { computed } from "vue";
import type { AnchorMark as Mark, AnchorRef, Point } from "../../api/types";
import { useCopies } from "../../stores/board/copies";
import { useSelection } from "../../stores/board/selection";
import { useDrafting } from "../../stores/editing/drafting";
import { useDisplay } from "../../stores/display/display";
import { usePainting } from "../../stores/painting/painting";
import { useTools } from "../../tools/tools";
import AnchorMark from "../marks/AnchorMark.vue";
import BalanceLine from "../marks/BalanceLine.vue";
import BrushRing from "../pointer/BrushRing.vue";
import CombLayer from "./CombLayer.vue";
import CopyPegs from "../pegs/CopyPegs.vue";
import CornerPegs from "../pegs/CornerPegs.vue";
import OffsetPeg from "../pegs/OffsetPeg.vue";
import EndMarks from "../marks/EndMarks.vue";
import FrameMark from "../marks/FrameMark.vue";
import GradientMarks from "../marks/GradientMarks.vue";
import InkTrail from "../pointer/InkTrail.vue";
import HandleMark from "../marks/HandleMark.vue";
import LightMarks from "../marks/LightMarks.vue";
import MatchLayer from "./MatchLayer.vue";
import MiterMarks from "../marks/MiterMarks.vue";
import PegMark from "../pegs/PegMark.vue";
import PenWord from "../pointer/PenWord.vue";
import RegionLayer from "./RegionLayer.vue";
import SegmentReach from "../marks/SegmentReach.vue";
import ShadowPegs from "../pegs/ShadowPegs.vue";
import StaysMark from "../marks/StaysMark.vue";
import SymmetryLines from "../marks/SymmetryLines.vue";
import TroubleMarks from "../marks/TroubleMarks.vue";
import TwinLines from "../marks/TwinLines.vue";
import TextPegs from "../pegs/TextPegs.vue";
import { pegPlaces, usePegShifts } from "../pegs/pegshifts";
import { anchorsApart } from "../marks/samespot";
import { showInImage, useLens } from "../pointer/lens";

withDefaults(defineProps<{ /** Not the one in the loupe. */ main?: boolean }>(), { main: true });
const copies = useCopies();
const selection = useSelection();
const shifts = usePegShifts(
  () => selection.marks.pegs,
  () => selection.marks.frame,
  useLens(),
);
const lens = useLens();
/** While something is dragged nothing steps off. */
const apart = computed(() =>
  tools.pressing ? new Map<string, Point>() : anchorsApart(marks.value, (at) => lens.toScreen(at)),
);
const image = showInImage(() => copies.current);
const tools = useTools();
const display = useDisplay();
const drafting = useDrafting();
const painting = usePainting();

const drawing = computed(() => tools.drawing && tools.active === tools.name);
const editing = computed(() => tools.active === "anchors");
const framed = computed(
  () =>
    !drawing.value &&
    !editing.value &&
    !["corners", "sweep", "cut", "brush"].includes(tools.active),
);

/** What a hover would do shows in the form only: the marks under the pointer stay what they are. */
const marks = computed(() =>
  drawing.value && !tools.pressing ? selection.savedMarks.anchors : selection.marks.anchors,
);

const key = (a: Mark): string => `${a.item} ${a.contour} ${a.index}`;
const chosen = computed(() => new Set(selection.anchors.map((a) => a.join(" "))));
/** The anchor that only follows the pointer is not met by it. */
const saved = computed(() => new Set(selection.savedMarks.anchors.map(key)));
const word = (mark: Mark): string | null => {
  const hit = tools.hit;
  const under = hit?.what === "anchor" && hit.item === mark.item && hit.contour === mark.contour;
  return drawing.value && under && hit.index === mark.index ? tools.word : null;
};

/** Of a shape the Corners tool shows the pegs of its corners only. */
const cornerPegs = computed(() => selection.marks.pegs.filter((p) => p.corner));

/** Handles are shown as the designer asks; while drawing, those of the last two anchors. */
const withHandles = computed<Mark[]>(() => {
  const all = marks.value;
  if (drawing.value) return all.slice(-2);
  if (display.handles === "all") return all;
  if (display.handles === "chosen") return all.filter((a) => chosen.value.has(key(a)));
  const near = new Set<string>();
  for (const [item, contour, index] of selection.anchors as AnchorRef[]) {
    const count = selection.pathOf(item, contour)?.count ?? 1;
    for (const i of [index - 1, index, index + 1]) {
      near.add(`${item} ${contour} ${(i + count) % count}`);
    }
  }
  return all.filter((a) => near.has(key(a)));
});
</script>

<template>
  <g class="marks">
    <SymmetryLines />
    <BalanceLine />
    <RegionLayer v-if="main && tools.active === 'sweep'" />
    <EndMarks v-if="drawing" />
    <LightMarks v-if="main && (drawing || editing)" :handled="withHandles" />
    <MatchLayer />
    <g :transform="image">
      <CombLayer />
      <TroubleMarks v-if="display.profile" />
      <template v-if="drawing || editing">
        <SegmentReach />
        <TwinLines v-if="editing" />
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
          v-for="mark in marks"
          :key="key(mark)"
          :mark="mark"
          :chosen="chosen.has(key(mark))"
          :still="drawing && !saved.has(key(mark))"
          :word="word(mark)"
          :shift="apart.get(key(mark))"
        />
      </template>
      <template v-if="tools.active === 'corners'">
        <CornerPegs />
        <PegMark v-for="peg in cornerPegs" :key="peg.dial" :peg="peg" />
        <AnchorMark
          v-for="mark in selection.marks.anchors"
          :key="`c ${key(mark)}`"
          :mark="mark"
          :chosen="chosen.has(key(mark))"
          :still="!mark.corner"
          :word="null"
        />
      </template>
      <StaysMark v-if="framed && selection.marks.frame" />
      <CopyPegs v-if="drafting.draft" />
      <template v-else-if="framed && selection.marks.frame">
        <GradientMarks v-if="painting.gradient" />
        <template v-else>
          <FrameMark :frame="selection.marks.frame" />
          <PegMark
            v-for="peg in selection.marks.pegs"
            :key="peg.dial"
            :peg="peg"
            :shift="shifts.get(peg.dial)"
          />
          <OffsetPeg />
          <TextPegs />
          <MiterMarks />
          <ShadowPegs :stays="pegPlaces(selection.marks.pegs, shifts, lens)" />
        </template>
      </template>
      <InkTrail />
    </g>
    <PenWord />
    <BrushRing v-if="main && tools.active === 'brush'" />
  </g>
</template>
