// How outlines are offset and strokes become outlines: by how much, how often, with which corners.
import { computed, ref } from "vue";
import type { Command, OffsetEffect } from "../../api/types";
import { useDocument } from "../board/document";
import { useSelection } from "../board/selection";
import { useCatalogue } from "../display/catalogue";
import { defineDrawingStore } from "../perdrawing";

export const useOffsetting = defineDrawingStore("offsetting", () => {
  const doc = useDocument();
  const selection = useSelection();
  const catalogue = useCatalogue();

  const typed = ref<number | null>(null);
  /** Sheet units, two millimetres to begin with. */
  const distance = computed({
    get: () => typed.value ?? 2 * catalogue.unit("mm").size,
    set: (by) => (typed.value = by),
  });
  const count = ref(1);
  const join = ref<OffsetEffect["join"]>("round");
  /** It stays adjustable. */
  const live = ref(true);
  /** Nothing that is selected has a form: paths get parallels, to one side or the other. */
  const paths = computed(() => {
    const painted = selection.selected.flatMap((i) =>
      doc.paints(i) ? [i] : doc.savedTree.drawnIn(i),
    );
    return painted.every((i) => {
      const item = doc.saved(i);
      return item !== undefined && item.open && item.style.fill === null;
    });
  });

  const outline = (stays: boolean): Command => ({
    kind: "strokes_to_outlines",
    items: selection.selected,
    live: stays,
  });
  /** Outward, or inward where the distance is negative. */
  const offset = (by: number): Command => ({
    kind: "offset_items",
    items: selection.selected,
    distance: by,
    count: count.value,
    join: join.value,
    live: live.value,
  });
  return { distance, count, join, live, paths, outline, offset };
});
