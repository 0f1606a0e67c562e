import { expect, test } from "vitest";
import { chunked, clockText, cutAt, pathOf } from "./playing";

const CUTS = [
  { starts: 0, lasts: 2 },
  { starts: 2.5, lasts: 4 },
  { starts: 6.5, lasts: 0 },
  { starts: 7, lasts: 1 },
];

test("what is done of a job at some moment", () => {
  const cases: [number, number, number][] = [
    [0, 0, 0],
    [1, 0, 0.5],
    [2.2, 1, 0],
    [4.5, 1, 0.5],
    [6.5, 3, 0],
    [7.25, 3, 0.25],
    [99, 4, 0],
  ];
  for (const [seconds, done, part] of cases) {
    expect(cutAt(CUTS, seconds)).toEqual({ done, part });
  }
  expect(cutAt([], 3)).toEqual({ done: 0, part: 0 });
});

test("ways are drawn some at a time", () => {
  const way = (down: boolean, closes: number | null) => ({
    down,
    closes,
    places: [
      [0, 0],
      [1, 0],
      [2, 0],
    ] as [number, number][],
  });
  const found = chunked([way(true, null), way(false, null), way(true, 2)], 2);
  const all = "M0.000 0.000L1.000 0.000L2.000 0.000";
  expect(found).toEqual([
    { cut: all, idle: all, over: "" },
    { cut: all, idle: "", over: "M1.000 0.000L2.000 0.000" },
  ]);
});

test("seconds are told as minutes, places as paths", () => {
  expect([clockText(0), clockText(59.6), clockText(754)]).toEqual(["0:00", "1:00", "12:34"]);
  expect(
    pathOf([
      [0, 1],
      [2.00049, 3],
    ]),
  ).toBe("M0.000 1.000L2.000 3.000");
  expect(pathOf([[0, 1]])).toBe("");
});
