"""Paint that a map lays on the sheet: told there, or in parts of the box of a form."""

from collections.abc import Callable
from dataclasses import replace

from buildup.drawing.paint import LaidPaint, Paint, Style, is_laid
from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import NO_LENGTH
from buildup.geometry.transforms import Affine


def map_of_box(box: Box) -> Affine:
    """The map from parts of a box to the sheet; a flat box gets a side of the other's length.

    >>> map_of_box(Box(10.0, 20.0, 30.0, 60.0))(0.5 + 0.5j)
    (20+40j)
    """
    longer = max(box.width, box.height)
    other = longer if longer > NO_LENGTH else 1.0
    width, height = (side if side > NO_LENGTH else other for side in (box.width, box.height))
    return Affine(width + 0j, height * 1j, complex(box.left, box.top))


def laid(style: Style, box: Callable[[], Box]) -> Style:
    """A style whose paints are all told on the sheet; the box is asked for if it matters."""
    if not any(isinstance(p, LaidPaint) and p.boxed for p in style.paints):
        return style
    by = map_of_box(box())

    def change(paint: Paint) -> Paint:
        if not isinstance(paint, LaidPaint) or not paint.boxed:
            return paint
        return replace(paint, place=by.after(paint.place), boxed=False)

    return style.painted(change)


def boxed(style: Style, box: Callable[[], Box]) -> Style:
    """A style whose paints are told in parts of the box of its form, so that others can have it.

    >>> from buildup.drawing.paint import Gradient, Stop
    >>> own = Style(fill=Gradient(stops=(Stop(0.0, "#FFFFFF"), Stop(1.0, "#000000"))))
    >>> there = laid(own, lambda: Box(0.0, 0.0, 8.0, 4.0))
    >>> boxed(there, lambda: Box(0.0, 0.0, 8.0, 4.0)) == own
    True
    """
    if not any(isinstance(p, LaidPaint) and not p.boxed for p in style.paints):
        return style
    back = map_of_box(box()).inverse()

    def change(paint: Paint) -> Paint:
        if not isinstance(paint, LaidPaint) or paint.boxed:
            return paint
        return replace(paint, place=back.after(paint.place), boxed=True)

    return style.painted(change)


def moved_style(style: Style, by: Affine) -> Style:
    """A style whose paints lie on the sheet, under a map."""

    def change(paint: Paint) -> Paint:
        if not isinstance(paint, LaidPaint):
            return paint
        return replace(paint, place=by.after(paint.place))

    return style.painted(change) if is_laid(style) else style
