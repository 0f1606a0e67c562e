"""Copies of items, each container with all that it holds: ids made anew, names kept."""

import itertools
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import ClassVar, Literal

from buildup.drawing.checks import check_id
from buildup.drawing.itemtypes import Item
from buildup.drawing.model import Drawing
from buildup.drawing.tree import Move
from buildup.edits.change import Delta, row_of
from buildup.edits.command import MOST_TARGETS, Command, Point
from buildup.edits.items.newitems import check_new
from buildup.edits.items.ordering import check_room
from buildup.edits.items.targets import open_items, several
from buildup.forms.layingout import under_new_ids
from buildup.forms.placement import PLACED, ItemMap, moved_by, moved_item
from buildup.messages import refusal


def copied(drawing: Drawing, ids: Sequence[str], base: str, item_maps: Sequence[ItemMap]) -> Delta:
    """Copies of items, one of each for every way, in front of all others in their containers.

    Args:
        drawing: which drawing.
        ids: of the items; what lies in one of them comes with it, once.
        base: what the ids of the copies begin with; they are numbered from 1.
        item_maps: how the copies of one round go from their originals.

    Raises:
        Refusal: as `open_items`; `too_many`; `item_exists` or `bad_id` for the ids.

    """
    open_items(drawing, ids)
    tops = drawing.tree.tops(ids)
    check_count(len(item_maps) * sum(1 + sum(1 for _ in drawing.tree.below(t)) for t in tops))
    new_ids = numbered(base)
    put: list[Item] = []
    inside: list[Move] = []
    roots: list[tuple[str, str]] = []
    for item_map in item_maps:
        for top in tops:
            new = {i: next(new_ids) for i in (top, *drawing.tree.below(top))}
            items, held = copy_of(drawing, new, item_map)
            put += items
            inside += held
            roots.append((top, new[top]))
    return Delta(put=tuple(put), moves=(*in_front(drawing, roots), *inside))


def in_front(drawing: Drawing, copies: Iterable[tuple[str, str]]) -> Iterator[Move]:
    """Moves that lay copies, each told with its original, in front of all in its container."""
    fronts: dict[str, str] = {}
    for original, copy_id in copies:
        container = drawing.tree.container(original)
        front = fronts.get(container, drawing.tree.children(container)[-1])
        yield copy_id, container, front
        fronts[container] = copy_id


def numbered(base: str) -> Iterator[str]:
    """Ids that begin with a base, numbered from 1.

    >>> next(numbered("ab"))
    'ab-1'
    """
    return (f"{base}-{number}" for number in itertools.count(1))


def check_count(count: int) -> None:
    """Refuses more new items than one edit may make."""
    if count > MOST_TARGETS:
        raise refusal("too_many.copies", count=count, most=MOST_TARGETS)


def copy_of(
    drawing: Drawing, new: dict[str, str], item_map: ItemMap
) -> tuple[list[Item], list[Move]]:
    """Copies of items under new ids, and the moves that lay into each what its original holds."""
    put: list[Item] = []
    inside: list[Move] = []
    for original, copy_id in new.items():
        check_id(copy_id)
        check_new(drawing, copy_id)
        item = drawing.items[original]
        there = moved_item(item, item_map) if isinstance(item, PLACED) else item
        put.append(under_new_ids(there, new))
        children = (new[c] for c in drawing.tree.children(original))
        inside += row_of(children, copy_id, None)
    return put, inside


@dataclass(frozen=True, slots=True, kw_only=True)
class DuplicateItems(Command):
    """Copies items, each container with all that it holds.

    Each copy comes to lie in front of all others in the container of its original, or where
    `container` and `behind` say.
    """

    whole: ClassVar[bool] = True
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
            raise refusal("bad_id.copies")
        open_items(drawing, self.items)
        item_map = moved_by(complex(*self.by))
        tops = drawing.tree.tops(self.items)
        roots = self.copies[: len(tops)]
        put: list[Item] = []
        inside: list[Move] = []
        for top, copy_id in zip(tops, roots, strict=True):
            held = zip(drawing.tree.below(top), numbered(copy_id), strict=False)
            items, moves = copy_of(drawing, {top: copy_id, **dict(held)}, item_map)
            put += items
            inside += moves
        return Delta(put=tuple(put), moves=(*self._places(drawing, tops, roots), *inside))

    def _places(
        self, drawing: Drawing, tops: tuple[str, ...], roots: tuple[str, ...]
    ) -> tuple[Move, ...]:
        if self.container is not None:
            check_room(drawing, tops, self.container, self.behind)
            return row_of(roots, self.container, self.behind)
        return tuple(in_front(drawing, zip(tops, roots, strict=True)))
