import { beforeEach, expect, test, vi } from "vitest";
import { ApiError } from "../../api/client";
import type { AnchorRef, Repaint, Selection } from "../../api/types";
import { SelectionModel } from "./selectionmodel";

let asked: { items: string[]; done: (s: Selection) => void; fail: (p: unknown) => void }[];
let near: (anchors: AnchorRef[]) => void;
let boxed: AnchorRef[];
vi.mock("../../core", () => ({
  core: {
    select: (query: { selection: string[] }) =>
      new Promise<Selection>((done, fail) => asked.push({ items: query.selection, done, fail })),
    near: () => new Promise<AnchorRef[]>((done) => (near = done)),
    anchors: () => Promise.resolve(boxed),
    anchor: () => Promise.resolve({ item: "a", index: 2 }),
    within: (...told: unknown[]) => Promise.resolve(told.map(String)),
  },
}));

const EMPTY = {
  items: [],
  frame: null,
  anchors: [],
  pegs: [],
  dials: [],
  lengths: [],
  paths: [],
  curves: [],
  cut: false,
  marked: null,
};
const marks = (more: object): Selection => ({ ...EMPTY, ...more }) as unknown as Selection;
const path = (item: string, count: number) => ({ item, contour: 0, count });
const anchor = (item: string, index: number) => ({ item, contour: 0, index });
const settled = async (): Promise<void> => {
  for (let n = 0; n < 6; n += 1) await Promise.resolve();
};
const showing = {
  previewing: false,
  asksWhole: false,
  there: new Set(["a", "b"]),
  steady: (id: string) => (showing.there.has(id) ? { id, name: id } : undefined),
  settled: (id: string) => showing.there.has(id),
};
let choice: SelectionModel;
beforeEach(() => {
  asked = [];
  boxed = [];
  Object.assign(showing, { previewing: false, there: new Set(["a", "b"]) });
  const place = { here: { value: "layer-1" } };
  choice = new SelectionModel(showing as never, place as never, () => [0, 0, 9, 9] as never);
});

test("marks of what is selected are asked for, and those of an older selection are not shown", async () => {
  choice.select(["a"]);
  choice.select(["b"]);
  asked[0]?.done(marks({ items: ["a"] }));
  await settled();
  expect(choice.marks.value.items).toEqual([]);
  asked[1]?.done(marks({ items: ["b"], paths: [path("b", 3)] }));
  await settled();
  expect(choice.marks.value.items).toEqual(["b"]);
  expect(choice.all()).toEqual([
    ["b", 0, 0],
    ["b", 0, 1],
    ["b", 0, 2],
  ]);
  expect(choice.path("b", 0)?.count).toBe(3);
  expect(choice.path("a", 0)).toBeUndefined();
});

test("nothing selected has no marks, and asks nothing", async () => {
  choice.select(["a"]);
  asked[0]?.done(marks({ items: ["a"] }));
  await settled();
  choice.anchors.value = [["a", 0, 1]];
  choice.select([]);
  expect([choice.marks.value.items, choice.anchors.value, asked.length]).toEqual([[], [], 1]);
});

test("while an edit is previewed its marks stay; those that are kept are noted", async () => {
  choice.select(["a"]);
  showing.previewing = true;
  choice.show({ removed: [], selection: marks({ items: ["a"], marked: null }) } as never);
  asked[0]?.done(marks({ items: ["a"], paths: [path("a", 9)] }));
  await settled();
  expect([choice.marks.value.paths.length, choice.savedMarks.value.paths.length]).toEqual([0, 1]);
});

test("marks of which only some items are told keep the others as they were", async () => {
  choice.select(["a", "b"]);
  const before = { paths: [path("a", 2), path("b", 3)], anchors: [anchor("a", 0), anchor("b", 0)] };
  asked[0]?.done(marks({ items: ["a", "b"], ...before }));
  await settled();
  const told = {
    items: ["a", "b"],
    marked: ["b"],
    paths: [path("b", 4)],
    anchors: [anchor("b", 7)],
  };
  choice.show({ removed: [], message: "moved", selection: marks(told) } as unknown as Repaint);
  expect(choice.marks.value.paths).toEqual([path("a", 2), path("b", 4)]);
  expect(choice.marks.value.anchors).toEqual([anchor("a", 0), anchor("b", 7)]);
  expect(choice.message.value).toBe("moved");
});

