"""The point of a curve that is nearest to a place.

The squared distance from a place to a cubic is a polynomial of degree 6. In Bernstein form its
coefficients bound it from below, so that whole stretches are left out for certain; a stretch whose
slope changes its sign once holds one minimum, which Newton's method with bisection finds.
Source: the bounds are the convex hull property (Farin, Curves and Surfaces for CAGD, ch. 4).
"""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from buildup.geometry.bezier import Cubic, point_at
from buildup.geometry.boxes import Box

DEEPEST = 48
"""Halvings of the parameter; stretches this short are points."""
ENOUGH = 1e-15
"""Curve parameter: a step this short ends Newton's method."""
REMEMBERED = 4_000
"""Pairs of a segment and a place."""


@dataclass(frozen=True, slots=True)
class Nearest:
    """The nearest point: which segment, its parameter there, the place and how far it is."""

    segment: int
    t: float
    at: complex
    distance: float


def nearest_parameter(segment: Cubic, position: complex) -> float:
    """The parameter of the point of a segment nearest to a place; the first one of equals.

    >>> nearest_parameter((0j, 0j, 3 + 0j, 3 + 0j), -1 + 1j)
    0.0
    >>> round(nearest_parameter((0j, 1 + 0j, 2 + 0j, 3 + 0j), 1.5 + 9j), 9)
    0.5
    """
    best_t, best = 0.0, abs(segment[0] - position) ** 2
    if (end := abs(segment[3] - position) ** 2) < best:
        best_t, best = 1.0, end
    todo = [(_squared(segment, position), 0.0, 1.0, 0)]
    while todo:
        values, start, width, depth = todo.pop()
        if min(values) >= best:
            continue
        changes = _sign_changes(values)
        if changes == 0 or depth >= DEEPEST:
            candidates = [start, start + width]
        elif changes == 1 and values[0] > values[1]:
            candidates = [_lowest(segment, position, start, start + width)]
        else:
            left, right = _halves(values)
            half = width / 2.0
            pieces = [(left, start, half, depth + 1), (right, start + half, half, depth + 1)]
            if left[-1] < best:
                best_t, best = start + half, left[-1]
            todo += pieces if min(right) < min(left) else pieces[::-1]
            continue
        for t in candidates:
            distance = abs(point_at(segment, t) - position) ** 2
            if distance < best:
                best_t, best = t, distance
    return best_t


def nearest(segments: Sequence[Cubic], position: complex) -> Nearest | None:
    """The nearest point on any of some segments; None when there are none.

    Segments are tried in the order of how near their hulls are, and only while those can win.
    """
    order = sorted(zip(map(_disc_away, segments, itertools.repeat(position)), itertools.count()))
    best: Nearest | None = None
    for away, index in order:
        if best is not None:
            if away >= best.distance:
                break
            if _away(segments[index], position) >= best.distance:
                continue
        t = _parameter(segments[index], position)
        at = point_at(segments[index], t)
        if best is None or abs(at - position) < best.distance:
            best = Nearest(index, t, at, abs(at - position))
    return best


@lru_cache(maxsize=REMEMBERED)
def _parameter(segment: Cubic, position: complex) -> float:
    """As `nearest_parameter`; of many segments few change while one of their anchors is dragged."""
    return nearest_parameter(segment, position)


def distance_to_box(box: Box, position: complex) -> float:
    """How far a place is from a box; 0 inside."""
    across = max(box.left - position.real, 0.0, position.real - box.right)
    down = max(box.top - position.imag, 0.0, position.imag - box.bottom)
    return abs(complex(across, down))


def _disc_away(segment: Cubic, position: complex) -> float:
    """A lower bound of the distance, quickly: from a disc that holds the control points."""
    a, b, c, d = segment
    middle = (a + d) * 0.5
    return abs(position - middle) - max(abs(a - middle), abs(b - middle), abs(c - middle))


def _away(segment: Cubic, position: complex) -> float:
    a, b, c, d = segment
    x, y = position.real, position.imag
    xs, ys = (a.real, b.real, c.real, d.real), (a.imag, b.imag, c.imag, d.imag)
    across = max(min(xs) - x, 0.0, x - max(xs))
    down = max(min(ys) - y, 0.0, y - max(ys))
    return abs(complex(across, down))


def _squared(segment: Cubic, position: complex) -> list[float]:
    """The seven Bernstein coefficients of the squared distance."""
    a, b, c, d = (p - position for p in segment)
    ar, ai, br, bi = a.real, a.imag, b.real, b.imag
    cr, ci, dr, di = c.real, c.imag, d.real, d.imag
    return [
        ar * ar + ai * ai,
        ar * br + ai * bi,
        0.4 * (ar * cr + ai * ci) + 0.6 * (br * br + bi * bi),
        0.1 * (ar * dr + ai * di) + 0.9 * (br * cr + bi * ci),
        0.4 * (br * dr + bi * di) + 0.6 * (cr * cr + ci * ci),
        cr * dr + ci * di,
        dr * dr + di * di,
    ]


def _halves(values: list[float]) -> tuple[list[float], list[float]]:
    left, right, row = [values[0]], [values[-1]], values
    while len(row) > 1:
        row = [(p + q) / 2.0 for p, q in itertools.pairwise(row)]
        left.append(row[0])
        right.append(row[-1])
    return left, right[::-1]


def _sign_changes(values: list[float]) -> int:
    """How often the slope changes its sign, by its Bernstein coefficients."""
    changes, last = 0, 0.0
    for p, q in itertools.pairwise(values):
        step = q - p
        if step * last < 0.0:
            changes += 1
        last = step or last
    return changes


def _lowest(segment: Cubic, position: complex, low: float, high: float) -> float:
    """The only minimum between two parameters, by Newton's method kept within its bracket."""
    a, b, c, d = segment
    first, second, third = b - a, c - b, d - c
    t = (low + high) / 2.0
    for _ in range(60):
        s = 1.0 - t
        away = point_at(segment, t) - position
        along = 3.0 * (s * s * first + 2.0 * s * t * second + t * t * third)
        bend = 6.0 * (s * (second - first) + t * (third - second))
        slope = away.real * along.real + away.imag * along.imag
        if slope > 0.0:
            high = t
        else:
            low = t
        rise = abs(along) ** 2 + away.real * bend.real + away.imag * bend.imag
        after = t - slope / rise if rise > 0.0 else low
        if not low < after < high:
            after = (low + high) / 2.0
        if abs(after - t) <= ENOUGH:
            break
        t = after
    return t
