// Pen: click for corner anchors, drag for anchors with handles, close on the first anchor. What a
// click would do hangs on what lies under the pointer (pen-target.ts). The Flow pen is the same
// hand with anchors through which a smooth curve flows.
import type { Aiming } from "../../api/types";
import type { AnchorMark, AnchorRef, Command, Point, Style } from "../../api/types";
import { newId } from "../../api/ids";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import { refOf, targetOf, wordOf, type Path, type Target } from "./pen-target";
import { aboutPen } from "./pen-words";
import {
  far,
  minus,
  plus,
  type ToolContext,
  type Held,
  type Hint,
  type Hit,
  type Pointer,
  type Tool,
} from "../tool";

/** A pressed button: where it went down, on what, and what has become of the anchor since. */
interface Press {
  readonly p: Pointer;
  readonly on: Target;
  /** How far the anchor moved to meet something; null: that is not known yet. */
  shift: Point | null;
  /** How far Space has moved it since. */
  carried: Point;
  /** Where the pointer was last. */
  from: Point;
  /** The incoming handle, once Alt has let go of it. */
  into: Point | null;
}

/** Milliseconds within which a second click at the same place is a double click. */
const DOUBLE = 400;

/** On what a click changes nothing yet. */
const SHOWN_AS_IT_IS: ReadonlySet<Target["what"]> = new Set(["last", "continues", "rests"]);

const negative = (v: Point): Point => [-v[0], -v[1]];

