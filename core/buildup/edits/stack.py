"""The Stack: remove, duplicate, order, hide, lock and name items and containers."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.checks import check_id, check_name
from buildup.drawing.model import Drawing, Drawn, Holder, Item, Layer
from buildup.drawing.tree import ROOT, Move
from buildup.edits.change import Delta, row_of
from buildup.edits.command import Command, Point
from buildup.edits.newitems import check_new
from buildup.edits.taking import open_items, several
from buildup.errors import Refusal
from buildup.geometry.transforms import Affine, shift
from buildup.shapes.placement import moved_item


@dataclass(frozen=True, slots=True, kw_only=True)
class RemoveItems(Command):
    """Removes items, and containers with all that they hold; the last layer stays."""

    kind: Literal["remove_items"] = "remove_items"
    items: tuple[str, ...]
    """Which items."""

    @property
    def name(self) -> str:
        return f"Delete {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        open_items(drawing, self.items)
        tops = drawing.tree.tops(self.items)
        gone = [i for top in tops for i in reversed((top, *drawing.tree.below(top)))]
        for item_id in gone:
            drawing.open_item(item_id)
        if set(drawing.tree.children()) <= set(tops):
            raise Refusal(
                "last_layer",
                "A drawing keeps one layer at least. Nothing was removed; "
                "add another layer first, or remove what lies in this one.",
            )
        return Delta(removed=tuple(gone))


@dataclass(frozen=True, slots=True, kw_only=True)
class DuplicateItems(Command):
    """Copies items, each container with all that it holds.

    Each copy comes to lie in front of all others in the container of its original, or where
    `container` and `behind` say.
    """

    kind: Literal["duplicate_items"] = "duplicate_items"
    items: tuple[str, ...]
    """Which items."""
    copies: tuple[str, ...]
    """The ids of the copies, one for each item; what a container holds gets ids made from its."""
    by: Point = (0.0, 0.0)
    """How far the copies stand from their originals."""
    container: str | None = None
    """The container the copies come to lie in; None: each in that of its original."""
    behind: str | None = None
    """With `container`: the item there that the copies lie just in front of; None: at its back."""

    @property
    def name(self) -> str:
        return f"Duplicate {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        own = set(self.copies)
        if len(own) != len(self.copies) or len(own) != len(set(self.items)):
            raise Refusal("bad_id", "Each copy needs an id of its own. Nothing was changed.")
        open_items(drawing, self.items)
        by = shift(complex(*self.by))
        tops = drawing.tree.tops(self.items)
        roots = self.copies[: len(tops)]
        put: list[Item] = []
        inside: list[Move] = []
        for top, copy_id in zip(tops, roots, strict=True):
            new = {top: copy_id}
            for number, held in enumerate(drawing.tree.below(top), start=1):
                new[held] = f"{copy_id}-{number}"
            for original, copied in new.items():
                check_id(copied)
                check_new(drawing, copied)
                put.append(replace(_moved(drawing.items[original], by), id=copied))
                children = (new[c] for c in drawing.tree.children(original))
                inside += row_of(children, copied, None)
        return Delta(put=tuple(put), moves=(*self._places(drawing, tops, roots), *inside))

    def _places(
        self, drawing: Drawing, tops: tuple[str, ...], roots: tuple[str, ...]
    ) -> tuple[Move, ...]:
        if self.container is not None:
            check_room(drawing, tops, self.container, self.behind)
            return row_of(roots, self.container, self.behind)
        fronts: dict[str, str] = {}
        moves: list[Move] = []
        for top, copy_id in zip(tops, roots, strict=True):
            container = drawing.tree.container(top)
            front = fronts.get(container, drawing.tree.children(container)[-1])
            moves.append((copy_id, container, front))
            fronts[container] = copy_id
        return tuple(moves)


def _moved(item: Item, by: Affine) -> Item:
    return moved_item(item, by) if isinstance(item, Drawn) else item


def check_room(drawing: Drawing, ids: Iterable[str], into: str, behind: str | None) -> None:
    """Refuses a place that cannot take some items.

    Raises:
        Refusal: `unknown_item`, `locked_item`, `not_a_container`, `layers_on_top` where layers
            and other items would come to lie in the wrong place, `in_itself`.

    """
    if into != ROOT and not isinstance(drawing.open_item(into), Holder):
        raise Refusal("not_a_container", "That holds nothing. Nothing was moved.", into)
    if behind is not None and behind not in drawing.tree.children(into):
        raise Refusal("unknown_item", "That place is gone. Nothing was moved.", behind)
    around = {into, *drawing.tree.above(into)}
    for item_id in ids:
        if isinstance(drawing.item(item_id), Layer) != (into == ROOT):
            raise Refusal(
                "layers_on_top",
                "Layers lie side by side, and all other items in a layer. Nothing was moved.",
                item_id,
            )
        if item_id in around:
            raise Refusal("in_itself", "A group cannot hold itself. Nothing was moved.", item_id)


@dataclass(frozen=True, slots=True, kw_only=True)
class OrderItems(Command):
    """Puts items, in their present order, just in front of another item or at the back."""

    kind: Literal["order_items"] = "order_items"
    items: tuple[str, ...]
    """Which items."""
    behind: str | None = None
    """The item they come to lie in front of; None: the very back."""
    container: str | None = None
    """The container they come to lie in; None: that of `behind`, or else of the first of them."""

    @property
    def name(self) -> str:
        return f"Reorder {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        for item_id in self.items:
            drawing.item(item_id)
        tops = drawing.tree.tops(self.items)
        if not tops:
            raise Refusal("nothing_selected", "Nothing is selected. Pick an item first.")
        into = self._container(drawing, tops)
        for item_id in tops:
            if drawing.tree.container(item_id) != into:
                drawing.open_item(item_id)
        check_room(drawing, tops, into, self.behind)
        below = self.behind
        if below in tops:
            row = drawing.tree.children(into)
            rest = [i for i in row[: row.index(below)] if i not in tops]
            below = rest[-1] if rest else None
        return Delta(moves=row_of(tops, into, below))

    def _container(self, drawing: Drawing, tops: tuple[str, ...]) -> str:
        if self.container is not None:
            return self.container
        if self.behind is not None:
            drawing.item(self.behind)
            return drawing.tree.container(self.behind)
        return drawing.tree.container(tops[0])


@dataclass(frozen=True, slots=True, kw_only=True)
class HideItems(Command):
    """Hides items or shows them again; what is hidden is not sent out."""

    kind: Literal["hide_items"] = "hide_items"
    items: tuple[str, ...]
    """Which items."""
    hidden: bool
    """Hide, or show."""

    @property
    def name(self) -> str:
        return f"{'Hide' if self.hidden else 'Show'} {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        found = [drawing.item(i) for i in self.items]
        return Delta(put=tuple(replace(i, hidden=self.hidden) for i in found))


@dataclass(frozen=True, slots=True, kw_only=True)
class LockItems(Command):
    """Locks items against edits or frees them again."""

    kind: Literal["lock_items"] = "lock_items"
    items: tuple[str, ...]
    """Which items."""
    locked: bool
    """Lock, or free."""

    @property
    def name(self) -> str:
        return f"{'Lock' if self.locked else 'Unlock'} {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        found = [drawing.item(i) for i in self.items]
        return Delta(put=tuple(replace(i, locked=self.locked) for i in found))


@dataclass(frozen=True, slots=True, kw_only=True)
class RenameItem(Command):
    """Gives an item another name."""

    kind: Literal["rename_item"] = "rename_item"
    item: str
    """Which item."""
    called: str
    """Its new name."""

    @property
    def name(self) -> str:
        return "Rename item"

    def delta(self, drawing: Drawing) -> Delta:
        check_name(self.called)
        return Delta(put=(replace(drawing.item(self.item), name=self.called.strip()),))
