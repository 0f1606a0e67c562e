import { beforeEach, expect, test, vi } from "vitest";
import type { Hit } from "../tool";
import { FakeBoard, RecordingContext, anchorMark, at, drawable, key } from "./recording";
import { PenTool } from "../drawing/pen";

let board: FakeBoard;
let bench: RecordingContext;
let tool: PenTool;

/** Takes what the tool committed as a real board would. */
const END = { contour: 0, index: 0, at: [0, 0] as [number, number] };

function land(): string {
  const command = bench.last;
  if (command?.kind !== "draw_anchor") throw new Error("no anchor was drawn");
  const index = board.marks.anchors.length;
  board.items.set(
    command.item,
    drawable(command.item, { ends: index ? [END, { ...END, index }] : [END] }),
  );
  board.marks.anchors.push(anchorMark(command.item, index, command.at));
  return command.item;
}

function click(x: number, y: number, held = {}): void {
  tool.down(at(x, y, null, held));
  tool.up(at(x, y, null, held));
  land();
}

beforeEach(() => {
  board = new FakeBoard();
  bench = new RecordingContext();
  tool = new PenTool(board.asOpen(), bench, () => ({}));
});

test("clicks draw corners on one outline, which stays selected", () => {
  click(0, 0);
  click(100, 0);
  const [first, second] = bench.commits.map((c) => c.command);
  expect(first).toMatchObject({ kind: "draw_anchor", at: [0, 0], handle: null });
  expect(second).toMatchObject({ at: [100, 0] });
  expect(first && "item" in first && second && "item" in second && first.item === second.item).toBe(
    true,
  );
  expect(board.selected).toHaveLength(1);
});

test("a drag pulls handles, previewed on the way, stepped with Shift", () => {
  tool.down(at(10, 10));
  tool.move(at(40, 10));
  expect(bench.previews.at(-1)).toMatchObject({ at: [10, 10], handle: [30, 0] });
  tool.up(at(40, 20, null, { shift: true }));
  expect(bench.last).toMatchObject({
    at: [10, 10],
    handle: [30, 10],
    stepped: true,
    straight: false,
  });
});

test("an anchor that meets something stands there, and its handle is the hand's way", () => {
  bench.shift = [2, 3];
  tool.down(at(10, 10));
  tool.move(at(42, 10));
  tool.up(at(42, 10));
  expect(bench.last).toMatchObject({ at: [12, 13], handle: [32, 0] });
});

test("the coming segment is previewed from the last anchor on", () => {
  tool.hover(at(5, 5));
  expect(bench.previews).toEqual([]);
  click(0, 0);
  tool.hover(at(60, 20));
  expect(bench.previews.at(-1)).toMatchObject({ kind: "draw_anchor", at: [60, 20], handle: null });
  expect(bench.aims.at(-1)).toMatchObject({ probes: [[60, 20]], start: [0, 0] });
  tool.hover(at(60, 20, null, { shift: true }));
  expect(bench.previews.at(-1)).toMatchObject({ straight: true });
  expect(bench.aims.at(-1)).toBeNull();
});

test("on the first anchor it closes, by a click or with a handle", () => {
  for (const [end, handle] of [
    [[0, 0], null],
    [
      [0, 40],
      [0, 40],
    ],
  ] as const) {
    board = new FakeBoard();
    tool = new PenTool(board.asOpen(), bench, () => ({}));
    click(0, 0);
    click(100, 0);
    const item = board.selected[0] ?? "";
    const hit: Hit = { what: "anchor", item, contour: 0, index: 0, at: [0, 0] };
    expect(tool.word(hit)).toBe("closes");
    expect(tool.about(hit).text).toContain("Closes");
    tool.hover(at(0, 0, hit));
    expect(bench.previews.at(-1)).toMatchObject({ kind: "close_outline", item });
    tool.down(at(0, 0, hit));
    tool.up(at(end[0], end[1]));
    expect(bench.last).toMatchObject({ kind: "close_outline", item, handle });
    expect(tool.word(hit)).not.toBe("closes");
  }
});

test("one anchor does not close, and finishing with one leaves nothing behind", () => {
  click(0, 0);
  const item = board.selected[0] ?? "";
  const only: Hit = { what: "anchor", item, contour: 0, index: 0, at: [0, 0] };
  expect(tool.word(only)).toBe("straight from here");
  expect(tool.key(key("Enter"))).toBe(true);
  expect(bench.last).toEqual({ kind: "delete_items", items: [item] });
  expect(board.selected).toEqual([]);
});

test("Enter finishes open, Backspace takes back, both only while drawing", () => {
  expect(tool.key(key("Enter"))).toBe(false);
  expect(tool.key(key("Backspace"))).toBe(false);
  click(0, 0);
  click(100, 0);
  tool.key(key("Backspace"));
  expect(board.went).toEqual(["undo"]);
  const before = bench.commits.length;
  tool.key(key("Enter"));
  expect(bench.commits).toHaveLength(before);
  click(300, 300);
  expect(bench.last).toMatchObject({ at: [300, 300] });
  expect(board.selected).toHaveLength(1);
});

test("a cancelled press draws nothing", () => {
  tool.down(at(10, 10));
  tool.move(at(50, 50));
  tool.cancel();
  tool.up(at(50, 50));
  expect(bench.commits).toEqual([]);
});

test("Alt in a drag lets go of the incoming handle, which stays as it was then", () => {
  tool.down(at(0, 0));
  tool.move(at(30, 0));
  tool.move(at(30, 10, null, { alt: true }));
  tool.move(at(0, 40, null, { alt: true }));
  tool.up(at(0, 40, null, { alt: true }));
  expect(bench.last).toMatchObject({ at: [0, 0], handle: [0, 40], into: [-30, -10] });
});

