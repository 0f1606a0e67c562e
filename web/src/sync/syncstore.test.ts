import { createPinia, setActivePinia } from "pinia";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { PendingEdit } from "../core/pendingedit";
import type { StoredEdit } from "./editstore";
import { usePerson } from "../session/person";
import { useSyncStore } from "./syncstore";
import { useNotices } from "../session/notices";

/** The browser's store, which all windows share. */
let stored: Map<string, StoredEdit>;
let full: boolean;
let sent: { path: string; id: string }[];
let online: boolean;

vi.mock("./editstore", () => ({
  leftInStorage: () => [],
  BrowserEditStore: class {
    all = (): Promise<StoredEdit[]> =>
      Promise.resolve([...stored.values()].sort((a, b) => a.place - b.place));
    put = (posted: StoredEdit[]): Promise<boolean> => {
      if (!full) for (const p of posted) stored.set(p.id, p);
      return Promise.resolve(!full);
    };
    drop = (id: string): Promise<void> => Promise.resolve(void stored.delete(id));
  },
}));

const passes = (ms = 0): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);
const letter = (id: string): PendingEdit =>
  ({
    id,
    path: "commands",
    command: { kind: "hide_items" },
    selection: [],
    follows: null,
  }) as never;

function windowOf(person: number): ReturnType<typeof useSyncStore> {
  setActivePinia(createPinia());
  usePerson().$patch({ id: person } as never);
  const sync = useSyncStore();
  sync.start();
  return sync;
}

beforeEach(() => {
  vi.useFakeTimers();
  [stored, sent, full, online] = [new Map(), [], false, true];
  vi.stubGlobal("window", Object.assign(globalThis, { addEventListener: () => undefined }));
  vi.stubGlobal("document", { cookie: "" });
  vi.stubGlobal("localStorage", { getItem: () => null, setItem: () => undefined });
  vi.stubGlobal("navigator", {});
  vi.stubGlobal("BroadcastChannel", undefined);
  vi.stubGlobal("fetch", (path: string, how: { body: string }) => {
    if (!online) return Promise.reject(new TypeError("no network"));
    const { id } = JSON.parse(how.body) as { id: string };
    sent.push({ path, id });
    return Promise.resolve(new Response(JSON.stringify({ version: sent.length })));
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test("a letter is stored when it is prepared, sent with what comes of it, and then gone", async () => {
  const sync = windowOf(1);
  const send = sync.prepare(7, letter("a"));
  await passes();
  expect([stored.has("a"), sent, sync.storing()]).toEqual([true, [], false]);
  send?.(letter("a"));
  await passes();
  expect([stored.size, sent]).toEqual([0, [{ path: "/api/v1/drawings/7/commands", id: "a" }]]);
});

test("a window that was closed in between leaves its letter to the next one", async () => {
  windowOf(1).prepare(7, letter("a"));
  await passes();
  const next = windowOf(1);
  await passes();
  expect([sent.map((s) => s.id), stored.size]).toEqual([["a"], 0]);
  expect(next.waiting.size).toBe(0);
});

test("letters of somebody else wait for that person", async () => {
  windowOf(1).prepare(7, letter("a"));
  await passes();
  windowOf(2);
  await passes(10_000);
  expect([sent.length, stored.has("a")]).toEqual([0, true]);
});

test("a browser that stores nothing is told once, and letters go out all the same", async () => {
  full = true;
  const sync = windowOf(1);
  online = false;
  for (const id of ["a", "b"]) sync.prepare(7, letter(id))?.(letter(id));
  await passes();
  expect(useNotices().notices.map((n) => n.sentence.slice(0, 20))).toEqual([
    "This browser cannot ",
  ]);
  online = true;
  await passes(10_000);
  expect(sent.map((s) => s.id)).toEqual(["a", "b"]);
});

test("without a person nothing is prepared", () => {
  setActivePinia(createPinia());
  expect(useSyncStore().prepare(7, letter("a"))).toBeNull();
});
