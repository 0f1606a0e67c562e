"""One cubic in place of several that follow each other, so that the path changes least.

Where the several are the parts of one cubic (anchors were added and go again) that one comes back.
Else the largest distance between old and new, either way, is made small: least squares first, and
then Lawson's reweighting, which leads from least squares to the smallest largest distance.
Sources: C. L. Lawson, "Contributions to the theory of linear least maximum approximation",
dissertation, UCLA (1961), from memory; the parameters as in `onefit`.
"""

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from buildup.geometry.angles import unit
from buildup.geometry.bezier import Cubic, derivative_at, part_of, point_at, points_at
from buildup.geometry.fitting.onefit import better, chord_parameters, least_squares, to_line
from buildup.geometry.nearest import nearest
from buildup.geometry.tolerances import NO_LENGTH

SAMPLES = 16
"""Places of each old segment that a refit looks at."""
MOST_SAMPLES = 600
"""Places of all old segments together."""
MOST_QUICK = 160
"""The same with less effort."""
ROUNDS = 6
"""Times the handles are found anew by least squares."""
LAWSON = 12
"""Times the weights change after that."""
LONGEST = 1.3
"""Path's lengths: the longest handle."""
IDLE = 5
"""Rounds without a gain after which there is none to come."""
GOOD = 2e-4
"""Part of the path's length: a change this small is not worth a further search."""
BAD = 0.02
"""Part of the path's length: with a change this large other pairs of lengths are tried, too."""
SHARES = (0.0, 0.15, 0.4, 0.8, 1.3)
"""Those lengths, in parts of the path's."""
MOST_WILD = 2
"""How many of those pairs are searched around."""
REACH, FINEST = 0.3, 0.01
"""Parts of a handle's length: how far the search goes first, and at last."""
AT_CUSP = 1e-7
"""Part of the two segments' size: a handle this short at a cut says little about their widths."""
EXACT = 1e-7
"""Part of the path's size: parts of one cubic are known by control points this close."""


Effort = Literal["thorough", "quick"]


@dataclass(frozen=True, slots=True)
class Refit:
    """The one cubic, and how far old and new are from each other at most (sheet units)."""

    curve: Cubic
    moved: float


def refit(
    old: Sequence[Cubic],
    *,
    effort: Effort = "thorough",
    directions: tuple[complex, complex] | None = None,
) -> Refit:
    """One cubic for several that join up, leaving and arriving as they do.

    Args:
        old: at least one, in order.
        effort: `quick` stops at least squares, for many at once: some milliseconds less each, and
            the largest distance up to a half more.
        directions: those in which it leaves and arrives, of length 1; None: those of the path.

    >>> refit([(0j, 1 + 0j, 2 + 0j, 3 + 0j), (3 + 0j, 4 + 0j, 5 + 0j, 6 + 0j)]).curve
    (0j, (2+0j), (4+0j), (6+0j))
    >>> refit([(1j, 1j, 1j, 1j)]).moved
    0.0
    """
    size = max(abs(p - old[0][0]) for segment in old for p in segment)
    whole = _whole(old) if directions is None else None
    if whole is not None:
        off = _apart(old, whole)
        if off <= EXACT * size:
            return Refit(whole[0], off)
    positions = _Places(old, effort)
    if directions is not None:
        positions.directions = (directions[0], -directions[1])
    if positions.length <= NO_LENGTH:
        start, end = old[0][0], old[-1][3]
        return Refit((start, start, end, end), size)
    if effort == "quick":
        best = _improved(positions, chord_parameters(positions.points)[0], rounds=ROUNDS)
        return Refit(best.curve, positions.moved(best))
    best = min(_starts(positions, whole), key=lambda f: f.away)
    tried = [best] if best.away <= BAD * positions.length else [best, *_wild(positions)]
    best = min((_searched(positions, f) for f in tried), key=lambda f: f.away)
    return Refit(best.curve, positions.moved(best))


_Whole = tuple[Cubic, list[float]]
"""A cubic, and the parameters at which it is cut."""


