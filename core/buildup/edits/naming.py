"""Names that nobody gave follow what an item is: an ellipse made an outline is called outline."""

import re
from collections.abc import Mapping
from dataclasses import replace

from buildup.drawing.itemtypes import Assembly, Item, Outline, Shape, Symmetry
from buildup.drawing.model import Drawing
from buildup.edits.change import Delta
from buildup.edits.items.newitems import new_name
from buildup.shapes.registry import SHAPES

OPERATIONS: Mapping[str, str] = {
    "union": "Union",
    "difference": "Difference",
    "intersection": "Intersection",
    "exclusion": "Symmetric difference",
}
"""The trade's name for what comes of an assembly whose parts but the backmost do the same."""

PATTERNS: Mapping[str, str] = {"mirror": "Mirror", "wheel": "Wheel", "kaleidoscope": "Kaleidoscope"}
"""What a symmetry is called."""


def label_of(item: Item) -> str | None:
    """What an item is, as its name begins where nobody gave it one; None: it has such a name."""
    match item:
        case Shape():
            kind = SHAPES.get(item.shape)
            return kind.label if kind else None
        case Assembly():
            return OPERATIONS[item.operation]
        case Symmetry():
            return PATTERNS[item.pattern]
        case Outline():
            return "Outline"
    return None


def with_names(drawing: Drawing, delta: Delta) -> Delta:
    """The delta with the names of what became something else, where nobody had given them."""
    put = tuple(_named(drawing, item) for item in delta.put)
    return delta if put == delta.put else replace(delta, put=put)


def _named(drawing: Drawing, item: Item) -> Item:
    before = drawing.items.get(item.id)
    now = label_of(item)
    if before is None or before.name != item.name or now is None:
        return item
    return replace(item, name=name_as(drawing, before, now))


def name_as(drawing: Drawing, item: Item, now: str) -> str:
    """The name of an item once it is something else: its own, where somebody gave it one."""
    was = label_of(item)
    if was is None or was == now or not re.fullmatch(rf"{re.escape(was)} \d+", item.name):
        return item.name
    return new_name(drawing, now, None, number=item.name.rpartition(" ")[2])
