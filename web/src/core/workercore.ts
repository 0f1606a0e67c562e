// The core in the browser's worker. When the worker dies or hangs it is started again, and what it
// was asked goes to whoever asked as a failure, so that the server can answer instead.
import { ApiError } from "../api/client";
import type {
  Aim,
  Aimed,
  AnchorMark,
  AnchorRef,
  Axis,
  BalanceMark,
  ColourFacts,
  Command,
  Frame,
  Harmony,
  ItemAtPoint,
  Likeness,
  PegDrag,
  Point,
  Palette,
  PaletteKind,
  Reading,
  Sample,
  Selection,
  CopiesPreview,
  SweepMarks,
  TroubleLimits,
  TroubleSpots,
  FormulaWord,
  MeasureTable,
  FieldKind,
} from "../api/types";
import type { Core, SelectionQuery } from "./coreapi";
import { shipped, type ShippedCore } from "./shipped";
import type { Question, Reply, Start, State } from "./worker";

/** Milliseconds that a question may take, once it is its turn; opening a large drawing more. */
const PATIENCE = 10_000;
const PATIENCE_TO_OPEN = 60_000;
const REST = 2_000;
/** Starts in a row; a worker that was well for so long does not count among them. */
const MOST_STARTS = 5;
const WELL = 600_000;

/** The worker could not answer; the same may be asked elsewhere. */
export class WorkerAway extends Error {}

interface Pending {
  resolve: (text: string) => void;
  reject: (problem: Error) => void;
  patience: number;
}

export class WorkerCore implements Core {
  ready = false;
  startedIn = 0;
  /** Called while what a start needs comes: how much of it, from 0 to 1; null at the end. */
  onShare: (share: number | null) => void = () => undefined;
  private worker: Worker | null = null;
  private pending = new Map<number, Pending>();
  private last = 0;
  /** The items of the command that was asked about last. */
  private items: readonly string[] | null = null;
  private starts = 0;
  private timer: number | undefined;
  private readyAt = 0;

  /**
   * `welcome` is called each time a worker has started, with an empty desk; `gone` once none is
   * started any more.
   */
  constructor(
    private readonly welcome: () => void,
    private readonly gone: () => void,
    private readonly core: () => ShippedCore | null = () => shipped().core,
  ) {}

  start(): void {
    if (this.worker || this.starts > MOST_STARTS) return;
    const core = this.core();
    if (this.starts === MOST_STARTS || typeof Worker === "undefined" || !core) {
      this.starts = MOST_STARTS + 1;
      return this.gone();
    }
    this.starts += 1;
    const began = performance.now();
    const worker = new Worker(new URL("./worker", import.meta.url), { type: "module" });
    worker.onmessage = (event: MessageEvent<State | Reply>) => {
      if (event.data === "ready") {
        this.ready = true;
        this.readyAt = performance.now();
        this.startedIn = this.readyAt - began;
        this.onShare(null);
        this.welcome();
      } else if ("share" in event.data) this.onShare(event.data.share);
      else if ("failed" in event.data) this.restart();
      else this.take(event.data);
    };
    worker.onerror = () => this.restart();
    worker.postMessage({ core } satisfies Start);
    this.worker = worker;
  }

  /** For tests and for a worker that hangs: end it and start another. */
  restart(): void {
    this.worker?.terminate();
    this.worker = this.items = null;
    this.onShare(null);
    if (this.ready && performance.now() - this.readyAt > WELL) this.starts = 0;
    this.ready = false;
    const lost = [...this.pending.values()];
    this.pending.clear();
    this.watch();
    for (const { reject } of lost) reject(new WorkerAway());
    window.setTimeout(() => this.start(), REST);
  }

  private take(reply: Reply): void {
    const pending = this.pending.get(reply.id);
    this.pending.delete(reply.id);
    if (!pending) return;
    this.watch();
    if (reply.text === null) pending.reject(new WorkerAway());
    else pending.resolve(reply.text);
  }

  /** Time the question whose turn it is; those behind it have not begun. */
  private watch(): void {
    window.clearTimeout(this.timer);
    const [head] = this.pending.values();
    if (head) this.timer = window.setTimeout(() => this.restart(), head.patience);
  }

