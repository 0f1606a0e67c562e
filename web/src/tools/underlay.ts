// Underlay: the only tool that can pick a picture to trace; it moves, sizes and turns it.
import type { useBoard } from "../stores/board";
import { Drag } from "./drag";
import type { Bench, Hint, Hit, Pointer, Tool } from "./tool";

type Board = ReturnType<typeof useBoard>;

export class UnderlayTool implements Tool {
  readonly cursor = "default";
  private drag: Drag | null = null;

  constructor(
    private readonly board: Board,
    private readonly bench: Bench,
  ) {}

  about(hit: Hit | null): { text: string; hints: Hint[] } {
    const hints: Hint[] = [["Shift U", "hide and show"]];
    if (hit?.what !== "underlay") {
      return { text: "Drop a picture here, paste one, or choose a file", hints };
    }
    if (hit.part === "turn") return { text: "Drag to turn", hints: [["Shift", "15° steps"]] };
    const does = hit.part === "corner" ? "resize about its middle" : "move";
    return { text: `Underlay: drag to ${does}`, hints: [["Del", "remove"], ...hints] };
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
    this.drag?.up(p);
    this.drag = null;
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
    this.drag = null;
  }
}
