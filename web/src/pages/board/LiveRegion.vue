<script setup lang="ts">
// The one place that a screen reader is told from: what is selected, what an edit did, where the
// crosshair is. What changes quickly is said once it rests.
import { onBeforeUnmount, ref, watch } from "vue";
import { useDocument } from "../../stores/board/document";
import { useHistory } from "../../stores/board/history";
import { useSelection } from "../../stores/board/selection";
import { useCatalogue } from "../../stores/display/catalogue";
import { useChosen } from "../../stores/editing/selectedanchors";
import { useCrosshair } from "../../tools/crosshair";
import { useTools } from "../../tools/tools";
import { positionWords, selectionWords, stepWords, type Done } from "./announcements";

const RESTS = 250;
const history = useHistory();
const selection = useSelection();
const catalogue = useCatalogue();
const crosshair = useCrosshair();
const tools = useTools();
const doc = useDocument();
const anchors = useChosen();
const words = ref("");
/** What is to be said, each kind once. */
const parts = new Map<string, string>();
let rests: number | undefined;

function say(kind: string, text: string): void {
  parts.delete(kind);
  if (text === "") return;
  parts.set(kind, text);
  window.clearTimeout(rests);
  rests = window.setTimeout(() => {
    words.value = [...parts.values()].join(". ");
    parts.clear();
  }, RESTS);
}
const unit = () => catalogue.unit(doc.sheet.unit);

function selectedNow(): string {
  const one = selection.selectedItems.length === 1 ? selection.selectedItems[0] : undefined;
  const anchor = anchors.one.value ?? null;
  return selectionWords(
    {
      name: one?.name ?? null,
      type: one ? catalogue.shapeLabel(one.words ? "text" : one.type) : "",
      items: selection.selected.length,
      anchors: selection.anchors.length,
      anchor,
      of: anchor ? (anchors.contourOf(anchor)?.count ?? 0) : 0,
    },
    unit(),
  );
}
watch(
  () => (tools.pressing ? null : selectedNow()),
  (now) => now !== null && say("selection", now),
);
const steps = (): Done => ({
  undo: history.undo?.name ?? null,
  redo: history.redo?.name ?? null,
});
watch(steps, (now, before) => say("step", stepWords(before, now)));
watch(
  () => crosshair.place,
  (at) => {
    const mark = crosshair.mark ? `${tools.about.text}, ` : "";
    say("crosshair", at ? mark + positionWords(at, unit()) : "");
  },
);
watch(
  () => tools.label,
  (now) => say("tool", now),
);
onBeforeUnmount(() => window.clearTimeout(rests));
</script>

<template>
  <p class="unseen" aria-live="polite" aria-atomic="true" data-testid="live">{{ words }}</p>
</template>
