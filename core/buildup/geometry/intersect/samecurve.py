"""The length that two segments have in common because they are parts of one curve."""

import math
from dataclasses import dataclass

from buildup.geometry.angles import cross, unit
from buildup.geometry.bezier import Cubic, part_of, point_at
from buildup.geometry.intersect.contacts import MEETS, Crossing
from buildup.geometry.nearest import nearest_parameter
from buildup.geometry.tolerances import NO_LENGTH

DEGREE = 1e-9
"""Part of the curves' size: a leading coefficient below this is as good as none."""
ALIKE = 1e-3
"""Part of a coefficient that may be across another one's direction: they are checked afterwards."""


@dataclass(frozen=True, slots=True)
class Overlap:
    """A length on which two segments lie on each other, by its ends in the first one's order.

    The second one runs the other way where its parameters fall.
    """

    start: Crossing
    end: Crossing


def common_length(first: Cubic, second: Cubic) -> Overlap | None:
    """The common length of two segments that are parts of one curve, quickly; None where not sure.

    Polynomials that trace one curve follow from each other by a change of parameter u = αt + β: it
    is read off the leading coefficients, and its ends and the control points between are checked.
    """
    a, b, c, d = first
    if (a, b, c, d) == second:
        return Overlap(Crossing(0.0, 0.0, a), Crossing(1.0, 1.0, d)) if _curved(first) else None
    if (d, c, b, a) == second:
        return Overlap(Crossing(0.0, 1.0, a), Crossing(1.0, 0.0, d)) if _curved(first) else None
    change = _change_of_parameter(first, second)
    if change is None:
        return None
    alpha, beta = change
    ends = sorted((-beta / alpha, (1.0 - beta) / alpha))
    low, high = max(0.0, ends[0]), min(1.0, ends[1])
    if high - low <= NO_LENGTH:
        return None
    start, end = (_on_both(first, second, t, alpha * t + beta) for t in (low, high))
    if start is None or end is None:
        return None
    if end.t - start.t <= NO_LENGTH or abs(end.u - start.u) <= NO_LENGTH:
        return None
    mine = part_of(first, start.t, end.t)
    theirs = part_of(second, min(start.u, end.u), max(start.u, end.u))
    if start.u > end.u:
        theirs = theirs[::-1]
    near = max(abs(p - q) for p, q in zip(mine, theirs, strict=True)) <= 3.0 * MEETS
    return Overlap(start, end) if near else None


def _curved(segment: Cubic) -> bool:
    a, b, c, d = segment
    direction = max((b - a, c - a, d - a), key=abs)
    return any(abs(cross(unit(direction), p - a)) > MEETS for p in (b, c, d))


def _change_of_parameter(first: Cubic, second: Cubic) -> tuple[float, float] | None:
    (a1, a2, a3), (b1, b2, b3) = _coefficients(first), _coefficients(second)
    size = max(abs(p - first[0]) for p in (*first, *second))
    if abs(a3) > DEGREE * size and abs(b3) > DEGREE * size:
        ratio = a3 / b3
        if abs(ratio.imag) > ALIKE * abs(ratio.real):
            return None
        alpha = math.copysign(abs(ratio.real) ** (1.0 / 3.0), ratio.real)
        rest = a2 - b2 * alpha * alpha
        beta = (rest / (3.0 * b3 * alpha * alpha)).real
        return alpha, beta
    if abs(a2) > DEGREE * size and abs(b2) > DEGREE * size:
        ratio = a2 / b2
        if ratio.real <= 0.0 or abs(ratio.imag) > ALIKE * ratio.real:
            return None
        for alpha in (math.sqrt(ratio.real), -math.sqrt(ratio.real)):
            shift = (a1 - b1 * alpha) / (2.0 * b2 * alpha)
            if abs(shift.imag) <= ALIKE * max(1.0, abs(shift.real)):
                return alpha, shift.real
    return None


def _coefficients(segment: Cubic) -> tuple[complex, complex, complex]:
    a, b, c, d = segment
    return 3.0 * (b - a), 3.0 * (a - 2.0 * b + c), d - a + 3.0 * (b - c)


def _on_both(first: Cubic, second: Cubic, t: float, u: float) -> Crossing | None:
    """An end of a common length: the end of one segment, and the point of the other there."""
    if t in (0.0, 1.0):
        at = point_at(first, t)
        u = nearest_parameter(second, at)
        return Crossing(t, u, at) if abs(point_at(second, u) - at) <= MEETS else None
    u = 0.0 if u < 0.5 else 1.0
    at = point_at(second, u)
    t = nearest_parameter(first, at)
    return Crossing(t, u, at) if abs(point_at(first, t) - at) <= MEETS else None
