<script setup lang="ts">
// A button for one edit: the pointer on it shows what it would do, a click does it.
import Button from "primevue/button";
import type { Command } from "../api/types";
import { useEdits } from "../stores/board/edits";
import { useSelection } from "../stores/board/selection";
import { usePreviewed } from "./previewed";

const props = defineProps<{
  label: string;
  command: Command;
  hint?: string;
  /** The selected anchors are others afterwards. */
  clearsAnchors?: boolean;
  disabled?: boolean;
}>();
const edits = useEdits();
const selection = useSelection();
const { listeners, done } = usePreviewed(() => props.command);

function commit(): void {
  done();
  edits.commit(props.command);
  if (props.clearsAnchors) selection.anchors = [];
}
</script>

<template>
  <Button
    severity="secondary"
    size="small"
    :label="label"
    :title="hint"
    :disabled="disabled"
    v-on="listeners"
    @click="commit"
  />
</template>
