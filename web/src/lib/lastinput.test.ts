// @vitest-environment jsdom
import { mount } from "@vue/test-utils";
import { expect, test, vi } from "vitest";
import { defineComponent, h } from "vue";
import { lastInput, useLastInput } from "./lastinput";

const isLarge = (): boolean => document.documentElement.classList.contains("touch");
const down = (pointerType: string): boolean =>
  window.dispatchEvent(Object.assign(new MouseEvent("pointerdown"), { pointerType }));

test("what fingers touch grows once the press is over, and shrinks with the next mouse", () => {
  vi.useFakeTimers();
  const page = mount(
    defineComponent(() => {
      useLastInput();
      return () => h("i");
    }),
  );
  down("touch");
  expect([lastInput.value, isLarge()]).toEqual(["touch", false]);
  vi.advanceTimersByTime(400);
  expect(isLarge()).toBe(true);
  window.dispatchEvent(new KeyboardEvent("keydown", { key: "Shift" }));
  expect(lastInput.value).toBe("touch");
  window.dispatchEvent(new KeyboardEvent("keydown", { key: "a" }));
  expect([lastInput.value, isLarge()]).toEqual(["keys", true]);
  down("mouse");
  vi.advanceTimersByTime(400);
  expect([lastInput.value, isLarge()]).toEqual(["mouse", false]);
  page.unmount();
  vi.useRealTimers();
});
