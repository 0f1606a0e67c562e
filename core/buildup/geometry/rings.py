"""Closed rows of places: what lies in them, how large they are."""

import itertools
import math
from collections.abc import Iterator, Sequence

from buildup.geometry.angles import cross
from buildup.geometry.boxes import Box

Places = Sequence[complex]
LOOKED_AT = 60
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


def length(places: Places) -> float:
    """How long a row of places is.

    >>> length([0j, 3 + 4j, 3 + 4j]), length([])
    (5.0, 0.0)
    """
    return math.fsum(abs(b - a) for a, b in itertools.pairwise(places))


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


def around_each(rows: Sequence[Places]) -> list[list[int]]:
    """Of each row of places the rings in which it lies, told by its box and some of its places.

    >>> square = [0j, 9 + 0j, 9 + 9j, 9j, 0j]
    >>> around_each([square, [3 + 3j, 4 + 4j]])
    [[], [0]]
    """
    rings = [(n, Box.around(r), r) for n, r in enumerate(rows) if len(r) > 2 and r[0] == r[-1]]
    found = []
    for k, row in enumerate(rows):
        own = Box.around(row)
        some = [(a + b) / 2.0 for a, b in list(sides(row))[:: max(1, (len(row) - 1) // LOOKED_AT)]]
        around = (
            n
            for n, box, ring in rings
            if n != k and box.holds(own) and all(holds(ring, at) for at in some)
        )
        found.append(list(around))
    return found
