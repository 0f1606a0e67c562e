"""Trouble spots: places of a contour that a program can see to be unfair.

What is looked for, and what counts as it, stands here; what mends it is an edit (`edits/mending`).
The measures are common practice where no source is named: they say where to look, not what is
wrong.
"""

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.geometry.angles import cross, dot, unit
from buildup.geometry.bezier import Cubic, extremes, is_plain, point_at
from buildup.geometry.boxes import Box
from buildup.geometry.lengths import length
from buildup.geometry.progress import add_work
from buildup.geometry.stations import Station, joint, stations
from buildup.geometry.tangents import tangents_meet

Kind = Literal[
    "harsh_join",
    "curvature_jump",
    "flat_spot",
    "wobble",
    "handles_cross",
    "handles_overshoot",
    "doubled_anchors",
    "tiny_segment",
    "missing_extreme",
    "almost_straight",
    "almost_level",
    "almost_closed",
]


@dataclass(frozen=True, slots=True, kw_only=True)
class Limits:
    """From where on a place is trouble; all above 0."""

    turn: float = 1.0
    """Degrees by which a path may turn at an anchor that is not noticed."""
    corner: float = 25.0
    """Degrees from which on it is a corner that is meant."""
    ratio: float = 2.0
    """How much larger the curvature may be on one side of an anchor than on the other."""


@dataclass(frozen=True, slots=True)
class Trouble:
    """A place of a contour.

    Args:
        kind: what is wrong there.
        at: where.
        along: how far along the contour, in sheet units.
        index: the anchor; or the segment, by the anchor it starts at.
        count: how many segments it spans.
        measure: how large it is: degrees, a ratio, or sheet units; infinite where there is none.

    """

    kind: Kind
    at: complex
    along: float
    index: int
    count: int = 1
    measure: float = 0.0


EACH = 12
"""Places of a segment whose curvature is looked at."""
ALL_THERE_IS = 1e-3
"""Part of the contour's size: curvatures whose effect over that size is smaller are none."""
FELT = 0.5
"""Curvatures times the contour's size: a jump by less is not seen."""
FLAT = 0.2
"""Part of the bends on both sides that the curvature falls to at a flat spot."""
NARROW = 0.1
"""Part of the contour's length within which a flat spot has bends on both sides."""
WOBBLE = math.radians(5.0)
"""Radians: a bend to the other side by less is a wobble, not a shape."""
ON_ONE_SPOT = 0.05
"""Sheet units: anchors this close cannot be told apart at ten times the size."""
TINY = 0.004
"""Part of the contour's length: a segment this short is felt as a kink."""
CLEAR = 0.03
"""Curve parameter: an extreme this close to an anchor is as good as on it."""
BULGE = 0.25
"""Sheet units by which a curve goes beyond its ends where an extreme is missing."""
STRAIGHT = 0.01
"""Part of its chord by which a curve that is meant to be straight is off it at the most."""
BARELY = 1e-6
"""Part of a handle: it ends where the tangents meet, up to rounding."""
LEVEL = 1.0
"""Degrees: a line is meant to be level or upright where it is so within that."""
GAP = 2.0
"""Sheet units: ends of a path this close are meant to meet."""


def troubles(contour: Contour, limits: Limits) -> list[Trouble]:
    """The trouble spots of a contour, in their order along it."""
    segments = contour.segments
    if not segments:
        return []
    box = Box.around(p for s in segments for p in s)
    size = math.hypot(box.width, box.height) or 1.0
    add_work(len(segments))
    lengths = [length(s, tolerance=1e-3) for s in segments]
    starts = [0.0, *itertools.accumulate(lengths)]
    path = _Path(contour, segments, starts, size, limits)
    found = [
        *_at_joints(path),
        *_of_segments(path),
        *_of_bends(path),
        *_of_ends(path),
    ]
    return sorted(found, key=lambda t: t.along)


@dataclass(frozen=True, slots=True)
class _Path:
    contour: Contour
    segments: Sequence[Cubic]
    starts: Sequence[float]
    size: float
    limits: Limits

    @property
    def length(self) -> float:
        return self.starts[-1]


