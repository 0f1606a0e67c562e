// @vitest-environment jsdom
import { mount } from "@vue/test-utils";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { defineComponent, h } from "vue";
import type { Command } from "../../../api/types";
import { useBoardKeys } from "./keys";

let log: string[];
let commits: [Command, boolean | undefined][];
let own: string[];
const note =
  (what: string, answer?: unknown) =>
  (...told: unknown[]) => {
    log.push([what, ...told].join(" "));
    return answer;
  };
const board = {
  selected: ["a"],
  inGroup: false,
  marks: {
    dials: [] as { shape: string; dial: string; value: number | null }[],
    frame: null as { corners: [number, number][] } | null,
  },
  sheet: { references: [] as { id: string; hidden: boolean }[] },
  pickable: () => ["a", "b"],
  select: note("select"),
  go: note("go"),
  repeat: note("again"),
  leave: () => "g",
  commit: (command: Command, merge?: boolean) => commits.push([command, merge]),
};
const tools = {
  name: "select",
  gallery: false,
  use: note("use"),
  touch: () => undefined,
  tool: { key: (event: KeyboardEvent) => own.includes(event.key) },
};
const view = { fitSheet: note("fit sheet"), zoomTo: note("zoom"), fit: note("fit") };
const looking = { comb: false, sizes: false, next: note("next view") };
const drafting = { draft: null as object | null, make: note("make"), cancel: note("leave draft") };
const mirroring = { draft: null as object | null };
const mends = { yes: false };
vi.mock("../../../stores/board/document", () => ({ useDocument: () => board }));
vi.mock("../../../stores/board/selection", () => ({ useSelection: () => board }));
vi.mock("../../../stores/board/preview", () => ({ usePreview: () => board }));
vi.mock("../../../stores/board/history", () => ({ useHistory: () => board }));
vi.mock("../../../stores/board/activecontainer", () => ({ useActiveContainer: () => board }));
vi.mock("../../../stores/board/edits", () => ({ useEdits: () => board }));
vi.mock("../../../stores/board/copies", () => ({ useCopies: () => board }));
vi.mock("../../../tools/tools", () => ({ useTools: () => tools }));
vi.mock("../../../stores/display/view", () => ({ useView: () => view }));
vi.mock("../../../stores/display/display", () => ({ useDisplay: () => looking }));
vi.mock("../../../stores/editing/selecting", () => ({
  useSelecting: () => ({ invert: note("invert") }),
}));
vi.mock("../../../stores/editing/drafting", () => ({ useDrafting: () => drafting }));
vi.mock("../../../stores/editing/mirroring", () => ({ useMirroring: () => mirroring }));
vi.mock("../../../stores/measuring/troublespots", () => ({
  useTroubleSpots: () => ({ go: note("trouble"), mend: () => mends.yes }),
}));
vi.mock("../../../stores/display/comparing", () => ({
  useComparing: () => ({ next: note("compare") }),
}));
vi.mock("../../../stores/library/exporting", () => ({
  useExporting: () => ({ again: note("send again") }),
}));
vi.mock("../../../stores/display/catalogue", () => ({
  useCatalogue: () => ({
    dial: (_: string, name: string) =>
      name === "sides" ? { name, unit: "count", least: 3, most: 100 } : { name, unit: "length" },
  }),
}));
vi.mock("../../../properties/form/makesymmetry", () => ({
  useMakingSymmetry: () => note("make symmetry"),
}));

let page: { unmount: () => void };
const press = (key: string, more: KeyboardEventInit = {}): boolean => {
  const event = new KeyboardEvent("keydown", { key, cancelable: true, ...more });
  window.dispatchEvent(event);
  return event.defaultPrevented;
};
beforeEach(() => {
  [log, commits, own] = [[], [], []];
  Object.assign(board, { inGroup: false, sheet: { references: [] } });
  board.marks = { dials: [], frame: null };
  Object.assign(tools, { name: "select", gallery: false });
  Object.assign(looking, { comb: false, sizes: false });
  [drafting.draft, mirroring.draft, mends.yes] = [null, null, false];
  page = mount(
    defineComponent(() => {
      useBoardKeys(() => log.push("help"));
      return () => h("i");
    }),
  );
});
afterEach(() => page.unmount());

