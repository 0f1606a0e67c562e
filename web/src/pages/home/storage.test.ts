import { expect, test } from "vitest";
import type { Storage } from "../../api/types";
import { nearlyFull, storageText } from "./storage";

const MB = 1024 * 1024;
const held = (bytes: number, drawings = 1): Storage => ({
  bytes,
  drawings,
  binned: 0,
  most_bytes: 4000 * MB,
  most_drawings: 100,
  bin_days: 30,
});

test("what is used is said in the size that fits", () => {
  expect(storageText(held(0))).toBe("0 MB of 4 GB used");
  expect(storageText(held(0.34 * MB))).toBe("0.3 MB of 4 GB used");
  expect(storageText(held(345.6 * MB))).toBe("346 MB of 4 GB used");
  expect(storageText(held(1500 * MB))).toBe("1.5 GB of 4 GB used");
});

test("little room is told by bytes and by drawings", () => {
  expect(nearlyFull(held(3000 * MB))).toBe(false);
  expect(nearlyFull(held(3300 * MB))).toBe(true);
  expect(nearlyFull(held(0, 81))).toBe(true);
});
