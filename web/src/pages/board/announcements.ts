// What the live region says: what is selected now, and what an edit has done. Plain words of values.
import type { AnchorMark, UnitFacts } from "../../api/types";
import { counted } from "../../lib/intl";
import { length } from "../../lib/numbers";

export interface Selected {
  /** What the one item is called, and its type. */
  name: string | null;
  type: string;
  items: number;
  anchors: number;
  /** The one anchor, and how many its path has. */
  anchor: AnchorMark | null;
  of: number;
}

export const positionWords = ([x, y]: readonly [number, number], unit: UnitFacts): string =>
  `x ${length(x, unit)}, y ${length(y, unit)}`;

/** "Body, anchor 3 of 8, smooth, x 68, y 398". */
export function selectionWords(now: Selected, unit: UnitFacts): string {
  if (now.items === 0) return "Nothing selected";
  const what = now.name ?? counted(now.items, "item");
  if (now.anchor) {
    const { index, kind, at } = now.anchor;
    return `${what}, anchor ${index + 1} of ${now.of}, ${kind}, ${positionWords(at, unit)}`;
  }
  if (now.anchors > 0) return `${what}, ${counted(now.anchors, "anchor")} selected`;
  return now.name ? `${what}, ${now.type}` : `${what} selected`;
}

export interface Done {
  undo: string | null;
  redo: string | null;
}

/** What has become of the history: a step was made, undone or redone. */
export function stepWords(before: Done, now: Done): string {
  if (now.redo !== null && now.redo === before.undo) return `Undone: ${now.redo}`;
  if (before.redo !== null && now.undo === before.redo) return `Redone: ${now.undo ?? ""}`;
  if (now.redo === null && now.undo !== null) return now.undo;
  return "";
}
