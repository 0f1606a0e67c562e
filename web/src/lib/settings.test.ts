import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { remember, remembered, rememberedAs } from "./settings";

let stored: Map<string, string>;
let full: boolean;
beforeEach(() => {
  [stored, full] = [new Map(), false];
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, text: string) => {
      if (full) throw new DOMException("full", "QuotaExceededError");
      stored.set(key, text);
    },
  });
});
afterEach(() => vi.unstubAllGlobals());

test("what cannot be stored is newer than what was", () => {
  remember("copied", "old");
  full = true;
  remember("copied", "new");
  expect(remembered("copied")).toBe("new");
  full = false;
  remember("copied", "newest");
  expect([remembered("copied"), stored.get("copied")]).toEqual(["newest", "newest"]);
});

test("a browser that keeps nothing keeps it until the page is left", () => {
  vi.stubGlobal("localStorage", undefined);
  expect(remembered("night")).toBeNull();
  remember("night", "yes");
  expect(remembered("night")).toBe("yes");
});

test("what is not sound is nothing", () => {
  const isNumber = (v: unknown): v is number => typeof v === "number";
  remember("a", "7");
  remember("b", "{");
  expect([rememberedAs("a", 1, isNumber), rememberedAs("b", 1, isNumber)]).toEqual([7, 1]);
});
