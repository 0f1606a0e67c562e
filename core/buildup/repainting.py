"""What looks different after an edit, or while one is made."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from buildup.drawing.itemtypes import Assembly, Group, Item, Linked, Symmetry, finish_of
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.drawing.tree import Move, Tree
from buildup.edits.apply import foreseen
from buildup.edits.change import Delta, touched_by, updated
from buildup.edits.command import Command
from buildup.edits.items.placing import Placing
from buildup.edits.items.targets import SelectionBox, taken_again
from buildup.following.bounds import follows_any
from buildup.messages import refusal
from buildup.view.drawables import Drawable, drawable
from buildup.view.selection import (
    ALL,
    Selection,
    ViewRequest,
    frame_box,
    selection,
)
from buildup.view.splices import spliced
from buildup.view.symmetrymarks import Matrix, matrix_of, symmetry_mark

MOST_AT_ONCE = 6_000
"""Pairs of curves that may meet: so many take about a second in a browser."""
MOST_ON_SERVER = 4 * MOST_AT_ONCE
"""The same on a server, which is so much faster."""
MOST_EXACT = 40
"""Items that are previewed by their new geometry; more of them are moved as they are drawn, so that
a preview of any number costs the same. Corner radii of shapes that are being scaled follow when the
hand lets go."""


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
    message: str = ""
    """A sentence on what came of it, where that is not plain to see."""
    moved: "Moved | None" = None
    """Items that one matrix moves, in a preview of many of them."""
    selects: tuple[str, ...] = ()
    """What is to be selected from here on; nothing: the selection stays as it is."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Moved:
    """The maps that move the items of the command as they are drawn."""

    matrices: tuple[Matrix, ...]
    """One, or one for each round of copies."""
    copies: bool = False
    """The items stay as well."""


class InteractiveBudget:
    """The patience of somebody who looks while the hand moves, as `patience.reporting_to` wants it.

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


def whole(drawing: Drawing) -> Repaint:
    """All of a drawing, for somebody who holds nothing of it; nothing is selected."""
    items = tuple(drawable(drawing, i) for i in drawing.tree.below() if i in drawing.items)
    nothing = selection(drawing, ())
    return Repaint(items=items, removed=(), moves=(), sheet=drawing.sheet, selection=nothing)


def repaint(
    after: Drawing,
    delta: Delta,
    selected: Sequence[str],
    view: ViewRequest = ALL,
    *,
    before: Tree | None = None,
    held: Drawing | None = None,
) -> Repaint:
    """The repaint of a delta that led to the drawing `after`.

    Args:
        after: the drawing after it.
        delta: what changed.
        selected: what is selected.
        view: what the tool shows of that.
        before: the tree that it started from, for somebody who knows the marks of it; without it
            all marks are told, and all groups where any item may have left one.
        held: the drawing as somebody holds it, who is told of long paths only what changed.

    """
    changed = changed_items(after, delta, before=before)
    return _repaint_of(changed, after, delta, selected, view, before=before, held=held)


def _repaint_of(
    changed: tuple[str, ...],
    after: Drawing,
    delta: Delta,
    selected: Sequence[str],
    view: ViewRequest,
    *,
    before: Tree | None,
    held: Drawing | None,
) -> Repaint:
    """The repaint of a delta that tells some items of those that it changed."""
    only = None if before is None else changed
    repaint = [drawable(after, i) for i in changed]
    if held is not None and not view.whole:
        repaint = [
            spliced(d, drawable(held, d.id) if d.id in held.items else None) for d in repaint
        ]
    return Repaint(
        items=tuple(repaint),
        removed=delta.removed,
        moves=delta.moves,
        sheet=delta.sheet,
        selection=selection(after, selected, view, only=only),
        message=delta.message,
        selects=delta.selects,
    )


def changed_items(after: Drawing, delta: Delta, *, before: Tree | None) -> tuple[str, ...]:
    """The items that look different after a delta: those put, and groups that hold any touched."""
    put = delta.changed
    touched = touched_by(delta, (after.tree,) if before is None else (before, after.tree))
    if before is None and (delta.moves or delta.removed):
        touched = set(after.tree.below())
    holders = (i for i in sorted(touched.difference(put)) if not after.tree.is_leaf(i))
    groups = (i for i in holders if i in after.items and _shows_parts(after.items[i]))
    return (*put, *groups)


def preview(
    drawing: Drawing, command: Command, selected: Sequence[str], view: ViewRequest = ALL
) -> Repaint:
    """What a command would change; nothing is kept.

    Raises:
        Refusal: as `apply`.
    """
    if isinstance(command, Placing):
        held = taken_again(drawing, command.items)
        if follows_any(drawing, held.ids):
            return previewed(drawing, command, selected, view)
        if len(held.ids) > MOST_EXACT:
            return _moved_as_drawn(command, held)
        repaint = previewed(drawing, command, selected, view)
        return _framed_as_one(repaint, command, held) if selected else repaint
    return previewed(drawing, command, selected, view)


def previewed(
    drawing: Drawing, command: Command, selected: Sequence[str], view: ViewRequest
) -> Repaint:
    """What an edit would change, with the new geometry of all that it touches."""
    delta = foreseen(drawing, command)
    after = updated(drawing, delta)
    changed = changed_items(after, delta, before=drawing.tree)
    put = frozenset(delta.changed)
    shown = tuple(i for i in changed if i in put or _looks_different(drawing, after, i))
    return _repaint_of(shown, after, delta, selected, view, before=drawing.tree, held=drawing)


def _shows_parts(item: Item) -> bool:
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


def _framed_as_one(repaint: Repaint, command: Placing, held: SelectionBox) -> Repaint:
    """The same with the frame turned and sheared as the items are, for as long as they are held."""
    frame = frame_box(held.frame.moved(command.item_map(held.frame).by))
    return replace(repaint, selection=replace(repaint.selection, frame=frame))


def _moved_as_drawn(command: Placing, held: SelectionBox) -> Repaint:
    """The repaint of items under a map, without their new geometry; of the marks only the frame."""
    by = command.item_map(held.frame).by
    frame = frame_box(held.frame.moved(by))
    return replace(
        NOTHING,
        selection=replace(NOTHING.selection, frame=frame, marked=()),
        moved=Moved(matrices=(matrix_of(by),), copies=command.copies is not None),
    )


NOTHING = Repaint(
    items=(),
    removed=(),
    moves=(),
    sheet=None,
    selection=Selection(items=(), frame=None, anchors=(), pegs=(), dials=()),
)
"""The repaint of nothing."""
