"""Which item lies in which container, and in what order.

A tree is a value: what changes its order gives another one. It knows ids only.
"""

import itertools
from collections.abc import Iterable, Iterator, Mapping

from buildup.drawing.sharing.layered import Layered

ROOT = ""
"""Stands for the drawing itself; what lies in it are the layers."""

MOST_COUNTED = 16
"""Moves along one row that are counted off; of more, links between neighbours are quicker."""
Move = tuple[str, str, str | None]
"""An item's id, the container it comes to lie in, and the id of the item there that it comes to
lie just in front of (None: at the back)."""


class Tree:
    """For each container what lies in it, from back to front; an item lies in exactly one.

    Layers are containers, and so is whatever has a row here, be it an empty one.
    """

    __slots__ = ("_children", "_container", "_leaves")

    def __init__(self, children: Mapping[str, Iterable[str]] | None = None) -> None:
        self._children = {c: tuple(ids) for c, ids in (children or {}).items()}
        self._container: Layered[str] = Layered(
            {i: c for c, ids in self._children.items() for i in ids}
        )
        self._leaves: tuple[str, ...] | None = None

    @classmethod
    def of(cls, pairs: Iterable[tuple[str, str]], empty: Iterable[str] = ()) -> "Tree":
        """A tree from pairs of an item and its container, those of a container back to front.

        Args:
            pairs: of each item.
            empty: items that are containers and may hold nothing.

        """
        children: dict[str, list[str]] = {c: [] for c in empty}
        for item_id, container in pairs:
            children.setdefault(container, []).append(item_id)
        return cls(children)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Tree) and self.holding() == other.holding()

    def __hash__(self) -> int:
        return hash(self.leaves)

    def __repr__(self) -> str:
        return f"Tree({self.holding()!r})"

    def __contains__(self, item_id: object) -> bool:
        return item_id in self._container

    def holding(self) -> dict[str, tuple[str, ...]]:
        """What lies in each container that holds anything."""
        return {c: ids for c, ids in self._children.items() if ids}

    def children(self, container: str = ROOT) -> tuple[str, ...]:
        """What lies in a container, from back to front."""
        return self._children.get(container, ())

    def container(self, item_id: str) -> str:
        """The container in which an item lies.

        Raises:
            KeyError: it lies in none.
        """
        return self._container[item_id]

    def above(self, item_id: str) -> Iterator[str]:
        """The containers around an item, from the innermost to its layer.

        What lay in a container that is gone has none beyond it.
        """
        at = self._container.get(item_id, ROOT)
        while at != ROOT:
            yield at
            at = self._container.get(at, ROOT)

    def below(self, container: str = ROOT) -> Iterator[str]:
        """All that lies in a container, however deep: each container before what it holds."""
        waiting = list(reversed(self.children(container)))
        while waiting:
            item_id = waiting.pop()
            yield item_id
            waiting.extend(reversed(self.children(item_id)))

    @property
    def leaves(self) -> tuple[str, ...]:
        """What is no container, from back to front."""
        if self._leaves is None:
            self._leaves = tuple(i for i in self.below() if self.is_leaf(i))
        return self._leaves

    def is_leaf(self, item_id: str) -> bool:
        """Whether an item is no container."""
        return item_id not in self._children and self._container.get(item_id, ROOT) != ROOT

    def leaves_of(self, item_id: str) -> Iterator[str]:
        """The item itself where it is drawn, else all that it holds and that is drawn."""
        if self.is_leaf(item_id):
            yield item_id
        yield from (i for i in self.below(item_id) if self.is_leaf(i))

    def tops(self, ids: Iterable[str]) -> tuple[str, ...]:
        """Those of some items that no other of them holds, from back to front."""
        chosen = set(ids)
        tops = {i for i in chosen if chosen.isdisjoint(self.above(i))}
        if len(tops) <= 1:
            return tuple(tops)
        return tuple(i for i in self.below() if i in tops)


