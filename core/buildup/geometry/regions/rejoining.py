"""Loops of an arrangement as parts of the segments they came from, cut no more than they need."""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, replace

from buildup.geometry.angles import cross, dot
from buildup.geometry.bezier import Cubic, derivative_at, is_plain, line, split_at
from buildup.geometry.intersect.contacts import MEETS, in_line
from buildup.geometry.intersect.prepared import PreparedSegment
from buildup.geometry.regions.arrangement import Arrangement, Step, Stretch

NEARLY = 1e-6
"""Sine of an angle: curves that turn by more are not parts of one."""
FARTHEST_ON = 50.0
"""Lengths of a part by which it is drawn on at the most; beyond, its last bits would show."""


@dataclass(frozen=True, slots=True)
class Source:
    """Where a part of a result comes from.

    Args:
        operand: the number of the operand.
        contour: the number of its contour.
        segment: the number of the segment in it; one beyond its last is the line that closes it.
        start: the segment's parameter where the part begins.
        end: that where it ends; less than `start` where it is run through backwards.

    """

    operand: int
    contour: int
    segment: int
    start: float
    end: float

    @property
    def whole(self) -> bool:
        """Whether it is all of the segment."""
        return {self.start, self.end} == {0.0, 1.0}


@dataclass(frozen=True, slots=True)
class Part:
    """A segment of a result: its control points, and where they come from.

    A straight one that was put together from several has the source of the first of them.
    """

    curve: Cubic
    source: Source
    joined: bool = False


def parts_of(loop: Sequence[Step], arrangement: Arrangement) -> tuple[Part, ...]:
    """A loop as parts of segments: of each as long a part as lies in the loop at a stretch."""
    stretches = [_stretches_of(step) for step in loop]
    begins = next(
        (k for k in range(len(stretches)) if not _going_on(stretches[k - 1], stretches[k])), 0
    )
    parts = _parts([*loop[begins:], *loop[:begins]], arrangement)
    found = _without_needless(parts)
    while len(found) > 2 and (one := _as_one(found[-1], found[0])):
        found = [one, *found[1:-1]]
    return _back(found, arrangement.origin)


def parts_along(run: Sequence[Step], arrangement: Arrangement) -> tuple[Part, ...]:
    """A run of steps that need not end where it began, as `parts_of`."""
    return _back(_without_needless(_parts(run, arrangement)), arrangement.origin)


def _back(parts: Sequence[Part], origin: complex) -> tuple[Part, ...]:
    """Parts where they belong on the sheet."""
    if not origin:
        return tuple(parts)
    found = []
    for part in parts:
        a, b, c, d = part.curve
        found.append(replace(part, curve=(a + origin, b + origin, c + origin, d + origin)))
    return tuple(found)


def runs_of(contour: Sequence[Step], kept: Sequence[bool]) -> list[list[Step]]:
    """The stretches of a contour of which all steps are kept; the whole as it is if all are."""
    if all(kept):
        return [list(contour)] if contour else []
    first, last = contour[0], contour[-1]
    closed = _ends(first)[0] == _ends(last)[1]
    begins = kept.index(False) if closed else 0
    order = [*range(begins, len(kept)), *range(begins)]
    groups = itertools.groupby(order, key=lambda k: kept[k])
    return [[contour[k] for k in group] for is_kept, group in groups if is_kept]


def _parts(steps: Sequence[Step], arrangement: Arrangement) -> list[Part]:
    stretches = [_stretches_of(step) for step in steps]
    found: list[tuple[Stretch, complex, complex]] = []
    k = 0
    while k < len(stretches):
        first = k
        running = stretches[k]
        while k + 1 < len(stretches) and (going := _going_on(running, stretches[k + 1])):
            running = going
            k += 1
        k += 1
        chosen = [
            (abs(last.end - begin.start), begin, last)
            for begin in stretches[first]
            for last in running
            if last.strand is begin.strand and (last.end > begin.start) == (last.end > last.start)
        ]
        _, begin, last = max(chosen, key=lambda c: c[0])
        start = begin.start
        a, b = _ends(steps[first])[0], _ends(steps[k - 1])[1]
        positions = arrangement.places[a], arrangement.places[b]
        found.append((Stretch(last.strand, start, last.end), *positions))
    return [Part(_between(stretch.curve, a, b), _source(stretch)) for stretch, a, b in found]


