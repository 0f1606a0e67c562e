// What is done to the selected items as a whole, by key, in Properties and in menus alike.
import type { Command, Point } from "../api/types";
import { newId } from "../api/ids";
import type { OpenDrawing } from "../stores/board/opendrawing";

type Keep = (command: Command) => void;

/** How far a duplicate stands from its original. */
const BESIDE: Point = [12, 12];

export function remove(open: OpenDrawing, keep: Keep): void {
  const items = open.selection.selected;
  open.selection.select([]);
  keep({ kind: "delete_items", items });
}

export function duplicate(open: OpenDrawing, keep: Keep): void {
  const items = open.selection.selected;
  const copies = items.map(() => newId());
  open.selection.select(copies);
  keep({ kind: "duplicate_items", items, copies, by: BESIDE });
}

export function group(open: OpenDrawing, keep: Keep): void {
  const items = open.selection.selected;
  const made = newId();
  open.selection.select([made]);
  keep({ kind: "group_items", items, group: made });
}

/** The groups and other containers among what is selected. */
export const groupsOf = (open: OpenDrawing): string[] =>
  open.selection.selected.filter((i) => open.doc.tree.holds(i));

/** What can be taken apart of what is selected: containers, and outlines of several contours. */
export const apartOf = (open: OpenDrawing): string[] =>
  open.selection.selected.filter((i) => open.doc.tree.holds(i) || open.doc.drawable(i)?.compound);

/** What taking it apart is called, by what it is. */
export function apartName(open: OpenDrawing): string {
  const types = apartOf(open).map((i) => open.doc.drawable(i)?.type);
  if (types.every((type) => type === "group")) return "Ungroup";
  return types.every((type) => type === "outline") ? "Break apart" : "Separate parts";
}

/** Take groups apart; what they held is selected with the others. */
export function takeApart(open: OpenDrawing, keep: Keep): void {
  if (apartOf(open).length > 0) keep({ kind: "separate_items", items: open.selection.selected });
}
