// Brush over: drag along an outline to smooth what the brush touches; with Alt held drag it aside,
// which pulls softly as far as the brush is wide.
import type { Command, Point, UnitFacts } from "../../api/types";
import type { BrushEffect } from "../../stores/editing/brushing";
import type { OpenDrawing } from "../../stores/board/opendrawing";
import { length } from "../../lib/numbers";
import { thinned } from "../trail";
import {
  far,
  minus,
  type ToolContext,
  type Hint,
  type Hit,
  type Pointer,
  type Tool,
} from "../tool";

/** The most places that one command carries. */
const MOST_POINTS = 4_000;
/** How much wider or narrower the brush becomes at a key. */
const STEP = 1.25;

export interface Brush {
  /** Sheet units: how far it reaches. */
  reach(): number;
  widen(times: number): void;
  /** What it does, where Alt does not say otherwise. */
  effect(): BrushEffect;
  /** From 0 to 1. */
  amount(): number;
}

interface Press {
  p: Pointer;
  item: string;
  pulls: boolean;
  places: Point[];
}

export class BrushTool implements Tool {
  readonly cursor = "none";
  private press: Press | null = null;

  constructor(
    private readonly open: OpenDrawing,
    private readonly bench: ToolContext,
    private readonly brush: Brush,
  ) {}

  about(hit: Hit | null, alt = false): { text: string; hints: Hint[] } {
    const pulls = this.press?.pulls ?? this.pulls(alt);
    const hints: Hint[] = [
      ["Alt", this.brush.effect() === "pull" ? "smooth" : "pull"],
      ["[ ]", "narrower, wider"],
    ];
    const item = hit?.what === "item" ? hit.item : this.open.selection.selected[0];
    const name = item ? (this.open.doc.drawable(item)?.name ?? "") : "an outline";
    const text = pulls ? `Drag the edge of ${name} aside` : `Brush along the edge of ${name}`;
    return { text, hints };
  }

  down(p: Pointer): void {
    const under = p.hit?.what === "item" ? p.hit.item : undefined;
    if (under && !this.open.selection.selected.includes(under)) this.open.selection.select([under]);
    const item = under ?? this.open.selection.selected[0];
    if (!item) return;
    this.press = { p, item, pulls: this.pulls(p.alt), places: [p.at] };
  }

  move(p: Pointer): void {
    const { press } = this;
    if (!press) return;
    press.places.push(...p.trail);
    if (far(p.screen, press.p.screen)) this.bench.preview(this.command(press, p));
  }

  up(p: Pointer): void {
    const { press } = this;
    this.press = null;
    if (!press) return;
    if (far(p.screen, press.p.screen)) this.bench.commit(this.command(press, p));
    this.bench.endPreview();
  }

  /** How far a pull goes, and how far around it the outline moves. */
  bubble(unit: UnitFacts): string | null {
    const { press } = this;
    if (!press?.pulls) return null;
    const by = minus(press.places.at(-1) ?? press.p.at, press.p.at);
    const reach = length(this.brush.reach(), unit);
    return `${length(Math.hypot(...by), unit)} ${unit.name}, radius ${reach} ${unit.name}`;
  }

  key(event: KeyboardEvent): boolean {
    if (event.key === "]") this.brush.widen(STEP);
    else if (event.key === "[") this.brush.widen(1 / STEP);
    else return false;
    return true;
  }

  cancel(): void {
    this.press = null;
    this.bench.endPreview();
  }

  leave(): void {
    this.cancel();
  }

  private pulls(alt: boolean): boolean {
    return (this.brush.effect() === "pull") !== alt;
  }

  private command(press: Press, p: Pointer): Command {
    const { item } = press;
    const reach = this.brush.reach();
    const grabbed = press.p.at;
    if (press.pulls) return { kind: "pull_with_brush", item, grabbed, to: p.at, reach };
    const places = thinned(press.places, MOST_POINTS);
    return { kind: "smooth_with_brush", item, places, reach, amount: this.brush.amount() };
  }
}
