import { beforeEach, expect, test } from "vitest";
import { AnchorsTool } from "../editing/anchors";
import type { Hit } from "../tool";
import { FakeBoard, RecordingContext, anchorMark, at, key } from "./recording";

let board: FakeBoard;
let bench: RecordingContext;
let tool: AnchorsTool;
const anchor = (index: number, x = 0, y = 0): Hit => ({
  what: "anchor",
  item: "a",
  contour: 0,
  index,
  at: [x, y],
});

beforeEach(() => {
  board = new FakeBoard("a", "b");
  board.selected = ["a"];
  board.marks.anchors = [0, 1, 2].map((n) => anchorMark("a", n, [n * 50, 0]));
  bench = new RecordingContext();
  tool = new AnchorsTool(
    board.asOpen(),
    bench,
    () => 1,
    () => 8,
    () => undefined,
  );
});

test("what is known of a press only after the next one leaves that one alone", async () => {
  board.selected = [];
  tool.down(at(300, 0, { what: "item", item: "b" }));
  tool.up(at(300, 0));
  tool.down(at(300, 0, { what: "segment", item: "b" }));
  tool.move(at(320, 9));
  await Promise.resolve();
  tool.up(at(320, 9));
  expect(bench.last).toMatchObject({ kind: "bend_segment", item: "b", to: [320, 9] });
});

test("a press on an outline that is not selected takes hold of the anchor there, if there is one", async () => {
  const on: Hit = { what: "item", item: "b" };
  board.marks.anchors.push(anchorMark("b", 0, [300, 0]));
  tool.down(at(303, 0, on));
  await Promise.resolve();
  expect(board.selected).toEqual(["b"]);
  tool.move(at(313, 9));
  tool.up(at(313, 9));
  expect(bench.last).toMatchObject({ kind: "move_anchors", anchors: [["b", 0, 0]], by: [10, 9] });
  board.selected = [];
  board.anchors = [];
  tool.down(at(330, 0, on));
  await Promise.resolve();
  tool.move(at(340, 5));
  tool.up(at(340, 5));
  expect(bench.last).toMatchObject({ kind: "move_items", by: [10, 5] });
  board.selected = [];
  tool.down(at(301, 0, on));
  tool.up(at(301, 0));
  await Promise.resolve();
  expect(board.anchors).toEqual([["b", 0, 0]]);
  tool.move(at(350, 50));
  expect(bench.commits).toHaveLength(2);
});

test("an anchor is chosen by a click and moved by a drag, from its own place", () => {
  tool.down(at(51, 1, anchor(1, 50, 0)));
  tool.move(at(71, 11));
  tool.up(at(71, 11));
  expect(board.anchors).toEqual([["a", 0, 1]]);
  expect(bench.last).toMatchObject({ kind: "move_anchors", anchors: [["a", 0, 1]], by: [20, 10] });
  expect(bench.aims[0]).toMatchObject({ probes: [[70, 10]], start: [50, 0] });
});

test("shift gathers anchors and lets go of one again", () => {
  for (const n of [0, 1, 2]) {
    tool.down(at(n * 50, 0, anchor(n), { shift: n > 0 }));
    tool.up(at(n * 50, 0));
  }
  expect(board.anchors).toHaveLength(3);
  tool.down(at(50, 0, anchor(1), { shift: true }));
  tool.up(at(50, 0));
  expect(board.anchors).toEqual([
    ["a", 0, 0],
    ["a", 0, 2],
  ]);
  tool.down(at(0, 0, anchor(0)));
  expect(board.anchors).toHaveLength(2);
  tool.up(at(0, 0));
  expect(board.anchors).toEqual([["a", 0, 0]]);
});

test("a handle is dragged by its ring, alone with Alt, stepped with Shift", () => {
  const hit: Hit = {
    what: "handle",
    item: "a",
    contour: 0,
    index: 1,
    side: "out",
    at: [60, 0],
  };
  tool.down(at(61, 0, hit));
  tool.move(at(81, 20, null, { alt: true }));
  expect(bench.previews.at(-1)).toEqual({
    kind: "move_handle",
    anchor: ["a", 0, 1],
    side: "out",
    to: [80, 20],
    alone: true,
    stepped: false,
    along: false,
  });
  tool.up(at(81, 20, null, { shift: true }));
  expect(bench.last).toMatchObject({ alone: false, stepped: true });
  tool.double(at(81, 20, hit));
  expect(bench.last).toMatchObject({ kind: "set_handle", length: 0 });
});

test("a box takes the anchors in it; a click beside all lets go, first of anchors", () => {
  tool.down(at(-5, -5));
  tool.move(at(55, 5));
  tool.up(at(55, 5));
  expect(board.anchors.map((a) => a[2])).toEqual([0, 1]);
  tool.down(at(200, 200));
  tool.up(at(200, 200));
  expect([board.anchors, board.selected]).toEqual([[], ["a"]]);
  tool.down(at(200, 200));
  tool.up(at(200, 200));
  expect(board.selected).toEqual([]);
});

test("keys: all, nudge, kinds, remove, let go", () => {
  tool.key(key("a", { ctrlKey: true }));
  expect(board.anchors).toHaveLength(3);
  tool.key(key("Escape"));
  expect(board.anchors).toEqual([]);
  expect(tool.key(key("Tab"))).toBe(false); // it leads on to the next control
  board.anchors = [["a", 0, 0]];
  tool.key(key("ArrowDown"));
  expect(bench.commits.at(-1)).toEqual({
    command: { kind: "move_anchors", anchors: [["a", 0, 0]], by: [0, 1] },
    merge: true,
  });
  for (const [name, to] of [
    ["1", "corner"],
    ["2", "smooth"],
    ["3", "symmetric"],
    ["4", "flowing"],
  ] as const) {
    tool.key(key(name, { ctrlKey: true }));
    expect(bench.last).toMatchObject({ kind: "set_anchor_kind", to });
  }
  tool.key(key("Delete"));
  expect(bench.last?.kind).toBe("delete_anchors");
  expect(board.anchors).toEqual([]);
  expect(tool.key(key("Delete"))).toBe(false);
});

test("a segment bends, a click chooses its ends, a double click adds an anchor", () => {
  const hit: Hit = { what: "segment", item: "a" };
  tool.down(at(25, 0, hit));
  tool.move(at(25, 20));
  tool.up(at(25, 20));
  expect(bench.last).toEqual({
    kind: "bend_segment",
    item: "a",
    grabbed: [25, 0],
    to: [25, 20],
  });
  tool.down(at(25, 0, hit));
  tool.up(at(25, 0, hit));
  expect(board.anchors).toHaveLength(2);
  tool.double(at(26, 1, hit));
  expect(bench.last).toEqual({ kind: "insert_anchor", item: "a", at: [26, 1] });
});

test("the stem changes the length only; Alt pulls a handle out; Shift Del removes plainly", () => {
  const stem: Hit = { what: "stem", item: "a", contour: 0, index: 1, side: "into", at: [30, 0] };
  tool.down(at(40, 0, stem));
  tool.move(at(20, 9));
  tool.up(at(20, 9));
  expect(bench.last).toMatchObject({ kind: "move_handle", side: "into", along: true, to: [10, 9] });
  tool.down(at(50, 0, anchor(1, 50, 0), { alt: true }));
  tool.move(at(80, 30));
  tool.up(at(80, 30));
  expect(bench.last).toMatchObject({ kind: "pull_handle", anchor: ["a", 0, 1], to: [80, 30] });
  tool.key(key("Delete", { shiftKey: true }));
  expect(bench.last).toMatchObject({ kind: "delete_anchors", refit: false });
});
