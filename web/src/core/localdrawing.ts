// The open drawing in the browser's worker: read for it, handed to it, and kept as the server has it.
// Nothing waits for it: as long as the worker has no drawing, the server answers.
import { ApiError, away, get } from "../api/client";
import type { Answer, Board, DeskDrawing, Drawable } from "../api/types";
import { isSparing, whenIdle } from "../lib/idle";
import { remember, remembered } from "../lib/settings";
import type { SelectionQuery, Shown } from "./coreapi";
import type { PendingEdit } from "./pendingedit";
import { WorkerAway, type WorkerCore } from "./workercore";

/** Items prepared at a time. */
const WARM = 2;
/** Milliseconds the worker waits at most for the drawing to be shown first. */
const FIRST_THE_DRAWING = 2000;
/** What a browser that spares its data or memory remembers of the drawing engine. */
const ENGINE = "engine";
/** Milliseconds until a drawing that the worker could not take is asked for again, at first. */
const READ_AGAIN = 2000;
/** Times that one version of a drawing is tried; then the server answers for it. */
const MOST_TRIES = 4;
/** Answers that are kept for a worker that has not taken the drawing yet; of more it reads anew. */
const MOST_LATER = 500;

const NOTHING_SELECTED: SelectionQuery = {
  selection: [],
  view: { marks: "frame", sight: null, chosen: [], whole: false, curves: null },
};

/** Milliseconds that a worker may take to start and open a copy. */
const PATIENCE = 60_000;

export interface Settlement {
  edit: string;
  from: number;
  answer: Pick<Answer, "version" | "delta" | "undo" | "redo"> | null;
}

/**
 * How far the worker is with the drawing. What the server says while it is read or handed over
 * waits in `later`.
 */
type State =
  | { is: "none" }
  | { is: "reading"; later: Settlement[] }
  | { is: "read" | "handing over"; base: DeskDrawing; later: Settlement[] }
  | { is: "held"; version: number };
const NONE: State = { is: "none" };

export class LocalDrawing {
  /** Called, once for each reason, when previews come from the server from here on. */
  without: (sentence: string, action?: { label: string; run: () => void }) => void = () =>
    undefined;
  /** Called with each drawing as it was read. */
  whenRead: (id: number, base: DeskDrawing) => void = () => undefined;
  /** The boxes of what the page shows of a drawing, where that is the version that was read. */
  boxesOf: (id: number, base: DeskDrawing) => Record<string, Drawable["box"]> = () => ({});
  private id = 0;
  private state: State = NONE;
  /** Called as soon as the worker has taken a drawing. */
  private whenHeld: () => void = () => undefined;
  /** The drawing came from this browser's own copy, and needs not be read. */
  private fromCopy = false;
  /** Which version the worker failed to take, and how often. */
  private failed = { version: -1, times: 0 };
  /** What is on its way to the server, and who shows it. */
  private pending: () => readonly PendingEdit[] = () => [];
  private show: (edit: PendingEdit, shown: Shown) => void = () => undefined;

  constructor(private readonly worker: WorkerCore) {}

  /** The drawing's number; 0 for none. */
  get drawing(): number {
    return this.id;
  }

  /** Whether the worker knows the drawing as it stands. */
  get there(): boolean {
    return this.worker.ready && this.state.is === "held";
  }

  /** Open a drawing; what is on its way is shown as soon as the core is here. */
  open(
    id: number,
    pending: () => readonly PendingEdit[],
    show: (edit: PendingEdit, shown: Shown) => void,
  ): void {
    this.id = id;
    [this.pending, this.show] = [pending, show];
    if (this.fromCopy) void this.showPending(this.state);
    else void this.read();
    this.fromCopy = false;
    this.failed = { version: -1, times: 0 };
    this.prepare();
    if (this.isSpared() && remembered(ENGINE) === null) this.offer();
  }

