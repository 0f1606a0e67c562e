// @vitest-environment jsdom
import { afterEach, expect, test } from "vitest";
import { capOf, machineCaps, readLayout } from "../caps";
import { spoken } from "../keys";

const layout = (entries: Record<string, string>) => ({
  getLayoutMap: () => Promise.resolve(new Map(Object.entries(entries))),
});
afterEach(() => readLayout(layout({})));

test("on a Mac the keys that are held have its signs", () => {
  expect(machineCaps("Ctrl Shift G", "MacIntel")).toBe("⌘ ⇧ G");
  expect(machineCaps("Alt drag", "iPad")).toBe("⌥ drag");
  expect(machineCaps("Ctrl Shift G", "Linux x86_64")).toBe("Ctrl Shift G");
  expect(machineCaps("Alternate", "MacIntel")).toBe("Alternate");
});

test("keys that go by their place are named by the cap that is there", async () => {
  await readLayout(layout({ KeyQ: "a", KeyA: "q", Digit1: "&", KeyZ: "w" }));
  expect([capOf("Q"), capOf("A"), capOf("1"), capOf("B"), capOf("Esc")]).toEqual([
    "A",
    "Q",
    "&",
    "B",
    "Esc",
  ]);
  expect(spoken("Shift+Q")).toBe("Shift A");
  expect(spoken("Ctrl+Z")).toBe("Ctrl Z"); // with Ctrl letters stand for words
});

test("a browser that does not tell leaves the places as they are", async () => {
  await readLayout(undefined);
  await readLayout({ getLayoutMap: () => Promise.reject(new Error("barred")) });
  expect(capOf("Q")).toBe("Q");
});
