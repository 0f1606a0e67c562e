"""The curvature along what is selected: what the comb and the profile show."""

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache

from buildup.contours.anchors import Contour
from buildup.drawing.model import Drawing
from buildup.forms.contours import contours_of
from buildup.geometry.angles import turn_between
from buildup.geometry.bezier import Cubic, is_plain
from buildup.geometry.lengths import length
from buildup.geometry.stations import Continuity, joint, stations, turns_along
from buildup.geometry.tolerances import NO_LENGTH
from buildup.messages import refusal

MOST_PLACES = 1_200
"""Places of all that is selected together: as many as a graph across the screen has pixels."""
FEWEST_PLACES = 120
"""The same at the least: a short outline shows as finely as a long one."""
FEWEST_IN_SEGMENT = 8
"""Pieces of a segment at the least, of one that is curved."""
MOST_PATHS = 60
"""Contours whose curvature is told; of more nobody sees which is which."""
REMEMBERED = 16_384
"""Segments whose lengths are remembered."""
TOLERANCE = 1e-4
"""Sheet units: how sure the length of a segment is."""
STEEPEST = 10.0
"""1 / sheet unit: teeth of the comb grow no longer than for a radius of a tenth of a pixel."""


@dataclass(frozen=True, slots=True, kw_only=True)
class JointMark:
    """Where two segments join."""

    along: float
    """How far along the contour, in sheet units."""
    continuity: Continuity
    """What its two sides have in common."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CurveReading:
    """The curvature along a contour as it is drawn, at places evenly spaced in each segment.

    At a joint there are two places, one of each segment.
    """

    item: str
    contour: int
    closed: bool
    length: float
    """Sheet units."""
    along: tuple[float, ...]
    """How far along the contour each place is."""
    at: tuple[float, ...]
    """The places: x and y of each, one after the other."""
    teeth: tuple[float, ...]
    """Likewise the teeth of the comb: square to the curve, away from the middle of its bend, as
    long as the curvature is large."""
    curvature: tuple[float | None, ...]
    """1 / sheet unit, clockwise positive; None where it is not finite."""
    turn: tuple[float, ...]
    """Degrees by which the path has turned so far, corners included."""
    joints: tuple[JointMark, ...]


def check_step(step: float) -> None:
    """Refuses a spacing of places that is not finite and above 0.

    Raises:
        Refusal: `bad_step`.

    """
    if not 0.0 < step < math.inf:
        raise refusal("bad_step")


def curve_readings(
    drawing: Drawing, ids: Sequence[str], step: float
) -> tuple[tuple[CurveReading, ...], bool]:
    """The curvature along some items, and whether any were left out as they are too many.

    Args:
        drawing: which drawing.
        ids: items; of containers all that is painted in them.
        step: sheet units between two places, above 0; wider where they would be too many.

    """
    painted = dict.fromkeys(p for i in ids for p in drawing.painted_in(i))
    each = [(i, c, path) for i in painted for c, path in enumerate(contours_of(drawing, i))]
    some = [(i, c, path) for i, c, path in each[:MOST_PATHS] if path.segments]
    lengths = [[_length(s) for s in path.segments] for _, _, path in some]
    whole = math.fsum(w for found in lengths for w in found)
    spacing = _Spacing(
        step=_stepped(min(max(step, whole / MOST_PLACES), max(whole / FEWEST_PLACES, NO_LENGTH))),
        segments=sum(map(len, lengths)),
    )
    curves = tuple(
        _reading(i, c, path, (own, spacing))
        for (i, c, path), own in zip(some, lengths, strict=True)
    )
    return curves, len(each) > MOST_PATHS


@dataclass(frozen=True, slots=True)
class _Spacing:
    """How the places are spread over all segments there are."""

    step: float
    segments: int

    def count(self, segment: Cubic, far: float) -> int:
        """The pieces of a segment."""
        if is_plain(segment):
            return 1
        fewest = min(FEWEST_IN_SEGMENT, max(1, FEWEST_PLACES // self.segments))
        return max(fewest, math.ceil(far / self.step))

    @property
    def every(self) -> int:
        """Each how many-th segment is looked at."""
        return math.ceil(self.segments / MOST_PLACES)


def _stepped(step: float) -> float:
    """The same in steps of √2, so that a drag that makes an outline longer asks for the same."""
    return math.pow(2.0, math.floor(2.0 * math.log2(step)) / 2.0)


@lru_cache(maxsize=REMEMBERED)
def _length(segment: Cubic) -> float:
    return length(segment, tolerance=TOLERANCE)


def _reading(
    item: str, index: int, path: Contour, measured: tuple[Sequence[float], _Spacing]
) -> CurveReading:
    lengths, spacing = measured
    starts = [0.0, *itertools.accumulate(lengths)]
    segments = path.segments
    chosen = range(0, len(segments), spacing.every)
    pieces = [_piece(segments[k], spacing.count(segments[k], lengths[k])) for k in chosen]
    return CurveReading(
        item=item,
        contour=index,
        closed=path.closed,
        length=starts[-1],
        along=tuple(
            round(starts[k] + a, 3) for k, p in zip(chosen, pieces, strict=True) for a in p.along
        ),
        at=tuple(v for p in pieces for v in p.at),
        teeth=tuple(v for p in pieces for v in p.teeth),
        curvature=tuple(v for p in pieces for v in p.curvature),
        turn=tuple(_turned(pieces)),
        joints=tuple(
            JointMark(
                along=round(starts[k], 3), continuity=joint(segments[k - 1], segments[k]).continuity
            )
            for k in chosen
            if k > 0 or path.closed
        ),
    )


@dataclass(frozen=True, slots=True)
class _Piece:
    """What is told of one segment, its lengths and turns counted from its start."""

    along: tuple[float, ...]
    at: tuple[float, ...]
    teeth: tuple[float, ...]
    curvature: tuple[float | None, ...]
    turn: tuple[float, ...]
    directions: tuple[complex, complex]
    """The directions in which it begins and ends."""


@lru_cache(maxsize=REMEMBERED)
def _piece(segment: Cubic, count: int) -> _Piece:
    """What is told of a segment; remembered, as a drag changes few of them."""
    found = stations(segment, count)
    teeth = [_tooth(s.direction, s.curvature) for s in found]
    directions = [s.direction for s in found if s.direction] or [0j]
    return _Piece(
        along=tuple(s.along for s in found),
        at=tuple(round(v, 3) for s in found for v in (s.at.real, s.at.imag)),
        teeth=tuple(round(v, 6) for tooth in teeth for v in (tooth.real, tooth.imag)),
        curvature=tuple(_finite(s.curvature) for s in found),
        turn=tuple(turns_along([s.direction for s in found])),
        directions=(directions[0], directions[-1]),
    )


def _turned(pieces: Sequence[_Piece]) -> Iterator[float]:
    """How far the path has turned at each place of its pieces."""
    so_far, last = 0.0, 0j
    for piece in pieces:
        first, end = piece.directions
        so_far += math.degrees(turn_between(last, first))
        yield from [round(so_far + t, 2) for t in piece.turn]
        so_far, last = so_far + piece.turn[-1], end or last


def _tooth(direction: complex, curvature: float) -> complex:
    return direction * -1j * max(-STEEPEST, min(STEEPEST, curvature))


def _finite(value: float) -> float | None:
    return round(value, 9) if math.isfinite(value) else None
