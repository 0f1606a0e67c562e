"""Transitions: between a line and an arc, or two arcs, a stretch whose curvature grows evenly."""

from dataclasses import dataclass
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.contours.segments import with_added
from buildup.contours.stretches import Stretch, with_stretch
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import by_outline, said_of_move, with_rebuilt
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command
from buildup.geometry.bezier import Cubic, with_both_handles
from buildup.geometry.fairness.variation import faired
from buildup.geometry.hausdorff import hausdorff
from buildup.geometry.stations import SAME_DIRECTION, joint, stations, stations_at
from buildup.messages import refusal

MOST_OF_A_SIDE = 0.8
"""Part of a segment that a transition takes up at the most."""


@dataclass(frozen=True, slots=True, kw_only=True)
class AddTransitionCurves(Command):
    """Makes the curvature grow evenly across anchors, over a length on both sides of each.

    As a clothoid does, as nearly as the ends allow: the stretch begins and ends in the direction
    and with the curvature of what is there, and has the least variation of curvature between.
    """

    kind: Literal["add_transition_curves"] = "add_transition_curves"
    anchors: tuple[AnchorRef, ...]
    """Which anchors, at which the path goes on in one direction."""
    length: float
    """How far to both sides, in sheet units; less where a side is short."""

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
                changed[c], off = _with_transition(contour, i, self.length)
                moved = max(moved, off)
            put.append(with_rebuilt(outline, changed))
        return Delta(put=tuple(put), said=said_of_move(moved, drawing.sheet.unit))


def _with_transition(contour: Contour, index: int, far: float) -> tuple[Contour, float]:
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
    fair = faired(drawn, tolerance=far, bends=bends)
    return with_stretch(longer, {stretch: fair}), hausdorff(drawn, fair)


def _from_start(segment: Cubic, far: float) -> float:
    """The parameter at a length from the start of a segment."""
    whole = stations(segment, 1)[-1].along
    (position,) = stations_at(segment, (min(far, MOST_OF_A_SIDE * whole),))
    return position.t


def _from_end(segment: Cubic, far: float) -> float:
    """The parameter at a length from its end."""
    a, b, c, d = segment
    return 1.0 - _from_start((d, c, b, a), far)
