"""Copies that follow what is kept on the shelf, and containers that become plain groups."""

from dataclasses import replace

from buildup.drawing.clips import Clip
from buildup.drawing.itemtypes import Assembly, Group, Item, Linked, Symmetry, finish_of


def as_group(item: Symmetry | Assembly | Linked) -> Group:
    """A container as a plain group that shows as it did."""
    return Group(
        id=item.id,
        name=item.name,
        finish=finish_of(item),
        hidden=item.hidden,
        locked=item.locked,
        role=item.role,
    )


def unlinked(clip: Clip) -> Clip:
    """A clip that follows nothing: its linked copies are groups."""
    plain: tuple[Item, ...] = tuple(as_group(i) if isinstance(i, Linked) else i for i in clip.items)
    return replace(clip, items=plain)