def _stretches_of(step: Step) -> list[Stretch]:
    edge, forwards = step
    return edge.stretches if forwards else [s.back for s in edge.stretches]


def _going_on(before: Sequence[Stretch], after: Sequence[Stretch]) -> list[Stretch]:
    """Those that go on from one of those before."""
    return [
        n
        for n in after
        for s in before
        if s.strand is n.strand and s.end == n.start and (s.end > s.start) == (n.end > n.start)
    ]


def _ends(step: Step) -> tuple[int, int]:
    """The nodes where a step begins and ends."""
    edge, forwards = step
    return (edge.start, edge.end) if forwards else (edge.end, edge.start)


def _between(curve: Cubic, start: complex, end: complex) -> Cubic:
    """A curve that begins and ends at its nodes, which are no farther off than the tolerance."""
    a, b, c, d = curve
    if a != start:
        a, b = start, b + (start - a)
    if d != end:
        c, d = c + (end - d), end
    return a, b, c, d


def _source(stretch: Stretch) -> Source:
    strand: PreparedSegment = stretch.strand
    low, high = strand.within
    start, end = (low + t * (high - low) for t in (stretch.start, stretch.end))
    return Source(strand.operand, strand.contour, strand.segment, start, end)


def _without_needless(parts: Sequence[Part]) -> list[Part]:
    """Parts of one line or one curve as one, where the anchor between them is none of a contour."""
    found: list[Part] = []
    for part in parts:
        if found and (one := _as_one(found[-1], part)):
            found[-1] = one
        else:
            found.append(part)
    return found


def _as_one(first: Part, second: Part) -> Part | None:
    """Two parts that go on from each other and are no neighbours in their contour, as one."""
    if _neighbours(first, second):
        return None
    straight = is_plain(first.curve), is_plain(second.curve)
    if all(straight):
        return _one_line(first, second)
    return None if any(straight) else _one_curve(first, second)


def _one_curve(first: Part, second: Part) -> Part | None:
    """Two parts of one cubic: the first one, drawn on, is the second to `MEETS`."""
    last, onward = derivative_at(first.curve, 1.0), derivative_at(second.curve, 0.0)
    if not last or abs(cross(last, onward)) > NEARLY * abs(last) * abs(onward):
        return None
    on = 1.0 + abs(onward) / abs(last)
    if on > FARTHEST_ON or dot(last, onward) <= 0.0:
        return None
    whole, _ = split_at(first.curve, on)
    _, drawn_on = split_at(whole, 1.0 / on)
    if any(abs(p - q) > MEETS for p, q in zip(drawn_on, second.curve, strict=True)):
        return None
    a, b, c, _ = whole
    return replace(first, curve=(a, b, c, second.curve[3]), joined=True)


def _one_line(first: Part, second: Part) -> Part | None:
    """Two straight parts in line, as one."""
    start, corner, end = first.curve[0], second.curve[0], second.curve[3]
    if not in_line(start, corner, end):
        return None
    return replace(first, curve=line(start, end), joined=True)


def _neighbours(first: Part, second: Part) -> bool:
    """Whether the anchor between two parts is one of their contour."""
    one, other = first.source, second.source
    at_ends = one.end in (0.0, 1.0) and other.start in (0.0, 1.0)
    same = (one.operand, one.contour) == (other.operand, other.contour)
    return same and at_ends and (one.segment != other.segment or one.end != other.start)
