// What an edit would do, shown while the hand still moves: at most one question is under way, the
// newest wins, and answers to an earlier gesture are not shown any more.
import { shallowRef } from "vue";
import { ApiError } from "../../api/client";
import type {
  Aim,
  Aimed,
  Command,
  Draft,
  PegDrag,
  Point,
  CopiesPreview,
  Target,
} from "../../api/types";
import { core } from "../../core";
import { fault } from "../../lib/faults";
import { LatestOnly } from "../../lib/latestonly";
import type { Aiming } from "../../api/types";
import type { useSnapping } from "../display/snapping";
import type { useView } from "../display/view";
import type { SelectionModel } from "./selectionmodel";
import type { CopiesModel } from "./copiesmodel";
import type { Scene } from "./scene";

/** A draft, and the peg of it that is dragged. */
export interface Spreading {
  drag: PegDrag | null;
  done: (spread: CopiesPreview) => void;
  refused: (sentence: string) => void;
}

/** A formula that holds a number, said, and which number that is. */
export interface HeldBy {
  sentence: string;
  target: Target;
}

type Shown = Pick<Aimed, "meeting" | "repaint"> & Partial<Pick<Aimed, "line">>;
type Met = (shift: Point, line: [Point, Point] | null) => void;

interface Question {
  /** As it was when the hand was there: in which image, at which scale. */
  aim: Aim | null;
  command: Command | null;
  selection: string[];
  met?: Met | undefined;
  spreading?: Spreading;
  /** It is what a button would do. */
  panelsStay?: boolean;
  turn: number;
}

export class PreviewModel {
  /** Counts gestures. */
  private turn = 0;
  private settledTurn = 0;

  private readonly asking = new LatestOnly<Question>(async (question) => {
    const { turn, met } = question;
    try {
      const { meeting, repaint, line } = await this.answer(question);
      met?.(meeting.shift ?? [0, 0], (line as [Point, Point] | undefined) ?? null);
      if (turn !== this.turn) return;
      this.heldBy.value = null;
      this.cues.shown = meeting.cues ?? [];
      if (!repaint) return;
      const { command } = question;
      const items = command && "items" in command ? (command.items ?? []) : [];
      this.showing.preview(repaint, items, question.panelsStay);
      this.choice.show(repaint, question.panelsStay);
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      if (turn !== this.turn) return;
      question.spreading?.refused(problem.message);
      if (problem.code === "held_by_formula" && !question.panelsStay) {
        this.heldBy.value = heldBy(problem);
      }
      if (problem.code === "takes_long") this.tell(problem.message);
    }
  });

  constructor(
    private readonly showing: Scene,
    private readonly choice: SelectionModel,
    private readonly cues: ReturnType<typeof useSnapping>,
    private readonly view: ReturnType<typeof useView>,
    private readonly images: CopiesModel,
    private readonly place: () => string,
    private readonly tell: (sentence: string) => void,
  ) {}

  /** What holds a number that the hand would set. */
  readonly heldBy = shallowRef<HeldBy | null>(null);

  /** The edit that is shown while it is made. */
  readonly command = shallowRef<Command | null>(null);

  /** Show what is met, and what a command would do then; the newest question wins. */
  aim(aiming: Aiming | null, command: Command | null, selection: string[], met?: Met): void {
    const aim = this.aimOf(aiming);
    this.command.value = command;
    this.asking.put({ aim, command, selection, met, turn: this.turn });
  }

  /** Show what a button would do; the panel it stands in stays as it is. */
  offer(command: Command, selection: string[]): void {
    this.command.value = command;
    this.asking.put({ aim: null, command, selection, panelsStay: true, turn: this.turn });
  }

  /** Show what a draft comes to. */
  spread(command: Draft, selection: string[], spreading: Spreading): void {
    const { drag } = spreading;
    const aim = this.aimOf(drag && !drag.held ? { probes: [drag.to] } : null);
    this.asking.put({ aim, command, selection, spreading, turn: this.turn });
  }

  private async answer(question: Question): Promise<Shown> {
    const { command, spreading, turn } = question;
    if (!spreading || !command) return this.ask(question);
    const query = this.choice.query(question.selection);
    const spread = await core.spread(command, question.aim, spreading.drag, query);
    if (turn === this.turn) spreading.done(spread);
    return spread;
  }

  /** What is asked of the cues now: how things are looked at, where one draws, in which image. */
  aimOf(aiming: Aiming | null): Aim | null {
    const { kinds } = this.cues;
    if (!aiming || kinds.length === 0) return null;
    return {
      ...aiming,
      scale: this.view.scale,
      kinds,
      image: this.images.here.value,
      place: this.place(),
    };
  }

  /** The command as it is once it has met something; as it was where that cannot be known. */
  async aimed(aim: Aim | null, command: Command): Promise<Command> {
    if (!aim) return command;
    try {
      return (await this.ask({ aim, command, selection: [] }, true)).command ?? command;
    } catch (problem) {
      if (!(problem instanceof ApiError)) fault(problem);
      return command;
    }
  }

  private ask(
    { aim, command, selection }: Pick<Question, "aim" | "command" | "selection">,
    keeps = false,
  ): Promise<Aimed> {
    return core.aim(aim, command, this.choice.query(selection), keeps);
  }

  /** The gesture is over. */
  over(): void {
    this.heldBy.value = null;
    this.turn += 1;
    this.cues.shown = [];
    this.command.value = null;
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

function heldBy(problem: ApiError): HeldBy {
  const { place = "" } = (problem.body ?? {}) as { place?: string };
  const [item = "", path = ""] = place.split(":");
  return { sentence: problem.message, target: [item, path] };
}
