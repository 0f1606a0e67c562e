"""One cubic Bézier segment: evaluate, split, extremes, tight bounds and curvature.

A segment is a tuple of four complex numbers in sheet units; a straight segment repeats its ends.
"""

import math
from collections.abc import Iterable

from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import NO_LENGTH, PARAMETER, STANDS_STILL

Cubic = tuple[complex, complex, complex, complex]


def line(start: complex, end: complex) -> Cubic:
    """A straight segment as a cubic without handles."""
    return (start, start, end, end)


def with_both_handles(segment: Cubic) -> Cubic:
    """A segment with a handle at either end: withdrawn ones a third of the way to the one beyond.

    >>> with_both_handles(line(0j, 3 + 0j))
    (0j, (1+0j), (2+0j), (3+0j))
    """
    a, b, c, d = segment
    if is_plain(segment):
        return (a, a + (d - a) / 3.0, d - (d - a) / 3.0, d)
    return (a, a + (c - a) / 3.0 if b == a else b, d + (b - d) / 3.0 if c == d else c, d)


def is_plain(segment: Cubic) -> bool:
    """Whether a segment is straight and has no handles.

    >>> is_plain(line(0j, 1j))
    True
    """
    return segment[0] == segment[1] and segment[2] == segment[3]


def point_at(segment: Cubic, t: float) -> complex:
    """The point at parameter t in [0, 1], by the Bernstein form; the ends come out exactly.

    >>> point_at((0j, 0j, 2 + 0j, 2 + 0j), 0.5)
    (1+0j)
    """
    a, b, c, d = segment
    s = 1.0 - t
    return s * s * (s * a + 3.0 * t * b) + t * t * (3.0 * s * c + t * d)


def points_at(segment: Cubic, parameters: Iterable[float]) -> list[complex]:
    """The points at several parameters, in their order, by Horner's scheme.

    Faster than one by one, and exact at t = 0 only.
    """
    a, b, c, d = segment
    linear, square = 3.0 * (b - a), 3.0 * (a - 2.0 * b + c)
    cube = d - a + 3.0 * (b - c)
    return [a + t * (linear + t * (square + t * cube)) for t in parameters]


def derivative_at(segment: Cubic, t: float) -> complex:
    """The first derivative at parameter t; 0 where handles are withdrawn at an end."""
    s = 1.0 - t
    a, b, c, d = segment
    return 3.0 * (s * s * (b - a) + 2.0 * s * t * (c - b) + t * t * (d - c))


def second_derivative_at(segment: Cubic, t: float) -> complex:
    """The second derivative at parameter t."""
    a, b, c, d = segment
    return 6.0 * ((1.0 - t) * (a - 2.0 * b + c) + t * (b - 2.0 * c + d))


def curvature_at(segment: Cubic, t: float) -> float:
    """The curvature at parameter t, 1 / sheet unit, positive where the path turns clockwise.

    cross(B′, B″) / |B′|³; at t = 0 that is Farin's (2/3)·cross(b₁−b₀, b₂−b₁) / |b₁−b₀|³. Where the
    curve stands still (a withdrawn handle, a cusp) it is infinite, or 0 if the segment is straight.

    >>> curvature_at((0j, 1 + 0j, 2 + 0j, 3 + 0j), 0.3)
    0.0
    """
    a, b, c, d = segment
    s = 1.0 - t
    first, second, third = b - a, c - b, d - c
    along = s * s * first + 2.0 * s * t * second + t * t * third
    bend = s * (second - first) + t * (third - second)
    across = along.real * bend.imag - along.imag * bend.real
    speed = abs(along)
    if speed > STANDS_STILL * (abs(first) + abs(second) + abs(third)):
        return 2.0 / 3.0 * across / (speed * speed * speed)
    turn = (d - a).real * (b + c - a - a).imag - (d - a).imag * (b + c - a - a).real
    return math.copysign(math.inf, -turn) if abs(turn) > NO_LENGTH else 0.0


def split_at(segment: Cubic, t: float) -> tuple[Cubic, Cubic]:
    """Two segments that together are the first, cut at parameter t in (0, 1).

    >>> split_at((0j, 0j, 2 + 0j, 2 + 0j), 0.5)[0][3]
    (1+0j)
    """
    a, b, c, d = segment
    ab, bc, cd = a + t * (b - a), b + t * (c - b), c + t * (d - c)
    abc, bcd = ab + t * (bc - ab), bc + t * (cd - bc)
    middle = abc + t * (bcd - abc)
    return (a, ab, abc, middle), (middle, bcd, cd, d)


def part_of(segment: Cubic, start: float, end: float) -> Cubic:
    """The part between two parameters, start < end, both in [0, 1].

    >>> part_of((0j, 1 + 0j, 2 + 0j, 3 + 0j), 0.0, 1.0)
    (0j, (1+0j), (2+0j), (3+0j))
    """
    right = split_at(segment, start)[1] if start > 0.0 else segment
    return split_at(right, (end - start) / (1.0 - start))[0] if end < 1.0 else right


def extremes(segment: Cubic) -> tuple[float, ...]:
    """The parameters in (0, 1) where the curve is level or upright, ascending."""
    found: set[float] = set()
    for p0, p1, p2, p3 in (tuple(p.real for p in segment), tuple(p.imag for p in segment)):
        a = p3 - p0 + 3.0 * (p1 - p2)
        b = 2.0 * (p0 - 2.0 * p1 + p2)
        found.update(t for t in quadratic_roots(a, b, p1 - p0) if PARAMETER < t < 1 - PARAMETER)
    return tuple(sorted(found))


def inflections(segment: Cubic) -> tuple[float, ...]:
    """The parameters in (0, 1) where the curve changes the side to which it bends, ascending.

    The roots of cross(B′, B″), for a cubic a quadratic polynomial. Source: Stone and DeRose,
    "A geometric characterization of parametric cubic curves", ACM TOG 8 (1989).

    >>> inflections((0j, 1j, 1 - 1j, 1 + 0j))
    (0.5,)
    >>> inflections((0j, 1 + 0j, 2 + 0j, 3 + 0j))
    ()
    """
    a, b, c, d = segment
    first, bend, third = b - a, a - 2.0 * b + c, d - a + 3.0 * (b - c)
    constant = first.real * bend.imag - first.imag * bend.real
    linear = first.real * third.imag - first.imag * third.real
    square = bend.real * third.imag - bend.imag * third.real
    size = abs(first) + abs(c - b) + abs(d - c)
    if max(abs(constant), abs(linear), abs(square)) <= STANDS_STILL * size * size:
        return ()
    roots = quadratic_roots(square, linear, constant)
    once = roots if len(set(roots)) == len(roots) else ()
    return tuple(sorted(t for t in once if PARAMETER < t < 1.0 - PARAMETER))


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
    # the roots of its derivative, as `quadratic_roots` finds them; here this counts
    a, half, c = p3 - p0 + 3.0 * (p1 - p2), p0 - 2.0 * p1 + p2, p1 - p0
    inner = half * half - a * c
    if inner < 0.0:
        return low, high
    q = -(half + math.copysign(math.sqrt(inner), half))
    for t in (q / a if a else 1.0, c / q if q else 0.0):
        if 0.0 < t < 1.0:
            s = 1.0 - t
            value = s * s * s * p0 + 3.0 * s * t * (s * p1 + t * p2) + t * t * t * p3
            if value < low:
                low = value
            elif value > high:
                high = value
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
