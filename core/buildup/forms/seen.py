"""The box around what is seen of items: their form, and the stroke on it.

The outline of a stroke reaches farthest where the path runs level or upright, at its joins and at
its caps (W3C SVG 2, 13.7, the shape of a stroke), so that no offset needs to be worked out.
"""

from collections.abc import Iterator, Sequence

from buildup.contours.anchors import Contour
from buildup.contours.extent import box_of
from buildup.contours.handles import tangents
from buildup.drawing.itemtypes import finish_of
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Stroke, Style
from buildup.forms.contours import HERE, moved_contours
from buildup.forms.paintings import paintings_of
from buildup.forms.strokes.filters import mirrored_effect, reach_of
from buildup.forms.strokes.pens import pen_of, placing_of
from buildup.forms.symmetry.copies import shown_images
from buildup.geometry.angles import unit
from buildup.geometry.bezier import Cubic, derivative_at, extremes, point_at
from buildup.geometry.boxes import Box
from buildup.geometry.strokes.stroking import Pen, miter_tip
from buildup.geometry.transforms import Affine


def seen_box(drawing: Drawing, item_id: str) -> Box | None:
    """The box around an item with its stroke, or around all that shows of what it holds."""
    return _seen_under(drawing, item_id, HERE)


def shown_box(drawing: Drawing, item_id: str, by: Affine = HERE) -> Box | None:
    """The box of all that shows of an item in an image, as far as effects reach.

    Images neither stretch nor slant; where there are no effects it is the box of what is seen.
    """
    box = painted_area(drawing, item_id, by)
    effects = finish_of(drawing.items[item_id]).effects
    if box is None or not effects:
        return box
    return reach_of([mirrored_effect(e, by) for e in effects], box)


def painted_area(drawing: Drawing, item_id: str, by: Affine = HERE) -> Box | None:
    """The box of what the effects of an item are done to: its paint, or all that shows in it."""
    if drawing.is_painted(item_id):
        return _seen_under(drawing, item_id, by)
    shown = drawing.seen_in(item_id)
    found = (
        shown_box(drawing, i, by.after(image))
        for image in shown_images(drawing, item_id)
        for i in shown
    )
    boxes = [b for b in found if b is not None]
    return Box.union(boxes) if boxes else None


def _seen_under(drawing: Drawing, item_id: str, by: Affine) -> Box | None:
    return drawing.memo.of_each(item_id, _seen_under, by, lambda: _seen(drawing, item_id, by))


def _seen(drawing: Drawing, item_id: str, by: Affine) -> Box | None:
    if drawing.is_painted(item_id):
        painted = [f for f in paintings_of(drawing, item_id) if f.contours]
        seen = [painted_box(moved_contours(f.contours, by), f.style) for f in painted]
        return Box.union(seen) if seen else None
    shown = drawing.seen_in(item_id)
    found = (
        _seen_under(drawing, i, by.after(image))
        for image in shown_images(drawing, item_id)
        for i in shown
    )
    boxes = [b for b in found if b is not None]
    return Box.union(boxes) if boxes else None


def painted_box(contours: Sequence[Contour], style: Style) -> Box:
    """The tight box around some contours with their strokes; at least one anchor among them.

    Dashes count as if nothing were left out between them; effects do not count.
    """
    strokes = [stroke_box(contours, s) for s in style.shown]
    return Box.union(strokes) if strokes else box_of(contours)


def stroke_box(contours: Sequence[Contour], stroke: Stroke) -> Box:
    """The tight box around some contours with a stroke on them; at least one anchor among them."""
    pen = pen_of(contours, stroke)
    inside = placing_of(contours, stroke) == "inside"
    half = 0.0 if inside else pen.width / 2.0
    boxes: list[Box] = []
    for contour in contours:
        boxes.append(Box.around(a.at for a in contour.anchors))
        for segment, (start, end) in zip(contour.segments, _directions(contour), strict=True):
            boxes.append(Box.around(_sides(segment, start, end, half)))
        if not inside:
            boxes += _joins(contour, pen)
    return Box.union(boxes)


def _directions(contour: Contour) -> Iterator[tuple[complex, complex]]:
    """The directions in which each segment leaves and arrives."""
    count = len(contour.anchors)
    for index in range(len(contour.segments)):
        yield tangents(contour, index)[1], -tangents(contour, (index + 1) % count)[0]


def _sides(segment: Cubic, start: complex, end: complex, half: float) -> Iterator[complex]:
    """Both sides of the stroke where it can reach farthest."""
    positions = [(segment[0], start), (segment[3], end)]
    positions += [
        (point_at(segment, t), unit(derivative_at(segment, t))) for t in extremes(segment)
    ]
    for at, along in positions:
        yield at + along * 1j * half
        yield at - along * 1j * half


def _joins(contour: Contour, pen: Pen) -> Iterator[Box]:
    last = len(contour.anchors) - 1
    if last < 1:
        return
    half = pen.width / 2.0
    for index, anchor in enumerate(contour.anchors):
        back, on = tangents(contour, index)
        if not contour.closed and index in (0, last):
            yield from _cap(anchor.at, -(on if index == 0 else back), pen)
        elif pen.join == "round":
            yield Box.around((anchor.at,)).grown(half)
        elif pen.join == "miter" and (tip := miter_tip(anchor.at, -back, on, pen)) is not None:
            yield Box.around((tip,))


def _cap(at: complex, outward: complex, pen: Pen) -> Iterator[Box]:
    half = pen.width / 2.0
    if pen.cap == "round":
        yield Box.around((at,)).grown(half)
    elif pen.cap == "square":
        tip = at + outward * half
        yield Box.around((tip + outward * 1j * half, tip - outward * 1j * half))
