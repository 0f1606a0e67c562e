// Shapes: drag the box of a parametric shape; its marks act at once.
import type { Command, Point, Style } from "../api/types";
import { newId } from "../core/ids";
import type { useBoard } from "../stores/board";
import type { Dragging } from "./drag";
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

interface Press {
  p: Pointer;
  item: string;
  /** Where the box starts: where it was pressed, moved on by Space. */
  from: Point;
  last: Point;
}

const HELD: Hint[] = [
  ["Shift", "its own proportion"],
  ["Alt", "from the middle"],
  ["Space", "move it"],
];

/** What new shapes start with, and the panel for exact values. */
export interface Starts {
  dials(kind: string): { dials?: Record<string, number> };
  style(): { style?: Style };
  /** A click without a drag: ask for exact values at the pointer; null puts the question away. */
  exact(at: Point | null, screen: Point): void;
}

export class ShapeTool implements Tool {
  readonly cursor = "crosshair";
  private pressed: Press | null = null;
  private drag: Dragging | null = null;

  constructor(
    private readonly board: Board,
    private readonly bench: Bench,
    private readonly shape: string,
    private readonly label: string,
    private readonly starts: Starts,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    const mark = aboutMark(hit, this.board);
    if (mark) return mark;
    return {
      text: `${this.label}: drag from corner to corner`,
      hints: this.pressed ? HELD : [...HELD.slice(0, 2), ["click", "exact values"]],
    };
  }

  down(p: Pointer): void {
    this.starts.exact(null, p.screen);
    this.drag = dragOfMark(p, this.board, this.bench);
    if (!this.drag) this.pressed = { p, item: newId(), from: p.at, last: p.at };
  }

  move(p: Pointer): void {
    this.drag?.move(p);
    const pressed = this.pressed;
    if (pressed && p.space) {
      // The box moves as it is, from where it was begun.
      const by: Point = [p.at[0] - pressed.last[0], p.at[1] - pressed.last[1]];
      pressed.from = plus(pressed.from, by);
    }
    if (pressed) pressed.last = p.at;
    if (pressed && far(p.screen, pressed.p.screen)) {
      this.bench.aim(this.aiming(p), this.command(p, pressed), [pressed.item]);
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
      if (!far(p.screen, pressed.p.screen)) this.starts.exact(pressed.p.at, pressed.p.screen);
      return;
    }
    this.board.select([pressed.item]);
    this.bench.commitAimed(this.aiming(p), this.command(p, pressed));
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

  private command(p: Pointer, pressed: Press): Command {
    return {
      kind: "draw_shape",
      item: pressed.item,
      shape: this.shape,
      start: pressed.from,
      to: p.at,
      square: p.shift,
      centred: p.alt,
      container: this.board.place,
      ...this.starts.dials(this.shape),
      ...this.starts.style(),
    };
  }
}
