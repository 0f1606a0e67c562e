"""Deltas and changes: what an edit does to a drawing, and what takes it back.

A delta is applied in this order: items put, moves in the order, items removed, the sheet.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from buildup.drawing.codec import read, read_item, write, write_item
from buildup.drawing.items import Items
from buildup.drawing.model import Drawing, Item, Sheet

Move = tuple[str, str | None]
"""An item's id, and the id of the item it comes to lie just in front of (None: at the back)."""


@dataclass(frozen=True, slots=True)
class Delta:
    """A difference between two drawings, as large as what is touched.

    Args:
        put: items new or changed, whole.
        moves: places in the order, one after the other.
        removed: ids of items that go.
        sheet: the new sheet, or None when it stays.
        said: a sentence for the designer on what came of it, where that is not plain to see; it
            is not kept.

    """

    put: tuple[Item, ...] = ()
    moves: tuple[Move, ...] = ()
    removed: tuple[str, ...] = ()
    sheet: Sheet | None = None
    said: str = ""

    def then(self, later: "Delta") -> "Delta":
        """One delta for this one and a later one.

        Moves just follow each other: removals come after all moves, so an item that this delta
        removes may still serve as a place for the moves of the later one.
        """
        gone = {*self.removed, *later.removed} - {i.id for i in later.put}
        put = {i.id: i for i in (*self.put, *later.put)}
        return Delta(
            put=tuple(i for i in put.values() if i.id not in gone),
            moves=self.moves + later.moves,
            removed=tuple(sorted(gone)),
            sheet=later.sheet or self.sheet,
        )

    def to_json(self) -> dict[str, Any]:
        """The delta as JSON values."""
        return {
            "put": [write_item(i) for i in self.put],
            "moves": [list(m) for m in self.moves],
            "removed": list(self.removed),
            "sheet": None if self.sheet is None else write(self.sheet),
        }

    @classmethod
    def from_json(cls, data: Mapping[str, Any]) -> "Delta":
        """The delta that `to_json` wrote."""
        return cls(
            put=tuple(read_item(i) for i in data["put"]),
            moves=tuple((m[0], m[1]) for m in data["moves"]),
            removed=tuple(data["removed"]),
            sheet=None if data["sheet"] is None else read(Sheet, data["sheet"]),
        )


@dataclass(frozen=True, slots=True)
class Change:
    """What a command does: its name for the designer, the delta, and the delta back."""

    name: str
    forward: Delta
    back: Delta

    def inverted(self) -> "Change":
        """The change that takes this one back."""
        return Change(self.name, self.back, self.forward)


def updated(drawing: Drawing, delta: Delta) -> Drawing:
    """The drawing after a delta."""
    held = drawing.items
    items = held if isinstance(held, Items) else Items(held)
    items = items.changed(put=delta.put, removed=delta.removed)
    order = drawing.order
    if delta.moves or delta.removed:
        listed = list(order)
        for item_id, behind in delta.moves:
            _move(listed, item_id, behind)
        gone = set(delta.removed)
        order = tuple(i for i in listed if i not in gone) if gone else tuple(listed)
    return Drawing(delta.sheet or drawing.sheet, items, order)


def inverse(drawing: Drawing, delta: Delta) -> Delta:
    """The delta that takes `delta` back on the drawing it was made for."""
    put = [drawing.items[i.id] for i in delta.put if i.id in drawing.items]
    put += [drawing.items[i] for i in delta.removed if i in drawing.items]
    moves: list[Move] = []
    if delta.moves or delta.removed:
        order = list(drawing.order)
        for item_id, behind in delta.moves:
            if item_id in drawing.items:
                moves.append((item_id, _behind(order, item_id)))
            _move(order, item_id, behind)
        for item_id in delta.removed:
            if item_id in drawing.items:
                moves.append((item_id, _behind(order, item_id)))
                order.remove(item_id)
    return Delta(
        put=tuple({i.id: i for i in put}.values()),
        moves=tuple(reversed(moves)),
        removed=tuple(i.id for i in delta.put if i.id not in drawing.items),
        sheet=drawing.sheet if delta.sheet is not None else None,
    )


def in_front(order: Iterable[str], ids: Iterable[str]) -> tuple[Move, ...]:
    """Moves that put new items in front of all others, one after the other."""
    behind = next(iter(reversed(tuple(order))), None)
    moves: list[Move] = []
    for item_id in ids:
        moves.append((item_id, behind))
        behind = item_id
    return tuple(moves)


def _move(order: list[str], item_id: str, behind: str | None) -> None:
    if item_id in order:
        order.remove(item_id)
    order.insert(order.index(behind) + 1 if behind is not None else 0, item_id)


def _behind(order: list[str], item_id: str) -> str | None:
    index = order.index(item_id)
    return order[index - 1] if index else None
