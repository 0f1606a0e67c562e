import { expect, test } from "vitest";
import type { AnchorMark, Point } from "../../api/types";
import { anchorsApart } from "./samespot";

const mark = (index: number, at: Point, on: Point, back: Point = [0, 0]): AnchorMark =>
  ({ item: "a", contour: 0, index, at, on, back }) as unknown as AnchorMark;
const same = (at: readonly [number, number]): Point => [at[0], at[1]];

test("two ends at one place: the second steps off along its path", () => {
  const off = anchorsApart([mark(0, [10, 10], [0, 1]), mark(5, [10, 10], [0, 0], [-1, 0])], same);
  expect([...off.keys()]).toEqual(["a 0 5"]);
  const [x, y] = off.get("a 0 5") ?? [0, 0];
  expect(x).toBeLessThanOrEqual(-16);
  expect(y).toBeCloseTo(0);
});

test("neighbours that only lie close keep their places", () => {
  expect(anchorsApart([mark(0, [0, 0], [1, 0]), mark(1, [6, 0], [1, 0])], same).size).toBe(0);
});
