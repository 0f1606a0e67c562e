"""Closed rows of places: what lies in them, how large they are."""

import itertools
import math
from collections.abc import Iterator, Sequence

from buildup.geometry.angles import cross
from buildup.geometry.boxes import Box
from buildup.geometry.boxgrid import BoxGrid

Places = Sequence[complex]
LOOKED_AT = 4
"""Sides of a row, about, whose middles are looked for in a ring: those that cross lie in none."""


def sides(ring: Places) -> Iterator[tuple[complex, complex]]:
    """The sides of a ring whose last place is its first."""
    return itertools.pairwise(ring)


def area(ring: Places) -> float:
    """The area in a ring, without regard to its direction.

    >>> area([0j, 2 + 0j, 2 + 3j, 3j, 0j])
    6.0
    """
    return abs(math.fsum(cross(a, b) for a, b in sides(ring))) / 2.0


def length(positions: Places) -> float:
    """How long a row of places is.

    >>> length([0j, 3 + 4j, 3 + 4j]), length([])
    (5.0, 0.0)
    """
    return math.fsum(abs(b - a) for a, b in itertools.pairwise(positions))


def holds(ring: Places, at: complex) -> bool:
    """Whether a place lies in a ring (an odd number of its sides lies to the right of it).

    >>> square = [0j, 2 + 0j, 2 + 2j, 2j, 0j]
    >>> holds(square, 1 + 1j), holds(square, 3 + 1j)
    (True, False)
    """
    inside = False
    for a, b in sides(ring):
        if (a.imag > at.imag) == (b.imag > at.imag):
            continue
        if a.real + (at.imag - a.imag) / (b.imag - a.imag) * (b.real - a.real) > at.real:
            inside = not inside
    return inside


def first_of_same(rows: Sequence[Places]) -> list[int]:
    """Of each row of places the first one that is the same, place by place.

    >>> first_of_same([[0j, 1j], [1j, 0j], [0j, 1j]])
    [0, 1, 0]
    """
    firsts: dict[Places, int] = {}
    return [firsts.setdefault(tuple(row), k) for k, row in enumerate(rows)]


def around_each(rows: Sequence[Places]) -> list[list[int]]:
    """Of each row of places the rings in which it lies, the outermost first.

    That is told by its box and some of its places, so what crosses a ring does not lie in it. Of
    rows that are the same the first stands for all: they do not lie in each other, and what lies in
    them is told to lie in that one.

    >>> square = [0j, 9 + 0j, 9 + 9j, 9j, 0j]
    >>> around_each([square, [3 + 3j, 4 + 4j]])
    [[], [0]]
    """
    boxes = [Box.around(row) for row in rows]
    found: list[list[int]] = [[] for _ in rows]
    rank: dict[int, int] = {}
    rings = BoxGrid()
    firsts = first_of_same(rows)
    for k in sorted(range(len(rows)), key=lambda n: -boxes[n].width * boxes[n].height):
        row = rows[k]
        if firsts[k] != k:
            found[k] = found[firsts[k]]
            continue
        step = max(1, (len(row) - 1) // LOOKED_AT)
        some = [(a + b) / 2.0 for a, b in itertools.islice(sides(row), 0, None, step)]
        around = (n for n in rings.near(row[0]) if boxes[n].holds(boxes[k]))
        found[k] = [n for n in around if all(holds(rows[n], position) for position in some)]
        found[k].sort(key=rank.__getitem__)
        if len(row) > 2 and row[0] == row[-1]:
            rank[k] = len(rank)
            rings.add(k, boxes[k])
    return found
