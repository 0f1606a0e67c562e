import { beforeAll, expect, test, vi } from "vitest";
import { byFingers, turned } from "./wheel";

beforeAll(() => void vi.stubGlobal("WheelEvent", { DOM_DELTA_LINE: 1 }));
const event = (of: object): WheelEvent =>
  ({ deltaMode: 0, deltaX: 0, deltaY: 0, ...of }) as unknown as WheelEvent;

test.each([
  ["a notch of a wheel", { deltaY: 100, wheelDeltaY: -120 }, false],
  ["a notch told in lines", { deltaY: 3, deltaMode: 1 }, false],
  ["a fine wheel, in whole notches", { deltaY: 40, wheelDeltaY: -120 }, false],
  ["fingers", { deltaY: 4, wheelDeltaY: -12 }, true],
  ["fingers sideways", { deltaX: 60, deltaY: 80 }, true],
  ["fingers, where the browser tells no notches", { deltaY: 2.5 }, true],
])("%s", (_, of, fingers) => {
  expect(byFingers(event(of))).toBe(fingers);
});

test("a wheel zooms, fingers move the sheet, a pinch zooms; a setting turns it round", () => {
  const [notch, fingers] = [
    event({ deltaY: 100, wheelDeltaY: -120 }),
    event({ deltaX: 3, deltaY: 4 }),
  ];
  expect(turned(notch, "auto")).toEqual({ zoom: 1.0015 ** -100 });
  expect(turned(fingers, "auto")).toEqual({ pan: [-3, -4] });
  expect(turned(notch, "pan")).toEqual({ pan: [-0, -100] });
  expect(turned(fingers, "zoom")).toEqual({ zoom: 1.0015 ** -4 });
  expect(turned(event({ deltaY: -5, ctrlKey: true }), "pan")).toEqual({ zoom: 1.01 ** 5 });
  expect(turned(event({ deltaY: 100, shiftKey: true }), "auto")).toEqual({ pan: [-100, 0] });
});
