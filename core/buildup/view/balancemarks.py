"""How symmetric an outline is, as the Readout and the canvas tell it."""

from dataclasses import dataclass

from buildup.drawing.model import Drawing
from buildup.forms.symmetry.axes import Axis
from buildup.forms.symmetry.balance import balanced
from buildup.geometry.angles import degrees_of, line_degrees
from buildup.geometry.tolerances import SAME_PLACE
from buildup.view.drawables import Point, as_point


@dataclass(frozen=True, slots=True, kw_only=True)
class BalanceMark:
    """How far an outline is from symmetric about a line."""

    item: str
    centre: Point
    """A place on the line."""
    angle: float
    """Degrees, of the line."""
    ends: tuple[Point, Point]
    """The line as it is shown."""
    away: float
    """Sheet units, the largest distance of the mirrored outline from the outline."""
    at: Point
    """Where that is."""
    to: Point
    """The place on the outline that is nearest to the image of that one."""
    exact: bool
    """It is symmetric to what doubles resolve."""
    alike: bool
    """It is symmetric but for what a hand may miss by."""


def balance_mark(drawing: Drawing, item_id: str, axis: Axis | None) -> BalanceMark:
    """How far an outline is from symmetric, about a line that is given or else found.

    Raises:
        Refusal: as `Drawing.outline`, or `too_many_anchors`.

    """
    found = balanced(drawing.outline(item_id).contours, axis)
    line = found.line
    span = line.along * max(found.size, 1.0) * 0.6
    return BalanceMark(
        item=item_id,
        centre=as_point(line.through),
        angle=line_degrees(degrees_of(line.along)),
        ends=(as_point(line.through - span), as_point(line.through + span)),
        away=found.away,
        at=as_point(found.at),
        to=as_point(found.to),
        exact=found.away <= SAME_PLACE,
        alike=found.alike,
    )
