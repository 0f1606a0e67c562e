"""The trouble spots of items, each with what is said of it and the edit that mends it."""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from functools import partial
from typing import Any

from buildup.drawing.model import Contour, Drawing, Outline
from buildup.drawing.units import told
from buildup.edits.anchororder import LineUp
from buildup.edits.apply import write_command
from buildup.edits.command import AnchorRef, Command
from buildup.edits.easing import EaseAnchors
from buildup.edits.fairing import FairSegments
from buildup.edits.joining import JoinEnds
from buildup.edits.removing import RemoveAnchors
from buildup.edits.reshaping import AddAnchors, StraightenSegments
from buildup.edits.shaping import TurnIntoOutlines
from buildup.edits.shortening import ShortenHandles
from buildup.errors import Refusal
from buildup.forms.contours import contours_of
from buildup.forms.troubles import Kind, Limits, Trouble, troubles

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
    says: str
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
        raise Refusal("bad_limits", "What counts as trouble needs limits of more than 0.")
    here = [i for i in ids if i in drawing.items]
    spots: list[TroubleSpot] = []
    count = looked = 0
    for item_id in dict.fromkeys(p for i in here for p in drawing.painted_in(i)):
        looked += sum(len(c.anchors) for c in _contours(drawing, item_id))
        if looked > MOST_LOOKED:
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
    says, mends, make = SPOTS[trouble.kind]
    if isinstance(drawing.items[item_id], Outline):
        command = make(_Place(item_id, c, path, trouble))
    else:
        mends, command = "Turn into outlines first", TurnIntoOutlines(items=(item_id,))
    return TroubleSpot(
        item=item_id,
        contour=c,
        kind=trouble.kind,
        at=(trouble.at.real, trouble.at.imag),
        along=trouble.along,
        says=says(trouble.measure, drawing.sheet.unit),
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
        total = len(self.path.pairs)
        first, last = self.trouble.index - 1, self.trouble.index + self.trouble.count
        if self.path.closed:
            numbers = dict.fromkeys(k % total for k in range(first, last + 1))
        else:
            numbers = dict.fromkeys(range(max(0, first), min(total, last + 1)))
        return tuple((self.item, self.contour, k) for k in numbers)

    @property
    def reach(self) -> float:
        """How far a stretch may move, in sheet units."""
        places = [a.at for a in self.path.anchors]
        wide = max(p.real for p in places) - min(p.real for p in places)
        high = max(p.imag for p in places) - min(p.imag for p in places)
        return max(MEND_REACH * math.hypot(wide, high), 1e-3)


def _ease_direction(place: _Place) -> Command:
    return EaseAnchors(anchors=(place.anchor(),))


def _ease_curvature(place: _Place) -> Command:
    return EaseAnchors(anchors=(place.anchor(),), to="curvature")


def _fair(place: _Place) -> Command:
    return FairSegments(segments=place.segments(), tolerance=place.reach)


def _shorten(place: _Place) -> Command:
    return ShortenHandles(segments=(place.anchor(),))


def _remove(place: _Place) -> Command:
    """One of the two anchors; the ends of an open path stay."""
    last = place.trouble.index + 2 == len(place.path.anchors) and not place.path.closed
    return RemoveAnchors(anchors=(place.anchor(0 if last else 1),))


def _add_extreme(place: _Place) -> Command:
    return AddAnchors(segments=(place.anchor(),), where="extremes")


def _straighten(place: _Place) -> Command:
    return StraightenSegments(segments=(place.anchor(),))


def _level(place: _Place) -> Command:
    first, last = place.path.pairs[place.trouble.index]
    way = last.at - first.at
    level = abs(way.imag) < abs(way.real)
    return LineUp(anchors=(place.anchor(), place.anchor(1)), way="level" if level else "upright")


def _join(place: _Place) -> Command:
    last = len(place.path.anchors) - 1
    return JoinEnds(first=place.anchor(), second=place.anchor(last))


def _times(ratio: float) -> str:
    if math.isinf(ratio):
        return "Curvature jumps from or to none"
    return f"Curvature jumps {ratio:.1f} ×"


_Says = Callable[[float, str], str]
SPOTS: Mapping[Kind, tuple[_Says, str, Callable[[_Place], Command]]] = {
    "harsh_join": (
        lambda m, _: f"A kink of {m:.1f}°",
        "Ease the direction",
        _ease_direction,
    ),
    "curvature_jump": (lambda m, _: _times(m), "Ease the curvature", _ease_curvature),
    "flat_spot": (lambda _m, _u: "Flat between two bends", "Fair it", _fair),
    "wobble": (
        lambda m, _: f"A wobble of {m:.1f}°",
        "Fair it",
        _fair,
    ),
    "handles_cross": (lambda _m, _u: "The two handles cross", "Shorten them", _shorten),
    "handles_overshoot": (
        lambda _m, _u: "A handle reaches too far",
        "Shorten it",
        _shorten,
    ),
    "doubled_anchors": (
        lambda _m, _u: "Two anchors on one spot",
        "Remove one",
        _remove,
    ),
    "tiny_segment": (
        lambda m, unit: f"Only {told(m, unit=unit)} long",
        "Remove an anchor",
        _remove,
    ),
    "missing_extreme": (
        lambda m, unit: f"{told(m, unit=unit)} beyond its anchors",
        "Add an anchor there",
        _add_extreme,
    ),
    "almost_straight": (
        lambda m, unit: f"Straight but for {told(m, unit=unit)}",
        "Straighten",
        _straighten,
    ),
    "almost_level": (
        lambda m, _: f"Level or upright but for {m:.2f}°",
        "Line it up",
        _level,
    ),
    "almost_closed": (
        lambda m, unit: f"The ends are {told(m, unit=unit)} apart",
        "Join them",
        _join,
    ),
}
"""Of each kind of trouble what is said of it, what mends it, and the edit that does."""
