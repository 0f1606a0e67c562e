"""The nearest of many places, which are taken away one after the other.

A k-d tree (Bentley 1975) over the places that differ: a place knows the things at it, a node how
its places lie and how many are left below it. Whatever way places lie, also all at one, looking
for the next costs about as much as the tree is deep.
"""

import math
from collections import defaultdict
from collections.abc import Mapping, Sequence

A_LEAF = 6
"""Places in a leaf at the most."""


class _Node:
    """Some places: those of a leaf, or two halves; with the box around them."""

    __slots__ = ("above", "bottom", "halves", "left", "places", "right", "top")

    def __init__(self, places: list[complex], above: "_Node | None" = None) -> None:
        self.above = above
        self.left, self.right = min(p.real for p in places), max(p.real for p in places)
        self.top, self.bottom = min(p.imag for p in places), max(p.imag for p in places)
        self.places: list[complex] = places if len(places) <= A_LEAF else []
        self.halves: list[_Node] = []
        if self.places:
            return
        wide = self.right - self.left >= self.bottom - self.top
        places.sort(key=(lambda p: p.real) if wide else (lambda p: p.imag))
        half = len(places) // 2
        self.halves = [_Node(places[:half], self), _Node(places[half:], self)]

    def far(self, at: complex) -> float:
        """How far the box is from a place; 0 inside."""
        x = max(self.left - at.real, at.real - self.right, 0.0)
        y = max(self.top - at.imag, at.imag - self.bottom, 0.0)
        return math.hypot(x, y)

    def end(self) -> None:
        """Nothing is left here: what is above looks here no more."""
        node: _Node | None = self
        while node is not None and node.above is not None and not node.places and not node.halves:
            node.above.halves.remove(node)
            node = node.above


class NextPlace:
    """Things at some places each."""

    def __init__(self, things: Mapping[int, Sequence[complex]]) -> None:
        """Some things by number; each at one place at least."""
        self._left = set(things)
        self._at: defaultdict[complex, list[int]] = defaultdict(list)
        for k in sorted(things, reverse=True):  # the first of them is the last of a list
            for position in set(things[k]):
                self._at[position].append(k)
        self._root = _Node(list(self._at)) if self._at else None

    def take(self, at: complex) -> int:
        """The thing that is nearest to a place, the first of several; it is taken away.

        >>> things = NextPlace({0: [9 + 0j], 1: [2 + 0j, 30 + 0j], 2: [4j]})
        >>> things.take(0j), things.take(30 + 0j), things.take(30 + 0j)
        (1, 0, 2)

        Raises:
            ValueError: nothing is left.

        """
        best = (math.inf, -1)
        waiting = [self._root] if self._root else []
        while waiting:
            node = waiting.pop()
            if node.far(at) > best[0]:
                continue
            waiting += sorted(node.halves, key=lambda half: half.far(at), reverse=True)
            for position in tuple(node.places):
                k = self._first(position)
                if k is None:
                    node.places.remove(position)
                elif (found := (abs(position - at), k)) < best or best[1] < 0:
                    best = found
            if not node.halves:
                node.end()
        if best[1] < 0:
            raise ValueError("nothing is left")
        self._left.remove(best[1])
        return best[1]

    def _first(self, position: complex) -> int | None:
        """The first of the things left at a place."""
        some = self._at[position]
        while some and some[-1] not in self._left:
            some.pop()
        return some[-1] if some else None
