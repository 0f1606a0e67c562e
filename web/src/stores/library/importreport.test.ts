import { createPinia, setActivePinia } from "pinia";
import { beforeEach, expect, test, vi } from "vitest";
import { carryReport, useImportReport, type ImportNote } from "./importreport";

let there: string[];
let selected: string[];
vi.mock("../board/document", () => ({
  useDocument: () => ({ id: 7, exists: (item: string) => there.includes(item) }),
}));
vi.mock("../board/selection", () => ({
  useSelection: () => ({ select: (items: string[]) => (selected = items) }),
}));

const MARKERS: ImportNote = { kind: "markers", count: 2, changed: true, items: ["s1", "s4"] };

beforeEach(() => {
  setActivePinia(createPinia());
  [there, selected] = [["s1", "s4"], []];
});

test("a report comes along with the drawing that was made, once", () => {
  carryReport(7, { name: "a.svg", notes: [MARKERS] });
  const report = useImportReport();
  report.arrive();
  expect([report.open, report.report?.name]).toEqual([true, "a.svg"]);
  report.close();
  report.arrive();
  expect(report.open).toBe(false);
  report.again();
  expect(report.open).toBe(true);
});

test("a report without notes is none", () => {
  carryReport(7, { name: "a.svg", notes: [] });
  const report = useImportReport();
  report.arrive();
  report.show({ name: "b.svg", notes: [] });
  expect(report.report).toBeNull();
});

test("only items that are still there can be selected", () => {
  const report = useImportReport();
  report.show({ name: "", notes: [MARKERS] });
  there = ["s4"];
  expect(report.rows[0]?.items).toEqual(["s4"]);
  report.select(report.rows[0]?.items ?? []);
  expect(selected).toEqual(["s4"]);
});
