"""The items of a drawing by id, read from their JSON form only when somebody looks at them."""

import json
from collections.abc import Iterable, Iterator, Mapping, Sequence
from typing import Any, overload

from buildup.drawing.codec import read_item
from buildup.drawing.itemtypes import Item
from buildup.drawing.sharing.layered import Layered


class Items(Mapping[str, Item]):
    """An immutable mapping of ids to items.

    An item may be given as JSON text; it is read at the first look, so that opening a large
    drawing costs nothing for what is not touched.
    """

    __slots__ = ("_held", "_named")

    def __init__(self, held: Mapping[str, Item | str] | None = None) -> None:
        self._held: Layered[Item | str] = Layered(held)
        self._named: tuple[Mapping[str, Item | str], dict[str, list[str]]] | None = None
        """What is shared, and the ids there by their names."""

    def __getitem__(self, item_id: str) -> Item:
        found = self._held[item_id]
        if isinstance(found, str):
            data: Any = json.loads(found)
            found = read_item(data)
            self._held.keep(item_id, found)
        return found

    def __contains__(self, item_id: object) -> bool:
        return item_id in self._held

    def __iter__(self) -> Iterator[str]:
        return iter(self._held)

    def __len__(self) -> int:
        return len(self._held)

    def may_hold(self, item_id: str, part: str) -> bool:
        """Whether an item's text holds a part, or the item was read already."""
        held = self._held[item_id]
        return not isinstance(held, str) or part in held

    def unread(self, item_id: str) -> str | None:
        """The text of an item that nobody has looked at."""
        held = self._held[item_id]
        return held if isinstance(held, str) else None

    def outline_angle(self, item_id: str) -> float | None:
        """The angle of an outline that nobody has looked at; None: one has to look."""
        text = self.unread(item_id)
        if text is None or not text.startswith(_OUTLINE) or text.count(_ANGLE) != 1:
            return None
        angle, _ = json.JSONDecoder().raw_decode(text, text.find(_ANGLE) + len(_ANGLE))
        return float(angle) if isinstance(angle, int | float) else None

    def naming(self, word: str) -> Iterator[Item]:
        """The items that may have a word as a value, told from the text of those not read."""
        yield from self.holding(json.dumps(word))

    def holding(self, part: str) -> Iterator[Item]:
        """The items whose text holds a part, and all that were read already."""
        for item_id in self:
            if self.may_hold(item_id, part):
                yield self[item_id]

    def names(self) -> Iterator[tuple[str, str]]:
        """The id and the name of each; what was not read is not read for that."""
        for item_id in self:
            held = self._held[item_id]
            yield item_id, _name_of(held)

    def has_name(self, name: str) -> bool:
        """Whether any item is called so; it costs what was changed, but for the first time."""
        held = self._held
        if self._named is None or self._named[0] is not held.base:
            named: dict[str, list[str]] = {}
            for item_id, item in held.base.items():
                named.setdefault(_name_of(item), []).append(item_id)
            self._named = held.base, named
        if any(_name_of(item) == name for item in held.over.values()):
            return True
        return any(map(held.is_shared, self._named[1].get(name, ())))

    def since(self, before: "Items") -> set[str] | None:
        """The ids of items that are otherwise than before; None: they share too little to say."""
        return self._held.since(before._held)

    def changed(self, *, put: Iterable[Item], removed: Iterable[str]) -> "Items":
        """The items after some were put and others removed; it costs what is changed."""
        after = Items()
        after._held = self._held.changed({i.id: i for i in put}, removed)
        after._named = self._named
        return after


class Several(Sequence[Item]):
    """Some items of a drawing one after the other, each read when somebody comes to it."""

    def __init__(self, items: Mapping[str, Item], ids: Sequence[str]) -> None:
        self._items = items
        self.ids = ids

    @overload
    def __getitem__(self, n: int) -> Item: ...
    @overload
    def __getitem__(self, n: slice) -> "Several": ...
    def __getitem__(self, n: int | slice) -> "Item | Several":
        if isinstance(n, slice):
            return Several(self._items, self.ids[n])
        return self._items[self.ids[n]]

    def __len__(self) -> int:
        return len(self.ids)

    def holding(self, part: str) -> Iterator[Item]:
        """Those whose text holds a part, and all that were read already."""
        items = self._items
        for item_id in self.ids:
            if not isinstance(items, Items) or items.may_hold(item_id, part):
                yield items[item_id]


_NAME = '"name": '
_OUTLINE = '{"type": "outline"'
_ANGLE = '"angle": '


def _name_of(held: Item | str) -> str:
    return _name_in(held) if isinstance(held, str) else held.name


def _name_in(text: str) -> str:
    """The name in an item's text: the first of that field, as an item begins with what all have."""
    start = text.find(_NAME)
    if start < 0:
        return ""
    name, _ = json.JSONDecoder().raw_decode(text, start + len(_NAME))
    return str(name)
