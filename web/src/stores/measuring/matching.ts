// The form in an underlay: found by clicks, kept with it; and how well what is selected covers it,
// measured by the server while anything is dragged.
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import { ApiError, post } from "../../api/client";
import type { Command, FoundForm, MatchMark, Point, Underlay } from "../../api/types";
import { LatestOnly } from "../../lib/latestonly";
import { useBoard } from "../board/board";
import { useNotices } from "../../session/notices";

/** Clicked places that are looked around together; of more the last ones. */
const MOST_PLACES = 24;

interface Seeds {
  underlay: string;
  places: Point[];
}

interface Look {
  at: Seeds;
  /** A form that is shown alone is not kept yet. */
  to: "keep" | "show";
}

interface Asked {
  items: string[];
  underlay: string;
  command: Command | null;
}

export const useMatching = defineStore("matching", () => {
  const board = useBoard();
  const notices = useNotices();
  /** How far colours may be from that of a place that was clicked. */
  const tolerance = ref(20);
  const holes = ref(true);
  const tinted = ref(true);
  const finding = ref(false);
  /** The colour of the place that was clicked last. */
  const colour = ref<string | null>(null);
  /** Where was clicked, of which underlay. */
  const seeds = shallowRef<Seeds | null>(null);

  /** The picture that outlines are compared with. */
  const underlay = computed<Underlay | undefined>(() =>
    board.sheet.underlays.find((u) => u.silhouette && !u.hidden),
  );
  const mark = shallowRef<MatchMark | null>(null);
  const refused = ref("");

  function find(of: string, at: Point, besides: boolean): void {
    const before = besides && seeds.value?.underlay === of ? seeds.value.places : [];
    seeds.value = { underlay: of, places: [...before, at].slice(-MOST_PLACES) };
    look();
  }

  let newest: Look | null = null;

  /** Look for the form anew, at all places that were clicked; to keep it, or to show it alone. */
  function look(to: Look["to"] = "keep"): void {
    if (!seeds.value) return;
    finding.value = true;
    newest = { at: seeds.value, to };
    looking.put(newest);
  }

  const looking = new LatestOnly<Look>(async (asked) => {
    const { at, to } = asked;
    const drawing = board.id;
    try {
      const found = await post<FoundForm>(`/drawings/${drawing}/queries/traced-area`, {
        ...at,
        tolerance: tolerance.value,
        holes: holes.value,
      });
      if (drawing !== board.id) return;
      colour.value = found.colour;
      const { silhouette } = found;
      const command: Command = { kind: "set_silhouette", underlay: at.underlay, silhouette };
      if (to === "keep") board.commit(command);
      else if (asked === newest) board.preview(command);
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      if (to === "show" || drawing !== board.id) return;
      board.endPreview();
      notices.tell(problem.message);
    } finally {
      if (asked === newest) finding.value = false;
    }
  });

  watch(
    () => board.id,
    () => {
      looking.drop();
      [seeds.value, colour.value, newest] = [null, null, null];
      finding.value = false;
    },
  );

  const asking = new LatestOnly<Asked>(async (asked) => {
    try {
      const found = await post<MatchMark>(`/drawings/${board.id}/queries/match`, asked);
      if (asked.items.join() !== board.selected.join() || !underlay.value) return;
      [mark.value, refused.value] = [found, ""];
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      [mark.value, refused.value] = [null, problem.message];
    }
  });

  watch(
    () => [board.selected, board.version, underlay.value, board.previewing, board.state] as const,
    ([items, , form, command]) => {
      if (!form || items.length === 0) {
        mark.value = null;
        refused.value = "";
      } else if (command || board.state === "kept")
        asking.put({ items: [...items], underlay: form.id, command });
    },
  );

  return { tolerance, holes, tinted, finding, colour, seeds, underlay, mark, refused, find, look };
});
