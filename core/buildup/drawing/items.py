"""The items of a drawing by id, read from their JSON form only when somebody looks at them."""

import json
from collections.abc import Iterable, Iterator, Mapping
from typing import Any

from buildup.drawing.codec import read_item
from buildup.drawing.itemtypes import Item


class Items(Mapping[str, Item]):
    """An immutable mapping of ids to items.

    An item may be given as JSON text; it is read at the first look, so that opening a large
    drawing costs nothing for what is not touched.
    """

    __slots__ = ("_held",)

    def __init__(self, held: Mapping[str, Item | str] | None = None) -> None:
        self._held: dict[str, Item | str] = dict(held or {})

    def __getitem__(self, item_id: str) -> Item:
        found = self._held[item_id]
        if isinstance(found, str):
            data: Any = json.loads(found)
            found = self._held[item_id] = read_item(data)
        return found

    def __contains__(self, item_id: object) -> bool:
        return item_id in self._held

    def __iter__(self) -> Iterator[str]:
        return iter(self._held)

    def __len__(self) -> int:
        return len(self._held)

    def naming(self, word: str) -> Iterator[Item]:
        """The items that may have a word as a value, told from the text of those not read."""
        yield from self.holding(json.dumps(word))

    def holding(self, part: str) -> Iterator[Item]:
        """The items whose text holds a part, and all that were read already."""
        for item_id, held in self._held.items():
            if not isinstance(held, str) or part in held:
                yield self[item_id]

    def names(self) -> Iterator[tuple[str, str]]:
        """The id and the name of each; what was not read is not read for that."""
        for item_id, held in self._held.items():
            yield item_id, _name_in(held) if isinstance(held, str) else held.name

    def changed(self, *, put: Iterable[Item], removed: Iterable[str]) -> "Items":
        """The items after some were put and others removed."""
        after = Items(self._held)
        after._held.update((i.id, i) for i in put)
        for item_id in removed:
            after._held.pop(item_id, None)
        return after


_NAME = '"name": '


def _name_in(text: str) -> str:
    """The name in an item's text: the first of that field, as an item begins with what all have."""
    start = text.find(_NAME)
    if start < 0:
        return ""
    name, _ = json.JSONDecoder().raw_decode(text, start + len(_NAME))
    return str(name)
