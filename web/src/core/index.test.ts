import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { PendingEdit } from "./pendingedit";

/** What the worker says to each verb; an error is thrown. */
let says: Record<string, (more: Record<string, unknown>) => unknown>;
let asked: [string, Record<string, unknown>][];
let got: string[];
let told: string[];
let server: () => Response;
let kept: Map<string, string>;
let hooks: { welcome: () => void; gone: () => void };

class WorkerAway extends Error {}

vi.mock("./workercore", () => ({
  WorkerAway,
  WorkerCore: class {
    ready = false;
    constructor(welcome: () => void, gone: () => void) {
      hooks = {
        welcome: () => {
          this.ready = true;
          welcome();
        },
        gone,
      };
    }
    start(): void {
      if (!this.ready) hooks.welcome();
    }
    restart = (): void => undefined;
    ask = (verb: string, more: Record<string, unknown>): Promise<unknown> => {
      asked.push([verb, more]);
      const said = says[verb]?.(more);
      return said instanceof Error ? Promise.reject(said) : Promise.resolve(said ?? null);
    };
    select = (query: unknown): Promise<unknown> => this.ask("select", { query });
  },
}));

const passes = (ms = 0): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);
const drawing = (version: number): Response => new Response(JSON.stringify({ version, items: {} }));
const answer = (version: number): never =>
  ({ version, delta: {}, undo: null, redo: null }) as never;
const verbs = (): string[] => asked.map(([verb]) => verb).filter((v) => v !== "warm");

async function opened(way: () => PendingEdit[] = () => []) {
  const index = await import(".");
  index.whenWithoutCore((sentence) => told.push(sentence));
  index.localDrawing.open(7, way, () => undefined);
  await passes(600);
  return index;
}

