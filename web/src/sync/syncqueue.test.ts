import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Answer, Command } from "../api/types";
import type { PendingEdit } from "../core/pendingedit";
import type { StoredEdit } from "./editstore";
import { SyncQueue } from "./syncqueue";

const HIDE: Command = { kind: "hide_items", items: ["a"], hidden: true };
let log: string[];
let dropped: string[];
let aside: StoredEdit[];
let version: number;
let me: number;
let sent: { path: string; body: { id: string; version: number | null; tip?: string } }[];
let answers: ((path: string) => Response | Error)[];
let box: SyncQueue;

const answer = (to: number): Partial<Answer> => ({ version: to });
const ok = (to: number) => () => new Response(JSON.stringify(answer(to)), { status: 200 });
const away = () => new TypeError("no network");
const told = (status: number, code: string, final = false, more: object = {}) => {
  const body = JSON.stringify({ code, detail: `${code}.`, final, ...more });
  return () => new Response(body, { status });
};
const html = (status: number) => () => new Response("<p>Welcome to the café</p>", { status });
const broken = () => ({ ok: true, status: 200, text: () => Promise.reject(new Error("cut")) });

function posted(id: string, edit?: Partial<PendingEdit>): StoredEdit {
  const whole = { id, selection: [], path: "commands", command: HIDE, follows: null, ...edit };
  return { id, drawing: 7, person: 1, window: "w", place: 0, edit: whole as PendingEdit };
}
const passes = (ms = 0): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);

