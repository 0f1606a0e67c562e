"""The segments of outlines made ready to meet others: with boxes, and halves kept once made."""

import itertools
import math
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from buildup.geometry.angles import unit
from buildup.geometry.bezier import Cubic, line, point_at, split_at
from buildup.geometry.intersect.cones import Cone, cone
from buildup.geometry.intersect.contacts import MEETS
from buildup.geometry.intersect.crossings import turning_points
from buildup.geometry.tolerances import SAME_PLACE

Rule = Literal["nonzero", "evenodd", "positive"]
INSIDE: Mapping[Rule, Callable[[int], bool]] = {
    "nonzero": lambda winding: winding != 0,
    "evenodd": lambda winding: winding % 2 == 1,
    "positive": lambda winding: winding > 0,
}
"""By how often contours run around a place, clockwise on the screen: whether it is inside."""


FEWER = 0.5
"""Part of the overlap from left to right: with less from top to bottom that way is swept."""


@dataclass(frozen=True, slots=True)
class Operand:
    """What takes part in an operation.

    Args:
        contours: each a run of segments that join up; one that does not end where it began is
            closed by a straight line, unless the operand is a path.
        rule: which parts of contours that overlap are inside.
        path: it bounds nothing itself, but divides what the others bound.

    """

    contours: tuple[tuple[Cubic, ...], ...]
    rule: Rule = "nonzero"
    path: bool = False

    def inside(self, winding: int) -> bool:
        """Whether a place is inside around which the contours run so often."""
        return not self.path and INSIDE[self.rule](winding)


class Piece:
    """A segment or a stretch of it: its control points, parameters, and the box around those."""

    __slots__ = (
        *("cubic", "start", "end"),
        *("left", "top", "right", "bottom"),
        *("_cone", "_halves", "_lane"),
    )

    def __init__(self, cubic: Cubic, start: float, end: float) -> None:
        self.cubic, self.start, self.end = cubic, start, end
        a, b, c, d = cubic
        self.left = min(a.real, b.real, c.real, d.real)
        self.right = max(a.real, b.real, c.real, d.real)
        self.top = min(a.imag, b.imag, c.imag, d.imag)
        self.bottom = max(a.imag, b.imag, c.imag, d.imag)
        self._cone: Cone | Literal[False] | None = None
        self._halves: tuple[Piece, Piece] | None = None
        self._lane: tuple[complex, float, float, float, float] | None = None

    @property
    def cone(self) -> Cone | None:
        """The cone of its tangents; None when it spans a half turn or more."""
        if self._cone is None:
            self._cone = cone(self.cubic) or False
        return self._cone or None

    @property
    def halves(self) -> "tuple[Piece, Piece]":
        """Its two halves, the same ones whenever they are asked for."""
        if self._halves is None:
            middle = (self.start + self.end) / 2.0
            first, second = split_at(self.cubic, 0.5)
            self._halves = Piece(first, self.start, middle), Piece(second, middle, self.end)
        return self._halves

    def passes_by(self, other: "Piece", reach: float) -> bool:
        """Whether another piece lies on one side of the lane that this one keeps to.

        The lane lies between two parallels of the chord that hold the control points (Sederberg
        and Nishita's fat line).
        """
        if self._lane is None:
            self._lane = _lane(self.cubic)
        direction, start, low, high, size = self._lane
        a, b, c, d = other.cubic
        away = (direction * a).imag - start
        if away > (high := high + reach * size):
            return (
                (direction * b).imag - start > high
                and (direction * c).imag - start > high
                and (direction * d).imag - start > high
            )
        if away < (low := low - reach * size):
            return (
                (direction * b).imag - start < low
                and (direction * c).imag - start < low
                and (direction * d).imag - start < low
            )
        return False

    def near(self, position: complex, reach: float) -> bool:
        """Whether a place lies in the box and in the lane, or no farther off than `reach`."""
        if not self.left - reach <= position.real <= self.right + reach:
            return False
        if not self.top - reach <= position.imag <= self.bottom + reach:
            return False
        if self._lane is None:
            self._lane = _lane(self.cubic)
        direction, start, low, high, size = self._lane
        slack = reach * size
        return low - slack <= (direction * position).imag - start <= high + slack


