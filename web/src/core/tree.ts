// Which item lies in which container, back to front, as the core tells it. A tree is a value: what
// moves items gives another one.

import type { Move } from "../api/types";

/** Stands for the drawing itself: what lies in it are the layers. */
export const ROOT = "";
const NONE: readonly string[] = [];

export class Tree {
  private constructor(
    private readonly children: ReadonlyMap<string, readonly string[]>,
    private readonly containers: ReadonlyMap<string, string>,
  ) {}

  /**
   * A tree from pairs of an item and its container, those of a container back to front; `empty` are
   * containers that may hold nothing.
   */
  static of(places: Iterable<readonly [string, string]>, empty: Iterable<string> = []): Tree {
    const children = new Map<string, string[]>();
    for (const container of empty) children.set(container, []);
    const containers = new Map<string, string>();
    for (const [item, container] of places) {
      containers.set(item, container);
      const row = children.get(container);
      if (row) row.push(item);
      else children.set(container, [item]);
    }
    return new Tree(children, containers);
  }

  /** What lies in a container, back to front; the same list as long as that stays. */
  in(container: string): readonly string[] {
    return this.children.get(container) ?? NONE;
  }

  has(item: string): boolean {
    return this.containers.has(item);
  }

  containerOf(item: string): string {
    return this.containers.get(item) ?? ROOT;
  }

  /** The containers around an item, from its layer to the innermost. */
  above(item: string): string[] {
    const found: string[] = [];
    for (let at = this.containerOf(item); at !== ROOT; at = this.containerOf(at)) found.unshift(at);
    return found;
  }

  /** All that lies in a container, however deep, each container before what it holds. */
  *below(container: string): Generator<string> {
    for (const item of this.in(container)) {
      yield item;
      yield* this.below(item);
    }
  }

  /** Whether an item is a container: a layer, or whatever has a row here, be it an empty one. */
  holds(item: string): boolean {
    if (item === ROOT) return false;
    return this.children.has(item) || this.containers.get(item) === ROOT;
  }

  /** What is drawn in an item: itself, or what it holds, back to front. */
  drawnIn(item: string): string[] {
    return this.holds(item) || item === ROOT
      ? [...this.below(item)].filter((i) => !this.holds(i))
      : [item];
  }

  /**
   * The tree after some moves, one after the other, and after some items went; `empty` are new
   * containers that may hold nothing.
   */
  replanted(moves: readonly Move[], removed: readonly string[], empty: readonly string[]): Tree {
    if (moves.length + removed.length + empty.length === 0) return this;
    const rows = new Map<string, string[]>();
    for (const container of empty) if (!this.children.has(container)) rows.set(container, []);
    const containers = new Map(this.containers);
    const row = (container: string): string[] => {
      const found = rows.get(container) ?? [...this.in(container)];
      rows.set(container, found);
      return found;
    };
    const take = (item: string): void => {
      const container = containers.get(item);
      if (container === undefined) return;
      const from = row(container);
      const at = from.indexOf(item);
      if (at >= 0) from.splice(at, 1);
      containers.delete(item);
    };
    for (const [item, container, behind] of moves) {
      take(item);
      const to = row(container);
      to.splice(behind === null ? 0 : to.indexOf(behind) + 1, 0, item);
      containers.set(item, container);
    }
    removed.forEach(take);
    const children = new Map([...this.children, ...rows]);
    for (const item of removed) children.delete(item);
    return new Tree(children, containers);
  }
}
