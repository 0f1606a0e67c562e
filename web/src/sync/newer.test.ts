// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { get } from "../api/client";
import { watchBuild } from "./newer";

let log: string[];
let waits: boolean;
let hidden: boolean;
let isOld: () => boolean;

const answered = async (build: string): Promise<void> => {
  vi.stubGlobal("fetch", () =>
    Promise.resolve(new Response("{}", { headers: build ? { "X-Build": build } : {} })),
  );
  await get("/me");
};
const hide = (): void => {
  hidden = true;
  document.dispatchEvent(new Event("visibilitychange"));
  hidden = false;
};

beforeEach(() => {
  [log, waits, hidden] = [[], false, false];
  localStorage.clear();
  const text = JSON.stringify({ build: "old", core: null });
  document.body.innerHTML = `<script type="application/json" id="shipped">${text}</script>`;
  vi.spyOn(document, "hidden", "get").mockImplementation(() => hidden);
  isOld = watchBuild({
    waits: () => waits,
    tell: (sentence) => log.push(sentence),
    reload: () => log.push("reload"),
  });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

test("a page that is as new as its server says nothing", async () => {
  await answered("old");
  await answered("");
  hide();
  expect([log, isOld()]).toEqual([[], false]);
});

test("an older one says so once, and is renewed when nobody looks and nothing waits", async () => {
  await answered("new");
  await answered("new");
  expect([log.length, isOld()]).toEqual([1, true]);
  waits = true;
  hide();
  expect([log.length, isOld()]).toEqual([1, false]);
  waits = false;
  hide();
  expect(log[1]).toBe("reload");
  hide(); // one that is another still is not renewed for ever
  expect(log.length).toBe(2);
});
