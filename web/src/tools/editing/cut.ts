// Cut: drag a straight line across forms, or a free one with Ctrl; a click cuts a path there.
import type { Aiming } from "../../api/types";
import type { Command, Point } from "../../api/types";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import { thinned } from "../trail";
import { far, type ToolContext, type Hint, type Hit, type Pointer, type Tool } from "../tool";

/** The most places that one command carries. */
const MOST_POINTS = 19_000;

interface Press {
  p: Pointer;
  /** Where the hand has been, of a free line. */
  points: Point[] | null;
}

export interface Knife {
  /** How far a free line may stay from the hand, in sheet units, as things are looked at now. */
  tolerance(): number;
  /** Show the line while it is drawn. */
  ink(points: Point[] | null): void;
}

export class CutTool implements Tool {
  readonly cursor = "crosshair";
  private press: Press | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    private readonly knife: Knife,
  ) {}

  about(hit: Hit | null, alt = false): { text: string; hints: Hint[] } {
    const some = this.open.selection.selected.length > 0;
    const hints: Hint[] = [
      ["Shift", "15° steps"],
      ["Ctrl", "free line"],
      ["Alt", "leave open"],
    ];
    if (this.press)
      return { text: alt ? "Cuts the outline only" : "Divides what it crosses", hints };
    if (hit?.what === "item") {
      const name = this.open.doc.drawable(hit.item)?.name ?? "";
      return { text: `${name}: click its edge to cut there, or drag a line across it`, hints };
    }
    const what = some ? "the selection" : "shapes and paths";
    return { text: `Drag a line across ${what}`, hints };
  }

  hover(p: Pointer): void {
    this.bench.aim({ probes: [p.at] }, null);
  }

  down(p: Pointer): void {
    this.press = { p, points: p.ctrl ? [p.at] : null };
    this.bench.endPreview();
  }

  move(p: Pointer): void {
    const { press } = this;
    if (!press || !far(p.screen, press.p.screen)) return;
    press.points?.push(...p.trail);
    if (press.points) this.knife.ink(press.points);
    else if (!p.shift) this.knife.ink([press.p.at, p.at]);
    this.bench.aim(this.aiming(p, press), this.cut(p, press), undefined, (_, line) => {
      // held to steps, or drawn to what it meets, the line lies where the core has it
      if (line && this.press === press && !press.points) this.knife.ink(line);
    });
  }

  up(p: Pointer): void {
    const { press } = this;
    this.press = null;
    this.knife.ink(null);
    if (!press) return;
    if (far(p.screen, press.p.screen)) {
      this.bench.commitAimed(this.aiming(p, press), this.cut(p, press));
      return;
    }
    this.bench.endPreview();
    if (p.hit?.what === "item") {
      this.bench.commit({ kind: "cut_path", item: p.hit.item, at: p.at });
    }
  }

  cancel(): void {
    this.press = null;
    this.knife.ink(null);
    this.bench.endPreview();
  }

  /** What a straight line's end may meet; a free line goes where the hand goes. */
  private aiming(p: Pointer, press: Press): Aiming | null {
    return press.points || p.shift ? null : { probes: [p.at], start: press.p.at };
  }

  private cut(p: Pointer, press: Press): Command {
    const points = press.points ?? [press.p.at, p.at];
    return {
      kind: "cut_items",
      items: this.open.selection.selected,
      line: thinned(points, MOST_POINTS),
      closes: !p.alt,
      stepped: p.shift,
      tolerance: this.knife.tolerance(),
    };
  }
}
