<script setup lang="ts">
// The edge of a panel: dragged, or moved by its arrow keys, it makes the panel wider or narrower; a
// double click gives back its first size.
import { ref } from "vue";

const props = defineProps<{
  label: string;
  /** Pixels. */
  size: number;
  least: number;
  most: number;
  first: number;
  /** The side of the panel that it is. */
  side: "left" | "top";
}>();
const emit = defineEmits<{ sized: [size: number] }>();
/** Pixels that an arrow key moves it. */
const STEP = 12;
let from: { at: number; size: number } | null = null;
const drags = ref(false);

const along = (event: PointerEvent): number =>
  props.side === "left" ? event.clientX : event.clientY;
const set = (size: number): void =>
  emit("sized", Math.round(Math.min(props.most, Math.max(props.least, size))));

function down(event: PointerEvent): void {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  from = { at: along(event), size: props.size };
  drags.value = true;
}
function move(event: PointerEvent): void {
  if (from) set(from.size + from.at - along(event));
}
function end(): void {
  from = null;
  drags.value = false;
}
function cancel(): void {
  if (from) set(from.size);
  end();
}
function key(event: KeyboardEvent): void {
  const grows = props.side === "left" ? "ArrowLeft" : "ArrowUp";
  const shrinks = props.side === "left" ? "ArrowRight" : "ArrowDown";
  if (event.key === grows) set(props.size + STEP);
  else if (event.key === shrinks) set(props.size - STEP);
  else if (event.key === "Home") set(props.least);
  else if (event.key === "End") set(props.most);
  else return;
  event.preventDefault();
}
</script>

<template>
  <div
    role="separator"
    tabindex="0"
    class="edge"
    :class="[side, { drags }]"
    :aria-label="label"
    :aria-orientation="side === 'left' ? 'vertical' : 'horizontal'"
    :aria-valuenow="size"
    :aria-valuemin="least"
    :aria-valuemax="most"
    @pointerdown.prevent="down"
    @pointermove="move"
    @pointerup="end"
    @pointercancel="cancel"
    @dblclick="set(first)"
    @keydown="key"
  />
</template>

<style scoped>
.edge {
  position: absolute;
  z-index: 2;
  touch-action: none;
}
.left {
  inset: 0 auto 0 -4px;
  width: 8px;
  cursor: ew-resize;
}
.top {
  inset: -4px 0 auto;
  height: 8px;
  cursor: ns-resize;
}
.edge::after {
  position: absolute;
  content: "";
}
.left::after {
  inset: 0 3px;
}
.top::after {
  inset: 3px 0;
}
.edge:hover::after,
.edge:focus-visible::after,
.drags::after {
  background: var(--active);
}
</style>
