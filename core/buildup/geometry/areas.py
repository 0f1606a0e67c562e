"""How large an area closed curves enclose, exactly."""

import math
from collections.abc import Iterable

from buildup.geometry.angles import cross
from buildup.geometry.bezier import Cubic


def area_of(segments: Iterable[Cubic]) -> float:
    """The area that a closed curve runs around, in square sheet units; clockwise positive.

    Green's theorem, ½∮ cross(B, B′) dt, which for a cubic is a sum over its control points.

    >>> side = [0j, 2 + 0j, 2 + 3j, 3j]
    >>> area_of((a, a, b, b) for a, b in zip(side, [*side[1:], side[0]]))
    6.0
    >>> area_of([])
    0.0
    """
    base: complex | None = None
    parts = []
    for segment in segments:
        if base is None:
            base = segment[0]
        a, b, c, d = (p - base for p in segment)
        outer = 6.0 * (cross(a, b) + cross(c, d)) + cross(a, d)
        parts.append((outer + 3.0 * (cross(a, c) + cross(b, c) + cross(b, d))) / 20.0)
    return math.fsum(parts)
