// The comb of a contour as paths on the screen: its teeth, and the line along their ends.
import type { CurveReading, Point } from "../../api/types";
import { placeAt, pointOf } from "../../lib/readings";

/** Pixels: teeth are shown no longer. */
const LONGEST = 600;
/** Pixels: how far beyond the teeth the mark of a joint stands. */
const BEYOND = 9;

type ToScreen = (place: Point) => Point;

/** The end of a tooth, on the screen. */
function tip(reading: CurveReading, k: number, toScreen: ToScreen, reach: number): Point {
  const [x, y] = toScreen(pointOf(reading, k));
  const [u, v] = [(reading.teeth[2 * k] ?? 0) * reach, (reading.teeth[2 * k + 1] ?? 0) * reach];
  const held = Math.min(1, LONGEST / (Math.hypot(u, v) || 1));
  return [x + u * held, y + v * held];
}

export function combPaths(
  reading: CurveReading,
  toScreen: ToScreen,
  reach: number,
): { teeth: string; edge: string } {
  let [teeth, edge] = ["", ""];
  reading.along.forEach((_, k) => {
    const [x, y] = toScreen(pointOf(reading, k));
    const [s, t] = tip(reading, k, toScreen, reach);
    teeth += `M${x.toFixed(1)} ${y.toFixed(1)}L${s.toFixed(1)} ${t.toFixed(1)}`;
    edge += `${k ? "L" : "M"}${s.toFixed(1)} ${t.toFixed(1)}`;
  });
  return { teeth, edge: edge && reading.closed ? `${edge}Z` : edge };
}

/** Where the mark of a joint stands: beyond the longer of the two teeth there. */
export function jointPlace(
  reading: CurveReading,
  along: number,
  toScreen: ToScreen,
  reach: number,
): Point {
  const k = placeAt(reading, along);
  const near = [k - 1, k, k + 1].filter((n) => Math.abs((reading.along[n] ?? -1) - along) < 0.01);
  if (along < 0.01) near.push(reading.along.length - 1);
  const at = toScreen(pointOf(reading, k));
  const tips = near.map((n) => tip(reading, n, toScreen, reach));
  const far = tips.map(([x, y]) => Math.hypot(x - at[0], y - at[1]));
  const longest = Math.max(...far);
  const end = tips[far.indexOf(longest)] ?? at;
  if (longest < 1) return [at[0], at[1] - BEYOND];
  const part = 1 + BEYOND / longest;
  return [at[0] + (end[0] - at[0]) * part, at[1] + (end[1] - at[1]) * part];
}
