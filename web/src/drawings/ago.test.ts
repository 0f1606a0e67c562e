import { expect, test } from "vitest";
import { ago } from "./ago";

const NOW = Date.parse("2026-03-14T12:00:00Z");

test("when something happened is said in words", () => {
  const cases = [
    ["2026-03-14T11:59:40Z", "just now"],
    ["2026-03-14T11:59:00Z", "1 minute ago"],
    ["2026-03-14T11:15:00Z", "45 minutes ago"],
    ["2026-03-14T09:00:00Z", "3 hours ago"],
    ["2026-03-13T09:00:00Z", "yesterday"],
    ["2026-03-10T12:00:00Z", "4 days ago"],
    ["2026-01-02T12:00:00Z", "Jan 2, 2026"],
  ] as const;
  for (const [when, words] of cases) expect(ago(when, NOW)).toBe(words);
});
