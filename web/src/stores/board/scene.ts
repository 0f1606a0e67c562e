// A drawing as the canvas shows it, in sheets one over the other: what is kept, what is on its way
// to the server, what is previewed, and for a moment what was before.
import { computed, shallowReactive, shallowRef } from "vue";
import type { Drawable, Move, Moved, Repaint, Sheet } from "../../api/types";
import { wholeRepaint } from "../../core/splices";
import { ROOT, Tree } from "../../core/tree";

const EMPTY = Tree.of([]);
/** What is shown until the first drawing was read. */
const NO_SHEET: Sheet = {
  width: 1,
  height: 1,
  unit: "px",
  colour: null,
  guides: [],
  guides_hidden: false,
  grid: { step: 1, parts: 1, shown: false },
  references: [],
  swatches: [],
  styles: [],
  measures: [],
  measure_sets: [],
  measure_set: null,
  parametric: false,
  follows: [],
};

const sameMoves = (a: readonly Move[], b: readonly Move[]): boolean =>
  a.length === b.length && a.every((m, n) => m.every((part, k) => part === b[n]?.[k]));

/** Containers that may hold nothing. */
const mayBeEmpty = (items: readonly Drawable[]): string[] =>
  items.filter((i) => i.type === "symmetry").map((i) => i.id);

/** One of the sheets: of items only what it changes, tree and sheet where it changes them. */
class SceneLayer {
  readonly items = shallowReactive(new Map<string, Drawable>());
  readonly tree = shallowRef<Tree | null>(null);
  readonly sheet = shallowRef<Sheet | null>(null);
  private moves: readonly Move[] = [];

  /** @param changed - called with the items that show otherwise from here on, or may do so */
  constructor(private readonly changed: (items: readonly string[]) => void) {}

  /** Lay a repaint over what is here; `under` is the tree as it is without it. */
  add(repaint: Repaint, under: Tree): void {
    for (const item of repaint.items) this.items.set(item.id, item);
    this.changed([...repaint.items.map((i) => i.id), ...repaint.removed]);
    const { moves } = repaint;
    if (moves.length > 0 || repaint.removed.length > 0) {
      this.tree.value = under.replanted(moves, repaint.removed, mayBeEmpty(repaint.items));
    }
    if (repaint.sheet) this.sheet.value = repaint.sheet;
  }

  /** Items that the tree has already. */
  fill(items: readonly Drawable[], tree: Tree): void {
    for (const item of items) this.items.set(item.id, item);
    this.changed(items.map((i) => i.id));
    const empty = mayBeEmpty(items).filter((i) => !tree.holds(i));
    if (empty.length > 0) this.tree.value = tree.replanted([], [], empty);
  }

  /** Show one repaint instead of the last; what both show alike is not touched. */
  replace(repaint: Repaint, under: Tree): void {
    const ids = new Set(repaint.items.map((i) => i.id));
    const shown = [...this.items.keys()];
    for (const old of shown) if (!ids.has(old)) this.items.delete(old);
    for (const item of repaint.items) this.items.set(item.id, item);
    this.changed([...shown, ...ids]);
    const { moves } = repaint;
    if (moves.length === 0 && repaint.removed.length === 0) this.tree.value = null;
    else if (!this.tree.value || !sameMoves(moves, this.moves)) {
      this.tree.value = under.replanted(moves, repaint.removed, mayBeEmpty(repaint.items));
    }
    this.moves = moves;
    this.sheet.value = repaint.sheet;
  }

  /** Only what was shown here is drawn anew. */
  clear(): void {
    const shown = [...this.items.keys()];
    for (const id of shown) this.items.delete(id);
    this.changed(shown);
    this.tree.value = this.sheet.value = null;
    this.moves = [];
  }
}

export class Scene {
  /** Items that show moved as they are drawn, by which matrices, and whether copies of them do. */
  readonly moved = shallowRef<({ items: readonly string[] } & Moved) | null>(null);
  /** Called with items that show otherwise from here on, or may do so. */
  onChange: (items: readonly string[]) => void = () => undefined;
  private readonly stored = this.layer();
  readonly queued = this.layer();
  readonly previewed = this.layer();
  readonly before = this.layer();
  /** The core's long paths are not those held here: they are asked for whole. */
  asksWhole = false;

  readonly sheet = computed(
    () =>
      this.previewed.sheet.value ?? this.queued.sheet.value ?? this.stored.sheet.value ?? NO_SHEET,
  );
  /** The tree without what is previewed. */
  readonly settledTree = computed(() => this.queued.tree.value ?? this.stored.tree.value ?? EMPTY);
  readonly tree = computed(
    () => this.before.tree.value ?? this.previewed.tree.value ?? this.settledTree.value,
  );

