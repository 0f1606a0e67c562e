"""What a pen covers along a path: its stroke as regions, one for each stretch, join and cap.

Each side of a segment is offset by cubics fitted to the true offset B(t) ± d·n(t): ends and
directions are its own, O′ = B′·(1 ∓ d·κ) gives the handles, and a stretch is halved until it is
near enough. It is cut where 1 ∓ d·κ changes its sign: there the offset has a cusp and runs back.
A stretch of the segment, its offset and the normals at both ends bound a region; the union of all
of them, which `regions` makes, is the stroke, however it folds.
"""

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from buildup.errors import Refusal
from buildup.geometry.angles import arc_handle, cross, degrees_of, direction, dot, unit
from buildup.geometry.bezier import (
    Cubic,
    derivative_at,
    extremes,
    line,
    part_of,
    point_at,
    second_derivative_at,
)
from buildup.geometry.onefit import fit_one
from buildup.geometry.strands import Operand
from buildup.geometry.tolerances import NO_LENGTH, RIGHT_ABOUT, STANDS_STILL

Cap = Literal["butt", "round", "square"]
Join = Literal["miter", "round", "bevel"]

NEAR_ENOUGH = 5e-4
"""Part of the pen's width that an offset may stay from the true one; twice that is promised."""
SHORTEST = 1e-4
"""Curve parameter: stretches this short are not halved further."""
LOOKED = (0.15, 0.35, 0.5, 0.65, 0.85)
"""Parts of a stretch where its offset is compared with the true one."""
FITTED = 16
"""Stretches between the places through which one cubic is laid."""
SAMPLES = 16
"""Places of a segment between which a cusp of its offset is looked for."""
HALVINGS = 40
"""After so many a cusp is known to a billionth of the parameter."""
HALF_TURN = 179.999
"""Degrees: of arcs beyond that the other side says which way they go."""
STILL = 1e-6
"""Part of the control polygon's length: slower than this a segment turns about on the spot."""
ASIDE = 1e-5
"""Curve parameter: how far from a place where the curve stands still its turn is looked at."""


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


def stroke_of(
    segments: Sequence[Cubic], pen: Pen, *, closed: bool, way: complex = 1.0 + 0j
) -> list[Operand]:
    """The regions that a pen covers along a path; their union is its stroke.

    Args:
        segments: those of one path, joining up, in sheet units; those of no length are left out.
        pen: what draws it.
        closed: the end is joined to the start, which has no caps then.
        way: the direction in which a path of no length lies.

    Returns:
        Operands for `combined`; a path of no length gives what its caps do (SVG 2, 13.5.4).

    Raises:
        Refusal: `bad_width`.

    """
    swaths = swaths_of(segments, pen, closed=closed, way=way)
    return [Operand((s.contour,)) for s in swaths]


@dataclass(frozen=True, slots=True)
class Swath:
    """A region that a pen covers: beside a stretch, at a corner or at an end.

    Args:
        contour: around it.
        side: 1.0 where it lies to the right of the path, −1.0 to its left, 0.0 neither.
        outer: the numbers of its segments that lie off the path by half the pen's width, or fill a
            corner there.

    """

    contour: tuple[Cubic, ...]
    side: float
    outer: range


def swaths_of(
    segments: Sequence[Cubic], pen: Pen, *, closed: bool, way: complex = 1.0 + 0j
) -> list[Swath]:
    """The regions that a pen covers along a path, as `stroke_of`, each with its side.

    Raises:
        Refusal: `bad_width`.

    """
    if not pen.width > 0.0:
        raise Refusal("bad_width", "A stroke needs a width above 0. Nothing was changed.")
    half = pen.width / 2.0
    long = [s for s in segments if max(abs(p - s[0]) for p in s) > NO_LENGTH]
    if not long:
        return _dot(segments[0][0], way, pen) if segments and not closed else []
    found = [
        Swath(tuple(c), side, range(2, 3))
        for s in long
        for side in (1.0, -1.0)
        for c in _bands(s, side * half, pen)
    ]
    found += [_end(_disc(point_at(s, t), half)) for s in long for t in _stops(s)]
    ways = [(way_of(s, 0.0), way_of(s, 1.0)) for s in long]
    corners = itertools.pairwise([*range(len(long)), *([0] if closed else [])])
    for one, other in corners:
        into, out = ways[one][1], ways[other][0]
        join = _join(long[one][3], into, out, pen)
        if join:
            side = -1.0 if cross(into, out) > 0.0 else 1.0
            found.append(Swath(tuple(join), side, range(1, len(join) - 1)))
    if not closed:
        found += [_end(c) for c in _cap(long[0][0], -ways[0][0], pen)]
        found += [_end(c) for c in _cap(long[-1][3], ways[-1][1], pen)]
    return found


