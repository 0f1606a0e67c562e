import { expect, test } from "vitest";
import type { Point } from "../../api/types";
import { between, thinned } from "../trail";

const row = (count: number): Point[] => Array.from({ length: count }, (_, n): Point => [n, 0]);

test("a way is thinned as little as it has to be, and keeps both ends", () => {
  expect(thinned(row(5), 5)).toEqual(row(5));
  expect(thinned(row(1), 5)).toEqual(row(1));
  expect(thinned([], 5)).toEqual([]);
  for (const count of [6, 10, 11, 4001, 20_000]) {
    const left = thinned(row(count), 5);
    expect(left.length).toBeLessThanOrEqual(6);
    expect([left[0], left.at(-1)]).toEqual([
      [0, 0],
      [count - 1, 0],
    ]);
  }
});

test("a stretch is filled with places that are near each other", () => {
  expect(between([0, 0], [0, 0], 2)).toEqual([[0, 0]]);
  const filled = between([0, 0], [3, 4], 2);
  expect(filled).toHaveLength(3);
  expect(filled.at(-1)).toEqual([3, 4]);
  for (const [n, place] of filled.entries()) {
    const before: Point = filled[n - 1] ?? [0, 0];
    expect(Math.hypot(place[0] - before[0], place[1] - before[1])).toBeLessThanOrEqual(2);
  }
  expect(between([0, 0], [1e9, 0], 1)).toHaveLength(400);
});
