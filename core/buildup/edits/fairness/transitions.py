"""Transitions: between a line and an arc, or two arcs, a stretch whose curvature grows evenly."""

import cmath
import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.contours.segments import with_added
from buildup.contours.stretches import Stretch, with_stretch
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import by_outline, move_message, with_rebuilt
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command
from buildup.geometry.bezier import Cubic, with_both_handles
from buildup.geometry.fairness.clothoids import End, NoClothoid, curves_of, joining
from buildup.geometry.fairness.variation import faired
from buildup.geometry.hausdorff import hausdorff
from buildup.geometry.stations import (
    SAME_DIRECTION,
    joint,
    stations,
    stations_at,
    tangent_at,
    turns_along,
)
from buildup.messages import refusal

LOOKED_AT = 8
"""Places of a segment from whose directions its turn is told."""
MOST_OF_A_SIDE = 0.8
"""Part of a segment that a transition takes up at the most."""


@dataclass(frozen=True, slots=True, kw_only=True)
class AddTransitionCurves(Command):
    """Makes the curvature grow evenly across anchors, over a length on both sides of each.

    The stretch begins and ends in the direction and with the curvature of what is there.
    """

    kind: Literal["add_transition_curves"] = "add_transition_curves"
    anchors: tuple[AnchorRef, ...]
    """Which anchors, at which the path goes on in one direction."""
    length: float
    """How far to both sides, in sheet units; less where a side is short."""
    curve: Literal["fair", "clothoid"] = "fair"
    """The curve with the least variation of curvature; or three clothoids, whose curvature grows
    evenly with the length, to within what a Bézier curve can show."""

    @property
    def name(self) -> str:
        return "Add transition curve"

    @property
    def phrase(self) -> str:
        return "Add transition curve to {item}"

    def delta(self, drawing: Drawing) -> Delta:
        if self.length <= 0.0:
            raise refusal("bad_length.transition")
        put = []
        moved = 0.0
        for item_id, positions in by_outline(drawing, self.anchors).items():
            outline = drawing.outline(item_id)
            changed: dict[int, Contour] = {}
            for c, i in sorted(positions, reverse=True):  # the last first, so that numbers stay
                contour = changed.get(c, outline.contours[c])
                changed[c], off = _with_transition(contour, i, self.length, self.curve)
                moved = max(moved, off)
            put.append(with_rebuilt(outline, changed))
        return Delta(put=tuple(put), message=move_message(moved, drawing.sheet.unit))


def _with_transition(
    contour: Contour, index: int, far: float, curve: Literal["fair", "clothoid"]
) -> tuple[Contour, float]:
    """A contour with a transition at an anchor, and how far it moved."""
    segments = contour.segments
    inside = contour.closed or 0 < index < len(segments)
    if not inside or abs(joint(segments[index - 1], segments[index]).turn) > SAME_DIRECTION:
        raise refusal("turns_here")
    before = (index - 1) % len(segments)
    first, last = segments[before], segments[index]
    spots = {before: (_from_end(first, far),), index: (_from_start(last, far),)}
    longer = with_added(contour, spots)
    start = before + 1 if before < index else len(longer.anchors) - 1
    stretch = Stretch(start, 2)
    drawn = tuple(with_both_handles(s) for s in stretch.segments(longer))
    around = longer.segments
    count = len(around)
    bends = (
        joint(around[start - 1], around[start]).curvature[0],
        joint(around[(start + 1) % count], around[(start + 2) % count]).curvature[1],
    )
    made = (
        _clothoids(drawn, bends)
        if curve == "clothoid"
        else faired(drawn, tolerance=far, bends=bends)
    )
    return with_stretch(longer, {stretch: made}), hausdorff(drawn, made)


def _clothoids(drawn: Sequence[Cubic], bends: tuple[float, float]) -> tuple[Cubic, ...]:
    """Clothoids between the ends of some segments, with curvatures there.

    Raises:
        Refusal: `no_clothoid`.
    """
    directions = [tangent_at(s, k / LOOKED_AT) for s in drawn for k in range(LOOKED_AT + 1)]
    angle, turned = cmath.phase(directions[0]), math.radians(turns_along(directions)[-1])
    last = drawn[-1][3]
    try:
        arcs = joining(
            End(drawn[0][0], angle, bends[0]),
            End(last, angle + turned, bends[1]),
            length=math.fsum(stations(s, 1)[-1].along for s in drawn),
        )
    except NoClothoid:
        raise refusal("no_clothoid") from None
    return curves_of(arcs, last=last)


def _from_start(segment: Cubic, far: float) -> float:
    """The parameter at a length from the start of a segment."""
    whole = stations(segment, 1)[-1].along
    (position,) = stations_at(segment, (min(far, MOST_OF_A_SIDE * whole),))
    return position.t


def _from_end(segment: Cubic, far: float) -> float:
    """The parameter at a length from its end."""
    a, b, c, d = segment
    return 1.0 - _from_start((d, c, b, a), far)
