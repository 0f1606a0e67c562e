import { expect, test } from "vitest";
import type { Point } from "../../api/types";
import { CLEAR, stepsApart, type Standing } from "./apart";

const standing = (id: string, at: Point, outward: Point = [1, 0]): Standing => ({
  id,
  at,
  outward,
});
const all = (marks: readonly Standing[], stays: readonly Point[] = []): Point[] => {
  const off = stepsApart(marks, stays);
  return marks.map(({ id, at }) => {
    const [x, y] = off.get(id) ?? [0, 0];
    return [at[0] + x, at[1] + y];
  });
};
const closest = (points: readonly Point[]): number =>
  Math.min(
    ...points.flatMap((a, n) =>
      points.slice(n + 1).map((b) => Math.hypot(a[0] - b[0], a[1] - b[1])),
    ),
  );

test("marks with room between them stay where they are", () => {
  expect(stepsApart([standing("a", [0, 0]), standing("b", [CLEAR, 0])]).size).toBe(0);
  expect(stepsApart([]).size).toBe(0);
});

test("the first keeps its place; the others step off until each can be taken", () => {
  const marks = Array.from({ length: 9 }, (_, n) =>
    standing(`m${String(n)}`, [n / 10, 0], [0, -1]),
  );
  const places = all(marks);
  expect(places[0]).toEqual([0, 0]);
  expect(closest(places)).toBeGreaterThanOrEqual(CLEAR);
  expect(places[1]?.[1]).toBeLessThan(0); // outward first
});

test("what stays is not stepped on, and nothing moves twice as far as it must", () => {
  const stays: Point[] = [
    [0, 0],
    [20, 0],
    [10, 15],
  ];
  const [place] = all([standing("a", [8, 2], [0, -1])], stays);
  expect(closest([...stays, place as Point])).toBeGreaterThanOrEqual(CLEAR);
  expect(Math.hypot((place?.[0] ?? 0) - 8, (place?.[1] ?? 0) - 2)).toBeLessThan(2 * CLEAR);
});

test("without a direction it steps up; where all is taken it stays", () => {
  const [, second] = all([standing("a", [0, 0], [0, 0]), standing("b", [0, 0], [0, 0])]);
  expect(second).toEqual([0, -18]);
  const full: Point[] = [];
  for (let x = -120; x <= 120; x += 8) for (let y = -120; y <= 120; y += 8) full.push([x, y]);
  expect(stepsApart([standing("a", [0, 0])], full).size).toBe(0);
});

test("the order of the marks is the order in which they keep their places", () => {
  const [a, b] = [standing("a", [0, 0]), standing("b", [4, 0])];
  expect([...stepsApart([a, b]).keys()]).toEqual(["b"]);
  expect([...stepsApart([b, a]).keys()]).toEqual(["a"]);
});
