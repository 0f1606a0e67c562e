import { expect, test } from "vitest";
import type { AnchorMark, UnitFacts } from "../../api/types";
import { selectionWords, stepWords, type Selected } from "./announcements";

const px = { name: "px", size: 1, decimals: 1 } as UnitFacts;
const one: Selected = { name: "Body", type: "Outline", items: 1, anchors: 0, anchor: null, of: 8 };
const anchor = { index: 2, kind: "smooth", at: [68, 398] } as unknown as AnchorMark;

test.each<[Partial<Selected>, string]>([
  [{ items: 0, name: null }, "Nothing selected"],
  [{}, "Body, Outline"],
  [{ anchors: 1, anchor }, "Body, anchor 3 of 8, smooth, x 68, y 398"],
  [{ anchors: 4 }, "Body, 4 anchors selected"],
  [{ name: null, items: 3 }, "3 items selected"],
])("%j: %s", (of, words) => {
  expect(selectionWords({ ...one, ...of }, px)).toBe(words);
});

test("a step is told by its name, and whether it was undone or redone", () => {
  expect(stepWords({ undo: null, redo: null }, { undo: "Move Body", redo: null })).toBe(
    "Move Body",
  );
  expect(stepWords({ undo: "Move Body", redo: null }, { undo: null, redo: "Move Body" })).toBe(
    "Undone: Move Body",
  );
  expect(stepWords({ undo: null, redo: "Move Body" }, { undo: "Move Body", redo: null })).toBe(
    "Redone: Move Body",
  );
  expect(stepWords({ undo: null, redo: null }, { undo: null, redo: null })).toBe("");
});
