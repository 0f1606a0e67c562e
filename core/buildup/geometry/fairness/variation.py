"""A stretch of a path made fair: the least variation of curvature that its ends allow.

The variation is the integral of the square of the rate of curvature along the length. It is made
small over directions, handle lengths and places of the anchors between (which move square to the
path, so that they stay apart), and over the lengths of the two handles at the ends: by least
squares of the rates at Gauss's nodes (Levenberg and Marquardt), with the jumps of curvature at the
anchors as further differences, and handles that are much longer or shorter than a third of their
chord held back. What the stretch may move is bounded by one more term, whose weight is looked for
until the tolerance holds, just about.
Sources: H. P. Moreton and C. H. Séquin, "Functional optimization for fair surface design", SIGGRAPH
(1992), for the functional; J. J. Moré, "The Levenberg-Marquardt algorithm", LNM 630 (1978), for
the method, both from memory.
"""

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache

from buildup.geometry.angles import cross, degrees_of, direction, dot
from buildup.geometry.bezier import Cubic, curvature_at, point_at
from buildup.geometry.fairness.banded import solved
from buildup.geometry.hausdorff import hausdorff
from buildup.geometry.tolerances import NO_LENGTH

NODES = (
    (0.033765242898424, 0.085662246189585),
    (0.169395306766868, 0.180380786524069),
    (0.380690406958402, 0.233956967286346),
    (0.619309593041598, 0.233956967286346),
    (0.830604693233132, 0.180380786524069),
    (0.966234757101576, 0.085662246189585),
)
"""Gauss's nodes and weights of order 6 on [0, 1] (from memory; checked by their moments)."""
JUMP = 30.0
"""What a jump of curvature counts: one of 1 / length as much as 30² of the variation."""
USUAL, HELD = 0.5, 300.0
"""Natural logarithm of how much a handle may be longer or shorter than a third of its chord (an
arc of 90° has 0.16, a half circle 0.7), and what it counts to go beyond that."""
MOST_ROUNDS = 40
"""Rounds of least squares."""
GAINED, GONE = 1e-3, 1e-9
"""Part of the sum of squares: a round that gains less is the last; and of the first sum: what is
left when there is nothing more to gain."""
STEP = 1e-6
"""By which a variable is moved to see what it does: parts of the length, radians."""
FREE = 1e-3
"""Weight of what the stretch moves, in parts of its length, where it is as good as free."""
TRIES, FARTHER = 8, 16.0
"""Weights that are tried for a tolerance, and the factor between two while none has held."""
NEAR = 0.7
"""Part of the tolerance: a stretch that moves so far has made use of it."""
LONGEST = math.log(30.0)
"""A handle's length changes by a factor of no more than this."""


@dataclass(frozen=True, slots=True)
class _Knot:
    """An anchor with its two handles in one line.

    Args:
        at: its place.
        heading: degrees, the direction on along the path.
        into: natural logarithm of the length of the arriving handle.
        out: the same of the leaving one.

    """

    at: complex
    heading: float
    into: float
    out: float

    def moved(self, by: Sequence[float], aside: complex) -> "_Knot":
        """The knot after a step: along a vector to the side, turn (radians), lengths."""
        side, turn, into, out = by
        return _Knot(
            self.at + aside * side,
            self.heading + math.degrees(turn),
            self.into + into,
            self.out + out,
        )


REMEMBERED = 32
"""Stretches whose fair form is remembered."""
WIDE = 4
"""Variables of a knot."""


@lru_cache(maxsize=REMEMBERED)
def faired(
    segments: tuple[Cubic, ...],
    *,
    tolerance: float,
    bends: tuple[float | None, float | None] = (None, None),
) -> tuple[Cubic, ...]:
    """Segments as fair as their ends allow, none of their places further away than told.

    Remembered, as a dial asks for the same again and again.

    Args:
        segments: in a row, each going on in the direction of the one before; sheet units.
        tolerance: above 0.
        bends: the curvatures before the first and after the last, which theirs are to be like;
            None: the path begins or ends there, or turns.

    >>> bad = (-100 + 0j, -100 - 20j, -80 - 100j, 0 - 100j)
    >>> found = faired((bad,), tolerance=20.0)[0]
    >>> 0.53 < abs(found[1] - found[0]) / 100 < 0.57
    True
    """
    if (
        len(segments) == 0
        or _size(segments) <= NO_LENGTH
        or any(_is_withdrawn(s) for s in segments)
    ):
        return segments
    drawn = _knots(segments)
    size = _size(segments)
    asides = tuple(1j * size * direction(k.heading) for k in drawn)
    work = _Work(segments, size, bends, asides)
    made = work.fairest(drawn, FREE)
    if _moved(segments, made) <= tolerance:
        return tuple(_curves(made))
    return tuple(_curves(_within(work, drawn, tolerance)))


