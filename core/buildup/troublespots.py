"""The trouble spots of items, each with what is said of it and the edit that mends it."""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from functools import partial
from typing import Any

from buildup.contours.anchors import Contour, anchor_count
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.drawing.units import format_length
from buildup.edits.anchors.anchororder import LineUp
from buildup.edits.apply import write_command
from buildup.edits.command import AnchorRef, Command
from buildup.edits.fairness.fairing import FairSegments
from buildup.edits.fairness.shortening import ShortenHandles
from buildup.edits.fairness.smoothing import EaseAnchors
from buildup.edits.outlines.deleting import DeleteAnchors
from buildup.edits.outlines.joining import JoinEnds
from buildup.edits.outlines.segmentedits import AddAnchors, StraightenSegments
from buildup.edits.shapes.shaping import ConvertToOutlines
from buildup.forms.contours import contours_of
from buildup.forms.troubles import Kind, Limits, Trouble, troubles
from buildup.messages import message, refusal

MOST_SPOTS = 300
"""Trouble spots that are told; of more the first, and how many there are."""
MOST_LOOKED = 12_000
"""Anchors that are looked through at once: so many take two seconds."""
MEND_REACH = 0.02
"""Part of the contour's size by which a stretch may move that is made fair."""


@dataclass(frozen=True, slots=True, kw_only=True)
class TroubleSpot:
    """A place that looks unfair, and what would mend it."""

    item: str
    contour: int
    kind: Kind
    at: tuple[float, float]
    along: float
    """How far along the contour, in sheet units."""
    message: str
    """What is wrong, for the designer."""
    mends: str
    """What would mend it, in a few words."""
    command: dict[str, Any]
    """The edit that does."""


@dataclass(frozen=True, slots=True, kw_only=True)
class TroubleSpots:
    """The trouble spots of some items, item by item, along each contour."""

    spots: tuple[TroubleSpot, ...]
    count: int
    """How many there are in all."""
    cut: bool = False
    """Some items were not looked through, as they are too many."""


def trouble_spots(drawing: Drawing, ids: Sequence[str], limits: Limits) -> TroubleSpots:
    """The trouble spots of what is painted in some items; ids that are not there are left out.

    Raises:
        Refusal: `bad_limits` when a limit is not above 0.

    """
    if min(limits.turn, limits.corner, limits.ratio) <= 0.0:
        raise refusal("bad_limits")
    here = [i for i in ids if i in drawing.items]
    spots: list[TroubleSpot] = []
    count = examined = 0
    for item_id in dict.fromkeys(p for i in here for p in drawing.painted_in(i)):
        examined += anchor_count(_contours(drawing, item_id))
        if examined > MOST_LOOKED:
            return TroubleSpots(spots=tuple(spots), count=count, cut=True)
        work = partial(_found, drawing, item_id, limits)
        found = drawing.memo.of(item_id, (_found, limits), work)
        count += len(found)
        spots += [_spot(drawing, item_id, f) for f in found[: MOST_SPOTS - len(spots)]]
    return TroubleSpots(spots=tuple(spots), count=count)


_Found = tuple[int, Contour, Trouble]


def _found(drawing: Drawing, item_id: str, limits: Limits) -> list[_Found]:
    contours = _contours(drawing, item_id)
    return [(c, path, t) for c, path in enumerate(contours) for t in troubles(path, limits)]


def _contours(drawing: Drawing, item_id: str) -> Sequence[Contour]:
    """What is looked through: of outlines the anchors as they are, corners sharp."""
    item = drawing.items[item_id]
    return item.contours if isinstance(item, Outline) else contours_of(drawing, item_id)


