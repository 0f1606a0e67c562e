// What is dragged from corner to corner, or clicked; its marks act at once.
import type { Aiming } from "../../api/types";
import type { Command, Point } from "../../api/types";
import { newId } from "../../api/ids";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import type { Dragging } from "../drag";
import { aboutMark, dragOfMark } from "../marks";
import { far, plus, type ToolContext, type Hint, type Hit, type Pointer, type Tool } from "../tool";

interface Press {
  p: Pointer;
  item: string;
  /** Where the box starts: where it was pressed, moved on by Space. */
  from: Point;
  last: Point;
}

const HELD: Hint[] = [
  ["Shift", "keep proportions"],
  ["Alt", "from the centre"],
  ["Space", "move it"],
];

/** What is made of the box. */
export interface Boxing {
  /** What it is called. */
  label(): string;
  /** What a click does, for the status bar. */
  readonly click: string;
  /** What is drawn in a box; null: there is nothing in the hand. */
  command(item: string, from: Point, p: Pointer): Command | null;
  /** The button goes down. */
  begin(p: Pointer): void;
  /** It was clicked, not dragged. */
  clicked(item: string, p: Pointer): void;
}

export class BoxTool implements Tool {
  readonly cursor = "crosshair";
  private pressed: Press | null = null;
  private drag: Dragging | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    private readonly boxing: Boxing,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    const mark = aboutMark(hit, this.open);
    if (mark) return mark;
    return {
      text: `${this.boxing.label()}: drag from corner to corner`,
      hints: this.pressed ? HELD : [...HELD.slice(0, 2), ["click", this.boxing.click]],
    };
  }

  down(p: Pointer): void {
    this.boxing.begin(p);
    this.drag = dragOfMark(p, this.open, this.bench);
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
      const command = this.boxing.command(pressed.item, pressed.from, p);
      if (command) this.bench.aim(this.aiming(p), command, [pressed.item]);
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
      this.open.selection.select([]);
      if (!far(p.screen, pressed.p.screen)) this.boxing.clicked(pressed.item, pressed.p);
      return;
    }
    const command = this.boxing.command(pressed.item, pressed.from, p);
    if (!command) return;
    this.open.selection.select([pressed.item]);
    this.bench.commitAimed(this.aiming(p), command);
  }

  key(event: KeyboardEvent): boolean {
    if (event.key === "Escape" && this.open.selection.selected.length > 0) {
      this.open.selection.select([]);
      return true;
    }
    return false;
  }

  cancel(): void {
    this.drag?.cancel();
    this.drag = this.pressed = null;
    this.bench.endPreview();
  }

  private aiming(p: Pointer): Aiming | null {
    return p.shift ? null : { probes: [p.at] };
  }
}
