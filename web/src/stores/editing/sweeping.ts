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
  /** What is selected; else all that can be picked. With another tool nothing is asked about it. */
  const items = computed(() => {
    if (!on.value) return [];
    return selection.selected.length > 0 ? selection.selected : container.pickable();
  });

  const finding = new LatestOnly<string[]>(async (asked) => {
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
    drop();
    if (on.value) finding.put([...items.value]);
  }

  function enter(): void {
    on.value = true;
    ask();
  }

  function leave(): void {
    on.value = false;
    marks.value = over.value = null;
    drop();
    trouble.value = "";
  }

  /** Counts sweeps and what they are made of: an answer for one of before is not shown. */
  let asked = 0;
  const regionsAt = async (places: readonly Point[]): Promise<(number | null)[]> => {
    const mine = asked;
    try {
      const found = await core.regionsAt([...items.value], gap.value, places);
      return mine === asked && marks.value ? found : [];
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      if (mine === asked) trouble.value = problem.message;
      return [];
    }
  };

  /** Where the pointer is; null: no region is to be lit up. */
  let pointer: Point | null = null;
  const lighting = new LatestOnly<Point>(async (place) => {
    const [found] = await regionsAt([place]);
    over.value = pointer ? (found ?? null) : null;
  });
  /** Light up the region at a place; null: none. */
  function light(place: Point | null): void {
    pointer = marks.value ? place : null;
    if (pointer) lighting.put(pointer);
    else over.value = null;
  }

  /** Places that are still to be asked about, and the asking. */
  let waiting: Point[] = [];
  let asking: Promise<void> | null = null;
  async function askAll(): Promise<void> {
    try {
      while (waiting.length > 0) {
        const places = waiting;
        waiting = [];
        const found = (await regionsAt(places)).filter((n) => n !== null);
        taken.value = [...new Set([...taken.value, ...found])];
      }
    } finally {
      asking = null; // whatever went wrong: the next sweep asks again
    }
  }

  /** Go across some places; a region counts once. */
  function across(places: readonly Point[]): void {
    waiting.push(...places);
    asking ??= askAll();
  }

  /** The sweep was interrupted: nothing comes of it. */
  function drop(): void {
    asked += 1;
    waiting = [];
    taken.value = [];
  }

  /** What becomes of what was gone across, once that is known; null where that is nothing. */
  async function swept(): Promise<Command | null> {
    const operation = removing.value ? "remove" : "fuse";
    await asking;
    const places = taken.value.flatMap((n) => {
      const at = marks.value?.regions[n]?.at;
      return at ? [at] : [];
    });
    taken.value = [];
    if (places.length === 0) return null;
    const wanted = { items: [...items.value], places, item: newId(), gap: gap.value };
    return { kind: "sweep_regions", operation, ...wanted };
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
    items,
    enter,
    leave,
    light,
    across,
    drop,
    swept,
  };
});
