// The core as the rest of the front end knows it: in the browser when it is there and knows the
// drawing as it stands, else on the server. Nothing waits for the worker.
import { ApiError } from "../api/client";
import type { Aimed, Command } from "../api/types";
import { remembered } from "../lib/settings";
import type { Core } from "./coreapi";
import { LocalDrawing } from "./localdrawing";
import { serverCore } from "./servercore";
import { WorkerAway, WorkerCore } from "./workercore";

const browser: WorkerCore = new WorkerCore(
  () => localDrawing.workerStarted(),
  () =>
    localDrawing.without(
      "This browser cannot run the drawing engine, so previews come from the " +
        "server and take a little longer. Your edits are saved as always.",
    ),
);
/** What the document tells the core about the open drawing. */
export const localDrawing: LocalDrawing = new LocalDrawing(browser);
const server = serverCore(() => localDrawing.drawing);

export const whenWithoutCore = (act: LocalDrawing["without"]): void => {
  localDrawing.without = act;
};

/** Who is told how much of the core has come, from 0 to 1; null while nothing of it is on its way. */
export const whenCoreComes = (act: WorkerCore["onShare"]): void => {
  browser.onShare = act;
};

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
const DIALS = new Set<Command["kind"]>(["simplify_outlines", "fair_segments"]);

const here = <T>(ask: (core: Core) => Promise<T>): Promise<T> => either(localDrawing.there, ask);

/** What is too much for a moment in the browser is asked of the server. */
async function orServer<T>(ask: (core: Core) => Promise<T>): Promise<T> {
  try {
    return await here(ask);
  } catch (problem) {
    if (!(problem instanceof ApiError) || problem.code !== "takes_long") throw problem;
    return ask(server);
  }
}

/** For tests: whether previews come from here; and what ends the worker, as a crash would. */
if (import.meta.env.MODE === "doors") {
  window.addEventListener("core-restart", () => browser.restart());
  Object.assign(window, { __core: () => localDrawing.there });
}

/** For measurements: asks the worker straight, where the page's storage says so. */
if (import.meta.env.MODE === "doors" && remembered("measured")) {
  Object.assign(window, {
    __session: (verb: string, more: object = {}): unknown => {
      if (verb === "ready") return localDrawing.there;
      if (verb === "started") return browser.startedIn;
      return browser.ask(verb, more);
    },
  });
}

/** The drawing as an SVG file, with what is live in it, made here: for when the server is away. */
export const svgMadeHere = (name: string): Promise<string> => browser.ask("svg", { name });

export const core: Core = {
  aim: (aim, command, query, keeps) => {
    const ask = (c: Core): Promise<Aimed> => c.aim(aim, command, query, keeps);
    return command && DIALS.has(command.kind) ? orServer(ask) : here(ask);
  },
  select: (query) => here((c) => c.select(query)),
  anchor: (item, at, reach) => here((c) => c.anchor(item, at, reach)),
  anchors: (start, end) => here((c) => c.anchors(start, end)),
  within: (start, end, place, whole) => here((c) => c.within(start, end, place, whole)),
  pile: (at, reach) => here((c) => c.pile(at, reach)),
  alike: (items, by) => here((c) => c.alike(items, by)),
  again: (command, frame) => here((c) => c.again(command, frame)),
  spread: (command, aim, drag, query) => here((c) => c.spread(command, aim, drag, query)),
  balance: (item, axis) => here((c) => c.balance(item, axis)),
  regions: (items, gap) => orServer((c) => c.regions(items, gap)),
  regionsAt: (items, gap, places) => orServer((c) => c.regionsAt(items, gap, places)),
  troubles: (items, limits) => orServer((c) => c.troubles(items, limits)),
  measures: () => here((c) => c.measures()),
  formulaWords: () => here((c) => c.formulaWords()),
  formula: (text, unit, field) => here((c) => c.formula(text, unit, field)),
  copy: (items) => here((c) => c.copy(items)),
  css: (items) => here((c) => c.css(items)),
  copied: (text) => either(browser.ready, (c) => c.copied(text)),
  near: (item, at) => here((c) => c.near(item, at)),
  sample: (at, reach) => here((c) => c.sample(at, reach)),
  harmonies: (colour) => here((c) => c.harmonies(colour)),
  palette: (text) => here((c) => c.palette(text)),
  written: (kind) => here((c) => c.written(kind)),
  colour: (text, against) => here((c) => c.colour(text, against)),
  read: (text, unit, present) => either(browser.ready, (c) => c.read(text, unit, present)),
};
