"""Anchors of a contour settled on a shape: moved to where the path comes nearest to it.

Gauss and Newton's method on the distances of places along the path from the nearest places of the
shape, which are looked for anew in each round (Chen and Medioni, "Object modelling by registration
of multiple range images", Image and Vision Computing 10 (1992), from memory: only what is square to
the shape counts). Number and kinds of anchors stay; what is in line stays in line.
"""

import math
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace

from buildup.contours.anchors import Anchor, Contour, cubic
from buildup.geometry.angles import cross, turn_between, turned_by
from buildup.geometry.bezier import Cubic, points_at
from buildup.geometry.fairness.banded import solved
from buildup.geometry.nearest import Nearest, nearest
from buildup.geometry.stations import tangent_at

PLACES = tuple((k + 0.5) / 6 for k in range(6))
"""Parameters of a segment that are looked at."""
AROUND = 5
"""Segments of the shape on either side of one that was near, which are looked at first."""
MOST_ROUNDS = 25
GAINED = 5e-4
"""Part of the sum of squares: a round that gains less is the last."""
STEP = 1e-4
"""By which a variable is moved to see what it does: parts of the size, radians."""
WELL_WITHIN = 0.99
"""Part of the reach that is gone where a step leads too far: a turn and a shift do not add up."""
DAMPED = 1e6
"""A step that is held back so much does not move."""
LONGEST = 0.5
"""Natural logarithm by which a handle's length changes in one round at the most."""


@dataclass(frozen=True, slots=True)
class FittedAnchors:
    """A contour after anchors were settled, and how far an anchor or handle moved at most."""

    contour: Contour
    moved: float


def settled_on(
    contour: Contour, anchors: Sequence[int], shape: Sequence[Cubic], *, reach: float
) -> FittedAnchors:
    """A contour with some anchors and their handles moved to the best match with a shape.

    Args:
        contour: which one.
        anchors: the indices of those that may move.
        shape: what the path is to come near; sheet units.
        reach: how far each anchor and the end of each handle may move, above 0.

    """
    work = _Work(contour, tuple(anchors), tuple(shape), reach)
    best = contour.anchors
    feet, damp = work.feet(best), 1e-2
    cost = work.cost(best, feet)
    for _ in range(MOST_ROUNDS):
        gained = 0.0
        while damp < DAMPED:
            tried = work.held(work.moved(best, work.step(best, feet, damp)))
            nearer = work.feet(tried)
            new = work.cost(tried, nearer)
            if new < cost:
                best, feet, gained, cost = tried, nearer, cost - new, new
                damp = max(damp / 5.0, 1e-6)
                break
            damp *= 4.0
        if gained <= GAINED * cost:
            break
    pairs = zip(contour.anchors, best, strict=True)
    moved = max((abs(p - q) for a, b in pairs for p, q in _tips(a, b)), default=0.0)
    return FittedAnchors(replace(contour, anchors=best), moved)


_Foot = tuple[complex, complex]
"""The nearest place of the shape, and its direction there."""
_Feet = dict[int, list[_Foot]]
_Off = dict[int, list[float]]
"""By the number of a segment: of each place that is looked at how far it is off."""
_Anchors = tuple[Anchor, ...]


def _product(one: _Off, other: _Off) -> float:
    """The sum of the products of what both hold."""
    both = (map(float.__mul__, one[k], other[k]) for k in one.keys() & other.keys())
    return math.fsum(v for products in both for v in products)


def _tips(one: Anchor, other: Anchor) -> Iterator[tuple[complex, complex]]:
    yield one.at, other.at
    for a, b in ((one.into, other.into), (one.out, other.out)):
        if a is not None and b is not None:
            yield one.at + a, other.at + b


def _in_line(anchor: Anchor) -> bool:
    """Whether its handles turn together."""
    both = anchor.into is not None and anchor.out is not None
    return both and anchor.kind in ("smooth", "symmetric")


