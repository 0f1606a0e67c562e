"""Items that become one outline or several: their place in the tree, their ids, what goes."""

from collections.abc import Sequence
from dataclasses import replace

from buildup.contours.anchors import Contour
from buildup.drawing.itemtypes import Assembly, BlendEffect, Item, Painted
from buildup.drawing.model import Drawing
from buildup.drawing.tree import Move
from buildup.edits.assemblies.remains import left_of
from buildup.edits.change import Delta, row_of
from buildup.edits.items.newitems import check_contours, free_id
from buildup.edits.symmetry.welds import as_outline
from buildup.forms.placement import laid_item
from buildup.messages import refusal


class Making:
    """What is made of items of a drawing, until it is a delta."""

    def __init__(self, drawing: Drawing) -> None:
        self.drawing = drawing
        self.put: list[Item] = []
        self.moves: list[Move] = []
        self.removed: list[str] = []
        self._taken = set(drawing.items)

    def new_id(self, item_id: str) -> str:
        """An id that is free, for what comes of an item."""
        new = free_id(self._taken, item_id)
        self._taken.add(new)
        return new

    def delta(self) -> Delta:
        """All of it."""
        return Delta(put=tuple(self.put), moves=tuple(self.moves), removed=tuple(self.removed))


class Replacement(Making):
    """What items become: the first of several takes the item's place, the others lie above it.

    What shows of an assembly beside its form stays, in a group with what the form becomes.
    """

    def become(self, item: Painted, forms: Sequence[tuple[Contour, ...]] | None) -> None:
        """An item becomes outlines of some contours each; None: it stays as it is."""
        if forms is None:
            return
        if isinstance(item, Assembly) and isinstance(item.result, BlendEffect):
            raise refusal("live_blend", item.id, name=item.name)
        plain = as_outline(laid_item(item), ())
        left = left_of(self.drawing, item)
        leaf = self.drawing.tree.is_leaf(item.id)
        row = []
        for number, contours in enumerate(forms):
            check_contours(item.name, contours)
            keeps = leaf and number == 0
            if left is not None:
                plain = replace(plain, hidden=False, locked=False, role=None)
            new = item.id if keeps else self.new_id(item.id)
            self.put.append(replace(plain, id=new, contours=contours))
            if not keeps:
                row.append(new)
        if left is not None:
            self.put += left.put
            self.moves += row_of(row, item.id, left.behind)
            self.removed += left.removed
            return
        self.moves += row_of(row, self.drawing.tree.container(item.id), item.id)
        if not forms or not leaf:
            self.removed.append(item.id)