test("the tool in the hand has its keys first", () => {
  own = ["v"];
  expect(press("v")).toBe(true);
  expect(log).toEqual([]);
  own = [];
  press("v");
  expect(log).toEqual(["next view"]);
});

test.each([
  ["z", {}, "go undo"],
  ["z", { shiftKey: true }, "go redo"],
  ["y", {}, "go redo"],
  ["s", {}, "send again"],
  ["a", {}, "select a,b"],
  ["i", {}, "invert"],
])("Ctrl %s %j: %s", (key, more, said) => {
  expect(press(key, { ctrlKey: true, ...more })).toBe(true);
  expect(press(key, { metaKey: true, ...more })).toBe(true);
  expect(log).toEqual([said, said]);
});

test("Ctrl with another key, or with Select not in the hand, is left to the browser", () => {
  expect(press("q", { ctrlKey: true })).toBe(false);
  tools.name = "pen";
  expect(press("a", { ctrlKey: true })).toBe(false);
  expect(log).toEqual([]);
});

test("plain keys choose tools, views and what is looked at", () => {
  for (const key of ["2", "3", "5", "j", "0", "1", "?"]) press(key);
  press("V");
  press("6");
  press("G", { shiftKey: true });
  expect(log).toEqual([
    "trouble -1",
    "trouble 1",
    "compare",
    "again",
    "fit sheet [object Object]",
    "zoom 1",
    "help",
  ]);
  expect([looking.comb, looking.sizes, tools.gallery]).toEqual([true, true, true]);
  press("r");
  expect(log.at(-1)).toMatch(/^use /);
  expect(press("r", { altKey: true })).toBe(false);
});

test("+ and - change a count within its range, as one step", () => {
  expect(press("+")).toBe(false); // nothing counts
  board.marks.dials = [
    { shape: "star", dial: "seed", value: 4 },
    { shape: "star", dial: "radius", value: 4 },
    { shape: "star", dial: "sides", value: 3 },
  ];
  press("-");
  press("+");
  expect(commits).toEqual([
    [{ kind: "set_dial", items: ["a"], dial: "sides", value: 3 }, true],
    [{ kind: "set_dial", items: ["a"], dial: "sides", value: 4 }, true],
  ]);
  board.marks.dials = [{ shape: "star", dial: "sides", value: null }]; // they differ
  expect(press("+")).toBe(false);
});

test("a full stop brings what is selected into sight", () => {
  expect(press(".")).toBe(false);
  board.marks.frame = {
    corners: [
      [1, 9],
      [5, 2],
    ],
  };
  press(".");
  expect(log).toEqual(["fit 1,2,5,9"]);
});

test("Shift U hides all references, or shows them again", () => {
  board.sheet.references = [
    { id: "u", hidden: false },
    { id: "v", hidden: true },
  ];
  press("U", { shiftKey: true });
  expect(commits.map(([c]) => c)).toEqual([
    { kind: "set_reference", reference: { id: "u", hidden: true } },
  ]);
});

test("Enter makes what is drafted and Esc leaves it", () => {
  drafting.draft = {};
  expect(press("Enter")).toBe(true);
  expect(press("Escape")).toBe(true);
  mirroring.draft = {};
  press("Enter");
  press("Escape");
  expect(log).toEqual(["make", "leave draft", "make symmetry", "use select"]);
  drafting.draft = null;
  expect(press("Enter")).toBe(false);
});

test("Enter mends a trouble spot; Esc goes out of a group", () => {
  expect(press("Enter")).toBe(false);
  mends.yes = true;
  expect(press("Enter")).toBe(true);
  expect(press("Escape")).toBe(false);
  board.inGroup = true;
  expect(press("Escape")).toBe(true);
  expect(log).toEqual(["select "]);
});
