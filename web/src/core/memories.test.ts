import { expect, test } from "vitest";
import { dropMemories, storeMemory, storedMemory } from "./memories";

test("where a browser keeps nothing, nothing is found and nothing fails", async () => {
  expect(typeof indexedDB).toBe("undefined");
  await storeMemory("a", new Uint8Array([1]));
  await dropMemories();
  expect(await storedMemory("a")).toBeNull();
});
