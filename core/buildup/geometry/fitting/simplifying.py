"""As few cubics in place of many as a tolerance allows.

From each anchor that stays the longest row of segments is looked for that one cubic can take the
place of, by doubling and then halving its length; where a longer row never fits when a shorter one
does not, so few are the fewest. Directions at the anchors between are those of the path, so that
what is smooth stays smooth; where it turns a little, as a line of many short pieces does, they are
taken over a reach.
"""

from collections.abc import Callable, Collection, Sequence
from dataclasses import dataclass

from buildup.geometry.angles import turn_between, unit
from buildup.geometry.bezier import Cubic, is_plain
from buildup.geometry.fitting.onefit import to_line
from buildup.geometry.fitting.refit import Refit, refit
from buildup.geometry.stations import SAME_DIRECTION, tangent_at

LOOKS = 4
"""Segments on either side of an anchor over which its direction is taken, where the path turns
there: what is told by so many short pieces."""
WITHIN = 3.0
"""Tolerances: and no further than that."""


@dataclass(frozen=True, slots=True)
class Thinned:
    """The cubics that stand for some segments.

    Args:
        curves: in a row.
        starts: the number of the old segment at which each begins.
        moved: how far the path is from what it was at the most; sheet units.

    """

    curves: tuple[Cubic, ...]
    starts: tuple[int, ...]
    moved: float


def thinned(
    segments: Sequence[Cubic],
    *,
    keep: Collection[int],
    tolerance: float,
    tell: Callable[[float], None] = lambda _: None,
) -> Thinned:
    """A row of segments as few cubics that stay within a tolerance of it.

    Args:
        segments: joined in a row.
        keep: the numbers of segments at whose starts an anchor stays.
        tolerance: sheet units, above 0.
        tell: is told which part of the row is done.

    >>> pieces = [(k + 0j, k + 0j, k + 1 + 0j, k + 1 + 0j) for k in range(5)]
    >>> thinned(pieces, keep=(2,), tolerance=0.1).starts
    (0, 2)
    >>> thinned([], keep=(), tolerance=0.1).curves
    ()
    """
    work = _Work(segments, frozenset(keep), tolerance)
    curves: list[Cubic] = []
    starts: list[int] = []
    moved = 0.0
    at, guess = 0, 2
    while at < len(segments):
        end, found = work.longest(at, guess=guess)
        guess = end - at
        curves.append(found.curve)
        starts.append(at)
        moved = max(moved, found.moved)
        at = end
        tell(at / len(segments))
    return Thinned(tuple(curves), tuple(starts), moved)


@dataclass(frozen=True, slots=True)
class _Work:
    segments: Sequence[Cubic]
    keep: frozenset[int]
    tolerance: float

    def longest(self, start: int, *, guess: int) -> tuple[int, Refit]:
        """The end of the longest row from a segment on for which one cubic stands, and that.

        Looked for by doubling and then halving, from a guess on.
        """
        most = next(
            (k for k in range(start + 1, len(self.segments)) if k in self.keep), len(self.segments)
        )
        low, found = 1, Refit(self.segments[start], 0.0)
        failed = most - start + 1
        count = min(guess, most - start)
        while failed - low > 1:
            tried = self._one(start, start + count) if count > 1 else found
            if tried is None:
                failed = count
            else:
                low, found = count, tried
            doubled = failed == most - start + 1
            count = min(2 * low, most - start) if doubled else (low + failed) // 2
        return start + low, found

    def _one(self, start: int, end: int) -> Refit | None:
        """The cubic that stands for a row of segments; None where none is near enough."""
        row = self.segments[start:end]
        if all(is_plain(s) for s in row):
            line = (row[0][0], row[0][0], row[-1][3], row[-1][3])
            off = max(to_line(line[0], line[3], s[3]) for s in row)
            if off <= self.tolerance:
                return Refit(line, off)
        first, last = self._direction(start), self._direction(end)
        directions = (
            None
            if first is None and last is None
            else (
                first or tangent_at(row[0], 0.0),
                last or tangent_at(row[-1], 1.0),
            )
        )
        found = refit(row, effort="quick", directions=directions)
        return found if found.moved <= self.tolerance else None

    def _direction(self, index: int) -> complex | None:
        """The direction through an anchor where the path turns there; None: that of the path."""
        count = len(self.segments)
        if index in self.keep or not 0 < index < count:
            return None
        before, after = self.segments[index - 1], self.segments[index]
        if abs(turn_between(tangent_at(before, 1.0), tangent_at(after, 0.0))) <= SAME_DIRECTION:
            return None
        here = after[0]
        return unit(self._reached(index, 1) - self._reached(index, -1)) or unit(after[3] - here)

    def _reached(self, index: int, step: int) -> complex:
        """A place some way along the path from an anchor, on or back."""
        far = 0.0
        position = self.segments[index][0] if index < len(self.segments) else self.segments[-1][3]
        for k in range(LOOKS):
            n = index + k if step > 0 else index - 1 - k
            stops = n + 1 in self.keep if step > 0 else n in self.keep
            if not 0 <= n < len(self.segments):
                break
            position = self.segments[n][3 if step > 0 else 0]
            far += abs(self.segments[n][3] - self.segments[n][0])
            if far >= WITHIN * self.tolerance or stops:
                break
        return position
