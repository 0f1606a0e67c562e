import { beforeEach, expect, test } from "vitest";
import type { UnitFacts } from "../../api/types";
import type { BrushEffect } from "../../stores/editing/brushing";
import { BrushTool } from "../editing/brush";
import { FakeBoard, RecordingContext, at, key } from "./recording";

const PX = { name: "px", size: 1, decimals: 2 } as UnitFacts;
let board: FakeBoard;
let bench: RecordingContext;
let reach: number;
let effect: BrushEffect;
let tool: BrushTool;
beforeEach(() => {
  board = new FakeBoard("a", "b");
  bench = new RecordingContext();
  [reach, effect] = [40, "smooth"];
  tool = new BrushTool(board.asOpen(), bench, {
    reach: () => reach,
    widen: (times) => (reach *= times),
    effect: () => effect,
    amount: () => 0.5,
  });
});

const onA = { what: "item", item: "a" } as const;

test("along an edge it smooths what it touched, shown on the way and kept once", () => {
  tool.down(at(0, 0, onA));
  expect(board.selected).toEqual(["a"]);
  tool.move(at(20, 5));
  tool.move(at(40, 9));
  expect(bench.previews).toHaveLength(2);
  expect(bench.commits).toEqual([]);
  tool.up(at(40, 9));
  expect(bench.commits).toHaveLength(1);
  expect(bench.last).toEqual({
    kind: "smooth_with_brush",
    item: "a",
    places: [
      [0, 0],
      [20, 5],
      [40, 9],
    ],
    reach: 40,
    amount: 0.5,
  });
});

test("with Alt it pulls from where it was taken hold of, and says how far", () => {
  tool.down(at(10, 10, onA, { alt: true }));
  expect(tool.bubble(PX)).toContain("0 px, radius 40 px");
  tool.move(at(13, 14, null, { alt: true }));
  expect(tool.bubble(PX)).toContain("5 px, radius 40 px");
  tool.up(at(13, 14)); // Alt was let go on the way: it stays a pull
  expect(bench.last).toEqual({
    kind: "pull_with_brush",
    item: "a",
    grabbed: [10, 10],
    to: [13, 14],
    reach: 40,
  });
});

test("where it pulls anyway, Alt smooths, and what it says follows", () => {
  effect = "pull";
  expect(tool.about(onA).text).toBe("Drag the edge of a aside");
  expect(tool.about(onA, true).text).toBe("Brush along the edge of a");
  tool.down(at(0, 0, onA, { alt: true }));
  tool.move(at(30, 0));
  tool.up(at(30, 0));
  expect(bench.last?.kind).toBe("smooth_with_brush");
});

test("beside everything it goes on with what is selected, and with nothing it does nothing", () => {
  tool.down(at(0, 0));
  tool.move(at(30, 0));
  tool.up(at(30, 0));
  expect([bench.previews, bench.commits]).toEqual([[], []]);
  board.selected = ["b"];
  tool.down(at(0, 0));
  tool.move(at(30, 0));
  tool.up(at(30, 0));
  expect(bench.last).toMatchObject({ item: "b" });
});

test("a click changes nothing; a drag that is broken off is put back", () => {
  tool.down(at(0, 0, onA));
  tool.up(at(1, 0));
  tool.down(at(0, 0, onA));
  tool.move(at(30, 0));
  const ended = bench.ended;
  tool.cancel();
  tool.up(at(30, 0));
  expect(bench.ended).toBeGreaterThan(ended);
  expect(bench.commits).toEqual([]);
});

test("its reach changes by keys, also in mid-drag", () => {
  tool.down(at(0, 0, onA));
  expect(tool.key(key("]"))).toBe(true);
  expect(reach).toBe(50);
  tool.move(at(30, 0));
  expect(bench.previews.at(-1)).toMatchObject({ reach: 50 });
  tool.key(key("["));
  expect(reach).toBe(40);
  expect(tool.key(key("x"))).toBe(false);
});

test("a very long way of the brush keeps its beginning", () => {
  tool.down(at(0, 0, onA));
  for (let n = 1; n <= 9000; n += 1) tool.move(at(n, 0));
  tool.up(at(9000, 0));
  const { places } = bench.last as { places: [number, number][] };
  expect(places.length).toBeLessThanOrEqual(4001);
  expect([places[0], places.at(-1)]).toEqual([
    [0, 0],
    [9000, 0],
  ]);
});