def _whole(old: Sequence[Cubic]) -> _Whole | None:
    """The cubic that the segments are parts of, if they are: by the speeds on both sides of a cut.

    A part of width w has handles of w times the whole one's: at a cut they are as the widths.
    """
    widths = [1.0]
    for before, after in itertools.pairwise(old):
        wide = _width_after(before, after)
        if wide is None:
            return None
        widths.append(widths[-1] * wide)
    total = sum(widths)
    first, last = total / widths[0], total / widths[-1]
    (a, b, *_), (*_, c, d) = old[0], old[-1]
    cuts = [sum(widths[:k]) / total for k in range(1, len(widths))]
    return (a, a + (b - a) * first, d + (c - d) * last, d), cuts


def _width_after(before: Cubic, after: Cubic) -> float | None:
    """The width of the next part of a cubic, in widths of this one.

    At the cut first differences are as the widths, second ones as their squares, third ones as
    their cubes: the first that is long enough tells. (At a cusp there is no speed.)
    """
    (a, b, c, d), (_, e, f, g) = before, after
    differences = (
        (d - c, e - d),
        (d - 2 * c + b, f - 2 * e + d),
        (d - 3 * (c - b) - a, g - 3 * (f - e) - d),
    )
    size = max(abs(p - d) for p in (a, b, c, e, f, g))
    for order, (arriving, leaving) in enumerate(differences, start=1):
        if min(abs(arriving), abs(leaving)) > AT_CUSP * size:
            return math.pow(abs(leaving) / abs(arriving), 1.0 / order)
    return None


def _apart(old: Sequence[Cubic], whole: _Whole) -> float:
    """How far the control points of the parts of a cubic are from those of the old segments."""
    cuts = [0.0, *whole[1], 1.0]
    parts = (part_of(whole[0], low, high) for low, high in itertools.pairwise(cuts))
    return max(
        abs(p - q) for a, b in zip(parts, old, strict=True) for p, q in zip(a, b, strict=True)
    )