Contour = list[Cubic]


def _end(contour: Contour) -> Swath:
    """A region on no side of the path."""
    return Swath(tuple(contour), 0.0, range(0))


def _bands(segment: Cubic, by: float, pen: Pen) -> Iterator[Contour]:
    """What lies between stretches of a segment and their offset to one side."""
    for start, end, offset in offset_of(segment, by, near=NEAR_ENOUGH * pen.width):
        own = segment if (start, end) == (0.0, 1.0) else part_of(segment, start, end)
        out, back = line(own[3], offset[3]), line(offset[0], own[0])
        yield [own, out, offset[::-1], back]


def offset_of(segment: Cubic, by: float, *, near: float) -> list[tuple[float, float, Cubic]]:
    """Cubics beside a segment, to its right where `by` is above 0, each with its two parameters.

    Args:
        segment: one of some length.
        by: sheet units.
        near: sheet units, above 0, that they may stay from the true offset.

    >>> offset_of(line(0j, 4 + 0j), 1.0, near=1e-3)[0][2][3]
    (4+1j)
    """
    if all(p in (segment[0], segment[3]) for p in segment):
        way = unit(segment[3] - segment[0]) * 1j * by
        return [(0.0, 1.0, line(segment[0] + way, segment[3] + way))]
    places = [0.0, *_cusps(segment, by), 1.0]
    found: list[tuple[float, float, Cubic]] = []
    waiting = list(itertools.pairwise(places))[::-1]
    while waiting:
        start, end = waiting.pop()
        plain = _fitted(segment, by, start, end)
        fitted: Cubic | None = plain
        if end - start > SHORTEST and _away(segment, by, plain, start, end) > near:
            fitted = _better(segment, by, start, end, near=near)
        if fitted is not None:
            found.append((start, end, fitted))
            continue
        middle = (start + end) / 2.0
        waiting += [(middle, end), (start, middle)]
    return found


def _fitted(segment: Cubic, by: float, start: float, end: float) -> Cubic:
    """The cubic that leaves and arrives as the offset does."""
    a, d = _beside(segment, by, start), _beside(segment, by, end)
    third = (end - start) / 3.0
    return (a, a + _speed(segment, by, start) * third, d - _speed(segment, by, end) * third, d)


def _better(segment: Cubic, by: float, start: float, end: float, *, near: float) -> Cubic | None:
    """The cubic nearest to the offset that leaves and arrives as it does; None: it is too far."""
    step = (end - start) / FITTED
    places = [_beside(segment, by, start + k * step) for k in range(FITTED + 1)]
    ways = way_of(segment, start), way_of(segment, end)
    backwards = dot(places[1] - places[0], ways[0]) < 0.0
    first, last = (-ways[0], ways[1]) if backwards else (ways[0], -ways[1])
    found = fit_one(places, first, last, tolerance=near / 2.0)
    return found.curve if found.error <= near else None


def _beside(segment: Cubic, by: float, t: float) -> complex:
    return point_at(segment, t) + way_of(segment, t) * 1j * by


def _speed(segment: Cubic, by: float, t: float) -> complex:
    """The derivative of the offset."""
    along = derivative_at(segment, t)
    if abs(along) > STANDS_STILL * _reach(segment):
        return along * (1.0 - by * _bend(segment, t))
    near = min(1.0, t + ASIDE) if t < 0.5 else max(0.0, t - ASIDE)
    turn = (way_of(segment, near) - way_of(segment, t)) / (near - t)
    return along + turn * 1j * by


