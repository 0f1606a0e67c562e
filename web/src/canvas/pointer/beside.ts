// Where a small panel lies beside a place of the canvas, all of it on the canvas.
import type { Point } from "../../api/types";

const GAP = 12;
const EDGE = 8;

export function besideOn(at: Point, canvas: Point, size: Point): { left: string; top: string } {
  const offset = (axis: 0 | 1): string => {
    const most = canvas[axis] - size[axis] - EDGE;
    return `${Math.max(EDGE, Math.min(at[axis] + GAP, most))}px`;
  };
  return { left: offset(0), top: offset(1) };
}
