"""Places that are one within a tolerance: the nodes at which strands meet."""

import math
from collections import defaultdict

CELLS = 32.0
"""Tolerances to a cell of the grid in which neighbours are looked up."""


_Cell = tuple[int, int]


class Nodes:
    """Places by number; those nearer to each other than `reach` become one node.

    What is added first gives a node its place: anchors before crossings, so that segments which
    are not cut keep their ends.
    """

    def __init__(self, reach: float) -> None:
        self.reach = reach
        self.places: list[complex] = []
        self._exactly: dict[complex, int] = {}
        self._leads: list[int] = []
        self._cells: defaultdict[_Cell, list[int]] = defaultdict(list)

    def at(self, position: complex) -> int:
        """The number of a place; it may come to belong to a node of a smaller one."""
        known = self._exactly.get(position)
        if known is not None:
            return known
        number = len(self.places)
        self._exactly[position] = number
        self.places.append(position)
        self._leads.append(number)
        home, cells = self._cells_around(position)
        for cell in cells:
            for other in self._cells.get(cell, ()):
                if abs(self.places[other] - position) <= self.reach:
                    self._join(number, other)
        self._cells[home].append(number)
        return number

    def node(self, number: int) -> int:
        """The node to which a place belongs, by the number of the place that stands for it."""
        lead = self._leads[number]
        if lead == number:
            return number
        found = self._leads[number] = self.node(lead)
        return found

    def _join(self, one: int, other: int) -> None:
        first, second = self.node(one), self.node(other)
        low, high = min(first, second), max(first, second)
        self._leads[high] = low

    def _cells_around(self, position: complex) -> tuple[_Cell, list[_Cell]]:
        """The cell of a place, and all those that are within reach."""
        size = CELLS * self.reach
        x, y = position.real / size, position.imag / size
        home = math.floor(x), math.floor(y)
        edge = 1.0 / CELLS
        if edge < x - home[0] < 1.0 - edge and edge < y - home[1] < 1.0 - edge:
            return home, [home]
        columns = {math.floor(x - edge), math.floor(x + edge)}
        rows = {math.floor(y - edge), math.floor(y + edge)}
        return home, [(column, row) for column in columns for row in rows]
