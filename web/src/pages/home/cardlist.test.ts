import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Card } from "../../api/types";
import { cardList } from "./cardlist";

const card = (id: number): Card => ({
  id,
  name: `drawing ${id}`,
  sheet: {},
  version: 1,
  tip: `t${id}`,
  changed: "2026-03-14T12:00:00Z",
  deleted: null,
});
const ids = (list: ReturnType<typeof cardList>): number[] => list.cards.value.map((c) => c.id);

/** Answers that come when the test says so, in any order. */
let asked: { url: string; answer: (ids: number[], more?: boolean) => void; fail: () => void }[];

beforeEach(() => {
  vi.useFakeTimers();
  asked = [];
  vi.stubGlobal("document", { cookie: "" });
  vi.stubGlobal(
    "fetch",
    (url: string) =>
      new Promise<Response>((done, failed) => {
        const answer = (found: number[], more = false): void =>
          done(new Response(JSON.stringify({ cards: found.map(card), more })));
        asked.push({ url, answer, fail: () => failed(new TypeError("away")) });
      }),
  );
  vi.stubGlobal("window", globalThis);
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});
const settled = (): Promise<unknown> => vi.advanceTimersByTimeAsync(0);

test("of two questions the later one is shown, whichever is answered last", async () => {
  let find = "a";
  const list = cardList(
    () => `/drawings?find=${find}`,
    () => Promise.resolve(),
  );
  void list.load();
  await settled();
  find = "ab";
  void list.load();
  await settled();
  asked[1]?.answer([2]);
  await settled();
  asked[0]?.answer([1]);
  await settled();
  expect(asked.map((a) => a.url)).toEqual([
    "/api/v1/drawings?find=a&most=60",
    "/api/v1/drawings?find=ab&most=60",
  ]);
  expect(ids(list)).toEqual([2]);
});

test("it reads on from the last card, and anew as far as it was shown", async () => {
  const list = cardList(
    () => "/bin",
    () => Promise.resolve(),
  );
  void list.load();
  await settled();
  const first = Array.from({ length: 60 }, (_, n) => 100 - n);
  asked[0]?.answer(first, true);
  await settled();
  void list.loadMore();
  await settled();
  expect(asked[1]?.url).toBe("/api/v1/bin?after=41&most=60");
  asked[1]?.answer([41, 40, 39]); // one of them has moved meanwhile
  await settled();
  expect(ids(list)).toEqual([...first, 40, 39]);
  expect(list.more.value).toBe(false);
  await list.loadMore();
  expect(asked).toHaveLength(2);
  void list.load();
  await settled();
  expect(asked[2]?.url).toBe("/api/v1/bin?most=62");
});

test("what does not come is told and asked for again, until it is left", async () => {
  const list = cardList(
    () => "/bin",
    () => Promise.resolve(),
  );
  void list.load();
  await settled();
  asked[0]?.fail();
  await settled();
  expect(list.waitsFor.value).toContain("cannot be reached");
  await vi.advanceTimersByTimeAsync(2000);
  asked[1]?.answer([1]);
  await settled();
  expect([ids(list), list.waitsFor.value]).toEqual([[1], ""]);
  void list.load();
  await settled();
  asked[2]?.fail();
  list.leave();
  await vi.advanceTimersByTimeAsync(10_000);
  expect(asked).toHaveLength(3);
});

test("another question begins with its first page", async () => {
  let find = "";
  const list = cardList(
    () => `/drawings?find=${find}`,
    () => Promise.resolve(),
  );
  void list.load();
  await settled();
  asked[0]?.answer(Array.from({ length: 90 }, (_, n) => n + 1));
  await settled();
  find = "x";
  void list.load();
  await settled();
  expect(asked[1]?.url).toBe("/api/v1/drawings?find=x&most=60");
});
