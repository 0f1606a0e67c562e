<script setup lang="ts">
// What the pointer meets of a large drawing: one field over all of it, which says before any other
// hand asks what lies under the pointer.
import { onBeforeUnmount, onMounted, ref } from "vue";
import { useDocument } from "../../stores/board/document";
import { useView } from "../../stores/display/view";
import { AIM } from "../pointer/aim";
import { useRaster } from "./raster";

const props = defineProps<{ pickable: boolean }>();
const doc = useDocument();
const view = useView();
const raster = useRaster();
const field = ref<SVGRectElement | null>(null);

/** Events of which others ask afterwards what they meet. */
const ASKED = [
  ...["pointerdown", "pointermove", "pointerup", "dblclick", "contextmenu"],
  ...["carry-over", "carry-drop", AIM],
];

/** What else lies under a place: what stays SVG, and where in the order; the reference behind all. */
function below(x: number, y: number): { hit: string; place: number } | null {
  for (const element of document.elementsFromPoint(x, y)) {
    const found = element.closest<SVGElement>("#on-the-sheet [data-hit]");
    if (!found) continue;
    const place = found.closest<SVGElement>("[data-place]")?.dataset["place"];
    return { hit: found.dataset["hit"] ?? "", place: Number(place ?? -1) };
  }
  return null;
}

function look(event: Event): void {
  const { value: element } = field;
  const { clientX, clientY } = event as MouseEvent;
  if (!element) return;
  const box = element.getBoundingClientRect();
  const at = view.toSheet([clientX - box.left, clientY - box.top]);
  const item = props.pickable ? raster.model.at(at, view.scale, doc.free) : null;
  const behind = below(clientX, clientY);
  const own = item && JSON.stringify({ what: "item", item: item.item });
  const hit = behind && (!item || behind.place > item.place) ? behind.hit : own;
  if (hit) element.setAttribute("data-hit", hit);
  else element.removeAttribute("data-hit");
}

onMounted(() => ASKED.forEach((kind) => window.addEventListener(kind, look, true)));
onBeforeUnmount(() => ASKED.forEach((kind) => window.removeEventListener(kind, look, true)));
</script>

<template>
  <rect
    ref="field"
    :width="view.size[0]"
    :height="view.size[1]"
    fill="none"
    pointer-events="all"
    data-testid="item-catch"
  />
</template>
