"""Deltas and changes: what an edit does to a drawing, and what takes it back.

A delta is applied in this order: items put, patches of them, moves in the tree, items removed, the
sheet.
"""

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import partial
from typing import Any

from buildup.drawing.codec import FORM, check_form, read_item, read_stored, write, write_item
from buildup.drawing.items import Items
from buildup.drawing.itemtypes import Assembly, Container, Group, Item, Linked
from buildup.drawing.model import FIRST_LAYER, Drawing
from buildup.drawing.sheet import Sheet
from buildup.drawing.tree import Move, Tree, TreeEditor
from buildup.edits.patches import Patch, joined, patched, patches_between, taken_back
from buildup.forms.placement import laid_item

NO_PATCHES = 2
"""The last form of deltas that had none."""


@dataclass(frozen=True, slots=True)
class Delta:
    """A difference between two drawings, as large as what is touched.

    Args:
        put: items new or changed, whole.
        patches: of long outlines of which few anchors change, one after the other.
        moves: places in the tree, one after the other.
        removed: ids of items that go; with a container goes all that it holds.
        sheet: the new sheet, or None when it stays.
        message: a sentence for the designer on what came of it, where that is not plain to see; it
            is not stored.
        selects: what is to be selected after it; nothing: the selection stays. Not stored either.

    """

    put: tuple[Item, ...] = ()
    moves: tuple[Move, ...] = ()
    removed: tuple[str, ...] = ()
    sheet: Sheet | None = None
    message: str = ""
    patches: tuple[Patch, ...] = ()
    selects: tuple[str, ...] = field(default=(), compare=False)

    @property
    def changed(self) -> tuple[str, ...]:
        """The ids of the items that are new or changed, each once."""
        ids = (*(i.id for i in self.put), *(p.item for p in self.patches))
        return tuple(dict.fromkeys(ids))

    def then(self, later: "Delta") -> "Delta":
        """One delta for this one and a later one, as `chained`."""
        return chained((self, later))

    def to_json(self) -> dict[str, Any]:
        """The delta as JSON values."""
        return {
            "form": FORM,
            "put": [write_item(i) for i in self.put],
            "patches": [write(p) for p in self.patches],
            "moves": [list(m) for m in self.moves],
            "removed": list(self.removed),
            "sheet": None if self.sheet is None else write(self.sheet),
        }

    @classmethod
    def from_json(cls, data: Mapping[str, Any]) -> "Delta":
        """The delta that `to_json` wrote, in this form or an earlier one."""
        form = data.get("form", 1)
        check_form(form)
        return cls(
            put=tuple(read_item(i) for i in data["put"]),
            patches=tuple(read_stored(Patch, p) for p in data["patches"])
            if form > NO_PATCHES
            else (),
            moves=tuple(_move(m, form) for m in data["moves"]),
            removed=tuple(data["removed"]),
            sheet=None if data["sheet"] is None else read_stored(Sheet, data["sheet"]),
        )


def _move(data: Sequence[Any], form: int) -> Move:
    """A move as it was kept; in form 1 all items lay in one row."""
    if form == 1:
        return data[0], FIRST_LAYER, data[1]
    return data[0], data[1], data[2]


def chained(deltas: Iterable[Delta]) -> Delta:
    """One delta for several, the earliest first.

    Moves just follow each other: removals come after all moves, so an item that one delta removes
    may still serve as a place for the moves of a later one.
    """
    chain = _Chain()
    for delta in deltas:
        chain.add(delta, {item.id: item for item in delta.put})
    return chain.whole()


def chained_json(kept: Iterable[Mapping[str, Any]]) -> Delta:
    """As `chained`, of deltas as they are kept; only the last form of each item is read."""
    chain = _Chain()
    for data in kept:
        rest = Delta.from_json({**data, "put": ()})
        chain.add(rest, {stored["id"]: partial(read_item, stored) for stored in data["put"]})
    return chain.whole()


