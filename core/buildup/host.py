"""What a host of the core (server or browser) asks of it: a repaint of what a delta changes."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from buildup.cues.cuekinds import Meeting
from buildup.drawing.model import Drawing, Group, Outline, Sheet
from buildup.drawing.tree import Move, Tree
from buildup.edits.apply import foreseen, write_command
from buildup.edits.change import Delta, touched_by, updated
from buildup.edits.command import AnchorRef, Command
from buildup.edits.editing import segment_near
from buildup.edits.placing import Placing
from buildup.edits.taking import Taken, taken_again
from buildup.forms.contours import item_box
from buildup.geometry.boxes import Box
from buildup.view.anchormarks import AnchorMark, anchor_marks
from buildup.view.drawables import Drawable, drawable
from buildup.view.selection import ALL, Selection, Shows, selection, told_frame
from buildup.view.splices import spliced


@dataclass(frozen=True, slots=True, kw_only=True)
class Repaint:
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
    moved: "Moved | None" = None
    """Items that show moved as a whole, in a preview of many of them."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Moved:
    """The map that moves the items of the command as they are drawn."""

    matrix: tuple[float, float, float, float, float, float]
    """As SVG's `matrix()` has it."""


MOST_EXACT = 40
"""Items that are previewed by their new geometry; more of them are moved as they are drawn, so that
a preview of any number costs the same. Corner radii of shapes that are being scaled follow when the
hand lets go."""


def repaint(
    after: Drawing,
    delta: Delta,
    selected: Sequence[str],
    shows: Shows = ALL,
    *,
    before: Tree | None = None,
    held: Drawing | None = None,
) -> Repaint:
    """The repaint of a delta that led to the drawing `after`.

    Args:
        after: the drawing after it.
        delta: what changed.
        selected: what is selected.
        shows: what the tool shows of that.
        before: the tree that it started from, for somebody who knows the marks of it; without it
            all marks are told, and all groups where any item may have left one.
        held: the drawing as somebody holds it, who is told of long paths only what changed.

    """
    changed = changed_items(after, delta, before=before)
    only = None if before is None else changed
    told = [drawable(after, i) for i in changed]
    if held is not None and not shows.whole:
        told = [spliced(d, drawable(held, d.id) if d.id in held.items else None) for d in told]
    return Repaint(
        items=tuple(told),
        removed=delta.removed,
        moves=delta.moves,
        sheet=delta.sheet,
        selection=selection(after, selected, shows, only=only),
        said=delta.said,
    )


def changed_items(after: Drawing, delta: Delta, *, before: Tree | None) -> tuple[str, ...]:
    """The items that look different after a delta: those put, and groups that hold any touched."""
    put = delta.changed
    touched = touched_by(delta, (after.tree,) if before is None else (before, after.tree))
    if before is None and (delta.moves or delta.removed):
        touched = set(after.tree.below())
    holders = (i for i in sorted(touched.difference(put)) if not after.tree.is_drawn(i))
    groups = (i for i in holders if isinstance(after.items.get(i), Group))
    return (*put, *groups)


def preview(
    drawing: Drawing, command: Command, selected: Sequence[str], shows: Shows = ALL
) -> Repaint:
    """What a command would change; nothing is kept.

    Raises:
        Refusal: as `apply`.
    """
    if isinstance(command, Placing):
        held = taken_again(drawing, command.items)
        if len(held.items) > MOST_EXACT:
            return _moved_as_drawn(command, held)
    delta = foreseen(drawing, command)
    after = updated(drawing, delta)
    return repaint(after, delta, selected, shows, before=drawing.tree, held=drawing)


def _moved_as_drawn(command: Placing, held: Taken) -> Repaint:
    """The repaint of items under a map, without their new geometry; of the marks only the frame."""
    by, turned = command.way(held.frame)
    a, b = by.across, by.down
    frame = told_frame(held.frame.moved(by, turned))
    return Repaint(
        items=(),
        removed=(),
        moves=(),
        sheet=None,
        selection=Selection(items=(), frame=frame, anchors=(), pegs=(), dials=(), told=()),
        moved=Moved(matrix=(a.real, a.imag, b.real, b.imag, by.origin.real, by.origin.imag)),
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Aimed:
    """What is met by what is drawn or dragged, and what comes of it."""

    meeting: Meeting
    command: dict[str, Any] | None
    """The command as it is once it has met that, for whoever wants to keep it."""
    repaint: Repaint | None


def aimed(
    drawing: Drawing,
    meeting: Meeting,
    command: Command | None,
    selected: Sequence[str],
    shows: Shows,
    *,
    keeps: bool = False,
) -> Aimed:
    """What a command comes to that moves on by what was met: the repaint, or itself to keep it.

    Raises:
        Refusal: as `apply`.
    """
    if command is None:
        return Aimed(meeting=meeting, command=None, repaint=None)
    moved = command.moved_on(meeting.shift)
    if keeps:
        return Aimed(meeting=meeting, command=write_command(moved), repaint=None)
    told = preview(drawing, moved, selected, shows)
    return Aimed(meeting=meeting, command=None, repaint=told)


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


def anchor_near(drawing: Drawing, item: str, at: complex, *, reach: float) -> AnchorMark | None:
    """The mark of the anchor of an outline that is nearest to a place, if it is within reach."""
    outline = drawing.items.get(item)
    if not isinstance(outline, Outline):
        return None
    away, c, i = min(
        (abs(a.at - at), c, i)
        for c, path in enumerate(outline.contours)
        for i, a in enumerate(path.anchors)
    )
    return anchor_marks(outline, c, (i,))[0] if away <= reach else None


def anchors_within(drawing: Drawing, start: complex, end: complex) -> tuple[AnchorRef, ...]:
    """The anchors that a dragged box holds, of outlines that are neither hidden nor locked."""
    area = Box.around((start, end))
    found = within(drawing, start, end, place=None)
    outlines = [o for o in map(drawing.items.__getitem__, found) if isinstance(o, Outline)]
    return tuple(
        (o.id, c, i)
        for o in outlines
        for c, path in enumerate(o.contours)
        for i, a in enumerate(path.anchors)
        if area.left <= a.at.real <= area.right and area.top <= a.at.imag <= area.bottom
    )
