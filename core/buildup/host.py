"""What a host of the core (server or browser) asks of it: a picture of what a delta changes."""

from collections.abc import Sequence
from dataclasses import dataclass

from buildup.drawing.extent import box_of
from buildup.drawing.model import Drawing, Sheet
from buildup.edits.apply import apply
from buildup.edits.change import Delta, updated
from buildup.edits.command import AnchorRef, Command
from buildup.edits.editing import segment_near
from buildup.geometry.boxes import Box
from buildup.shapes.placement import contours_of
from buildup.view.drawables import Drawable, Selection, drawable, selection


@dataclass(frozen=True, slots=True, kw_only=True)
class Picture:
    """What changes on the canvas."""

    items: tuple[Drawable, ...]
    """Items new or changed."""
    removed: tuple[str, ...]
    """Items that are gone."""
    order: tuple[str, ...] | None
    """All items from back to front, when the order changed."""
    sheet: Sheet | None
    """The sheet, when it changed."""
    selection: Selection
    """Marks and numbers of what is selected, after the change."""
    said: str = ""
    """A sentence on what came of it, where that is not plain to see."""


def picture(after: Drawing, delta: Delta, selected: Sequence[str]) -> Picture:
    """The picture of a delta that led to the drawing `after`."""
    reordered = bool(delta.moves or delta.removed)
    return Picture(
        items=tuple(drawable(i) for i in delta.put),
        removed=delta.removed,
        order=after.order if reordered else None,
        sheet=delta.sheet,
        selection=selection(after, selected),
        said=delta.said,
    )


def preview(drawing: Drawing, command: Command, selected: Sequence[str]) -> Picture:
    """What a command would change; nothing is kept.

    Raises:
        Refusal: as `apply`.
    """
    delta = apply(drawing, command).forward
    return picture(updated(drawing, delta), delta, selected)


def near(drawing: Drawing, item: str, at: complex) -> tuple[AnchorRef, AnchorRef]:
    """The two anchors of the segment of an outline that is nearest to a place.

    Raises:
        Refusal: as `Drawing.outline`, or `no_segment`.
    """
    outline = drawing.outline(item)
    contour, found = segment_near(outline, at)
    after = (found.segment + 1) % len(outline.contours[contour].anchors)
    return (item, contour, found.segment), (item, contour, after)


def within(drawing: Drawing, start: complex, end: complex) -> tuple[str, ...]:
    """The items that a dragged box touches, back to front; hidden and locked ones are left out."""
    area = Box.around((start, end))
    free = (drawing.items[i] for i in drawing.order)
    return tuple(
        i.id for i in free if not i.hidden and not i.locked and box_of(contours_of(i)).meets(area)
    )
