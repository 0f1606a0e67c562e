"""Where two stretches that run alongside each other meet: touches, slight crossings, overlaps.

Seen along an axis that both follow, each is a graph over the same places, and they meet where the
difference of the two is 0. Its changes of sign are narrowed down (Illinois method: M. Dowell and
P. Jarratt, "A modified regula falsi method", BIT 11, 1971), its turning points are where the two
directions agree. Polynomials that agree on a length agree wherever both are: an overlap is all or
nothing.
"""

import itertools
import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from buildup.geometry.angles import cross, dot, unit
from buildup.geometry.bezier import Cubic, derivative_at, point_at
from buildup.geometry.intersect.newton import towards
from buildup.geometry.tolerances import SAME_PLACE

MEETS = SAME_PLACE * 1e-2
"""Sheet units: points of two curves this close are a common point."""
STEEP = 0.4
"""Cosine (66°): how much of a stretch's direction has to lie along the common axis."""
PLACES = 14
"""Places at which the difference is looked at; it changes its sign nine times at the most."""
SLIGHT = 0.25
"""Part of the slope beside it: a crossing whose own slope is less is one of three in one place."""
BESIDE = 1e-3
"""Part of the segments' size: how far beside such a crossing the slope is looked at."""


def in_line(start: complex, between: complex, end: complex) -> bool:
    """Whether a place lies on the straight way from one place to another, within `MEETS`.

    >>> in_line(0j, 1 + 0j, 3 + 0j), in_line(0j, 4 + 0j, 3 + 0j)
    (True, False)
    """
    near = abs(cross(unit(end - start), between - start)) <= MEETS
    return near and dot(between - start, end - between) > 0.0


@dataclass(frozen=True, slots=True)
class Crossing:
    """A common point: the parameters on both segments, and the place."""

    t: float
    u: float
    at: complex


@dataclass(frozen=True, slots=True)
class Alongside:
    """What two stretches have in common: points, or a length by its two ends."""

    points: tuple[Crossing, ...] = ()
    length: tuple[Crossing, Crossing] | None = None


@dataclass(frozen=True, slots=True)
class Span:
    """A segment between two parameters, and the control points of that part."""

    segment: Cubic
    part: Cubic
    start: float
    end: float


def common_axis(first: Cubic, second: Cubic) -> complex | None:
    """A direction that both parts follow, `second` maybe backwards; None where there is none."""
    direction, other = unit(first[3] - first[0]), unit(second[3] - second[0])
    axis = unit(direction + other if dot(direction, other) >= 0.0 else direction - other)
    if not axis:
        return None
    for part in (first, second):
        sign = 1.0 if dot(part[3] - part[0], axis) > 0.0 else -1.0
        for p, q in itertools.pairwise(part):
            step = q - p
            if sign * dot(step, axis) < STEEP * abs(step):
                return None
    return axis


def alongside(first: Span, second: Span, axis: complex) -> Alongside:
    """What two stretches that follow an axis have in common."""
    gap = _Gap(first, second, axis)
    low, high = gap.low, gap.high
    if high < low - MEETS:
        return Alongside()
    if high - low <= SAME_PLACE:
        spot = gap.at((low + high) / 2.0)
        return Alongside((gap.crossing(spot),) if abs(spot.gap) <= MEETS else ())
    middle, half = (low + high) / 2.0, (high - low) / 2.0
    spots = [gap.at(middle - half * math.cos(math.pi * k / PLACES)) for k in range(PLACES + 1)]
    if all(abs(s.gap) <= MEETS for s in spots):
        return Alongside(length=(gap.crossing(spots[0]), gap.crossing(spots[-1])))
    return Alongside(tuple(gap.crossing(s) for s in gap.roots(spots)))


@dataclass(frozen=True, slots=True)
class _Spot:
    """A place along the axis, both parameters there, and how far the first one lies beyond."""

    x: float
    t: float
    u: float
    gap: float


_Value = Callable[[_Spot], float]


TOUCHING = 1e-6
"""Sine of an angle: at slighter ones a step towards a crossing would lead anywhere."""


