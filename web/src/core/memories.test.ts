import { afterEach, expect, test, vi } from "vitest";
import { dropMemories, storeMemory, storedMemory } from "./memories";

afterEach(() => vi.unstubAllGlobals());

test("where a browser keeps nothing, nothing is found and nothing fails", async () => {
  vi.stubGlobal("indexedDB", undefined);
  await storeMemory("a", new Uint8Array([1]));
  await dropMemories();
  expect(await storedMemory("a")).toBeNull();
});
