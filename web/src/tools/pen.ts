// Pen: click for corner anchors, drag for anchors with handles, close on the first anchor.
import type { AnchorMark, Command, Point } from "../api/types";
import { newId } from "../core/ids";
import type { useBoard } from "../stores/board";
import {
  far,
  minus,
  plus,
  type Aiming,
  type Bench,
  type Hint,
  type Hit,
  type Pointer,
  type Tool,
} from "./tool";

type Board = ReturnType<typeof useBoard>;

export class PenTool implements Tool {
  readonly cursor = "crosshair";
  private item: string | null = null;
  private pressed: Pointer | null = null;
  private closing = false;
  /** How far the pressed anchor moved to meet something. */
  private shift: Point = [0, 0];

  constructor(
    private readonly board: Board,
    private readonly bench: Bench,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    if (this.pressed) {
      return { text: "Pulling the handles of this anchor", hints: [["Shift", "15° steps"]] };
    }
    if (!this.drawing) {
      const text = "Click for a corner, drag for an anchor with handles";
      return { text, hints: [] };
    }
    const hints: Hint[] = [
      ["Shift", "45° steps"],
      ["Enter", "finish open"],
      ["⌫", "take back the last anchor"],
    ];
    if (this.closes(hit)) {
      return { text: "Closes the outline: click, or drag to shape the closing curve", hints: [] };
    }
    return { text: "Next anchor", hints };
  }

  /** Whether the outline being drawn exists (undo may have taken it back). */
  private get drawing(): boolean {
    return this.item !== null && this.board.drawable(this.item) !== undefined;
  }

  /** Whether the pointer stands on the first anchor of the outline being drawn. */
  closes(hit: Hit | null): boolean {
    return hit?.what === "anchor" && hit.item === this.item && hit.index === 0 && this.count() > 1;
  }

  private count(): number {
    return this.board.marks.anchors.filter((a) => a.item === this.item).length;
  }

  hover(p: Pointer): void {
    if (!this.item || !this.drawing) {
      this.bench.aim(this.aiming(p), () => null);
      return;
    }
    if (this.closes(p.hit)) this.bench.preview({ kind: "close_outline", item: this.item });
    else {
      this.bench.aim(this.aiming(p), (shift) => this.anchor(plus(p.at, shift), null, p));
    }
  }

  down(p: Pointer): void {
    if (!this.drawing) {
      this.item = newId();
      this.board.select([this.item]);
    }
    this.closing = this.closes(p.hit);
    this.pressed = p;
    this.shift = [0, 0];
    if (!this.closing) this.bench.aim(this.aiming(p), (shift) => this.met(p, shift));
  }

  move(p: Pointer): void {
    if (this.pressed) this.bench.preview(this.command(p, this.pressed));
  }

  up(p: Pointer): void {
    if (!this.pressed) return;
    const { pressed, closing } = this;
    this.pressed = null;
    if (far(p.screen, pressed.screen) || closing) this.bench.commit(this.command(p, pressed));
    else {
      this.bench.commitAimed(this.aiming(pressed), (shift) =>
        this.anchor(plus(pressed.at, shift), null, { shift: pressed.shift }),
      );
    }
    if (this.closing) this.item = null;
    this.closing = false;
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
    this.pressed = null;
    this.closing = false;
    this.bench.endPreview();
  }

  leave(): void {
    this.finish();
  }

  /** Leave the outline open; a single anchor is not an outline. */
  private finish(): void {
    const item = this.item;
    this.item = null;
    this.pressed = null;
    this.bench.endPreview();
    if (item && this.board.items.get(item)?.path.match(/^M[^LC]*$/)) {
      this.board.select([]);
      this.bench.commit({ kind: "remove_items", items: [item] });
    }
  }

  /** Remember where the pressed anchor stands once it is known what it meets. */
  private met(p: Pointer, shift: Point): Command {
    if (this.pressed === p) this.shift = shift;
    return this.anchor(plus(p.at, shift), null, p);
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

  private command(p: Pointer, pressed: Pointer): Command {
    const at = plus(pressed.at, this.shift);
    const handle = far(p.screen, pressed.screen) ? minus(p.at, at) : null;
    if (this.closing && this.item) return { kind: "close_outline", item: this.item, handle };
    return this.anchor(at, handle, { shift: handle ? p.shift : pressed.shift });
  }

  private anchor(at: Point, handle: Point | null, held: { shift: boolean }): Command {
    return {
      kind: "draw_anchor",
      item: this.item ?? newId(),
      at,
      handle,
      straight: held.shift && handle === null,
      stepped: held.shift,
    };
  }
}