class PreparedSegment(Piece):
    """A segment of an operand's contour.

    A straight segment that turns back on itself makes several, plain lines; `within` are the
    parameters of the segment that a strand covers. Of a `path` no side is inside.
    """

    __slots__ = ("contour", "operand", "path", "segment", "straight", "within")

    def __init__(self, cubic: Cubic, *, source: tuple[int, int, int], path: bool) -> None:
        super().__init__(cubic, 0.0, 1.0)
        self.operand, self.contour, self.segment = source
        self.path = path
        self.within = (0.0, 1.0)
        self.straight = _on_its_chord(cubic)


def strands_of(operands: Sequence[Operand]) -> list[list[PreparedSegment]]:
    """The strands of all contours that have any length, contour by contour, in their order."""
    found = []
    for number, operand in enumerate(operands):
        contours = operand.contours if operand.path else closed(operand)
        for contour, segments in enumerate(contours):
            if not segments:
                continue
            made = (
                strand
                for index, segment in enumerate(segments)
                for strand in _strands(segment, (number, contour, index), path=operand.path)
            )
            if several := list(made):
                found.append(several)
    return found


def closed(operand: Operand) -> tuple[tuple[Cubic, ...], ...]:
    """The contours of an operand, those that do not end where they began with a line to there."""
    return tuple(map(_closed_up, operand.contours))


def _closed_up(segments: tuple[Cubic, ...]) -> tuple[Cubic, ...]:
    if not segments or segments[-1][3] == segments[0][0]:
        return segments
    return (*segments, line(segments[-1][3], segments[0][0]))


def _strands(
    segment: Cubic, source: tuple[int, int, int], *, path: bool
) -> Iterator[PreparedSegment]:
    a, b, c, d = segment
    if a == b == c == d:
        return
    whole = PreparedSegment(segment, source=source, path=path)
    turns = turning_points(segment) if whole.straight else ()
    if not turns:
        yield whole
        return
    for start, end in itertools.pairwise((0.0, *turns, 1.0)):
        side = line(point_at(segment, start), point_at(segment, end))
        if side[0] == side[3]:
            continue
        part = PreparedSegment(side, source=source, path=path)
        part.within = (start, end)
        yield part


def near_pairs(strands: Sequence[PreparedSegment]) -> Iterator[tuple[int, int]]:
    """The pairs of strands whose boxes meet, found in one sweep.

    It goes from left to right, or from top to bottom where far fewer overlap on that way.
    """
    across = [(s.left, s.right, s.top, s.bottom) for s in strands]
    down = [(top, bottom, left, right) for left, right, top, bottom in across]
    spans = down if _overlap(down) < FEWER * _overlap(across) else across
    active: list[int] = []
    for k in sorted(range(len(spans)), key=lambda k: spans[k][0]):
        start, _, low, high = spans[k]
        start, low, high = start - SAME_PLACE, low - SAME_PLACE, high + SAME_PLACE
        active = [j for j in active if spans[j][1] >= start]
        for j in active:
            _, _, first, last = spans[j]
            if last >= low and first <= high:
                yield j, k
        active.append(k)


def _overlap(spans: Sequence[tuple[float, float, float, float]]) -> float:
    """How many of some spans lie over a place of their way, on the average."""
    if not spans:
        return 0.0
    whole = max(s[1] for s in spans) - min(s[0] for s in spans)
    return math.fsum(s[1] - s[0] for s in spans) / max(whole, SAME_PLACE)


def _on_its_chord(segment: Cubic) -> bool:
    """Whether all of a segment lies on one straight line."""
    a, b, c, d = segment
    out, chord = b - a, d - a
    if abs((out.conjugate() * chord).imag) > 2.0 * MEETS * (abs(out) + abs(chord)):
        return False
    direction = unit(max((b - a, c - a, d - a), key=abs)).conjugate()
    return all(abs((direction * (p - a)).imag) <= MEETS for p in (b, c, d))


def _lane(cubic: Cubic) -> tuple[complex, float, float, float, float]:
    """The chord's direction, turned back; how far aside the start is, and the lane from there."""
    a, b, c, d = cubic
    direction = (d - a).conjugate()
    start = (direction * a).imag
    second, third = (direction * (b - a)).imag, (direction * (c - a)).imag
    return direction, start, min(0.0, second, third), max(0.0, second, third), abs(direction)
