// The profile as a graph: what is drawn of the readings, and where the pointer is in it. Values that
// stick out far are cut off, so that one spike does not flatten all the rest.
import type { CurveReading } from "../../api/types";
import { placeAt, type PlaceOn } from "../../lib/readings";

export type Measure = "curvature" | "turn";

/** A part of the length, sheet units. */
export interface Span {
  from: number;
  to: number;
}

export interface Graph {
  lines: string[];
  /** The value at the top and at the bottom. */
  high: number;
  low: number;
}

const MOST = 0.98;
const ROOM = 1.25;

export const valuesOf = (reading: CurveReading, measure: Measure): readonly (number | null)[] =>
  measure === "turn" ? reading.turn : reading.curvature;

export const wholeSpan = (readings: readonly CurveReading[]): Span => ({
  from: 0,
  to: Math.max(0, ...readings.map((r) => r.length)),
});

/** The part around a place, so many times as wide, within the whole. */
export function zoomed(span: Span, whole: Span, at: number, times: number): Span {
  const wide = Math.min(whole.to - whole.from, (span.to - span.from) * times);
  const part = (at - span.from) / (span.to - span.from || 1);
  const from = Math.min(Math.max(whole.from, at - part * wide), whole.to - wide);
  return { from, to: from + wide };
}

/** Lowest and highest value in sight, without those that stick out; 0 is always in sight. */
export function bounds(readings: readonly CurveReading[], measure: Measure, span: Span): Span {
  const seen = readings.flatMap((r) =>
    valuesOf(r, measure).filter((v, k): v is number => {
      const along = r.along[k] ?? 0;
      return v !== null && along >= span.from && along <= span.to;
    }),
  );
  seen.sort((a, b) => a - b);
  if (measure === "turn") return { from: Math.min(0, ...seen.slice(0, 1)), to: seen.at(-1) || 1 };
  const at = (part: number): number => seen[Math.floor(part * (seen.length - 1))] ?? 0;
  const [low, high] = [Math.min(0, at(1 - MOST)), Math.max(0, at(MOST))];
  const size = high - low || 1e-6;
  return { from: low - (size * (ROOM - 1)) / 2, to: high + (size * (ROOM - 1)) / 2 };
}

/** The readings as paths in a box of so many pixels. */
export function graph(
  readings: readonly CurveReading[],
  measure: Measure,
  span: Span,
  [wide, high]: readonly [number, number],
): Graph {
  const { from: low, to: top } = bounds(readings, measure, span);
  const across = (along: number): number =>
    ((along - span.from) / (span.to - span.from || 1)) * wide;
  const down = (value: number): number => {
    const y = ((top - value) / (top - low || 1)) * high;
    return Math.min(high + 2, Math.max(-2, y));
  };
  const lines = readings.map((r) => {
    let d = "";
    let pen = "M";
    valuesOf(r, measure).forEach((value, k) => {
      if (value === null) pen = "M";
      else {
        d += `${pen}${across(r.along[k] ?? 0).toFixed(1)} ${down(value).toFixed(1)}`;
        pen = "L";
      }
    });
    return d;
  });
  return { lines, high: top, low };
}

/** The value at so many pixels below the top of the graph. */
export const valueAt = (shape: Graph, y: number, high: number): number =>
  shape.high - (y / (high || 1)) * (shape.high - shape.low);

/** The place at a length of the reading whose line runs nearest to a value there. */
export function pointedIn(
  readings: readonly CurveReading[],
  measure: Measure,
  at: { along: number; value: number },
): PlaceOn | null {
  let found: PlaceOn | null = null;
  let least = Infinity;
  readings.forEach((r, reading) => {
    if (at.along > r.length) return;
    const place = placeAt(r, at.along);
    const away = Math.abs((valuesOf(r, measure)[place] ?? 0) - at.value);
    if (away < least) [found, least] = [{ reading, place }, away];
  });
  return found;
}
