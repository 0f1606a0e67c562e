"""The Stack: remove, duplicate, order, hide, lock and name items."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.checks import check_name
from buildup.drawing.model import Drawing, Item
from buildup.edits.change import Delta, Move, in_front
from buildup.edits.command import Command, Point
from buildup.edits.outlines import check_new
from buildup.edits.placing import open_items, several
from buildup.errors import Refusal
from buildup.geometry.transforms import shift
from buildup.shapes.placement import moved_item


@dataclass(frozen=True, slots=True, kw_only=True)
class RemoveItems(Command):
    """Removes items."""

    kind: Literal["remove_items"] = "remove_items"
    items: tuple[str, ...]
    """Which items."""

    @property
    def name(self) -> str:
        return f"Delete {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        return Delta(removed=tuple(i.id for i in open_items(drawing, self.items)))


@dataclass(frozen=True, slots=True, kw_only=True)
class DuplicateItems(Command):
    """Copies items, in front of all others."""

    kind: Literal["duplicate_items"] = "duplicate_items"
    items: tuple[str, ...]
    """Which items."""
    copies: tuple[str, ...]
    """The ids of the copies, one for each item."""
    by: Point = (0.0, 0.0)
    """How far the copies stand from their originals."""

    @property
    def name(self) -> str:
        return f"Duplicate {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        own = set(self.copies)
        if len(own) != len(self.copies) or len(own) != len(set(self.items)):
            raise Refusal("bad_id", "Each copy needs an id of its own. Nothing was changed.")
        chosen = {i.id: i for i in open_items(drawing, self.items)}
        originals = [chosen[i] for i in drawing.order if i in chosen]
        copies: list[Item] = []
        for original, copy_id in zip(originals, self.copies, strict=True):
            check_new(drawing, copy_id)
            copies.append(replace(moved_item(original, shift(complex(*self.by))), id=copy_id))
        return Delta(put=tuple(copies), moves=in_front(drawing.order, self.copies))


@dataclass(frozen=True, slots=True, kw_only=True)
class OrderItems(Command):
    """Puts items, in their present order, just in front of another item or at the back."""

    kind: Literal["order_items"] = "order_items"
    items: tuple[str, ...]
    """Which items."""
    behind: str | None = None
    """The item they come to lie in front of; None: the very back."""

    @property
    def name(self) -> str:
        return f"Reorder {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        chosen = {drawing.item(i).id for i in self.items}
        if self.behind is not None:
            drawing.item(self.behind)
        below = self.behind
        if below in chosen:
            rest = [i for i in drawing.order[: drawing.order.index(below)] if i not in chosen]
            below = rest[-1] if rest else None
        moves: list[Move] = []
        for item_id in (i for i in drawing.order if i in chosen):
            moves.append((item_id, below))
            below = item_id
        return Delta(moves=tuple(moves))


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
