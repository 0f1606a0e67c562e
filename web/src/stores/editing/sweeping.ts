// The regions that a sweep can take: asked for while its tool is in the hand, lit up under the
// pointer, and those that the hand has gone across.
import { useCatalogue } from "../display/catalogue";
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, shallowRef, watch } from "vue";
import { ApiError } from "../../api/client";
import type { Command, Point, SweepMarks } from "../../api/types";
import { core } from "../../core";
import { newId } from "../../api/ids";
import { LatestOnly } from "../../lib/latestonly";
import { useActiveContainer } from "../board/activecontainer";
import { useDocument } from "../board/document";
import { useSelection } from "../board/selection";

export const useSweeping = defineDrawingStore("sweeping", () => {
  const container = useActiveContainer();
  const doc = useDocument();
  const selection = useSelection();
  const on = ref(false);
  const gap = ref(useCatalogue().limits.gap_at_first);
  const marks = shallowRef<SweepMarks | null>(null);
  const trouble = ref("");
  /** The region under the pointer, and those gone across, by their numbers. */
  const over = ref<number | null>(null);
  const taken = ref<number[]>([]);
  const removing = ref(false);
  /** Which region a place of the sheet lies in, told by what draws them. */
  const find = shallowRef<((place: Point) => number | null) | null>(null);
  /** What is selected; else all that can be picked. */
  const items = computed(() =>
    selection.selected.length > 0 ? selection.selected : container.pickable(),
  );

  const asking = new LatestOnly<string[]>(async (asked) => {
    try {
      const found = await core.regions(asked, gap.value);
      if (on.value) [marks.value, trouble.value] = [found, ""];
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      [marks.value, trouble.value] = [null, problem.message];
    }
  });

  function ask(): void {
    over.value = null;
    taken.value = [];
    if (on.value) asking.put([...items.value]);
  }

  function enter(): void {
    on.value = true;
    ask();
  }

  function leave(): void {
    on.value = false;
    marks.value = over.value = null;
    taken.value = [];
    trouble.value = "";
  }

  /** Go across some places; a region counts once. */
  function across(places: readonly Point[]): void {
    for (const place of places) {
      const region = find.value?.(place) ?? null;
      if (region !== null && !taken.value.includes(region)) taken.value = [...taken.value, region];
    }
  }

  /** What becomes of what was gone across; null where that is nothing. */
  function swept(): Command | null {
    const places = taken.value.flatMap((n) => {
      const at = marks.value?.regions[n]?.at;
      return at ? [at] : [];
    });
    taken.value = [];
    if (places.length === 0) return null;
    const does = removing.value ? "remove" : "fuse";
    const told = { items: [...items.value], places, item: newId(), gap: gap.value };
    return { kind: "sweep_regions", does, ...told };
  }

  watch(() => [items.value.join(), doc.version, gap.value], ask);

  return {
    on,
    gap,
    marks,
    trouble,
    over,
    taken,
    removing,
    find,
    items,
    enter,
    leave,
    across,
    swept,
  };
});
