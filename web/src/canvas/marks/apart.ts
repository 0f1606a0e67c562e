// Marks that would lie on each other step apart: what comes first keeps its place, what comes later moves
// off on a thin leader, outward first, until it can be taken hold of by itself.
import type { Point } from "../../api/types";

/** Pixels between two marks at the least. */
export const CLEAR = 16;
/** Pixels of one step off, and how many of them are tried. */
const STEP = 6;
const MOST_STEPS = 14;
/** Directions that are tried, in eighths of a turn from the one wished for. */
const TURNS = [0, 1, -1, 2, -2, 3, -3, 4];

export interface Standing {
  readonly id: string;
  /** On the screen. */
  readonly at: Point;
  /** The direction in which it steps off, of any length. */
  readonly outward: Point;
}

const far = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

function turned([x, y]: Point, eighths: number): Point {
  const angle = (eighths * Math.PI) / 4;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [x * c - y * s, x * s + y * c];
}

/**
 * How far each mark steps off, by its id; those that keep their place are left out.
 *
 * @param marks in the order in which they keep their place.
 * @param stays what is there in any case and does not move.
 */
export function stepsApart(
  marks: readonly Standing[],
  stays: readonly Point[] = [],
  clear: number = CLEAR,
): Map<string, Point> {
  const taken = [...stays];
  const off = new Map<string, Point>();
  for (const { id, at, outward } of marks) {
    const shift = firstFree(at, outward, taken, clear);
    if (shift[0] !== 0 || shift[1] !== 0) off.set(id, shift);
    taken.push([at[0] + shift[0], at[1] + shift[1]]);
  }
  return off;
}

/** The smallest step to where nothing is within reach; none where all around is taken. */
function firstFree(at: Point, outward: Point, taken: readonly Point[], clear: number): Point {
  const length = Math.hypot(...outward);
  const ahead: Point = length > 0 ? [outward[0] / length, outward[1] / length] : [0, -1];
  const near = taken.filter((t) => far(at, t) < clear + STEP * MOST_STEPS);
  for (let step = 0; step <= MOST_STEPS; step += 1) {
    for (const eighths of step === 0 ? [0] : TURNS) {
      const [x, y] = turned(ahead, eighths);
      const shift: Point = step === 0 ? [0, 0] : [x * step * STEP, y * step * STEP];
      if (near.every((t) => far([at[0] + shift[0], at[1] + shift[1]], t) >= clear)) return shift;
    }
  }
  return [0, 0];
}