def _within(work: "_Work", drawn: list[_Knot], tolerance: float) -> list[_Knot]:
    """The fairest knots that move no further than a tolerance, as far as tries lead there."""
    weight = work.variation(drawn) * (work.size / tolerance) ** 2
    low, high = FREE, math.inf  # too free, and held
    best, start = drawn, drawn
    for _ in range(TRIES):
        made = work.fairest(start, weight)
        moved = _moved(work.drawn, made)
        if moved <= tolerance:
            best = start = made
            high = weight
            if moved >= NEAR * tolerance:
                break
        else:
            low = weight
        if math.isinf(high):
            weight *= FARTHER
        elif low <= FREE:
            weight /= FARTHER
        else:
            weight = math.sqrt(low * high)
    return best


def _moved(drawn: Sequence[Cubic], knots: Sequence[_Knot]) -> float:
    return hausdorff(drawn, tuple(_curves(knots)))


def between(drawn: Sequence[Cubic], fair: Sequence[Cubic], amount: float) -> tuple[Cubic, ...]:
    """Segments between two forms of a stretch: 0 the first, 1 the second.

    Anchors go along straight lines, directions and lengths of handles change evenly, so that what
    is smooth stays so.
    """
    if amount <= 0.0 or tuple(drawn) == tuple(fair):
        return tuple(drawn)
    if amount >= 1.0:
        return tuple(fair)
    pairs = zip(_knots(drawn), _knots(fair), strict=True)
    return tuple(_curves([_mixed(a, b, amount) for a, b in pairs]))


def _mixed(first: _Knot, last: _Knot, amount: float) -> _Knot:
    turn = math.remainder(last.heading - first.heading, 360.0)
    return _Knot(
        first.at + amount * (last.at - first.at),
        first.heading + amount * turn,
        first.into + amount * (last.into - first.into),
        first.out + amount * (last.out - first.out),
    )


def _size(segments: Sequence[Cubic]) -> float:
    return math.fsum(abs(s[3] - s[0]) for s in segments)


def _is_withdrawn(segment: Cubic) -> bool:
    """Whether a handle is withdrawn, so that there is no curvature."""
    a, b, c, d = segment
    return min(abs(b - a), abs(d - c)) <= NO_LENGTH


def _knots(segments: Sequence[Cubic]) -> list[_Knot]:
    first, last = segments[0], segments[-1]
    knots = [
        _Knot(first[0], degrees_of(first[1] - first[0]), 0.0, math.log(abs(first[1] - first[0])))
    ]
    for before, after in itertools.pairwise(segments):
        knots.append(
            _Knot(
                after[0],
                degrees_of(after[1] - before[2]),
                math.log(abs(before[3] - before[2])),
                math.log(abs(after[1] - after[0])),
            )
        )
    end = last[3] - last[2]
    return [*knots, _Knot(last[3], degrees_of(end), math.log(abs(end)), 0.0)]


def _curves(knots: Sequence[_Knot]) -> Iterator[Cubic]:
    for a, b in itertools.pairwise(knots):
        yield _curve(a, b)


def _curve(a: _Knot, b: _Knot) -> Cubic:
    out, into = direction(a.heading) * math.exp(a.out), direction(b.heading) * math.exp(b.into)
    return (a.at, a.at + out, b.at - into, b.at)


