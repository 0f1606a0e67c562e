import { createPinia, setActivePinia } from "pinia";
import { beforeEach, expect, test } from "vitest";
import { LEAST_SCALE, MOST_SCALE, useView } from "./view";

beforeEach(() => setActivePinia(createPinia()));

test("zooming keeps what is under the pointer in place", () => {
  const view = useView();
  view.pan([37, -12]);
  const under = view.toSheet([200, 150]);
  for (const factor of [1.5, 3, 0.2, 0.9]) {
    view.zoomAt([200, 150], factor);
    const [x, y] = view.toScreen(under);
    expect(x).toBeCloseTo(200, 9);
    expect(y).toBeCloseTo(150, 9);
  }
});

test("the scale stays between 2 % and 6,400 %", () => {
  const view = useView();
  view.zoomAt([0, 0], 1e9);
  expect(view.scale).toBe(MOST_SCALE);
  view.zoomAt([0, 0], 1e-12);
  expect(view.scale).toBe(LEAST_SCALE);
});

test("the whole sheet fits with room around it, in the middle", () => {
  const view = useView();
  view.size = [800, 600];
  view.fit([100, 100, 300, 500]);
  const [left, top] = view.toScreen([100, 100]);
  const [right, bottom] = view.toScreen([300, 500]);
  expect(top).toBeCloseTo(36);
  expect(bottom).toBeCloseTo(564);
  expect(left + right).toBeCloseTo(800);
});

test("places go to the screen and back; actual size is one to one", () => {
  const view = useView();
  view.zoomTo(1);
  view.pan([5, 6]);
  expect(view.toSheet(view.toScreen([12.5, -3]))).toEqual([12.5, -3]);
  expect(view.scale).toBe(1);
});
