// What is done to the selected items as a whole, by key, in Properties and in menus alike.
import type { Command, Point } from "../api/types";
import { newId } from "../api/ids";
import type { useBoard } from "../stores/board/board";

type Board = ReturnType<typeof useBoard>;
type Keep = (command: Command) => void;

/** How far a duplicate stands from its original. */
const BESIDE: Point = [12, 12];

export function remove(board: Board, keep: Keep): void {
  const items = board.selected;
  board.select([]);
  keep({ kind: "remove_items", items });
}

export function duplicate(board: Board, keep: Keep): void {
  const items = board.selected;
  const copies = items.map(() => newId());
  board.select(copies);
  keep({ kind: "duplicate_items", items, copies, by: BESIDE });
}

export function group(board: Board, keep: Keep): void {
  const items = board.selected;
  const made = newId();
  board.select([made]);
  keep({ kind: "group_items", items, group: made });
}

/** The groups and other containers among what is selected. */
export const groupsOf = (board: Board): string[] =>
  board.selected.filter((i) => board.tree.holds(i));

/** What can be taken apart of what is selected: containers, and outlines of several contours. */
export const apartOf = (board: Board): string[] =>
  board.selected.filter((i) => board.tree.holds(i) || board.drawable(i)?.compound);

/** What taking it apart is called, by what it is. */
export function apartName(board: Board): string {
  const types = apartOf(board).map((i) => board.drawable(i)?.type);
  if (types.every((type) => type === "group")) return "Ungroup";
  return types.every((type) => type === "outline") ? "Break apart" : "Separate parts";
}

/** Take groups apart; what they held is selected with the others. */
export function takeApart(board: Board, keep: Keep): void {
  const items = apartOf(board);
  if (items.length === 0) return;
  const inside = items.flatMap((g) => board.tree.in(g));
  const others = board.selected.filter((i) => !items.includes(i));
  keep({ kind: "take_apart", items });
  const compound = items.filter((i) => board.drawable(i)?.compound);
  board.select([...others, ...inside, ...compound]);
}
