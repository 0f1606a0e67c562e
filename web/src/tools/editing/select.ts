// Select: pick, move, resize, turn and delete items.
import type { Point } from "../../api/types";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import type { Dragging } from "../drag";
import { aboutMark, dragOfItems, dragOfMark } from "../marks";
import { far, type ToolContext, type Hint, type Hit, type Pointer, type Tool } from "../tool";

/** Milliseconds within which two clicks are a double click. */
const DOUBLE = 500;

const ARROWS: Record<string, Point> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** How far an arrow key moves things, in sheet units for one step; null for other keys. */
export function nudge(event: KeyboardEvent, step: number): Point | null {
  const direction = ARROWS[event.key];
  if (!direction || event.ctrlKey || event.altKey) return null;
  const far = step * (event.shiftKey ? 10 : 1);
  return [direction[0] * far, direction[1] * far];
}

export class SelectTool implements Tool {
  readonly cursor = "default";
  private drag: Dragging | null = null;
  private box: { start: Pointer; base: string[] } | null = null;
  private toggle: string | null = null;
  /** What lies under a press on a group that was the only thing selected: a click goes in to it. */
  private inner: string | null = null;
  private wentIn = -Infinity;
  /** The click to come says in front of which item, or behind which, the selected ones are laid. */
  private lays: "front" | "behind" | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    private readonly nudgeStep: () => number,
    private readonly showBox: (corners: [Point, Point] | null) => void,
    private readonly editAnchors: () => void,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    const mark = aboutMark(hit, this.open);
    if (mark) return mark;
    if (this.lays) {
      const where = this.lays === "front" ? "in front of" : "behind";
      return { text: `Click the item to place it ${where}`, hints: [["Esc", "leave"]] };
    }
    if (this.drag) {
      return {
        text: "Moving",
        hints: [
          ["Shift", "horizontal, vertical or 45°"],
          ["Alt", "a copy"],
        ],
      };
    }
    if (this.box) {
      return { text: "Selects what it touches", hints: [["Alt", "only what is fully inside"]] };
    }
    if (hit?.what === "item") {
      const item = this.open.doc.drawable(this.open.container.pickOf(hit.item));
      const edit: Hint[] =
        item?.type === "outline"
          ? [["double click", "edit its anchors"]]
          : item?.words
            ? [["double click", "type"]]
            : [];
      const holds = item !== undefined && !item.link && this.open.doc.tree.holds(item.id);
      const into: Hint[] = holds ? [["second click", "edit contents"]] : [];
      return {
        text: item?.name ?? "",
        hints: [["Shift", "add"], ["Alt drag", "a copy"], ["P", "the one below"], ...edit, ...into],
      };
    }
    const some = this.open.selection.selected.length > 0;
    return {
      text: some ? "" : "Click an item, or drag a box around several",
      hints: some
        ? [
            ["arrows", "nudge"],
            ["Del", "delete"],
            ["Ctrl D", "duplicate"],
            ["J", "repeat"],
            ["Ctrl G", "group"],
          ]
        : this.open.container.inGroup
          ? [["Esc", "done"]]
          : [],
    };
  }

  /** Wait for the click on an item in front of which, or behind which, the selected ones go. */
  layNext(side: "front" | "behind"): void {
    this.lays = this.open.selection.selected.length > 0 ? side : null;
  }

  /** Lay the selected items beside the one that was clicked. */
  private lay(clicked: string): void {
    const container = this.open.doc.tree.containerOf(clicked);
    const row = this.open.doc.tree.in(container);
    const behind = this.lays === "front" ? clicked : (row[row.indexOf(clicked) - 1] ?? null);
    const items = this.open.selection.selected;
    this.lays = null;
    if (items.includes(clicked)) return;
    this.bench.commit({ kind: "order_items", items, container, behind });
  }

  down(p: Pointer): void {
    if (this.lays && p.hit?.what === "item") {
      this.lay(this.open.container.pickOf(p.hit.item));
      return;
    }
    this.lays = null;
    this.toggle = this.inner = null;
    this.drag = dragOfMark(p, this.open, this.bench);
    if (this.drag) return;
    const selected = this.open.selection.selected;
    if (p.hit?.what !== "item") {
      this.box = { start: p, base: p.shift ? selected : [] };
      if (!p.shift) this.open.selection.select([]);
      return;
    }
    const item = this.picked(p.hit.item, p.shift);
    if (item !== p.hit.item && selected.length === 1 && selected[0] === item && !p.shift) {
      this.inner = p.hit.item;
    }
    if (!selected.includes(item))
      this.open.selection.select(p.shift ? [...selected, item] : [item]);
    else if (p.shift) this.toggle = item;
    this.drag = dragOfItems(p, this.open, this.bench);
  }

  /** What is picked from where one works; without Shift one goes to where it can be. */
  picked(item: string, more: boolean): string {
    if (!more && !this.lays) this.open.container.goTo(item);
    return this.open.container.pickOf(item);
  }

  move(p: Pointer): void {
    this.drag?.move(p);
    if (this.box && far(p.screen, this.box.start.screen)) this.showBox([this.box.start.at, p.at]);
  }

  up(p: Pointer): void {
    const { drag, box, toggle, inner } = this;
    this.drag = this.box = null;
    this.showBox(null);
    if (drag) {
      const edited = drag.up(p);
      if (!edited && inner) this.goIn(inner);
      if (!edited && toggle)
        this.open.selection.select(this.open.selection.selected.filter((i) => i !== toggle));
    } else if (box && far(p.screen, box.start.screen)) {
      void this.selectWithin(box, p);
    } else if (box && !p.shift) this.open.container.leaveGroups();
  }

  /** Select what a box holds, unless something else was selected until that is known. */
  private async selectWithin(box: { start: Pointer; base: string[] }, p: Pointer): Promise<void> {
    const before = this.open.selection.selected;
    const found = await this.open.selection.within(box.start.at, p.at, p.alt);
    if (this.open.selection.selected === before)
      this.open.selection.select([...new Set([...box.base, ...found])]);
  }

  leave(): void {
    this.lays = null;
  }

  /** Go into the group that is selected, to what lies under the pointer. */
  private goIn(inner: string): void {
    if (this.open.doc.drawable(this.open.container.pickOf(inner))?.link) return; // it follows what is kept
    this.open.container.enter(this.open.container.pickOf(inner));
    this.open.selection.select([this.open.container.pickOf(inner)]);
    this.wentIn = performance.now();
  }

  /** A double click that has just gone into a group is done with that. */
  double(p: Pointer): void {
    if (p.hit?.what === "pivot") this.bench.setPivot(null);
    if (p.hit?.what !== "item" || performance.now() - this.wentIn < DOUBLE) return;
    if (this.open.container.pickOf(p.hit.item) === p.hit.item) this.editAnchors();
  }

  cancel(): void {
    this.drag?.cancel();
    this.drag = this.box = null;
    this.showBox(null);
  }

  key(event: KeyboardEvent): boolean {
    const items = this.open.selection.selected;
    const by = nudge(event, this.nudgeStep());
    if (by && items.length > 0) {
      this.bench.commit(
        { kind: "move_items", items, by: this.open.copies.vectorToOriginal(by) },
        true,
      );
      return true;
    }
    if (event.key === "Escape") return this.escape();
    return false;
  }

  /** Out of a group, which is then selected; else nothing is selected any more. */
  private escape(): boolean {
    if (this.lays) {
      this.lays = null;
      return true;
    }
    const left = this.open.container.leave();
    if (left === null && this.open.selection.selected.length === 0) return false;
    this.open.selection.select(left === null ? [] : [left]);
    return true;
  }
}
