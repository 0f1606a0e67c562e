// Which paint is open in the Readout: of that one the canvas shows where it lies, so that it can be
// dragged.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, watch } from "vue";
import type { GradientMark } from "../../api/types";
import { useSelection } from "../board/selection";

/** The name of a paint of what is selected. */
export const nameOf = (stroke: number | null): string =>
  stroke === null ? "fill" : `stroke ${stroke}`;

export const usePainting = defineDrawingStore("painting", () => {
  const selection = useSelection();
  /** The name of the paint, or of the effect, that is open. */
  const open = ref<string | null>(null);
  /** Which colour of a gradient is chosen. */
  const stop = ref(0);
  watch(
    () => selection.selected,
    () => (open.value = null),
  );
  watch(open, () => (stop.value = 0));

  const gradient = computed<GradientMark | null>(
    () => selection.marks.gradients.find((g) => nameOf(g.stroke) === open.value) ?? null,
  );
  function toggle(name: string): void {
    open.value = open.value === name ? null : name;
  }
  return { open, stop, gradient, toggle };
});
