"""Paths cut into dashes by length (W3C SVG 2, 13.5.6)."""

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from buildup.errors import Refusal
from buildup.geometry.angles import unit
from buildup.geometry.bezier import Cubic, derivative_at, is_plain, line, part_of
from buildup.geometry.lengths import length
from buildup.geometry.stations import tangent_at
from buildup.geometry.tolerances import NO_LENGTH
from buildup.messages import refusal

MOST_DASHES = 5_000
"""Of one path: a line of ten metres in dashes of two millimetres."""
NEAR = 1e-7
"""Sheet units by which the ends of dashes may be off along the path."""
NEWTONS = 30
"""Steps of Newton's method, each kept between what is known; a cubic takes three or four."""


@dataclass(frozen=True, slots=True)
class Dash:
    """A stretch of a path that is drawn.

    Args:
        segments: those of the stretch; a dot has one of no length.
        direction: the direction of length 1 in which the path runs at its start.

    """

    segments: tuple[Cubic, ...]
    direction: complex


def dashes_of(
    segments: Sequence[Cubic], pattern: Sequence[float], *, start: float, closed: bool
) -> list[Dash]:
    """The dashes of a path.

    Args:
        segments: those of one path, joining up, in sheet units.
        pattern: lengths drawn and left out in turn; one of an odd number is taken twice.
        start: sheet units, how far into the pattern the path begins.
        closed: the last segment ends where the first begins; a dash goes on across that place.

    Returns:
        In the order of the path; one that goes on across the start of a closed path is the last.

    Raises:
        Refusal: `bad_dashes`, `too_many_dashes`.

    >>> path = [line(0j, 9 + 0j)]
    >>> [d.segments[0][3].real for d in dashes_of(path, (2.0, 3.0), start=0.0, closed=False)]
    [2.0, 7.0]
    """
    check_dashes(pattern)
    long = [s for s in segments if max(abs(p - s[0]) for p in s) > NO_LENGTH]
    lengths = [length(s, tolerance=NEAR) for s in long]
    total = math.fsum(lengths)
    pattern = tuple(pattern) * (1 + len(pattern) % 2)
    if total / math.fsum(pattern) * len(pattern) / 2.0 > MOST_DASHES:
        raise _too_many()
    ends = [0.0, *itertools.accumulate(lengths)]
    spans = list(_spans(pattern, start, total))
    found = [_between(long, ends, low, high) for low, high in spans]
    if closed and len(spans) > 1 and spans[0][0] <= 0.0 and spans[-1][1] >= total:
        first, *rest = found
        last = rest[-1]
        found = [*rest[:-1], Dash((*last.segments, *first.segments), last.direction)]
    return found


def fitted_pattern(runs: Sequence[float], pattern: Sequence[float]) -> tuple[float, ...]:
    """Lengths drawn and left out along a whole path, so that each end of a run lies in a dash.

    In each run the pattern is stretched until it goes in a whole number of times, the nearest one
    above 0, and begins and ends in the middle of its first dash.

    Args:
        runs: the lengths of the path from corner to corner, in its order.
        pattern: lengths drawn and left out in turn; one of an odd number is taken twice.

    Returns:
        Drawn first; an odd number of them. () where no run has a length.

    Raises:
        Refusal: `bad_dashes`, `too_many_dashes`.

    >>> fitted_pattern([9.0], (2.0, 2.0))
    (1.125, 2.25, 2.25, 2.25, 1.125)
    """
    check_dashes(pattern)
    pattern = tuple(pattern) * (1 + len(pattern) % 2)
    period = math.fsum(pattern)
    found: list[float] = []
    for run in runs:
        if run <= NO_LENGTH:
            continue
        times = max(1, round(run / period))
        if times * len(pattern) / 2.0 > MOST_DASHES:
            raise _too_many()
        by = run / (times * period)
        first, *others = (d * by for d in pattern)
        piece = [first / 2.0, *others, *([first, *others] * (times - 1)), first / 2.0]
        if found:
            piece[0] += found.pop()
        found += piece
    return tuple(found)


def check_dashes(pattern: Sequence[float]) -> None:
    """Refuses lengths that make no pattern.

    Raises:
        Refusal: `bad_dashes`.

    """
    if any(not 0.0 <= d < math.inf for d in pattern) or not math.fsum(pattern) > NO_LENGTH:
        raise refusal("bad_dashes")


def _too_many() -> Refusal:
    return refusal("too_many_dashes", most=MOST_DASHES)


def _spans(pattern: Sequence[float], start: float, total: float) -> Iterator[tuple[float, float]]:
    """From where to where the path is drawn, in lengths along it."""
    at = -(start % math.fsum(pattern))
    for number, piece in enumerate(itertools.cycle(pattern)):
        if at > total or at >= total > 0.0:
            return
        if number % 2 == 0 and (at + piece > 0.0 or at == piece == 0.0):
            yield max(at, 0.0), min(at + piece, total)
        at += piece


def _between(segments: Sequence[Cubic], ends: Sequence[float], low: float, high: float) -> Dash:
    """The stretch of a path between two lengths along it."""
    found: list[Cubic] = []
    direction = 0j
    for segment, start, end in zip(segments, ends, ends[1:], strict=False):
        if end < low or start > high:
            continue
        first = _parameter_at(segment, low - start, end - start)
        last = _parameter_at(segment, high - start, end - start)
        if last <= first and (found or high > low):
            continue
        if is_plain(segment):  # its parameter does not run evenly
            direction = direction or unit(segment[3] - segment[0])
            found.append(line(_along(segment, first), _along(segment, last)))
            continue
        direction = direction or tangent_at(segment, first)
        found.append(segment if (first, last) == (0.0, 1.0) else part_of(segment, first, last))
    return Dash(tuple(found), direction)


def _along(segment: Cubic, part: float) -> complex:
    """The place of a line after a part of it; the ends come out exactly."""
    return segment[3] if part == 1.0 else segment[0] + (segment[3] - segment[0]) * part


def _parameter_at(segment: Cubic, wanted: float, whole: float) -> float:
    """The parameter up to which a segment is so long; of a line the part of it."""
    if wanted <= 0.0:
        return 0.0
    if wanted >= whole:
        return 1.0
    if is_plain(segment):
        return wanted / whole
    low, high, t = 0.0, 1.0, wanted / whole
    for _ in range(NEWTONS):
        off = length(part_of(segment, 0.0, t), tolerance=NEAR) - wanted
        if abs(off) <= NEAR:
            break
        low, high = (low, t) if off > 0.0 else (t, high)
        speed = abs(derivative_at(segment, t))
        t = t - off / speed if speed > 0.0 else low
        if not low < t < high:
            t = (low + high) / 2.0
    return t
