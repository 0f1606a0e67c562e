// @vitest-environment jsdom
import { beforeEach, expect, test } from "vitest";
import type { Act } from "../act";
import { clashes, hintOf, isSingle, keyOf, keymap, keysOf, takeKeymap, whyNot } from "../keymap";

const act = (id: string, keys?: string, otherKeys?: string): Act =>
  ({ id, label: id, keys, otherKeys }) as unknown as Act;
const union = act("union", "Shift+A");
const redo = act("redo", "Ctrl+Shift+Z", "Ctrl+Y");
const del = act("delete", "Delete");
const del2 = act("delete_anchors", "Delete");
const ALL = [union, redo, del, del2];

beforeEach(() => takeKeymap({ keys: {}, single_keys: true }));

test("acts have their usual keys until somebody gives them others, or none", () => {
  expect([keyOf(union), keysOf(redo)]).toEqual(["Shift+A", ["Ctrl+Shift+Z", "Ctrl+Y"]]);
  const mine = { keys: { union: "Ctrl+U", redo: null }, single_keys: true };
  takeKeymap(mine);
  expect([keysOf(union), keysOf(redo), hintOf(union), hintOf(redo)]).toEqual([
    ["Ctrl+U"],
    [],
    "Ctrl U",
    "",
  ]);
  expect(keymap()).toEqual(mine);
});

test("single keys can be switched off; what has Ctrl or Alt, or is no character, goes on", () => {
  const single = ["Q", "Shift+A", "?", "+", "7"];
  const others = ["Ctrl+Q", "Alt+ArrowUp", "Delete", "Shift+Delete"];
  expect([single.every(isSingle), others.some(isSingle)]).toEqual([true, false]);
  takeKeymap({ keys: {}, single_keys: false });
  expect([keysOf(union), keysOf(del), hintOf(union)]).toEqual([[], ["Delete"], ""]);
});

test.each([
  ["Ctrl+W", "The browser keeps Ctrl W for itself."],
  ["Shift+ArrowLeft", "Arrow keys move what is selected."],
  ["F5", "The browser and the system have keys of that row."],
  ["L", "L is the loupe while it is held."],
  ["Shift+L", null],
])("%s: %s", (keys, why) => {
  expect(whyNot(keys)).toBe(why);
});

test("a clash is with an act that has the key now; what has always shared one does not clash", () => {
  expect(clashes("Ctrl+Y", union, ALL)).toEqual([redo]);
  expect(clashes("Delete", del, ALL)).toEqual([]);
  expect(clashes("Delete", union, ALL)).toEqual([del, del2]);
  takeKeymap({ keys: { redo: null, union: "Delete" }, single_keys: true });
  expect(clashes("Ctrl+Y", union, ALL)).toEqual([]);
  expect(clashes("Delete", del, ALL)).toEqual([union]);
});
