import { expect, test } from "vitest";
import { length, shown } from "./numbers";

test("numbers are short, keep their digits and have a real minus", () => {
  expect([shown(12, 2), shown(12.5, 2), shown(100, 0), shown(-0.001, 2), shown(-3.25, 2)]).toEqual([
    "12",
    "12.5",
    "100",
    "0",
    "−3.25",
  ]);
  expect(length(96, { name: "in", size: 96, decimals: 4 })).toBe("1");
});
