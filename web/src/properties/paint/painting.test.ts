import { beforeEach, expect, test } from "vitest";
import type { Gradient } from "../../api/types";
import { isGradient, paintOf, plainColour, showingOf } from "../../canvas/paint/paint";
import { penOf, sideOf } from "../../canvas/paint/strokeattributes";
import { barOf } from "./gradients";
import type { Gives } from "../../stores/painting/sampling";
import { SampleTool } from "../../tools/editing/sample";
import { SelectTool } from "../../tools/editing/select";
import type { Hit } from "../../tools/tool";
import { FakeBoard, RecordingContext, at, drawable } from "../../tools/tests/recording";

let board: FakeBoard;
let bench: RecordingContext;
let tool: SelectTool;

const GRADIENT: Gradient = {
  kind: "linear",
  stops: [
    { at: 0, colour: "#000000", opacity: 1, follows: [] },
    { at: 1, colour: { swatch: "s", colour: "#FFFFFF" }, opacity: 0.5, follows: [] },
  ],
  place: { across: [1, 0], down: [0, 1], origin: [0, 0] },
  boxed: false,
  focus: [0, 0],
  spread: "pad",
};

beforeEach(() => {
  board = new FakeBoard("a");
  board.selected = ["a"];
  bench = new RecordingContext();
  tool = new SelectTool(
    board.asOpen(),
    bench,
    () => 2,
    () => undefined,
    () => undefined,
  );
});

const gradient = (peg: Extract<Hit, { what: "gradient" }>["peg"], stop = 0): Hit => ({
  what: "gradient",
  item: "a",
  stroke: null,
  peg,
  stop,
  at: [10, 10],
});

test("an end of a gradient meets things, a colour of it does not, Shift goes in steps", () => {
  for (const [peg, stop, meets] of [
    ["end", 0, true],
    ["stop", 1, false],
  ] as const) {
    tool.down(at(11, 10, gradient(peg, stop)));
    tool.move(at(41, 30));
    tool.up(at(41, 30));
    expect(bench.aims.at(-1) !== null).toBe(meets);
    expect(bench.last).toMatchObject({ kind: "drag_gradient", peg, stop, to: [40, 30] });
  }
  tool.down(at(10, 10, gradient("end")));
  tool.move(at(40, 30, null, { shift: true }));
  tool.up(at(40, 30, null, { shift: true }));
  expect(bench.last).toMatchObject({ held: true });
});

test("a click on the line of a gradient adds a colour there, a drag that is put back none", () => {
  tool.down(at(24, 10, gradient("line")));
  tool.cancel();
  expect(bench.commits).toHaveLength(0);
  tool.down(at(24, 10, gradient("line")));
  tool.up(at(24, 10));
  expect(bench.last).toEqual({ kind: "add_stop", items: ["a"], stroke: null, to: [24, 10] });
});

test("a shadow falls to where its peg is, the other effects stay", () => {
  const glow = { kind: "glow", radius: 3, colour: "#FFFFFF", opacity: 1 } as const;
  const shadow = { kind: "shadow", by: [4, 4], radius: 2, colour: "#000000", opacity: 1 } as const;
  const finish = {
    opacity: 1,
    blend: "normal",
    effects: [glow, { ...shadow, by: [4, 4] }],
  } as const;
  board.items.set("a", drawable("a", { finish: structuredClone(finish) as never }));
  tool.down(at(54, 54, { what: "shadow", item: "a", effect: 1, at: [54, 54], from: [50, 50] }));
  tool.move(at(70, 60));
  tool.up(at(70, 60));
  expect(bench.last).toMatchObject({ kind: "set_effects", effects: [glow, { by: [20, 10] }] });
});

test("what is sampled goes to the fill, the stroke, or all of the style; Alt looks below", () => {
  const given: [Gives, boolean][] = [];
  let left = 0;
  const sample = new SampleTool({
    look: () => undefined,
    give: (_, under, what) => given.push([what, under]),
    words: () => "Fill #000000",
    gives: () => true,
    leave: () => (left += 1),
  });
  sample.down(at(1, 1));
  sample.down(at(1, 1, null, { shift: true }));
  sample.down(at(1, 1, null, { ctrl: true, alt: true }));
  expect(given).toEqual([
    ["fill", false],
    ["stroke", false],
    ["style", true],
  ]);
  expect(sample.about().text).toContain("to the selection");
  sample.leave();
  expect(left).toBe(1);
});

test("paint as attributes", () => {
  expect(isGradient(GRADIENT)).toBe(true);
  expect([paintOf(null, "x"), paintOf("#123456", "x"), paintOf(GRADIENT, "x")]).toEqual([
    "none",
    "#123456",
    "url(#x)",
  ]);
  expect(plainColour(GRADIENT)).toBe("#FFFFFF");
  expect(barOf(GRADIENT.stops)).toBe(
    "linear-gradient(to right, #000000ff 0.00%, #FFFFFF80 100.00%)",
  );
  const plain = { opacity: 1, blend: "normal", effects: [] } as const;
  expect(showingOf({ ...plain, effects: [] }, null, "f")).toEqual({});
  const mixed = { opacity: 0.5, blend: "multiply" as const, effects: [] };
  expect(showingOf(mixed, { box: [0, 0, 1, 1], steps: [] }, "f")).toEqual({
    opacity: 0.5,
    style: "mix-blend-mode: multiply",
    filter: "url(#f)",
  });
});

test("a stroke on one side is drawn twice as wide, on open paths it is centred", () => {
  const [stroke] = drawable("a").style.strokes;
  if (!stroke) throw new Error("no stroke");
  const inside = { ...stroke, placing: "inside", dashes: [4, 2] } as const;
  expect(sideOf({ ...inside, dashes: [4, 2] }, false)).toBe("inside");
  expect(sideOf({ ...inside, dashes: [4, 2] }, true)).toBeNull();
  expect(penOf({ ...inside, dashes: [4, 2] }, true, "i")).toMatchObject({
    "stroke-width": 4,
    "stroke-dasharray": "4 2",
    "stroke-opacity": undefined,
  });
});
