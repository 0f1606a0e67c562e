// Shapes: drag the box of a parametric shape; its marks act at once.
import type { Command, Point } from "../api/types";
import { newId } from "../core/ids";
import type { useBoard } from "../stores/board";
import type { Drag } from "./drag";
import { aboutMark, dragOfMark } from "./marks";
import { editItems } from "./select";
import {
  far,
  plus,
  type Aiming,
  type Bench,
  type Hint,
  type Hit,
  type Pointer,
  type Tool,
} from "./tool";

type Board = ReturnType<typeof useBoard>;

export class ShapeTool implements Tool {
  readonly cursor = "crosshair";
  private pressed: { p: Pointer; item: string } | null = null;
  private drag: Drag | null = null;

  constructor(
    private readonly board: Board,
    private readonly bench: Bench,
    private readonly shape: string,
    private readonly label: string,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    const mark = aboutMark(hit, this.board);
    if (mark) return mark;
    return {
      text: `${this.label}: drag from corner to corner`,
      hints: [
        ["Shift", "as wide as high"],
        ["Alt", "from the middle"],
      ],
    };
  }

  down(p: Pointer): void {
    this.drag = dragOfMark(p, this.board, this.bench);
    if (!this.drag) this.pressed = { p, item: newId() };
  }

  move(p: Pointer): void {
    this.drag?.move(p);
    if (this.pressed && far(p.screen, this.pressed.p.screen)) {
      const pressed = this.pressed;
      const build = (shift: Point): Command =>
        this.command({ ...p, at: plus(p.at, shift) }, pressed);
      this.bench.aim(this.aiming(p), build, [pressed.item]);
    }
  }

  up(p: Pointer): void {
    const { drag, pressed } = this;
    this.drag = this.pressed = null;
    drag?.up(p);
    if (!pressed) return;
    const [across, down] = [p.at[0] - pressed.p.at[0], p.at[1] - pressed.p.at[1]];
    const wide = across !== 0 && (down !== 0 || p.shift);
    if (!far(p.screen, pressed.p.screen) || !wide) {
      this.bench.endPreview();
      this.board.select([]);
      return;
    }
    this.board.select([pressed.item]);
    this.bench.commitAimed(this.aiming(p), (shift) =>
      this.command({ ...p, at: plus(p.at, shift) }, pressed),
    );
  }

  key(event: KeyboardEvent): boolean {
    if (event.key === "Escape" && this.board.selected.length > 0) {
      this.board.select([]);
      return true;
    }
    return editItems(event, this.board, this.bench);
  }

  cancel(): void {
    this.drag?.cancel();
    this.drag = this.pressed = null;
    this.bench.endPreview();
  }

  private aiming(p: Pointer): Aiming | null {
    return p.shift ? null : { probes: [p.at] };
  }

  private command(p: Pointer, pressed: { p: Pointer; item: string }): Command {
    return {
      kind: "draw_shape",
      item: pressed.item,
      shape: this.shape,
      start: pressed.p.at,
      to: p.at,
      square: p.shift,
      centred: p.alt,
    };
  }
}
