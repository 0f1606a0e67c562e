"""What a pen covers along a path, as regions: one around it, and one where its edge folds back.

The pen sweeps, on each side of each stretch, what lies between the stretch and its offset
(`offsets`). Where 1 − d·κ keeps above 0 these bands all run around in one sense, so that the sum of
their windings counts how often a place is covered; bands that are neighbours share what lies
between them, and what they share cancels out of the sum. So one contour of both edges, which goes
in to the path and out again at the inner side of a corner, bounds them all, by the nonzero rule.
Bands that run around in the other sense, beyond a cusp of the edge, are regions by themselves.
The union of all, which `regions` makes, is the stroke, however it folds.
"""

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from buildup.geometry.angles import arc_handle, cross, degrees_of, direction, dot
from buildup.geometry.bezier import (
    Cubic,
    derivative_at,
    extremes,
    is_plain,
    line,
    part_of,
    point_at,
)
from buildup.geometry.intersect.contacts import in_line
from buildup.geometry.intersect.prepared import Operand, Rule
from buildup.geometry.stations import tangent_at
from buildup.geometry.strokes.offsets import offset_of, reach_of, runs_back
from buildup.geometry.tolerances import NO_LENGTH, RIGHT_ABOUT
from buildup.messages import refusal

Cap = Literal["butt", "round", "square"]
Join = Literal["miter", "round", "bevel"]
Contour = list[Cubic]

NEAR_ENOUGH = 5e-4
"""Part of the pen's width that an offset may stay from the true one; twice that is promised."""
HALF_TURN = 179.999
"""Degrees: of arcs beyond that the other side says which way they go."""
STILL = 1e-6
"""Part of the control polygon's length: slower than this a segment turns about on the spot."""
SNAP = 2.0 * RIGHT_ABOUT
"""Part of the pen's width by which offsets of segments that go straight on may miss each other."""


@dataclass(frozen=True, slots=True)
class Pen:
    """What draws a stroke.

    Args:
        width: sheet units, above 0.
        cap: how the ends of open paths are.
        join: how corners are.
        limit: how many widths a mitred corner may reach; beyond it is bevelled (SVG 2, 13.5.5).

    """

    width: float
    cap: Cap = "butt"
    join: Join = "miter"
    limit: float = 4.0


@dataclass(frozen=True, slots=True)
class StrokeRegion:
    """A region that a pen covers.

    Args:
        contours: around it.
        sides: of each segment of each of them 1.0 where it is the right edge of the stroke as one
            goes along the path, −1.0 where it is the left one, and else 0.0.

    """

    contours: tuple[tuple[Cubic, ...], ...]
    sides: tuple[tuple[float, ...], ...]

    @property
    def operand(self) -> Operand:
        """It as an operand."""
        return Operand(self.contours)


def stroke_of(
    segments: Sequence[Cubic], pen: Pen, *, closed: bool, heading: complex = 1.0 + 0j
) -> list[StrokeRegion]:
    """The regions that a pen covers along a path; their union is its stroke.

    Args:
        segments: those of one path, joining up, in sheet units; those of no length are left out.
        pen: what draws it.
        closed: the end is joined to the start, which has no caps then.
        heading: the direction in which a path of no length lies.

    Returns:
        Of a path of no length what its caps do (SVG 2, 13.5.4).

    Raises:
        Refusal: `bad_width`.

    """
    _check(pen)
    long = _long(segments)
    if not long:
        caps = _caps_alone(segments[0][0], heading, pen) if segments and not closed else []
        return [_plain(c) for c in caps]
    half = pen.width / 2.0
    left, right = (_rim(long, side * half, pen, closed=closed) for side in (-1.0, 1.0))
    found = [*left.turned, *right.turned]
    found += [_plain(_disc(point_at(s, t), half)) for s in long for t in _stops(s)]
    if closed:
        return [*found, _swath(left.forward_edge, right.backward_edge)]
    ends = (
        _cap(long[-1][3], tangent_at(long[-1], 1.0), pen),
        _cap(long[0][0], -tangent_at(long[0], 0.0), pen),
    )
    last, first = ([(c, 0.0) for c in cap] for cap in ends)
    return [*found, _swath([*left.forward_edge, *last, *right.backward_edge, *first])]


Sided = tuple[Cubic, float]
"""A segment, with its side as a `StrokeRegion` has it."""
SidedEdge = list[Sided]


def _swath(*loops: SidedEdge) -> StrokeRegion:
    plain = [_straightened(loop) for loop in loops]
    contours = tuple(tuple(c for c, _ in loop) for loop in plain)
    return StrokeRegion(contours, tuple(tuple(side for _, side in loop) for loop in plain))


