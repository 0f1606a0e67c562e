// What an edit would do, shown while the hand still moves: at most one question is under way, the
// newest wins, and answers to an earlier gesture are not shown any more.
import { Trouble } from "../../api/client";
import type { Point } from "../../api/types";
import { core } from "../../core";
import { Newest } from "../../core/newest";
import type { Aimed, Aiming } from "../../tools/tool";
import type { useCues } from "../cues";
import type { useView } from "../view";
import type { Choice } from "./choice";
import type { Showing } from "./showing";

interface Look {
  aiming: Aiming | null;
  build: Aimed;
  selection: string[];
  turn: number;
}

export class Preview {
  /** Counts gestures. */
  private turn = 0;
  private settledTurn = 0;

  private readonly looking = new Newest<Look>(async ({ aiming, build, selection, turn }) => {
    try {
      const shift = await this.meet(aiming, turn);
      const command = build(shift);
      if (!command || turn !== this.turn) return;
      const picture = await core.preview(command, selection);
      if (turn !== this.turn) return;
      this.showing.preview(picture);
      this.choice.show(picture);
    } catch (problem) {
      if (!(problem instanceof Trouble)) throw problem;
    }
  });

  constructor(
    private readonly showing: Showing,
    private readonly choice: Choice,
    private readonly cues: ReturnType<typeof useCues>,
    private readonly view: ReturnType<typeof useView>,
  ) {}

  /** Show what is met, and what a command built from that would do; the newest question wins. */
  aim(aiming: Aiming | null, build: Aimed, selection: string[]): void {
    this.looking.put({ aiming, build, selection, turn: this.turn });
  }

  /** How far what is dragged moves to meet something; the cues that say so are shown. */
  async meet(aiming: Aiming | null, turn = -1): Promise<Point> {
    const { cues } = this;
    if (!aiming || cues.kinds.length === 0) {
      cues.shown = [];
      return [0, 0];
    }
    const met = await core.meet({ ...aiming, scale: this.view.scale, kinds: cues.kinds });
    if (turn === this.turn) cues.shown = met.cues ?? [];
    return met.shift ?? [0, 0];
  }

  /** The gesture is over. */
  over(): void {
    this.turn += 1;
    this.cues.shown = [];
    this.looking.drop();
  }

  /** Which gesture it is; to be compared later. */
  get gesture(): number {
    return this.turn;
  }

  /** Ask nothing until released. */
  hold(held: boolean): void {
    if (held) this.looking.drop();
    this.looking.hold(held);
  }

  clear(): void {
    this.showing.previewed.clear();
  }

  /** What the last gesture came to shows: the preview goes with it. */
  settle(): void {
    if (this.turn !== this.settledTurn) this.clear();
    this.settledTurn = this.turn;
  }
}
