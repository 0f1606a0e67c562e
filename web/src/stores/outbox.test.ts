import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Answer, Command } from "../api/types";
import { Outbox, editLetter, goLetter, type Letter } from "./outbox";

const HIDE: Command = { kind: "hide_items", items: ["a"], hidden: true };
let kept: string[];
let refused: string[];
let stale: number[];
let version: number;
let sent: { path: string; body: { id: string; version: number } }[];
let answers: ((path: string) => Response | Error)[];

const answer = (to: number): Partial<Answer> => ({ version: to });
const ok = (to: number) => () => new Response(JSON.stringify(answer(to)), { status: 200 });
const away = () => new TypeError("no network");
const refusal = () =>
  new Response(JSON.stringify({ code: "locked_item", sentence: "It is locked." }), { status: 422 });
const store = new Map<string, string>();

function outbox(): Outbox {
  return new Outbox(7, {
    version: () => version,
    kept: (letter: Letter, told: Answer) => {
      kept.push(letter.id);
      version = told.version;
    },
    stale: (told) => {
      stale.push(told.version);
      version = told.version;
    },
    refused: (letter) => refused.push(letter.id),
  });
}

async function passes(ms = 0): Promise<void> {
  await vi.advanceTimersByTimeAsync(ms);
}

beforeEach(() => {
  vi.useFakeTimers();
  [kept, refused, stale, sent, answers, version] = [[], [], [], [], [], 3];
  store.clear();
  vi.stubGlobal("window", globalThis);
  vi.stubGlobal("document", { cookie: "" });
  vi.stubGlobal("localStorage", {
    getItem: (k: string) => store.get(k) ?? null,
    setItem: (k: string, v: string) => store.set(k, v),
    removeItem: (k: string) => store.delete(k),
  });
  vi.stubGlobal("fetch", (path: string, how: { body: string }) => {
    sent.push({ path, body: JSON.parse(how.body) as { id: string; version: number } });
    const next = answers.shift()?.(path) ?? away();
    return next instanceof Error ? Promise.reject(next) : Promise.resolve(next);
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test("letters go out in order, each with the version at that moment", async () => {
  answers = [ok(4), ok(5)];
  const box = outbox();
  const [first, second] = [editLetter(HIDE, []), goLetter("undo", [])];
  box.send(first);
  box.send(second);
  expect(box.state.value).toBe("sending");
  await passes();
  expect(kept).toEqual([first.id, second.id]);
  expect(sent.map((s) => [s.path, s.body.version])).toEqual([
    ["/api/drawings/7/commands", 3],
    ["/api/drawings/7/go", 4],
  ]);
  expect([box.state.value, box.waiting, store.size]).toEqual(["kept", 0, 0]);
});

test("a lost connection waits and sends the same id again", async () => {
  answers = [away, away, ok(4)];
  const box = outbox();
  const letter = editLetter(HIDE, []);
  box.send(letter);
  await passes();
  expect([box.state.value, box.waiting]).toEqual(["waiting", 1]);
  await passes(500);
  await passes(1000);
  expect(kept).toEqual([letter.id]);
  expect(new Set(sent.map((s) => s.body.id))).toEqual(new Set([letter.id]));
});

test("a store that is away is waited for like a connection", async () => {
  const body = JSON.stringify({ code: "store_away", sentence: "It is away." });
  answers = [() => new Response(body, { status: 503 }), ok(4)];
  const box = outbox();
  box.send(editLetter(HIDE, []));
  await passes();
  expect(box.state.value).toBe("waiting");
  await passes(500);
  expect(kept).toHaveLength(1);
});

test("a stale version takes what changed and sends the edit on top of it", async () => {
  const body = JSON.stringify({ code: "stale", sentence: "It changed.", answer: answer(9) });
  answers = [() => new Response(body, { status: 409 }), ok(10)];
  const box = outbox();
  box.send(editLetter(HIDE, []));
  await passes();
  expect(stale).toEqual([9]);
  expect(sent.map((s) => s.body.version)).toEqual([3, 9]);
  expect(kept).toHaveLength(1);
});

test("a refused edit is dropped and told; those behind it go on", async () => {
  answers = [refusal, ok(4)];
  const box = outbox();
  const [first, second] = [editLetter(HIDE, []), editLetter(HIDE, [])];
  box.send(first);
  box.send(second);
  await passes();
  expect([refused, kept]).toEqual([[first.id], [second.id]]);
});

test("what waits survives a reload", async () => {
  const box = outbox();
  const letter = editLetter(HIDE, ["a"], true);
  box.send(letter);
  await passes();
  box.close();
  expect(store.size).toBe(1);
  answers = [ok(4)];
  const later = outbox();
  expect(later.has(letter.id)).toBe(true);
  later.resume();
  await passes();
  expect(kept).toEqual([letter.id]);
  expect(store.size).toBe(0);
});

test("a closed outbox sends nothing more", async () => {
  const box = outbox();
  box.send(editLetter(HIDE, []));
  await passes();
  box.close();
  const count = sent.length;
  await passes(60_000);
  expect(sent).toHaveLength(count);
});
