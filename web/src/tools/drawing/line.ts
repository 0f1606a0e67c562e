// Line: drag from one end to the other.
import type { Command, Point } from "../../api/types";
import { newId } from "../../api/ids";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import { far, plus, type ToolContext, type Hint, type Pointer, type Tool } from "../tool";
import type { Starts } from "./shape";

export class LineTool implements Tool {
  readonly cursor = "crosshair";
  private pressed: { p: Pointer; item: string; shift: Point } | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    private readonly starts: Pick<Starts, "style">,
  ) {}

  about(): { text: string; hints: Hint[] } {
    return {
      text: "Line: drag from one end to the other",
      hints: [
        ["Shift", "15° steps"],
        ["Alt", "from the centre"],
      ],
    };
  }

  hover(p: Pointer): void {
    this.bench.aim({ probes: [p.at] }, null);
  }

  down(p: Pointer): void {
    const pressed = { p, item: newId(), shift: [0, 0] as Point };
    this.pressed = pressed;
    this.bench.aim({ probes: [p.at] }, null, [], (shift) => {
      pressed.shift = shift;
    });
  }

  move(p: Pointer): void {
    const { pressed } = this;
    if (!pressed || !far(p.screen, pressed.p.screen)) return;
    const aiming = p.shift ? null : { probes: [p.at], start: plus(pressed.p.at, pressed.shift) };
    this.bench.aim(aiming, this.command(p, pressed), [pressed.item]);
  }

  up(p: Pointer): void {
    const { pressed } = this;
    this.pressed = null;
    if (!pressed) return;
    if (!far(p.screen, pressed.p.screen)) {
      this.bench.endPreview();
      this.open.selection.select([]);
      return;
    }
    this.open.selection.select([pressed.item]);
    const aiming = p.shift ? null : { probes: [p.at], start: plus(pressed.p.at, pressed.shift) };
    this.bench.commitAimed(aiming, this.command(p, pressed));
  }

  cancel(): void {
    this.pressed = null;
    this.bench.endPreview();
  }

  private command(p: Pointer, pressed: { p: Pointer; item: string; shift: Point }): Command {
    return {
      kind: "draw_line",
      item: pressed.item,
      start: plus(pressed.p.at, pressed.shift),
      to: p.at,
      stepped: p.shift,
      centred: p.alt,
      container: this.open.container.active,
      ...this.starts.style(),
    };
  }
}
