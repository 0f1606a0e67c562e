// What is selected: items, anchors of them, and the marks and numbers that the core tells of them.
import { computed, ref, shallowRef } from "vue";
import { Trouble } from "../../api/client";
import type { AnchorMark, AnchorRef, Picture, Point, Selection } from "../../api/types";
import { core } from "../../core";
import { Newest } from "../../core/newest";
import type { Place } from "./place";
import type { Showing } from "./showing";

const NOTHING: Selection = { items: [], frame: null, anchors: [], pegs: [], dials: [] };

export class Choice {
  readonly items = shallowRef<string[]>([]);
  readonly anchors = shallowRef<AnchorRef[]>([]);
  readonly marks = shallowRef<Selection>(NOTHING);
  /** The marks of what is kept or on its way, without what only follows the pointer. */
  readonly keptMarks = shallowRef<Selection>(NOTHING);
  /** What came of the edit that is previewed or was just kept, where that is not plain to see. */
  readonly said = ref("");
  readonly drawables = computed(() =>
    this.items.value.map((i) => this.showing.item(i)).filter((d) => d !== undefined),
  );

  private readonly asking = new Newest<string[]>(async (selection) => {
    try {
      const found = await core.select(selection);
      if (selection !== this.items.value) return;
      this.keptMarks.value = found;
      if (this.showing.previewed.items.size === 0) this.marks.value = found;
    } catch (problem) {
      if (!(problem instanceof Trouble)) throw problem;
    }
  });

  constructor(
    private readonly showing: Showing,
    private readonly place: Place,
  ) {}

  select(ids: string[]): void {
    this.items.value = ids;
    this.anchors.value = this.anchors.value.filter((a) => ids.includes(a[0]));
    if (ids.length === 0) this.marks.value = this.keptMarks.value = NOTHING;
    else this.asking.put(ids);
  }

  /** Ask for the marks of the selection anew. */
  refresh(): void {
    this.asking.put(this.items.value);
  }

  /** Show the marks that came with a picture. */
  show(picture: Picture): void {
    this.marks.value = picture.selection;
    this.said.value = picture.said ?? "";
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
    if (selection && same && this.showing.previewed.items.size === 0) {
      this.marks.value = this.keptMarks.value = selection;
    } else this.refresh();
    const there = new Set(this.marks.value.anchors.map((a) => `${a.item} ${a.contour} ${a.index}`));
    this.anchors.value = this.anchors.value.filter((a) => there.has(a.join(" ")));
  }

  /** The items that a dragged box touches, as they are picked from where one works. */
  within(start: Point, end: Point): Promise<string[]> {
    return core.within(start, end, this.place.here.value);
  }

  /** Choose the two anchors of the segment of an outline that is nearest to a place. */
  async chooseSegment(item: string, at: Point): Promise<void> {
    const before = this.anchors.value;
    try {
      const found = await core.near(item, at);
      if (this.anchors.value === before) this.anchors.value = found; // nothing else was chosen
    } catch (problem) {
      if (!(problem instanceof Trouble)) throw problem;
    }
  }

  /** The anchor of a selected outline that is within reach of a place (sheet units). */
  async anchorAt(item: string, at: Point, reach: number): Promise<AnchorMark | undefined> {
    const found = await core.select(this.items.value);
    if (this.items.value.includes(item)) this.marks.value = this.keptMarks.value = found;
    const away = (a: AnchorMark): number => Math.hypot(a.at[0] - at[0], a.at[1] - at[1]);
    return found.anchors
      .filter((a) => a.item === item && away(a) <= reach)
      .sort((a, b) => away(a) - away(b))[0];
  }

  /** Select outlines and choose those of their anchors that a dragged box holds. */
  async chooseWithin(start: Point, end: Point, base: AnchorRef[]): Promise<void> {
    const ids = await core.within(start, end, null);
    const outlines = ids.filter((i) => this.showing.item(i)?.type === "outline");
    this.select([...new Set([...this.items.value, ...outlines])]);
    const found = await core.select(this.items.value);
    this.marks.value = this.keptMarks.value = found;
    const [left, right] = start[0] < end[0] ? [start[0], end[0]] : [end[0], start[0]];
    const [top, bottom] = start[1] < end[1] ? [start[1], end[1]] : [end[1], start[1]];
    const inside = found.anchors
      .filter((a) => a.at[0] >= left && a.at[0] <= right && a.at[1] >= top && a.at[1] <= bottom)
      .map((a): AnchorRef => [a.item, a.contour, a.index]);
    const old = base.filter((a) => !inside.some((b) => a.join() === b.join()));
    this.anchors.value = [...old, ...inside];
  }
}
