// What is drawn, from back to front: items that are painted as pixels, and between them those that
// stay SVG, each with all that it holds.
import type { Drawable } from "../../api/types";
import { ROOT, type Tree } from "../../core/tree";
import type { Recipe } from "./recipe";

export interface Sequence {
  /** Items that are painted as pixels. */
  order: string[];
  /** Items that stay SVG, by the place in the order before which they lie. */
  standing: Map<number, string[]>;
}

/** Whether a container only shows what it holds, one after the other. */
function isPlain(item: Drawable, wires: boolean): boolean {
  if (item.symmetry || item.assembly) return false;
  if (wires) return true;
  const { finish } = item;
  return !item.filter && !item.mask && finish.opacity >= 1 && finish.blend === "normal";
}

export function sequenceOf(
  tree: Tree,
  of: { item(id: string): Drawable | undefined; recipe(item: Drawable): Recipe | null },
  wires: boolean,
): Sequence {
  const order: string[] = [];
  const standing = new Map<number, string[]>();
  const walk = (container: string): void => {
    for (const id of tree.in(container)) {
      const item = of.item(id);
      if (!item || item.hidden) continue;
      if (tree.holds(id) && isPlain(item, wires)) walk(id);
      else if (!tree.holds(id) && of.recipe(item)) order.push(id);
      else standing.set(order.length, [...(standing.get(order.length) ?? []), id]);
    }
  };
  walk(ROOT);
  return { order, standing };
}

/** How many rows of neighbours some items make, in a sequence. */
export const rowsOf = (places: readonly number[]): number => {
  const here = new Set(places);
  return places.filter((n) => !here.has(n - 1)).length;
};
