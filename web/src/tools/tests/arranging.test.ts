import { beforeEach, expect, test } from "vitest";
import { FakeBoard, RecordingContext, at, key } from "./recording";
import { SelectTool } from "../editing/select";
import type { Hit } from "../tool";

let board: FakeBoard;
let bench: RecordingContext;
let tool: SelectTool;
const item = (id: string) => ({ what: "item", item: id }) as const;
const alt = { alt: true };

beforeEach(() => {
  board = new FakeBoard("a", "b", "c");
  bench = new RecordingContext();
  tool = new SelectTool(
    board.asOpen(),
    bench,
    () => 2,
    () => undefined,
    () => undefined,
  );
  board.selected = ["a"];
});

test("with Alt a copy goes where the pointer goes, the same one all the way", () => {
  tool.down(at(0, 0, item("a")));
  tool.move(at(20, 0, null, alt));
  tool.move(at(30, 0, null, alt));
  const [first, second] = bench.previews.map((c) => "copies" in c && c.copies);
  expect(first).toBeTruthy();
  expect(second).toBe(first);
  tool.up(at(30, 0, null, alt));
  expect(bench.last).toMatchObject({ kind: "move_items", items: ["a"], copies: first });
  tool.down(at(0, 0, item("a")));
  tool.move(at(20, 0, null, alt));
  tool.up(at(20, 0)); // Alt was let go before the button
  expect(bench.last).not.toHaveProperty("copies");
});

test("items are turned and sized about the pivot; Ctrl shears by a side, not by a corner", () => {
  bench.pivot = [7, 8];
  bench.arranged = { ...bench.arranged, grow: true };
  const drag = (hit: object, held: object): void => {
    tool.down(at(50, 50, { ...hit, at: [50, 50] } as never));
    tool.move(at(90, 50, null, held));
    tool.up(at(90, 50, null, held));
  };
  drag({ what: "grip", grip: "se" }, { alt: true });
  expect(bench.last).toMatchObject({ centred: true, about: [7, 8], grow: true });
  drag({ what: "grip", grip: "n" }, { ctrl: true });
  expect(bench.last).toMatchObject({ kind: "drag_shear", grip: "n", to: [90, 50] });
  drag({ what: "grip", grip: "se" }, { ctrl: true });
  expect(bench.last?.kind).toBe("resize_items");
  drag({ what: "turn" }, alt);
  expect(bench.last).toMatchObject({ kind: "drag_rotation", about: [7, 8], felt: true });
  expect(bench.last).toHaveProperty("copies");
});

test("the pivot goes to what it meets, comes back when the drag is put back, and is let go", () => {
  bench.shift = [1, -1];
  const pivot: Hit = { what: "pivot", at: [10, 10] };
  tool.down(at(12, 10, pivot));
  tool.move(at(42, 30));
  expect(bench.pivot).toEqual([41, 29]);
  tool.up(at(42, 30));
  expect(bench.commits).toEqual([]);
  tool.down(at(41, 29, { what: "pivot", at: [41, 29] }));
  tool.move(at(90, 90));
  tool.cancel();
  expect(bench.pivot).toEqual([41, 29]);
  tool.double(at(41, 29, pivot));
  expect(bench.pivot).toBeNull();
});

test("the pivot meets what lies where it was let go of, though that is answered later", () => {
  bench.shift = [1, -1];
  bench.late = [];
  tool.down(at(12, 10, { what: "pivot", at: [10, 10] }));
  tool.move(at(42, 30));
  tool.move(at(52, 40));
  tool.up(at(52, 40));
  expect(bench.ended).toBe(0);
  for (const answer of bench.late) answer();
  expect(bench.pivot).toEqual([51, 39]);
  expect(bench.ended).toBe(1);
});

test("a peg of copies is told where it goes, and goes back when the drag is put back", () => {
  tool.down(at(12, 10, { what: "copies", peg: "step", at: [10, 10] }));
  tool.move(at(22, 30));
  tool.cancel();
  expect(bench.pegs).toEqual([
    { peg: "step", to: [20, 30] },
    { peg: "step", to: [10, 10] },
  ]);
});

test("the item clicked next is the one in front of which, or behind which, others come", () => {
  tool.layNext("front");
  tool.down(at(0, 0, item("c")));
  const order = { kind: "order_items", items: ["a"], container: "layer-1" };
  expect(bench.last).toEqual({ ...order, behind: "c" });
  tool.layNext("behind");
  tool.down(at(0, 0, item("c")));
  expect(bench.last).toEqual({ ...order, behind: "b" });
  tool.layNext("behind");
  expect(tool.key(key("Escape"))).toBe(true);
  tool.down(at(0, 0, item("c")));
  expect(bench.commits).toHaveLength(2);
  expect(board.selected).toEqual(["c"]);
});
