// Sample colour: what lies under the pointer is given to what is selected, or to what is drawn next.
import type { Point } from "../../api/types";
import type { Gives } from "../../stores/painting/sampling";
import type { Hint, Pointer, Tool } from "../tool";

export interface Sampler {
  /** Look at what lies at a place of the canvas; with `under` only at the pictures below all. */
  look(screen: Point, under: boolean): void;
  /** Give what lies there. */
  give(screen: Point, under: boolean, what: Gives): void;
  /** What is seen now, in words; empty: nothing. */
  words(): string;
  gives(): boolean;
  leave(): void;
}

export class SampleTool implements Tool {
  readonly cursor = "crosshair";

  constructor(private readonly sampler: Sampler) {}

  about(): { text: string; hints: Hint[] } {
    const seen = this.sampler.words();
    const to = this.sampler.gives() ? "to the selection" : "to new items";
    return {
      text: seen ? `${seen}: click to apply ${to}` : "Point at a colour",
      hints: [
        ["Shift", "to the stroke"],
        ["Ctrl", "the whole style"],
        ["Alt", "from the reference"],
      ],
    };
  }

  hover(p: Pointer): void {
    this.sampler.look(p.screen, p.alt);
  }

  down(p: Pointer): void {
    this.sampler.give(p.screen, p.alt, p.ctrl ? "style" : p.shift ? "stroke" : "fill");
  }

  move(p: Pointer): void {
    this.sampler.look(p.screen, p.alt);
  }

  up(): void {
    // it was given when it was pressed
  }

  cancel(): void {
    this.sampler.leave();
  }

  leave(): void {
    this.sampler.leave();
  }
}
