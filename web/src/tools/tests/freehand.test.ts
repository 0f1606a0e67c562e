import { beforeEach, expect, test } from "vitest";
import type { Hit } from "../tool";
import type { Point } from "../../api/types";
import { FreehandTool } from "../drawing/freehand";
import { FakeBoard, RecordingContext, anchorMark, at, drawable, key } from "./recording";

let board: FakeBoard;
let bench: RecordingContext;
let tool: FreehandTool;
let inks: (number | null)[];

/** Takes the stroke as a real board would: two anchors for a line, four for a round. */
function land(): void {
  const command = bench.last;
  if (command?.kind !== "draw_stroke") throw new Error("no stroke was drawn");
  board.items.set(command.item, drawable(command.item));
  const start = board.marks.anchors.length;
  for (const place of command.points as Point[]) {
    board.marks.anchors.push(anchorMark(command.item, start, place));
  }
}

function draw(...places: Point[]): void {
  const [first, ...rest] = places;
  if (!first) return;
  tool.down(at(...first));
  for (const place of rest) tool.move(at(...place));
  tool.up(at(...(places.at(-1) as Point)));
  land();
}

const round = (n: number): Point => [
  100 + 60 * Math.cos((n / 20) * 2 * Math.PI),
  100 + 60 * Math.sin((n / 20) * 2 * Math.PI),
];

beforeEach(() => {
  board = new FakeBoard();
  bench = new RecordingContext();
  inks = [];
  tool = new FreehandTool(board.asOpen(), bench, {
    tolerance: () => 1.5,
    reach: () => 8,
    style: () => ({}),
    toScreen: (place) => place,
    ink: (points) => inks.push(points?.length ?? null),
  });
});

test("a stroke carries every place and the tolerance of the zoom; the ink shows meanwhile", () => {
  draw([0, 0], [20, 5], [40, 0], [60, 5]);
  expect(bench.last).toMatchObject({
    kind: "draw_stroke",
    points: [
      [0, 0],
      [20, 5],
      [40, 0],
      [60, 5],
    ],
    tolerance: 1.5,
    closing: false,
  });
  expect(inks).toEqual([2, 3, 4, null]);
});

test("letting go at the start closes; the next stroke is another outline", () => {
  draw(...Array.from({ length: 21 }, (_, n) => round(n)));
  expect(bench.last).toMatchObject({ closing: true });
  const first = board.selected[0];
  draw([300, 0], [330, 0], [360, 9]);
  expect(board.selected[0]).not.toBe(first);
});

test("a click leads there straight, a drag from the end goes on by hand", () => {
  draw([0, 0], [20, 5], [40, 0]);
  const item = board.selected[0];
  draw([120, 0]);
  expect(bench.last).toMatchObject({ item, points: [[120, 0]] });
  draw([120, 0], [130, 20], [150, 60]);
  expect(bench.last).toMatchObject({ item, closing: false });
  tool.hover(at(200, 200, null, { shift: true }));
  expect(bench.previews.at(-1)).toMatchObject({ points: [[200, 200]], straight: true });
});

test("a click on the first anchor closes; Backspace takes a part back; Enter finishes", () => {
  draw([0, 0], [20, 5], [40, 0]);
  tool.key(key("Backspace"));
  expect(board.went).toEqual(["undo"]);
  const item = board.selected[0] ?? "";
  const first: Hit = { what: "anchor", item, contour: 0, index: 0, at: [0, 0] };
  expect(tool.word(first)).toBe("closes");
  tool.down(at(0, 0, first));
  tool.up(at(0, 0, first));
  expect(bench.last).toMatchObject({ item, closing: true });
  expect(tool.key(key("Enter"))).toBe(false);
});

test("a very long stroke keeps both its ends", () => {
  tool.down(at(0, 0));
  for (let n = 1; n <= 60_000; n += 1) tool.move(at(n / 10, n % 2));
  tool.up(at(6000, 0));
  const { points } = bench.last as { points: Point[] };
  expect(points.length).toBeLessThan(20_000);
  expect([points[0], points.at(-1)]).toEqual([
    [0, 0],
    [6000, 0],
  ]);
});
