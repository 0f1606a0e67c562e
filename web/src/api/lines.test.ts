import { expect, test } from "vitest";
import { lineReader } from "./lines";

const read = (pieces: readonly string[]): string[] => {
  const lines: string[] = [];
  pieces.forEach(lineReader((line) => lines.push(line)));
  return lines;
};

test.each([
  ["whole", ["one\ntwo\nthree\n"], ["one", "two", "three"]],
  ["letter by letter", [..."one\ntwo\n"], ["one", "two"]],
  ["in pieces that end at no line", ["on", "e", "\ntw", "o\nthree", "\n"], ["one", "two", "three"]],
  ["with nothing at the end", ["one\ntw"], ["one"]],
  ["empty", [""], []],
])("lines of a text that comes %s", (_, pieces, lines) => {
  expect(read(pieces)).toEqual(lines);
});
