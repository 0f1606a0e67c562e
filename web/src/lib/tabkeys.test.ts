import { expect, test } from "vitest";
import { tabAfter } from "./tabkeys";

test.each([
  ["ArrowRight", 0, 1],
  ["ArrowRight", 4, 0],
  ["ArrowLeft", 0, 4],
  ["Home", 3, 0],
  ["End", 1, 4],
  ["ArrowDown", 1, null],
])("%s from %i of five: %s", (key, at, to) => {
  expect(tabAfter(key, at, 5)).toBe(to);
});
