// What an edit would do, shown while the hand still moves: at most one question is under way, the
// newest wins, and answers to an earlier gesture are not shown any more.
import { Trouble } from "../../api/client";
import type { Aimed, Command, Point } from "../../api/types";
import { core } from "../../core";
import { Newest } from "../../core/newest";
import type { Aiming } from "../../tools/tool";
import type { useCues } from "../cues";
import type { useView } from "../view";
import type { Choice } from "./choice";
import type { Showing } from "./showing";

interface Question {
  aiming: Aiming | null;
  command: Command | null;
  selection: string[];
  met: ((shift: Point) => void) | undefined;
  turn: number;
}

export class Preview {
  /** Counts gestures. */
  private turn = 0;
  private settledTurn = 0;

  private readonly asking = new Newest<Question>(async (question) => {
    const { turn, met } = question;
    try {
      const { meeting, repaint } = await this.ask(question);
      met?.(meeting.shift ?? [0, 0]);
      if (turn !== this.turn) return;
      this.cues.shown = meeting.cues ?? [];
      if (!repaint) return;
      const { command } = question;
      this.showing.preview(repaint, command && "items" in command ? command.items : []);
      this.choice.show(repaint);
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

  /** Show what is met, and what a command would do then; the newest question wins. */
  aim(
    aiming: Aiming | null,
    command: Command | null,
    selection: string[],
    met?: (shift: Point) => void,
  ): void {
    this.asking.put({ aiming, command, selection, met, turn: this.turn });
  }

  /** The command as it is once it has met something; as it was where that cannot be known. */
  async aimed(aiming: Aiming | null, command: Command): Promise<Command> {
    if (!aiming || this.cues.kinds.length === 0) return command;
    try {
      return (await this.ask({ aiming, command, selection: [] }, true)).command ?? command;
    } catch (problem) {
      if (!(problem instanceof Trouble)) throw problem;
      return command;
    }
  }

  private ask(
    { aiming, command, selection }: Omit<Question, "met" | "turn">,
    keeps = false,
  ): Promise<Aimed> {
    const { kinds } = this.cues;
    const meets = aiming && kinds.length > 0;
    const aim = meets ? { ...aiming, scale: this.view.scale, kinds } : null;
    return core.aim(aim, command, this.choice.looked(selection), keeps);
  }

  /** The gesture is over. */
  over(): void {
    this.turn += 1;
    this.cues.shown = [];
    this.asking.drop();
  }

  /** Which gesture it is; to be compared later. */
  get gesture(): number {
    return this.turn;
  }

  /** Ask nothing until released. */
  hold(held: boolean): void {
    if (held) this.asking.drop();
    this.asking.hold(held);
  }

  clear(): void {
    this.showing.endPreview();
  }

  /** What the last gesture came to shows: the preview goes with it. */
  settle(): void {
    if (this.turn !== this.settledTurn) this.clear();
    this.settledTurn = this.turn;
  }
}
