// The curvature along outlines as the core tells it: places of it, and which is where.
import type { CurveReading, Point } from "../api/types";

/** Part of all places: those with the largest curvatures are no measure for the others. */
const MOST = 0.9;

/** A place of a reading: which of the readings, and which of its places. */
export interface PlaceOn {
  reading: number;
  place: number;
}

export const pointOf = (reading: CurveReading, place: number): Point => [
  reading.at[2 * place] ?? 0,
  reading.at[2 * place + 1] ?? 0,
];

/** The curvature that most places of some readings do not exceed; 0 where there is none. */
export function usual(readings: readonly CurveReading[]): number {
  const all = readings.flatMap((r) => r.curvature.flatMap((c) => (c ? [Math.abs(c)] : [])));
  all.sort((a, b) => a - b);
  return all[Math.min(all.length - 1, Math.floor(MOST * all.length))] ?? 0;
}

/** The place nearest to a point of the sheet, within reach (sheet units); the first of two alike. */
export function nearest(
  readings: readonly CurveReading[],
  at: Point,
  reach: number,
): PlaceOn | null {
  let found: PlaceOn | null = null;
  let least = reach;
  readings.forEach((r, reading) => {
    r.along.forEach((_, place) => {
      const [x, y] = pointOf(r, place);
      const away = Math.hypot(x - at[0], y - at[1]);
      if (away < least) [found, least] = [{ reading, place }, away];
    });
  });
  return found;
}

/** The place of a reading that is nearest to a length along it. */
export function placeAt(reading: CurveReading, along: number): number {
  let [low, high] = [0, reading.along.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((reading.along[middle] ?? 0) <= along) low = middle;
    else high = middle;
  }
  const [a, b] = [reading.along[low] ?? 0, reading.along[high] ?? 0];
  return along - a <= b - along ? low : high;
}
