"""Boxes that are looked up by a place they hold, however large they are."""

import math
from collections import defaultdict

from buildup.geometry.boxes import Box


class BoxGrid:
    """Boxes by number, each in a grid whose cells are about as large as it is.

    So a box lies in four cells at most, and a place is looked up once for each size there is.
    """

    def __init__(self) -> None:
        self._grids: defaultdict[int, defaultdict[tuple[int, int], list[int]]] = defaultdict(
            lambda: defaultdict(list)
        )

    def add(self, number: int, box: Box) -> None:
        """A further box."""
        scale = math.frexp(max(box.width, box.height))[1]
        left, top = _cell(complex(box.left, box.top), scale)
        right, bottom = _cell(complex(box.right, box.bottom), scale)
        for x in range(left, right + 1):
            for y in range(top, bottom + 1):
                self._grids[scale][x, y].append(number)

    def near(self, position: complex) -> list[int]:
        """All that may hold a place: those that do, and others of its cells.

        >>> grid = BoxGrid()
        >>> grid.add(0, Box(0.0, 0.0, 9.0, 9.0)); grid.add(1, Box(40.0, 0.0, 41.0, 1.0))
        >>> grid.near(3 + 3j), grid.near(99j)
        ([0], [])
        """
        return [
            number
            for scale, cells in self._grids.items()
            for number in cells.get(_cell(position, scale), ())
        ]


def _cell(position: complex, scale: int) -> tuple[int, int]:
    """The cell of a place in the grid whose cells are two to a power wide."""
    return math.floor(math.ldexp(position.real, -scale)), math.floor(
        math.ldexp(position.imag, -scale)
    )
