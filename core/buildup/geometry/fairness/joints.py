"""Joints of a path made continuous in direction or in curvature, by the least movement.

What moves are control points; the least movement is the smallest sum of the squares of how far
they move. That is the point of all paths whose joints are so that is nearest to the one that is
there, found by projecting it on the joints' conditions, taken as linear where the last step led:
sequential projections, which at their end fulfil Lagrange's conditions.
"""

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from buildup.geometry.angles import cross, dot
from buildup.geometry.fairness.banded import around, solved

Goal = Literal["tangent", "curvature", "even"]
"""What holds at a joint: one direction; one curvature, too; or handles that mirror each other."""

MOST_STEPS = 80
"""Projections; the worst of some thousand random paths took 40."""
CLOSE = 1e-13
"""Part of the path's size: a condition that is off by less holds, up to rounding."""
STILL = 1e-9
"""Part of the path's size: a step this short is the last."""
SHORTEST = 1e-3
"""Part of its segment's chord: the handle that a joint may be left with."""
SOFT = 1e-13
"""What keeps conditions apart that say the same twice: part of their own weight."""


@dataclass(frozen=True, slots=True)
class Path:
    """Control points in a row: an anchor, the two handles of its segment, and so on.

    Args:
        points: 3 for each segment, and the last anchor of an open path.
        closed: the last segment leads to the first anchor.
        straight: numbers of the segments that are lines and stay so; their handles do not count.

    """

    points: tuple[complex, ...]
    closed: bool
    straight: frozenset[int] = frozenset()

    @property
    def segments(self) -> int:
        """How many segments it has."""
        return len(self.points) // 3

    def place(self, index: int) -> int:
        """The number of a point; of a closed path they go round."""
        return index % len(self.points) if self.closed else index

    def joins(self, anchor: int) -> bool:
        """Whether two segments join at an anchor."""
        return self.closed or 0 < anchor < self.segments


NO_LINES: Mapping[int, complex] = MappingProxyType({})
Gradient = dict[int, complex]
"""By point how much a value grows for a move of it: the dot product of both."""
Condition = tuple[float, Gradient]
"""A value that is to be 0, in sheet units, and how it grows."""


def eased(
    path: Path,
    goals: Mapping[int, Goal],
    *,
    free: frozenset[int] = frozenset(),
    held: frozenset[int] = frozenset(),
    lines: Mapping[int, complex] = NO_LINES,
) -> Path | None:
    """The path nearest to one that is given, at some of whose anchors goals hold.

    Args:
        path: at least two segments, or one that is closed.
        goals: by the number of an anchor at which two segments join.
        free: anchors that may move, too; handles may, but for those of straight segments.
        held: numbers of points that may not.
        lines: by the number of a point the direction, of length 1, along which alone it may move.

    Returns:
        None: nothing near enough was found.

    >>> bent = Path((0j, 1 + 0j, 2 + 1j, 3 + 0j, 4 + 1j, 5 + 0j, 6 + 0j), closed=False)
    >>> even = eased(bent, {1: "tangent"})
    >>> round(abs(cross(even.points[2] - 3, even.points[4] - 3)), 9)
    0.0
    """
    start = list(path.points)
    size = max(abs(p - start[0]) for p in start) or 1.0
    moving = _moving(path, free) - held
    order = [a for a in around(path.segments + 1) if a in goals and path.joins(a)]
    here = list(start)
    for _ in range(MOST_STEPS):
        conditions = [c for a in order for c in _conditions(path, here, a, goals[a])]
        conditions = [(v, _along(grows, moving, lines)) for v, grows in conditions]
        off = max((abs(v) for v, _ in conditions), default=0.0)
        there = _projected(start, here, conditions)
        if there is None:
            return None
        step = max(abs(p - q) for p, q in zip(here, there, strict=True))
        if off <= CLOSE * size and step <= STILL * size:
            break
        nearer = _nearer(path, goals, here, there)
        if nearer is None:
            return None
        here = nearer
    else:
        if off > 1e3 * CLOSE * size:
            return None
    made = Path(tuple(here), path.closed, path.straight)
    return made if all(_sound(made, a) for a in order) else None


def _along(grows: Gradient, moving: frozenset[int], lines: Mapping[int, complex]) -> Gradient:
    """How a value grows with what may move, as it may."""
    return {
        k: lines[k] * dot(g, lines[k]) if k in lines else g for k, g in grows.items() if k in moving
    }


def _moving(path: Path, free: frozenset[int]) -> frozenset[int]:
    """The points that may move."""
    handles = {
        3 * k + part for k in range(path.segments) if k not in path.straight for part in (1, 2)
    }
    return frozenset(handles | {3 * a for a in free})


def _nearer(
    path: Path, goals: Mapping[int, Goal], here: list[complex], there: list[complex]
) -> list[complex] | None:
    """The end of a step, or of a part of it where a handle would turn over."""
    part = 1.0
    while part > 1e-3:
        tried = [p + part * (q - p) for p, q in zip(here, there, strict=True)]
        if all(
            dot(tried[h] - tried[a], here[h] - here[a]) > 0.05 * abs(here[h] - here[a]) ** 2
            for h, a in _handles(path, goals)
            if here[h] != here[a]
        ):
            return tried
        part /= 2.0
    return None


