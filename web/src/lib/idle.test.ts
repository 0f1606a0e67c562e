// @vitest-environment jsdom
import { expect, test, vi } from "vitest";
import { isSparing, whenIdle } from "./idle";

test.each([
  [{}, false],
  [{ connection: { saveData: false }, deviceMemory: 8 }, false],
  [{ connection: { saveData: true }, deviceMemory: 8 }, true],
  [{ deviceMemory: 1 }, true],
  [{ deviceMemory: 2 }, false],
])("%o is sparing: %s", (device, sparing) => {
  expect(isSparing(device)).toBe(sparing);
});

test("where a browser does not say when it is idle, a while is waited", () => {
  vi.useFakeTimers();
  let done = 0;
  whenIdle(() => (done += 1), 2000);
  vi.advanceTimersByTime(499);
  expect(done).toBe(0);
  vi.advanceTimersByTime(1);
  expect(done).toBe(1);
  vi.useRealTimers();
});
