// The Stack's row of cards: what lies in a place, back to front, with what open containers hold
// after each; and where a card that is dropped comes to lie.
import type { Tree } from "../../core/tree";

export interface Row {
  id: string;
  /** In how many open containers it lies. */
  depth: number;
  holds: boolean;
  open: boolean;
}

/** Where things come to lie: in a container, just in front of an item there or at its back. */
export interface Spot {
  container: string;
  behind: string | null;
}

export function rowsOf(tree: Tree, place: string, open: ReadonlySet<string>): Row[] {
  const rows: Row[] = [];
  const list = (container: string, depth: number): void => {
    for (const id of tree.in(container)) {
      const holds = tree.holds(id);
      rows.push({ id, depth, holds, open: holds && open.has(id) });
      if (holds && open.has(id)) list(id, depth + 1);
    }
  };
  list(place, 0);
  return rows;
}

/** In front of all that a container holds. */
export const frontOf = (tree: Tree, container: string): Spot => ({
  container,
  behind: tree.in(container).at(-1) ?? null,
});

/** The spot beside a card: on its left, on its right, or in it. */
export function spotAt(tree: Tree, row: Row, side: "left" | "in" | "right"): Spot {
  if (side === "in") return frontOf(tree, row.id);
  const container = tree.containerOf(row.id);
  const siblings = tree.in(container);
  if (side === "left") return { container, behind: siblings[siblings.indexOf(row.id) - 1] ?? null };
  return row.open ? { container: row.id, behind: null } : { container, behind: row.id };
}

/** The spot one step back or on in the row it lies in; null at its end. */
export function stepped(tree: Tree, id: string, by: 1 | -1): Spot | null {
  const container = tree.containerOf(id);
  const row = tree.in(container);
  const at = row.indexOf(id);
  if (at + by < 0 || at + by >= row.length) return null;
  return { container, behind: (by > 0 ? row[at + 1] : row[at - 2]) ?? null };
}
