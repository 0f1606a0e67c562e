// What is selected: items, anchors of them, and the marks and numbers that the core tells of them.
import { computed, ref, shallowRef } from "vue";
import { ApiError } from "../../api/client";
import type {
  AnchorMark,
  AnchorRef,
  PathFacts,
  Repaint,
  Point,
  Selection,
  ViewRequest,
} from "../../api/types";
import { core } from "../../core";
import type { SelectionQuery } from "../../core/coreapi";
import { LatestOnly } from "../../lib/latestonly";
import type { ContainerModel } from "./containermodel";
import type { Scene } from "./scene";

/** Chosen anchors whose marks are asked for wherever they are. */
const MOST_CHOSEN = 200;

const NOTHING: Selection = {
  items: [],
  frame: null,
  anchors: [],
  pegs: [],
  dials: [],
  lengths: [],
  tolerance: null,
  paths: [],
  cut: false,
  marked: null,
  curves: [],
  curves_cut: false,
  gradients: [],
  picture: null,
  miters: [],
  style: null,
  follows: [],
};

/** A selection of which only some items are told, the others being as in the last one. */
function merged(last: Selection, next: Selection): Selection {
  if (next.marked === null) return next;
  const [marked, here] = [new Set(next.marked), new Set(next.items)];
  const same = (i: string): boolean => here.has(i) && !marked.has(i);
  return {
    ...next,
    anchors: [...last.anchors.filter((a) => same(a.item)), ...next.anchors],
    paths: [...last.paths.filter((p) => same(p.item)), ...next.paths],
    cut: next.cut || last.cut,
    marked: null,
  };
}

export class SelectionModel {
  readonly items = shallowRef<string[]>([]);
  readonly anchors = shallowRef<AnchorRef[]>([]);
  readonly marks = shallowRef<Selection>(NOTHING);
  /** The marks of what is kept or on its way, without what only follows the pointer. */
  readonly savedMarks = shallowRef<Selection>(NOTHING);
  /** What came of the edit that is previewed or was just kept, where that is not plain to see. */
  readonly message = ref("");
  /** What the tool in the hand shows of what is selected. */
  readonly markKind = shallowRef<ViewRequest["marks"]>("frame");
  readonly drawables = computed(() =>
    this.items.value.map((i) => this.showing.steady(i)).filter((d) => d !== undefined),
  );

  private readonly asking = new LatestOnly<string[]>(async (selection) => {
    try {
      const found = await core.select(this.query(selection));
      if (selection !== this.items.value) return;
      this.savedMarks.value = found;
      if (!this.showing.previewing) this.marks.value = found;
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
    }
  });

  constructor(
    private readonly showing: Scene,
    private readonly place: ContainerModel,
    private readonly sight: () => ViewRequest["sight"],
    /** Sheet units between the places whose curvature shows; null: it does not. */
    private readonly spacing: () => number | null = () => null,
  ) {}

  /** Items, and what is shown of them. */
  query(selection: string[] = this.items.value): SelectionQuery {
    const marks = this.markKind.value;
    const framed = marks === "frame";
    const chosen = framed ? [] : this.anchors.value.slice(0, MOST_CHOSEN);
    const sight = framed ? null : this.sight();
    const { asksWhole: whole } = this.showing;
    return { selection, view: { marks, sight, chosen, whole, curves: this.spacing() } };
  }

  /** Another tool is in the hand. */
  showAs(marks: ViewRequest["marks"]): void {
    if (marks === this.markKind.value) return;
    this.markKind.value = marks;
    if (this.items.value.length > 0) this.refresh();
  }

  /** Another part of the sheet is in sight. */
  seen(): void {
    if (this.savedMarks.value.cut && this.markKind.value !== "frame") this.refresh();
  }

  /** A contour of a selected outline. */
  path(item: string, contour: number): PathFacts | undefined {
    return this.marks.value.paths.find((p) => p.item === item && p.contour === contour);
  }

