import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { fetchEach } from "./fetching";

const FILES: Record<string, number[]> = { "/a": [1, 2, 3], "/b": [4] };

beforeEach(() => {
  vi.stubGlobal("fetch", (address: string) => {
    const bytes = FILES[address];
    return Promise.resolve(
      bytes ? new Response(new Uint8Array(bytes)) : new Response("", { status: 404 }),
    );
  });
});
afterEach(() => vi.unstubAllGlobals());

test("files come in the order they were asked for, and the share that has come never falls", async () => {
  const shares: number[] = [];
  const files = await Promise.all(fetchEach(["/b", "/a"], 4, (share) => shares.push(share)));
  expect(files.map((f) => [...f])).toEqual([[4], [1, 2, 3]]);
  expect(shares.at(-1)).toBe(1);
  expect([...shares].sort()).toEqual(shares);
});

test("one that is not there fails alone, and the share stays below what was foretold", async () => {
  const shares: number[] = [];
  const [gone, there] = fetchEach(["/none", "/a"], 2, (share) => shares.push(share));
  await expect(gone).rejects.toThrow(TypeError);
  expect((await there)?.length).toBe(3);
  expect(shares).toEqual([1]);
});