def _bend(segment: Cubic, t: float) -> float:
    """The curvature, positive where the path turns clockwise; 0 where it stands still."""
    along, bend = derivative_at(segment, t), second_derivative_at(segment, t)
    speed = abs(along)
    return cross(along, bend) / speed**3 if speed > STANDS_STILL * _reach(segment) else 0.0


def way_of(segment: Cubic, t: float) -> complex:
    """The direction of length 1 of a segment of some length, also where it stands still."""
    along = derivative_at(segment, t)
    if abs(along) > STANDS_STILL * _reach(segment):
        return along / abs(along)
    bend = second_derivative_at(segment, t)
    if abs(bend) > STANDS_STILL * _reach(segment):
        return unit(bend if t < 0.5 else -bend)
    return unit(segment[3] - segment[0])


def _reach(segment: Cubic) -> float:
    a, b, c, d = segment
    return abs(b - a) + abs(c - b) + abs(d - c)


def _cusps(segment: Cubic, by: float) -> list[float]:
    """The parameters at which the offset runs back from."""

    def sense(t: float) -> float:
        return 1.0 - by * _bend(segment, t)

    found = []
    for low, high in itertools.pairwise(k / SAMPLES for k in range(SAMPLES + 1)):
        if sense(low) * sense(high) < 0.0:
            start, end = low, high
            for _ in range(HALVINGS):
                middle = (start + end) / 2.0
                if sense(start) * sense(middle) <= 0.0:
                    end = middle
                else:
                    start = middle
            found.append((start + end) / 2.0)
    return found


def _away(segment: Cubic, by: float, fitted: Cubic, start: float, end: float) -> float:
    """How far a fitted offset is from the true one, across it."""
    worst = 0.0
    for part in LOOKED:
        t = start + part * (end - start)
        across = way_of(segment, t) * 1j
        worst = max(worst, abs(dot(point_at(fitted, part) - _beside(segment, by, t), across)))
    return worst


def _join(at: complex, into: complex, out: complex, pen: Pen) -> Contour | None:
    """What fills the outer side of a corner; None where the path goes straight on."""
    turn, along = cross(into, out), dot(into, out)
    if abs(turn) <= RIGHT_ABOUT and along > 0.0:
        return None
    outer = -1j if turn > 0.0 else 1j
    half = pen.width / 2.0
    start, end = at + into * outer * half, at + out * outer * half
    if pen.join == "round":
        return [line(at, start), *_arc(at, start, end, clockwise=turn > 0.0), line(end, at)]
    tip = miter_tip(at, into, out, pen) if pen.join == "miter" else None
    if tip is not None:
        return [line(at, start), line(start, tip), line(tip, end), line(end, at)]
    return [line(at, start), line(start, end), line(end, at)]


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
    still = STILL * _reach(segment)
    return [t for t in extremes(segment) if abs(derivative_at(segment, t)) <= still]


def _disc(at: complex, radius: float) -> Contour:
    ends = [at + radius * 1j**k for k in range(5)]
    return [c for a, b in itertools.pairwise(ends) for c in _arc(at, a, b, clockwise=True)]


def _cap(at: complex, outward: complex, pen: Pen) -> Iterator[Contour]:
    half = pen.width / 2.0
    left, right = at - outward * 1j * half, at + outward * 1j * half
    if pen.cap == "round":
        tip = at + outward * half
        arc = [*_arc(at, left, tip, clockwise=True), *_arc(at, tip, right, clockwise=True)]
        yield [*arc, line(right, left)]
    elif pen.cap == "square":
        far, near = left + outward * half, right + outward * half
        yield [line(left, far), line(far, near), line(near, right), line(right, left)]


def _dot(at: complex, way: complex, pen: Pen) -> list[Swath]:
    """The stroke of a path of no length: its two caps."""
    return [_end(c) for outward in (way, -way) for c in _cap(at, outward, pen)]
