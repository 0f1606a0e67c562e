import { expect, test } from "vitest";
import type { Point } from "../../api/types";
import { SymmetryTool } from "../editing/symmetry";
import { FakeBoard, RecordingContext, at } from "./recording";

function trial(drafts = true) {
  const bench = new RecordingContext();
  const laid: Point[] = [];
  const tool = new SymmetryTool(new FakeBoard().asOpen(), bench, {
    enter: () => undefined,
    leave: () => undefined,
    drafts: () => drafts,
    layAt: (at) => laid.push(at),
  });
  return { bench, laid, tool };
}

test("a click lays the line through a place and what that meets", () => {
  const { bench, laid, tool } = trial();
  bench.shift = [2, 0];
  tool.down(at(10, 20));
  tool.up(at(10, 20));
  expect(laid.at(-1)).toEqual([12, 20]);
  expect(bench.pegs).toEqual([]);
});

test("a quick hand draws the line from where it was pressed", () => {
  const { bench, laid, tool } = trial();
  tool.down(at(10, 20));
  expect(laid[0]).toEqual([10, 20]);
  tool.move(at(60, 20));
  tool.up(at(60, 25));
  expect(bench.pegs.at(-1)).toEqual({ peg: "end", to: [60, 25] });
});

test("where a symmetry is there already, only its marks are dragged", () => {
  const { bench, laid, tool } = trial(false);
  tool.down(at(10, 20));
  expect(laid).toEqual([]);
  tool.up(at(90, 20));
  tool.down(at(50, 90, { what: "symmetry", symmetry: "s", peg: "end", at: [50, 90] }));
  tool.move(at(70, 90));
  tool.up(at(70, 90));
  expect(bench.last).toMatchObject({ kind: "drag_symmetry", symmetry: "s", peg: "end" });
});