  /** Starts the worker when there is time for it, so that it is there when a drawing is opened. */
  prepare(): void {
    if (!this.isSpared()) whenIdle(() => this.worker.start(), FIRST_THE_DRAWING);
  }

  private isSpared(): boolean {
    return isSparing() && remembered(ENGINE) !== "wanted";
  }

  /** Says once that previews come from the server, and what can be done about it. */
  private offer(): void {
    remember(ENGINE, "offered");
    const sentence =
      "Previews come from the server, because this device saves data or has little memory. " +
      "Your edits are saved as always.";
    const run = (): void => {
      remember(ENGINE, "wanted");
      this.worker.start();
    };
    this.without(sentence, { label: "Load the drawing engine (9 MB)", run });
  }

  /**
   * Open a drawing from this browser's own copy, and what the server answered since.
   * @returns what it shows then
   * @throws ApiError where no worker can take it
   */
  async openCopy(
    id: number,
    base: DeskDrawing,
    later: Settlement[],
  ): Promise<Pick<Board, "repaint" | "places">> {
    this.id = id;
    [this.pending, this.show] = [() => [], () => undefined];
    this.state = { is: "read", base, later };
    const held = new Promise<void>((resolve) => (this.whenHeld = resolve));
    const late = new Promise<never>((_, reject) =>
      window.setTimeout(() => reject(away()), PATIENCE),
    );
    this.worker.start();
    void this.handOver();
    await Promise.race([held, late]);
    if (this.id !== id) throw away(); // one has gone on to another drawing meanwhile
    this.fromCopy = true;
    return this.worker.ask("board", {});
  }

  /** Read the drawing again for those who keep a copy; where that fails they keep the one they have. */
  readCopy(): void {
    const wanted = this.id;
    get<DeskDrawing>(`/drawings/${wanted}/document`).then(
      (found) => this.whenRead(wanted, found),
      () => undefined,
    );
  }

  close(): void {
    this.fromCopy = false;
    this.id = 0;
    if (this.state.is !== "reading") this.state = NONE;
  }

  /** A worker has started, and holds nothing. */
  workerStarted(): void {
    if (this.state.is === "held") this.state = NONE;
    if (this.state.is === "read") void this.handOver();
    else if (this.state.is === "none") void this.read();
  }

  /** Show an edit that is on its way; null when only the server can. */
  async queue(edit: PendingEdit, query: SelectionQuery): Promise<Shown | null> {
    if (!this.there) return null;
    try {
      return await this.ask(edit, query);
    } catch (problem) {
      if (problem instanceof WorkerAway) return null;
      throw problem;
    }
  }

  /** The server's answer to an edit: from which version on, and what changed; none: refused. */
  async settle(edit: string, from: number, answer: Settlement["answer"]): Promise<Shown | null> {
    const settlement = { edit, from, answer };
    const { state } = this;
    if (state.is !== "held" || !this.worker.ready) {
      if ("later" in state) this.putOff(state, settlement);
      return null;
    }
    if (answer && state.version !== from) {
      void this.read();
      return null;
    }
    if (answer) this.state = { is: "held", version: answer.version };
    try {
      return await this.worker.ask<Shown>("settle", asked(settlement));
    } catch (problem) {
      if (!(problem instanceof WorkerAway || problem instanceof ApiError)) throw problem;
      void this.read(); // it no longer holds what the server has
      return null;
    }
  }

  /** What comes after the drawing was read, for a worker that is still to take it. */
  private putOff(state: Extract<State, { later: Settlement[] }>, settlement: Settlement): void {
    state.later.push(settlement);
    if (state.later.length <= MOST_LATER) return;
    if (state.is === "reading") state.later.length = 0;
    else this.state = NONE;
  }

