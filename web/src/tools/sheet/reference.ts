// Reference: the only tool that can pick a picture to trace; it moves, sizes and turns it.
import type { OpenDrawing } from "../../stores/board/opendrawing";
import { Drag } from "../drag";
import type { Point } from "../../api/types";
import { far, type ToolContext, type Hint, type Hit, type Pointer, type Tool } from "../tool";

export class ReferenceTool implements Tool {
  readonly cursor = "default";
  private drag: Drag | null = null;

  private press: Pointer | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    /** Find the form at a place of a reference, besides those found so far. */
    private readonly find: (reference: string, at: Point, besides: boolean) => void,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    const hints: Hint[] = [["Shift U", "hide or show"]];
    if (hit?.what !== "reference") {
      return { text: "Drop or paste a picture, or add one in Properties", hints };
    }
    if (hit.part === "turn") return { text: "Drag to rotate", hints: [["Shift", "15° steps"]] };
    if (hit.part === "corner") {
      return {
        text: "Reference: drag to resize about its centre",
        hints: [["Del", "delete"], ...hints],
      };
    }
    const more: Hint[] = [
      ["Shift", "click: add an area"],
      ["Del", "delete"],
    ];
    return {
      text: "Reference: click an area to trace its edge, drag to move",
      hints: [...more, ...hints],
    };
  }

  down(p: Pointer): void {
    const hit = p.hit;
    this.open.selection.select([]);
    if (hit?.what !== "reference") {
      this.open.doc.aid = null;
      return;
    }
    const { reference, part } = hit;
    this.open.doc.aid = reference;
    this.press = part === "whole" ? p : null;
    this.drag = new Drag(this.bench, p, (to, held, start) => ({
      kind: "drag_reference",
      reference,
      part,
      start,
      to,
      stepped: held.shift,
    }));
  }

  move(p: Pointer): void {
    this.drag?.move(p);
  }

  up(p: Pointer): void {
    const { press } = this;
    this.drag?.up(p);
    this.drag = this.press = null;
    const reference = this.open.doc.aid;
    if (press && reference && !far(p.screen, press.screen)) this.find(reference, p.at, p.shift);
  }

  key(event: KeyboardEvent): boolean {
    const reference = this.open.doc.aid;
    if (!reference || !this.open.doc.sheet.references.some((u) => u.id === reference)) return false;
    if (event.key === "Delete" || event.key === "Backspace") {
      this.bench.commit({ kind: "delete_reference", reference });
    } else if (event.key !== "Escape") return false;
    this.open.doc.aid = null;
    return true;
  }

  cancel(): void {
    this.drag?.cancel();
    this.drag = this.press = null;
  }
}
