"""Stretches of a segment along which a coordinate only grows or only falls, what they pass."""

import itertools
from collections.abc import Iterator

from buildup.geometry.bezier import Cubic, quadratic_roots

Values = tuple[float, float, float, float]
"""One coordinate of the four control points."""
HALVINGS = 60
"""After so many a crossing is known to the last bit of its parameter."""
STILL = 1e-15
"""Curve parameter: a step this short ends Newton's method."""


def values(segment: Cubic, *, level: bool) -> Values:
    """The coordinate of a segment's control points that level lines (else upright ones) fix."""
    a, b, c, d = segment
    if level:
        return a.imag, b.imag, c.imag, d.imag
    return a.real, b.real, c.real, d.real


def monotone_parts(coordinates: Values) -> Iterator[tuple[float, float]]:
    """The parameters between which a coordinate turns nowhere, in order; 0 to 1 in all.

    >>> list(monotone_parts((0.0, 1.0, 1.0, 0.0)))
    [(0.0, 0.5), (0.5, 1.0)]
    """
    p0, p1, p2, p3 = coordinates
    if p0 <= p1 <= p2 <= p3 or p0 >= p1 >= p2 >= p3:
        return iter(((0.0, 1.0),))
    roots = quadratic_roots(p3 - p0 + 3.0 * (p1 - p2), 2.0 * (p0 - 2.0 * p1 + p2), p1 - p0)
    turns = sorted(t for t in roots if 0.0 < t < 1.0)
    return itertools.pairwise((0.0, *turns, 1.0))


def passes(coordinates: Values, low: float, high: float, height: float, *, rising: bool) -> float:
    """The parameter at which a monotone stretch passes a height, by Newton's method in a bracket.

    Args:
        coordinates: the coordinate of the control points.
        low: the parameter where the stretch begins.
        high: that where it ends.
        height: between its values there.
        rising: whether the coordinate grows along it.

    >>> passes((0.0, 1.0, 2.0, 3.0), 0.0, 1.0, 1.5, rising=True)
    0.5
    """
    p0, p1, p2, p3 = coordinates
    linear, square, cube = 3.0 * (p1 - p0), 3.0 * (p0 - 2.0 * p1 + p2), p3 - p0 + 3.0 * (p1 - p2)
    t = (low + high) / 2.0
    for _ in range(HALVINGS):
        off = p0 - height + t * (linear + t * (square + t * cube))
        if off == 0.0:
            break
        if (off < 0.0) == rising:
            low = t
        else:
            high = t
        rise = linear + t * (2.0 * square + t * 3.0 * cube)
        new = t - off / rise if rise else low
        if not low < new < high:
            new = (low + high) / 2.0
        if abs(new - t) <= STILL:
            break
        t = new
    return t