beforeEach(() => {
  vi.resetModules();
  vi.useFakeTimers();
  vi.stubGlobal("window", globalThis);
  vi.stubGlobal("document", { cookie: "" });
  vi.stubGlobal("navigator", {});
  kept = new Map();
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => kept.set(key, text),
  });
  [asked, got, told] = [[], [], []];
  says = { warm: () => true };
  server = () => drawing(3);
  vi.stubGlobal("fetch", (path: string) => {
    got.push(path);
    return Promise.resolve(server());
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test("it starts where the browser does not say when it has time", async () => {
  expect("requestIdleCallback" in globalThis).toBe(false);
  const { localDrawing } = await opened();
  expect([localDrawing.there, verbs(), got]).toEqual([
    true,
    ["open"],
    ["/api/v1/drawings/7/document"],
  ]);
});

test("a drawing that the worker cannot take is read a few times only, and that is told", async () => {
  says.open = () => new WorkerAway();
  const { localDrawing, core } = await opened();
  await passes(300_000);
  expect([localDrawing.there, got.length, told.length]).toEqual([false, 4, 1]);
  for (let k = 0; k < 2_000; k += 1) await localDrawing.settle("", 3 + k, answer(4 + k));
  server = () => new Response('{"paths": []}');
  expect(await core.select({} as never)).toEqual({ paths: [] }); // the server answers
  expect(got.at(-1)).toBe("/api/v1/drawings/7/queries/selection");
});

test("what was answered while the worker took the drawing is handed on in order", async () => {
  let opens = (): void => undefined;
  says.open = () => new Promise<void>((done) => (opens = done));
  const { localDrawing } = await opened();
  void localDrawing.settle("a", 3, answer(4));
  void localDrawing.settle("b", 4, answer(5));
  opens();
  await passes();
  expect(verbs()).toEqual(["open", "settle", "settle"]);
  expect(localDrawing.there).toBe(true);
});

test("a gap between what was read and what came is read anew", async () => {
  let opens = (): void => undefined;
  says.open = () => new Promise<void>((done) => (opens = done));
  const { localDrawing } = await opened();
  void localDrawing.settle("a", 5, answer(6));
  server = () => drawing(6);
  says.open = () => null;
  opens();
  await passes();
  expect([localDrawing.there, got.length]).toEqual([true, 2]);
});

test("edits that wait are shown once the drawing was taken", async () => {
  const letter = { id: "a", path: "commands" } as never;
  says.queue = () => ({ repaint: null });
  const { localDrawing } = await opened(() => [letter]);
  expect(verbs()).toEqual(["open", "queue"]);
  expect(await localDrawing.queue(letter, {} as never)).toEqual({ repaint: null });
  says.queue = () => new WorkerAway();
  expect(await localDrawing.queue(letter, {} as never)).toBeNull();
});

test("a worker that knows no more what the server has reads anew", async () => {
  const { localDrawing } = await opened();
  says.settle = () => new WorkerAway();
  server = () => drawing(4);
  await localDrawing.settle("a", 3, answer(4));
  await passes();
  expect([got.length, localDrawing.there]).toEqual([2, true]);
  expect(await localDrawing.settle("b", 9, answer(10))).toBeNull();
  await passes();
  expect(got.length).toBe(3);
});

test("a drawing that was left is not taken when it comes", async () => {
  const later: (() => void)[] = [];
  vi.stubGlobal("fetch", (path: string) => {
    got.push(path);
    return new Promise((done) => later.push(() => done(drawing(3))));
  });
  const { localDrawing } = await opened();
  localDrawing.close();
  later[0]?.();
  await passes(10_000);
  expect([verbs(), localDrawing.there, got.length]).toEqual([[], false, 1]);
});

test("a device that saves data starts it only when it is wanted, is told so once, and remembers", async () => {
  vi.stubGlobal("navigator", { connection: { saveData: true } });
  const index = await import(".");
  const offers: (() => void)[] = [];
  index.whenWithoutCore((_, action) => action && offers.push(action.run));
  const open = async (): Promise<number> => {
    index.localDrawing.open(
      7,
      () => [],
      () => undefined,
    );
    await passes(600);
    return asked.length;
  };
  expect([await open(), await open(), offers.length]).toEqual([0, 0, 1]);
  offers[0]?.();
  await passes(600);
  expect(asked[0]?.[0]).toBe("open");
  expect(kept.get("engine")).toBe("wanted");
});

test("without a connection a drawing opens from a copy, with what was answered since", async () => {
  server = () => new Response("", { status: 502 });
  const index = await import(".");
  says = { warm: () => true, board: () => ({ repaint: "all", places: [] }) };
  const copy = { version: 3, items: [] } as never;
  const shown = await index.localDrawing.openCopy(7, copy, [
    { edit: "", from: 3, answer: answer(4) },
    { edit: "", from: 4, answer: answer(5) },
  ]);
  expect(shown).toEqual({ repaint: "all", places: [] });
  expect(verbs()).toEqual(["open", "settle", "settle", "board"]);
  const edit = { id: "e" } as PendingEdit;
  says["queue"] = () => ({ repaint: null });
  const seen: PendingEdit[] = [];
  index.localDrawing.open(
    7,
    () => [edit],
    (e) => seen.push(e),
  );
  await passes(600);
  expect(seen).toEqual([edit]);
  expect(got).toEqual([]); // nothing is asked of a server that is away
  expect(index.localDrawing.there).toBe(true);
});

test("a copy is read again without disturbing the worker, and a failure changes nothing", async () => {
  const { localDrawing } = await opened();
  const read: [number, number][] = [];
  localDrawing.whenRead = (id, base) => read.push([id, base.version]);
  const before = verbs().length;
  server = () => drawing(9);
  localDrawing.readCopy();
  await passes();
  server = () => new Response("", { status: 502 });
  localDrawing.readCopy();
  await passes();
  expect(read).toEqual([[7, 9]]);
  expect([verbs().length, localDrawing.there]).toEqual([before, true]);
});
