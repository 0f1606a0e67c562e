"""Corners of strokes at which a miter is cut off (W3C SVG 2, 13.5.5)."""

from collections.abc import Iterator, Sequence

from buildup.contours.anchors import Contour
from buildup.contours.handles import tangents
from buildup.drawing.paint import Stroke
from buildup.forms.strokes.dashing import CORNER
from buildup.forms.strokes.pens import pen_of
from buildup.geometry.angles import dot
from buildup.geometry.strokes.stroking import miter_tip


def cut_miters(contours: Sequence[Contour], stroke: Stroke) -> Iterator[complex]:
    """The corners of some contours that a mitred stroke bevels, as they are too sharp."""
    if stroke.join != "miter" or not stroke.is_seen:
        return
    pen = pen_of(contours, stroke)
    for contour in contours:
        for index, anchor in enumerate(contour.anchors):
            if not contour.closed and index in (0, len(contour.anchors) - 1):
                continue
            back, on = tangents(contour, index)
            turns = back and on and dot(-back, on) < CORNER
            if turns and miter_tip(anchor.at, -back, on, pen) is None:
                yield anchor.at
