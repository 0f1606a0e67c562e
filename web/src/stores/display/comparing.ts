// The reference beside the drawing: in the other half of the canvas, swept over it by an edge that is
// dragged, or alone while a key is held.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref } from "vue";
import { useDocument } from "../board/document";
import { useNotices } from "../../session/notices";
import { useView } from "./view";

export const MODES = [
  ["off", "Off"],
  ["beside", "Beside"],
  ["swept", "Wipe"],
] as const;
export type Comparing = (typeof MODES)[number][0];

export const useComparing = defineDrawingStore("comparing", () => {
  const doc = useDocument();
  const view = useView();
  const notices = useNotices();
  const chosen = ref<Comparing>("off");
  /** The picture alone, while a key is held. */
  const alone = ref(false);
  /** Where the edge stands, as a part of the canvas's width. */
  const edge = ref(0.5);
  const possible = computed(() => doc.sheet.references.some((u) => !u.hidden));
  const mode = computed<Comparing>(() => (possible.value ? chosen.value : "off"));

  /** Compare in another way; side by side what was in the middle comes into the middle of its half. */
  function compare(to: Comparing): void {
    if (to !== "off" && !possible.value) {
      notices.tell("No reference to compare with. Add a reference, or show it again.");
      return;
    }
    const quarter = view.size[0] / 4;
    if (to === "beside" && chosen.value !== "beside") view.pan([-quarter, 0]);
    if (to !== "beside" && chosen.value === "beside") view.pan([quarter, 0]);
    chosen.value = to;
  }

  function next(): void {
    const at = MODES.findIndex(([name]) => name === mode.value);
    compare(MODES[(at + 1) % MODES.length]?.[0] ?? "off");
  }

  function moveEdge(x: number): void {
    edge.value = Math.min(0.98, Math.max(0.02, x / (view.size[0] || 1)));
  }

  return { mode, alone, edge, possible, compare, next, moveEdge };
});
