// Underlay: the only tool that can pick a picture to trace; it moves, sizes and turns it.
import type { useBoard } from "../../stores/board/board";
import { Drag } from "../drag";
import type { Point } from "../../api/types";
import { far, type ToolContext, type Hint, type Hit, type Pointer, type Tool } from "../tool";

type Board = ReturnType<typeof useBoard>;

export class ReferenceTool implements Tool {
  readonly cursor = "default";
  private drag: Drag | null = null;

  private press: Pointer | null = null;

  constructor(
    private readonly board: Board,
    private readonly bench: ToolContext,
    /** Find the form at a place of an underlay, besides those found so far. */
    private readonly find: (underlay: string, at: Point, besides: boolean) => void,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    const hints: Hint[] = [["Shift U", "hide or show"]];
    if (hit?.what !== "underlay") {
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
    this.board.select([]);
    if (hit?.what !== "underlay") {
      this.board.aid = null;
      return;
    }
    const { underlay, part } = hit;
    this.board.aid = underlay;
    this.press = part === "whole" ? p : null;
    this.drag = new Drag(this.bench, p, (to, held, start) => ({
      kind: "drag_underlay",
      underlay,
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
    const underlay = this.board.aid;
    if (press && underlay && !far(p.screen, press.screen)) this.find(underlay, p.at, p.shift);
  }

  key(event: KeyboardEvent): boolean {
    const underlay = this.board.aid;
    if (!underlay || !this.board.sheet.underlays.some((u) => u.id === underlay)) return false;
    if (event.key === "Delete" || event.key === "Backspace") {
      this.bench.commit({ kind: "remove_underlay", underlay });
    } else if (event.key !== "Escape") return false;
    this.board.aid = null;
    return true;
  }

  cancel(): void {
    this.drag?.cancel();
    this.drag = this.press = null;
  }
}
