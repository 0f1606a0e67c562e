"""What is asked of every new item: its id, its name, its style."""

import itertools
from collections.abc import Container, Iterable

from buildup.contours.anchors import MOST_ANCHORS, Contour, anchor_count
from buildup.drawing.checks import check_name
from buildup.drawing.items import Items
from buildup.drawing.model import Drawing
from buildup.messages import refusal


def new_name(drawing: Drawing, label: str, name: str | None, *, number: str = "") -> str:
    """The given name, or the label with the next number that no item has in its name.

    Args:
        drawing: where it is to be.
        label: what it is.
        name: what it is called, where somebody says that.
        number: the number that is tried first; empty: how many items there are.

    """
    if name is not None:
        check_name(name)
        return name
    held = drawing.items if isinstance(drawing.items, Items) else Items(drawing.items)
    first = int(number) if number else len(drawing.items) - len(drawing.tree.children()) + 1
    numbered = (f"{label} {number}" for number in itertools.count(first))
    return next(n for n in numbered if not held.has_name(n))


def check_new(drawing: Drawing, item_id: str) -> None:
    """Refuses an id that is taken."""
    if item_id in drawing.items:
        raise refusal("item_exists", item_id)


def free_id(taken: Container[str], item_id: str) -> str:
    """An id that is free, for what comes of an item: the item's own with a number."""
    numbers = itertools.count(1)
    return next(i for n in numbers if (i := f"{item_id[:32]}-{n}") not in taken)


def check_contours(name: str, contours: Iterable[Contour]) -> None:
    """Refuses more anchors than an outline may have."""
    if anchor_count(contours) > MOST_ANCHORS:
        raise refusal("too_many_anchors.item", name=name, most=MOST_ANCHORS)