@dataclass(frozen=True, slots=True)
class _Work:
    contour: Contour
    anchors: tuple[int, ...]
    shape: tuple[Cubic, ...]
    reach: float

    @property
    def touched(self) -> list[int]:
        """The segments that change."""
        count = self.contour.segment_count
        near = {k for i in self.anchors for k in (i - 1, i)}
        if self.contour.closed:
            return sorted({k % count for k in near})
        return sorted(k for k in near if 0 <= k < count)

    def segment(self, k: int, anchors: _Anchors) -> Cubic:
        return cubic(anchors[k], anchors[(k + 1) % len(anchors)])

    def feet(self, anchors: _Anchors) -> _Feet:
        """Of each place that is looked at the nearest one of the shape, by segment."""
        found: _Feet = {}
        last = 0
        for k in self.touched:
            found[k] = []
            for position in points_at(self.segment(k, anchors), PLACES):
                near = self._near(position, last)
                last = near.segment
                found[k].append((near.at, tangent_at(self.shape[near.segment], near.t)))
        return found

    def _near(self, position: complex, last: int) -> Nearest:
        """The nearest place of the shape, looked for first about where the last one was."""
        first = max(0, last - AROUND)
        some = nearest(self.shape[first : last + AROUND + 1], position)
        if some is not None and some.distance < self.reach:
            return replace(some, segment=first + some.segment)
        found = nearest(self.shape, position)
        assert found is not None  # noqa: S101
        return found

    def off(self, anchors: _Anchors, feet: _Feet, of: Iterable[int]) -> _Off:
        """How far places are to the side of the shape, each weighed by its share of the path."""
        found: _Off = {}
        for k in of:
            segment = self.segment(k, anchors)
            share = math.sqrt(abs(segment[3] - segment[0]) / len(PLACES))
            positions = points_at(segment, PLACES)
            found[k] = [
                share * cross(direction, p - at)
                for p, (at, direction) in zip(positions, feet[k], strict=True)
            ]
        return found

    def cost(self, anchors: _Anchors, feet: _Feet) -> float:
        every = self.off(anchors, feet, self.touched).values()
        return math.fsum(v * v for values in every for v in values)

    def variables(self) -> list[tuple[int, str]]:
        """What may change: of which anchor what."""
        found = []
        for i in self.anchors:
            anchor = self.contour.anchors[i]
            found += [(i, "x"), (i, "y")]
            if _in_line(anchor):
                found += [(i, "turn"), (i, "both")]
                found += [] if anchor.kind == "symmetric" else [(i, "one")]
                continue
            found += [(i, v) for v in ("into x", "into y") if anchor.into is not None]
            found += [(i, v) for v in ("out x", "out y") if anchor.out is not None]
        return found

    def step(self, anchors: _Anchors, feet: _Feet, damp: float) -> list[float]:
        """By how much each variable is to change; one changes only what its anchor ends."""
        now = self.off(anchors, feet, self.touched)
        columns: list[_Off] = []
        for i, what in self.variables():
            tried = (*anchors[:i], _changed(anchors[i], what, STEP, self.reach), *anchors[i + 1 :])
            ended = {(i - 1) % len(anchors), i} & now.keys()
            new = self.off(tried, feet, sorted(ended))
            columns.append(
                {k: [(b - a) / STEP for a, b in zip(now[k], new[k], strict=True)] for k in new}
            )
        rows = []
        for i, column in enumerate(columns):
            row = {
                j: _product(column, columns[j]) for j in range(i + 1) if column.keys() & columns[j]
            }
            rows.append({**row, i: row.get(i, 0.0) * (1.0 + damp) + 1e-6})
        return solved(rows, [-_product(column, now) for column in columns])

    def moved(self, anchors: _Anchors, step: Sequence[float]) -> _Anchors:
        """The anchors after a step; places and free handles go by parts of the reach."""
        found = list(anchors)
        for (i, what), value in zip(self.variables(), step, strict=True):
            found[i] = _changed(found[i], what, value, self.reach)
        return tuple(found)

    def held(self, anchors: _Anchors) -> _Anchors:
        """The anchors, none of them further from where it was than it may be."""
        found = list(anchors)
        for i in self.anchors:
            old, new = self.contour.anchors[i], found[i]
            share = 1.0
            while (far := max(abs(p - q) for p, q in _tips(old, found[i]))) > self.reach:
                share *= WELL_WITHIN * self.reach / far
                found[i] = replace(
                    new,
                    at=old.at + share * (new.at - old.at),
                    into=_part(old.into, new.into, share),
                    out=_part(old.out, new.out, share),
                )
        return tuple(found)


def _part(old: complex | None, new: complex | None, share: float) -> complex | None:
    """A handle a part of the way, turned and lengthened evenly: what is in line stays so."""
    if old is None or new is None or not new or not old:
        return new
    turned = turned_by(old / abs(old), share * turn_between(old, new))
    return turned * (abs(old) + share * (abs(new) - abs(old)))


def _changed(anchor: Anchor, what: str, value: float, size: float) -> Anchor:
    into, out = anchor.into or 0j, anchor.out or 0j
    if what in ("x", "y"):
        return replace(anchor, at=anchor.at + value * size * (1 if what == "x" else 1j))
    if what == "turn":
        turn = max(-LONGEST, min(LONGEST, value))
        return replace(anchor, into=turned_by(into, turn), out=turned_by(out, turn))
    grown = math.exp(max(-LONGEST, min(LONGEST, value)))
    if what == "both":
        return replace(anchor, into=into * grown, out=out * grown)
    if what == "one":
        return replace(anchor, out=out * grown)
    by = value * size * (1 if what.endswith("x") else 1j)
    if what.startswith("into"):
        return replace(anchor, into=into + by)
    return replace(anchor, out=out + by)
