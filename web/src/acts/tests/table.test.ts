// @vitest-environment jsdom
import { expect, test, vi } from "vitest";
vi.mock("../../theme/night", () => ({ night: { value: false }, toggleNight: () => undefined }));
import { labelOf, perform, type Act } from "../act";
import { dialActs } from "../dials";
import { actOfKey } from "../dispatch";
import { Finder } from "../finding";
import { spoken } from "../keys";
import { lineFor, menuFor, type Offer } from "../offers";
import { ACTS, act } from "../table";
import { testContext } from "./context";

const { c } = testContext();
const entries = ACTS.map((a) => ({
  id: a.id,
  label: labelOf(a, c),
  words: a.words,
  where: a.where,
}));
const finder = new Finder(entries);

test("each act stands once, with a label, a place, and something that it does", () => {
  expect(new Set(ACTS.map((a) => a.id)).size).toBe(ACTS.length);
  for (const a of ACTS) {
    expect(labelOf(a, c), a.id).toMatch(/^\p{Lu}/u);
    expect(a.where, a.id).not.toBe("");
    expect(a.command ?? a.run, a.id).toBeDefined();
    if (a.draft) expect(a.number, a.id).toBeDefined();
  }
});

test.each(entries)("$label is found by its label and by each of its words", (entry) => {
  const words = entry.label.toLowerCase().split(/[^\p{L}\p{N}]+/u);
  const named = finder.find(words.filter(Boolean)).map((e) => e.id);
  const alike = entries.filter((e) => e.label === entry.label).length;
  expect(named.slice(0, alike)).toContain(entry.id);
  for (const word of entry.words.split(" ").filter(Boolean)) {
    expect(finder.find([word]).map((e) => e.id)).toContain(entry.id);
  }
});

test("few acts share a key, and the one that means less comes later", () => {
  const byKey = new Map<string, Act[]>();
  for (const a of ACTS) if (a.keys) byKey.set(a.keys, [...(byKey.get(a.keys) ?? []), a]);
  const shared = [...byKey.values()].filter((all) => all.length > 1);
  expect(shared.map((all) => all.map((a) => a.id).sort())).toEqual(
    expect.arrayContaining([["delete", "delete_anchors"]]),
  );
  // the first that can be done is done: what counts comes before what zooms
  expect(byKey.get("+")?.map((a) => a.id)).toEqual(["one_more", "zoom_in"]);
  expect(shared).toHaveLength(3);
});

test("what the trade calls it: the first that is found", () => {
  const first = (text: string): string | undefined => finder.find(text.split(" "))[0]?.id;
  expect(first("weld")).toBe("union");
  expect(first("knock out")).toBe("difference");
  expect(first("minus")).toBe("difference");
  expect(first("reduce nodes")).toBe("simplify");
  expect(first("expand stroke")).toBe("stroke_to_outline");
  expect(first("expand shape")).toBe("convert_to_outlines");
  expect(first("fillet")).toBe("round_corners");
  expect(first("eyedropper")).toBe("tool_sample");
  expect(first("dark")).toBe("night");
});

const flat = (offers: readonly Offer[]): string[] =>
  offers.flatMap((o) => (o === "—" ? [] : typeof o === "object" ? flat(o.acts) : [o]));

test("what is offered is an act that can be drawn as a small button", () => {
  const context = testContext();
  const kinds: [string[], unknown[], string][] = [
    [[], [], "select"],
    [["a"], [], "select"],
    [["a", "b"], [], "select"],
    [["a"], [["a", 0, 0]], "anchors"],
    [["a"], [], "anchors"],
    [[], [], "guide"],
  ];
  for (const [selected, anchors, tool] of kinds) {
    Object.assign(context.board, { selected, anchors, tool });
    const line = lineFor(context.c);
    expect(line.length).toBeGreaterThan(2);
    for (const id of line) expect(act(id).icon, id).toMatch(/^M/);
    expect(new Set(flat(menuFor(context.c))).size).toBe(flat(menuFor(context.c)).length);
  }
  Object.assign(context.board, { inGroup: true, selected: [], tool: "select" });
  expect(lineFor(context.c)[0]).toBe("leave_contents");
});

