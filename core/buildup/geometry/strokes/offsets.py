"""Offsets of a segment: cubics beside it at a distance.

They are fitted to the true offset B(t) + d·n(t): ends and directions are its own,
O′ = B′·(1 − d·κ) gives the handles, and a stretch is halved until it is near enough. It is cut
where 1 − d·κ changes its sign: there the offset has a cusp and runs back.
"""

import itertools
import math
from collections.abc import Sequence

from buildup.geometry.angles import cross, dot, unit
from buildup.geometry.bezier import (
    Cubic,
    derivative_at,
    line,
    point_at,
    second_derivative_at,
)
from buildup.geometry.fitting.onefit import better, chord_parameters, fit_one
from buildup.geometry.stations import tangent_at
from buildup.geometry.tolerances import STANDS_STILL

SHORTEST = 1e-4
"""Curve parameter: stretches this short are not halved further."""
LOOKED = 6
"""Even parts of a stretch between which its offset is compared with the true one, at least."""
FITTED = 16
"""Parts between the places through which one cubic is laid, at least."""
TURNS = 0.2
"""Radians: parts in which the segment turns by more are halved, as most happens there."""
FINEST = 12
"""So often at the most."""
BETWEEN = (0.25, 0.5, 0.75)
"""Parts of the way from one such place to the next at which a fitted offset is looked at."""
STEPS = 3
"""Of Newton's method, towards the nearest place of the true offset there."""
STRAIGHT = math.cos(TURNS)
SAMPLES = 16
"""Places of a segment between which a cusp of its offset is looked for."""
HALVINGS = 40
"""After so many a cusp is known to a billionth of the parameter."""
NO_HANDLE = 1e-7
"""Part of the control polygon's length: handles this short come from where a cusp is known."""
ASIDE = 1e-5
"""Curve parameter: how far from a place where the curve stands still its turn is looked at."""


def offset_of(segment: Cubic, by: float, *, near: float) -> list[tuple[float, float, Cubic]]:
    """Cubics beside a segment, to its right where `by` is above 0, each with its two parameters.

    Args:
        segment: one of some length.
        by: sheet units.
        near: sheet units, above 0, that they may stay from the true offset.

    >>> offset_of(line(0j, 4 + 0j), 1.0, near=1e-3)[0][2][3]
    (4+1j)
    """
    if all(p in (segment[0], segment[3]) for p in segment):
        direction = unit(segment[3] - segment[0]) * 1j * by
        return [(0.0, 1.0, line(segment[0] + direction, segment[3] + direction))]
    positions = [0.0, *_cusps(segment, by), 1.0]
    found: list[tuple[float, float, Cubic]] = []
    waiting = list(itertools.pairwise(positions))[::-1]
    while waiting:
        start, end = waiting.pop()
        plain = _fitted(segment, by, start, end)
        fitted: Cubic | None = plain
        if end - start > SHORTEST and _away(segment, by, plain, start, end) > near:
            fitted = _better(segment, by, start, end, near=near)
        if fitted is not None:
            found.append((start, end, _settled(fitted)))
            continue
        middle = (start + end) / 2.0
        waiting += [(middle, end), (start, middle)]
    return found


def _settled(fitted: Cubic) -> Cubic:
    """An offset whose handles are withdrawn where they have no length but rounding, at cusps."""
    a, b, c, d = fitted
    least = NO_HANDLE * reach_of(fitted)
    return (a, a if abs(b - a) <= least else b, d if abs(d - c) <= least else c, d)


def _fitted(segment: Cubic, by: float, start: float, end: float) -> Cubic:
    """The cubic that leaves and arrives as the offset does."""
    a, d = _beside(segment, by, start), _beside(segment, by, end)
    third = (end - start) / 3.0
    return (a, a + _speed(segment, by, start) * third, d - _speed(segment, by, end) * third, d)


def _better(segment: Cubic, by: float, start: float, end: float, *, near: float) -> Cubic | None:
    """The cubic nearest to the offset that leaves and arrives as it does; None: it is too far."""
    spread = _spread(segment, start, end, FITTED)
    positions = [_beside(segment, by, t) for t in spread]
    directions = tangent_at(segment, start), tangent_at(segment, end)
    backwards = dot(positions[1] - positions[0], directions[0]) < 0.0
    first, last = (-directions[0], directions[1]) if backwards else (directions[0], -directions[1])
    found = fit_one(positions, first, last, tolerance=near / 2.0)
    if found.error > near or _strays(segment, by, spread, found.curve) > near:
        return None
    return found.curve


