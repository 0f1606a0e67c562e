import { expect, test, vi } from "vitest";
import type { Point } from "../../api/types";
import type { Lens } from "../pointer/lens";
import { PEG_OFF } from "./pegoff";
import { pegShifts } from "./pegshifts";

vi.mock("../../tools/tools", () => ({ useTools: () => ({ dragged: null }) }));
const lens = (scale: number): Lens => ({
  scale,
  size: [800, 600],
  transform: "",
  toScreen: ([x, y]) => [x * scale, y * scale],
});
const peg = (dial: string, at: Point, along: Point = [1, 0]) => ({ dial, at, along });

test("pegs of corners of a small outline step off each other and the anchors; zoomed in they do not", () => {
  const corners = [peg("a", [0, 0]), peg("b", [4, 0], [-1, 0])];
  const anchors: Point[] = [
    [0, 0],
    [4, 0],
  ];
  const off = pegShifts(corners, null, lens(1), anchors);
  const places = corners.map(({ dial, at, along }): Point => {
    const [x, y] = off.get(dial) ?? [0, 0];
    return [at[0] + along[0] * PEG_OFF + x, at[1] + along[1] * PEG_OFF + y];
  });
  for (const place of places) {
    for (const [x, y] of anchors) {
      expect(Math.hypot(place[0] - x, place[1] - y)).toBeGreaterThanOrEqual(16);
    }
  }
  expect(pegShifts(corners, null, lens(40), anchors).size).toBe(0);
});

test("of very many none steps off", () => {
  const many = Array.from({ length: 301 }, (_, n) => peg(String(n), [0, 0]));
  expect(pegShifts(many, null, lens(1)).size).toBe(0);
});
