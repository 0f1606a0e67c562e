// What a click of the pen would do, by what lies under the pointer.
import type { AnchorKind, AnchorMark, AnchorRef } from "../../api/types";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import type { Hit } from "../tool";

/** The path being drawn; with as many anchors as `turnedAt` it has yet to be turned round. */
export interface Path {
  item: string;
  contour: number;
  turnedAt: number | null;
}

export type Target =
  | { what: "new" }
  | { what: "closes" | "last" | "joins" | "removes" | "rests"; mark: Spot }
  | { what: "changes"; mark: Spot; to: AnchorKind }
  | { what: "continues"; item: string; contour: number; start: boolean; count: number }
  | { what: "adds"; item: string };

export type Spot = Pick<AnchorMark, "item" | "contour" | "index" | "at">;

export const refOf = (mark: Pick<AnchorMark, "item" | "contour" | "index">): AnchorRef => [
  mark.item,
  mark.contour,
  mark.index,
];

interface Around {
  path: Path | null;
  /** How many anchors that path has. */
  count: number;
  turned: boolean;
  alt: boolean;
  open: OpenDrawing;
}

const WORDS: Record<Target["what"], string | null> = {
  new: null,
  closes: "closes",
  last: "straight from here",
  joins: "joins",
  removes: "deletes",
  rests: null,
  changes: null,
  continues: "continues from here",
  adds: "adds",
};

export const wordOf = (target: Target): string | null =>
  target.what === "changes" ? `becomes ${target.to}` : WORDS[target.what];

export function targetOf(hit: Hit | null, around: Around): Target {
  if (hit?.what === "segment") return { what: "adds", item: hit.item };
  if (hit?.what === "end") return onEnd(hit, around.path);
  if (hit?.what !== "anchor") return { what: "new" };
  const mark = around.open.selection.savedMarks.anchors.find(
    (a) => a.item === hit.item && a.contour === hit.contour && a.index === hit.index,
  );
  if (!mark) return { what: "new" };
  if (around.alt) {
    return { what: "changes", mark, to: mark.kind === "corner" ? "smooth" : "corner" };
  }
  const { path, count, turned } = around;
  if (path?.item === mark.item && path.contour === mark.contour) {
    const [first, last] = turned ? [count - 1, 0] : [0, count - 1];
    if (mark.index === last) return { what: "last", mark };
    if (mark.index === first) return { what: "closes", mark };
  } else if (mark.end) {
    const facts = around.open.selection.pathOf(mark.item, mark.contour);
    return onEnd({ ...mark, count: facts?.count ?? 1 }, path);
  }
  return { what: "removes", mark };
}

function onEnd(end: Spot & { count: number }, path: Path | null): Target {
  if (path) return { what: "joins", mark: end };
  const { item, contour, index, count } = end;
  return { what: "continues", item, contour, start: index === 0, count };
}