class _Chain:
    """Deltas that become one; items come as they are, or as what reads them."""

    def __init__(self) -> None:
        self.put: dict[str, Item | Callable[[], Item]] = {}
        self.patches: dict[str, list[Patch]] = {}
        self.moves: list[Move] = []
        self.gone: set[str] = set()
        self.sheet: Sheet | None = None

    def add(self, delta: Delta, put: Mapping[str, Item | Callable[[], Item]]) -> None:
        """The next delta, with the items that it puts by id."""
        self.moves += delta.moves
        for item_id in delta.removed:
            self.put.pop(item_id, None)
            self.patches.pop(item_id, None)
            self.gone.add(item_id)
        for item_id, item in put.items():
            self.put[item_id] = item
            self.patches.pop(item_id, None)
            self.gone.discard(item_id)
        for patch in delta.patches:
            if patch.item in self.put:
                self.put[patch.item] = patch.applied(_read(self.put[patch.item]))
            else:
                self.patches.setdefault(patch.item, []).append(patch)
        self.sheet = delta.sheet or self.sheet

    def whole(self) -> Delta:
        """All of them as one."""
        return Delta(
            put=tuple(_read(item) for item in self.put.values()),
            patches=tuple(p for several in self.patches.values() for p in joined(several)),
            moves=tuple(self.moves),
            removed=tuple(sorted(self.gone)),
            sheet=self.sheet,
        )


def _read(item: Item | Callable[[], Item]) -> Item:
    return item() if callable(item) else item


@dataclass(frozen=True, slots=True)
class Change:
    """What a command does: its name for the designer, the delta, and the delta back."""

    name: str
    forward: Delta
    back: Delta

    def then(self, later: "Change") -> "Change":
        """One change for this one and one that goes on with it."""
        return Change(later.name, self.forward.then(later.forward), later.back.then(self.back))

    def inverted(self) -> "Change":
        """The change that takes this one back."""
        return Change(self.name, self.back, self.forward)


def updated(drawing: Drawing, delta: Delta) -> Drawing:
    """The drawing after a delta.

    Raises:
        KeyError: the delta was made for another drawing.
    """
    held = drawing.items
    items = held if isinstance(held, Items) else Items(held)
    items = items.changed(put=delta.put, removed=())
    patches = patched(items, delta.patches).values()
    items = items.changed(put=patches, removed=delta.removed)
    gone = set(delta.removed)  # also what came and went within a chain of deltas
    known = (m[0] in items or m[0] in drawing.items or m[0] in gone for m in delta.moves)
    if not all(known):
        raise KeyError("moved")
    tree = planted(drawing.tree, delta) if delta.moves or delta.removed else drawing.tree
    touched = touched_by(delta, (drawing.tree, tree))
    return Drawing(delta.sheet or drawing.sheet, items, tree, drawing.memo.without(touched))


def planted(tree: Tree, delta: Delta) -> Tree:
    """The tree after a delta."""
    plan = TreeEditor(tree)
    for item in delta.put:
        if isinstance(item, Container) and item.id not in tree:
            plan.hold(item.id)
    for move in delta.moves:
        plan.move(move)
    for item_id in delta.removed:
        plan.take(item_id)
    return plan.planted()


def touched_by(delta: Delta, trees: Iterable[Tree]) -> set[str]:
    """The items that a delta puts, moves or removes, and the containers around them.

    Around them in any of some trees: that before the delta, that after it, or both.
    """
    own = {*delta.changed, *(m[0] for m in delta.moves), *delta.removed}
    return own | {c for tree in trees for i in own for c in tree.above(i)}


def inverse(drawing: Drawing, delta: Delta) -> Delta:
    """The delta that takes `delta` back on the drawing it was made for."""
    put = [drawing.items[i.id] for i in delta.put if i.id in drawing.items]
    put += [drawing.items[i] for i in delta.removed if i in drawing.items]
    whole = {i.id for i in put}
    patches = [p for p in delta.patches if p.item not in whole]
    moves: list[Move] = []
    if delta.moves or delta.removed:
        plan = TreeEditor(drawing.tree)
        for move in delta.moves:
            if move[0] in drawing.items:
                moves.append(plan.place(move[0]))
            plan.move(move)
        for item_id in delta.removed:
            if item_id in drawing.items:
                moves.append(plan.place(item_id))
            plan.take(item_id)
    return Delta(
        put=tuple({i.id: i for i in put}.values()),
        patches=taken_back(drawing.items, patches),
        moves=tuple(reversed(moves)),
        removed=tuple(i.id for i in delta.put if i.id not in drawing.items),
        sheet=drawing.sheet if delta.sheet is not None else None,
    )


