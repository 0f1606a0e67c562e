"""Deltas and changes: what an edit does to a drawing, and what takes it back.

A delta is applied in this order: items put, moves in the order, items removed, the sheet.
"""

import itertools
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from buildup.drawing.codec import read_item, read_kept, write, write_item
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
        """One delta for this one and a later one, as `chained`."""
        return chained((self, later))

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
            sheet=None if data["sheet"] is None else read_kept(Sheet, data["sheet"]),
        )


def chained(deltas: Iterable[Delta]) -> Delta:
    """One delta for several, the earliest first.

    Moves just follow each other: removals come after all moves, so an item that one delta removes
    may still serve as a place for the moves of a later one.
    """
    put: dict[str, Item] = {}
    moves: list[Move] = []
    gone: set[str] = set()
    sheet: Sheet | None = None
    for delta in deltas:
        moves += delta.moves
        for item_id in delta.removed:
            put.pop(item_id, None)
            gone.add(item_id)
        for item in delta.put:
            put[item.id] = item
            gone.discard(item.id)
        sheet = delta.sheet or sheet
    return Delta(tuple(put.values()), tuple(moves), tuple(sorted(gone)), sheet)


@dataclass(frozen=True, slots=True)
class Change:
    """What a command does: its name for the designer, the delta, and the delta back."""

    name: str
    forward: Delta
    back: Delta

    def then(self, later: "Change") -> "Change":
        """One change for this one and one that goes on with it."""
        return Change(later.name, self.forward.then(later.forward), later.back.then(self.back))

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
        row = _Row(order)
        for item_id, behind in delta.moves:
            row.move(item_id, behind)
        for item_id in delta.removed:
            row.take(item_id)
        order = row.listed()
    return Drawing(delta.sheet or drawing.sheet, items, order)


def inverse(drawing: Drawing, delta: Delta) -> Delta:
    """The delta that takes `delta` back on the drawing it was made for."""
    put = [drawing.items[i.id] for i in delta.put if i.id in drawing.items]
    put += [drawing.items[i] for i in delta.removed if i in drawing.items]
    moves: list[Move] = []
    if delta.moves or delta.removed:
        row = _Row(drawing.order)
        for item_id, behind in delta.moves:
            if item_id in drawing.items:
                moves.append((item_id, row.behind(item_id)))
            row.move(item_id, behind)
        for item_id in delta.removed:
            if item_id in drawing.items:
                moves.append((item_id, row.behind(item_id)))
            row.take(item_id)
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


class _Row:
    """Ids in a row, each of which knows its neighbours, so that a move costs the same anywhere."""

    def __init__(self, order: Iterable[str]) -> None:
        ids: list[str | None] = [None, *order, None]
        self._on: dict[str | None, str | None] = dict(itertools.pairwise(ids))
        self._back: dict[str | None, str | None] = dict(itertools.pairwise(reversed(ids)))

    def behind(self, item_id: str) -> str | None:
        """The id just behind one; None at the very back."""
        return self._back[item_id]

    def take(self, item_id: str) -> None:
        """Take an id out, if it is there."""
        if item_id in self._on:
            back, on = self._back.pop(item_id), self._on.pop(item_id)
            self._on[back], self._back[on] = on, back

    def move(self, item_id: str, behind: str | None) -> None:
        """Put an id just in front of another one, or at the very back."""
        self.take(item_id)
        on = self._on[behind]
        self._on[behind], self._on[item_id] = item_id, on
        self._back[item_id], self._back[on] = behind, item_id

    def listed(self) -> tuple[str, ...]:
        """All ids from back to front."""
        found: list[str] = []
        at = self._on[None]
        while at is not None:
            found.append(at)
            at = self._on[at]
        return tuple(found)