def _strays(segment: Cubic, by: float, spread: Sequence[float], fitted: Cubic) -> float:
    """How far a fitted offset strays from the true one between the places it was laid through."""
    positions = [_beside(segment, by, t) for t in spread]
    parameters, _ = chord_parameters(positions)
    parameters = better(positions, fitted, better(positions, fitted, parameters))
    worst = 0.0
    for (low, high), (u, v) in zip(
        itertools.pairwise(spread), itertools.pairwise(parameters), strict=True
    ):
        for part in BETWEEN:
            at = point_at(fitted, u + part * (v - u))
            t = low + part * (high - low)
            for _ in range(STEPS):
                speed = _speed(segment, by, t)
                square = abs(speed) ** 2
                on = dot(at - _beside(segment, by, t), speed) / square if square else 0.0
                t = min(max(t + on, low), high)
            worst = max(worst, abs(at - _beside(segment, by, t)))
    return worst


def _beside(segment: Cubic, by: float, t: float) -> complex:
    return point_at(segment, t) + tangent_at(segment, t) * 1j * by


def _speed(segment: Cubic, by: float, t: float) -> complex:
    """The derivative of the offset."""
    along = derivative_at(segment, t)
    if abs(along) > STANDS_STILL * reach_of(segment):
        return along * (1.0 - by * _bend(segment, t))
    near = min(1.0, t + ASIDE) if t < 0.5 else max(0.0, t - ASIDE)
    turn = (tangent_at(segment, near) - tangent_at(segment, t)) / (near - t)
    return along + turn * 1j * by


def runs_back(segment: Cubic, by: float, start: float, end: float) -> bool:
    """Whether the offset of a stretch, as `offset_of` gives it, runs against the segment."""
    return by * _bend(segment, (start + end) / 2.0) > 1.0


def _bend(segment: Cubic, t: float) -> float:
    """The curvature, positive where the path turns clockwise; 0 where it stands still."""
    along, bend = derivative_at(segment, t), second_derivative_at(segment, t)
    speed = abs(along)
    return cross(along, bend) / speed**3 if speed > STANDS_STILL * reach_of(segment) else 0.0


def reach_of(segment: Cubic) -> float:
    """The length of a segment's control polygon, sheet units."""
    a, b, c, d = segment
    return abs(b - a) + abs(c - b) + abs(d - c)


def _cusps(segment: Cubic, by: float) -> list[float]:
    """The parameters at which the offset runs back from."""

    def sense(t: float) -> float:
        return 1.0 - by * _bend(segment, t)

    found = []
    for low, high in itertools.pairwise(k / SAMPLES for k in range(SAMPLES + 1)):
        if sense(low) * sense(high) < 0.0:
            start, end = low, high
            for _ in range(HALVINGS):
                middle = (start + end) / 2.0
                if sense(start) * sense(middle) <= 0.0:
                    end = middle
                else:
                    start = middle
            found.append((start + end) / 2.0)
    return found


def _away(segment: Cubic, by: float, fitted: Cubic, start: float, end: float) -> float:
    """How far a fitted offset is from the true one, across it."""
    worst = 0.0
    for t in _spread(segment, start, end, LOOKED)[1:-1]:
        across = tangent_at(segment, t) * 1j
        part = (t - start) / (end - start)
        worst = max(worst, abs(dot(point_at(fitted, part) - _beside(segment, by, t), across)))
    return worst


def _spread(segment: Cubic, start: float, end: float, count: int) -> list[float]:
    """Parameters of a stretch from its start to its end, dense where the segment turns."""
    step = (end - start) / count
    found = [start]
    direction = tangent_at(segment, start)
    waiting = [(start + k * step, FINEST) for k in range(count, 0, -1)]
    while waiting:
        high, left = waiting.pop()
        ahead = tangent_at(segment, high)
        if left and dot(direction, ahead) < STRAIGHT:
            waiting += [(high, left - 1), ((found[-1] + high) / 2.0, left - 1)]
        else:
            found.append(high)
            direction = ahead
    return found