def slimmed(drawing: Drawing, delta: Delta) -> Delta:
    """The same delta, with patches in the place of long outlines of which few anchors change."""
    put: list[Item] = []
    patches: list[Patch] = []
    for item in delta.put:
        found = patches_between(drawing.items.get(item.id), item)
        if found is None:
            put.append(item)
        else:
            patches += found
    return replace(delta, put=tuple(put), patches=tuple(patches)) if patches else delta


def with_contents(drawing: Drawing, delta: Delta) -> Delta:
    """A delta that also removes what the containers hold that it removes, once all is moved."""
    holders = [i for i in delta.removed if drawing.tree.children(i)]
    if not holders:
        return delta
    after = planted(drawing.tree, replace(delta, removed=())) if delta.moves else drawing.tree
    gone = dict.fromkeys(delta.removed)
    for holder in holders:
        gone |= dict.fromkeys(after.below(holder))
    return replace(delta, removed=tuple(gone))


def without_empty(drawing: Drawing, delta: Delta) -> Delta:
    """A delta that also removes the groups, assemblies and linked copies that it empties."""
    tree = drawing.tree
    left = [i for i, into, _ in delta.moves if i in tree and tree.container(i) != into]
    around = {c for i in (*left, *delta.removed) for c in tree.above(i)} - set(delta.removed)
    if not around:
        return delta
    after = planted(tree, delta)
    gone = list(delta.removed)
    for container in sorted(around, key=lambda c: (-len(tuple(tree.above(c))), c)):
        holds = set(after.children(container)) - set(gone)
        if not holds and isinstance(drawing.items[container], Group | Assembly | Linked):
            gone.append(container)
    return replace(delta, removed=tuple(gone))


def placed(
    drawing: Drawing, items: Sequence[Item], *, container: str | None = None, message: str = ""
) -> Delta:
    """New items in front of all others in the container in which one draws.

    Raises:
        Refusal: as `Drawing.place_to_draw`.
    """
    position = drawing.place_to_draw(container)
    behind = next(iter(reversed(drawing.tree.children(position))), None)
    moves = row_of([i.id for i in items], position, behind)
    return Delta(put=tuple(map(laid_item, items)), moves=moves, message=message)


def row_of(ids: Iterable[str], container: str, behind: str | None) -> tuple[Move, ...]:
    """Moves that lay items into a container one after the other, the first in front of `behind`."""
    moves: list[Move] = []
    for item_id in ids:
        moves.append((item_id, container, behind))
        behind = item_id
    return tuple(moves)


def made_by(delta: Delta, before: Tree) -> tuple[str, ...]:
    """The new items of a delta that lie in no other new one."""
    new = {i.id for i in delta.put if i.id not in before}
    return tuple(m[0] for m in delta.moves if m[0] in new and m[1] not in new)


def in_their_place(items: Iterable[str], before: Tree, forward: Delta) -> tuple[str, ...]:
    """What stands where some items were: they themselves, what they held, or what is new for them.

    Args:
        items: their ids.
        before: what lay in what.
        forward: what happened to them.

    """
    gone = set(forward.removed)

    def left(item_id: str) -> Iterator[str]:
        if item_id not in gone:
            yield item_id
            return
        for held in before.children(item_id):
            yield from left(held)

    stay = tuple(dict.fromkeys(i for item_id in items for i in left(item_id)))
    position = {m[0]: m[1] for m in forward.moves}
    made = (i for i in made_by(forward, before) if position[i] not in stay)
    return (*stay, *made)
