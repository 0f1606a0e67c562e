// @vitest-environment jsdom
import { expect, test, vi } from "vitest";
import { nextTick, ref } from "vue";
import { onceOpen, rarely } from "./rarely";

test("a view's script is fetched when there is time, and a failure then harms nobody", async () => {
  vi.useFakeTimers();
  const load = vi.fn(() => Promise.reject(new Error("no connection")));
  rarely(load);
  await vi.advanceTimersByTimeAsync(3999);
  expect(load).not.toHaveBeenCalled();
  await vi.advanceTimersByTimeAsync(2000);
  expect(load).toHaveBeenCalledOnce();
  vi.useRealTimers();
});

test("what was open once stays, so that it can close by itself", async () => {
  const open = ref(false);
  const opened = onceOpen(() => open.value);
  expect(opened.value).toBe(false);
  for (const is of [true, false]) {
    open.value = is;
    await nextTick();
    expect(opened.value).toBe(true);
  }
});
