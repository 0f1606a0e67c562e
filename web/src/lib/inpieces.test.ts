import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { nextTick, ref } from "vue";
import { inPieces } from "./inpieces";

let frames: (() => void)[];
const frame = (): void => frames.splice(0).forEach((act) => act());

beforeEach(() => {
  frames = [];
  vi.stubGlobal("requestAnimationFrame", (act: () => void) => frames.push(act));
});
afterEach(() => vi.unstubAllGlobals());

test("a list grows with each frame until it is all of it, also when more comes", async () => {
  const all = ref(Array.from({ length: 14 }, (_, n) => n));
  const shown = inPieces(() => all.value);
  const counts = [shown.value.length];
  for (let n = 0; n < 5; n += 1) {
    frame();
    counts.push(shown.value.length);
  }
  expect(counts).toEqual([3, 6, 9, 12, 14, 14]);
  expect(frames).toEqual([]);
  all.value = [...all.value, ...Array.from({ length: 20 }, (_, n) => 14 + n)];
  await nextTick();
  for (let n = 0; n < 8; n += 1) frame();
  expect(shown.value).toEqual(all.value);
  all.value = [1, 2];
  await nextTick();
  expect(shown.value).toEqual([1, 2]);
});
