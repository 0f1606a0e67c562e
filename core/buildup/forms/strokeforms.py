"""The outlines that strokes come to, and forms grown or shrunk by a distance."""

import itertools
from collections.abc import Sequence

from buildup.drawing.model import MITER_LIMIT, Contour, FillRule, Join, Style
from buildup.forms.assembling import Form, Pairs, anchors_of, contour_of, operands_of
from buildup.forms.pens import pen_of, placing_of
from buildup.geometry.areas import area_of
from buildup.geometry.dashes import dashes_of
from buildup.geometry.regions import Loop, combined, difference, union
from buildup.geometry.strands import Operand
from buildup.geometry.sweeps import NEAR_ENOUGH, Pen, stroke_of


def stroke_form(
    contours: Sequence[Contour], style: Style, rule: FillRule = "nonzero"
) -> tuple[Contour, ...]:
    """The outline of a stroke on some contours; () where it has no width.

    Args:
        contours: on the sheet.
        style: how it is drawn; dashes are forms by themselves.
        rule: which side is inside, where the stroke lies on one side.

    Raises:
        Refusal: as `combined`, `dashes_of`.

    """
    if not style.stroked:
        return ()
    pen = pen_of(contours, style)
    strokes = _strokes(contours, pen, style)
    form = Form(tuple(contours), rule)
    known: list[Pairs] = [[()] for _ in strokes]
    placing = placing_of(contours, style)
    if placing == "centred":
        return _contours(combined(strokes, union), known, pen.width)
    within = placing == "inside"
    loops = combined(
        [*operands_of([form]), *strokes],
        lambda inside: (0 in inside) == within and bool(inside - {0}),
    )
    return _contours(loops, [*anchors_of([form]), *known], pen.width)


def offset_form(form: Form, by: float, join: Join) -> tuple[Contour, ...]:
    """A form grown by a distance, or shrunk where that is below 0; () where nothing is left.

    Its corners are joined as those of a stroke twice as wide.

    Raises:
        Refusal: as `combined`.

    """
    pen = Pen(2.0 * abs(by), "round", join, MITER_LIMIT)
    (own,) = operands_of([form])
    strokes = _strokes(form.contours, pen, Style())
    loops = combined([own, *strokes], union if by > 0.0 else difference)
    known = [*anchors_of([form]), *([()] for _ in strokes)]
    return _contours(loops, known, pen.width)


def _strokes(contours: Sequence[Contour], pen: Pen, style: Style) -> list[Operand]:
    found: list[Operand] = []
    for contour in contours:
        segments = contour.segments or _spot(contour)
        if not style.dashes:
            found += stroke_of(segments, pen, closed=contour.closed)
            continue
        dashes = dashes_of(segments, style.dashes, start=style.dash_from, closed=contour.closed)
        for dash in dashes:
            found += stroke_of(dash.segments, pen, closed=False, way=dash.way)
    return found


def _spot(contour: Contour) -> tuple[tuple[complex, complex, complex, complex], ...]:
    """A path of one anchor as a segment of no length."""
    return tuple((a.at, a.at, a.at, a.at) for a in contour.anchors)


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