test("Space in a drag moves the anchor, its handle staying as long as it was", () => {
  tool.down(at(0, 0));
  tool.move(at(30, 0));
  tool.move(at(40, 20, null, { space: true }));
  tool.up(at(40, 20));
  expect(bench.last).toMatchObject({ at: [10, 20], handle: [30, 0] });
});

test("on the last anchor a click withdraws its handle, a drag pulls a new one", () => {
  click(0, 0);
  click(100, 0);
  const item = board.selected[0] ?? "";
  const last: Hit = { what: "anchor", item, contour: 0, index: 1, at: [100, 0] };
  expect(tool.about(last).text).toContain("Last anchor");
  tool.down(at(100, 1, last, { screen: [500, 1] }));
  tool.up(at(100, 1, null, { screen: [500, 1] }));
  expect(bench.last).toMatchObject({ kind: "set_handle", side: "out", length: 0 });
  tool.down(at(100, 0, last, { screen: [900, 0] }));
  tool.move(at(100, 50, null, { screen: [900, 50] }));
  tool.up(at(100, 50, null, { screen: [900, 50] }));
  expect(bench.last).toMatchObject({ kind: "move_handle", to: [100, 50], alone: true });
});

test("a double click finishes and leaves no second anchor on the spot", () => {
  click(0, 0);
  click(100, 0);
  const count = bench.commits.length;
  tool.down(at(100, 0));
  tool.up(at(100, 0));
  tool.double();
  expect(bench.commits).toHaveLength(count);
  expect(tool.key(key("Enter"))).toBe(false);
});

test("the Flow pen places flowing anchors, Alt a corner, and a drag pulls no handle", () => {
  tool = new PenTool(board.asOpen(), bench, () => ({}), true);
  click(0, 0);
  expect(bench.last).toMatchObject({ flowing: true, handle: null });
  click(50, 50, { alt: true });
  expect(bench.last).toMatchObject({ flowing: false });
  tool.down(at(200, 0));
  tool.move(at(240, 0));
  tool.up(at(240, 0));
  expect(bench.last).toMatchObject({ at: [200, 0], flowing: true, handle: null });
});

const endMark = (item: string, index: number, x: number) => ({
  ...anchorMark(item, index, [x, 0]),
  end: true,
});

test("on its own inner anchors it removes, with Alt it changes the kind, on segments it adds", () => {
  board.items.set("a", drawable("a"));
  board.marks.anchors = [0, 1, 2].map((n) => anchorMark("a", n, [n * 50, 0]));
  const hit: Hit = { what: "anchor", item: "a", contour: 0, index: 1, at: [50, 0] };
  const tap = (where: Hit, held = {}): void => {
    tool.down(at(900 * Math.random(), 0, where, held));
    tool.up(at(0, 0, null, { screen: [5000, 0] }));
  };
  expect([tool.word(hit), tool.word(hit, true)]).toEqual(["deletes", "becomes smooth"]);
  tap(hit);
  expect(bench.last).toEqual({ kind: "delete_anchors", anchors: [["a", 0, 1]] });
  tap(hit, { alt: true });
  expect(bench.last).toMatchObject({ kind: "set_anchor_kind", to: "smooth" });
  tool.down(at(25, 1, { what: "segment", item: "a" }));
  tool.up(at(25, 1));
  expect(bench.last).toEqual({ kind: "insert_anchor", item: "a", at: [25, 1] });
});

test("from the start of an open outline it goes on turned round, and joins another's end", () => {
  board.items.set("a", drawable("a"));
  board.items.set("b", drawable("b"));
  board.marks.anchors = [endMark("a", 0, 0), anchorMark("a", 1, [50, 0]), endMark("a", 2, 100)];
  const start: Hit = { what: "anchor", item: "a", contour: 0, index: 0, at: [0, 0] };
  expect(tool.word(start)).toBe("continues from here");
  tool.down(at(0, 0, start));
  tool.up(at(0, 0, start));
  expect(bench.commits).toEqual([]);
  tool.hover(at(0, 80));
  expect(bench.previews.at(-1)).toMatchObject({ kind: "draw_anchor", item: "a", turned: true });
  const other: Hit = { what: "end", item: "b", contour: 0, index: 1, at: [0, 90], count: 2 };
  expect(tool.word(other)).toBe("joins");
  tool.down(at(0, 90, other));
  tool.up(at(0, 90, other));
  expect(bench.last).toMatchObject({
    kind: "join_ends",
    first: ["a", 0, 0],
    second: ["b", 0, 1],
    handle: null,
  });
});

test("the anchor that it closed on is removed only after the pointer has left it", () => {
  let now = 0;
  vi.spyOn(performance, "now").mockImplementation(() => (now += 1000)); // no double clicks
  click(0, 0);
  click(100, 0);
  click(100, 100);
  const item = board.selected[0] ?? "";
  const hit: Hit = { what: "anchor", item, contour: 0, index: 0, at: [0, 0] };
  tool.down(at(0, 0, hit));
  tool.up(at(0, 0, hit));
  expect(bench.last).toMatchObject({ kind: "close_outline" });
  const before = bench.commits.length;
  tool.hover(at(0, 0, hit));
  expect(tool.about(hit).text).toContain("Move away first");
  tool.down(at(0, 0, hit));
  tool.up(at(0, 0, hit));
  expect(bench.commits).toHaveLength(before);
  tool.hover(at(30, 30));
  tool.hover(at(0, 0, hit));
  expect(tool.word(hit)).toBe("deletes");
  tool.down(at(0, 0, hit));
  tool.up(at(0, 0, hit));
  expect(bench.last).toMatchObject({ kind: "delete_anchors" });
  vi.restoreAllMocks();
});
