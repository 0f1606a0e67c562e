import { expect, test } from "vitest";
import { ago, counted, fileSize, number, plain, timeOfDay } from "./intl";

const NOW = Date.parse("2026-03-14T12:00:00Z");

test("when something happened is said in words", () => {
  const cases = [
    ["2026-03-14T11:59:40Z", "just now"],
    ["2026-03-14T11:59:00Z", "1 minute ago"],
    ["2026-03-14T11:15:00Z", "45 minutes ago"],
    ["2026-03-14T09:00:00Z", "3 hours ago"],
    ["2026-03-13T09:00:00Z", "yesterday"],
    ["2026-03-10T12:00:00Z", "4 days ago"],
    ["2026-01-02T12:00:00Z", "2 Jan 2026"],
  ] as const;
  for (const [when, words] of cases) expect(ago(when, NOW)).toBe(words);
});

test("numbers, counts, sizes and times are British English", () => {
  expect([number(1234.567, 1), number(0.5, 2), plain(1234.5, 2), plain(-0.001, 2)]).toEqual([
    "1,234.6",
    "0.5",
    "1234.5",
    "0",
  ]);
  expect([counted(1, "item"), counted(1200, "item"), counted(0, "edit is", "edits are")]).toEqual([
    "1 item",
    "1,200 items",
    "0 edits are",
  ]);
  expect([640, 4_880, 33_000, 2_415_419].map(fileSize)).toEqual([
    "640 bytes",
    "4.9 kB",
    "33 kB",
    "2.4 MB",
  ]);
  expect(timeOfDay(new Date(2026, 2, 14, 14, 2))).toBe("14:02");
});
