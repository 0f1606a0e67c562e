"""What a host of the core (server or browser) asks of it: a repaint of what a delta changes."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

from buildup.cues.cuekinds import Meeting
from buildup.drawing.checks import check_point
from buildup.drawing.model import (
    Assembly,
    Drawing,
    Group,
    Item,
    Linked,
    Outline,
    Symmetry,
    finish_of,
)
from buildup.drawing.sheet import Sheet
from buildup.drawing.tree import Move, Tree
from buildup.edits.anchors.editing import segment_near
from buildup.edits.apply import foreseen, write_command
from buildup.edits.change import Delta, touched_by, updated
from buildup.edits.command import AnchorRef, Command
from buildup.edits.items.copying import check_count
from buildup.edits.items.drafts import Draft
from buildup.edits.items.placing import Placing
from buildup.edits.items.repeating import Repeating
from buildup.edits.items.targets import Taken, taken_again
from buildup.errors import Refusal
from buildup.forms.draftpegs import CopyPeg
from buildup.forms.symmetry.copies import images_of
from buildup.geometry.boxes import Box
from buildup.messages import message, refusal
from buildup.view.anchormarks import AnchorMark, anchor_marks
from buildup.view.drawables import Drawable, drawable
from buildup.view.finding import within
from buildup.view.selection import (
    ALL,
    FrameBox,
    Selection,
    Shows,
    anchored,
    selection,
    standing_told,
    told_frame,
)
from buildup.view.splices import spliced
from buildup.view.symmetrymarks import Matrix, matrix_of, symmetry_mark


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
    made: tuple[str, ...] = ()
    """New items that lie in no other new one."""


NOTHING = Repaint(
    items=(),
    removed=(),
    moves=(),
    sheet=None,
    selection=Selection(items=(), frame=None, anchors=(), pegs=(), dials=()),
)
"""The repaint of nothing."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Moved:
    """The maps that move the items of the command as they are drawn."""

    matrices: tuple[Matrix, ...]
    """One, or one for each round of copies."""
    copies: bool = False
    """The items stay as well."""


@dataclass(frozen=True, slots=True, kw_only=True)
class PegDrag:
    """A peg of a draft that is dragged."""

    peg: str
    to: tuple[float, float]
    """Where the pointer has it."""
    held: bool = False
    """Angles by 15° only, and so on."""


MOST_AT_ONCE = 6_000
"""Pairs of curves that may meet: so many take about a second in a browser."""
MOST_ON_SERVER = 4 * MOST_AT_ONCE
"""The same on a server, which is so much faster."""
MOST_EXACT = 40
"""Items that are previewed by their new geometry; more of them are moved as they are drawn, so that
a preview of any number costs the same. Corner radii of shapes that are being scaled follow when the
hand lets go."""


class Moment:
    """The patience of somebody who looks while the hand moves, as `patience.heard_by` wants it.

    Raises:
        Refusal: `takes_long`, as soon as it is plain that the work takes more than a moment.

    """

    def __init__(self, pairs: int = MOST_AT_ONCE) -> None:
        self._left = pairs

    def begins(self, pairs: int) -> None:
        """So much more work."""
        self._left -= pairs
        if self._left < 0:
            raise refusal("takes_long")

    def far(self, part: float) -> None:
        """Bounded as it is, nobody waits for it."""


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
    return _repaint_of(changed, after, delta, selected, shows, before=before, held=held)


def _repaint_of(
    changed: tuple[str, ...],
    after: Drawing,
    delta: Delta,
    selected: Sequence[str],
    shows: Shows,
    *,
    before: Tree | None,
    held: Drawing | None,
) -> Repaint:
    """The repaint of a delta that tells some items of those that it changed."""
    only = None if before is None else changed
    start = before if held is None else held.tree
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
        made=() if start is None else made_by(delta, start),
    )


def made_by(delta: Delta, before: Tree) -> tuple[str, ...]:
    """The new items of a delta that lie in no other new one."""
    new = {i.id for i in delta.put if i.id not in before}
    return tuple(m[0] for m in delta.moves if m[0] in new and m[1] not in new)


def changed_items(after: Drawing, delta: Delta, *, before: Tree | None) -> tuple[str, ...]:
    """The items that look different after a delta: those put, and groups that hold any touched."""
    put = delta.changed
    touched = touched_by(delta, (after.tree,) if before is None else (before, after.tree))
    if before is None and (delta.moves or delta.removed):
        touched = set(after.tree.below())
    holders = (i for i in sorted(touched.difference(put)) if not after.tree.is_drawn(i))
    groups = (i for i in holders if i in after.items and _shows_its_parts(after.items[i]))
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
        told = _previewed(drawing, command, selected, shows)
        return _framed_as_one(told, command, held) if selected else told
    return _previewed(drawing, command, selected, shows)


def _previewed(
    drawing: Drawing, command: Command, selected: Sequence[str], shows: Shows
) -> Repaint:
    delta = foreseen(drawing, command)
    after = updated(drawing, delta)
    changed = changed_items(after, delta, before=drawing.tree)
    put = frozenset(delta.changed)
    shown = tuple(i for i in changed if i in put or _looks_different(drawing, after, i))
    return _repaint_of(shown, after, delta, selected, shows, before=drawing.tree, held=drawing)


def _shows_its_parts(item: Item) -> bool:
    """Whether a container looks different when what it holds does; effects reach as far as that."""
    return isinstance(item, Group | Symmetry | Assembly | Linked) or bool(finish_of(item).effects)


def _looks_different(before: Drawing, after: Drawing, container: str) -> bool:
    """Whether a container shows in another way than before; its box does not show."""
    old, new = before.items.get(container), after.items[container]
    if isinstance(new, Assembly) or finish_of(new).effects:
        return True
    if not isinstance(new, Symmetry) or not isinstance(old, Symmetry):
        return old is None
    return symmetry_mark(before, old) != symmetry_mark(after, new)


