// @vitest-environment jsdom
import { createPinia, setActivePinia } from "pinia";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { reactive } from "vue";
import { saved } from "../../lib/download";
import { useExporting } from "./exporting";

let told: string[];
let asked: { path: string; body: { sending?: { kind: string; digits?: number } } | null }[];
let files: (() => Promise<Response>)[];
let looks: ((r: Response) => void)[];
let signals: (AbortSignal | undefined)[];
const board = reactive({ id: 7, state: "saved", selected: ["a"] });
vi.mock("../board/document", () => ({ useDocument: () => board }));
vi.mock("../board/selection", () => ({ useSelection: () => board }));
vi.mock("../../session/notices", () => ({
  useNotices: () => ({ tell: (s: string) => told.push(s) }),
}));

const KINDS = { svg: { kind: "svg", digits: 3 }, pdf: { kind: "pdf" } };
const file = (name: string) => () =>
  Promise.resolve(
    new Response("data", { headers: { "Content-Disposition": `attachment; filename="${name}"` } }),
  );
/** Nobody answers; it ends as it is given up. */
const unanswered = (): Promise<Response> =>
  new Promise((_, failed) =>
    signals.at(-1)?.addEventListener("abort", () => failed(new Error("aborted"))),
  );
let clicked: string[];
beforeEach(() => {
  vi.useFakeTimers();
  setActivePinia(createPinia());
  [told, asked, files, looks, signals, clicked] = [[], [], [], [], [], []];
  Object.assign(board, { id: 7, state: "saved" });
  vi.stubGlobal("fetch", (url: string, how: { body?: string; signal?: AbortSignal }) => {
    const path = url.replace("/api/v1/drawings/7/", "");
    asked.push({ path, body: how.body ? JSON.parse(how.body) : null });
    if (path === "export-settings")
      return Promise.resolve(new Response(JSON.stringify({ kinds: KINDS, last: "pdf" })));
    if (path === "queries/export-preview") return new Promise<Response>((done) => looks.push(done));
    if (path === "exports") {
      signals.push(how.signal);
      return files.shift()?.() ?? Promise.reject(new TypeError("away"));
    }
    return Promise.resolve(new Response('{"part": 0.5}'));
  });
  URL.createObjectURL = () => "blob:1";
  URL.revokeObjectURL = (url: string) => clicked.push(`revoked ${url}`);
  vi.spyOn(HTMLAnchorElement.prototype, "click").mockImplementation(function (
    this: HTMLAnchorElement,
  ) {
    clicked.push(`${this.isConnected ? "" : "nowhere "}${this.download}`);
  });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
  vi.useRealTimers();
});
const passes = (ms = 0): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);

test("a file is saved by a link that is on the page, and held until it can be written", async () => {
  saved('a/b: "c".svg', "x");
  expect(clicked).toEqual(["a-b- -c-.svg"]);
  expect(document.querySelector("a")).toBeNull();
  await passes(59_000);
  expect(clicked).toHaveLength(1);
  await passes(1000);
  expect(clicked[1]).toBe("revoked blob:1");
});

test("it opens as it was sent last; of two looks the later one is shown", async () => {
  const store = useExporting();
  await store.begin();
  expect([store.open, store.kind, store.now]).toEqual([true, "pdf", KINDS.pdf]);
  await passes(300);
  store.kind = "svg";
  await passes(300);
  expect(looks).toHaveLength(2);
  looks[1]?.(new Response(JSON.stringify({ files: [{ name: "b.svg" }] })));
  await passes();
  looks[0]?.(new Response(JSON.stringify({ files: [{ name: "a.pdf" }] })));
  await passes();
  expect(store.look?.files).toEqual([{ name: "b.svg" }]);
  expect(store.looking).toBe(false);
});

test("what is set quickly is looked at once; a refusal is shown instead of a picture", async () => {
  const store = useExporting();
  await store.begin();
  store.kind = "svg";
  for (const digits of [4, 5, 6]) {
    store.set({ digits } as never);
    await passes(100);
  }
  await passes(300);
  expect(looks).toHaveLength(1);
  expect(asked.at(-1)?.body?.sending).toMatchObject({ kind: "svg", digits: 6 });
  looks[0]?.(new Response('{"code": "too_large", "detail": "Too large."}', { status: 422 }));
  await passes();
  expect([store.trouble, store.look]).toEqual(["Too large.", null]);
});

test("nothing is sent while edits are on their way", async () => {
  const store = useExporting();
  board.state = "sending";
  await store.begin();
  await store.again();
  expect([store.open, asked.length, told.length]).toEqual([false, 0, 2]);
});

test("it is made, saved and said; again in the same way", async () => {
  const store = useExporting();
  await store.begin();
  files = [file("Bridge.pdf"), file("Bridge.pdf")];
  await store.save();
  expect([clicked, store.open]).toEqual([["Bridge.pdf"], false]);
  await store.again();
  expect(clicked).toEqual(["Bridge.pdf", "Bridge.pdf"]);
  expect(told).toHaveLength(2);
});

test("a refusal and a server that is away are told, and it can be tried again", async () => {
  const store = useExporting();
  await store.begin();
  files = [() => Promise.resolve(new Response('{"code": "x", "detail": "No."}', { status: 422 }))];
  await store.save();
  await store.save();
  expect(told[0]).toBe("No.");
  expect(told[1]).toContain("cannot be reached");
  expect([store.sends, store.open, clicked]).toEqual([false, true, []]);
});

test("what is stopped is waited for no more, although the server does not hear of it", async () => {
  const store = useExporting();
  await store.begin();
  files = [unanswered];
  const saving = store.save();
  await passes(10);
  store.stop();
  await passes(2000);
  expect(store.sends).toBe(true);
  await passes(1500);
  await saving;
  expect([store.sends, told]).toEqual([false, ["Stopped. Nothing was changed."]]);
});

test("leaving the drawing ends it at once", async () => {
  const store = useExporting();
  await store.begin();
  files = [unanswered];
  const saving = store.save();
  await passes(10);
  board.id = 8;
  await passes();
  await saving;
  expect(store.sends).toBe(false);
});
