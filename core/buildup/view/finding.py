"""Items found on the sheet: under a place, within a dragged box, those that are alike."""

from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.drawing.codec import type_of
from buildup.drawing.itemtypes import Container, Layer, Shape
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Gradient, Paint, PictureFill, hex_of
from buildup.forms.assembling import StyledPath
from buildup.forms.contours import box_under, form_of, item_box, moved_contours
from buildup.forms.paintings import paintings_of
from buildup.forms.seen import seen_box
from buildup.forms.strokes.pens import pen_of, placing_of
from buildup.forms.symmetry.copies import ALONE, images_of
from buildup.geometry.bezier import Cubic
from buildup.geometry.boxes import Box
from buildup.geometry.inside import touches, winding
from buildup.geometry.nearest import nearest
from buildup.geometry.transforms import Affine

Inked = Literal["fill", "stroke"]
Likeness = Literal["fill", "stroke", "width", "kind", "layer"]
SAME_WIDTH = 1e-6
"""Sheet units within which stroke widths are the same."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ItemAtPoint:
    """Something that lies under a place."""

    item: str
    """What is drawn there."""
    name: str
    hidden: bool
    """By itself or by what holds it."""
    locked: bool
    """Likewise."""


def pile(drawing: Drawing, at: complex, *, reach: float) -> tuple[ItemAtPoint, ...]:
    """All that is drawn under a place, front to back; what is hidden or locked as well.

    Args:
        drawing: which drawing.
        at: the place.
        reach: sheet units within which an edge is met.

    """
    return tuple(
        ItemAtPoint(
            item=i,
            name=drawing.items[i].name,
            hidden=drawing.hidden(i),
            locked=drawing.locked(i),
        )
        for i in reversed(tuple(drawing.painted_in()))
        if any(_is_at(drawing, i, image.inverse()(at), reach) for image in images_of(drawing, i))
    )


def _is_at(drawing: Drawing, item_id: str, at: complex, reach: float) -> bool:
    box = seen_box(drawing, item_id)
    if box is None or not box.grown(reach).has(at):
        return False
    return any(_form_at(form, at, reach) for form in paintings_of(drawing, item_id))


def _form_at(form: StyledPath, at: complex, reach: float) -> bool:
    if inked_at(form, at, reach) is not None:
        return True
    found = nearest([s for c in form.contours for s in c.segments], at)
    return found is not None and found.distance <= reach


def inked_at(form: StyledPath, at: complex, reach: float) -> tuple[Paint, Inked] | None:
    """What a form is painted with at a place, the front of it; None: nothing of it is there.

    A stroke that is thinner than the reach to both sides counts as that wide. Dashes count whole.
    """
    contours, style = form.contours, form.style
    inside = _filled(form, at)
    other = "outside" if inside else "inside"
    strokes = [s for s in style.shown if placing_of(contours, s) != other]
    found = nearest([s for c in contours for s in c.segments], at) if strokes else None
    for stroke in reversed(strokes):
        half = pen_of(contours, stroke).width / 2.0
        within = found is not None and found.distance <= max(half, reach)
        if within and stroke.paint is not None:
            return stroke.paint, "stroke"
    return (style.fill, "fill") if style.fill is not None and inside else None


def _filled(form: StyledPath, at: complex) -> bool:
    """Whether a place lies in what is filled; open paths are filled as if they were closed."""
    around = winding(_closed(form.contours), at)
    return around % 2 != 0 if form.rule == "evenodd" else around != 0


def _closed(contours: Iterable[Contour]) -> Iterator[Cubic]:
    for contour in contours:
        yield from contour.segments
        if not contour.closed and contour.anchors:
            start, end = contour.anchors[-1].at, contour.anchors[0].at
            yield (start, start, end, end)


def within(
    drawing: Drawing, start: complex, end: complex, *, place: str | None, whole: bool = False
) -> tuple[str, ...]:
    """The items that a dragged box touches, back to front; hidden and locked ones are left out.

    Args:
        drawing: which drawing.
        start: a corner of the box.
        end: the opposite corner.
        place: the container one works in: a layer gives what lies in any layer, each group as one,
            any other what lies in it; None gives what is drawn, also inside groups.
        whole: only those that the box holds whole.

    """
    area = Box.around((start, end))
    takes: Callable[[Drawing, str, Box], bool] = _holds if whole else _touches
    boxes = dict(_single_boxes(drawing, _pickable(drawing, place)))
    near = (i for i, box in boxes.items() if box is None or box.meets(area))
    return tuple(
        i
        for i in drawing.free(near)
        if ((box := boxes[i]) and area.holds(box)) or takes(drawing, i, area)
    )


def _single_boxes(drawing: Drawing, ids: Iterable[str]) -> Iterator[tuple[str, Box | None]]:
    """The boxes of items that show once, and None for others: most is decided by those."""
    once: dict[str, bool] = {}
    for item_id in ids:
        container = drawing.tree.container(item_id)
        if container not in once:
            once[container] = images_of(drawing, item_id) == ALONE
        single = once[container] and drawing.tree.is_leaf(item_id)
        yield item_id, item_box(drawing, item_id) if single else None


def reachable(drawing: Drawing, position: str | None) -> Iterator[str]:
    """The items that can be picked from where one works, as `within` says."""
    return drawing.free(_pickable(drawing, position))


def _pickable(drawing: Drawing, position: str | None) -> Iterable[str]:
    tree = drawing.tree
    around = None if position is None else drawing.items.get(position)
    if position is None:
        held: Iterable[str] = drawing.painted_in()
    elif isinstance(around, Container) and not isinstance(around, Layer):
        held = tree.children(around.id)
    else:
        held = (i for layer in tree.children() for i in tree.children(layer))
    return held


def _holds(drawing: Drawing, item_id: str, area: Box) -> bool:
    """Whether an area holds an item, or one of its images."""
    boxes = (box_under(drawing, item_id, image) for image in images_of(drawing, item_id))
    return any(box is not None and area.holds(box) for box in boxes)


def _touches(drawing: Drawing, item_id: str, area: Box) -> bool:
    """Whether an area has a point in common with what shows of an item, its fill included."""
    drawn = drawing.painted_in(item_id)
    return any(
        not drawing.hidden(i)
        and any(_touched(drawing, i, image, area) for image in images_of(drawing, i))
        for i in drawn
    )


def _touched(drawing: Drawing, item_id: str, image: Affine, area: Box) -> bool:
    """Whether an area has a point in common with an image of what is drawn."""
    box = box_under(drawing, item_id, image)
    if box is None or not box.meets(area):
        return False
    if area.holds(box):
        return True
    form = form_of(drawing, item_id)
    form = replace(form, contours=moved_contours(form.contours, image))
    if any(touches(s, area) for c in form.contours for s in c.segments):
        return True
    return form.style.fill is not None and _filled(form, area.centre)


def alike(drawing: Drawing, ids: Sequence[str], by: Likeness) -> tuple[str, ...]:
    """What is drawn like any of some items, back to front; hidden and locked ones are left out.

    Args:
        drawing: which drawing.
        ids: of the items; of a container all that it holds.
        by: fill, stroke colour, stroke width, kind of item or shape, or the layer it lies in.

    """
    drawn = dict.fromkeys(d for i in ids if i in drawing.items for d in drawing.painted_in(i))
    wanted = {_likeness(drawing, i, by) for i in drawn}
    return tuple(i for i in reachable(drawing, None) if _likeness(drawing, i, by) in wanted)


def _likeness(drawing: Drawing, item_id: str, by: Likeness) -> object:
    item = drawing.painted_item(item_id)
    style = item.style
    match by:
        case "fill":
            return style.fill and _paint_likeness(style.fill)
        case "stroke":
            return tuple(_paint_likeness(s.paint) for s in style.shown if s.paint is not None)
        case "width":
            return tuple(round(s.width / SAME_WIDTH) for s in style.shown)
        case "kind":
            return item.shape if isinstance(item, Shape) else type_of(item)
        case "layer":
            return tuple(drawing.tree.above(item_id))[-1]


def _paint_likeness(paint: Paint) -> object:
    """A paint by its colours, wherever a gradient is laid."""
    if isinstance(paint, PictureFill):
        return paint.picture
    if not isinstance(paint, Gradient):
        return hex_of(paint).upper()
    return paint.kind, tuple((s.at, hex_of(s.colour).upper(), s.opacity) for s in paint.stops)