def _at_joints(path: _Path) -> Iterator[Trouble]:
    """Turns that are no corners, and jumps of curvature."""
    for k, segment in enumerate(path.segments):
        if k == 0 and not path.contour.closed:
            continue
        before = path.segments[k - 1]
        found = joint(before, segment)
        turn = abs(math.degrees(found.turn))
        along = path.starts[k]
        if path.limits.turn < turn < path.limits.corner:
            yield Trouble("harsh_join", segment[0], along, k, measure=turn)
        first, last = found.curvature
        felt = not abs(first - last) * path.size <= FELT
        if turn <= path.limits.turn and felt and found.ratio > path.limits.ratio:
            yield Trouble("curvature_jump", segment[0], along, k, measure=found.ratio)


def _of_segments(path: _Path) -> Iterator[Trouble]:
    """What is wrong with a segment by itself."""
    for k, segment in enumerate(path.segments):
        start, end = path.starts[k], path.starts[k + 1]
        middle = (start + end) / 2.0
        far = end - start
        if far <= 2.0 * ON_ONE_SPOT and abs(segment[3] - segment[0]) <= ON_ONE_SPOT:
            yield Trouble("doubled_anchors", segment[0], start, k, measure=far)
            continue
        if far < TINY * path.length and len(path.segments) > 2:
            yield Trouble("tiny_segment", segment[0], start, k, measure=far)
            continue
        at = point_at(segment, 0.5)
        if is_plain(segment):
            off = _off_level(segment)
            if off:
                yield Trouble("almost_level", at, middle, k, measure=off)
            continue
        beside = _off_chord(segment)
        if beside is not None:
            yield Trouble("almost_straight", at, middle, k, measure=beside)
            continue
        handles = _handles(segment)
        if handles is not None:
            yield Trouble(handles, at, middle, k)
        missing = _missing(segment)
        if missing is not None:
            t, beyond = missing
            yield Trouble(
                "missing_extreme", point_at(segment, t), start + t * far, k, measure=beyond
            )


def _off_level(segment: Cubic) -> float:
    """Degrees by which a line that is meant to be level or upright is not; 0 where none is."""
    chord = segment[3] - segment[0]
    low, high = sorted((abs(chord.real), abs(chord.imag)))
    if low <= 1e-9 * high or not high:
        return 0.0
    off = math.degrees(low / high)
    return off if off <= LEVEL else 0.0


def _off_chord(segment: Cubic) -> float | None:
    """How far a curve that is meant to be straight is off its chord; None where it is a curve."""
    a, b, c, d = segment
    direction = unit(d - a)
    if not direction:
        return None
    size = abs(d - a)
    off = max(abs(cross(direction, b - a)), abs(cross(direction, c - d)))
    ahead = 0.0 <= dot(direction, b - a) <= size and 0.0 <= dot(direction, d - c) <= size
    return off if ahead and off <= STRAIGHT * size else None


def _handles(segment: Cubic) -> Kind | None:
    """Whether the handles of a segment cross, or one reaches beyond where both tangents meet."""
    meet = tangents_meet(segment)
    if meet is None or min(meet) >= 1.0 - BARELY:
        return None
    return "handles_cross" if max(meet) < 1.0 else "handles_overshoot"


def _missing(segment: Cubic) -> tuple[float, float] | None:
    """Where a curve goes farthest beyond its ends, level or upright, and how far."""
    ends = Box.around((segment[0], segment[3]))
    found = None
    for t in extremes(segment):
        at = point_at(segment, t)
        beyond = max(
            ends.left - at.real, at.real - ends.right, ends.top - at.imag, at.imag - ends.bottom
        )
        if CLEAR < t < 1.0 - CLEAR and beyond > max(BULGE, found[1] if found else 0.0):
            found = (t, beyond)
    return found


@dataclass(frozen=True, slots=True)
class _Bend:
    """A row of places that bend to one side.

    Args:
        first: number of its first place.
        last: number of its last one.
        turn: radians by which the path turns along it.

    """

    first: int
    last: int
    turn: float