def _straightened(loop: SidedEdge) -> SidedEdge:
    """A closed loop without anchors on straight lines, where a tip or a cap goes on from one."""
    found: SidedEdge = []
    for piece in loop:
        found.append(piece)
        while len(found) > 1 and (one := _one_line(*found[-2:])):
            found[-2:] = [one]
    while len(found) > 2 and (one := _one_line(found[-1], found[0])):
        found = [one, *found[1:-1]]
    return found


def _one_line(first: Sided, second: Sided) -> Sided | None:
    """Two straight segments that go on in line, as one."""
    (one, side), (other, other_side) = first, second
    if not (is_plain(one) and is_plain(other) and in_line(one[0], one[3], other[3])):
        return None
    return line(one[0], other[3]), side or other_side


@dataclass(frozen=True, slots=True)
class Beside:
    """What comes of growing or shrinking forms.

    Args:
        edge: the region of the new edge: of grown forms by the nonzero rule, of shrunk ones where
            it runs around clockwise on the screen.
        turned: regions that are covered as well, and are added to a grown form or taken from a
            shrunk one.

    """

    edge: Operand
    turned: tuple[Operand, ...]


def beside(contours: Sequence[Sequence[Cubic]], pen: Pen, *, outside: bool) -> Beside:
    """What a pen covers on one side of the edge of a form, with the form or without it.

    The windings of the form and of the bands beside its edge add up, and the edge itself cancels
    out: what is left is the offset edge alone.

    Args:
        contours: closed, clean as those of `regions.combined`: outer ones clockwise on the screen.
        pen: its width is twice the distance.
        outside: the form is grown, else it is shrunk.

    Raises:
        Refusal: `bad_width`.

    """
    _check(pen)
    by = pen.width / (-2.0 if outside else 2.0)
    rule: Rule = "nonzero" if outside else "positive"
    rims = [_rim(long, by, pen, closed=True) for c in contours if (long := _long(c))]
    edge = replace(_swath(*(r.forward_edge for r in rims)).operand, rule=rule)
    return Beside(edge, tuple(t.operand for r in rims for t in r.turned))


def _check(pen: Pen) -> None:
    if not pen.width > 0.0:
        raise refusal("bad_width")


def _long(segments: Sequence[Cubic]) -> list[Cubic]:
    """The segments that have a length."""
    return [s for s in segments if max(abs(p - s[0]) for p in s) > NO_LENGTH]


class _EdgeBuilder:
    """One edge of a stroke, in the direction of its path, while it is laid."""

    def __init__(self, start: complex, side: float, snap: float) -> None:
        self.start = self.at = start
        self.side = side
        self.snap = snap
        self.edge: Contour = []
        self.sides: list[float] = []
        self.turned: list[StrokeRegion] = []

    @property
    def forward_edge(self) -> "SidedEdge":
        """The edge in the direction of the path."""
        return list(zip(self.edge, self.sides, strict=True))

    @property
    def backward_edge(self) -> "SidedEdge":
        """The edge against the direction of the path."""
        return [(c[::-1], side) for c, side in reversed(self.forward_edge)]

    def add(self, piece: Cubic, side: float) -> None:
        """Goes on along a piece; there is a line to where it begins if that is elsewhere."""
        a, b, c, d = piece
        if abs(self.at - a) <= self.snap:
            a, b = self.at, b + (self.at - a)
        else:
            self.go(a)
        self.edge.append((a, b, c, d))
        self.sides.append(side)
        self.at = d

    def go(self, to: complex, side: float = 0.0) -> None:
        """Goes on straight to a place."""
        if self.at != to:
            self.edge.append(line(self.at, to))
            self.sides.append(side)
            self.at = to

    def close(self) -> None:
        """Ends where it began."""
        a, b, c, d = self.edge[-1]
        if abs(d - self.start) <= self.snap:
            self.edge[-1] = (a, b, c + (self.start - d), self.start)
        else:
            self.go(self.start)


