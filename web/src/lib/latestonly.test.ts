import { expect, test, vi } from "vitest";
import { LatestOnly } from "./latestonly";

function gate() {
  let open: () => void = () => undefined;
  const shut = new Promise<void>((resolve) => (open = resolve));
  return { shut, open };
}
const settled = () => new Promise((resolve) => setTimeout(resolve));

test("of the questions put while one is under way only the newest is asked", async () => {
  const asked: number[] = [];
  const first = gate();
  const newest = new LatestOnly<number>(async (n) => {
    asked.push(n);
    if (n === 1) await first.shut;
  });
  for (const n of [1, 2, 3, 4]) newest.put(n);
  first.open();
  await settled();
  expect(asked).toEqual([1, 4]);
});

test("while held nothing is asked, and what was dropped never is", async () => {
  const asked: number[] = [];
  const newest = new LatestOnly<number>((n) => Promise.resolve(void asked.push(n)));
  newest.hold(true);
  newest.put(1);
  newest.drop();
  newest.put(2);
  await settled();
  expect(asked).toEqual([]);
  newest.hold(false);
  await settled();
  expect(asked).toEqual([2]);
});

test("a question that fails unforeseen keeps none from being asked", async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  const asked: number[] = [];
  const newest = new LatestOnly<number>((n) => {
    asked.push(n);
    return n === 1 ? Promise.reject(new TypeError("null")) : Promise.resolve();
  });
  newest.put(1);
  await Promise.resolve();
  newest.put(2);
  await vi.waitFor(() => expect(asked).toEqual([1, 2]));
});
