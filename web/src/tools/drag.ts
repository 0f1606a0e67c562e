// Dragging something that stands on the sheet: a command for where the pointer is now, previewed
// while the hand moves and committed once it lets go.
import type { Command, Point } from "../api/types";
import { far, minus, plus, type Bench, type Held, type Pointer } from "./tool";

/** The command for a drag from `from` to `to`; null while there is nothing to do. */
export type Script = (to: Point, held: Held, from: Point) => Command | null;

export class Drag {
  moved = false;
  private readonly offset: Point;
  private last: Pointer;

  /** `grabbed`: the place of what is dragged, which keeps its distance from the pointer. */
  constructor(
    private readonly bench: Bench,
    private readonly start: Pointer,
    private readonly script: Script,
    grabbed: Point = start.at,
  ) {
    this.offset = minus(grabbed, start.at);
    this.last = start;
  }

  move(p: Pointer): void {
    this.last = p;
    this.moved ||= far(p.screen, this.start.screen);
    const command = this.command();
    if (command) this.bench.preview(command);
  }

  /** Whether an edit was committed. */
  up(p: Pointer): boolean {
    this.last = p;
    const command = this.command();
    if (command) this.bench.commit(command);
    return command !== null;
  }

  cancel(): void {
    this.bench.endPreview();
  }

  private command(): Command | null {
    if (!this.moved) return null;
    const from = plus(this.start.at, this.offset);
    return this.script(plus(this.last.at, this.offset), this.last, from);
  }
}
