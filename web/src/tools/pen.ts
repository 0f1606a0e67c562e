// Pen: click for corner anchors, drag for anchors with handles, close on the first anchor. The Flow
// pen is the same hand with anchors through which a smooth curve flows.
import type { AnchorMark, Command, Point } from "../api/types";
import { newId } from "../core/ids";
import type { useBoard } from "../stores/board";
import {
  far,
  minus,
  plus,
  type Aiming,
  type Bench,
  type Held,
  type Hint,
  type Hit,
  type Pointer,
  type Tool,
} from "./tool";

type Board = ReturnType<typeof useBoard>;

/** A pressed button: where it went down, on what, and what has become of the anchor since. */
interface Press {
  readonly p: Pointer;
  readonly on: "new" | "first" | "last";
  /** How far the anchor moved to meet something, or by Space. */
  shift: Point;
  /** Where the pointer was last. */
  from: Point;
  /** The incoming handle, once Alt has let go of it. */
  into: Point | null;
}

/** Milliseconds within which a second click at the same place is a double click. */
const DOUBLE = 400;

const negative = (v: Point): Point => [-v[0], -v[1]];

export class PenTool implements Tool {
  readonly cursor = "crosshair";
  private item: string | null = null;
  private press: Press | null = null;
  private placed: { screen: Point; when: number } | null = null;

  constructor(
    private readonly board: Board,
    private readonly bench: Bench,
    private readonly flowing = false,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    if (this.press) return this.aboutPress(this.press);
    if (!this.drawing) {
      return this.flowing
        ? { text: "Click points: a smooth curve flows through them", hints: [["Alt", "a corner"]] }
        : { text: "Click for a corner, drag for an anchor with handles", hints: [] };
    }
    if (this.closes(hit)) {
      return { text: "Closes the outline: click, or drag to shape the closing curve", hints: [] };
    }
    if (this.ends(hit)) {
      return {
        text: "Last anchor: click to leave it straight, drag to pull a new handle",
        hints: [],
      };
    }
    const corner: Hint[] = this.flowing ? [["Alt", "a corner"]] : [];
    return {
      text: "Next anchor",
      hints: [
        ["Shift", "45° steps"],
        ...corner,
        ["Enter", "finish open"],
        ["⌫", "take back the last anchor"],
      ],
    };
  }

  private aboutPress(press: Press): { text: string; hints: Hint[] } {
    if (this.flowing) return { text: "This anchor", hints: [["Space", "move it"]] };
    const own: Hint[] = press.on === "new" ? [["Space", "move the anchor"]] : [];
    return {
      text: press.on === "first" ? "Shaping the closing curve" : "Pulling the handles",
      hints: [["Shift", "15° steps"], ["Alt", "only the outgoing handle"], ...own],
    };
  }

  /** Whether the outline being drawn exists (undo may have taken it back). */
  private get drawing(): boolean {
    return this.item !== null && this.board.drawable(this.item) !== undefined;
  }

  /** Whether the pointer stands on the first anchor of the outline being drawn. */
  closes(hit: Hit | null): boolean {
    return hit?.what === "anchor" && hit.item === this.item && hit.index === 0 && this.count() > 1;
  }

  /** Whether it stands on the last one, which can get another outgoing handle. */
  private ends(hit: Hit | null): boolean {
    if (this.flowing || hit?.what !== "anchor" || hit.item !== this.item) return false;
    return hit.index === this.lastAnchor()?.index && !this.closes(hit);
  }

  private count(): number {
    return this.board.marks.anchors.filter((a) => a.item === this.item).length;
  }

  hover(p: Pointer): void {
    if (!this.item || !this.drawing) this.bench.aim(this.aiming(p), () => null);
    else if (this.closes(p.hit)) this.bench.preview({ kind: "close_outline", item: this.item });
    else this.bench.aim(this.aiming(p), (shift) => this.anchor(plus(p.at, shift), p));
  }

  down(p: Pointer): void {
    if (this.again(p)) return;
    if (!this.drawing) {
      this.item = newId();
      this.board.select([this.item]);
    }
    const on = this.closes(p.hit) ? "first" : this.ends(p.hit) ? "last" : "new";
    const press: Press = { p, on, shift: [0, 0], from: p.at, into: null };
    this.press = press;
    if (on !== "new") return;
    this.bench.aim(this.aiming(p), (shift) => {
      if (this.press === press) press.shift = shift;
      return this.anchor(plus(p.at, shift), p);
    });
  }

