"""The outlines that strokes come to, and forms grown or shrunk by a distance."""

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import replace

from buildup.contours.anchors import Contour
from buildup.drawing.itemtypes import OffsetEffect
from buildup.drawing.paint import Stroke
from buildup.forms.assembling import (
    Assembled,
    Pairs,
    StyledPath,
    anchors_of,
    contour_of,
    operands_of,
)
from buildup.forms.strokes.dashing import dashed, spot
from buildup.forms.strokes.pens import pen_of, placing_of
from buildup.geometry.angles import cross
from buildup.geometry.areas import area_of
from buildup.geometry.inside import winding
from buildup.geometry.intersect.prepared import Operand
from buildup.geometry.nearest import nearest
from buildup.geometry.regions.setoperations import Loop, combined, difference, union
from buildup.geometry.stations import tangent_at
from buildup.geometry.strokes.parallels import parallels_of
from buildup.geometry.strokes.stroking import NEAR_ENOUGH, Pen, beside, stroke_of
from buildup.messages import message


def stroke_form(form: StyledPath, stroke: Stroke) -> tuple[Contour, ...]:
    """The outline of a stroke of a form; () where it does not show.

    Dashes are outlines by themselves.

    Raises:
        Refusal: as `combined`, `dashes_of`.

    """
    contours = form.contours
    if not stroke.is_seen:
        return ()
    pen = pen_of(contours, stroke)
    strokes = _strokes(contours, pen, stroke)
    known: list[Pairs] = [[()] * len(s.contours) for s in strokes]
    placing = placing_of(contours, stroke)
    if placing == "centred":
        return _contours(combined(strokes, union), known, pen.width)
    within = placing == "inside"
    loops = combined(
        [*operands_of([form]), *strokes],
        lambda inside: (0 in inside) == within and bool(inside - {0}),
    )
    return _contours(loops, [*anchors_of([form]), *known], pen.width)


def grown(made: Assembled, paths: Sequence[Contour], edge: OffsetEffect) -> Assembled:
    """What an assembly of forms and paths comes to that is grown, or shrunk.

    Corners are joined as those of a stroke twice as wide. Paths get parallels, to their right where
    the distance is above 0, without what of those is nearer to the path.

    Raises:
        Refusal: as `combined`.

    """
    if made.trouble:
        return made
    found: list[Contour] = []
    for step in range(1, edge.count + 1):
        pen = Pen(2.0 * abs(edge.distance) * step, "butt", edge.join, edge.miter_limit)
        found += _grown(made.contours, pen, outside=edge.distance > 0.0)
        found += (p for c in paths for p in _parallels(c, pen, right=edge.distance > 0.0))
    eaten = bool(made.contours or paths) and not found
    return replace(
        made,
        contours=tuple(found),
        grown=(*made.contours, *paths),
        rule="nonzero" if edge.count == 1 else "evenodd",
        trouble=message("notes.offset_empty") if eaten else "",
    )


def _grown(contours: Sequence[Contour], pen: Pen, *, outside: bool) -> tuple[Contour, ...]:
    """A form grown by half the width of a pen, or shrunk; () where nothing is left."""
    made = beside([c.segments for c in contours], pen, outside=outside)
    operands = [made.edge, *made.turned]
    loops = combined(operands, union if outside else difference)
    return _contours(loops, [[()] * len(o.contours) for o in operands], pen.width)


def _parallels(path: Contour, pen: Pen, *, right: bool) -> Iterator[Contour]:
    """The parallels of a path, half the width of a pen away."""
    for run in parallels_of(path.segments, pen, right=right):
        yield contour_of(run, [[()]] * (1 + max(p.source.operand for p in run)), closed=False)


def distance_to(contours: Sequence[Contour], position: complex) -> float:
    """How far a form has to be grown to reach a place; below 0 it has to be shrunk.

    Beside open paths it is above 0 to their right. Without contours it is 0.
    """
    segments = [s for c in contours for s in c.segments]
    found = nearest(segments, position)
    if found is None:
        return 0.0
    if any(c.closed for c in contours):
        closed = (s for c in contours if c.closed for s in c.segments)
        return -found.distance if winding(closed, position) else found.distance
    direction = tangent_at(segments[found.segment], found.t)
    return found.distance if cross(direction, position - found.at) > 0.0 else -found.distance


def _strokes(contours: Sequence[Contour], pen: Pen, stroke: Stroke) -> list[Operand]:
    found: list[Operand] = []
    for contour in contours:
        segments = contour.segments or spot(contour)
        if not stroke.dashes:
            found += (s.operand for s in stroke_of(segments, pen, closed=contour.closed))
            continue
        for dash in dashed(contour, stroke):
            drawn = stroke_of(dash.segments, pen, closed=False, heading=dash.direction)
            found += (s.operand for s in drawn)
    return found


def _contours(loops: Sequence[Loop], known: Sequence[Pairs], width: float) -> tuple[Contour, ...]:
    """Loops as contours; what is thinner than offsets are exact is left out."""
    thin = 2.0 * NEAR_ENOUGH * width
    return tuple(
        contour_of(loop, known)
        for loop in loops
        if abs(area_of(p.curve for p in loop)) > thin * _around(loop)
    )


def _around(loop: Loop) -> float:
    return sum(abs(p - q) for part in loop for p, q in itertools.pairwise(part.curve))
