"""The Stack: remove, order, hide, lock and name items and containers."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.checks import check_name
from buildup.drawing.itemtypes import Container, Layer
from buildup.drawing.model import Drawing
from buildup.drawing.tree import ROOT, Move
from buildup.edits.change import Delta, row_of
from buildup.edits.command import Command
from buildup.edits.items.targets import open_items, several
from buildup.following.rewriting import with_item_renamed
from buildup.messages import message, refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class DeleteItems(Command):
    """Removes items, and containers with all that they hold; the last layer stays."""

    kind: Literal["delete_items"] = "delete_items"
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
            raise refusal("last_layer")
        return Delta(removed=tuple(gone))


def check_room(drawing: Drawing, ids: Iterable[str], into: str, behind: str | None) -> None:
    """Refuses a place that cannot take some items.

    Raises:
        Refusal: `unknown_item`, `locked_item`, `not_a_container`, `layers_on_top` where layers
            and other items would come to lie in the wrong place, `in_itself`.

    """
    if into != ROOT and not isinstance(drawing.open_item(into), Container):
        raise refusal("not_a_container", into)
    if behind is not None and behind not in drawing.tree.children(into):
        raise refusal("unknown_item.order", behind)
    around = {into, *drawing.tree.above(into)}
    for item_id in ids:
        if isinstance(drawing.item(item_id), Layer) != (into == ROOT):
            raise refusal("layers_on_top", item_id)
        if item_id in around:
            raise refusal("in_itself", item_id, name=drawing.items[item_id].name)


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
            raise refusal("nothing_selected")
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
class StepItems(Command):
    """Puts items nearer to the front or the back of what they lie in, in their present order."""

    kind: Literal["step_items"] = "step_items"
    items: tuple[str, ...]
    """Which items."""
    to: Literal["front", "forward", "backward", "back"]
    """All the way, or past the next one that is not among them."""

    @property
    def name(self) -> str:
        what = several(len(self.items))
        if self.to in ("front", "forward"):
            return f"Bring {what} {'to front' if self.to == 'front' else 'forward'}"
        return f"Send {what} {'to back' if self.to == 'back' else 'backward'}"

    def delta(self, drawing: Drawing) -> Delta:
        open_items(drawing, self.items)
        rows: dict[str, list[str]] = {}
        for item_id in drawing.tree.tops(self.items):
            rows.setdefault(drawing.tree.container(item_id), []).append(item_id)
        moves = [m for c, own in rows.items() for m in self._moves(drawing, c, own)]
        return Delta(moves=tuple(moves), message="" if moves else message("notes.already_there"))

    def _moves(self, drawing: Drawing, container: str, own: list[str]) -> tuple[Move, ...]:
        row = drawing.tree.children(container)
        rest = [i for i in row if i not in set(own)]
        others = {"front": len(rest), "back": 0}
        if self.to == "forward":
            others["forward"] = min(_before(row, own[-1], rest) + 1, len(rest))
        elif self.to == "backward":
            others["backward"] = max(_before(row, own[0], rest) - 1, 0)
        at = others[self.to]
        if [*rest[:at], *own, *rest[at:]] == list(row):
            return ()
        return row_of(own, container, rest[at - 1] if at > 0 else None)


def _before(row: tuple[str, ...], item_id: str, rest: list[str]) -> int:
    """How many of the rest lie behind an item."""
    behind = set(row[: row.index(item_id)])
    return sum(1 for i in rest if i in behind)


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
        item, name = drawing.item(self.item), self.called.strip()
        read = with_item_renamed(drawing, item, name)
        if read is None:
            return Delta(put=(replace(item, name=name),))
        put = {item.id: item, **{i.id: i for i in read[0]}}
        put[item.id] = replace(put[item.id], name=name)
        return Delta(put=tuple(put.values()), sheet=read[1])
