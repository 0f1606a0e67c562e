"""A drawing as a value: items, anchors and styles, all frozen; its sheet is beside (`sheet.py`).

Points are complex numbers in sheet units (1 unit = 1 CSS pixel = 1/96 in), y down.
"""

from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from types import MappingProxyType
from typing import TypeVar

from buildup.contours.anchors import Contour
from buildup.drawing.items import Items
from buildup.drawing.itemtypes import (
    AnyLeaf,
    Assembly,
    Container,
    Group,
    Item,
    Layer,
    LeafItem,
    Outline,
    Painted,
    Shape,
    pictures_of,
)
from buildup.drawing.sharing.memo import Memo
from buildup.drawing.sheet import Sheet
from buildup.drawing.tree import ROOT, Tree
from buildup.errors import Refusal
from buildup.messages import refusal

T = TypeVar("T")


FIRST_LAYER = "layer-1"
"""The id of the layer that every drawing begins with."""

HIDDEN, LOCKED = '"hidden": true', '"locked": true'
"""In the text of an item that may be hidden, or locked."""

_ONE_LAYER: Mapping[str, Item] = MappingProxyType(
    {FIRST_LAYER: Layer(id=FIRST_LAYER, name="Layer 1")}
)


@dataclass(frozen=True, slots=True)
class Drawing:
    """A sheet, its items by id, and the tree that says what lies in what; one layer at least."""

    sheet: Sheet = Sheet()
    items: Mapping[str, Item] = field(default_factory=lambda: _ONE_LAYER)
    tree: Tree = Tree({ROOT: (FIRST_LAYER,)})
    memo: Memo = field(default_factory=Memo, compare=False, repr=False)

    @property
    def order(self) -> tuple[str, ...]:
        """The ids of all that is drawn, from back to front."""
        return self.tree.leaves

    def known(self, work: "Callable[[Drawing, str], T]", item_id: str) -> T:
        """The result of a piece of work on an item, which reads it and what it holds only."""
        return self.memo.of(item_id, work, lambda: work(self, item_id))

    def is_hidden(self, item_id: str) -> bool:
        """Whether an item is hidden by itself; most need not be read for that."""
        return self._may_hold(item_id, HIDDEN) and self.items[item_id].hidden

    def is_locked(self, item_id: str) -> bool:
        """Whether an item is locked by itself, likewise."""
        return self._may_hold(item_id, LOCKED) and self.items[item_id].locked

    def _may_hold(self, item_id: str, part: str) -> bool:
        items = self.items
        return not isinstance(items, Items) or items.may_hold(item_id, part)

    def hidden(self, item_id: str) -> bool:
        """Whether an item, or a container around it, is hidden."""
        return self.is_hidden(item_id) or any(map(self.is_hidden, self.tree.above(item_id)))

    def locked(self, item_id: str) -> bool:
        """Whether an item, or a container around it, is locked."""
        return self.is_locked(item_id) or any(map(self.is_locked, self.tree.above(item_id)))

    def free(self, ids: Iterable[str]) -> Iterator[str]:
        """Those of some items that are neither hidden nor locked, nor is anything around them.

        A container is asked once, however many items it holds.
        """
        known: dict[str, bool] = {}

        def is_free(item_id: str) -> bool:
            return not self.is_hidden(item_id) and not self.is_locked(item_id)

        for item_id in ids:
            container = self.tree.container(item_id)
            if container not in known:
                around = (container, *self.tree.above(container)) if container else ()
                known[container] = all(map(is_free, around))
            if known[container] and is_free(item_id):
                yield item_id

    def shown(self, container: str = ROOT) -> Iterator[str]:
        """What lies in a container and is not hidden, however deep, as `Tree.below`."""
        for item_id in self.tree.children(container):
            if not self.items[item_id].hidden:
                yield item_id
                yield from self.shown(item_id)

    def mask_of(self, container: str) -> str | None:
        """The item that masks the others in a group; None: nothing does."""
        item = self.items[container]
        if not isinstance(item, Group) or item.mask is None:
            return None
        *others, front = self.tree.children(container)
        return front if others and not self.items[front].hidden else None

    def seen_in(self, container: str) -> tuple[str, ...]:
        """What shows in a container by itself: not hidden, and no mask; back to front."""
        mask = self.mask_of(container)
        held = self.tree.children(container)
        return tuple(i for i in held if i != mask and not self.items[i].hidden)

    def painted_in(self, container: str = ROOT) -> Iterator[str]:
        """What is painted of what a container holds, or it itself: assemblies count as one."""
        if self.is_painted(container):
            yield container
            return
        for item_id in self.tree.children(container):
            yield from self.painted_in(item_id)

    def is_painted(self, item_id: str) -> bool:
        """Whether an item has a form and a style: it is drawn, or an assembly."""
        if self.tree.is_leaf(item_id):
            return True
        return isinstance(self.items.get(item_id), Assembly)

    @property
    def pictures(self) -> frozenset[int]:
        """The numbers of the pictures that its items show; items that hold none are not read."""
        items = self.items
        held = items.holding('"picture"') if isinstance(items, Items) else items.values()
        return frozenset[int]().union(*map(pictures_of, held))

    def painted_item(self, item_id: str) -> Painted:
        """The item of an id that has a form and a style.

        Raises:
            Refusal: as `leaf_item`.

        """
        found = self.items.get(item_id)
        return found if isinstance(found, Assembly) else self.leaf_item(item_id)

    def item(self, item_id: str) -> Item:
        """The item of an id.

        Raises:
            Refusal: `unknown_item`.

        """
        found = self.items.get(item_id)
        if found is None:
            raise refusal("unknown_item", item_id)
        return found

    def open_item(self, item_id: str) -> Item:
        """The item of an id, if neither it nor a container around it is locked.

        Raises:
            Refusal: `unknown_item` or `locked_item`.

        """
        found = self.item(item_id)
        for lock in (item_id, *self.tree.above(item_id)):
            if self.items[lock].locked:
                if lock == item_id:
                    raise refusal("locked_item", lock, name=found.name)
                around = self.items[lock].name
                raise refusal("locked_item.around", lock, name=found.name, around=around)
        return found

    def place_to_draw(self, container: str | None) -> str:
        """The container that new items go into: the one asked for, or else the front layer.

        A container that is gone meanwhile (another window removed it) loses nobody's work: what
        was drawn into it comes to lie in the front layer.

        Raises:
            Refusal: `locked_item`, or `hidden_place` where it would not be seen.

        """
        there = container is not None and isinstance(self.items.get(container), Container)
        position = container if container is not None and there else self.tree.children()[-1]
        if self.hidden(position):
            raise refusal("hidden_place", position, name=self.items[position].name)
        if self.locked(position):
            raise refusal("locked_item.drawn_in", position, name=self.items[position].name)
        return position

    def leaf_item(self, item_id: str) -> AnyLeaf:
        """The item of an id that is no container.

        Raises:
            Refusal: `unknown_item` or `a_container`.

        """
        found = self.item(item_id)
        if isinstance(found, LeafItem):
            return found
        if isinstance(found, Assembly):
            raise refusal("a_container.assembly", item_id, name=found.name)
        raise refusal("a_container", item_id, name=found.name)

    def outline(self, item_id: str) -> Outline:
        """The outline of an id, if it may be edited.

        Raises:
            Refusal: `unknown_item`, `locked_item`, `a_container` or `not_an_outline`.

        """
        self.open_item(item_id)
        found = self.leaf_item(item_id)
        if not isinstance(found, Outline):
            key = "not_an_outline" if isinstance(found, Shape) else "not_an_outline.text"
            raise refusal(key, item_id, name=found.name)
        return found

    def contour(self, item_id: str, index: int) -> tuple[Outline, Contour]:
        """An outline that may be edited and one of its contours.

        Raises:
            Refusal: as `outline`, or `unknown_anchor`.

        """
        outline = self.outline(item_id)
        if not 0 <= index < len(outline.contours):
            raise unknown_anchor(item_id)
        return outline, outline.contours[index]


def unknown_anchor(item_id: str) -> Refusal:
    """The refusal for an anchor or contour that is not there."""
    return refusal("unknown_anchor", item_id)
