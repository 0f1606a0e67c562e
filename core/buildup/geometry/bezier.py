"""One cubic Bézier segment: evaluate, split, extremes and tight bounds.

A segment is a tuple of four complex numbers in sheet units; a straight segment repeats its ends.
"""

import math

from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import PARAMETER

Cubic = tuple[complex, complex, complex, complex]


def line(start: complex, end: complex) -> Cubic:
    """A straight segment as a cubic without handles."""
    return (start, start, end, end)


def point_at(segment: Cubic, t: float) -> complex:
    """The point at parameter t, by de Casteljau's scheme; t in [0, 1].

    >>> point_at((0j, 0j, 2 + 0j, 2 + 0j), 0.5)
    (1+0j)
    """
    s = 1.0 - t
    a, b, c, d = segment
    ab, bc, cd = s * a + t * b, s * b + t * c, s * c + t * d
    return s * (s * ab + t * bc) + t * (s * bc + t * cd)


def derivative_at(segment: Cubic, t: float) -> complex:
    """The first derivative at parameter t; 0 where handles are withdrawn at an end."""
    s = 1.0 - t
    a, b, c, d = segment
    return 3.0 * (s * s * (b - a) + 2.0 * s * t * (c - b) + t * t * (d - c))


def split_at(segment: Cubic, t: float) -> tuple[Cubic, Cubic]:
    """Two segments that together are the first, cut at parameter t in (0, 1).

    >>> split_at((0j, 0j, 2 + 0j, 2 + 0j), 0.5)[0][3]
    (1+0j)
    """
    s = 1.0 - t
    a, b, c, d = segment
    ab, bc, cd = s * a + t * b, s * b + t * c, s * c + t * d
    abc, bcd = s * ab + t * bc, s * bc + t * cd
    middle = s * abc + t * bcd
    return (a, ab, abc, middle), (middle, bcd, cd, d)


def extremes(segment: Cubic) -> tuple[float, ...]:
    """The parameters in (0, 1) where the curve is level or upright, ascending."""
    found: set[float] = set()
    for p0, p1, p2, p3 in (tuple(p.real for p in segment), tuple(p.imag for p in segment)):
        a = p3 - p0 + 3.0 * (p1 - p2)
        b = 2.0 * (p0 - 2.0 * p1 + p2)
        found.update(t for t in quadratic_roots(a, b, p1 - p0) if PARAMETER < t < 1 - PARAMETER)
    return tuple(sorted(found))


def tight_box(segment: Cubic) -> Box:
    """The smallest upright box around the curve (not around its handles).

    >>> tight_box((0j, 0j, 2 + 1j, 2 + 1j)).width
    2.0
    """
    a, b, c, d = segment
    left, right = _span(a.real, b.real, c.real, d.real)
    top, bottom = _span(a.imag, b.imag, c.imag, d.imag)
    return Box(left, top, right, bottom)


def _span(p0: float, p1: float, p2: float, p3: float) -> tuple[float, float]:
    """The smallest and the largest value of one coordinate along the curve."""
    low, high = (p0, p3) if p0 <= p3 else (p3, p0)
    if low <= p1 <= high and low <= p2 <= high:
        return low, high
    for t in quadratic_roots(p3 - p0 + 3.0 * (p1 - p2), 2.0 * (p0 - 2.0 * p1 + p2), p1 - p0):
        if 0.0 < t < 1.0:
            s = 1.0 - t
            value = s * s * s * p0 + 3.0 * s * t * (s * p1 + t * p2) + t * t * t * p3
            low, high = min(low, value), max(high, value)
    return low, high


def quadratic_roots(a: float, b: float, c: float) -> tuple[float, ...]:
    """The real roots of a·t² + b·t + c, without cancellation; none for the zero polynomial.

    >>> quadratic_roots(0, 2, -1)
    (0.5,)
    >>> quadratic_roots(0, 0, 0)
    ()
    """
    size = max(abs(a), abs(b), abs(c))
    if size == 0.0:
        return ()
    if abs(a) <= 1e-14 * size:
        return (-c / b,) if abs(b) > 1e-14 * size else ()
    discriminant = b * b - 4.0 * a * c
    if discriminant < 0.0:
        return ()
    q = -0.5 * (b + math.copysign(math.sqrt(discriminant), b))
    return (q / a, c / q) if q != 0.0 else (0.0,)