test("what is missing is said, and nothing is done", () => {
  const { c: here, log, commits, board } = testContext();
  board.selected = ["a"];
  expect(perform(act("union"), here)).toBe(false);
  expect(log).toEqual(["tell Union: select two or more items."]);
  board.selected = ["a", "b"];
  expect(perform(act("union"), here)).toBe(true);
  expect(commits).toEqual([[{ kind: "assemble", operation: "union" }, undefined]]);
});

test("an act takes a number", () => {
  const { c: here, commits, log, board } = testContext();
  board.frame = { corners: [] };
  perform(act("rotate"), here, 30);
  perform(act("move_left"), here, 4);
  perform(act("horizontal_guide"), here, 12);
  perform(act("width"), here, 50);
  expect(commits.map(([command]) => command)).toMatchObject([
    { kind: "rotate_items", angle: 30 },
    { kind: "move_items", by: [-4, 0] },
    { kind: "add_guide", guide: { y: 12, angle: 0 } },
    { kind: "place_items", width: 50, about: "middle", grow: false },
  ]);
  perform(act("row_of_copies"), here, 12);
  expect(log).toEqual(["draft row_of_copies", "change [object Object]", "make"]);
});

test("keys as a person reads them", () => {
  expect(spoken("Ctrl+Shift+G")).toBe("Ctrl Shift G");
  expect(spoken("Alt+Shift+ArrowUp")).toBe("Alt Shift ↑");
  expect([spoken("+"), spoken("-"), spoken("Delete")]).toEqual(["+", "−", "Del"]);
});

test("keys act on what is selected and on nothing else", () => {
  const { c: here, commits, log, board } = testContext();
  const press = (key: string, more: KeyboardEventInit = {}): string | undefined => {
    const it = actOfKey(new KeyboardEvent("keydown", { key, ...more }), here);
    if (it) perform(it, here);
    return it?.id;
  };
  board.selected = [];
  press("Delete");
  press("ArrowUp", { altKey: true });
  expect(press("Escape")).toBeUndefined(); // nothing to leave, nothing to say
  expect(commits).toEqual([]);
  expect(log).toEqual(["tell Delete: select an item.", "tell Bring forward: select an item."]);
  board.selected = ["a", "b"];
  press("d", { ctrlKey: true });
  press("ArrowUp", { altKey: true });
  press("ArrowDown", { altKey: true, shiftKey: true });
  press("Backspace");
  expect(commits.map(([command]) => command)).toMatchObject([
    { kind: "duplicate_items", items: ["a", "b"] },
    { kind: "step_items", to: "forward" },
    { kind: "step_items", to: "back" },
    { kind: "delete_items", items: ["a", "b"] },
  ]);
  board.selected = ["a", "b"];
  expect(log.at(-1)).toBe("select "); // what is deleted is selected no more
  board.tool = "pen";
  press("Delete"); // there anchors are meant
  expect(log.at(-1)).toBe("tell Delete: take up the Select tool.");
  expect(commits).toHaveLength(4);
});

test("the dials of what is selected take a number", () => {
  const { c: here, board, commits } = testContext();
  expect(dialActs(here)).toEqual([]);
  board.dials = [
    { shape: "star", dial: "sides", value: 3 },
    { shape: "star", dial: "radius", value: 4 },
  ];
  const [sides, radius] = dialActs(here);
  expect([sides?.number?.unit, radius?.number?.unit]).toEqual(["×", "length"]);
  if (sides) perform(sides, here, 18);
  expect(commits).toEqual([
    [{ kind: "set_dial", items: ["a"], dial: "sides", value: 18 }, undefined],
  ]);
});
