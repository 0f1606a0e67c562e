import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { ProgressPoller } from "./progress";

let asked: string[];
let parts: (number | null)[];
let work: ProgressPoller;

beforeEach(() => {
  vi.useFakeTimers();
  [asked, parts] = [[], []];
  vi.stubGlobal("window", globalThis);
  vi.stubGlobal("document", { cookie: "" });
  vi.stubGlobal("fetch", (path: string, how: { method: string }) => {
    asked.push(`${how.method} ${path}`);
    if (how.method === "DELETE") return Promise.resolve(new Response(null, { status: 204 }));
    const part = parts.shift();
    if (part === undefined) return Promise.reject(new TypeError("no network"));
    return Promise.resolve(new Response(JSON.stringify({ part })));
  });
  work = new ProgressPoller(7);
});
afterEach(() => vi.useRealTimers());

const passes = (ms: number): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);

test("what is answered within a second is never asked about", async () => {
  work.start("a");
  await passes(900);
  work.end();
  await passes(5000);
  expect(asked).toEqual([]);
});

test("it shows how far it is, also after a look that was lost, until it is answered", async () => {
  parts = [null, 0.25];
  work.start("a");
  await passes(1000);
  expect(work.long.value).toBeNull();
  await passes(500);
  expect(work.long.value).toEqual({ part: 0.25, stopping: false });
  await passes(500); // no connection
  parts = [0.75];
  await passes(500);
  expect(work.long.value?.part).toBe(0.75);
  work.end();
  expect(work.long.value).toBeNull();
});

test("it is stopped once, and goes on being watched until the server says so", async () => {
  parts = [0.5, 0.6];
  work.start("a");
  await passes(1000);
  await work.stop();
  await passes(500);
  expect(asked).toContain("DELETE /api/v1/drawings/7/progress/a");
  expect(work.long.value).toEqual({ part: 0.6, stopping: true });
});
