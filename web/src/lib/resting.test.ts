// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { whenRested } from "./resting";

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

test("it is told once, when the time is over", () => {
  const done = vi.fn();
  whenRested(500, done);
  vi.advanceTimersByTime(499);
  expect(done).not.toHaveBeenCalled();
  vi.advanceTimersByTime(1000);
  expect(done).toHaveBeenCalledOnce();
});

test("it can be given up", () => {
  const done = vi.fn();
  const giveUp = whenRested(500, done);
  vi.advanceTimersByTime(450);
  giveUp();
  vi.advanceTimersByTime(1000);
  expect(done).not.toHaveBeenCalled();
});

test("a page that stands still for long counts a single tick", () => {
  const ticks: (() => void)[] = [];
  vi.spyOn(window, "setInterval").mockImplementation((tick) => {
    ticks.push(tick as () => void);
    return 1 as never;
  });
  const done = vi.fn();
  whenRested(500, done);
  for (let n = 0; n < 9; n++) ticks[0]?.(); // however late each of them came
  expect(done).not.toHaveBeenCalled();
  ticks[0]?.();
  expect(done).toHaveBeenCalledOnce();
  vi.restoreAllMocks();
});
