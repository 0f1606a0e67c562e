import { createPinia, setActivePinia } from "pinia";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Answer } from "../api/types";
import { useFollowing, type Followed } from "./following";

let asked: string[];
let answers: (() => Response | Promise<Response>)[];
let open: Followed & { here: number; at: { version: number; tip: string }; waits: number };
let told: { sentence: string; run: (() => void) | undefined }[];
let reached = 0;
let log: string[];
let heard: (drawing: number, to: number) => void;
const post = {
  signedOut: false,
  follow: (act: typeof heard) => (heard = act),
  boxOf: (drawing: number) => ({ resume: () => log.push(`resume ${drawing}`) }),
};
vi.mock("./syncstore", () => ({ useSyncStore: () => post }));
vi.mock("../session/notices", () => ({
  useNotices: () => ({
    tell: (sentence: string, action?: { run: () => void }) =>
      told.push({ sentence, run: action?.run }),
  }),
}));

const since = (answer: Partial<Answer> | null) => () => new Response(JSON.stringify({ answer }));
const refused = (status: number, code: string) => () =>
  new Response(JSON.stringify({ code, detail: `${code}.` }), { status });
const passes = (ms: number): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);

beforeEach(() => {
  reached = 0;
  vi.useFakeTimers();
  setActivePinia(createPinia());
  [asked, answers, told, log] = [[], [], [], []];
  post.signedOut = false;
  vi.stubGlobal("window", globalThis);
  vi.stubGlobal("document", { cookie: "", hidden: false });
  vi.stubGlobal("fetch", (url: string) => {
    asked.push(url);
    return Promise.resolve((answers.shift() ?? since(null))());
  });
  open = {
    here: 7,
    at: { version: 3, tip: "t3" },
    waits: 0,
    id: () => open.here,
    known: () => open.at,
    waiting: () => open.waits,
    reached: () => (reached += 1),
    take: (answer) => log.push(`take ${answer.version}`),
    reopen: () => log.push("reopen"),
  };
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

test("while it is open the server is asked every three seconds what others did", async () => {
  const following = useFollowing(open);
  following.start();
  answers = [since(null), since({ version: 5 })];
  await passes(6000);
  expect(asked).toEqual([
    "/api/v1/drawings/7/changes?since=3&tip=t3",
    "/api/v1/drawings/7/changes?since=3&tip=t3",
  ]);
  expect(log).toEqual(["take 5"]);
  following.stop();
  await passes(9000);
  expect(asked).toHaveLength(2);
});

test("nothing is asked while own edits wait, nobody looks, or nobody is signed in", async () => {
  useFollowing(open).start();
  open.waits = 1;
  await passes(3000);
  open.waits = 0;
  vi.stubGlobal("document", { cookie: "", hidden: true });
  await passes(3000);
  vi.stubGlobal("document", { cookie: "", hidden: false });
  post.signedOut = true;
  await passes(3000);
  post.signedOut = false;
  open.here = 0;
  await passes(3000);
  expect(asked).toEqual([]);
});

test("another window of this browser is followed at once, an older word of it is not", async () => {
  useFollowing(open);
  heard(7, 3);
  heard(8, 9);
  await passes(0);
  expect(asked).toEqual([]);
  answers = [since({ version: 4 })];
  heard(7, 4);
  await passes(0);
  expect(log).toEqual(["take 4"]);
});

test("an answer about another drawing, or of before an own edit, is not taken", async () => {
  useFollowing(open);
  for (const meanwhile of [
    () => (open.here = 8),
    () => (open.at = { version: 4, tip: "t4" }),
    () => (open.waits = 1),
  ]) {
    [open.here, open.at, open.waits] = [7, { version: 3, tip: "t3" }, 0];
    answers = [
      () => {
        meanwhile();
        return since({ version: 9 })();
      },
    ];
    heard(7, 9);
    await passes(0);
  }
  expect(asked).toHaveLength(3);
  expect(log).toEqual([]);
});

test.each(["unknown_version", "long_ago"])("%s: the drawing is read anew", async (code) => {
  useFollowing(open);
  answers = [refused(code === "long_ago" ? 410 : 422, code)];
  heard(7, 4);
  await passes(0);
  expect(log).toEqual(["reopen"]);
});

test("a drawing deleted elsewhere is told once, and comes back", async () => {
  const following = useFollowing(open);
  following.start();
  answers = [refused(404, "unknown_drawing"), refused(404, "unknown_drawing")];
  await passes(6000);
  expect(following.deleted.value).toBe(true);
  expect(told).toHaveLength(1);
  open.waits = 2; // what is drawn meanwhile waits, and still it is asked
  answers = [() => new Response("{}"), since(null)];
  told[0]?.run?.();
  await passes(0);
  expect(asked.slice(-2)).toEqual([
    "/api/v1/drawings/7/restoration",
    "/api/v1/drawings/7/changes?since=3&tip=t3",
  ]);
  expect([following.deleted.value, log]).toEqual([false, ["resume 7"]]);
});

test("no connection is no reason to say anything", async () => {
  useFollowing(open).start();
  answers = [() => Promise.reject(new TypeError("away")), () => new Response("<p>café</p>")];
  await passes(6000);
  expect([told, log]).toEqual([[], []]);
  expect(reached).toBe(0);
  await passes(3000);
  expect(reached).toBe(1); // whoever waits for the server hears that it is back
});
