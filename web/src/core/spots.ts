// The nine places of a frame that the core has told, on the sheet.
import type { Frame, Point, Spot } from "../api/types";

const mix = (a: Point, b: Point): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];

export function spotOf(frame: Frame, spot: Spot): Point {
  const [nw, ne, se, sw] = frame.corners;
  const across = (a: Point, b: Point): Point =>
    spot.endsWith("w") ? a : spot.endsWith("e") && spot !== "middle" ? b : mix(a, b);
  const [top, bottom] = [across(nw, ne), across(sw, se)];
  return spot.startsWith("n") ? top : spot.startsWith("s") ? bottom : mix(top, bottom);
}

/** The directions of its two axes on the screen, each of length 1; upright where it has no size. */
export function axesOf(frame: Frame): [Point, Point] {
  const [nw, ne, , sw] = frame.corners;
  const unit = (from: Point, to: Point): Point | null => {
    const [x, y] = [to[0] - from[0], to[1] - from[1]];
    const long = Math.hypot(x, y);
    return long > 1e-9 ? [x / long, y / long] : null;
  };
  const across = unit(nw, ne);
  const down = unit(nw, sw);
  if (across) return [across, down ?? [-across[1], across[0]]];
  return down
    ? [[down[1], -down[0]], down]
    : [
        [1, 0],
        [0, 1],
      ];
}
