// @vitest-environment jsdom
import { mount } from "@vue/test-utils";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { defineComponent, h } from "vue";
import { testContext, type TestContext } from "../../../acts/tests/context";
import { useBoardKeys } from "./keys";

let at: TestContext;
let own: string[];
const drafting = (): { draft: object | null } => at.c.drafting as { draft: object | null };
const mirroring = (): { draft: object | null } => at.c.mirroring as { draft: object | null };
vi.mock("../../../acts/context", () => ({ useActContext: () => at.c }));
vi.mock("../../../theme/night", () => ({ night: { value: false }, toggleNight: () => undefined }));
vi.mock("../../../tools/makesymmetry", () => ({
  useMakingSymmetry: () => () => at.log.push("make symmetry"),
}));

let page: { unmount: () => void };
const press = (key: string, more: KeyboardEventInit = {}): boolean => {
  const code = /^[a-z]$/i.test(key) ? `Key${key.toUpperCase()}` : "";
  const event = new KeyboardEvent("keydown", { key, code, cancelable: true, ...more });
  window.dispatchEvent(event);
  return event.defaultPrevented;
};
beforeEach(() => {
  at = testContext();
  own = [];
  at.c.tools.tool.key = (event: KeyboardEvent) => own.includes(event.key);
  page = mount(
    defineComponent(() => {
      useBoardKeys();
      return () => h("i");
    }),
  );
});
afterEach(() => page.unmount());

test("the tool in the hand has its keys first", () => {
  own = ["v"];
  expect(press("v")).toBe(true);
  expect(at.log).toEqual([]);
  own = [];
  press("v");
  expect(at.log).toEqual(["next view"]);
});

test.each([
  ["z", {}, "go undo"],
  ["z", { shiftKey: true }, "go redo"],
  ["y", {}, "go redo"],
  ["s", {}, "export again"],
  ["a", {}, "select a,b"],
  ["i", {}, "invert"],
])("Ctrl %s %j: %s", (key, more, said) => {
  expect(press(key, { ctrlKey: true, ...more })).toBe(true);
  expect(press(key, { metaKey: true, ...more })).toBe(true);
  expect(at.log).toEqual([said, said]);
});

test("Ctrl with another key is left to the browser; what cannot be done says why", () => {
  expect(press("q", { ctrlKey: true })).toBe(false);
  expect(at.log).toEqual([]);
  at.board.tool = "pen";
  expect(press("a", { ctrlKey: true })).toBe(true);
  expect(at.log).toEqual(["tell Select all: take up the Select tool."]);
});

test("plain keys choose tools, views and what is looked at", () => {
  for (const key of ["2", "3", "5", "j", "0", "1", "?"]) press(key);
  press("V", { shiftKey: true });
  press("6");
  press("G", { shiftKey: true });
  expect(at.log).toEqual([
    "trouble -1",
    "trouble 1",
    "compare",
    "again",
    "fit sheet [object Object]",
    "zoom 1",
  ]);
  const { comb, sizes, help } = at.c.display;
  expect([comb, sizes, help, at.c.tools.gallery]).toEqual([true, true, true, true]);
  press("r");
  expect(at.log.at(-1)).toMatch(/^use /);
  expect(press("r", { altKey: true })).toBe(false);
});

test("+ and - change a count within its range, as one step", () => {
  press("+"); // nothing counts: it zooms
  expect(at.log).toEqual(["zoom at 400,300 1.25"]);
  at.board.dials = [
    { shape: "star", dial: "seed", value: 4 },
    { shape: "star", dial: "radius", value: 4 },
    { shape: "star", dial: "sides", value: 3 },
  ];
  press("-");
  press("+");
  expect(at.commits).toEqual([
    [{ kind: "set_dial", items: ["a"], dial: "sides", value: 3 }, true],
    [{ kind: "set_dial", items: ["a"], dial: "sides", value: 4 }, true],
  ]);
  at.board.dials = [{ shape: "star", dial: "sides", value: null }]; // they differ
  press("+");
  expect(at.commits).toHaveLength(2);
});

test("a full stop brings what is selected into sight", () => {
  press(".");
  expect(at.log.splice(0)).toEqual(["tell Zoom to selection: select an item."]);
  at.board.frame = {
    corners: [
      [1, 9],
      [5, 2],
    ],
  };
  press(".");
  expect(at.log).toEqual(["fit 1,2,5,9"]);
});

test("Shift U hides all references, or shows them again", () => {
  at.board.references = [
    { id: "u", hidden: false },
    { id: "v", hidden: true },
  ];
  press("U", { shiftKey: true });
  expect(at.commits.map(([c]) => c)).toEqual([
    { kind: "set_reference", reference: { id: "u", hidden: true } },
  ]);
});

test("Enter makes what is drafted and Esc leaves it", () => {
  drafting().draft = {};
  expect(press("Enter")).toBe(true);
  expect(press("Escape")).toBe(true);
  mirroring().draft = {};
  press("Enter");
  press("Escape");
  expect(at.log).toEqual(["make", "leave draft", "make symmetry", "use select"]);
  drafting().draft = null;
  expect(press("Enter")).toBe(false);
});

test("Enter mends a trouble spot; Esc goes out of a group", () => {
  expect(press("Enter")).toBe(false);
  vi.mocked(at.c.troubleSpots.mend).mockReturnValue(true);
  expect(press("Enter")).toBe(true);
  expect(press("Escape")).toBe(false);
  at.board.inGroup = true;
  expect(press("Escape")).toBe(true);
  expect(at.log).toEqual(["select g"]);
});

test("letters go by the place of the key, with Ctrl by what they write", () => {
  press("и", { code: "KeyB" }); // a Cyrillic layout
  press("a", { code: "KeyQ" }); // AZERTY
  press("w", { code: "KeyZ", ctrlKey: true });
  press("z", { code: "KeyW", ctrlKey: true });
  press("я", { code: "KeyZ", ctrlKey: true });
  expect(at.log).toEqual(["use sweep", "use select", "go undo", "go undo"]);
});

test("a sign counts as the sign that Shift makes of a digit, and a digit as the digit", () => {
  press("/", { code: "Digit7", shiftKey: true }); // a German layout
  expect(at.c.display.finder).toBe(true);
  press("0", { code: "Digit0", shiftKey: true }); // AZERTY
  press("à", { code: "Digit0" });
  expect(at.log).toEqual(["fit sheet [object Object]", "fit sheet [object Object]"]);
});

test("combining, turning over and locking have keys", () => {
  at.board.selected = ["a", "b"];
  at.board.frame = { corners: [] };
  press("A", { shiftKey: true });
  press("H", { shiftKey: true });
  press("L", { shiftKey: true });
  expect(at.commits.map(([command]) => command.kind)).toEqual([
    "assemble",
    "flip_items",
    "lock_items",
  ]);
});