def _rim(long: Sequence[Cubic], by: float, pen: Pen, *, closed: bool) -> _EdgeBuilder:
    """The edge of a stroke to one side: to the right where `by` is above 0."""
    begins = long[0][0] + tangent_at(long[0], 0.0) * 1j * by
    rim = _EdgeBuilder(begins, 1.0 if by > 0.0 else -1.0, SNAP * pen.width + NO_LENGTH)
    for k, segment in enumerate(long):
        if k:
            _turn(rim, long[k - 1], segment, by, pen)
        for start, end, offset in offset_of(segment, by, near=NEAR_ENOUGH * pen.width):
            if not runs_back(segment, by, start, end):
                rim.add(offset, rim.side)
                continue
            own = segment if (start, end) == (0.0, 1.0) else part_of(segment, start, end)
            rim.go(offset[0])
            rim.add(own, 0.0)
            rim.go(offset[3])
            band = (own, line(own[3], offset[3]), offset[::-1], line(offset[0], own[0]))
            rim.turned.append(StrokeRegion((band,), ((0.0, 0.0, rim.side, 0.0),)))
    if closed:
        _turn(rim, long[-1], long[0], by, pen)
        rim.close()
    return rim


def _turn(rim: _EdgeBuilder, before: Cubic, after: Cubic, by: float, pen: Pen) -> None:
    """Goes round a corner: outside as the pen joins, inside by way of the corner itself."""
    at, into, out = before[3], tangent_at(before, 1.0), tangent_at(after, 0.0)
    turn = cross(into, out)
    if abs(turn) <= RIGHT_ABOUT and dot(into, out) > 0.0:
        return
    to = at + out * 1j * by
    if (turn > 0.0) == (by > 0.0):
        rim.go(at)
        rim.go(to)
        return
    if pen.join == "round":
        for arc in _arc(at, at + into * 1j * by, to, clockwise=turn > 0.0):
            rim.add(arc, rim.side)
        return
    tip = miter_tip(at, into, out, pen) if pen.join == "miter" else None
    if tip is not None:
        rim.go(tip, rim.side)
    rim.go(to, rim.side)


def miter_tip(at: complex, into: complex, out: complex, pen: Pen) -> complex | None:
    """The tip of a mitred corner; None where it would reach farther than the pen's limit.

    It is 1 / cos of half the turn as far away as the stroke's edge (SVG 2, 13.5.5).

    Args:
        at: the corner.
        into: the direction of length 1 in which the path arrives.
        out: the one in which it leaves.
        pen: what draws it.

    >>> miter_tip(0j, 1 + 0j, 1j, Pen(2.0))
    (1-1j)
    """
    outer = -1j if cross(into, out) > 0.0 else 1j
    spread = 1.0 + dot(into, out)  # 2 cos² of half the turn
    if spread * pen.limit**2 < 2.0:
        return None
    return at + (into + out) * outer * (pen.width / 2.0) / spread


def _arc(at: complex, start: complex, end: complex, *, clockwise: bool) -> Contour:
    """A part of a circle of half a turn at the most, as cubics of a quarter at the most."""
    from_here = start - at
    turn = degrees_of((end - at) / from_here)
    if abs(turn) > HALF_TURN:
        turn = 180.0 if clockwise else -180.0
    count = max(1, -int(-abs(turn) // 90.0))
    step = turn / count
    handle = arc_handle(abs(step)) * (1j if step > 0.0 else -1j)
    ends = [at + from_here * direction(step * k) for k in range(count)] + [end]
    return [
        (a, a + (a - at) * handle, b - (b - at) * handle, b) for a, b in itertools.pairwise(ends)
    ]


def _stops(segment: Cubic) -> list[float]:
    """Where a segment turns about on the spot; browsers round its stroke there."""
    still = STILL * reach_of(segment)
    return [t for t in extremes(segment) if abs(derivative_at(segment, t)) <= still]


def _disc(at: complex, radius: float) -> Contour:
    ends = [at + radius * 1j**k for k in range(5)]
    return [c for a, b in itertools.pairwise(ends) for c in _arc(at, a, b, clockwise=True)]


def _cap(at: complex, outward: complex, pen: Pen) -> Contour:
    """From the left edge of a stroke round its end to the right one, as one looks outward."""
    half = pen.width / 2.0
    left, right = at - outward * 1j * half, at + outward * 1j * half
    if pen.cap == "round":
        tip = at + outward * half
        return [*_arc(at, left, tip, clockwise=True), *_arc(at, tip, right, clockwise=True)]
    if pen.cap == "square":
        far, near = left + outward * half, right + outward * half
        return [line(left, far), line(far, near), line(near, right)]
    return [line(left, right)]


def _caps_alone(at: complex, heading: complex, pen: Pen) -> Iterator[Contour]:
    """The stroke of a path of no length: its two caps."""
    if pen.cap != "butt":
        yield [*_cap(at, heading, pen), *_cap(at, -heading, pen)]


def _plain(contour: Contour) -> StrokeRegion:
    """A region on no side of the path."""
    return StrokeRegion((tuple(contour),), (tuple(0.0 for _ in contour),))
