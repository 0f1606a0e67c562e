<script setup lang="ts">
// A button for one edit: the pointer on it shows what it would do, a click keeps it.
import Button from "primevue/button";
import { onBeforeUnmount } from "vue";
import type { Command } from "../api/types";
import { useEdits } from "../stores/board/edits";
import { usePreview } from "../stores/board/preview";
import { useSelection } from "../stores/board/selection";
import { pointedAt } from "./pointing";

const props = defineProps<{
  label: string;
  command: Command;
  hint?: string;
  /** The chosen anchors are others afterwards. */
  lets?: boolean;
  disabled?: boolean;
}>();
const edits = useEdits();
const preview = usePreview();
const selection = useSelection();

/** It shows what it would do. */
let shows = false;
function show(): void {
  shows = true;
  preview.show(props.command);
}
function hide(): void {
  shows = false;
  preview.end();
}
function enter(event: PointerEvent): void {
  if (pointedAt(event)) show();
}
/** The hand moves on a button that had come to lie under it. */
function move(): void {
  if (!shows) show();
}

// A button that goes while it shows something takes that with it.
onBeforeUnmount(() => {
  if (shows) hide();
});

function keep(): void {
  shows = true; // what it shows is kept now
  edits.commit(props.command);
  if (props.lets) selection.anchors = [];
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
    @pointermove="move"
    @pointerleave="hide"
    @focus="show"
    @blur="hide"
    @click="keep"
  />
</template>
