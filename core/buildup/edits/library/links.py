"""Linked copies in all other edits: what they hold changes with them only."""

from collections.abc import Iterable

from buildup.drawing.itemtypes import Linked
from buildup.drawing.model import Drawing
from buildup.edits.change import Delta
from buildup.messages import refusal


def check_links(drawing: Drawing, delta: Delta) -> None:
    """Refuses a delta that changes what linked copies hold, and not the copies themselves.

    Args:
        drawing: before it.
        delta: what is about to change.

    Raises:
        Refusal: `linked_item`.

    """
    itself = {i.id for i in delta.put} | set(delta.removed)
    touched = {*delta.changed, *delta.removed, *(m[0] for m in delta.moves)}
    into = {m[1] for m in delta.moves}
    for item_id in (*_around(drawing, touched), *into, *_around(drawing, into)):
        item = drawing.items.get(item_id)
        if isinstance(item, Linked) and item_id not in itself:
            raise refusal("linked_item", item_id, name=item.name)


def _around(drawing: Drawing, ids: Iterable[str]) -> Iterable[str]:
    return dict.fromkeys(c for i in ids for c in drawing.tree.above(i))
