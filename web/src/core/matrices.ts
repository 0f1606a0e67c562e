// Maps of the plane as SVG's `matrix()` has them, which come from the core: one after the other, the
// way back, and what they do to a place.
import type { Matrix, Point } from "../api/types";

/** The map that does `first` and then `then`. */
export function after(then: Matrix, first: Matrix): Matrix {
  const [a, b, c, d] = then;
  const [p, q, r, s, t, u] = first;
  const [e, f] = mapped(then, [t, u]);
  return [a * p + c * q, b * p + d * q, a * r + c * s, b * r + d * s, e, f];
}

export function mapped([a, b, c, d, e, f]: Matrix, [x, y]: readonly [number, number]): Point {
  return [a * x + c * y + e, b * x + d * y + f];
}

/** The way back; images neither collapse nor change sizes. */
export function inverse([a, b, c, d, e, f]: Matrix): Matrix {
  const size = a * d - b * c;
  const [p, q, r, s] = [d / size, -b / size, -c / size, a / size];
  return [p, q, r, s, -(p * e + r * f), -(q * e + s * f)];
}
