"""Closed rows of places: what lies in them, how large they are."""

import itertools
import math
from collections.abc import Iterator, Sequence

from buildup.geometry.angles import cross
from buildup.geometry.boxes import Box

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
    """Of each row of places the rings in which it lies, the outermost first.

    That is told by its box and some of its places, so what crosses a ring does not lie in it. What
    lies in a ring lies in all that it lies in: rows are looked for in a tree.

    >>> square = [0j, 9 + 0j, 9 + 9j, 9j, 0j]
    >>> around_each([square, [3 + 3j, 4 + 4j]])
    [[], [0]]
    """
    boxes = [Box.around(row) for row in rows]
    found: list[dict[int, None]] = [{} for _ in rows]
    inside: dict[int, list[int]] = {-1: []}
    """Of each ring those that lie in it, but in none between; of -1 the outermost."""
    for k in sorted(range(len(rows)), key=lambda n: -boxes[n].width * boxes[n].height):
        row = rows[k]
        step = max(1, (len(row) - 1) // LOOKED_AT)
        some = [(a + b) / 2.0 for a, b in itertools.islice(sides(row), 0, None, step)]
        innermost: list[int] = []  # several where they cross each other
        waiting = [-1]
        while waiting:
            at = waiting.pop()
            around = [
                n
                for n in inside[at]
                if n not in found[k]
                and boxes[n].holds(boxes[k])
                and all(holds(rows[n], place) for place in some)
            ]
            found[k] |= dict.fromkeys(around)
            waiting += around
            if not around:
                innermost.append(at)
        if len(row) > 2 and row[0] == row[-1]:
            inside[k] = []
            for at in innermost:
                inside[at].append(k)
    return [list(around) for around in found]