test("while it is only shown that an item would go, its marks stay at hand", async () => {
  choice.select(["a"]);
  asked[0]?.done(marks({ items: ["a"], paths: [path("a", 2)] }));
  await settled();
  choice.show({ removed: ["a"], selection: marks({}) } as unknown as Repaint);
  expect(choice.marks.value.paths).toHaveLength(1);
});

test("once all is kept the server's marks hold, and anchors that are gone are not selected", () => {
  choice.select(["a", "b"]);
  choice.anchors.value = [
    ["a", 0, 1],
    ["a", 0, 5],
    ["b", 0, 0],
  ];
  const kept = marks({ items: ["a", "b"], paths: [path("a", 3), path("b", 1)] });
  choice.settle(kept, ["b", "a"]);
  expect(choice.marks.value).toBe(kept);
  expect(choice.anchors.value).toEqual([
    ["a", 0, 1],
    ["b", 0, 0],
  ]);
  choice.settle(marks({ items: ["a"] }), ["a"]); // of another selection
  expect(choice.marks.value).toBe(kept);
});

test("items that are gone are no longer selected", () => {
  choice.select(["a", "b"]);
  showing.there.delete("b");
  choice.without(["b"]);
  expect(choice.items.value).toEqual(["a"]);
  choice.without([]);
  expect(choice.drawables.value).toEqual([{ id: "a", name: "a" }]);
});

test("a segment chosen late does not overrule what was chosen since", async () => {
  choice.select(["a"]);
  const first = choice.chooseSegment("a", [0, 0]);
  near([["a", 0, 1]]);
  await first;
  expect(choice.anchors.value).toEqual([["a", 0, 1]]);
  const second = choice.chooseSegment("a", [0, 0]);
  choice.anchors.value = [["a", 0, 7]];
  near([["a", 0, 2]]);
  await second;
  expect(choice.anchors.value).toEqual([["a", 0, 7]]);
});

test("a dragged box adds anchors to those it began with, each once, and selects their outlines", async () => {
  choice.select(["a"]);
  boxed = [
    ["a", 0, 1],
    ["b", 0, 4],
  ];
  await choice.chooseWithin(
    [0, 0],
    [9, 9],
    [
      ["a", 0, 0],
      ["a", 0, 1],
    ],
  );
  expect(choice.items.value).toEqual(["a", "b"]);
  expect(choice.anchors.value).toEqual([
    ["a", 0, 0],
    ["a", 0, 1],
    ["b", 0, 4],
  ]);
});

test("another tool shows other marks: what is in sight is asked for where anchors show", async () => {
  choice.select(["a"]);
  asked[0]?.done(marks({ items: ["a"], cut: true }));
  await settled();
  choice.seen();
  expect(asked).toHaveLength(1); // a frame needs nothing of the sight
  choice.showAs("anchors");
  choice.showAs("anchors");
  expect(asked).toHaveLength(2);
  asked[1]?.done(marks({ items: ["a"], cut: true }));
  await settled();
  choice.seen();
  expect(asked).toHaveLength(3);
  expect(choice.query().view).toMatchObject({ marks: "anchors", sight: [0, 0, 9, 9] });
});

test("a refusal leaves the marks as they are", async () => {
  choice.select(["a"]);
  asked[0]?.fail(new ApiError("unknown_item", "Gone.", 404));
  await settled();
  expect(choice.marks.value.items).toEqual([]);
  choice.refresh();
  asked[1]?.done(marks({ items: ["a"] }));
  await settled();
  expect(choice.marks.value.items).toEqual(["a"]);
});

test("what a button would do shows on the canvas; the panel it stands in stays as it is", async () => {
  choice.select(["a"]);
  const kept = marks({
    items: ["a"],
    frame: { x: 1 },
    dials: [{ dial: "sides" }],
    paths: [path("a", 5)],
  });
  asked[0]?.done(kept);
  await settled();
  const outlines = marks({ items: ["a"], frame: { x: 2 }, pegs: [], paths: [path("a", 10)] });
  const repaint = { selection: outlines, removed: [], moved: null } as unknown as Repaint;
  choice.show(repaint, true);
  expect(choice.marks.value).toMatchObject({
    frame: { x: 2 },
    dials: kept.dials,
    paths: kept.paths,
  });
  choice.show(repaint);
  expect(choice.marks.value).toMatchObject({ dials: [], paths: outlines.paths });
  choice.show({ ...repaint, selection: marks({ items: ["a"] }) }, true);
  expect(choice.marks.value.frame).toEqual(kept.frame);
});
