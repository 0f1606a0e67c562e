import { expect, test } from "vitest";
import type { CurveReading, Point } from "../../api/types";
import { nearest, placeAt, usual } from "../../lib/readings";
import { combPaths, jointPlace } from "./comb";

/** A level line of 30 with a tooth of 2 up in its middle; two places at its joint. */
const reading: CurveReading = {
  item: "a",
  contour: 0,
  closed: false,
  length: 30,
  along: [0, 10, 10, 30],
  at: [0, 0, 10, 0, 10, 0, 30, 0],
  teeth: [0, 0, 0, -2, 0, -1, 0, 0],
  curvature: [0, 2, 1, null],
  turn: [0, 0, 0, 0],
  joints: [{ along: 10, continuity: "tangent" }],
};
const twice = ([x, y]: Point): Point => [2 * x, 2 * y];

test("the comb has a tooth at every place, and a line along their ends, closed where the path is", () => {
  const comb = combPaths(reading, twice, 10);
  expect(comb.edge).toBe("M0.0 0.0L20.0 -20.0L20.0 -10.0L60.0 0.0");
  expect(comb.teeth).toBe(
    "M0.0 0.0L0.0 0.0M20.0 0.0L20.0 -20.0M20.0 0.0L20.0 -10.0M60.0 0.0L60.0 0.0",
  );
  expect(combPaths({ ...reading, closed: true }, twice, 10).edge).toMatch(/Z$/);
  expect(combPaths({ ...reading, along: [], at: [], teeth: [] }, twice, 10)).toEqual({
    teeth: "",
    edge: "",
  });
});

test("a tooth is shown no longer than the screen is, in its own direction", () => {
  expect(combPaths(reading, twice, 1e6).edge).toContain("L20.0 -600.0");
});

test("the mark of a joint stands beyond the longer of its two teeth, and above where there are none", () => {
  const [x, y] = jointPlace(reading, 10, twice, 10);
  expect(x).toBeCloseTo(20);
  expect(y).toBeCloseTo(-29);
  expect(jointPlace({ ...reading, teeth: Array<number>(8).fill(0) }, 10, twice, 10)).toEqual([
    20, -9,
  ]);
});

test("the place at a length and the place under the pointer are found, within reach alone", () => {
  expect([0, 4, 6, 19, 21, 99].map((along) => placeAt(reading, along))).toEqual([0, 0, 1, 2, 3, 3]);
  expect(nearest([reading], [29, 1], 5)).toEqual({ reading: 0, place: 3 });
  expect(nearest([reading], [10, 0], 5)).toEqual({ reading: 0, place: 1 });
  expect(nearest([reading], [20, 9], 5)).toBeNull();
});

test("teeth are measured by the curvature that most places have, not by the largest", () => {
  const curvature = [...Array<number>(18).fill(1), 50, null];
  expect(usual([{ ...reading, curvature }])).toBe(1);
  expect(usual([{ ...reading, curvature: [0, null] }])).toBe(0);
  expect(usual([])).toBe(0);
});
