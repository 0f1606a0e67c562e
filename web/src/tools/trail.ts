// The way that a hand has gone, as places: as dense as somebody wants it, and never too many.
import type { Point } from "../api/types";

/** Every so many of some places, so that there are no more than so many; both ends stay. */
export function thinned(places: readonly Point[], most: number): Point[] {
  const step = Math.ceil((places.length - 1) / (most - 1));
  if (step <= 1) return [...places];
  return places.filter((_, n) => n % step === 0 || n === places.length - 1);
}

/** The most places that one stretch is filled with. */
const MOST = 400;

/** Places from one to another, none farther than so much from the next; without the first. */
export function between(from: Point, to: Point, apart: number): Point[] {
  const far = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const count = Math.min(Math.max(Math.ceil(far / apart), 1), MOST);
  return Array.from({ length: count }, (_, n): Point => {
    const part = (n + 1) / count;
    return [from[0] + part * (to[0] - from[0]), from[1] + part * (to[1] - from[1])];
  });
}
