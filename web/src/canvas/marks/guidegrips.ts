// Guides that lie on each other: each gets a grip of its own, side by side along the line, in the middle of
// what is in sight.
import type { Point } from "../../api/types";
import { CLEAR } from "./apart";

/** Pixels between two grips: each is a target by itself. */
const APART = 26;
/** Of more guides than these nobody tells one from the other. */
const MOST = 200;
/** Sine of the angle at which two guides still hide each other over their whole length. */
const PARALLEL = 0.005;

export interface GuideLine {
  readonly id: string;
  /** A place on it, on the screen. */
  readonly at: Point;
  /** Degrees. */
  readonly angle: number;
}

const directionOf = ({ angle }: GuideLine): Point => {
  const radians = (angle * Math.PI) / 180;
  return [Math.cos(radians), Math.sin(radians)];
};

function hide(a: GuideLine, b: GuideLine): boolean {
  const [[u, v], [s, t]] = [directionOf(a), directionOf(b)];
  const away = (b.at[0] - a.at[0]) * v - (b.at[1] - a.at[1]) * u;
  return Math.abs(u * t - v * s) < PARALLEL && Math.abs(away) < CLEAR;
}

/** Each with those near it, directly or by way of others; in the order of the guides. */
function clusters(lines: readonly GuideLine[]): GuideLine[][] {
  const left = new Set(lines);
  return lines.flatMap((first) => {
    if (!left.delete(first)) return [];
    const all = [first];
    for (const one of all) {
      for (const other of left) if (hide(one, other) && left.delete(other)) all.push(other);
    }
    return [all];
  });
}

/**
 * Where the grips stand on the screen, by the guide's id; a guide with room around it has none.
 *
 * @param size of what is in sight, pixels.
 */
export function guideGrips(lines: readonly GuideLine[], size: Point): Map<string, Point> {
  const grips = new Map<string, Point>();
  if (lines.length > MOST) return grips;
  for (const all of clusters(lines)) {
    if (all.length < 2) continue;
    all.forEach((line, n) => {
      const [u, v] = directionOf(line);
      const [x, y] = [size[0] / 2 - line.at[0], size[1] / 2 - line.at[1]];
      const on = x * u + y * v + (n - (all.length - 1) / 2) * APART;
      grips.set(line.id, [line.at[0] + u * on, line.at[1] + v * on]);
    });
  }
  return grips;
}