@dataclass(frozen=True, slots=True)
class _Work:
    """The stretch that is made fair."""

    drawn: tuple[Cubic, ...]
    size: float
    bends: tuple[float | None, float | None]
    asides: tuple[complex, ...]
    """Of each knot a vector square to the path, as long as that."""

    def fairest(self, knots: Sequence[_Knot], weight: float) -> list[_Knot]:
        """The knots with the least sum of squares, as far as rounds lead there."""
        here = list(knots)
        free = self._free(len(here))
        terms, total = self._terms(here, weight)
        least = GONE * total
        damp = 1e-3
        for _ in range(MOST_ROUNDS):
            rows, right = self._normal(here, weight, terms, free)
            gained = 0.0
            while damp < 1e9:
                damped = [{**row, n: row[n] * (1.0 + damp) + 1e-12} for n, row in enumerate(rows)]
                there = self._stepped(here, free, solved(damped, right))
                if there is not None:
                    new_terms, new_total = self._terms(there, weight)
                    if new_total < total:
                        gained = total - new_total
                        here, terms, total = there, new_terms, new_total
                        damp = max(damp / 5.0, 1e-9)
                        break
                damp *= 4.0
            if gained <= GAINED * total or total <= least:
                break
        return here

    def _free(self, count: int) -> list[tuple[int, int]]:
        """The variables that there are: knot and which of its own."""
        inner = [(k, v) for k in range(1, count - 1) for v in range(WIDE)]
        return [(0, 3), *inner, (count - 1, 2)]

    def _stepped(
        self, here: Sequence[_Knot], free: Sequence[tuple[int, int]], step: Sequence[float]
    ) -> list[_Knot] | None:
        by = [[0.0] * WIDE for _ in here]
        for (k, v), value in zip(free, step, strict=True):
            if not math.isfinite(value) or abs(value) > (LONGEST if v >= 2 else 1.0):
                return None
            by[k][v] = value
        each = zip(here, by, self.asides, strict=True)
        return [knot.moved(b, aside) for knot, b, aside in each]

    def variation(self, knots: Sequence[_Knot]) -> float:
        """The variation of curvature, with what jumps count."""
        return self._terms(knots, 0.0)[1]

    def _terms(self, knots: Sequence[_Knot], weight: float) -> tuple[list[list[float]], float]:
        """What is squared, segment by segment and then joint by joint; and the sum of squares."""
        curves = list(_curves(knots))
        terms = [self._of_segment(c, k, weight) for k, c in enumerate(curves)]
        terms += [self._of_joint(curves, k) for k in range(len(curves) + 1)]
        return terms, math.fsum(v * v for term in terms for v in term)

    def _of_segment(self, curve: Cubic, index: int, weight: float) -> list[float]:
        """The rates of curvature at the nodes, and how far they are to the side of what was."""
        found = _variation(curve, self.size)
        drawn = self.drawn[index]
        scale = math.sqrt(weight) / self.size
        for t, share in NODES:
            off = cross(_direction(drawn, t), point_at(curve, t) - point_at(drawn, t))
            found.append(scale * off * math.sqrt(share))
        a, b, c, d = curve
        third = abs(d - a) / 3.0 or NO_LENGTH
        for handle in (abs(b - a), abs(d - c)):
            beyond = abs(math.log(max(handle, NO_LENGTH) / third)) - USUAL
            found.append(HELD * max(0.0, beyond))
        return found

    def _of_joint(self, curves: Sequence[Cubic], index: int) -> list[float]:
        """The jump at a joint; none where the path begins, ends or turns."""
        before = curves[index - 1] if index > 0 else None
        after = curves[index] if index < len(curves) else None
        first = self.bends[0] if before is None else curvature_at(before, 1.0)
        last = self.bends[1] if after is None else curvature_at(after, 0.0)
        return [] if first is None or last is None else [JUMP * self.size * (first - last)]

    def _normal(
        self,
        knots: Sequence[_Knot],
        weight: float,
        terms: Sequence[Sequence[float]],
        free: Sequence[tuple[int, int]],
    ) -> tuple[list[dict[int, float]], list[float]]:
        """The equations of the step: JᵀJ and −Jᵀr, each variable tried out by a small move."""
        curves = list(_curves(knots))
        columns = [self._column(knots, curves, (weight, terms), variable) for variable in free]
        rows = [
            {
                j: math.fsum(
                    x * y
                    for n in column.keys() & columns[j].keys()
                    for x, y in zip(column[n], columns[j][n], strict=True)
                )
                for j in range(max(0, i - 3 * WIDE), i + 1)
            }
            for i, column in enumerate(columns)
        ]
        right = [
            -math.fsum(x * y for n, xs in column.items() for x, y in zip(xs, terms[n], strict=True))
            for column in columns
        ]
        return rows, right

    def _column(
        self,
        knots: Sequence[_Knot],
        curves: list[Cubic],
        now: tuple[float, Sequence[Sequence[float]]],
        variable: tuple[int, int],
    ) -> dict[int, list[float]]:
        """By term how fast what is squared grows with a variable."""
        weight, terms = now
        k, v = variable
        count = len(curves)
        by = [0.0] * WIDE
        by[v] = STEP
        moved = knots[k].moved(by, self.asides[k])
        tried = list(curves)
        if k > 0:
            tried[k - 1] = _curve(knots[k - 1], moved)
        if k < count:
            tried[k] = _curve(moved, knots[k + 1])
        new = {n: self._of_segment(tried[n], n, weight) for n in (k - 1, k) if 0 <= n < count}
        near = (n for n in (k - 1, k, k + 1) if 0 <= n <= count)
        new |= {count + n: self._of_joint(tried, n) for n in near}
        return {
            n: [(b - a) / STEP for a, b in zip(terms[n], after, strict=True)]
            for n, after in new.items()
        }


def _direction(segment: Cubic, t: float) -> complex:
    s = 1.0 - t
    a, b, c, d = segment
    along = s * s * (b - a) + 2.0 * s * t * (c - b) + t * t * (d - c)
    return along / (abs(along) or 1.0)


def _variation(curve: Cubic, size: float) -> list[float]:
    """The rates of curvature at the nodes, so that their squares add up to the variation."""
    a, b, c, d = curve
    third = 6.0 * (d - a + 3.0 * (b - c))
    found = []
    for t, share in NODES:
        s = 1.0 - t
        first = 3.0 * (s * s * (b - a) + 2.0 * s * t * (c - b) + t * t * (d - c))
        second = 6.0 * (s * (a - 2.0 * b + c) + t * (b - 2.0 * c + d))
        speed = abs(first) or NO_LENGTH
        grows = cross(first, third) / speed**3
        grows -= 3.0 * cross(first, second) * dot(first, second) / speed**5
        found.append(grows * math.sqrt(share * size**3 / speed))
    return found