class _Places:
    """The old path as places along it, each with the segment and the parameter it is at."""

    def __init__(self, old: Sequence[Cubic], effort: Effort) -> None:
        self.old = old
        fewest, most = (4, MOST_SAMPLES) if effort == "thorough" else (1, MOST_QUICK)
        each = max(fewest, min(SAMPLES, most // len(old)))
        inner = [k / each for k in range(1, each)]
        self.points: list[complex] = [old[0][0]]
        self.between: list[tuple[int, float]] = []
        self.middles: list[complex] = []
        for index, segment in enumerate(old):
            self.points += [*points_at(segment, inner), segment[3]]
            self.between += [(index, (k + 0.5) / each) for k in range(each)]
            self.middles += points_at(segment, ((k + 0.5) / each for k in range(each)))
        first = unit(derivative_at(old[0], 0.0)) or unit(self.points[1] - self.points[0])
        last = unit(derivative_at(old[-1], 1.0)) or unit(self.points[-1] - self.points[-2])
        self.directions = (first or 1 + 0j, -last or -1 + 0j)
        far = sum(abs(q - p) for p, q in itertools.pairwise(self.points))
        self.length = far

    def measured(self, curve: Cubic, parameters: Sequence[float]) -> "_Found":
        """A curve with how far the old places are from it, after a step towards the nearest."""
        nearer = better(self.points, curve, better(self.points, curve, parameters))
        news = points_at(curve, nearer)
        aways = [abs(p - q) for p, q in zip(self.points, news, strict=True)]
        back = 0.0
        middles = points_at(curve, ((lo + hi) / 2.0 for lo, hi in itertools.pairwise(nearer)))
        for i, (middle, new) in enumerate(zip(self.middles, middles, strict=True)):
            if abs(new - middle) > back:
                halves = (self.points[i], middle), (middle, self.points[i + 1])
                back = max(back, min(to_line(a, b, new) for a, b in halves))
        return _Found(curve, nearer, aways, max(back, *aways))

    def moved(self, found: "_Found") -> float:
        """How far old and new are from each other: old places, and new ones between them.

        Steps from a place nearby give a distance that is at most too large; the largest ones are
        looked at again, until the largest is sure.
        """
        curve, parameters = found.curve, found.parameters
        bounds = [(a, p, [curve]) for a, p in zip(found.aways, self.points, strict=True)]
        middles = ((low + high) / 2.0 for low, high in itertools.pairwise(parameters))
        for position, (index, t) in zip(points_at(curve, middles), self.between, strict=True):
            segment = self.old[index]
            near = _nearer(segment, position, _nearer(segment, position, t))
            bounds.append((abs(point_at(segment, near) - position), position, [*self.old]))
        bounds.sort(key=lambda b: b[0])
        sure = 0.0
        while bounds and bounds[-1][0] > sure:
            _, position, others = bounds.pop()
            closest = nearest(others, position)
            sure = max(sure, closest.distance if closest else 0.0)
        return sure


@dataclass(frozen=True, slots=True)
class _Found:
    """A curve, the parameters nearest to the old places, and how far those are from it."""

    curve: Cubic
    parameters: list[float]
    aways: list[float]
    away: float


def _nearer(segment: Cubic, position: complex, t: float) -> float:
    """A parameter after one step of Newton's method towards the nearest point."""
    return better([position] * 3, segment, [0.0, t, 1.0])[1]


def _starts(positions: _Places, whole: _Whole | None) -> Iterator[_Found]:
    """The best curve from each start: even progress along the path, and the speeds at the cuts."""
    points = positions.points
    first = _improved(positions, chord_parameters(points)[0])
    yield first
    if whole is not None and first.away > GOOD * positions.length:
        each = (len(points) - 1) // len(positions.old)
        cuts = itertools.pairwise([0.0, *whole[1], 1.0])
        inner = [lo + (hi - lo) * k / each for lo, hi in cuts for k in range(each)]
        yield _improved(positions, [*inner, 1.0])


def _wild(positions: _Places) -> list[_Found]:
    """The likeliest of some pairs of lengths, where no cubic comes near and nothing leads there."""
    start, end = positions.points[0], positions.points[-1]
    even = chord_parameters(positions.points)[0]
    found = []
    for out, into in itertools.product(SHARES, SHARES):
        first, last = (w * positions.length for w in positions.directions)
        curve = (start, start + first * out, end + last * into, end)
        once = positions.measured(curve, even)
        found.append(positions.measured(curve, once.parameters))
    return sorted(found, key=lambda f: f.away)[:MOST_WILD]


def _improved(
    positions: _Places, parameters: list[float], *, rounds: int = ROUNDS + LAWSON
) -> _Found:
    """Least squares, then the largest distance made small; the best that was seen."""
    found: _Found | None = None
    best: _Found | None = None
    weights = [1.0] * len(positions.points)
    idle = 0
    for done in range(rounds):
        curve = least_squares(
            positions.points,
            parameters,
            positions.directions,
            most=LONGEST * positions.length,
            near=None if found is None else found.curve,
            weights=weights,
        )
        found = positions.measured(curve, parameters)
        parameters = found.parameters
        idle = 0 if best is None or found.away < best.away * 0.99 else idle + 1
        if best is None or found.away < best.away:
            best = found
        if found.away < NO_LENGTH or idle > IDLE:
            break
        if done >= ROUNDS - 1:
            most = max(found.aways) or 1.0
            weights = [w * (0.02 + a / most) for w, a in zip(weights, found.aways, strict=True)]
            total = sum(weights)
            weights = [w * len(weights) / total for w in weights]
    assert best is not None  # noqa: S101
    return best


def _searched(positions: _Places, best: _Found) -> _Found:
    """A curve after a search around its two handle lengths, where it is not good already."""
    if best.away <= GOOD * positions.length:
        return best
    start, end = best.curve[0], best.curve[3]
    lengths = [abs(best.curve[1] - start), abs(best.curve[2] - end)]
    step = REACH
    while step > FINEST:
        moved = False
        for directions in ((1, 0), (-1, 0), (0, 1), (0, -1), (1, 1), (-1, -1), (1, -1), (-1, 1)):
            tried = [
                min(n * (1.0 + step) ** w, positions.length)
                for n, w in zip(lengths, directions, strict=True)
            ]
            curve = (
                start,
                start + positions.directions[0] * tried[0],
                end + positions.directions[1] * tried[1],
                end,
            )
            found = positions.measured(curve, best.parameters)
            if found.away < best.away:
                best, lengths, moved = found, tried, True
                break
        if not moved:
            step /= 2.5
    return best
