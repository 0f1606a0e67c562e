import { beforeEach, expect, test } from "vitest";
import { FakeBoard, RecordingBench, at, key } from "./recording";
import { GuideTool } from "../guide";
import { ShapeTool } from "../shape";
import { UnderlayTool } from "../underlay";

let board: FakeBoard;
let bench: RecordingBench;
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
};

beforeEach(() => {
  board = new FakeBoard("a");
  bench = new RecordingBench();
});

test("a guide is pulled from either ruler", () => {
  const tool = new GuideTool(board.asBoard(), bench);
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
  const tool = new GuideTool(board.asBoard(), bench);
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
  expect(bench.last).toEqual({ kind: "remove_guides", guides: ["g"] });
  expect(tool.key(key("Delete"))).toBe(false);
});

test("a click with the guide tool makes nothing", () => {
  const tool = new GuideTool(board.asBoard(), bench);
  tool.down(at(10, 10));
  tool.up(at(11, 10));
  expect([bench.commits, board.aid]).toEqual([[], null]);
});

test("an underlay is dragged by its parts and removed by a key", () => {
  board.sheet = { ...board.sheet, underlays: [UNDERLAY] };
  const tool = new UnderlayTool(board.asBoard(), bench);
  for (const part of ["whole", "corner", "turn"] as const) {
    tool.down(at(0, 0, { what: "underlay", underlay: "u", part }));
    tool.move(at(30, 10));
    tool.up(at(30, 10));
    expect(bench.last).toMatchObject({ kind: "drag_underlay", part, start: [0, 0], to: [30, 10] });
  }
  tool.key(key("Delete"));
  expect(bench.last).toEqual({ kind: "remove_underlay", underlay: "u" });
  tool.down(at(200, 200));
  expect(board.aid).toBeNull();
});

test("a shape is dragged out with its constraints; a click only lets go", () => {
  const tool = new ShapeTool(board.asBoard(), bench, "ellipse", "Ellipse");
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
});

test("a shape without a height is not drawn", () => {
  const tool = new ShapeTool(board.asBoard(), bench, "rectangle", "Rectangle");
  tool.down(at(0, 0));
  tool.move(at(40, 0));
  tool.up(at(40, 0));
  expect(bench.commits).toEqual([]);
  expect(bench.ended).toBe(1);
});

test("marks of a selected shape act in the shape's own tool", () => {
  board.selected = ["a"];
  const tool = new ShapeTool(board.asBoard(), bench, "rectangle", "Rectangle");
  tool.down(at(10, 0, { what: "peg", item: "a", dial: "radius", at: [10, 0] }));
  tool.move(at(25, 0));
  tool.up(at(25, 0));
  expect(bench.last).toEqual({ kind: "drag_peg", item: "a", dial: "radius", to: [25, 0] });
});
