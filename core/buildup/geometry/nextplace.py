"""The nearest of many places, which are taken away one after the other."""

import itertools
import math
from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence

from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import NO_LENGTH

A_CELL = 2
"""Places in a cell, about."""

_Cell = tuple[int, int]


class NextPlace:
    """Things at some places each, in a grid that is made anew when three quarters are gone."""

    def __init__(self, things: Mapping[int, Sequence[complex]]) -> None:
        """Some things by number; each at one place at least."""
        self._left = dict(things)
        self._lay()

    def _lay(self) -> None:
        self._most = len(self._left)
        places = [(p, k) for k, some in self._left.items() for p in some]
        box = Box.around(p for p, _ in places)
        wide = max(box.width, box.height)
        self._size = max(wide / max(math.sqrt(len(places) / A_CELL), 1.0), NO_LENGTH)
        self._cells: defaultdict[_Cell, list[tuple[complex, int]]] = defaultdict(list)
        for place, k in places:
            self._cells[self._cell(place)].append((place, k))
        self._low = self._cell(complex(box.left, box.top))
        self._high = self._cell(complex(box.right, box.bottom))

    def take(self, at: complex) -> int:
        """The thing that is nearest to a place, the first of several; it is taken away.

        >>> things = NextPlace({0: [9 + 0j], 1: [2 + 0j, 30 + 0j], 2: [4j]})
        >>> things.take(0j), things.take(30 + 0j), things.take(30 + 0j)
        (1, 0, 2)

        Raises:
            ValueError: nothing is left.

        """
        if len(self._left) * 4 < self._most:
            self._lay()
        _, chosen = min(self._within(at))
        for place in self._left.pop(chosen):
            self._cells[self._cell(place)].remove((place, chosen))
        return chosen

    def _within(self, at: complex) -> Iterator[tuple[float, int]]:
        """Things by how far they are, ring of cells by ring, until no nearer one can come."""
        (x, y), (left, top), (right, bottom) = self._cell(at), self._low, self._high
        least = math.inf
        first = max(left - x, x - right, top - y, y - bottom, 0)
        last = max(abs(x - left), abs(x - right), abs(y - top), abs(y - bottom))
        for ring in range(first, last + 1):
            if (ring - 1) * self._size > least:
                return
            for cell in self._ring(x, y, ring):
                for place, k in self._cells.get(cell, ()):
                    far = abs(place - at)
                    least = min(least, far)
                    yield far, k

    def _ring(self, x: int, y: int, ring: int) -> Iterable[_Cell]:
        """The cells so many away from one, as far as there are any."""
        (left, top), (right, bottom) = self._low, self._high
        across = range(max(x - ring, left), min(x + ring, right) + 1)
        down = range(max(y - ring + 1, top), min(y + ring - 1, bottom) + 1)
        rows = [r for r in {y - ring, y + ring} if top <= r <= bottom]
        columns = [c for c in {x - ring, x + ring} if left <= c <= right]
        return itertools.chain(
            ((c, r) for r in rows for c in across), ((c, r) for c in columns for r in down)
        )

    def _cell(self, place: complex) -> _Cell:
        return math.floor(place.real / self._size), math.floor(place.imag / self._size)
