<script setup lang="ts">
// A button for one edit: the pointer on it shows what it would do, a click keeps it.
import Button from "primevue/button";
import type { Command } from "../api/types";
import { useBoard } from "../stores/board";
import { pointedAt } from "./pointing";

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
function enter(event: PointerEvent): void {
  if (pointedAt(event)) show();
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
    @pointerenter="enter"
    @pointerleave="hide"
    @focus="show"
    @blur="hide"
    @click="keep"
  />
</template>
