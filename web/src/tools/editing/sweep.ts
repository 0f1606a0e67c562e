// Sweep: drag across regions to fuse them, with Alt to remove them; a click makes one an item.
import type { Command, Point } from "../../api/types";
import { between } from "../trail";
import { far, type ToolContext, type Hint, type Pointer, type Tool } from "../tool";

/** Pixels: a region as narrow as this is found, however fast the hand goes across it. */
const APART = 3;

export interface Regions {
  enter(): void;
  leave(): void;
  /** Light up the region at a place; null: none. */
  light(place: Point | null): void;
  across(places: readonly Point[]): void;
  /** Sheet units of so many pixels. */
  pixels(count: number): number;
  removes(on: boolean): void;
  /** The sweep was interrupted. */
  drop(): void;
  /** Make what becomes of what was gone across, once that is known. */
  sweep(make: (command: Command) => void): void;
  count(): number;
}

export class SweepTool implements Tool {
  readonly cursor = "crosshair";
  private press: Pointer | null = null;
  /** Where the hand was last. */
  private last: Point = [0, 0];

  constructor(
    private readonly bench: ToolContext,
    private readonly regions: Regions,
  ) {}

  enter(): void {
    this.regions.enter();
  }

  leave(): void {
    this.regions.leave();
  }

  about(_hit: unknown, alt = false): { text: string; hints: Hint[] } {
    const hints: Hint[] = [["Alt", "delete"]];
    if (this.press)
      return {
        text: alt ? "Deletes the regions you drag across" : "Merges the regions you drag across",
        hints,
      };
    if (this.regions.count() === 0) {
      return { text: "No enclosed region here", hints: [["Q", "select other items"]] };
    }
    const text = alt
      ? "Click a region to delete it, or drag across several"
      : "Click a region to make it an item, or drag across several to merge them";
    return { text, hints };
  }

  hover(p: Pointer): void {
    this.regions.removes(p.alt);
    this.regions.light(p.at);
  }

  down(p: Pointer): void {
    this.press = p;
    this.last = p.at;
    this.regions.removes(p.alt);
    this.regions.across([p.at]);
  }

  move(p: Pointer): void {
    if (!this.press || !far(p.screen, this.press.screen)) return;
    this.regions.removes(p.alt);
    const apart = this.regions.pixels(APART);
    for (const place of p.trail) {
      this.regions.across(between(this.last, place, apart));
      this.last = place;
    }
  }

  up(p: Pointer): void {
    if (!this.press) return;
    this.press = null;
    this.regions.removes(p.alt);
    this.regions.sweep((command) => this.bench.commit(command));
    this.regions.light(null);
  }

  cancel(): void {
    this.press = null;
    this.regions.drop();
    this.regions.light(null);
  }
}