beforeEach(() => {
  vi.useFakeTimers();
  [log, dropped, aside, sent, answers, version, me] = [[], [], [], [], [], 3, 1];
  vi.stubGlobal("window", globalThis);
  vi.stubGlobal("document", { cookie: "" });
  vi.stubGlobal("fetch", (path: string, how: { body: string | null }) => {
    if (how.body) sent.push({ path, body: JSON.parse(how.body) as { id: string; version: null } });
    const next = answers.shift()?.(path) ?? away();
    return next instanceof Error ? Promise.reject(next) : Promise.resolve(next);
  });
  box = new SyncQueue(7, {
    mine: (person) => person === me,
    stored: () => Promise.resolve(),
    drop: (p) => dropped.push(p.id),
    refuse: (p) => aside.push(p),
    saved: () => undefined,
  });
  box.attach({
    known: () => ({ version, tip: `t${version}` }),
    saved: (p, got) => {
      log.push(`kept ${p.id}`);
      version = got.version;
    },
    stale: (got) => {
      log.push(`stale ${got.version}`);
      version = got.version;
    },
    refused: (p) => log.push(`refused ${p.id}`),
    reopen: () => log.push("reopen"),
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test("letters go out in order, each with the version at that moment", async () => {
  answers = [ok(4), ok(5)];
  box.add([posted("a"), posted("b", { path: "go", to: "undo", edit: "a" })]);
  expect(box.state.value).toBe("sending");
  await passes();
  expect(log).toEqual(["kept a", "kept b"]);
  expect(sent.map((s) => [s.path, s.body.version, s.body.tip])).toEqual([
    ["/api/v1/drawings/7/commands", 3, "t3"],
    ["/api/v1/drawings/7/history/head", 4, "t4"],
  ]);
  expect([box.state.value, box.waiting, dropped]).toEqual(["saved", 0, ["a", "b"]]);
});

test("an edit that was stopped is gone, as was asked", async () => {
  answers = [told(422, "stopped", true), ok(4)];
  box.add([posted("a"), posted("b")]);
  await passes();
  expect(log).toEqual(["refused a", "kept b"]);
  expect([aside, dropped]).toEqual([[], ["a", "b"]]);
});

test("from a page that does not show the drawing letters go out without a version", async () => {
  box.attach(null);
  answers = [ok(4)];
  box.add([posted("a")]);
  await passes();
  expect([sent[0]?.body.version, box.waiting]).toEqual([null, 0]);
});

const ODD: [string, () => Response | Error][] = [
  ["no connection", away],
  ["an answer that breaks off", broken as unknown as () => Response],
  ["a page of HTML with a 200", html(200)],
  ["a 200 with nothing in it", () => new Response("")],
  ["a 200 with null", () => new Response("null")],
  ["a 200 with an empty object", () => new Response("{}")],
  ["a 200 with a list", () => new Response("[]")],
  ["a 204", () => new Response(null, { status: 204 })],
  ["a 409 of somebody else's", told(409, "stale")],
  ...[400, 401, 403, 404, 408, 413, 422, 429, 500, 502, 503, 504, 520].map(
    (status): [string, () => Response] => [`a page of HTML with a ${status}`, html(status)],
  ),
  ["a store that is away", told(503, "database_unavailable")],
  ["a session that ended", told(401, "not_signed_in")],
  ["a drawing that was deleted", told(404, "unknown_drawing")],
  ["a fault of the program", told(500, "unforeseen")],
  ["a store that was set back", told(422, "unknown_version")],
  ["much that others did", told(410, "long_ago")],
];
test.each(ODD)("after %s the letter waits, and then it is kept", async (_, odd) => {
  answers = [odd, ok(4)];
  box.add([posted("a")]);
  await passes();
  expect([box.waiting, dropped, aside.length]).toEqual([1, [], 0]);
  expect(["waiting", "signed-out", "deleted"]).toContain(box.state.value);
  await passes(500);
  expect(log.filter((l) => l !== "reopen")).toEqual(["kept a"]);
  expect(new Set(sent.map((s) => s.body.id))).toEqual(new Set(["a"]));
});

test("a letter of an unknown kind is set aside and those behind it go out", async () => {
  answers = [ok(4)];
  box.add([posted("a", { path: "fold" } as never), posted("b")]);
  await passes();
  expect([log, aside.map((p) => p.refused?.code)]).toEqual([
    ["refused a", "kept b"],
    ["unknown_letter"],
  ]);
});

test("a page that cannot show what was kept keeps no edit from going out", async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  box.attach({
    known: () => ({ version: 3, tip: "t3" }),
    saved: () => {
      throw new TypeError("nothing to show");
    },
    stale: () => undefined,
    refused: () => undefined,
    reopen: () => log.push("reopen"),
  });
  answers = [ok(4), ok(5)];
  box.add([posted("a"), posted("b")]);
  await passes();
  expect([box.waiting, dropped, log]).toEqual([0, ["a", "b"], ["reopen", "reopen"]]);
});

test("a token that went with the session is asked for anew", async () => {
  answers = [told(403, "no_token"), ok(0), ok(4)];
  box.add([posted("a")]);
  await passes(500);
  expect(log).toEqual(["kept a"]);
});

test("a stale version takes what changed and sends the edit on top of it", async () => {
  answers = [told(409, "stale", false, { answer: answer(9) }), ok(10)];
  box.add([posted("a")]);
  await passes();
  expect(log).toEqual(["stale 9", "kept a"]);
  expect(sent.map((s) => s.body.version)).toEqual([3, 9]);
});

test("an undo that names no step takes nothing back once the drawing has changed", async () => {
  answers = [told(409, "stale", false, { answer: answer(9) })];
  box.add([posted("a", { path: "go", to: "undo", edit: null })]);
  await passes();
  expect([log, aside.length, box.waiting]).toEqual([["stale 9", "refused a"], 0, 0]);
});

test("what is refused for good is set aside to be looked at; those behind it go on", async () => {
  answers = [told(422, "locked_item", true), ok(4)];
  box.add([posted("a"), posted("b")]);
  await passes();
  expect(log).toEqual(["refused a", "kept b"]);
  expect(aside.map((p) => [p.id, p.refused?.sentence])).toEqual([["a", "locked_item."]]);
  expect(dropped).toEqual(["b"]);
});

test("one that makes the program stumble every time does not block the rest for ever", async () => {
  answers = [...Array.from({ length: 6 }, () => told(500, "unforeseen")), ok(4)];
  box.add([posted("a"), posted("b")]);
  await passes(60_000);
  expect([log, aside.map((p) => p.id)]).toEqual([["refused a", "kept b"], ["a"]]);
});

test("nobody else's session sends it", async () => {
  me = 2;
  box.add([posted("a")]);
  await passes(20_000);
  expect([sent.length, box.state.value]).toEqual([0, "signed-out"]);
  [me, answers] = [1, [ok(4)]];
  box.resume();
  await passes();
  expect(log).toEqual(["kept a"]);
});
