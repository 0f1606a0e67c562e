import { expect, test } from "vitest";
import type { Point } from "../../api/types";
import { guideGrips, type GuideLine } from "./guidegrips";

const SIZE: Point = [800, 600];
const guide = (id: string, at: Point, angle = 0): GuideLine => ({ id, at, angle });

test("a guide with room around it has no grip", () => {
  expect(guideGrips([], SIZE).size).toBe(0);
  expect(guideGrips([guide("a", [10, 100]), guide("b", [10, 130])], SIZE).size).toBe(0);
  expect(guideGrips([guide("a", [10, 100]), guide("b", [10, 100], 90)], SIZE).size).toBe(0);
});

test("guides at one place have theirs side by side on the line, about the middle of the view", () => {
  const places = guideGrips(
    [guide("a", [10, 100]), guide("b", [900, 100], 180), guide("c", [0, 104])],
    SIZE,
  );
  expect([...places.values()].map(([x, y]) => [Math.round(x), Math.round(y)])).toEqual([
    [374, 100],
    [400, 100],
    [426, 104],
  ]);
});

test("slanting ones, too; each lies on its own guide", () => {
  const lines = [guide("a", [0, 0], 30), guide("b", [3, 0], 30)];
  for (const line of lines) {
    const [x, y] = guideGrips(lines, SIZE).get(line.id) ?? [0, 0];
    const angle = Math.atan2(y - line.at[1], x - line.at[0]);
    expect((angle * 180) / Math.PI).toBeCloseTo(30);
  }
});

test("those that hide each other by way of a third belong together", () => {
  const row = [0, 10, 20, 30].map((y) => guide(String(y), [0, y], 0));
  expect(guideGrips(row, SIZE).size).toBe(4);
  const many = Array.from({ length: 201 }, (_, n) => guide(String(n), [0, 0]));
  expect(guideGrips(many, SIZE).size).toBe(0);
});
