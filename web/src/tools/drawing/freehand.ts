// Freehand: draw, and the stroke becomes as few curves as the tolerance allows; a click without a
// drag leads there straight; letting go at the start closes.
import type { Aiming } from "../../api/types";
import type { Command, Point, Style } from "../../api/types";
import { newId } from "../../api/ids";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import { thinned } from "../trail";
import { far, type ToolContext, type Hint, type Hit, type Pointer, type Tool } from "../tool";

/** Pixels: how near the start a stroke ends that closes. */
const NEAR = 10;
/** The most points that one command carries. */
const MOST_POINTS = 19_000;

interface Press {
  p: Pointer;
  points: Point[];
  /** Where the pen was drawn on from, on the screen. */
  started: Point;
}

export interface HandSettings {
  /** How far the outline may stay from the hand, in sheet units, as things are looked at now. */
  tolerance(): number;
  /** How near to a seam its ends are drawn onto it, likewise. */
  reach(): number;
  toScreen(place: Point): Point;
  /** How a new outline is painted. */
  style(): { style?: Style };
  /** Show the raw stroke while it is drawn. */
  ink(points: Point[] | null): void;
}

export class FreehandTool implements Tool {
  readonly cursor = "crosshair";
  readonly marks = "anchors";
  private item: string | null = null;
  private seen = false;
  private press: Press | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    private readonly hand: HandSettings,
  ) {}

  get continues(): boolean {
    return this.drawing;
  }

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    if (this.press) return { text: "Drawing: release at the start to close", hints: [] };
    if (this.closes(hit)) return { text: "Closes the outline with a straight line", hints: [] };
    if (!this.drawing) {
      return { text: "Draw, or click where a straight line starts", hints: [["Ctrl", "anchors"]] };
    }
    return {
      text: "Draw on from the end, or click for a straight line to here",
      hints: [
        ["Shift", "45° steps"],
        ["Enter", "finish open"],
        ["⌫", "undo the last part"],
      ],
    };
  }

  word(hit: Hit | null): string | null {
    return !this.press && this.closes(hit) ? "closes" : null;
  }

  /** Whether an outline is being drawn: it is on its way or there; undo may have taken it back. */
  private get drawing(): boolean {
    if (this.item === null) return false;
    const there = this.open.doc.exists(this.item);
    this.seen ||= there;
    return there || !this.seen;
  }

  private ends(): [first: Point, last: Point, count: number] | null {
    const own = this.open.selection.savedMarks.anchors.filter((a) => a.item === this.item);
    const [first, last] = [own[0], own.at(-1)];
    const count = this.open.selection.pathOf(this.item ?? "", 0)?.count ?? 0;
    return first && last ? [first.at, last.at, count] : null;
  }

  private closes(hit: Hit | null): boolean {
    if (!this.drawing || hit?.what !== "anchor" || hit.item !== this.item) return false;
    return hit.index === 0 && (this.ends()?.[2] ?? 0) > 2;
  }

  private near(place: Point, screen: Point): boolean {
    const there = this.hand.toScreen(place);
    return Math.abs(there[0] - screen[0]) <= NEAR && Math.abs(there[1] - screen[1]) <= NEAR;
  }

  hover(p: Pointer): void {
    if (!this.drawing || this.closes(p.hit)) {
      this.bench.aim(this.aiming(p), null);
      return;
    }
    this.bench.aim(this.aiming(p), this.straight(p));
  }

  down(p: Pointer): void {
    this.press = { p, points: [p.at], started: p.screen };
    this.bench.endPreview();
  }

  move(p: Pointer): void {
    const press = this.press;
    if (!press) return;
    press.points.push(...p.trail);
    this.hand.ink(press.points);
  }

  up(p: Pointer): void {
    const press = this.press;
    if (!press) return;
    this.press = null;
    this.hand.ink(null);
    if (!far(p.screen, press.p.screen) && press.points.length < 8) {
      this.click(press.p);
      return;
    }
    const ends = this.drawing ? this.ends() : null;
    if (!ends || !this.near(ends[1], press.started)) this.begin();
    const first = ends && this.drawing ? ends[0] : press.points[0];
    const closing = first !== undefined && press.points.length > 8 && this.near(first, p.screen);
    this.bench.commit(this.stroke(thinned(press.points, MOST_POINTS), closing));
    if (closing) this.item = null;
  }

  private begin(): void {
    this.finish();
    this.item = newId();
    this.seen = false;
    this.open.selection.select([this.item]);
  }

  private click(p: Pointer): void {
    const ends = this.ends();
    if (this.closes(p.hit) && ends) {
      this.bench.commit(this.stroke([ends[0]], true));
      this.item = null;
      return;
    }
    if (!this.drawing) this.begin();
    this.bench.commitAimed(this.aiming(p), this.straight(p));
  }

  private straight(p: Pointer): Command {
    return { ...this.stroke([p.at], false), straight: p.shift };
  }

  private stroke(points: Point[], closing: boolean): Command & { kind: "draw_stroke" } {
    return {
      kind: "draw_stroke",
      item: this.item ?? newId(),
      points,
      tolerance: this.hand.tolerance(),
      reach: this.hand.reach(),
      closing,
      container: this.open.container.active,
      ...this.hand.style(),
    };
  }

  private aiming(p: Pointer): Aiming | null {
    if (p.shift) return null;
    const last = this.drawing ? this.ends()?.[1] : undefined;
    return {
      probes: [p.at],
      ...(last ? { start: last } : {}),
      items: this.item ? [this.item] : [],
    };
  }

  double(): void {
    this.finish();
  }

  key(event: KeyboardEvent): boolean {
    if (!this.drawing) return false;
    if (event.key === "Enter" || event.key === "Escape") this.finish();
    else if (event.key === "Backspace" || event.key === "Delete") this.open.history.go("undo");
    else return false;
    return true;
  }

  cancel(): void {
    this.press = null;
    this.hand.ink(null);
    this.bench.endPreview();
  }

  leave(): void {
    this.finish();
  }

  private finish(): void {
    const item = this.item;
    this.item = this.press = null;
    this.bench.endPreview();
    if (item && this.open.doc.saved(item)?.ends.length === 1) {
      this.open.selection.select([]);
      this.bench.commit({ kind: "delete_items", items: [item] });
    }
  }
}