class _Gap:
    """The difference of two stretches across an axis, over the places that both reach."""

    def __init__(self, first: Span, second: Span, axis: complex) -> None:
        self.first, self.second = first.segment, second.segment
        self.axis = axis
        self.size = max(abs(s[k] - s[0]) for s in (self.first, self.second) for k in (1, 2, 3))
        self._along = [Graph(span, axis) for span in (first, second)]
        self.low = max(g.low for g in self._along)
        self.high = min(g.high for g in self._along)

    def at(self, x: float) -> _Spot:
        """The difference at a place along the axis."""
        t, u = (graph.parameter(x) for graph in self._along)
        across = (point_at(self.first, t) - point_at(self.second, u)) / self.axis
        return _Spot(x, t, u, across.imag)

    def slope(self, spot: _Spot) -> float:
        """How fast the difference changes there; 0 where the two directions agree."""
        direction = derivative_at(self.first, spot.t) / self.axis
        other = derivative_at(self.second, spot.u) / self.axis
        if not direction.real or not other.real:
            return 0.0
        return direction.imag / direction.real - other.imag / other.real

    def crossing(self, spot: _Spot) -> Crossing:
        """The common point at a place where there is one."""
        t, u = spot.t, spot.u
        between = point_at(self.second, u) - point_at(self.first, t)
        for _ in range(2):
            along, other = derivative_at(self.first, t), derivative_at(self.second, u)
            more_t, more_u, sine = towards(between, along, other, slightest=TOUCHING)
            new_t, new_u = t + more_t, u + more_u
            if not sine or not (0.0 <= new_t <= 1.0 and 0.0 <= new_u <= 1.0):
                break
            left = point_at(self.second, new_u) - point_at(self.first, new_t)
            if abs(left) >= abs(between):
                break  # where a curve stands still, a step may lead away
            t, u, between = new_t, new_u, left
        return Crossing(t, u, point_at(self.first, t))

    def roots(self, spots: Sequence[_Spot]) -> list[_Spot]:
        """The places where the difference is 0, in order."""
        found = [s for s in spots[:1] if abs(s.gap) <= MEETS]
        slopes = [self.slope(s) for s in spots]
        for k, (low, high) in enumerate(itertools.pairwise(spots)):
            if low.gap * high.gap < 0.0:
                found.append(self._narrowed(low, high))
            elif low.gap * slopes[k] <= 0.0 <= high.gap * slopes[k + 1]:
                found += self._turning(low, high)
        return [*found, *(s for s in spots[-1:] if abs(s.gap) <= MEETS)]

    def _turning(self, low: _Spot, high: _Spot) -> list[_Spot]:
        """The roots between two places where the difference comes near to 0 and turns back."""
        turn = self._where(low, high, self.slope)
        if abs(turn.gap) <= MEETS:
            return [turn]
        if turn.gap * low.gap < 0.0:
            return [self._narrowed(low, turn), self._narrowed(turn, high)]
        return []

    def _narrowed(self, low: _Spot, high: _Spot) -> _Spot:
        """The place between two where the difference changes its sign."""
        root = self._where(low, high, lambda s: s.gap)
        room = min(root.x - self.low, self.high - root.x)
        beside = min(BESIDE * self.size, room / 2.0)
        around = [self.at(root.x + k * beside) for k in (-1.0, 1.0)]
        own, left, right = (self.slope(s) for s in (root, *around))
        if beside > MEETS and left * right > 0.0 and abs(own) < SLIGHT * min(abs(left), abs(right)):
            return self._of_three(root, beside)
        return root

    def _of_three(self, root: _Spot, beside: float) -> _Spot:
        """The place of a threefold crossing: the differences on both sides cancel there.

        By itself it is as blurred as the cube root of what doubles resolve.
        """

        def both_sides(spot: _Spot) -> float:
            return self.at(spot.x - beside).gap + self.at(spot.x + beside).gap

        return self._where(self.at(root.x - beside), self.at(root.x + beside), both_sides)

    def _where(self, low: _Spot, high: _Spot, value: _Value) -> _Spot:
        """The place between two where a value changes its sign, by the Illinois method."""
        below, above = value(low), value(high)
        best = low if abs(below) < abs(above) else high
        side = 0
        for _ in range(80):
            if below == above:
                break
            x = (low.x * above - high.x * below) / (above - below)
            if not low.x < x < high.x:
                x = (low.x + high.x) / 2.0
                if not low.x < x < high.x:
                    break
            best = self.at(x)
            here = value(best)
            if here == 0.0 or high.x - low.x < 1e-15 * max(abs(low.x), abs(high.x), 1.0):
                break
            if here * above > 0.0:
                high, above = best, here
                below = below / 2.0 if side == 1 else below
                side = 1
            else:
                low, below = best, here
                above = above / 2.0 if side == -1 else above
                side = -1
        return best


class Graph:
    """How far along an axis a stretch is, by its parameter: ever further, or ever back."""

    def __init__(self, span: Span, axis: complex) -> None:
        self.start, self.width = span.start, span.end - span.start
        p, q, r, s = (dot(c, axis) for c in span.part)
        self.low, self.high = min(p, s), max(p, s)
        self._constant, self._linear = p, 3.0 * (q - p)
        self._square, self._cube = 3.0 * (p - 2.0 * q + r), s - p + 3.0 * (q - r)

    def parameter(self, x: float) -> float:
        """The parameter at a place along the axis, by Newton's method kept within its bracket."""
        constant, linear, square, cube = self._constant, self._linear, self._square, self._cube
        up = constant + linear + square + cube > constant
        low, high = 0.0, 1.0
        k = (x - self.low) / (self.high - self.low) if self.high > self.low else 0.5
        k = min(1.0, max(0.0, k if up else 1.0 - k))
        for _ in range(60):
            off = constant + k * (linear + k * (square + k * cube)) - x
            if off == 0.0:
                break
            if (off < 0.0) == up:
                low = k
            else:
                high = k
            rise = linear + k * (2.0 * square + k * 3.0 * cube)
            new = k - off / rise if rise else math.inf
            if not low < new < high:
                new = (low + high) / 2.0
            if abs(new - k) <= 1e-16:
                break
            k = new
        return self.start + self.width * k