  async ask<T>(verb: string, more: object): Promise<T> {
    const worker = this.worker;
    if (!worker || !this.ready) throw new WorkerAway();
    const text = await new Promise<string>((resolve, reject) => {
      const id = ++this.last;
      const patience = verb === "open" ? PATIENCE_TO_OPEN : PATIENCE;
      this.pending.set(id, { resolve, reject, patience });
      if (this.pending.size === 1) this.watch();
      const question: Question = { id, text: JSON.stringify({ verb, ...more }) };
      worker.postMessage(question);
    });
    const reply = JSON.parse(text) as { answer: T; refused?: { code: string; sentence: string } };
    if (reply.refused)
      throw new ApiError(reply.refused.code, reply.refused.sentence, 422, reply.refused);
    return reply.answer;
  }

  /** A drag of many items names them at its first move only. */
  aim = (
    aim: Aim | null,
    command: Command | null,
    query: SelectionQuery,
    keeps: boolean,
  ): Promise<Aimed> => {
    const items = (command && "items" in command && command.items) || null;
    const again = items !== null && items === this.items;
    this.items = items;
    const short = { command: again ? { ...command, items: null } : command, aim };
    if (aim && items !== null && aim.items === items) short.aim = { ...aim, items: null as never };
    const selection = query.selection === items && keeps ? [] : query.selection;
    return this.ask("aim", { ...short, ...query, selection, keeps });
  };
  select = (query: SelectionQuery): Promise<Selection> => this.ask("select", query);
  anchor = (item: string, at: Point, reach: number): Promise<AnchorMark | null> =>
    this.ask("anchor", { item, at, reach });
  anchors = (start: Point, end: Point): Promise<AnchorRef[]> => this.ask("anchors", { start, end });
  within = (start: Point, end: Point, place: string | null, whole: boolean): Promise<string[]> =>
    this.ask("within", { start, end, place, whole });
  pile = (at: Point, reach: number): Promise<ItemAtPoint[]> => this.ask("pile", { at, reach });
  alike = (items: string[], by: Likeness): Promise<string[]> => this.ask("alike", { items, by });
  again = (command: Command, frame: Frame): Promise<Command> =>
    this.ask("again", { command, frame });
  spread = (
    command: Command,
    aim: Aim | null,
    drag: PegDrag | null,
    query: SelectionQuery,
  ): Promise<CopiesPreview> => this.ask("spread", { command, aim, drag, ...query });
  balance = (item: string, axis: Axis | null): Promise<BalanceMark> =>
    this.ask("balance", { item, axis });
  regionsAt = (
    items: string[],
    gap: number,
    places: readonly Point[],
  ): Promise<(number | null)[]> => this.ask("regions-at", { items, gap, places });
  regions = (items: string[], gap: number): Promise<SweepMarks> =>
    this.ask("regions", { items, gap });
  troubles = (items: string[], limits: TroubleLimits): Promise<TroubleSpots> =>
    this.ask("troubles", { items, limits });
  measures = (): Promise<MeasureTable> => this.ask("measures", {});
  formulaWords = (): Promise<FormulaWord[]> => this.ask("formula-words", {});
  formula = (text: string, unit: string, field: FieldKind): Promise<number> =>
    this.ask("formula", { text, unit, field });
  copy = (items: string[]): Promise<string> => this.ask("copy", { items });
  css = (items: string[]): Promise<string> => this.ask("css", { items });
  copied = (text: string): Promise<Reading> => this.ask("copied", { text });
  near = (item: string, at: Point): Promise<[AnchorRef, AnchorRef]> =>
    this.ask("near", { item, at });
  colour = (text: string, against: string): Promise<ColourFacts> =>
    this.ask("colour", { text, against });
  sample = (at: Point, reach: number): Promise<Sample | null> => this.ask("sample", { at, reach });
  harmonies = (colour: string): Promise<Harmony[]> => this.ask("harmonies", { colour });
  palette = (text: string): Promise<Palette> => this.ask("palette", { text });
  written = (kind: PaletteKind): Promise<string> => this.ask("written", { kind });
  read = (text: string, unit: string | null, present: number | null): Promise<number> =>
    this.ask("read", { text, unit, present });
}
