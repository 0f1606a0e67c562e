// The trouble spots of what is selected: looked for while the Profile is open, gone through one by
// one, each with the edit that mends it.
import { useCatalogue } from "../display/catalogue";
import { defineDrawingStore } from "../perdrawing";
import { computed, reactive, ref, shallowRef, watch } from "vue";
import { ApiError } from "../../api/client";
import type { TroubleLimits, TroubleSpot, TroubleSpots } from "../../api/types";
import { core } from "../../core";
import { LatestOnly } from "../../lib/latestonly";
import { useCopies } from "../board/copies";
import { useDocument } from "../board/document";
import { useEdits } from "../board/edits";
import { useSelection } from "../board/selection";
import { useDisplay } from "../display/display";
import { remember, rememberedAs } from "../../lib/settings";
import { useNotices } from "../../session/notices";
import { useView } from "../display/view";

const NAMES = ["turn", "corner", "ratio"] as const;
const sound = (value: unknown): value is TroubleLimits =>
  typeof value === "object" &&
  value !== null &&
  NAMES.every((k) => Number((value as Record<string, unknown>)[k]) > 0);
const NONE: TroubleSpots = { spots: [], count: 0, cut: false };
/** Pixels: how far from the edge of the canvas a place is shown. */
const MARGIN = 60;

export const useTroubleSpots = defineDrawingStore("trouble-spots", () => {
  const copies = useCopies();
  const doc = useDocument();
  const edits = useEdits();
  const selection = useSelection();
  const display = useDisplay();
  const notices = useNotices();
  const view = useView();
  const limits = reactive({
    ...rememberedAs("trouble-limits", useCatalogue().limits.troubles as TroubleLimits, sound),
  });
  const found = shallowRef<TroubleSpots>(NONE);
  const refused = ref("");
  /** The number of the spot that one is at; −1: none yet. */
  const number = ref(-1);
  const current = computed<TroubleSpot | undefined>(() => found.value.spots[number.value]);
  /** The step from one spot to the next that waits for the answer. */
  let waits = 0;

  const asking = new LatestOnly<string[]>(async (items) => {
    try {
      const answer = await core.troubles(items, { ...limits });
      if (items.join() !== selection.selected.join() || !display.profile) return;
      [found.value, refused.value] = [answer, ""];
      number.value = Math.min(number.value, answer.spots.length - 1);
      if (waits) step(waits as 1 | -1);
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      [found.value, refused.value] = [NONE, problem.message];
    }
  });

  watch(
    () =>
      [display.profile, selection.selected.join(), doc.version, JSON.stringify(limits)] as const,
    ([open, items], [, before]) => {
      if (items !== before) [found.value, number.value, refused.value] = [NONE, -1, ""];
      if (open && selection.selected.length > 0) asking.put([...selection.selected]);
      else found.value = NONE;
    },
  );
  watch(limits, (now) => remember("trouble-limits", JSON.stringify(now)));

  /** Go to the next spot, or to the one before; the list opens where it is not. */
  function go(direction: 1 | -1): void {
    if (selection.selected.length === 0) {
      notices.tell("Nothing is selected. Select what to check; 3 goes to the next spot.");
      return;
    }
    if (!display.profile) {
      waits = direction;
      display.openLeaf("Profile");
    } else step(direction);
  }

  function step(direction: 1 | -1): void {
    waits = 0;
    const { length } = found.value.spots;
    if (length === 0) return;
    const from = number.value < 0 && direction < 0 ? 0 : number.value;
    at((from + direction + length) % length);
  }

  /** Go to a spot; the sheet is moved where it is out of sight. */
  function at(to: number): void {
    number.value = to;
    const spot = current.value;
    if (!spot) return;
    const [x, y] = view.toScreen(copies.fromOriginal(spot.at as [number, number]));
    const [wide, high] = view.size;
    if (x < MARGIN || y < MARGIN || x > wide - MARGIN || y > high - MARGIN) {
      view.pan([wide / 2 - x, high / 2 - y]);
    }
  }

  /** Do what mends the spot that one is at; false where there is none. */
  function mend(): boolean {
    if (!current.value || !display.profile) return false;
    edits.commit(current.value.command);
    return true;
  }

  return { limits, found, refused, number, current, go, at, mend };
});