  /** The second click of a double click places nothing: `double` finishes. */
  private again(p: Pointer): boolean {
    const last = this.placed;
    return last !== null && performance.now() - last.when < DOUBLE && !far(p.screen, last.screen);
  }

  move(p: Pointer): void {
    const press = this.press;
    if (!press) return;
    if (p.space && press.on === "new") press.shift = plus(press.shift, minus(p.at, press.from));
    press.from = p.at;
    const handle = this.handle(p, press);
    if (p.alt && handle && press.into === null) press.into = negative(handle);
    this.bench.preview(this.command(p, press));
  }

  up(p: Pointer): void {
    const press = this.press;
    if (!press) return;
    this.press = null;
    this.placed = { screen: p.screen, when: performance.now() };
    if (press.on !== "new" || far(p.screen, press.p.screen)) {
      this.bench.commit(this.command(p, press));
    } else {
      this.bench.commitAimed(this.aiming(press.p), (shift) =>
        this.anchor(plus(press.p.at, shift), press.p),
      );
    }
    if (press.on === "first") this.item = null;
  }

  double(): void {
    this.finish();
  }

  key(event: KeyboardEvent): boolean {
    if (!this.drawing) return false;
    if (event.key === "Enter" || event.key === "Escape") this.finish();
    else if (event.key === "Backspace" || event.key === "Delete") this.board.go("undo");
    else return false;
    return true;
  }

  cancel(): void {
    this.press = null;
    this.bench.endPreview();
  }

  leave(): void {
    this.finish();
  }

  /** Leave the outline open; a single anchor is not an outline. */
  private finish(): void {
    const item = this.item;
    this.item = this.press = null;
    this.bench.endPreview();
    if (item && this.board.items.get(item)?.path.match(/^M[^LC]*$/)) {
      this.board.select([]);
      this.bench.commit({ kind: "remove_items", items: [item] });
    }
  }

  /** What the next anchor may meet, from the last one on. */
  private aiming(p: Pointer): Aiming | null {
    if (p.shift) return null;
    const last = this.board.exists(this.item ?? "") ? this.lastAnchor() : undefined;
    if (!last) return { probes: [p.at] };
    return {
      probes: [p.at],
      start: last.at,
      after: [last.item, last.contour, last.index],
      anchors: [[last.item, last.contour, last.index + 1]],
    };
  }

  /** The last anchor that is drawn, not the one that only follows the pointer. */
  private lastAnchor(): AnchorMark | undefined {
    const own = this.board.marks.anchors.filter((a) => a.item === this.item);
    return this.board.previewed.size > 0 && own.length > 1 ? own.at(-2) : own.at(-1);
  }

  /** The handle pulled so far; null for a click and for the Flow pen. */
  private handle(p: Pointer, press: Press): Point | null {
    if (this.flowing || !far(p.screen, press.p.screen)) return null;
    return minus(p.at, plus(press.p.at, press.shift));
  }

  private command(p: Pointer, press: Press): Command {
    const handle = this.handle(p, press);
    const item = this.item ?? newId();
    if (press.on === "first") return { kind: "close_outline", item, handle };
    const last = this.lastAnchor();
    if (press.on === "last" && last) {
      const anchor: [string, number, number] = [item, last.contour, last.index];
      if (!handle) return { kind: "set_handle", anchor, side: "out", angle: 0, length: 0 };
      return { kind: "move_handle", anchor, side: "out", to: p.at, alone: true, stepped: p.shift };
    }
    const drag = { handle, into: press.into };
    return this.anchor(plus(press.p.at, press.shift), handle ? p : press.p, drag);
  }

  private anchor(
    at: Point,
    held: Held,
    { handle = null, into = null }: { handle?: Point | null; into?: Point | null } = {},
  ): Command {
    return {
      kind: "draw_anchor",
      item: this.item ?? newId(),
      at,
      handle,
      into,
      flowing: this.flowing && !held.alt,
      straight: held.shift && handle === null,
      stepped: held.shift,
    };
  }
}
