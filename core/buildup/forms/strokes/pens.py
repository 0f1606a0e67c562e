"""What draws a stroke."""

from collections.abc import Sequence

from buildup.contours.anchors import Contour
from buildup.drawing.paint import Placing, Stroke
from buildup.geometry.strokes.stroking import Pen


def placing_of(contours: Sequence[Contour], stroke: Stroke) -> Placing:
    """Where a stroke on some contours lies: one side of an outline is told only of closed ones."""
    return stroke.placing if all(c.closed for c in contours) else "centred"


def pen_of(contours: Sequence[Contour], stroke: Stroke) -> Pen:
    """What draws a stroke on some contours.

    A stroke on one side is drawn twice as wide, and of that is kept what lies on its side.
    """
    twice = 1.0 if placing_of(contours, stroke) == "centred" else 2.0
    return Pen(stroke.width * twice, stroke.cap, stroke.join, stroke.miter_limit)
