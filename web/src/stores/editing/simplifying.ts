// How outlines are simplified: how far they may move, and which anchors stay in any case.
import { computed, ref } from "vue";
import type { Command } from "../../api/types";
import { useSelection } from "../board/selection";
import { useCatalogue } from "../display/catalogue";
import { defineDrawingStore } from "../perdrawing";

export const useSimplifying = defineDrawingStore("simplifying", () => {
  const selection = useSelection();
  const catalogue = useCatalogue();

  const typed = ref<number | null>(null);
  /** Sheet units, a tenth of a millimetre to begin with. */
  const tolerance = computed({
    get: () => typed.value ?? catalogue.unit("mm").size / 10,
    set: (within) => (typed.value = within),
  });
  const corners = ref(true);
  const extremes = ref(false);
  const items = computed(() =>
    selection.selectedItems.filter((i) => i.type === "outline").map((i) => i.id),
  );
  const simplify = (within: number = tolerance.value): Command => ({
    kind: "simplify_outlines",
    items: items.value,
    tolerance: within,
    corners: corners.value,
    extremes: extremes.value,
  });
  return { tolerance, corners, extremes, items, simplify };
});