  /** Take a whole drawing. */
  open(repaint: Repaint, places: readonly (readonly [string, string])[]): void {
    for (const overlay of [this.stored, this.queued, this.before]) overlay.clear();
    this.endPreview();
    this.stored.add(repaint, EMPTY);
    this.stored.tree.value = Tree.of(places, mayBeEmpty(repaint.items));
    this.asksWhole = false;
  }

  /** Take items that come later than the rest of a drawing; what has changed meanwhile stays. */
  more(items: readonly Drawable[]): void {
    const tree = this.stored.tree.value ?? EMPTY;
    const late = items.filter((i) => tree.has(i.id) && !this.stored.items.has(i.id));
    this.stored.fill(late, tree);
  }

  /** How many items of the drawing are here. */
  get held(): number {
    return this.stored.items.size;
  }

  /** The boxes of all that is drawn, as the server has it. */
  boxes(): Record<string, Drawable["box"]> {
    const tree = this.stored.tree.value ?? EMPTY;
    const drawn = [...this.stored.items.values()].filter((i) => !tree.holds(i.id));
    return Object.fromEntries(drawn.map((i) => [i.id, i.box]));
  }

  /** Take what the server has kept since; false where it does not go with what is held. */
  take(repainted: Repaint): boolean {
    const { repaint, missed } = wholeRepaint(repainted, (id) => this.stored.items.get(id));
    this.stored.add(repaint, this.stored.tree.value ?? EMPTY);
    for (const gone of repaint.removed) this.stored.items.delete(gone);
    return !missed;
  }

  queue(repainted: Repaint): void {
    this.queued.add(this.whole(repainted), this.settledTree.value);
  }

  /** What is previewed is only what a button would do: panels show the drawing without it. */
  private readonly offered = shallowRef(false);

  /** Show a preview of what is done to some items, or would be by a button. */
  preview(repainted: Repaint, items: readonly string[], offered = false): void {
    this.offered.value = offered;
    const repaint = this.whole(repainted);
    this.previewed.replace(repaint, this.settledTree.value);
    this.moved.value = repaint.moved && { items, ...repaint.moved };
  }

  /** What carries the matrix: of containers all of whose items are moved, the container. */
  readonly carriers = computed<ReadonlySet<string>>((last) => {
    const items = this.moved.value?.items ?? [];
    if (last && items === this.carried) return last;
    this.carried = items;
    const found = new Set(items);
    for (const container of new Set(items.map((i) => this.tree.value.containerOf(i)))) {
      const held = this.tree.value.in(container);
      if (container === ROOT || !held.every((i) => found.has(i))) continue;
      held.forEach((i) => found.delete(i));
      found.add(container);
    }
    return found;
  });
  private carried: readonly string[] = [];

  /** Nothing is previewed any more. */
  endPreview(): void {
    this.previewed.clear();
    this.moved.value = null;
    this.offered.value = false;
  }

  get previewing(): boolean {
    return this.previewed.items.size > 0 || this.moved.value !== null;
  }

  /** Show the drawing as it was; null shows it as it is. */
  lookBack(repaint: Repaint | null): void {
    if (repaint) this.before.replace(repaint, this.settledTree.value);
    else this.before.clear();
  }

  private layer(): SceneLayer {
    return new SceneLayer((items) => {
      if (items.length > 0) this.onChange(items);
    });
  }

  private whole(repainted: Repaint): Repaint {
    const { repaint, missed } = wholeRepaint(repainted, (id) => this.settled(id));
    this.asksWhole ||= missed;
    return repaint;
  }

  /** The item as it is kept or on its way, without what is previewed. */
  settled(id: string): Drawable | undefined {
    return this.queued.items.get(id) ?? this.stored.items.get(id);
  }

  item(id: string): Drawable | undefined {
    return this.before.items.get(id) ?? this.previewed.items.get(id) ?? this.settled(id);
  }

  /** The item as panels tell of it: what a button shows moves nothing away from under the hand. */
  steady(id: string): Drawable | undefined {
    if (!this.offered.value) return this.item(id);
    return this.before.items.get(id) ?? this.settled(id) ?? this.previewed.items.get(id);
  }

  /** The tree to go with it. */
  readonly steadyTree = computed(() => {
    if (!this.offered.value) return this.tree.value;
    return this.before.tree.value ?? this.settledTree.value;
  });

  /** Whether an item can be picked: neither it nor a container around it is hidden or locked. */
  free(id: string): boolean {
    return [id, ...this.tree.value.above(id)].every((i) => this.shows(i));
  }

  /** Whether an item is here and neither hidden nor locked itself, whatever is around it. */
  shows(id: string): boolean {
    const item = this.item(id);
    return item !== undefined && !item.hidden && !item.locked;
  }

  get layers(): readonly string[] {
    return this.tree.value.in(ROOT);
  }
}
