"""What draws the stroke of a style."""

from collections.abc import Sequence

from buildup.drawing.model import Contour, Placing, Style
from buildup.geometry.sweeps import Pen


def placing_of(contours: Sequence[Contour], style: Style) -> Placing:
    """Where a stroke on some contours lies: one side of an outline is told only of closed ones."""
    return style.placing if all(c.closed for c in contours) else "centred"


def pen_of(contours: Sequence[Contour], style: Style) -> Pen:
    """What draws a stroke on some contours.

    A stroke on one side is drawn twice as wide, and of that is kept what lies on its side.
    """
    twice = 1.0 if placing_of(contours, style) == "centred" else 2.0
    return Pen(style.stroke_width * twice, style.cap, style.join, style.miter_limit)