class TreeEditor:
    """A tree while items are moved in it; only the containers that are touched are looked at."""

    def __init__(self, tree: Tree) -> None:
        self._tree = tree
        self._rows: dict[str, _Row] = {}
        self._container: dict[str, str | None] = {}

    def place(self, item_id: str) -> Move:
        """The move that would put an item where it is now.

        Raises:
            KeyError: it is nowhere.
        """
        container = self._container_of(item_id)
        if container is None:
            raise KeyError(item_id)
        return item_id, container, self._row(container).behind(item_id)

    def move(self, move: Move) -> None:
        """Put an item into a container, in front of another one there or at its back.

        Raises:
            KeyError: the other one is not there.
        """
        item_id, container, behind = move
        self.take(item_id)
        self._row(container).enter(item_id, behind)
        self._container[item_id] = container

    def hold(self, container: str) -> None:
        """A new container, which may stay empty."""
        self._row(container)

    def take(self, item_id: str) -> None:
        """Take an item out, if it is there."""
        container = self._container_of(item_id)
        if container is not None:
            self._row(container).take(item_id)
            self._container[item_id] = None

    def planted(self) -> Tree:
        """The tree as it is now."""
        after = Tree()
        after._children = self._tree._children | {c: r.listed() for c, r in self._rows.items()}
        put = {i: c for i, c in self._container.items() if c is not None}
        gone = [i for i, c in self._container.items() if c is None]
        after._container = self._tree._container.changed(put, gone)
        for item_id in gone:
            after._children.pop(item_id, None)
        return after

    def _container_of(self, item_id: str) -> str | None:
        if item_id in self._container:
            return self._container[item_id]
        container: str | None = self._tree._container.get(item_id)
        return container

    def _row(self, container: str) -> "_Row":
        row = self._rows.get(container)
        if row is None:
            row = self._rows[container] = _Row(self._tree.children(container))
        return row


class _Row:
    """Ids in a row.

    A few moves count along it; of more, each id knows its neighbours, so that a move costs the same
    anywhere.
    """

    def __init__(self, order: Iterable[str]) -> None:
        self._ids = list(order)
        self._asked = 0
        self._on: dict[str | None, str | None] | None = None
        self._back: dict[str | None, str | None] = {}

    def behind(self, item_id: str) -> str | None:
        """The id just behind one; None at the very back."""
        if self._links() is not None:
            return self._back[item_id]
        n = self._index(item_id)
        return self._ids[n - 1] if n > 0 else None

    def take(self, item_id: str) -> None:
        """Take out an id that is there."""
        links = self._links()
        if links is None:
            del self._ids[self._index(item_id)]
            return
        back, on = self._back.pop(item_id), links.pop(item_id)
        links[back], self._back[on] = on, back

    def enter(self, item_id: str, behind: str | None) -> None:
        """Put an id that is not there just in front of another one, or at the very back."""
        links = self._links()
        if links is None:
            self._ids.insert(0 if behind is None else self._index(behind) + 1, item_id)
            return
        on = links[behind]
        links[behind], links[item_id] = item_id, on
        self._back[item_id], self._back[on] = behind, item_id

    def listed(self) -> tuple[str, ...]:
        """All ids from back to front."""
        if self._on is None:
            return tuple(self._ids)
        found: list[str] = []
        at = self._on[None]
        while at is not None:
            found.append(at)
            at = self._on[at]
        return tuple(found)

    def _index(self, item_id: str) -> int:
        try:
            return self._ids.index(item_id)
        except ValueError:
            raise KeyError(item_id) from None

    def _links(self) -> dict[str | None, str | None] | None:
        """What follows each id, once it is asked often enough that this pays; None before."""
        self._asked += 1
        if self._on is None and self._asked > MOST_COUNTED:
            ids: list[str | None] = [None, *self._ids, None]
            self._on = dict(itertools.pairwise(ids))
            self._back = dict(itertools.pairwise(reversed(ids)))
        return self._on
