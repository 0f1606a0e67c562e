"""The extent of contours."""

from collections.abc import Sequence

from buildup.drawing.model import Contour
from buildup.geometry.bezier import tight_box
from buildup.geometry.boxes import Box


def box_of(contours: Sequence[Contour]) -> Box:
    """The tight box of some contours (strokes not counted); at least one anchor among them."""
    segments = [tight_box(s) for c in contours for s in c.segments]
    lone = [a.at for c in contours if len(c.anchors) == 1 for a in c.anchors]
    return Box.union(segments + ([Box.around(lone)] if lone else []))
