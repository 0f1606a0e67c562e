// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { carried, carries } from "./pointercarry";

let log: string[];
let source: HTMLElement;
let target: HTMLElement;

class OnePointer extends MouseEvent {
  pointerId = 1;
  isPrimary = true;
  pointerType = "mouse";
}
const event = (type: string, x: number, y: number, kind = "mouse"): PointerEvent =>
  Object.assign(new OnePointer(type, { clientX: x, clientY: y, bubbles: true, cancelable: true }), {
    pointerType: kind,
  }) as unknown as PointerEvent;
const send = (type: string, x: number, y: number, kind?: string): boolean =>
  window.dispatchEvent(event(type, x, y, kind));
const press = (kind = "mouse"): boolean => source.dispatchEvent(event("pointerdown", 10, 10, kind));

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal("PointerEvent", OnePointer);
  log = [];
  document.body.innerHTML = "<b id=source>card</b><i id=target></i>";
  source = document.getElementById("source") as HTMLElement;
  target = document.getElementById("target") as HTMLElement;
  document.elementFromPoint = () => target;
  source.addEventListener("pointerdown", (e) => {
    carries(e as PointerEvent, () => (log.push("take"), "card"));
  });
  source.addEventListener("carry-end", () => log.push("end"));
  target.addEventListener("carry-over", (e) => (e.preventDefault(), log.push("over")));
  target.addEventListener("carry-drop", () => log.push(`drop ${String(carried())}`));
  source.addEventListener("click", () => log.push("click"));
});
afterEach(() => {
  send("pointercancel", 0, 0);
  vi.advanceTimersByTime(1);
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test("a mouse lifts by moving on, what lies below hears of it, and the press is no click", () => {
  press();
  send("pointermove", 12, 12);
  expect(log).toEqual([]);
  send("pointermove", 30, 12);
  expect([log.splice(0), carried()]).toEqual([["take", "over"], "card"]);
  expect(document.querySelector(".carried-ghost")?.textContent).toBe("card");
  send("pointerup", 30, 12);
  source.dispatchEvent(new MouseEvent("click", { bubbles: true }));
  expect([log, carried(), document.querySelector(".carried-ghost")]).toEqual([
    ["drop card", "end"],
    null,
    null,
  ]);
  vi.advanceTimersByTime(1);
  source.dispatchEvent(new MouseEvent("click", { bubbles: true }));
  expect(log.at(-1)).toBe("click");
});

test("a finger that moves at once scrolls; one that rests lifts, and nothing scrolls then", () => {
  press("touch");
  send("pointermove", 40, 10, "touch");
  vi.advanceTimersByTime(500);
  expect(log).toEqual([]);
  press("touch");
  vi.advanceTimersByTime(400);
  expect(log).toEqual(["take"]);
  const scrolls = new Event("touchmove", { cancelable: true });
  window.dispatchEvent(scrolls);
  expect(scrolls.defaultPrevented).toBe(true);
  send("pointermove", 40, 10, "touch");
  send("pointerup", 40, 10, "touch");
  expect(log).toEqual(["take", "over", "drop card", "end"]);
});

test("Esc and an interruption put it back; a press alone stays a click", () => {
  press();
  send("pointermove", 30, 12);
  window.dispatchEvent(new KeyboardEvent("keydown", { key: "Escape" }));
  send("pointerup", 30, 12);
  expect(log.splice(0)).toEqual(["take", "over", "end"]);
  press();
  send("pointerup", 10, 10);
  source.click();
  expect(log).toEqual(["click"]);
});
