"""What a host of the core (server or browser) asks of it: a picture of what a delta changes."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass

from buildup.drawing.model import Drawing, Group, Sheet
from buildup.drawing.tree import Move, Tree
from buildup.edits.apply import apply
from buildup.edits.change import Delta, touched_by, updated
from buildup.edits.command import AnchorRef, Command
from buildup.edits.editing import segment_near
from buildup.forms.contours import item_box
from buildup.geometry.boxes import Box
from buildup.view.drawables import Drawable, Selection, drawable, selection


@dataclass(frozen=True, slots=True, kw_only=True)
class Picture:
    """What changes on the canvas."""

    items: tuple[Drawable, ...]
    """Items new or changed, and the groups around them."""
    removed: tuple[str, ...]
    """Items that are gone."""
    moves: tuple[Move, ...]
    """Places in the tree, one after the other: an item, its container, and what it lies in front
    of there (None: at the back)."""
    sheet: Sheet | None
    """The sheet, when it changed."""
    selection: Selection
    """Marks and numbers of what is selected, after the change."""
    said: str = ""
    """A sentence on what came of it, where that is not plain to see."""


def picture(
    after: Drawing, delta: Delta, selected: Sequence[str], *, before: Tree | None = None
) -> Picture:
    """The picture of a delta that led to the drawing `after`.

    `before` is the tree that it started from; without it all groups are told where any item may
    have left one.
    """
    return Picture(
        items=tuple(drawable(after, i) for i in changed_items(after, delta, before=before)),
        removed=delta.removed,
        moves=delta.moves,
        sheet=delta.sheet,
        selection=selection(after, selected),
        said=delta.said,
    )


def changed_items(after: Drawing, delta: Delta, *, before: Tree | None) -> tuple[str, ...]:
    """The items that look different after a delta: those put, and groups that hold any touched."""
    put = [i.id for i in delta.put]
    touched = touched_by(delta, (after.tree,) if before is None else (before, after.tree))
    if before is None and (delta.moves or delta.removed):
        touched = set(after.tree.below())
    groups = (i for i in touched.difference(put) if isinstance(after.items.get(i), Group))
    return (*put, *groups)


def preview(drawing: Drawing, command: Command, selected: Sequence[str]) -> Picture:
    """What a command would change; nothing is kept.

    Raises:
        Refusal: as `apply`.
    """
    delta = apply(drawing, command).forward
    return picture(updated(drawing, delta), delta, selected, before=drawing.tree)


def near(drawing: Drawing, item: str, at: complex) -> tuple[AnchorRef, AnchorRef]:
    """The two anchors of the segment of an outline that is nearest to a place.

    Raises:
        Refusal: as `Drawing.outline`, or `no_segment`.
    """
    outline = drawing.outline(item)
    contour, found = segment_near(outline, at)
    after = (found.segment + 1) % len(outline.contours[contour].anchors)
    return (item, contour, found.segment), (item, contour, after)


def within(drawing: Drawing, start: complex, end: complex, *, place: str | None) -> tuple[str, ...]:
    """The items that a dragged box touches, back to front; hidden and locked ones are left out.

    Args:
        drawing: which drawing.
        start: a corner of the box.
        end: the opposite corner.
        place: the container one works in: a group gives what lies in it, a layer what lies in any
            layer, each group as one; None gives what is drawn, also inside groups.

    """
    area = Box.around((start, end))
    return tuple(i for i in _reachable(drawing, place) if _meets(drawing, i, area))


def _reachable(drawing: Drawing, place: str | None) -> Iterator[str]:
    """The items that can be picked from where one works."""
    tree = drawing.tree
    if place is None:
        held: Iterable[str] = (i for i in drawing.shown() if tree.is_drawn(i))
    elif isinstance(drawing.items.get(place), Group):
        held = tree.children(place)
    else:
        held = (i for layer in tree.children() for i in tree.children(layer))
    yield from (i for i in held if not drawing.hidden(i) and not drawing.locked(i))


def _meets(drawing: Drawing, item_id: str, area: Box) -> bool:
    """Whether the box of anything drawn in an item meets an area."""
    whole = item_box(drawing, item_id)
    if whole is None or not whole.meets(area):
        return False
    boxes = (item_box(drawing, i) for i in drawing.tree.drawn_in(item_id))
    return any(b is not None and b.meets(area) for b in boxes)
