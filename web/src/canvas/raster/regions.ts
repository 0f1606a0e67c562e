// Which part of the screen has to be painted anew.
import type { Bounds } from "./recipe";
import type { Sight } from "./protocol";

/** Pixels of the screen: left, top, right, bottom; whole numbers. */
export type Region = readonly [number, number, number, number];

/** Of more regions than these one is made. */
const MOST = 40;
/** Pixels that smoothing reaches beyond a form. */
const SOFT = 1;

export const meet = (a: Region | Bounds, b: Region | Bounds): boolean =>
  a[0] <= b[2] && b[0] <= a[2] && a[1] <= b[3] && b[1] <= a[3];

/** The pixels that something on the sheet covers; null: none in sight. */
export function regionOf(bounds: Bounds, { scale, origin, size, ratio }: Sight): Region | null {
  const at = (value: number, axis: 0 | 1): number => (value * scale + origin[axis]) * ratio;
  const left = Math.max(0, Math.floor(at(bounds[0], 0)) - SOFT);
  const top = Math.max(0, Math.floor(at(bounds[1], 1)) - SOFT);
  const right = Math.min(Math.ceil(size[0] * ratio), Math.ceil(at(bounds[2], 0)) + SOFT);
  const bottom = Math.min(Math.ceil(size[1] * ratio), Math.ceil(at(bounds[3], 1)) + SOFT);
  return left < right && top < bottom ? [left, top, right, bottom] : null;
}

/** The part of the sheet that a region shows. */
export function boundsOf(region: Region, { scale, origin, ratio }: Sight): Bounds {
  const at = (value: number, axis: 0 | 1): number => (value / ratio - origin[axis]) / scale;
  return [at(region[0], 0), at(region[1], 1), at(region[2], 0), at(region[3], 1)];
}

export const around = (regions: readonly Region[]): Region => [
  Math.min(...regions.map((r) => r[0])),
  Math.min(...regions.map((r) => r[1])),
  Math.max(...regions.map((r) => r[2])),
  Math.max(...regions.map((r) => r[3])),
];

/** The same, as few as can be painted one by one. */
export const few = (regions: readonly Region[]): readonly Region[] =>
  regions.length > MOST ? [around(regions)] : regions;
