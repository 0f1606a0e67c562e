<script setup lang="ts">
// The sheet and what lies on it; turns pointer events into calls of the tool in the hand.
import { computed, onBeforeUnmount, onMounted, ref } from "vue";
import type { Point } from "../api/types";
import { ROOT } from "../core/tree";
import { useDocument } from "../stores/board/document";
import { useHistory } from "../stores/board/history";
import { useComparing } from "../stores/display/comparing";
import { useDisplay } from "../stores/display/display";
import { useTools } from "../tools/tools";
import { useView } from "../stores/display/view";
import CompareChip from "./layers/CompareChip.vue";
import CompareLayer from "./layers/CompareLayer.vue";
import CombDial from "./pegs/CombDial.vue";
import ExactPanel from "./pointer/ExactPanel.vue";
import CueLayer from "./layers/CueLayer.vue";
import DragBox from "./pointer/DragBox.vue";
import GuideLayer from "./layers/GuideLayer.vue";
import ContainerNode from "./layers/ContainerNode.vue";
import LoupeGlass from "./pointer/LoupeGlass.vue";
import MarkLayer from "./layers/MarkLayer.vue";
import PileList from "./pointer/PileList.vue";
import PointerBubble from "./pointer/PointerBubble.vue";
import SampleGlass from "./pointer/SampleGlass.vue";
import RulerBars from "./layers/RulerBars.vue";
import SizePreview from "./layers/SizePreview.vue";
import ReferenceLayer from "./layers/ReferenceLayer.vue";
import CrosshairMark from "./pointer/CrosshairMark.vue";
import PositionPanel from "./pointer/PositionPanel.vue";
import ItemCatch from "./raster/ItemCatch.vue";
import LargeDrawing from "./raster/LargeDrawing.vue";
import { useRaster } from "./raster/raster";
import { useMarksInSight } from "./pointer/marksinsight";
import { useMoving } from "./pointer/moving";
import { useCanvasPointer } from "./pointer/pointer";

const doc = useDocument();
const history = useHistory();
const raster = useRaster();
const view = useView();
const tools = useTools();
const display = useDisplay();
const svg = ref<SVGSVGElement | null>(null);
const comparing = useComparing();
/** One traces on the picture that is swept over the drawing: marks lie above it. */
const swept = computed(() => comparing.mode === "swept" && !comparing.alone);
const hand = useCanvasPointer(svg);
useMoving(svg);
useMarksInSight(svg);
/** It was pressed: whoever works by the pointer needs no ring around the canvas. */
const byPointer = ref(false);
function press(event: PointerEvent): void {
  byPointer.value = true;
  hand.down(event);
}
/** A form on the canvas is done with: the keys go to the canvas again. */
const takeKeys = (): void => svg.value?.focus({ preventScroll: true });
const printing = computed(() => display.view === "Print");
const pickable = computed(() =>
  ["select", "anchors", "corners", "cut", "brush", "text"].includes(tools.active),
);

let watcher: ResizeObserver | null = null;
let shownFirst = false;
onMounted(() => {
  watcher = new ResizeObserver(([entry]) => {
    if (!entry) return;
    const old = view.size;
    view.size = [entry.contentRect.width, entry.contentRect.height] as Point;
    if (!shownFirst) {
      shownFirst = true;
      view.fitSheet(doc.sheet);
    } else view.pan([(view.size[0] - old[0]) / 2, (view.size[1] - old[1]) / 2]);
  });
  if (svg.value) watcher.observe(svg.value);
  if (document.activeElement === document.body) takeKeys();
});
onBeforeUnmount(() => watcher?.disconnect());
</script>

<template>
  <main class="canvas" aria-label="Canvas">
    <svg
      ref="svg"
      class="surface"
      :class="{ 'by-pointer': byPointer }"
      tabindex="0"
      role="application"
      :aria-label="`Canvas: ${doc.name}`"
      aria-describedby="canvas-keys"
      data-testid="canvas"
      :style="{ cursor: hand.cursor.value }"
      @pointerdown="press"
      @blur="byPointer = false"
      @pointermove="hand.move"
      @pointerup="hand.up"
      @pointercancel="hand.cancel"
      @lostpointercapture="hand.lost"
      @pointerleave="hand.leave"
      @dblclick="hand.double"
      @wheel.prevent="hand.wheel"
      @contextmenu="hand.menu"
    >
      <clipPath id="sheet-edge">
        <rect :width="doc.sheet.width" :height="doc.sheet.height" />
      </clipPath>
      <g
        id="on-the-sheet"
        :transform="view.transform"
        :class="display.view.toLowerCase()"
        :clip-path="printing ? 'url(#sheet-edge)' : undefined"
      >
        <g id="under-the-drawing">
          <rect
            class="sheet"
            :width="doc.sheet.width"
            :height="doc.sheet.height"
            :fill="doc.sheet.colour ?? '#ffffff'"
            vector-effect="non-scaling-stroke"
          />
          <ReferenceLayer v-if="!printing" />
        </g>
        <LargeDrawing
          v-if="raster.active"
          :pickable="pickable"
          :plain="display.view === 'Wireframe'"
        />
        <g v-else id="drawn-on-the-sheet">
          <ContainerNode
            v-for="id in doc.tree.in(ROOT)"
            :id="id"
            :key="id"
            :pickable="pickable"
            :plain="display.view === 'Wireframe'"
          />
        </g>
      </g>
      <ItemCatch v-if="raster.active" :pickable="pickable" />
      <defs v-if="display.sizes && display.view === 'Wireframe' && !raster.active">
        <!-- What the window of sizes shows is painted, whatever the view. -->
        <g id="painted-on-the-sheet">
          <ContainerNode
            v-for="id in doc.tree.in(ROOT)"
            :id="id"
            :key="id"
            :pickable="pickable"
            :plain="false"
          />
        </g>
      </defs>
      <CompareLayer v-if="!printing && swept" />
      <template v-if="!printing && !display.marksHidden && !history.before">
        <GuideLayer />
        <MarkLayer />
        <CueLayer />
      </template>
      <CompareLayer v-if="!printing && !swept" />
      <LoupeGlass v-if="display.loupe" />
      <SampleGlass v-if="tools.active === 'sample'" />
      <CrosshairMark />
      <DragBox v-if="tools.box" :corners="tools.box" />
      <RulerBars />
    </svg>
    <SizePreview v-if="display.sizes" />
    <CombDial />
    <CompareChip v-if="!printing" />
    <PointerBubble />
    <PileList />
    <ExactPanel @left="takeKeys" />
    <PositionPanel @left="takeKeys" />
    <p id="canvas-keys" class="unseen">
      Square brackets go through items and anchors, curly brackets through marks; arrows move them.
      With a drawing tool, arrows move a crosshair and Enter presses. Ctrl K finds every action,
      question mark shows all keys, Tab leaves the canvas.
    </p>
  </main>
</template>

<style scoped>
.canvas {
  position: relative;
  overflow: hidden;
  background: var(--desk);
  min-width: 0;
  min-height: 0;
}
.surface:focus,
.surface.by-pointer:focus-visible {
  outline: none;
}
.surface:focus-visible {
  outline: 2px solid var(--active);
  outline-offset: -2px;
}
.surface {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: none;
  user-select: none;
}
#on-the-sheet {
  isolation: isolate;
}
.sheet {
  stroke: var(--hairline);
  stroke-width: 1px;
}
</style>