def _handles(path: Path, goals: Mapping[int, Goal]) -> Iterator[tuple[int, int]]:
    """The handles at the joints, each with its anchor."""
    for a in goals:
        for segment, handle in ((a - 1, 3 * a - 1), (a, 3 * a + 1)):
            if path.place(3 * segment) // 3 not in path.straight:
                yield path.place(handle), path.place(3 * a)


def _projected(
    start: Sequence[complex], here: Sequence[complex], conditions: Sequence[Condition]
) -> list[complex] | None:
    """The point nearest to the start at which conditions hold, as they are linear around here."""
    by_point: dict[int, list[int]] = {}
    rows: list[dict[int, float]] = []
    right: list[float] = []
    for n, (value, grows) in enumerate(conditions):
        near = sorted({m for k in grows for m in by_point.get(k, ())})
        row = {
            m: math.fsum(
                dot(conditions[m][1][k], g) for k, g in grows.items() if k in conditions[m][1]
            )
            for m in near
        }
        own = math.fsum(abs(g) ** 2 for g in grows.values())
        row[n] = own * (1.0 + SOFT) + SOFT
        for k in grows:
            by_point.setdefault(k, []).append(n)
        rows.append(row)
        ahead = math.fsum(dot(g, here[k] - start[k]) for k, g in grows.items())
        right.append(ahead - value)
    try:
        weights = solved(rows, right)
    except ZeroDivisionError:
        return None
    there = list(start)
    for weight, (_, grows) in zip(weights, conditions, strict=True):
        for k, g in grows.items():
            there[k] += weight * g
    return there


def _conditions(
    path: Path, points: Sequence[complex], anchor: int, goal: Goal
) -> Iterator[Condition]:
    """What has to be 0 for a goal to hold at an anchor."""
    at = path.place(3 * anchor)
    before, after = (path.place(3 * k) // 3 for k in (anchor - 1, anchor))
    lines = before in path.straight, after in path.straight
    if all(lines):
        return
    back = path.place(3 * anchor - (3 if lines[0] else 1))
    on = path.place(3 * anchor + (3 if lines[1] else 1))
    if goal == "even" and not any(lines):
        off = points[back] + points[on] - 2.0 * points[at]
        for part, one in ((off.real, 1 + 0j), (off.imag, 1j)):
            yield part, {back: one, on: one, at: -2.0 * one}
        return
    into, out = points[back] - points[at], points[on] - points[at]
    a, b = abs(into), abs(out)
    if a == 0.0 or b == 0.0:
        return
    scale = 1.0 / math.sqrt(a * b)
    yield cross(into, out) * scale, _moves(at, {back: -1j * out * scale, on: 1j * into * scale})
    if goal != "curvature":
        return
    if any(lines):
        near, far = (
            (on, path.place(3 * anchor + 2)) if lines[0] else (back, path.place(3 * anchor - 2))
        )
        handle, reach = points[near] - points[at], points[far] - points[at]
        size = abs(handle)
        beside = cross(handle, reach) / size
        shrinks = beside / (size * size) * handle
        grows = {near: -1j * reach / size - shrinks, far: 1j * handle / size}
        yield beside, _moves(at, grows)
        return
    yield _bends(path, points, anchor)


def _moves(at: int, grows: Gradient) -> Gradient:
    """How a value of vectors from an anchor grows with the points at both their ends."""
    found: Gradient = {}
    for k, g in grows.items():
        found[k] = found.get(k, 0j) + g
        found[at] = found.get(at, 0j) - g
    return found


def _bends(path: Path, points: Sequence[complex], anchor: int) -> Condition:
    """The difference of the curvatures on both sides, brought to a length.

    With handles i and o of lengths a and b, and p and q to the handles beyond (all from the
    anchor), Farin's formula makes them 2/3·cross(p, i)/a³ and 2/3·cross(o, q)/b³; here both are
    multiplied by a·b.
    """
    at, back, on = (path.place(3 * anchor + k) for k in (0, -1, 1))
    behind, beyond = path.place(3 * anchor - 2), path.place(3 * anchor + 2)
    i, o, p, q = (points[k] - points[at] for k in (back, on, behind, beyond))
    a, b = abs(i), abs(o)
    first, last = cross(p, i), cross(o, q)
    x, y = b / (a * a), a / (b * b)
    grows = {
        back: x * 1j * p - (2.0 * first * b / a**4 + last / (b * b * a)) * i,
        on: y * 1j * q + (2.0 * last * a / b**4 + first / (a * a * b)) * o,
        behind: -x * 1j * i,
        beyond: -y * 1j * o,
    }
    return first * x - last * y, _moves(at, grows)


def _sound(path: Path, anchor: int) -> bool:
    """Whether both handles at an anchor have a length, and lie on different sides of it."""
    points = path.points
    at = points[path.place(3 * anchor)]
    found = []
    for segment, handle, far in ((anchor - 1, -1, -3), (anchor, 1, 3)):
        chord = points[path.place(3 * anchor + far)] - at
        if path.place(3 * segment) // 3 in path.straight:
            found.append(chord)
            continue
        found.append(points[path.place(3 * anchor + handle)] - at)
        if abs(found[-1]) < SHORTEST * abs(chord):
            return False
    return dot(*found) < 0.0
