// Which paint is open in the Readout: of that one the canvas shows where it lies, so that it can be
// dragged.
import { defineStore } from "pinia";
import { computed, ref, watch } from "vue";
import type { GradientMark } from "../../api/types";
import { useBoard } from "../board/board";

/** The name of a paint of what is selected. */
export const nameOf = (stroke: number | null): string =>
  stroke === null ? "fill" : `stroke ${stroke}`;

export const usePainting = defineStore("painting", () => {
  const board = useBoard();
  /** The name of the paint, or of the effect, that is open. */
  const open = ref<string | null>(null);
  /** Which colour of a gradient is chosen. */
  const stop = ref(0);
  watch(
    () => board.selected,
    () => (open.value = null),
  );
  watch(open, () => (stop.value = 0));

  const gradient = computed<GradientMark | null>(
    () => board.marks.gradients.find((g) => nameOf(g.stroke) === open.value) ?? null,
  );
  function toggle(name: string): void {
    open.value = open.value === name ? null : name;
  }
  return { open, stop, gradient, toggle };
});