def _spot(drawing: Drawing, item_id: str, found: _Found) -> TroubleSpot:
    c, path, trouble = found
    mends = message(f"mends.{trouble.kind}")
    if isinstance(drawing.items[item_id], Outline):
        command = SPOTS[trouble.kind](_Place(item_id, c, path, trouble))
    else:
        mends, command = message("mends.shape"), ConvertToOutlines(items=(item_id,))
    return TroubleSpot(
        item=item_id,
        contour=c,
        kind=trouble.kind,
        at=(trouble.at.real, trouble.at.imag),
        along=trouble.along,
        message=_message(trouble.kind, trouble.measure, drawing.sheet.unit),
        mends=mends,
        command=write_command(command),
    )


@dataclass(frozen=True, slots=True)
class _Place:
    """Where a trouble is, for the edit that mends it."""

    item: str
    contour: int
    path: Contour
    trouble: Trouble

    def anchor(self, on: int = 0) -> AnchorRef:
        """The anchor of the trouble, or one further on."""
        return (self.item, self.contour, (self.trouble.index + on) % len(self.path.anchors))

    def segments(self) -> tuple[AnchorRef, ...]:
        """The segments of the trouble and those beside, as far as there are."""
        total = self.path.segment_count
        first, last = self.trouble.index - 1, self.trouble.index + self.trouble.count
        if self.path.closed:
            numbers = dict.fromkeys(k % total for k in range(first, last + 1))
        else:
            numbers = dict.fromkeys(range(max(0, first), min(total, last + 1)))
        return tuple((self.item, self.contour, k) for k in numbers)

    @property
    def reach(self) -> float:
        """How far a stretch may move, in sheet units."""
        positions = [a.at for a in self.path.anchors]
        wide = max(p.real for p in positions) - min(p.real for p in positions)
        high = max(p.imag for p in positions) - min(p.imag for p in positions)
        return max(MEND_REACH * math.hypot(wide, high), 1e-3)


def _ease_direction(position: _Place) -> Command:
    return EaseAnchors(anchors=(position.anchor(),))


def _ease_curvature(position: _Place) -> Command:
    return EaseAnchors(anchors=(position.anchor(),), to="curvature")


def _fair(position: _Place) -> Command:
    return FairSegments(segments=position.segments(), tolerance=position.reach)


def _shorten(position: _Place) -> Command:
    return ShortenHandles(segments=(position.anchor(),))


def _remove(position: _Place) -> Command:
    """One of the two anchors; the ends of an open path stay."""
    last = position.trouble.index + 2 == len(position.path.anchors) and not position.path.closed
    return DeleteAnchors(anchors=(position.anchor(0 if last else 1),))


def _add_extreme(position: _Place) -> Command:
    return AddAnchors(segments=(position.anchor(),), where="extremes")


def _straighten(position: _Place) -> Command:
    return StraightenSegments(segments=(position.anchor(),))


def _level(position: _Place) -> Command:
    first, last = position.path.pairs[position.trouble.index]
    axis = last.at - first.at
    level = abs(axis.imag) < abs(axis.real)
    return LineUp(
        anchors=(position.anchor(), position.anchor(1)), axis="level" if level else "upright"
    )


def _join(position: _Place) -> Command:
    last = len(position.path.anchors) - 1
    return JoinEnds(first=position.anchor(), second=position.anchor(last))


def _message(kind: Kind, measure: float, unit: str) -> str:
    """What is wrong there; the kind decides whether degrees, times or sheet units are measured."""
    if math.isinf(measure):
        return message(f"spots.{kind}.from_none")
    return message(f"spots.{kind}", measure=measure, distance=format_length(measure, unit=unit))


SPOTS: Mapping[Kind, Callable[[_Place], Command]] = {
    "harsh_join": _ease_direction,
    "curvature_jump": _ease_curvature,
    "flat_spot": _fair,
    "wobble": _fair,
    "handles_cross": _shorten,
    "handles_overshoot": _shorten,
    "doubled_anchors": _remove,
    "tiny_segment": _remove,
    "missing_extreme": _add_extreme,
    "almost_straight": _straighten,
    "almost_level": _level,
    "almost_closed": _join,
}
"""Of each kind of trouble the edit that mends it."""
