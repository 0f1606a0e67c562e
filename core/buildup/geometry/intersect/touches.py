"""Common points found twice, and those of one touch: told apart, and made one."""

from buildup.geometry.angles import cross, unit
from buildup.geometry.bezier import (
    Cubic,
    derivative_at,
    point_at,
)
from buildup.geometry.intersect.contacts import MEETS, Crossing
from buildup.geometry.intersect.samecurve import Overlap
from buildup.geometry.tolerances import SAME_PLACE

TOUCH_LENGTH = 0.05
"""Curve parameter: crossings further apart are never those of one touch."""


def differ(one: Crossing, other: Crossing) -> bool:
    """Whether two common points are two; stretches that share an end both find one."""
    return abs(one.at - other.at) > SAME_PLACE or abs(one.t - other.t) > 1e-3


def lies_on(point: Crossing, length: Overlap) -> bool:
    """Whether a common point is one of those of a common length."""
    start, end = length.start, length.end
    low, high = sorted((start.u, end.u))
    slack = 1e-7
    if not (start.t - slack <= point.t <= end.t + slack and low - slack <= point.u <= high + slack):
        return False
    k = (point.t - start.t) / (end.t - start.t)
    return abs(start.u + k * (end.u - start.u) - point.u) < TOUCH_LENGTH or start.t == end.t


def shared_ends(first: Cubic, second: Cubic) -> list[Crossing]:
    """The ends of two segments that lie on one spot."""
    return [
        Crossing(t, u, p)
        for t, p in ((0.0, first[0]), (1.0, first[3]))
        for u, q in ((0.0, second[0]), (1.0, second[3]))
        if abs(p - q) <= MEETS
    ]


def each_once(first: Cubic, second: Cubic, found: list[Crossing]) -> list[Crossing]:
    """Crossings in order, those of one touch as one: between them the curves do not part."""
    kept: list[Crossing] = []
    for new in found:
        if kept and together(first, second, kept[-1], new):
            kept.append(_one_of(first, second, kept.pop(), new))
        else:
            kept.append(new)
    return kept


def _one_of(first: Cubic, second: Cubic, one: Crossing, other: Crossing) -> Crossing:
    """One crossing for two of a touch: an end, else where the directions agree most."""
    for c in (one, other):
        if c.t in (0.0, 1.0) or c.u in (0.0, 1.0):
            return c

    def turn(c: Crossing) -> float:
        return abs(cross(unit(derivative_at(first, c.t)), unit(derivative_at(second, c.u))))

    return min((one, other), key=turn)


def together(first: Cubic, second: Cubic, one: Crossing, other: Crossing) -> bool:
    """Whether two curves stay on each other between two crossings of a touch."""
    if abs(one.t - other.t) > TOUCH_LENGTH:
        return False

    def gap(k: float) -> float:
        t, u = one.t + k * (other.t - one.t), one.u + k * (other.u - one.u)
        return abs(point_at(first, t) - point_at(second, u))

    return all(gap(k) < MEETS for k in (0.25, 0.5, 0.75))