  /** Read the drawing for the worker, at once: it may be ready only when the server is away. */
  private async read(): Promise<void> {
    if (this.id === 0 || this.state.is === "reading") return;
    const [wanted, reading] = [this.id, { is: "reading" as const, later: [] }];
    this.state = reading;
    let found: DeskDrawing | null = null;
    try {
      found = await get<DeskDrawing>(`/drawings/${wanted}/document`);
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      this.readLater(wanted);
    } finally {
      const same = found !== null && wanted === this.id;
      this.state = same && found ? { is: "read", base: found, later: reading.later } : NONE;
      if (same && found) this.whenRead(wanted, found);
    }
    if (wanted !== this.id) void this.read();
    else void this.handOver();
  }

  /** Hand the drawing to the worker, with what came after it was read and what is on its way. */
  private async handOver(): Promise<void> {
    if (!this.worker.ready || this.state.is !== "read") return;
    const { base, later } = this.state;
    const mine: State = { is: "handing over", base, later };
    this.state = mine;
    let stumbled = false;
    try {
      await this.worker.ask("open", { ...base, boxes: this.boxesOf(this.id, base) });
      let version = base.version;
      let came = 0;
      for (; came < later.length && this.state === mine; came += 1) {
        const next = later[came];
        if (!next?.answer || next.answer.version <= version) continue;
        if (next.from !== version) this.state = NONE;
        else await this.worker.ask("settle", asked(next));
        version = next.answer.version;
      }
      await this.showPending(mine);
      if (this.state === mine && later.length === came) {
        this.state = { is: "held", version };
        this.whenHeld();
        void this.warm();
      }
    } catch (problem) {
      if (!(problem instanceof WorkerAway || problem instanceof ApiError)) throw problem;
      stumbled = true;
    }
    if (this.state === mine) {
      this.state = { is: "read", base, later };
      if (!this.worker.ready) return; // it hands over once it has started again
      if (stumbled) this.again(base);
      else void this.handOver();
    } else if (this.state.is === "none" && this.worker.ready) void this.read();
  }

  private async showPending(mine: State): Promise<void> {
    const shown = new Set<string>();
    const next = (): PendingEdit | undefined => this.pending().find((e) => !shown.has(e.id));
    for (let edit = next(); edit && this.state === mine; edit = next()) {
      shown.add(edit.id);
      const seen = await this.ask(edit, NOTHING_SELECTED);
      if (seen) this.show(edit, seen);
    }
  }

  /** The worker could not take a version of the drawing: again, later and later, not for ever. */
  private again({ version }: DeskDrawing): void {
    const times = this.failed.version === version ? this.failed.times + 1 : 1;
    this.failed = { version, times };
    if (times < MOST_TRIES) return this.readLater(this.id, times);
    this.state = NONE;
    this.without(
      "Previews of this drawing come from the server and take a little longer: this browser " +
        "could not open it. Your edits are saved as always.",
    );
  }

  /** Read again after a while, if that drawing is still open and the worker without it. */
  private readLater(wanted: number, times = 0): void {
    window.setTimeout(
      () => {
        if (wanted === this.id && this.state.is !== "held") void this.read();
      },
      READ_AGAIN * 2 ** times,
    );
  }

  private async ask(edit: PendingEdit, query: SelectionQuery): Promise<Shown | null> {
    try {
      return await this.worker.ask<Shown>("queue", { edit, ...query });
    } catch (problem) {
      if (problem instanceof ApiError) return null;
      throw problem;
    }
  }

  /** Prepare the index of what can be met, a little at a time, so that no question waits long. */
  private async warm(): Promise<void> {
    for (let done = false; !done && this.there;) {
      try {
        done = await this.worker.ask<boolean>("warm", { most: WARM });
      } catch (problem) {
        if (problem instanceof WorkerAway) return;
        throw problem;
      }
    }
  }
}

const asked = ({ edit, from, answer }: Settlement): object => ({
  id: edit,
  delta: answer?.delta ?? null,
  alone: answer !== null && edit !== "" && answer.version === from + 1,
  undo: answer?.undo ?? null,
  redo: answer?.redo ?? null,
});