def _of_bends(path: _Path) -> Iterator[Trouble]:
    """Wobbles and flat spots of each run between corners and lines."""
    for run in _runs(path):
        positions = [(k, s) for k in run for s in stations(path.segments[k], EACH)]
        values = [s.curvature for _, s in positions]
        if not all(map(math.isfinite, values)):
            continue
        bends = list(_bends(path, positions))
        for before, bend, after in zip(bends, bends[1:], bends[2:], strict=False):
            if abs(bend.turn) < WOBBLE and before.turn * after.turn > 0.0:
                yield _spanning(path, positions, "wobble", bend)
        for bend in bends:
            yield from _flats(path, positions, bend)


def _runs(path: _Path) -> Iterator[list[int]]:
    """The numbers of segments in rows without a corner or a line."""
    count = len(path.segments)
    first = next((k for k in range(count) if _begins(path, k)), 0)
    row: list[int] = []
    for k in (*range(first, count), *range(first)):
        if row and (_begins(path, k) or (k == 0 and not path.contour.closed)):
            yield row
            row = []
        if not is_plain(path.segments[k]):
            row.append(k)
    if row:
        yield row


def _begins(path: _Path, index: int) -> bool:
    """Whether a run of curves cannot go on across the start of a segment."""
    before, here = path.segments[index - 1], path.segments[index]
    if is_plain(before) or is_plain(here):
        return True
    return abs(joint(before, here).turn) > math.radians(path.limits.corner)


def _bends(path: _Path, positions: Sequence[tuple[int, Station]]) -> Iterator[_Bend]:
    """The rows of places that bend to one side; those that do not bend count to the one before."""
    least = ALL_THERE_IS / path.size
    first, sign, turn = 0, 0.0, 0.0
    for n, (k, station) in enumerate(positions):
        value = station.curvature
        if abs(value) > least and sign * value < 0.0:
            yield _Bend(first, n - 1, turn)
            first, turn = n, 0.0
        if abs(value) > least:
            sign = math.copysign(1.0, value)
        if n > 0 and positions[n - 1][0] == k:
            turn += (station.along - positions[n - 1][1].along) * value
    yield _Bend(first, len(positions) - 1, turn)


def _flats(path: _Path, positions: Sequence[tuple[int, Station]], bend: _Bend) -> Iterator[Trouble]:
    """Where the curvature falls low between two bends to the same side that lie near each other."""
    values = [abs(s.curvature) for _, s in positions[bend.first : bend.last + 1]]
    alongs = [path.starts[k] + s.along for k, s in positions[bend.first : bend.last + 1]]
    alongs = [a if a >= alongs[0] else a + path.length for a in alongs]
    n = 1
    while n < len(values) - 1:
        if not values[n - 1] > values[n] <= values[n + 1]:
            n += 1
            continue
        reach = NARROW * path.length
        left = max(
            (v for v, a in zip(values[:n], alongs, strict=False) if alongs[n] - a <= reach),
            default=0.0,
        )
        beyond = [m for m in range(n + 1, len(values)) if alongs[m] - alongs[n] <= reach]
        right = max((values[m] for m in beyond), default=0.0)
        low = min(left, right)
        if values[n] < FLAT * low:
            found = _Bend(bend.first + n, bend.first + n, 0.0)
            yield _spanning(path, positions, "flat_spot", found, measure=values[n] / low)
            n = beyond[-1]
        n += 1


def _spanning(
    path: _Path,
    positions: Sequence[tuple[int, Station]],
    kind: Kind,
    bend: _Bend,
    *,
    measure: float | None = None,
) -> Trouble:
    """The trouble of some places, with the segments they lie on and those beside."""
    k, station = positions[(bend.first + bend.last) // 2]
    first, last = positions[bend.first][0], positions[bend.last][0]
    count = (last - first) % len(path.segments) + 1
    along = path.starts[k] + station.along
    size = math.degrees(abs(bend.turn)) if measure is None else measure
    return Trouble(kind, station.at, along, first, count, size)


def _of_ends(path: _Path) -> Iterator[Trouble]:
    """Ends that are meant to meet."""
    if path.contour.closed or len(path.contour.anchors) < 3:
        return
    start, end = path.segments[0][0], path.segments[-1][3]
    gap = abs(end - start)
    if gap <= min(GAP, 0.02 * path.length):
        yield Trouble("almost_closed", (start + end) / 2.0, path.length, 0, measure=gap)
