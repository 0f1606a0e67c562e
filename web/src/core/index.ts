// The core as the rest of the front end knows it: in the browser when it is there and knows the
// drawing as it stands, else on the server. Nothing waits for the worker.
import { ApiError, get } from "../api/client";
import type { Aimed, Answer, Command, DeskDrawing } from "../api/types";
import type { PendingEdit } from "./pendingedit";
import { remembered } from "../lib/settings";
import { WorkerCore, WorkerAway } from "./workercore";
import type { Core, Looked, Shown } from "./coreapi";
import { serverCore } from "./servercore";

/** Items prepared at a time. */
const WARM = 2;
/** Milliseconds the worker waits at most for the drawing to be shown first. */
const FIRST_THE_DRAWING = 2000;

const NOTHING_SELECTED: Looked = {
  selection: [],
  shows: { marks: "frame", sight: null, chosen: [], whole: false, curves: null },
};

/** Milliseconds until a drawing that the worker could not take is asked for again, at first. */
const READ_AGAIN = 2000;
/** Times that one version of a drawing is tried; then the server answers for it. */
const MOST_TRIES = 4;
/** Answers that are kept for a worker that has not taken the drawing yet; of more it reads anew. */
const MOST_LATER = 500;

interface Settled {
  letter: string;
  from: number;
  answer: Pick<Answer, "version" | "delta" | "undo" | "redo"> | null;
}

let drawing = 0;
/** The version of the drawing that the worker holds; null while it holds none or a wrong one. */
let held: number | null = null;
/** The drawing as it was read for the worker, until it has taken it, and what came after. */
let base: DeskDrawing | null = null;
let later: Settled[] = [];
/** Which version the worker failed to take, and how often. */
let failed = { version: -1, times: 0 };
let reading = false;
let filling = false;
/** What is on its way to the server, and who shows it. */
let onItsWay: () => PendingEdit[] = () => [];
let show: (letter: PendingEdit, shown: Shown) => void = () => undefined;

const server = serverCore(() => drawing);
/** Called, once for each reason, when previews come from the server from here on. */
let without: (sentence: string) => void = () => undefined;
export const whenWithoutCore = (act: (sentence: string) => void): void => void (without = act);

const browser = new WorkerCore(
  () => {
    held = null;
    if (base) void fill();
    else void read();
  },
  () =>
    without(
      "This browser cannot run the drawing engine, so previews come from the " +
        "server and take a little longer. Your edits are saved as always.",
    ),
);

/** Read the drawing for the worker, at once: it may be ready only when the server is away. */
async function read(): Promise<void> {
  if (drawing === 0 || reading) return;
  reading = true;
  held = base = null;
  later = [];
  const wanted = drawing;
  try {
    const found = await get<DeskDrawing>(`/drawings/${wanted}/document`);
    if (wanted === drawing) base = found;
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    readLater(wanted);
  } finally {
    reading = false;
  }
  if (wanted !== drawing) void read();
  else void fill();
}

/** Hand the drawing to the worker, with what came after it was read and what is on its way. */
async function fill(): Promise<void> {
  const taken = base;
  if (!browser.ready || !taken || filling) return;
  filling = true;
  let stumbled = false;
  try {
    await browser.ask("open", taken);
    let version = taken.version;
    let came = 0;
    for (; came < later.length && base === taken; came += 1) {
      const next = later[came];
      if (!next?.answer || next.answer.version <= version) continue;
      if (next.from !== version) base = null;
      else await browser.ask("settle", settlement(next));
      version = next.answer.version;
    }
    const queued = new Set<string>();
    const next = (): PendingEdit | undefined => onItsWay().find((l) => !queued.has(l.id));
    for (let letter = next(); letter && base === taken; letter = next()) {
      queued.add(letter.id);
      await queue(letter, NOTHING_SELECTED).then((shown) => shown && show(letter, shown));
    }
    if (base === taken && later.length === came) {
      held = version;
      base = null;
      later = [];
      void warm();
    }
  } catch (problem) {
    if (!(problem instanceof WorkerAway || problem instanceof ApiError)) throw problem;
    stumbled = true;
  } finally {
    filling = false;
  }
  if (held !== null || !browser.ready) return;
  if (stumbled && taken === base) again(taken);
  else void (base ? fill() : read());
}

/** The worker could not take a version of the drawing: again, later and later, and not for ever. */
function again({ version }: DeskDrawing): void {
  failed = { version, times: failed.version === version ? failed.times + 1 : 1 };
  if (failed.times < MOST_TRIES) return readLater(drawing, failed.times);
  base = null;
  later = [];
  without(
    "Previews of this drawing come from the server and take a little longer: this browser could " +
      "not open it. Your edits are saved as always.",
  );
}

/** Read once more after a while, if that drawing is still open and the worker still without it. */
function readLater(wanted: number, times = 0): void {
  window.setTimeout(
    () => {
      if (wanted === drawing && held === null) void read();
    },
    READ_AGAIN * 2 ** times,
  );
}

async function queue(letter: PendingEdit, looked: Looked): Promise<Shown | null> {
  try {
    return await browser.ask<Shown>("queue", { letter, ...looked });
  } catch (problem) {
    if (problem instanceof ApiError) return null;
    throw problem;
  }
}

const settlement = ({ letter, from, answer }: Settled): object => ({
  id: letter,
  delta: answer?.delta ?? null,
  alone: answer !== null && letter !== "" && answer.version === from + 1,
  undo: answer?.undo ?? null,
  redo: answer?.redo ?? null,
});

