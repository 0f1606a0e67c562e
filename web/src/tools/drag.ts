// Dragging something that stands on the sheet: a command for where the pointer is now, previewed
// while the hand moves and committed once it lets go. Cues may move it to what it meets.
import type { Command, Point } from "../api/types";
import type { Aiming } from "../api/types";
import { far, minus, plus, type ToolContext, type Held, type Pointer } from "./tool";

/** The command for a drag from `from` to `to`; null while there is nothing to do. */
export type Script = (to: Point, held: Held, from: Point) => Command | null;

/** What the drag asks of the cues, for a place; null: nothing is met. */
export type Asks = (to: Point, from: Point) => Aiming;

interface DragOptions {
  /** The place of what is dragged, which keeps its distance from the pointer. */
  grabbed?: Point;
  asks?: Asks;
}

/** What the hand has taken hold of, until it lets go. */
export interface Dragging {
  move(p: Pointer): void;
  /** Whether anything was dragged. */
  up(p: Pointer): boolean;
  cancel(): void;
}

export class Drag implements Dragging {
  moved = false;
  private readonly offset: Point;
  private readonly from: Point;

  constructor(
    private readonly bench: ToolContext,
    private readonly start: Pointer,
    private readonly script: Script,
    private readonly options: DragOptions = {},
  ) {
    this.from = options.grabbed ?? start.at;
    this.offset = minus(this.from, start.at);
  }

  move(p: Pointer): void {
    this.moved ||= far(p.screen, this.start.screen);
    if (this.moved) this.bench.aim(this.aiming(p), this.command(p));
  }

  /** Whether an edit was committed. */
  up(p: Pointer): boolean {
    const command = this.moved ? this.command(p) : null;
    if (command) this.bench.commitAimed(this.aiming(p), command);
    return this.moved;
  }

  cancel(): void {
    this.bench.endPreview();
  }

  /** Shift constrains the drag itself, so that nothing else is met. */
  private aiming(p: Pointer): Aiming | null {
    if (!this.options.asks || p.shift) return null;
    return this.options.asks(plus(p.at, this.offset), this.from);
  }

  private command(p: Pointer): Command | null {
    return this.script(plus(p.at, this.offset), p, this.from);
  }
}
