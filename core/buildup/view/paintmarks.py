"""What the canvas needs of paint beyond styles: filters, fitted dashes, dragged gradients."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from buildup.contours.anchors import Contour
from buildup.contours.pathdata import path_data
from buildup.drawing.items import Several
from buildup.drawing.itemtypes import Item, Painted, finish_of
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Effect, Gradient, GradientKind, Style, hex_of
from buildup.forms.assembling import StyledPath
from buildup.forms.contours import boxed_style, form_of, laid_style
from buildup.forms.picturefit import PictureMark, picture_mark
from buildup.forms.seen import painted_area, painted_box
from buildup.forms.strokes.dashing import fitted_dashes
from buildup.forms.strokes.filters import FilterStep, filter_steps, reach_of
from buildup.forms.strokes.miters import cut_miters
from buildup.geometry.boxes import Box

Point = tuple[float, float]
MITER = '"join": "miter"'
"""In the text of an item some of whose strokes may have miters."""
MOST_MITERS = 200
"""Cut corners that are told; of more they are only counted as so many."""


@dataclass(frozen=True, slots=True, kw_only=True)
class FilterMark:
    """A filter on an item."""

    box: tuple[float, float, float, float]
    """Left, top, width and height of all that it reaches."""
    steps: tuple[FilterStep, ...]
    """Its primitives."""


@dataclass(frozen=True, slots=True, kw_only=True)
class StopMark:
    """A colour of a gradient on the canvas."""

    at: Point
    part: float
    """How far along, from 0 to 1."""
    colour: str
    opacity: float


@dataclass(frozen=True, slots=True, kw_only=True)
class GradientMark:
    """A gradient of a selected item, as it is dragged."""

    item: str
    stroke: int | None
    """Of which stroke, counted from the back; None: of the fill."""
    kind: GradientKind
    start: Point
    """Where it begins; of a radial one its middle."""
    middle: Point
    """Of its line."""
    end: Point
    side: Point | None
    """Of a radial one, the end of its other half axis."""
    focus: Point | None
    """Of a radial one."""
    rim: tuple[float, float, float, float, float, float] | None
    """Of a radial one, the matrix that makes its rim of a circle of radius 1."""
    stops: tuple[StopMark, ...]


def filter_mark(drawing: Drawing, item_id: str) -> FilterMark | None:
    """The filter on an item; None: it has no effects, or nothing to do them to."""
    effects = finish_of(drawing.items[item_id]).effects
    box = painted_area(drawing, item_id) if effects else None
    return None if box is None else _filter_mark(effects, box)


def form_filter(form: StyledPath) -> FilterMark | None:
    """The filter on a form that is painted by itself."""
    effects = form.style.finish.effects
    if not effects or not form.contours:
        return None
    return _filter_mark(effects, painted_box(form.contours, form.style))


def _filter_mark(effects: Sequence[Effect], box: Box) -> FilterMark:
    reach = reach_of(effects, box)
    position = (reach.left, reach.top, reach.width, reach.height)
    return FilterMark(box=position, steps=filter_steps(effects))


def dashes_of(contours: Sequence[Contour], style: Style) -> tuple[str | None, ...]:
    """By stroke, the path data of its fitted dashes; () where no stroke has any."""
    fitted = [fitted_dashes(contours, s) if s.is_seen else None for s in style.strokes]
    if all(f is None for f in fitted):
        return ()
    return tuple(None if f is None else path_data(f) for f in fitted)


def gradient_marks(drawing: Drawing, items: Sequence[Item]) -> Iterator[GradientMark]:
    """The gradients of the item that is selected alone."""
    item = items[0] if len(items) == 1 else None
    if not isinstance(item, Painted):
        return
    style = laid_style(drawing, item.id)
    paints = [(None, style.fill), *((n, s.paint) for n, s in enumerate(style.strokes))]
    for stroke, paint in paints:
        if isinstance(paint, Gradient) and not paint.boxed:
            yield _gradient_mark(item.id, stroke, paint)


def selected_picture(drawing: Drawing, items: Sequence[Item]) -> PictureMark | None:
    """The picture in the item that is selected alone."""
    item = items[0] if len(items) == 1 else None
    return picture_mark(drawing, item.id) if isinstance(item, Painted) else None


def starting_style(drawing: Drawing, items: Sequence[Item]) -> Style | None:
    """How new items are painted like the first that is: its gradients fit the box of any."""
    for item in items:
        for painted in drawing.painted_in(item.id):
            return boxed_style(drawing, painted)
    return None


def miter_marks(drawing: Drawing, items: Sequence[Item]) -> tuple[Point, ...]:
    """The corners of some items at which a miter is cut off."""
    found: list[Point] = []
    for item in items.holding(MITER) if isinstance(items, Several) else items:
        if not isinstance(item, Painted):
            continue
        strokes = [s for s in item.style.strokes if s.join == "miter"]
        form = form_of(drawing, item.id) if strokes else None
        for stroke in strokes:
            found += ((p.real, p.imag) for p in cut_miters(form.contours if form else (), stroke))
        if len(found) >= MOST_MITERS:
            break
    return tuple(found[:MOST_MITERS])


def _gradient_mark(item_id: str, stroke: int | None, paint: Gradient) -> GradientMark:
    by = paint.place
    radial = paint.kind == "radial"
    rim = (by.across, by.down, by.origin)
    return GradientMark(
        item=item_id,
        stroke=stroke,
        kind=paint.kind,
        start=_written(by.origin),
        middle=_written(by(0.5 + 0j)),
        end=_written(by(1 + 0j)),
        side=_written(by(1j)) if radial else None,
        focus=_written(by(paint.focus)) if radial else None,
        rim=(*_written(rim[0]), *_written(rim[1]), *_written(rim[2])) if radial else None,
        stops=tuple(
            StopMark(
                at=_written(by(s.at + 0j)), part=s.at, colour=hex_of(s.colour), opacity=s.opacity
            )
            for s in paint.stops
        ),
    )


def _written(position: complex) -> Point:
    return (position.real, position.imag)
