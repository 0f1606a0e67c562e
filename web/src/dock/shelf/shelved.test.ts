import { expect, test } from "vitest";
import type { ShelfEntry } from "../../api/types";
import { byName, foundOn, laidBefore } from "./shelved";

const entry = (id: number, name: string, tray = "Mine"): ShelfEntry =>
  ({ id, name, tray }) as ShelfEntry;
const ALL = [entry(1, "Knob 10"), entry(2, "Knob 2"), entry(3, "Bridge", "Wood"), entry(4, "knob")];
const ids = (row: readonly ShelfEntry[]): number[] => row.map((e) => e.id);

test("a tray shows, or what is found in all trays, the most alike first", () => {
  expect(ids(foundOn(ALL, { tray: "Mine", find: " ", alike: null }))).toEqual([1, 2, 4]);
  expect(ids(foundOn(ALL, { tray: "Wood", find: "KNOB", alike: null }))).toEqual([1, 2, 4]);
  expect(ids(foundOn(ALL, { tray: "Wood", find: "", alike: [4, 3, 9, 1] }))).toEqual([4, 3, 1]);
  expect(ids(foundOn(ALL, { tray: "Wood", find: "kno", alike: [3, 4] }))).toEqual([4]);
});

test("one comes to lie where another one lies, whichever way it goes", () => {
  expect(ids(laidBefore(ALL, 1, 2))).toEqual([2, 1, 3, 4]);
  expect(ids(laidBefore(ALL, 4, 1))).toEqual([4, 1, 2, 3]);
  expect(ids(laidBefore(ALL, 1, 4))).toEqual([2, 3, 4, 1]);
});

test("names are sorted as they are counted", () => {
  expect(ids(byName(ALL))).toEqual([3, 4, 2, 1]);
});
