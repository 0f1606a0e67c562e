import { beforeEach, expect, test } from "vitest";
import type { Point } from "../../api/types";
import { CornersTool } from "../editing/corners";
import { LineTool } from "../drawing/line";
import type { Hit } from "../tool";
import { FakeBoard, RecordingContext, anchorMark, at, key } from "./recording";
import { GuideTool } from "../sheet/guide";
import { ShapeTool } from "../drawing/shape";
import { ReferenceTool } from "../sheet/reference";

let board: FakeBoard;
let bench: RecordingContext;
const UNDERLAY = {
  id: "u",
  picture: 1,
  name: "u",
  x: 0,
  y: 0,
  width: 10,
  height: 10,
  angle: 0,
  strength: 0.35,
  grey: false,
  hidden: false,
  traced_area: null,
};

beforeEach(() => {
  board = new FakeBoard("a");
  bench = new RecordingContext();
});

test("a guide is pulled from either ruler", () => {
  const tool = new GuideTool(board.asOpen(), bench);
  for (const [axis, angle] of [
    ["across", 0],
    ["down", 90],
  ] as const) {
    tool.down(at(5, 5, { what: "ruler", axis }));
    tool.move(at(80, 60));
    tool.up(at(80, 60));
    expect(bench.last).toMatchObject({ kind: "add_guide", guide: { x: 80, y: 60, angle } });
    expect(board.aid).toBe(bench.last?.kind === "add_guide" ? bench.last.guide.id : "");
  }
});

test("a guide is drawn at an angle, moved, and removed", () => {
  const tool = new GuideTool(board.asOpen(), bench);
  tool.down(at(10, 10));
  tool.move(at(60, 40, null, { shift: true }));
  tool.up(at(60, 40, null, { shift: true }));
  expect(bench.last).toMatchObject({
    kind: "add_guide",
    guide: { x: 10, y: 10 },
    through: [60, 40],
    stepped: true,
  });
  tool.down(at(0, 50, { what: "guide", guide: "g", at: [0, 50] }));
  tool.move(at(0, 90));
  tool.up(at(0, 90));
  expect(bench.last).toMatchObject({ kind: "move_guide", guide: "g", to: [0, 90] });
  expect(tool.key(key("Delete"))).toBe(true);
  expect(bench.last).toEqual({ kind: "delete_guides", guides: ["g"] });
  expect(tool.key(key("Delete"))).toBe(false);
});

test("a click with the guide tool makes nothing", () => {
  const tool = new GuideTool(board.asOpen(), bench);
  tool.down(at(10, 10));
  tool.up(at(11, 10));
  expect([bench.commits, board.aid]).toEqual([[], null]);
});

test("a reference is dragged by its parts and removed by a key", () => {
  board.sheet = { ...board.sheet, references: [UNDERLAY] };
  const found: unknown[] = [];
  const tool = new ReferenceTool(board.asOpen(), bench, (...told) => found.push(told));
  for (const part of ["whole", "corner", "turn"] as const) {
    tool.down(at(0, 0, { what: "reference", reference: "u", part }));
    tool.move(at(30, 10));
    tool.up(at(30, 10));
    expect(bench.last).toMatchObject({ kind: "drag_reference", part, start: [0, 0], to: [30, 10] });
  }
  expect(found).toEqual([]);
  tool.down(at(5, 6, { what: "reference", reference: "u", part: "whole" }));
  tool.up(at(6, 6, null, { shift: true }));
  expect(found).toEqual([["u", [6, 6], true]]);
  tool.key(key("Delete"));
  expect(bench.last).toEqual({ kind: "delete_reference", reference: "u" });
  tool.down(at(200, 200));
  expect(board.aid).toBeNull();
});

const opened: Point[] = [];
const starts = {
  dials: () => ({ dials: { radius: 4 } }),
  style: () => ({}),
  exact: (at: Point | null) => {
    if (at) opened.push(at);
  },
};

