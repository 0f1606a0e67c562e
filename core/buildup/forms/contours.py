"""The contours that an item comes to, and their box; each is worked out once for a drawing."""

from buildup.drawing.extent import box_of
from buildup.drawing.model import Contour, Drawing, Drawn, DrawnItem, Shape
from buildup.geometry.boxes import Box
from buildup.shapes.corners import worked
from buildup.shapes.placement import shape_contours


def contours_of(drawing: Drawing, item_id: str) -> tuple[Contour, ...]:
    """The contours of an item on the sheet, as `item_contours`.

    A layer or a group has none of its own; what it holds has.
    """
    return drawing.known(_contours, item_id)


def item_contours(item: DrawnItem) -> tuple[Contour, ...]:
    """The contours of an item on its own: shapes by their dials, corners worked."""
    if isinstance(item, Shape):
        return shape_contours(item)
    return tuple(worked(c).contour for c in item.contours)


def item_box(drawing: Drawing, item_id: str) -> Box | None:
    """The tight box of an item, or of all that it holds (no strokes); None: it is empty."""
    return drawing.known(_box, item_id)


def _contours(drawing: Drawing, item_id: str) -> tuple[Contour, ...]:
    item = drawing.items[item_id]
    return item_contours(item) if isinstance(item, Drawn) else ()


def _box(drawing: Drawing, item_id: str) -> Box | None:
    if isinstance(drawing.items[item_id], Drawn):
        return box_of(contours_of(drawing, item_id))
    held = (item_box(drawing, i) for i in drawing.tree.children(item_id))
    boxes = [b for b in held if b is not None]
    return Box.union(boxes) if boxes else None
