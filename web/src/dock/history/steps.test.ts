import { expect, test } from "vitest";
import type { ListedStep } from "../../api/types";
import { rowsOf } from "./steps";

const step = (number: number, drew: string | null = null): ListedStep => ({
  number,
  name: drew ? `Draw anchor ${number}` : `Step ${number}`,
  edit: `e${number}`,
  drew,
});
const names = (steps: ListedStep[], at = 99, open: string[] = []): string[] =>
  rowsOf(steps, at, new Set(open)).map((r) => (r.inside ? `  ${r.name}` : r.name));

const drawn = [step(1), step(2, "a"), step(3, "a"), step(4, "a"), step(5, "b"), step(6, "b")];

test("a run that drew one outline is one row, which leads to its end", () => {
  expect(names(drawn)).toEqual(["Step 1", "Draw outline · 3", "Draw anchor 5", "Draw anchor 6"]);
  expect(rowsOf(drawn, 99, new Set())[1]?.step.number).toBe(4);
});

test("a run is shown step by step where it is open, or where the drawing stands within it", () => {
  const shown = ["  Draw anchor 2", "  Draw anchor 3", "  Draw anchor 4"];
  expect(names(drawn, 99, ["a"]).slice(2, 5)).toEqual(shown);
  expect(names(drawn, 3).slice(2, 5)).toEqual(shown);
  expect(rowsOf(drawn, 3, new Set())[1]?.held).toBe(true);
  expect(rowsOf(drawn, 4, new Set(["a"]))[1]?.held).toBe(false);
  expect(names(drawn, 4)).toHaveLength(4);
});

test("another step in between ends a run", () => {
  const apart = [step(1, "a"), step(2, "a"), step(3), step(4, "a"), step(5, "a")];
  expect(names(apart)).toHaveLength(5);
});
