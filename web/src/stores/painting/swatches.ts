// The swatches of the drawing: keep colours, use them, take them in and send them out.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref } from "vue";
import { ApiError, get } from "../../api/client";
import type { NamedColour, PaletteKind, Swatch } from "../../api/types";
import { core } from "../../core";
import { newId } from "../../api/ids";
import { useDocument } from "../board/document";
import { useEdits } from "../board/edits";
import { useSelection } from "../board/selection";
import { saved } from "../../lib/download";
import { useSampling } from "./sampling";
import { useNewItems } from "./newitems";
import { useNotices } from "../../session/notices";

/** Characters of a file: longer ones are no palettes. */
const LONGEST = 1_000_000;

export const useSwatches = defineDrawingStore("swatches", () => {
  const doc = useDocument();
  const edits = useEdits();
  const selection = useSelection();
  const newItems = useNewItems();
  const sampling = useSampling();
  const notices = useNotices();
  /** The swatch whose numbers show in the Readout. */
  const chosen = ref<string | null>(null);
  const all = computed(() => doc.sheet.swatches);
  const one = computed<Swatch | null>(() => all.value.find((s) => s.id === chosen.value) ?? null);

  const prefix = (): string => newId().slice(0, 30);
  const keep = (colours: NamedColour[]): void =>
    edits.commit({ kind: "add_swatches", prefix: prefix(), colours });
  const keepPlain = (colours: readonly string[]): void =>
    keep(colours.map((colour) => ({ name: colour, colour })));
  const keepOfItems = (): void =>
    edits.commit({ kind: "swatches_of_items", items: selection.selected, prefix: prefix() });

  /** To the fill of what is selected, or its stroke; with nothing selected, of what is drawn next. */
  function use(swatch: Swatch, to: "fill" | "stroke"): void {
    chosen.value = swatch.id;
    const colour = { swatch: swatch.id, colour: swatch.colour };
    const items = selection.selected;
    if (items.length === 0) newItems.ink(to, colour);
    else if (to === "fill") edits.commit({ kind: "set_fill", items, colour });
    else sampling.giveColour(colour, "stroke");
  }

  async function tried(work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
    }
  }
  const ofReference = (reference: string): Promise<void> =>
    tried(async () => {
      const found = await get<{ colours: string[] }>(
        `/drawings/${doc.id}/references/${reference}/colours`,
      );
      if (found.colours.length > 0) keepPlain(found.colours);
      else notices.tell("That picture has no visible colours.");
    });
  const takeIn = (file: File): Promise<void> =>
    tried(async () => {
      const text = file.size > LONGEST ? " ".repeat(LONGEST + 1) : await file.text();
      const found = await core.palette(text);
      keep(found.colours);
      if (found.message) notices.tell(found.message);
    });
  const sendOut = (kind: PaletteKind): Promise<void> =>
    tried(async () => {
      const type = kind === "css" ? "text/css" : "application/json";
      const name = `${doc.name || "swatches"}.${kind === "css" ? "css" : "tokens.json"}`;
      saved(name, await core.written(kind), type);
    });

  return { chosen, all, one, keep, keepPlain, keepOfItems, use, ofReference, takeIn, sendOut };
});
