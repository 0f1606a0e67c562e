"""The outlines that strokes come to, and forms grown or shrunk by a distance."""

import itertools
from collections.abc import Sequence

from buildup.drawing.model import Contour, Join, Style
from buildup.forms.assembling import Form, Pairs, anchors_of, contour_of, operands_of
from buildup.forms.seen import MITER_LIMIT
from buildup.geometry.areas import area_of
from buildup.geometry.regions import Loop, combined, difference, union
from buildup.geometry.strands import Operand
from buildup.geometry.sweeps import NEAR_ENOUGH, Pen, stroke_of


def stroke_form(contours: Sequence[Contour], style: Style) -> tuple[Contour, ...]:
    """The outline of a stroke on some contours; () where it has no width.

    Raises:
        Refusal: as `combined`.

    """
    if style.stroke is None or style.stroke_width <= 0.0:
        return ()
    pen = Pen(style.stroke_width, style.cap, style.join, MITER_LIMIT)
    operands = _strokes(contours, pen)
    loops = combined(operands, union)
    return _contours(loops, [[()] for _ in operands], pen.width)


def offset_form(form: Form, by: float, join: Join) -> tuple[Contour, ...]:
    """A form grown by a distance, or shrunk where that is below 0; () where nothing is left.

    Its corners are joined as those of a stroke twice as wide.

    Raises:
        Refusal: as `combined`.

    """
    pen = Pen(2.0 * abs(by), "round", join, MITER_LIMIT)
    (own,) = operands_of([form])
    strokes = _strokes(form.contours, pen)
    loops = combined([own, *strokes], union if by > 0.0 else difference)
    known = [*anchors_of([form]), *([()] for _ in strokes)]
    return _contours(loops, known, pen.width)


def _strokes(contours: Sequence[Contour], pen: Pen) -> list[Operand]:
    return [
        operand
        for contour in contours
        for operand in stroke_of(contour.segments or _spot(contour), pen, closed=contour.closed)
    ]


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
