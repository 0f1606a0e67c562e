// Symmetry: lay a line through one place or two, see what it makes, drag it; then make it.
import { aboutMark, dragOfMark } from "../marks";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import type { Dragging } from "../drag";
import { far, plus, type ToolContext, type Hint, type Hit, type Pointer, type Tool } from "../tool";
import type { Point } from "../../api/types";

/** What is drafted. */
export interface Laying {
  enter(): void;
  leave(): void;
  /** A line is drafted; else it is one that is there already. */
  drafts(): boolean;
  layAt(place: Point): void;
}

export class SymmetryTool implements Tool {
  readonly cursor = "crosshair";
  private drag: Dragging | null = null;
  private pressed: { p: Pointer; dragged: boolean } | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    private readonly laying: Laying,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    const mark = aboutMark(hit, this.open);
    if (mark) return mark;
    if (!this.laying.drafts()) {
      return {
        text: "Drag the axis, one of its ends or its centre",
        hints: [["Shift", "in steps"]],
      };
    }
    return {
      text: "Click a point of the axis, or drag the axis",
      hints: [
        ["Shift", "15° steps"],
        ["Enter", "create"],
        ["Esc", "cancel"],
      ],
    };
  }

  enter(): void {
    this.laying.enter();
  }

  leave(): void {
    this.laying.leave();
  }

  down(p: Pointer): void {
    this.drag = dragOfMark(p, this.open, this.bench);
    if (this.drag || !this.laying.drafts()) return;
    const pressed = { p, dragged: false };
    this.pressed = pressed;
    this.laying.layAt(p.at); // a quick hand goes on from here
    this.bench.aim({ probes: [p.at] }, null, [], (shift) => {
      if (!pressed.dragged) this.laying.layAt(plus(p.at, shift));
    });
  }

  move(p: Pointer): void {
    this.drag?.move(p);
    const pressed = this.pressed;
    if (!pressed || !far(p.screen, pressed.p.screen)) return;
    pressed.dragged = true;
    this.bench.dragCopies("end", p.at, p.shift);
  }

  up(p: Pointer): void {
    this.move(p);
    this.drag?.up(p);
    this.drag = this.pressed = null;
  }

  key(event: KeyboardEvent): boolean {
    if (event.key !== "Escape" || this.open.selection.selected.length === 0) return false;
    this.open.selection.select([]);
    return true;
  }

  cancel(): void {
    this.drag?.cancel();
    this.drag = this.pressed = null;
  }
}
