"""Where the dashes of a stroke lie."""

from collections.abc import Sequence

from buildup.contours.anchorkinds import handle
from buildup.contours.anchors import Anchor, Contour
from buildup.contours.handles import tangents
from buildup.contours.paths import starting_at
from buildup.drawing.paint import Stroke
from buildup.errors import Refusal
from buildup.geometry.angles import cosine, dot
from buildup.geometry.bezier import Cubic
from buildup.geometry.lengths import length
from buildup.geometry.strokes.dashes import Dash, dashes_of, fitted_pattern

CORNER = cosine(10.0)
"""Cosine of the turn from which on dashes are fitted to a corner: less is taken for a bend."""
LESS, MORE = 1.0 - 1e-12, 1.0 + 1e-12
"""Of the length of a path: a dot at the end of an open one is still on it, and the last dash of a
closed one reaches the first."""


def dashed(contour: Contour, stroke: Stroke) -> list[Dash]:
    """The dashes of a stroke along a contour, in its order.

    Raises:
        Refusal: as `dashes_of`.

    """
    if not stroke.dash_fit:
        segments = contour.segments or spot(contour)
        return dashes_of(segments, stroke.dashes, start=stroke.dash_from, closed=contour.closed)
    corners = _corners(contour)
    if contour.closed and corners:
        contour = starting_at(contour, corners[0])
        corners = _corners(contour)
    segments = contour.segments or spot(contour)
    lengths = [length(s) for s in segments]
    ends = [*(c for c in corners if 0 < c < len(segments)), len(segments)]
    starts = [0, *ends[:-1]]
    runs = [sum(lengths[i:j]) for i, j in zip(starts, ends, strict=True)]
    pattern = fitted_pattern(runs, stroke.dashes)
    if not pattern:
        return dashes_of(segments, stroke.dashes, start=0.0, closed=contour.closed)
    whole = tuple(d * (MORE if contour.closed else LESS) for d in pattern)
    gap = sum(lengths)  # so that the pattern never begins anew
    return dashes_of(segments, (*whole, gap), start=0.0, closed=contour.closed)


def fitted_dashes(contours: Sequence[Contour], stroke: Stroke) -> tuple[Contour, ...] | None:
    """The dashes of a stroke that are fitted, as open paths; None: the pattern is drawn as it is.

    So it is, too, where there would be too many.
    """
    if not stroke.dashes or not stroke.dash_fit:
        return None
    try:
        return tuple(_path(d.segments) for c in contours for d in dashed(c, stroke))
    except Refusal:
        return None


def spot(contour: Contour) -> tuple[Cubic, ...]:
    """A path of one anchor as a segment of no length."""
    return tuple((a.at, a.at, a.at, a.at) for a in contour.anchors)


def _corners(contour: Contour) -> list[int]:
    """The anchors at which a contour turns at once."""
    found = []
    for index in range(len(contour.anchors)):
        back, on = tangents(contour, index)
        if back and on and dot(-back, on) < CORNER:
            found.append(index)
    return found


def _path(segments: Sequence[Cubic]) -> Contour:
    """Segments that join up, as an open path."""
    first = segments[0]
    anchors = [Anchor(first[0], None, handle(first[1] - first[0]))]
    for segment, after in zip(segments, (*segments[1:], None), strict=True):
        out = None if after is None else handle(after[1] - after[0])
        anchors.append(Anchor(segment[3], handle(segment[2] - segment[3]), out))
    return Contour(tuple(anchors))
