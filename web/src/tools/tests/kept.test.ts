import { expect, test } from "vitest";
import type { ShelfClip } from "../../api/types";
import { PlaceTool, type InHand } from "../drawing/placetool";
import { FakeBoard, RecordingContext, at } from "./recording";

const KEPT: ShelfClip = { clip: "{}", key: "k1", name: "f-hole", state: 3 };

function held(more: Partial<InHand> = {}): [PlaceTool, FakeBoard, RecordingContext] {
  const [board, bench] = [new FakeBoard(), new RecordingContext()];
  const hand: InHand = {
    source: () => KEPT,
    linked: () => false,
    size: () => ({ width: 30 }),
    ...more,
  };
  return [new PlaceTool(board.asOpen(), bench, hand), board, bench];
}

test("it is drawn out like a shape, keys held, and selected", () => {
  const [tool, board, bench] = held();
  tool.down(at(10, 20));
  tool.move(at(60, 90, null, { shift: true }));
  expect(bench.previews.at(-1)).toMatchObject({
    kind: "place_from_shelf",
    start: [10, 20],
    square: true,
  });
  tool.up(at(60, 90, null, { alt: true }));
  expect(bench.last).toMatchObject({
    kind: "place_from_shelf",
    clip: "{}",
    called: "f-hole",
    start: [10, 20],
    to: [60, 90],
    square: false,
    centred: true,
    container: "layer-1",
  });
  expect(bench.last).not.toHaveProperty("entry");
  expect(board.selected).toEqual([(bench.last as { copies: string }).copies]);
});

test("a click places it in the size that is told; linked, it says what it follows", () => {
  const [tool, , bench] = held({ linked: () => true });
  tool.down(at(40, 50));
  tool.up(at(41, 50));
  expect(bench.last).toMatchObject({ start: [40, 50], width: 30, entry: "k1", state: 3 });
  expect(bench.last).not.toHaveProperty("to");
});

test("with nothing in the hand nothing is placed", () => {
  const [tool, , bench] = held({ source: () => null });
  tool.down(at(10, 20));
  tool.move(at(60, 90));
  tool.up(at(60, 90));
  tool.down(at(10, 20));
  tool.up(at(10, 20));
  expect(bench.commits).toEqual([]);
  expect(tool.about(null).text).toContain("drag");
});
