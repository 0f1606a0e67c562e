<script setup lang="ts">
// A button for one edit: the pointer on it shows what it would do, a click keeps it.
import Button from "primevue/button";
import { ref } from "vue";
import type { Command } from "../api/types";
import { useBoard } from "../stores/board";

const props = defineProps<{
  label: string;
  command: Command;
  hint?: string;
  /** The chosen anchors are others afterwards. */
  lets?: boolean;
  disabled?: boolean;
}>();
const board = useBoard();

const show = (): void => board.preview(props.command);
const hide = (): void => board.endPreview();
/** A button that comes to lie under a pointer that rests was not pointed at. */
const pointed = ref(false);
function point(event: PointerEvent): void {
  if (pointed.value || (event.movementX === 0 && event.movementY === 0)) return;
  pointed.value = true;
  show();
}
function leave(): void {
  pointed.value = false;
  hide();
}

function keep(): void {
  board.commit(props.command);
  if (props.lets) board.anchors = [];
}
</script>

<template>
  <Button
    severity="secondary"
    size="small"
    :label="label"
    :title="hint"
    :disabled="disabled"
    @pointermove="point"
    @pointerleave="leave"
    @focus="show"
    @blur="hide"
    @click="keep"
  />
</template>
