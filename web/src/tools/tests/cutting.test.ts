import { beforeEach, expect, test } from "vitest";
import type { Command, Point } from "../../api/types";
import { CutTool } from "../editing/cut";
import { SweepTool, type Regions } from "../editing/sweep";
import { FakeBoard, RecordingContext, at } from "./recording";

let board: FakeBoard;
let bench: RecordingContext;
beforeEach(() => {
  board = new FakeBoard("a");
  bench = new RecordingContext();
});

function knife() {
  const lines: (Point[] | null)[] = [];
  const cut = new CutTool(board.asOpen(), bench, {
    tolerance: () => 2,
    ink: (points) => lines.push(points && [...points]),
  });
  return { cut, lines };
}

test("a straight line cuts what is selected, and meets things unless it is held to steps", () => {
  const { cut, lines } = knife();
  board.selected = ["a"];
  cut.down(at(0, 50));
  cut.move(at(100, 60));
  expect(bench.aims.at(-1)).toMatchObject({ probes: [[100, 60]], start: [0, 50] });
  cut.move(at(100, 60, null, { shift: true }));
  expect(bench.aims.at(-1)).toBeNull();
  cut.up(at(100, 60));
  expect(bench.last).toMatchObject({
    kind: "cut_items",
    items: ["a"],
    line: [
      [0, 50],
      [100, 60],
    ],
    closes: true,
    stepped: false,
  });
  expect(lines.at(-1)).toBeNull();
});

test("with Ctrl the line goes where the hand goes; Alt leaves it open", () => {
  const { cut, lines } = knife();
  cut.down(at(0, 50, null, { ctrl: true }));
  cut.move(at(40, 70));
  cut.move(at(90, 40));
  expect(lines.at(-1)).toHaveLength(3);
  cut.up(at(90, 40, null, { alt: true }));
  expect(bench.last).toMatchObject({ kind: "cut_items", closes: false, items: [], tolerance: 2 });
});

test("a click on a path cuts it there; beside everything it does nothing; cancel leaves no line", () => {
  const { cut, lines } = knife();
  cut.down(at(10, 10));
  cut.up(at(10, 10));
  expect(bench.commits).toEqual([]);
  cut.down(at(10, 10, { what: "item", item: "a" }));
  cut.up(at(10, 10, { what: "item", item: "a" }));
  expect(bench.last).toEqual({ kind: "cut_path", item: "a", at: [10, 10] });
  cut.down(at(0, 0));
  cut.move(at(90, 90));
  cut.cancel();
  expect([bench.commits.length, lines.at(-1)]).toEqual([1, null]);
});

class Asked implements Regions {
  crossed: Point[] = [];
  lit: (Point | null)[] = [];
  removing = false;
  entered = 0;
  enter = (): void => void (this.entered += 1);
  leave = (): void => void (this.entered -= 1);
  light = (place: Point | null): void => void this.lit.push(place);
  across = (places: readonly Point[]): void => void this.crossed.push(...places);
  removes = (on: boolean): void => void (this.removing = on);
  count = (): number => 3;
  pixels = (count: number): number => count;
  drop = (): void => void this.crossed.splice(0);
  sweep(make: (command: Command) => void): void {
    const operation = this.removing ? "remove" : "fuse";
    const places = this.crossed.splice(0);
    if (places.length === 0) return;
    make({ kind: "sweep_regions", items: ["a"], places, operation, item: "n" });
  }
}

test("a sweep takes what the hand goes across, on release and as one edit", () => {
  const regions = new Asked();
  const tool = new SweepTool(bench, regions);
  tool.enter();
  tool.hover(at(5, 5));
  expect(regions.lit).toEqual([[5, 5]]);
  tool.down(at(10, 10));
  tool.move(at(40, 10));
  tool.move(at(80, 10, null, { alt: true }));
  expect(bench.commits).toEqual([]);
  tool.up(at(80, 10, null, { alt: true }));
  expect(bench.commits).toHaveLength(1);
  expect(bench.last).toMatchObject({ kind: "sweep_regions", operation: "remove" });
  tool.leave();
  expect([regions.entered, regions.crossed, regions.lit.at(-1)]).toEqual([0, [], null]);
});

test("a fast sweep goes across all that lies between two places of the hand", () => {
  const regions = new Asked();
  const tool = new SweepTool(bench, regions);
  tool.down(at(0, 0));
  tool.move(at(300, 0));
  tool.move(at(300, 400));
  const gaps = regions.crossed.map((place, n) => {
    const before = regions.crossed[n - 1] ?? place;
    return Math.hypot(place[0] - before[0], place[1] - before[1]);
  });
  expect(Math.max(...gaps)).toBeLessThan(3.001);
  expect(regions.crossed.at(-1)).toEqual([300, 400]);
});

test("an interrupted sweep takes nothing", () => {
  const regions = new Asked();
  const tool = new SweepTool(bench, regions);
  tool.down(at(10, 10));
  tool.move(at(40, 10));
  tool.cancel();
  tool.up(at(40, 10));
  expect([bench.commits, regions.crossed]).toEqual([[], []]);
});
