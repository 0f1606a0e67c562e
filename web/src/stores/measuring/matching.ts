// The form in a reference: found by clicks, kept with it; and how well what is selected covers it,
// measured by the server while anything is dragged.
import { useCatalogue } from "../display/catalogue";
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, shallowRef, watch } from "vue";
import { ApiError, compute, passing } from "../../api/client";
import type { Command, FoundForm, MatchMark, Point, Reference } from "../../api/types";
import { LatestOnly } from "../../lib/latestonly";
import { useDocument } from "../board/document";
import { useEdits } from "../board/edits";
import { usePreview } from "../board/preview";
import { useSelection } from "../board/selection";
import { useNotices } from "../../session/notices";

/** Milliseconds until an answer that was lost is asked for again. */
const AGAIN = 1000;

interface Seeds {
  reference: string;
  places: Point[];
}

interface Look {
  at: Seeds;
  /** A form that is shown alone is not kept yet. */
  to: "keep" | "show";
}

interface Asked {
  items: string[];
  reference: string;
  command: Command | null;
}

export const useMatching = defineDrawingStore("matching", () => {
  const doc = useDocument();
  const edits = useEdits();
  const preview = usePreview();
  const selection = useSelection();
  const notices = useNotices();
  /** How far colours may be from that of a place that was clicked. */
  const tolerance = ref(20);
  const holes = ref(true);
  const tinted = ref(true);
  const finding = ref(false);
  /** The colour of the place that was clicked last. */
  const colour = ref<string | null>(null);
  /** Where was clicked, of which reference. */
  const seeds = shallowRef<Seeds | null>(null);

  /** The picture that outlines are compared with. */
  const reference = computed<Reference | undefined>(() =>
    doc.sheet.references.find((u) => u.traced_area && !u.hidden),
  );
  const mark = shallowRef<MatchMark | null>(null);
  const refused = ref("");

  function find(of: string, at: Point, besides: boolean): void {
    const before = besides && seeds.value?.reference === of ? seeds.value.places : [];
    seeds.value = {
      reference: of,
      places: [...before, at].slice(-useCatalogue().limits.traced_points),
    };
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
    const drawing = doc.id;
    try {
      const found = await compute<FoundForm>(`/drawings/${drawing}/queries/traced-area`, {
        ...at,
        tolerance: tolerance.value,
        holes: holes.value,
      });
      if (drawing !== doc.id) return;
      colour.value = found.colour;
      const { traced_area } = found;
      const command: Command = { kind: "set_traced_area", reference: at.reference, traced_area };
      if (to === "keep") edits.commit(command);
      else if (asked === newest) preview.show(command);
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      if (to === "show" || drawing !== doc.id) return;
      preview.end();
      notices.tell(problem.message);
    } finally {
      if (asked === newest) finding.value = false;
    }
  });

  watch(
    () => doc.id,
    () => {
      looking.drop();
      [seeds.value, colour.value, newest] = [null, null, null];
      finding.value = false;
    },
  );

  let newestAsked: Asked | null = null;
  function ask(asked: Asked): void {
    newestAsked = asked;
    asking.put(asked);
  }
  const asking = new LatestOnly<Asked>(async (asked) => {
    try {
      const found = await compute<MatchMark>(`/drawings/${doc.id}/queries/match`, asked);
      if (asked.items.join() !== selection.selected.join() || !reference.value) return;
      [mark.value, refused.value] = [found, ""];
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      [mark.value, refused.value] = [null, problem.message];
      if (passing(problem)) setTimeout(() => newestAsked === asked && ask(asked), AGAIN);
    }
  });

  watch(
    () =>
      [selection.selected, doc.version, reference.value, preview.previewing, doc.state] as const,
    ([items, , form, command]) => {
      if (!form || items.length === 0) {
        newestAsked = mark.value = null;
        refused.value = "";
      } else if (command || doc.state === "saved")
        ask({ items: [...items], reference: form.id, command });
    },
  );

  return { tolerance, holes, tinted, finding, colour, seeds, reference, mark, refused, find, look };
});
