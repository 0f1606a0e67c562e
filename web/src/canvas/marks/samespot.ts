// Anchors at the same place: the first keeps it, the others step off along their own path.
import type { AnchorMark, Point } from "../../api/types";
import { stepsApart } from "./apart";

/** Pixels within which two anchors lie at the same place. */
const SAME = 3;

const keyOf = (m: AnchorMark): string => `${m.item} ${String(m.contour)} ${String(m.index)}`;

/** How far each steps off, by "item contour index". */
export function anchorsApart(
  marks: readonly AnchorMark[],
  toScreen: (at: readonly [number, number]) => Point,
): Map<string, Point> {
  const bySpot = new Map<string, AnchorMark[]>();
  for (const mark of marks) {
    const [x, y] = toScreen(mark.at as Point);
    const spot = `${String(Math.round(x / SAME))} ${String(Math.round(y / SAME))}`;
    bySpot.set(spot, [...(bySpot.get(spot) ?? []), mark]);
  }
  const off = new Map<string, Point>();
  for (const all of bySpot.values()) {
    if (all.length < 2) continue;
    const standing = all.map((mark) => ({
      id: keyOf(mark),
      at: toScreen(mark.at as Point),
      outward: awayOf(mark),
    }));
    for (const [id, shift] of stepsApart(standing)) off.set(id, shift);
  }
  return off;
}

/** Along the path that the anchor is on: on from a first anchor, back from a last one. */
function awayOf({ on, back }: AnchorMark): Point {
  const [x, y] = on[0] || on[1] ? on : back;
  return [x ?? 0, y ?? 0];
}