export class PenTool implements Tool {
  readonly cursor = "crosshair";
  readonly marks = "anchors";
  private path: Path | null = null;
  /** Whether its outline has been there. */
  private seen = false;
  private press: Press | null = null;
  /** The anchor that an outline was closed on, while the pointer has not left it since. */
  private rests: string | null = null;
  private placed: { screen: Point; when: number } | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    private readonly style: () => { style?: Style },
    private readonly flowing = false,
  ) {}

  get continues(): boolean {
    return this.drawing;
  }

  about(hit: Hit | null, alt = false): { text: string; hints: Hint[] } {
    const drawing = this.drawing;
    return aboutPen(this.press?.on ?? null, this.target(hit, alt), this.flowing, drawing);
  }

  /** The word beside the pointer that says what a click would do. */
  word(hit: Hit | null, alt = false): string | null {
    return this.press ? null : wordOf(this.target(hit, alt));
  }

  /** Whether an outline is being drawn: it is on its way or there; undo may have taken it back. */
  private get drawing(): boolean {
    if (this.path === null) return false;
    const there = this.open.doc.exists(this.path.item);
    this.seen ||= there;
    return there || !this.seen;
  }

  /** The marks of its path: the ends, and what is in sight. */
  private own(): AnchorMark[] {
    const path = this.path;
    return this.open.selection.savedMarks.anchors.filter(
      (a) => a.item === path?.item && a.contour === path.contour,
    );
  }

  /** How many anchors it has. */
  private get count(): number {
    return (this.own().at(-1)?.index ?? -1) + 1;
  }

  /** Whether the path has yet to be turned round, to go on from its start. */
  private get turned(): boolean {
    return this.path?.turnedAt === this.count;
  }

  closesAt(): Hit | null {
    if (!this.drawing || this.count < 2) return null;
    const first = this.turned ? this.own().at(-1) : this.own()[0];
    if (!first) return null;
    const { item, contour, index, at } = first;
    return { what: "anchor", item, contour, index, at };
  }

  /** The anchor from which the path goes on. */
  private tail(): AnchorMark | undefined {
    return this.turned ? this.own()[0] : this.own().at(-1);
  }

  private target(hit: Hit | null, alt: boolean): Target {
    const path = this.drawing ? this.path : null;
    const around = { path, count: this.count, turned: this.turned, alt, open: this.open };
    const target = targetOf(hit, around);
    const rests = target.what === "removes" && this.rests === String(refOf(target.mark));
    return rests ? { what: "rests", mark: target.mark } : target;
  }

  hover(p: Pointer): void {
    if (this.target(p.hit, p.alt).what !== "rests") this.rests = null;
    const target = this.target(p.hit, p.alt);
    if (target.what === "new" && this.drawing) {
      this.bench.aim(this.aiming(p), this.anchor(p.at, p));
    } else if (target.what === "new") this.bench.aim(this.aiming(p), null);
    else if (SHOWN_AS_IT_IS.has(target.what)) this.bench.endPreview();
    else this.bench.preview(this.onTarget(target, p, null));
  }

  down(p: Pointer): void {
    if (this.again(p)) return;
    const on = this.target(p.hit, p.alt);
    const press: Press = { p, on, shift: null, carried: [0, 0], from: p.at, into: null };
    this.press = press;
    if (on.what === "continues") {
      const { item, contour, start, count } = on;
      this.path = { item, contour, turnedAt: start && count > 1 ? count : null };
      this.open.selection.select([item]);
    }
    if (on.what !== "new") return;
    if (!this.drawing) {
      this.path = { item: newId(), contour: 0, turnedAt: null };
      this.seen = false;
      this.open.selection.select([this.path.item]);
    }
    this.meet(press, this.anchor(p.at, p));
  }

  /** Find out what the anchor of a press meets; a hand that is quicker asks again as it moves. */
  private meet(press: Press, command: Command): void {
    this.bench.aim(this.aiming(press.p), command, undefined, (shift) => {
      if (this.press === press) press.shift ??= shift;
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
    if (p.space && press.on.what === "new") {
      press.carried = plus(press.carried, minus(p.at, press.from));
    }
    press.from = p.at;
    const handle = this.handle(p, press);
    if (p.alt && handle && press.into === null) press.into = negative(handle);
    const command = this.command(p, press);
    if (!command) return;
    if (this.unmet(press)) this.meet(press, command);
    else this.bench.preview(command);
  }

  /** Whether it is still to be known what the anchor of a press meets. */
  private unmet({ on, shift, carried }: Press): boolean {
    return on.what === "new" && shift === null && carried[0] === 0 && carried[1] === 0;
  }

  up(p: Pointer): void {
    const press = this.press;
    if (!press) return;
    this.press = null;
    this.placed = { screen: p.screen, when: performance.now() };
    if (press.on.what === "new" && !far(p.screen, press.p.screen)) {
      this.bench.commitAimed(this.aiming(press.p), this.anchor(press.p.at, press.p));
      return;
    }
    const command = this.command(p, press);
    if (command && this.unmet(press)) this.bench.commitAimed(this.aiming(press.p), command);
    else if (command) this.bench.commit(command);
    if (press.on.what === "closes" || press.on.what === "joins") {
      this.path = null;
      this.rests = String(refOf(press.on.mark));
    }
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
    this.bench.endPreview();
  }

  leave(): void {
    this.finish();
  }

  /** Leave the outline open; a single anchor is not an outline. */
  private finish(): void {
    const item = this.path?.item;
    this.path = this.press = null;
    this.bench.endPreview();
    if (item && this.open.doc.saved(item)?.ends.length === 1) {
      this.open.selection.select([]);
      this.bench.commit({ kind: "delete_items", items: [item] });
    }
  }

  /** What the next anchor may meet, from the last one on. */
  private aiming(p: Pointer): Aiming | null {
    if (p.shift) return null;
    const last = this.drawing ? this.tail() : undefined;
    if (!last) return { probes: [p.at] };
    return {
      probes: [p.at],
      start: last.at,
      after: refOf(last),
      anchors: [[last.item, last.contour, last.index + 1]],
    };
  }

  /** The handle pulled so far: the hand's way since the press; null for a click and a Flow pen. */
  private handle(p: Pointer, press: Press): Point | null {
    if (this.flowing || !far(p.screen, press.p.screen)) return null;
    return minus(p.at, plus(press.p.at, press.carried));
  }

  /** Where the anchor of a press stands. */
  private placeOf(press: Press): Point {
    return plus(plus(press.p.at, press.shift ?? [0, 0]), press.carried);
  }

  private command(p: Pointer, press: Press): Command | null {
    const handle = this.handle(p, press);
    if (press.on.what !== "new") return this.onTarget(press.on, handle ? p : press.p, handle);
    const drag = { handle, into: press.into };
    return this.anchor(this.placeOf(press), handle ? p : press.p, drag);
  }

  /** What a click (or, with a handle, a drag) on something that is there does. */
  private onTarget(on: Target, p: Pointer, handle: Point | null): Command | null {
    switch (on.what) {
      case "adds":
        return { kind: "insert_anchor", item: on.item, at: p.at };
      case "removes":
        return { kind: "delete_anchors", anchors: [refOf(on.mark)] };
      case "changes":
        return { kind: "set_anchor_kind", anchors: [refOf(on.mark)], to: on.to };
      case "closes":
      case "joins":
        return this.joining(refOf(on.mark), handle, p.shift);
      case "last":
      case "continues":
        return this.pulling(handle === null ? null : p, on.what === "last");
      default:
        return null;
    }
  }

  private joining(second: AnchorRef, handle: Point | null, stepped: boolean): Command | null {
    const tail = this.tail();
    if (!tail) return null;
    const { item, contour } = tail;
    if (second[0] === item && second[1] === contour && !this.turned) {
      return { kind: "close_outline", item, contour, handle, stepped };
    }
    return { kind: "join_ends", first: refOf(tail), second, handle, stepped };
  }

  /** The last anchor's outgoing handle: withdrawn by a click, pulled anew by a drag. */
  private pulling(p: Pointer | null, withdraws: boolean): Command | null {
    const tail = this.tail();
    if (!tail) return null;
    const anchor = refOf(tail);
    const side = this.turned ? "into" : "out";
    if (p) return { kind: "move_handle", anchor, side, to: p.at, alone: true, stepped: p.shift };
    return withdraws ? { kind: "set_handle", anchor, side, angle: 0, length: 0 } : null;
  }

  private anchor(
    at: Point,
    held: Held,
    { handle = null, into = null }: { handle?: Point | null; into?: Point | null } = {},
  ): Command & { kind: "draw_anchor" } {
    return {
      kind: "draw_anchor",
      item: this.path?.item ?? newId(),
      contour: this.path?.contour ?? 0,
      turned: this.turned,
      at,
      handle,
      into,
      flowing: this.flowing && !held.alt,
      container: this.open.container.active,
      ...this.style(),
      straight: held.shift && handle === null,
      stepped: held.shift,
    };
  }
}