test("a shape is dragged out with its constraints; a click asks for exact values", () => {
  const tool = new ShapeTool(board.asOpen(), bench, "ellipse", "Ellipse", starts);
  tool.down(at(0, 0));
  tool.move(at(40, 20, null, { shift: true, alt: true }));
  expect(bench.previews.at(-1)).toMatchObject({ shape: "ellipse", square: true, centred: true });
  bench.shift = [1, 1];
  tool.up(at(40, 20));
  expect(bench.last).toMatchObject({ start: [0, 0], to: [41, 21], square: false });
  expect(board.selected).toHaveLength(1);
  const count = bench.commits.length;
  tool.down(at(5, 5));
  tool.up(at(6, 5));
  expect(bench.commits).toHaveLength(count);
  expect(board.selected).toEqual([]);
  expect(opened).toEqual([[5, 5]]);
  expect(bench.last).toMatchObject({ dials: { radius: 4 } });
});

test("space moves the box that is being dragged out", () => {
  const tool = new ShapeTool(board.asOpen(), bench, "star", "Star", starts);
  tool.down(at(0, 0));
  tool.move(at(40, 20));
  tool.move(at(50, 50, null, { space: true }));
  tool.up(at(50, 50));
  expect(bench.last).toMatchObject({ start: [10, 30], to: [50, 50] });
});

test("a line goes from end to end", () => {
  const tool = new LineTool(board.asOpen(), bench, starts);
  tool.down(at(0, 0));
  tool.move(at(40, 20, null, { shift: true }));
  expect(bench.previews.at(-1)).toMatchObject({ kind: "draw_line", to: [40, 20], stepped: true });
  tool.up(at(40, 20, null, { alt: true }));
  expect(bench.last).toMatchObject({ kind: "draw_line", centred: true });
  tool.down(at(3, 3));
  tool.up(at(3, 3));
  expect(bench.commits).toHaveLength(1);
});

test("a corner is dragged from its peg, with others that are chosen", () => {
  const tool = new CornersTool(board.asOpen(), bench, () => 8);
  const corner = { radius: 5, drawn: 5, style: "round", peg: [5, 0], along: [1, 0] } as const;
  board.marks.anchors = [0, 1].map((n) => ({
    ...anchorMark("a", n, [n * 50, 0]),
    corner: { ...corner, peg: [n * 50 + 5, 0] as Point, along: [1, 0] as Point },
  }));
  const hit: Hit = { what: "anchor", item: "a", contour: 0, index: 1, at: [50, 0] };
  tool.down(at(71, 0, hit));
  tool.move(at(81, 0));
  tool.up(at(81, 0));
  const anchors = [["a", 0, 1]];
  expect(bench.last).toEqual({ kind: "drag_corners", anchors, to: [65, 0] });
  tool.key(key("a", { ctrlKey: true }));
  expect(board.anchors).toHaveLength(2);
  tool.key(key("Delete"));
  expect(bench.last).toMatchObject({ kind: "set_corners", radius: 0 });
});

test("a shape without a height is not drawn", () => {
  const tool = new ShapeTool(board.asOpen(), bench, "rectangle", "Rectangle", starts);
  tool.down(at(0, 0));
  tool.move(at(40, 0));
  tool.up(at(40, 0));
  expect(bench.commits).toEqual([]);
  expect(bench.ended).toBe(1);
});

test("marks of a selected shape act in the shape's own tool", () => {
  board.selected = ["a"];
  const tool = new ShapeTool(board.asOpen(), bench, "rectangle", "Rectangle", starts);
  tool.down(at(10, 0, { what: "peg", item: "a", dial: "radius", at: [10, 0] }));
  tool.move(at(25, 0));
  tool.up(at(25, 0));
  expect(bench.last).toEqual({
    kind: "drag_peg",
    item: "a",
    dial: "radius",
    to: [25, 0],
    stepped: false,
  });
});
