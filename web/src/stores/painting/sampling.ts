// What the Sample colour tool sees, and giving it to what is selected or to what is drawn next.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, shallowRef, watch } from "vue";
import { ApiError } from "../../api/client";
import type { Colour, Point, Sample, Style } from "../../api/types";
import { pixelsAt, type Pixels } from "../../lib/pixels";
import { core } from "../../core";
import { LatestOnly } from "../../lib/latestonly";
import { useDocument } from "../board/document";
import { useEdits } from "../board/edits";
import { useSelection } from "../board/selection";
import { useColours } from "./colours";
import { remember, remembered } from "../../lib/settings";
import { useNewItems } from "./newitems";
import { useNotices } from "../../session/notices";
import { useView } from "../display/view";

export type Gives = "fill" | "stroke" | "style";

/** Pixels wide; the mean of so many is taken. */
export const WIDTHS = [1, 3, 5] as const;
export type Width = (typeof WIDTHS)[number];
/** Screen pixels: how near a thin stroke is met. */
const REACH = 4;

interface Seen {
  colour: string;
  of: Sample["of"] | "reference";
  style: Style | null;
  pixels: Pixels | null;
}

export const useSampling = defineDrawingStore("sampling", () => {
  const doc = useDocument();
  const edits = useEdits();
  const selection = useSelection();
  const view = useView();
  const newItems = useNewItems();
  const colours = useColours();
  const notices = useNotices();
  const width = ref<Width>(WIDTHS.find((w) => w === Number(remembered("sample-width"))) ?? 3);
  watch(width, (now) => remember("sample-width", String(now)));
  const seen = shallowRef<Seen | null>(null);
  let pointed = false;

  async function at(screen: Point, under: boolean): Promise<Seen | null> {
    if (!under) {
      const found = await core.sample(view.toSheet(screen), REACH / view.scale);
      if (found) return { ...found, pixels: null };
    }
    const svg = document.querySelector<SVGSVGElement>("[data-testid='canvas']");
    const pixels = svg && (await pixelsAt(svg, screen, width.value));
    return pixels && { colour: pixels.colour, of: "reference", style: null, pixels };
  }

  const looking = new LatestOnly<[Point, boolean]>(async ([screen, under]) => {
    try {
      const found = await at(screen, under);
      if (pointed) seen.value = found;
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      seen.value = null;
    }
  });
  function look(screen: Point, under: boolean): void {
    pointed = true;
    looking.put([screen, under]);
  }
  function leave(): void {
    pointed = false;
    seen.value = null;
  }

  /** What is given is looked at anew, as the hand may be faster than the answer. */
  async function give(screen: Point, under: boolean, what: Gives): Promise<void> {
    try {
      const found = await at(screen, under);
      seen.value = found;
      if (!found) return notices.tell("Nothing is painted here, so there is no colour to sample.");
      colours.used(found.colour);
      if (what === "style") giveStyle(found.style);
      else giveColour(found.colour, what);
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
    }
  }
  function giveColour(colour: Colour, to: "fill" | "stroke"): void {
    const items = selection.selected;
    if (items.length === 0) newItems.ink(to, colour);
    else if (to === "fill") edits.commit({ kind: "set_fill", items, colour });
    else edits.commit({ kind: "set_stroke", items, colour, stroke: frontStroke(items) });
  }
  /** The number of the stroke in front of the first thing painted, counted from the back. */
  function frontStroke(items: readonly string[]): number {
    const [first] = items.flatMap((i) => (doc.paints(i) ? [i] : doc.tree.drawnIn(i)));
    return Math.max((doc.drawable(first ?? "")?.style.strokes.length ?? 1) - 1, 0);
  }
  function giveStyle(style: Style | null): void {
    const items = selection.selected;
    if (!style) notices.tell("A picture has only a colour. Click an item for its style.");
    else if (items.length === 0) newItems.remembered.style = style;
    else edits.commit({ kind: "apply_style", items, style });
  }

  const words = computed(() => {
    const now = seen.value;
    if (!now) return "";
    return `${now.of === "reference" ? "Reference" : now.of === "fill" ? "Fill" : "Stroke"} ${now.colour}`;
  });
  return { width, seen, words, look, give, giveColour, giveStyle, leave };
});
