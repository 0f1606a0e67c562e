// Guide: pull guides from the rulers or draw them at an angle; move, lock and remove them.
import type { Command, Point } from "../../api/types";
import { newId } from "../../api/ids";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import { Drag } from "../drag";
import { far, type ToolContext, type Hint, type Hit, type Pointer, type Tool } from "../tool";

const OPEN = { angle: 0, locked: false };

export class GuideTool implements Tool {
  readonly cursor = "crosshair";
  private drag: Drag | null = null;
  private pressed: { p: Pointer; id: string } | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    if (hit?.what === "guide") {
      return {
        text: "Guide: drag to move",
        hints: [["Del", "delete the guide"]],
      };
    }
    if (hit?.what === "ruler") return { text: "Ruler: drag a guide from here", hints: [] };
    return {
      text: "Drag a guide from a ruler, or drag on the sheet for one at an angle",
      hints: [["Shift", "15° steps"]],
    };
  }

  down(p: Pointer): void {
    const hit = p.hit;
    if (hit?.what === "guide") {
      const guide = hit.guide;
      this.open.selection.select([]);
      this.open.doc.aid = guide;
      this.drag = new Drag(this.bench, p, (to) => ({ kind: "move_guide", guide, to }));
    } else this.pressed = { p, id: newId() };
  }

  move(p: Pointer): void {
    this.drag?.move(p);
    if (this.pressed && far(p.screen, this.pressed.p.screen)) {
      this.bench.preview(this.command(p, this.pressed), []);
    }
  }

  up(p: Pointer): void {
    const { drag, pressed } = this;
    this.drag = this.pressed = null;
    drag?.up(p);
    if (!pressed) return;
    if (!far(p.screen, pressed.p.screen)) {
      this.open.doc.aid = null;
      this.bench.endPreview();
      return;
    }
    this.open.selection.select([]);
    this.open.doc.aid = pressed.id;
    this.bench.commit(this.command(p, pressed));
  }

  key(event: KeyboardEvent): boolean {
    const guide = this.open.doc.aid;
    if (!guide || !this.open.doc.sheet.guides.some((g) => g.id === guide)) return false;
    if (event.key === "Delete" || event.key === "Backspace") {
      this.bench.commit({ kind: "delete_guides", guides: [guide] });
    } else if (event.key !== "Escape") return false;
    this.open.doc.aid = null;
    return true;
  }

  cancel(): void {
    this.drag = this.pressed = null;
    this.bench.endPreview();
  }

  private command(p: Pointer, pressed: { p: Pointer; id: string }): Command {
    const from = pressed.p;
    if (from.hit?.what === "ruler") {
      const angle = from.hit.axis === "across" ? 0 : 90;
      const [x, y] = p.at;
      return { kind: "add_guide", guide: { ...OPEN, id: pressed.id, x, y, angle } };
    }
    const [x, y]: Point = from.at;
    const guide = { ...OPEN, id: pressed.id, x, y };
    return { kind: "add_guide", guide, through: p.at, stepped: p.shift };
  }
}
