import { expect, test } from "vitest";
import { Finder, query } from "../finding";

const ENTRIES = [
  { id: "rotate", label: "Rotate by", words: "turn spin angle", where: "Arrange" },
  { id: "left", label: "Rotate 90° left", words: "turn quarter", where: "Form" },
  { id: "corner", label: "Round corners", words: "fillet radius", where: "Form › Corner" },
  { id: "cafe", label: "Café sign", words: "select item", where: "Layers › Façade" },
];
const finder = new Finder(ENTRIES);
const ids = (...words: string[]): string[] => finder.find(words).map((e) => e.id);

test.each([
  ["rotate 30", ["rotate"], "30"],
  ["rotate −30°", ["rotate"], "−30°"],
  ["grow 2 mm", ["grow"], "2 mm"],
  ["grow 12*2 + 1", ["grow"], "12*2 + 1"],
  ["rotate", ["rotate"], null],
  ["  ", [], null],
  ["30", [], "30"],
  ["Align left", ["align", "left"], null],
])("%j is words and a number", (text, words, number) => {
  expect(query(text)).toEqual({ words, number });
});

test("labels come before other words, beginnings before middles", () => {
  expect(ids("rot")).toEqual(["rotate", "left"]);
  expect(ids("turn")).toEqual(["rotate", "left"]);
  expect(ids("cor")).toEqual(["corner"]);
  expect(ids("orner")).toEqual(["corner"]);
  expect(ids("rner", "fil")).toEqual(["corner"]);
  expect(ids("zebra")).toEqual([]);
});

test("every word has to name it; accents and capitals do not matter; the place counts least", () => {
  expect(ids("rotate", "left")).toEqual(["left"]);
  expect(ids("cafe")).toEqual(["cafe"]);
  expect(ids("facade")).toEqual(["cafe"]);
  expect(ids("form")).toEqual(["left", "corner"]);
});

test("recent ones come first among equals, and first of all where nothing is typed", () => {
  expect(finder.find([], ["cafe", "left"]).map((e) => e.id)).toEqual([
    "cafe",
    "left",
    "rotate",
    "corner",
  ]);
  expect(finder.find(["turn"], ["left"]).map((e) => e.id)).toEqual(["left", "rotate"]);
});
