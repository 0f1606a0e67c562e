"""Taking hold of items: those that may be edited, what is drawn in them, the frame around them."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import cast

from buildup.drawing.items import Several
from buildup.drawing.itemtypes import Item, Painted
from buildup.drawing.model import Drawing
from buildup.edits.change import Delta
from buildup.forms.frames import OrientedBox, standing_of
from buildup.forms.placement import PLACED, ItemMap, Placed, moved_item
from buildup.messages import refusal


def several(count: int) -> str:
    """How a step's name counts items."""
    return "item" if count == 1 else f"{count} items"


def open_items(drawing: Drawing, ids: Sequence[str]) -> list[Item]:
    """The items of some ids, all of which may be edited.

    Raises:
        Refusal: `nothing_selected`, `unknown_item` or `locked_item`.

    """
    if not ids:
        raise refusal("nothing_selected")
    return [drawing.open_item(i) for i in dict.fromkeys(ids)]


def open_painted(drawing: Drawing, ids: Sequence[str]) -> list[Painted]:
    """What is painted among some items and in what they hold, each once; assemblies as one.

    A container that may be edited is dealt with as one: what is locked inside it goes along.

    Raises:
        Refusal: as `open_items`.

    """
    tops = [i.id for i in open_items(drawing, ids)]
    painted = dict.fromkeys(p for i in tops for p in drawing.painted_in(i))
    return [drawing.painted_item(i) for i in painted]


def check_open(drawing: Drawing, ids: Sequence[str]) -> None:
    """See that some items may be edited; those that may are not read for it.

    Raises:
        Refusal: as `open_items`.

    """
    if not ids:
        raise refusal("nothing_selected")
    for item_id in ids:
        if item_id not in drawing.items or drawing.locked(item_id):
            drawing.open_item(item_id)  # says what is the matter


def placed_in(drawing: Drawing, ids: Iterable[str]) -> Sequence[Placed]:
    """All that stands somewhere among some items and in what they hold, each once.

    What is drawn is read when somebody comes to it.
    """
    return _each(drawing, _placed_ids(drawing, ids))


def _placed_ids(drawing: Drawing, ids: Iterable[str]) -> tuple[str, ...]:
    every = dict.fromkeys(i for top in ids for i in (top, *drawing.tree.below(top)))
    leaf = drawing.tree.is_leaf
    return tuple(i for i in every if leaf(i) or isinstance(drawing.items[i], PLACED))


def _each(drawing: Drawing, placed: Sequence[str]) -> Sequence[Placed]:
    return cast("Sequence[Placed]", Several(drawing.items, placed))


@dataclass(frozen=True, slots=True)
class SelectionBox:
    """Items that are taken hold of together.

    Args:
        ids: all that stands somewhere among them.
        items: the same, read when somebody comes to it.
        frame: the frame around them.

    """

    ids: tuple[str, ...]
    items: Sequence[Placed]
    frame: OrientedBox

    def moved(self, item_map: ItemMap) -> Delta:
        """The delta that lets them take a way."""
        return Delta(put=tuple(moved_item(i, item_map) for i in self.items))


def taken_again(drawing: Drawing, ids: tuple[str, ...]) -> SelectionBox:
    """As `taken`, without looking again where the very same was taken last."""
    return drawing.memo.last(taken, ids, lambda: taken(drawing, ids))


def taken(drawing: Drawing, ids: Sequence[str]) -> SelectionBox:
    """Items and the frame around them.

    Raises:
        Refusal: as `open_items`; also `nothing_selected` when they hold nothing.

    """
    each = tuple(dict.fromkeys(ids))
    check_open(drawing, each)
    frame = standing_of(drawing, each)
    if frame is None:
        raise refusal("nothing_selected.empty")
    placed = _placed_ids(drawing, each)
    return SelectionBox(placed, _each(drawing, placed), frame)
