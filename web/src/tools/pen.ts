// Pen: click for corner anchors, drag for anchors with handles, close on the first anchor.
import type { Command, Point } from "../api/types";
import { newId } from "../core/ids";
import type { useBoard } from "../stores/board";
import { far, minus, type Bench, type Hint, type Hit, type Pointer, type Tool } from "./tool";

type Board = ReturnType<typeof useBoard>;

export class PenTool implements Tool {
  readonly cursor = "crosshair";
  private item: string | null = null;
  private pressed: Pointer | null = null;
  private closing = false;

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
    if (!this.item || !this.drawing) return;
    if (this.closes(p.hit)) this.bench.preview({ kind: "close_outline", item: this.item });
    else this.bench.preview(this.anchor(p.at, null, p));
  }

  down(p: Pointer): void {
    if (!this.drawing) {
      this.item = newId();
      this.board.select([this.item]);
    }
    this.closing = this.closes(p.hit);
    this.pressed = p;
  }

  move(p: Pointer): void {
    if (this.pressed) this.bench.preview(this.command(p, this.pressed));
  }

  up(p: Pointer): void {
    if (!this.pressed) return;
    const command = this.command(p, this.pressed);
    this.pressed = null;
    this.bench.commit(command);
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

  private command(p: Pointer, pressed: Pointer): Command {
    const handle = far(p.screen, pressed.screen) ? minus(p.at, pressed.at) : null;
    if (this.closing && this.item) return { kind: "close_outline", item: this.item, handle };
    return this.anchor(pressed.at, handle, { shift: handle ? p.shift : pressed.shift });
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
