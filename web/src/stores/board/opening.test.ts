import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Board, Drawable } from "../../api/types";
import { openInPages, type Reader } from "./opening";

const item = (id: string): Drawable => ({ id }) as Drawable;
const board = { id: 7, repaint: { items: [item("layer")] } } as unknown as Board;
const LINES = [board, [item("a"), item("b")], [item("c")], { count: 4 }];
const told = (lines: readonly unknown[]): string =>
  lines.map((line) => `${JSON.stringify(line)}\n`).join("");

/** An answer in pieces of some letters; one that is cut off ends in an error. */
function answer(text: string, { by = 11, cut = false } = {}): Response {
  const bytes = new TextEncoder().encode(text);
  let at = 0;
  const body = new ReadableStream<Uint8Array>({
    pull: (to) => {
      if (at < bytes.length) to.enqueue(bytes.slice(at, (at += by)));
      else if (cut) to.error(new TypeError("network error"));
      else to.close();
    },
  });
  return new Response(body, { status: 200 });
}

const answers = vi.fn<(path: string) => Promise<Response>>();
let more: string[][];
let interrupted: string[];
let stop: AbortController;
const take = (items: readonly Drawable[]): void => void more.push(items.map((i) => i.id));
const reader = (): Reader => ({
  interrupted: (problem) => interrupted.push(problem.code),
  signal: stop.signal,
});

beforeEach(() => {
  vi.useFakeTimers();
  [more, interrupted, stop] = [[], [], new AbortController()];
  answers.mockReset();
  vi.stubGlobal("fetch", answers);
  vi.stubGlobal("document", { cookie: "" });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test.each([1, 11, 10_000])("a drawing that comes in pieces of %i letters", async (by) => {
  answers.mockResolvedValueOnce(answer(told(LINES), { by }));
  const opening = await openInPages(7, reader());
  expect(opening.board).toEqual(board);
  await opening.follow(take);
  expect(more.flat()).toEqual(["a", "b", "c"]);
  expect(answers.mock.calls).toEqual([["/api/v1/drawings/7/pages", expect.anything()]]);
});

test.each([
  ["an error of the network", { cut: true }],
  ["an end that is none", { cut: false }],
])("what is cut off after its board by %s is asked for again", async (_, how) => {
  answers.mockResolvedValueOnce(answer(told(LINES.slice(0, 2)), how));
  answers.mockRejectedValueOnce(new TypeError("no network"));
  answers.mockResolvedValueOnce(answer(told(LINES)));
  const opening = await openInPages(7, reader());
  expect(opening.board).toEqual(board);
  const whole = opening.follow(take);
  await vi.advanceTimersByTimeAsync(10_000);
  await whole;
  expect(interrupted).toEqual(["no_connection", "no_connection"]);
  expect(more.flat()).toEqual(["a", "b", "layer", "a", "b", "c"]);
});

test("what does not come at all is no drawing", async () => {
  answers.mockResolvedValueOnce(answer("", {}));
  await expect(openInPages(7, reader())).rejects.toMatchObject({ code: "no_connection" });
  answers.mockResolvedValueOnce(answer("<html>Sign in to the hotel</html>\n", {}));
  await expect(openInPages(7, reader())).rejects.toMatchObject({ code: "not_ours" });
  const refusal = JSON.stringify({ code: "not_found", detail: "There is no such drawing." });
  answers.mockResolvedValueOnce(new Response(refusal, { status: 404 }));
  await expect(openInPages(7, reader())).rejects.toMatchObject({ code: "not_found", status: 404 });
  expect(interrupted).toEqual([]);
});

test("a drawing that was left is not asked for again", async () => {
  answers.mockResolvedValueOnce(answer(told(LINES.slice(0, 1)), { cut: true }));
  const opening = await openInPages(7, reader());
  stop.abort();
  await vi.advanceTimersByTimeAsync(60_000);
  expect(answers).toHaveBeenCalledTimes(1);
  await expect(opening.follow(take)).rejects.toMatchObject({ code: "no_connection" });
  expect(interrupted).toEqual([]);
});

test("pages are handed on when they are as many as before, or when it took a while", async () => {
  const pages = [..."abcdefghijklm"].map((id) => [item(id)]);
  let give: ReadableStreamDefaultController<Uint8Array> | undefined;
  const body = new ReadableStream<Uint8Array>({ start: (to) => void (give = to) });
  const lines = [board, ...pages].map((line) => new TextEncoder().encode(told([line])));
  answers.mockResolvedValueOnce(new Response(body, { status: 200 }));
  const coming = openInPages(7, reader());
  give?.enqueue(lines[0] ?? new Uint8Array());
  const whole = (await coming).follow(take);
  for (const [n, line] of lines.slice(1).entries()) {
    if (n === 11) vi.advanceTimersByTime(1000);
    give?.enqueue(line);
    await vi.advanceTimersByTimeAsync(0);
  }
  expect(more.map((ids) => ids.join(""))).toEqual(["a", "b", "cd", "efgh", "ijkl"]);
  give?.enqueue(new TextEncoder().encode(told([{ count: 14 }])));
  give?.close();
  await whole;
  expect(more.at(-1)).toEqual(["m"]);
});
