import { beforeEach, expect, test, vi } from "vitest";
import { FakeBoard, RecordingContext, at, key } from "./recording";
import { SelectTool } from "../editing/select";

let board: FakeBoard;
let bench: RecordingContext;
let tool: SelectTool;
let boxes: unknown[];
const edited = vi.fn();
const item = (id: string) => ({ what: "item", item: id }) as const;

beforeEach(() => {
  board = new FakeBoard("a", "b", "c");
  bench = new RecordingContext();
  boxes = [];
  edited.mockClear();
  tool = new SelectTool(
    board.asOpen(),
    bench,
    () => 2,
    (box) => boxes.push(box),
    edited,
  );
});

test("a click picks, shift adds and takes away, a click on nothing lets go", () => {
  tool.down(at(5, 5, item("a")));
  tool.up(at(5, 5));
  expect(board.selected).toEqual(["a"]);
  tool.down(at(5, 5, item("b"), { shift: true }));
  tool.up(at(5, 5));
  expect(board.selected).toEqual(["a", "b"]);
  tool.down(at(5, 5, item("a"), { shift: true }));
  tool.up(at(5, 5));
  expect(board.selected).toEqual(["b"]);
  tool.down(at(90, 90));
  tool.up(at(90, 90));
  expect(board.selected).toEqual([]);
  expect(bench.commits).toEqual([]);
});

test("a drag previews each place and commits once, from where the pointer went down", () => {
  tool.down(at(10, 10, item("a")));
  for (const x of [11, 12, 20, 40]) tool.move(at(x, 10));
  tool.up(at(40, 15));
  expect(bench.previews).toHaveLength(2);
  expect(bench.commits).toHaveLength(1);
  expect(bench.last).toEqual({ kind: "move_items", items: ["a"], by: [30, 5], straight: false });
});

test("what is met moves the item along; shift constrains and meets nothing", () => {
  bench.shift = [1, 2];
  tool.down(at(0, 0, item("a")));
  tool.move(at(20, 0));
  tool.up(at(20, 0));
  expect(bench.last).toMatchObject({ by: [21, 2] });
  tool.down(at(0, 0, item("a")));
  tool.move(at(20, 0, null, { shift: true }));
  tool.up(at(20, 0, null, { shift: true }));
  expect(bench.last).toMatchObject({ by: [20, 0], straight: true });
});

test("grips, the protractor and pegs each send their command", () => {
  board.selected = ["a"];
  const cases = [
    [
      { what: "grip", grip: "e", at: [100, 50] },
      { kind: "resize_items", grip: "e", to: [130, 50] },
    ],
    [
      { what: "turn", at: [0, 0] },
      { kind: "drag_rotation", start: [103, 50], to: [133, 50] },
    ],
    [
      { what: "peg", item: "a", dial: "radius", at: [90, 50] },
      { kind: "drag_peg", to: [120, 50] },
    ],
  ] as const;
  for (const [hit, command] of cases) {
    tool.down(at(103, 50, hit as never));
    tool.move(at(133, 50));
    tool.up(at(133, 50));
    expect(bench.last).toMatchObject(command);
  }
});

test("held keys reach the command at the moment they are held", () => {
  board.selected = ["a"];
  tool.down(at(0, 0, { what: "grip", grip: "se", at: [0, 0] }));
  tool.move(at(30, 30, null, { shift: true, alt: true }));
  expect(bench.previews.at(-1)).toMatchObject({ even: true, centred: true });
  tool.up(at(30, 30));
  expect(bench.last).toMatchObject({ even: false, centred: false });
});

test("a dragged box takes what the core finds in it, shift keeps what was selected", async () => {
  board.selected = ["c"];
  board.found = ["a", "b"];
  tool.down(at(0, 0, null, { shift: true }));
  tool.move(at(50, 50));
  expect(boxes.at(-1)).toEqual([
    [0, 0],
    [50, 50],
  ]);
  tool.up(at(50, 50));
  await Promise.resolve();
  expect(board.selected).toEqual(["c", "a", "b"]);
  expect(boxes.at(-1)).toBeNull();
});

test("a cancelled drag commits nothing", () => {
  tool.down(at(0, 0, item("a")));
  tool.move(at(50, 0));
  tool.cancel();
  tool.up(at(50, 0));
  expect(bench.commits).toEqual([]);
  expect(bench.ended).toBe(1);
});

test("arrows nudge by a step and by ten, as one step of the history", () => {
  board.selected = ["a"];
  expect(tool.key(key("ArrowRight"))).toBe(true);
  expect(tool.key(key("ArrowUp", { shiftKey: true }))).toBe(true);
  expect(bench.commits).toEqual([
    { command: { kind: "move_items", items: ["a"], by: [2, 0] }, merge: true },
    { command: { kind: "move_items", items: ["a"], by: [0, -20] }, merge: true },
  ]);
});

test("a double click on an item goes on to its anchors", () => {
  tool.double(at(0, 0));
  expect(edited).not.toHaveBeenCalled();
  tool.double(at(0, 0, item("a")));
  expect(edited).toHaveBeenCalledOnce();
});

test("the status bar names what is under the pointer and the keys that act", () => {
  board.selected = ["a"];
  expect(tool.about(item("b")).text).toBe("b");
  expect(tool.about({ what: "grip", grip: "n", at: [0, 0] }).hints.map(([k]) => k)).toContain(
    "Alt",
  );
  expect(tool.about(null).hints.map(([, does]) => does)).toContain("delete");
});