/** Prepare the index of what can be met, a little at a time, so that no question waits long. */
async function warm(): Promise<void> {
  for (let done = false; !done && there();) {
    try {
      done = await browser.ask<boolean>("warm", { most: WARM });
    } catch (problem) {
      if (problem instanceof WorkerAway) return;
      throw problem;
    }
  }
}

/** Ask the worker if it knows the drawing, else (or if it fails) the server. */
async function either<T>(knows: boolean, ask: (core: Core) => Promise<T>): Promise<T> {
  if (knows) {
    try {
      return await ask(browser);
    } catch (problem) {
      if (!(problem instanceof WorkerAway)) throw problem;
    }
  }
  return ask(server);
}

/** What is seen while a dial is turned: where it is too much for the browser the server shows it. */
const DIALS = new Set<Command["kind"]>(["thin_out", "fair_segments"]);

/** What is too much for a moment in the browser is asked of the server. */
async function orServer<T>(ask: (core: Core) => Promise<T>): Promise<T> {
  try {
    return await either(there(), ask);
  } catch (problem) {
    if (!(problem instanceof ApiError) || problem.code !== "takes_long") throw problem;
    return ask(server);
  }
}

const there = (): boolean => browser.ready && held !== null;

/** For tests: whether previews come from here; and what ends the worker, as a crash would. */
if (import.meta.env.MODE === "doors") {
  window.addEventListener("core-restart", () => browser.restart());
  Object.assign(window, { __core: there });
}

/** For measurements: asks the worker straight, where the page's storage says so. */
if (import.meta.env.MODE === "doors" && remembered("measured")) {
  Object.assign(window, {
    __desk: (verb: string, more: object = {}): unknown => {
      if (verb === "ready") return there();
      if (verb === "started") return browser.startedIn;
      return browser.ask(verb, more);
    },
  });
}

export const core: Core = {
  aim: (aim, command, looked, keeps) => {
    const ask = (c: Core): Promise<Aimed> => c.aim(aim, command, looked, keeps);
    return command && DIALS.has(command.kind) ? orServer(ask) : either(there(), ask);
  },
  select: (looked) => either(there(), (c) => c.select(looked)),
  anchor: (item, at, reach) => either(there(), (c) => c.anchor(item, at, reach)),
  anchors: (start, end) => either(there(), (c) => c.anchors(start, end)),
  within: (start, end, place, whole) => either(there(), (c) => c.within(start, end, place, whole)),
  pile: (at, reach) => either(there(), (c) => c.pile(at, reach)),
  alike: (items, by) => either(there(), (c) => c.alike(items, by)),
  again: (command, frame) => either(there(), (c) => c.again(command, frame)),
  spread: (command, aim, drag, looked) =>
    either(there(), (c) => c.spread(command, aim, drag, looked)),
  balance: (item, axis) => either(there(), (c) => c.balance(item, axis)),
  regions: (items, gap) => orServer((c) => c.regions(items, gap)),
  troubles: (items, limits) => orServer((c) => c.troubles(items, limits)),
  copy: (items) => either(there(), (c) => c.copy(items)),
  copied: (text) => either(browser.ready, (c) => c.copied(text)),
  near: (item, at) => either(there(), (c) => c.near(item, at)),
  sample: (at, reach) => either(there(), (c) => c.sample(at, reach)),
  harmonies: (colour) => either(there(), (c) => c.harmonies(colour)),
  palette: (text) => either(there(), (c) => c.palette(text)),
  written: (kind) => either(there(), (c) => c.written(kind)),
  colour: (text, against) => either(there(), (c) => c.colour(text, against)),
  read: (text, unit, present) => either(browser.ready, (c) => c.read(text, unit, present)),
};

/** Do something when the page has time for it; not every browser says when that is. */
function whenIdle(act: () => void): void {
  if ("requestIdleCallback" in window) {
    window.requestIdleCallback(act, { timeout: FIRST_THE_DRAWING });
  } else setTimeout(act, FIRST_THE_DRAWING / 4);
}

/** What the board tells the core about the open drawing. */
export const desk = {
  /** Whether previews show what is still on its way to the server. */
  get there(): boolean {
    return there();
  },
  /** Open a drawing; what is on its way is shown as soon as the core is here. */
  open(
    id: number,
    way: () => PendingEdit[],
    shows: (letter: PendingEdit, shown: Shown) => void,
  ): void {
    drawing = id;
    [onItsWay, show] = [way, shows];
    void read();
    failed = { version: -1, times: 0 };
    whenIdle(() => browser.start());
  },
  close(): void {
    drawing = 0;
    held = base = null;
  },
  /** Show a letter that is on its way; null when only the server can. */
  async queue(letter: PendingEdit, looked: Looked): Promise<Shown | null> {
    if (!there()) return null;
    try {
      return await queue(letter, looked);
    } catch (problem) {
      if (problem instanceof WorkerAway) return null;
      throw problem;
    }
  },
  /** The server's answer to a letter: from which version on, and what changed; none: refused. */
  async settle(letter: string, from: number, answer: Settled["answer"]): Promise<Shown | null> {
    const settled = { letter, from, answer };
    if (!there()) {
      // what comes after the drawing was read, for a worker that is still to take it
      if (base || reading) later.push(settled);
      if (later.length > MOST_LATER) [base, later] = [null, []];
      return null;
    }
    if (answer && held !== from) {
      void read();
      return null;
    }
    if (answer) held = answer.version;
    try {
      return await browser.ask<Shown>("settle", settlement(settled));
    } catch (problem) {
      if (!(problem instanceof WorkerAway || problem instanceof ApiError)) throw problem;
      void read(); // it no longer holds what the server has
      return null;
    }
  },
};
