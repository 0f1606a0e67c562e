// The core as the rest of the front end knows it: in the browser when it is there and knows the
// drawing as it stands, else on the server. Nothing waits for the worker.
import { Trouble, get } from "../api/client";
import type { Command, Delta, DeskDrawing, Picture } from "../api/types";
import { BrowserCore, WorkerAway } from "./browser";
import type { Core } from "./door";
import { serverCore } from "./server";

/** Items prepared at a time. */
const WARM = 2;
/** Milliseconds the worker waits at most for the drawing to be shown first. */
const FIRST_THE_DRAWING = 2000;

let drawing = 0;
/** The version of the drawing that the worker holds; null while it holds none or a wrong one. */
let held: number | null = null;
let reading = false;
/** The drawing changed while it was being read for the worker. */
let overtaken = false;

const server = serverCore(() => drawing);
const browser = new BrowserCore(() => {
  held = null;
  void fill();
});

/** Hand the drawing to the worker. */
async function fill(): Promise<void> {
  if (!browser.ready || drawing === 0 || reading) return;
  reading = true;
  overtaken = false;
  held = null;
  const wanted = drawing;
  try {
    const found = await get<DeskDrawing>(`/drawings/${wanted}/desk`);
    await browser.ask("open", found);
    if (wanted === drawing && !overtaken) {
      held = found.version;
      void warm();
    }
  } catch (problem) {
    if (!(problem instanceof Trouble || problem instanceof WorkerAway)) throw problem;
  } finally {
    reading = false;
  }
  if (wanted !== drawing || overtaken) void fill();
}

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

/** For tests: ends the worker, as a crash would. */
window.addEventListener("core-restart", () => browser.restart());

/** For measurements: asks the worker straight, where the page's storage says so. */
if (localStorage.getItem("measured")) {
  Object.assign(window, {
    __desk: (verb: string, more: object = {}): unknown => {
      if (verb === "ready") return there();
      if (verb === "started") return browser.startedIn;
      return browser.ask(verb, more);
    },
  });
}

const there = (): boolean => browser.ready && held !== null;

export const core: Core = {
  preview: (command, selection) => either(there(), (c) => c.preview(command, selection)),
  select: (selection) => either(there(), (c) => c.select(selection)),
  within: (start, end) => either(there(), (c) => c.within(start, end)),
  near: (item, at) => either(there(), (c) => c.near(item, at)),
  meet: (aim) => either(there(), (c) => c.meet(aim)),
  read: (text, unit, present) => either(browser.ready, (c) => c.read(text, unit, present)),
};

/** What the board tells the core about the open drawing. */
export const desk = {
  /** Whether previews show what is still on its way to the server. */
  get there(): boolean {
    return there();
  },
  open(id: number): void {
    drawing = id;
    held = null;
    requestIdleCallback(
      () => {
        browser.start();
        void fill();
      },
      { timeout: FIRST_THE_DRAWING },
    );
  },
  /** Show an edit that is on its way; null when only the server can. */
  async queue(id: string, command: Command, selection: string[]): Promise<Picture | null> {
    if (!there()) return null;
    try {
      return await browser.ask<Picture>("queue", { id, command, selection });
    } catch (problem) {
      if (problem instanceof WorkerAway || problem instanceof Trouble) return null;
      throw problem;
    }
  },
  /** The server's answer to an edit: from which version to which, and what changed. */
  async settle(id: string, from: number, to: number, delta: Delta | null): Promise<void> {
    overtaken = true;
    if (!there() || (held !== from && delta !== null)) return fill();
    if (delta !== null) held = to;
    try {
      await browser.ask("settle", { id, delta });
    } catch (problem) {
      if (!(problem instanceof WorkerAway)) throw problem;
    }
  },
};