def _framed_as_one(told: Repaint, command: Placing, held: Taken) -> Repaint:
    """The same with the frame turned and sheared as the items are, for as long as they are held."""
    frame = told_frame(held.frame.moved(command.way(held.frame).by))
    return replace(told, selection=replace(told.selection, frame=frame))


def _moved_as_drawn(command: Placing, held: Taken) -> Repaint:
    """The repaint of items under a map, without their new geometry; of the marks only the frame."""
    by = command.way(held.frame).by
    frame = told_frame(held.frame.moved(by))
    return replace(
        NOTHING,
        selection=replace(NOTHING.selection, frame=frame, told=()),
        moved=Moved(matrices=(matrix_of(by),), copies=command.copies is not None),
    )


def again(command: Command, frame: FrameBox) -> dict[str, Any]:
    """The command that does to other items what one did to some that stood in a frame.

    Raises:
        Refusal: `not_a_transform`.
    """
    if not isinstance(command, Placing):
        raise refusal("not_a_transform")
    return write_command(command.again(standing_told(frame)))


@dataclass(frozen=True, slots=True, kw_only=True)
class Aimed:
    """What is met by what is drawn or dragged, and what comes of it."""

    meeting: Meeting
    command: dict[str, Any] | None
    """The command as it is once it has met that, for whoever wants to keep it."""
    repaint: Repaint | None
    line: tuple[tuple[float, float], tuple[float, float]] | None = None
    """The straight line that the command goes along, which shows also where nothing comes of it."""


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
    line = moved.goes_along
    try:
        told = preview(drawing, moved, selected, shows)
    except Refusal:
        if line is None:
            raise
        return Aimed(meeting=meeting, command=None, repaint=None, line=line)
    return Aimed(meeting=meeting, command=None, repaint=told, line=line)


@dataclass(frozen=True, slots=True, kw_only=True)
class Spread:
    """Copies in a row, a ring or a grid, or a mirror line, before anything is made of them."""

    meeting: Meeting
    """What the peg has met that is dragged."""
    command: dict[str, Any]
    """The command with all that was left open or dragged."""
    pegs: tuple[CopyPeg, ...]
    repaint: Repaint


def spread(
    drawing: Drawing,
    command: Command,
    selected: Sequence[str],
    shows: Shows,
    *,
    meeting: Meeting,
    drag: PegDrag | None,
) -> Spread:
    """What a draft comes to, after one of its pegs was dragged.

    Raises:
        Refusal: as `apply`; `no_draft` for any other command.
    """
    if not isinstance(command, Draft):
        raise refusal("no_draft")
    laid = command.laid_out(drawing)
    if drag is not None:
        to = check_point(drag.to) + complex(*meeting.shift)
        laid = laid.pulled(drawing, drag.peg, to, held=drag.held)
    told = (
        _spread_out(drawing, laid, taken_again(drawing, laid.items), selected, shows)
        if isinstance(laid, Repeating)
        else preview(drawing, laid, selected, shows)
    )
    return Spread(
        meeting=meeting,
        command=write_command(laid),
        pegs=laid.draft_pegs(drawing),
        repaint=told,
    )


MOST_SHOWN = 2_000
"""Items that are shown before they are made; what copies more than that is kept from the page."""


def _spread_out(
    drawing: Drawing, command: Repeating, held: Taken, selected: Sequence[str], shows: Shows
) -> Repaint:
    ways = command.ways(held.frame)
    check_count(len(ways) * len(held.items))
    if len(ways) * len(held.items) <= MOST_EXACT:
        return _previewed(drawing, command, selected, shows)
    rounds = max(1, MOST_SHOWN // len(held.items))
    said = message("notes.preview_copies", count=rounds) if rounds < len(ways) else ""
    return replace(
        NOTHING,
        selection=selection(drawing, selected, shows),
        said=said,
        moved=Moved(matrices=tuple(matrix_of(w.by) for w in ways[:rounds]), copies=True),
    )


def near(drawing: Drawing, item: str, at: complex) -> tuple[AnchorRef, AnchorRef]:
    """The two anchors of the segment of an outline that is nearest to a place.

    Raises:
        Refusal: as `Drawing.outline`, or `no_segment`.
    """
    outline = drawing.outline(item)
    contour, found = segment_near(outline, at)
    after = (found.segment + 1) % len(outline.contours[contour].anchors)
    return (item, contour, found.segment), (item, contour, after)


def anchor_near(drawing: Drawing, item: str, at: complex, *, reach: float) -> AnchorMark | None:
    """The mark of the anchor of an outline that is nearest to a place, if it is within reach."""
    there = drawing.items.get(item)
    outline = None if there is None else anchored(drawing, there, "corners")
    if outline is None or not outline.contours:
        return None
    away, c, i = min(
        (abs(a.at - at), c, i)
        for c, path in enumerate(outline.contours)
        for i, a in enumerate(path.anchors)
    )
    return anchor_marks(outline, c, (i,))[0] if away <= reach else None


def anchors_within(drawing: Drawing, start: complex, end: complex) -> tuple[AnchorRef, ...]:
    """The anchors of which a dragged box holds one image, of outlines that can be edited."""
    area = Box.around((start, end))
    found = within(drawing, start, end, place=None)
    outlines = [o for o in map(drawing.items.__getitem__, found) if isinstance(o, Outline)]
    return tuple(
        (o.id, c, i)
        for o in outlines
        for images in (images_of(drawing, o.id),)
        for c, path in enumerate(o.contours)
        for i, a in enumerate(path.anchors)
        if any(area.has(image(a.at)) for image in images)
    )