  /** All anchors of the selected outlines, in order. */
  all(): AnchorRef[] {
    return this.marks.value.paths.flatMap((p) =>
      Array.from({ length: p.count }, (_, i): AnchorRef => [p.item, p.contour, i]),
    );
  }

  select(ids: string[]): void {
    this.items.value = ids;
    this.anchors.value = this.anchors.value.filter((a) => ids.includes(a[0]));
    if (ids.length === 0) this.marks.value = this.savedMarks.value = NOTHING;
    else this.asking.put(ids);
  }

  /** Ask for the marks of the selection anew. */
  refresh(): void {
    this.asking.put(this.items.value);
  }

  /**
   * Show the marks that came with a repaint.
   *
   * @param panelsStay what is shown is what a button would do: the panel it stands in stays as it is.
   */
  show(repaint: Repaint, panelsStay = false): void {
    const saved = this.savedMarks.value;
    const { frame } = repaint.selection;
    this.message.value = repaint.message ?? "";
    // while it is only shown that they would go, what is done to them stays at hand
    if (this.items.value.some((i) => repaint.removed.includes(i))) return;
    const shown = repaint.moved
      ? { ...saved, frame, pegs: [], curves: [] }
      : merged(saved, repaint.selection);
    const { dials, lengths, tolerance, style, paths, follows } = saved;
    this.marks.value = panelsStay
      ? { ...shown, frame: frame ?? saved.frame, dials, lengths, tolerance, style, paths, follows }
      : shown;
  }

  /** Take the marks that came with an edit on its way. */
  keep(repaint: Repaint): void {
    this.savedMarks.value = merged(this.savedMarks.value, repaint.selection);
  }

  /** Items are gone. */
  without(removed: readonly string[]): void {
    if (removed.length === 0) return;
    this.items.value = this.items.value.filter((i) => this.showing.settled(i));
  }

  /** All is kept: the marks are those the server told, where they are of this selection. */
  settle(selection: Selection | null, asked: readonly string[]): void {
    const here = this.items.value;
    const same = asked.length === here.length && asked.every((i) => here.includes(i));
    if (selection && same && !this.showing.previewing) {
      this.marks.value = this.savedMarks.value = selection;
    } else this.refresh();
    const counts = new Map(this.marks.value.paths.map((p) => [`${p.item} ${p.contour}`, p.count]));
    this.anchors.value = this.anchors.value.filter(
      ([item, contour, index]) => index < (counts.get(`${item} ${contour}`) ?? 0),
    );
  }

  /** The items that a dragged box touches or holds whole, as they are picked from where one works. */
  within(start: Point, end: Point, whole: boolean): Promise<string[]> {
    return core.within(start, end, this.place.here.value, whole);
  }

  /** Choose the two anchors of the segment of an outline that is nearest to a place. */
  async chooseSegment(item: string, at: Point): Promise<void> {
    const before = this.anchors.value;
    try {
      const found = await core.near(item, at);
      if (this.anchors.value === before) this.anchors.value = found; // nothing else was chosen
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
    }
  }

  /** The anchor of a selected outline that is within reach of a place (sheet units). */
  async anchorAt(item: string, at: Point, reach: number): Promise<AnchorMark | undefined> {
    const [mark, found] = await Promise.all([
      core.anchor(item, at, reach),
      core.select(this.query()),
    ]);
    if (this.items.value.includes(item)) this.marks.value = this.savedMarks.value = found;
    return mark ?? undefined;
  }

  /** Select outlines and choose those of their anchors that a dragged box holds. */
  async chooseWithin(start: Point, end: Point, base: AnchorRef[]): Promise<void> {
    const inside = await core.anchors(start, end);
    const outlines = inside.map((a) => a[0]);
    this.select([...new Set([...this.items.value, ...outlines])]);
    const there = new Set(inside.map((a) => a.join()));
    this.anchors.value = [...base.filter((a) => !there.has(a.join())), ...inside];
    this.refresh();
  }
}
