<script setup lang="ts">
// The reference as bright as it is, over a part of the canvas: one half of it, at the same zoom and
// place; what lies left of an edge that is dragged; or all, while a key is held.
import { computed } from "vue";
import { useDocument } from "../../stores/board/document";
import { useComparing } from "../../stores/display/comparing";
import { useTools } from "../../tools/tools";
import { useView } from "../../stores/display/view";
import ReferenceLayer from "./ReferenceLayer.vue";

const doc = useDocument();
const comparing = useComparing();
const tools = useTools();
const view = useView();

const shown = computed(() => comparing.alone || comparing.mode !== "off");
const half = computed(() => view.size[0] / 2);
const edge = computed(() => view.size[0] * comparing.edge);
/** Left and right of the part that shows the picture. */
const part = computed<[number, number]>(() => {
  if (comparing.alone) return [0, view.size[0]];
  return comparing.mode === "beside" ? [half.value, view.size[0]] : [0, edge.value];
});
const shift = computed(() => (!comparing.alone && comparing.mode === "beside" ? half.value : 0));
/** Where the pointer is in the other half. */
const twin = computed(() => {
  const pointer = tools.pointer;
  return pointer && shift.value > 0 && pointer[0] < half.value ? pointer : null;
});

function down(event: PointerEvent): void {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  event.stopPropagation();
}
function move(event: PointerEvent): void {
  const mark = event.currentTarget as SVGElement;
  if (!mark.hasPointerCapture(event.pointerId)) return;
  event.stopPropagation();
  const left = mark.ownerSVGElement?.getBoundingClientRect().left ?? 0;
  comparing.moveEdge(event.clientX - left);
}
function key(event: KeyboardEvent): void {
  const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
  if (!step) return;
  event.preventDefault();
  event.stopPropagation();
  comparing.moveEdge(edge.value + step * (event.shiftKey ? 50 : 5));
}
</script>

<template>
  <g v-if="shown && comparing.possible" data-testid="compared">
    <clipPath id="compared-part">
      <rect :x="part[0]" y="0" :width="part[1] - part[0]" :height="view.size[1]" />
    </clipPath>
    <g clip-path="url(#compared-part)" class="picture">
      <rect :x="part[0]" y="0" :width="part[1] - part[0]" :height="view.size[1]" class="desk" />
      <g :transform="`translate(${shift} 0) ${view.transform}`">
        <rect
          class="sheet"
          :width="doc.sheet.width"
          :height="doc.sheet.height"
          :fill="doc.sheet.colour ?? '#ffffff'"
        />
        <ReferenceLayer alone />
      </g>
      <path
        v-if="twin"
        class="twin"
        data-testid="twin-pointer"
        :d="`M${twin[0] + shift - 9} ${twin[1]}h18M${twin[0] + shift} ${twin[1] - 9}v18`"
      />
    </g>
    <template v-if="!comparing.alone && comparing.mode === 'beside'">
      <line class="seam" :x1="half" :x2="half" y1="0" :y2="view.size[1]" />
      <rect
        class="reach"
        :x="half"
        y="0"
        :width="half"
        :height="view.size[1]"
        @pointerdown.stop
        @dblclick.stop
      />
    </template>
    <g
      v-if="!comparing.alone && comparing.mode === 'swept'"
      class="edge"
      role="slider"
      tabindex="0"
      aria-label="Edge of the reference"
      :aria-valuenow="Math.round(comparing.edge * 100)"
      aria-valuemin="2"
      aria-valuemax="98"
      data-testid="compare-edge"
      @pointerdown="down"
      @pointermove="move"
      @keydown="key"
    >
      <line :x1="edge" :x2="edge" y1="0" :y2="view.size[1]" />
      <path :d="`M${edge - 5} ${view.size[1] / 2 - 8}v16M${edge + 5} ${view.size[1] / 2 - 8}v16`" />
      <rect :x="edge - 8" y="0" width="16" :height="view.size[1]" class="reach" />
    </g>
  </g>
</template>

<style scoped>
.picture {
  pointer-events: none;
}
.desk {
  fill: var(--desk);
}
.seam,
.edge line,
.edge path {
  stroke: var(--mark-construction);
  stroke-width: 1.4px;
}
.twin {
  stroke: var(--mark-touched);
  stroke-width: 1.4px;
}
.edge {
  cursor: ew-resize;
}
.edge:focus-visible line {
  stroke: var(--mark-active);
  stroke-width: 3px;
}
.edge {
  outline: none;
}
.reach {
  fill: transparent;
}
</style>
