"""Things by where they lie: in the square cells of a grid, and in its rows and columns."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from itertools import product
from typing import Generic, TypeVar

from buildup.geometry.boxes import Box

CELL = 64.0
"""Sheet units: the side of a cell of the index, about a thumb's width at actual size."""
MOST_CELLS = 64
"""Cells one segment is entered in; a longer one is looked at wherever the pointer is."""

Cell = tuple[int, int]
T = TypeVar("T")


@dataclass(slots=True)
class Cells(Generic[T]):
    """Things by cell, and there by the item they belong to, so that an item's go at once."""

    cells: dict[Cell, dict[str, list[T]]] = field(default_factory=dict)

    def enter(self, cell: Cell, item_id: str, thing: T) -> None:
        """Put a thing in a cell."""
        self.cells.setdefault(cell, {}).setdefault(item_id, []).append(thing)

    def forget(self, cell: Cell, item_id: str) -> None:
        """Take an item's things out of a cell."""
        here = self.cells.get(cell)
        if here is not None:
            here.pop(item_id, None)
            if not here:
                del self.cells[cell]

    def within(self, box: Box) -> Iterator[T]:
        """The things of all cells that a box meets; those nearest to its middle come first."""
        for cell in self._met_by(box):
            for things in self.cells.get(cell, {}).values():
                yield from things

    def _met_by(self, box: Box) -> Iterable[Cell]:
        if cell_count(box) <= len(self.cells):
            cells: Iterable[Cell] = cells_of(box)
        else:
            low, high = cell_at(complex(box.left, box.top)), cell_at(complex(box.right, box.bottom))
            cells = (
                c for c in self.cells if low[0] <= c[0] <= high[0] and low[1] <= c[1] <= high[1]
            )
        x, y = cell_at(box.centre)
        return sorted(cells, key=lambda c: max(abs(c[0] - x), abs(c[1] - y)))


@dataclass(slots=True)
class Boxes:
    """Boxes by the item they belong to, and which of them lie beside or above each other."""

    of: dict[str, Box] = field(default_factory=dict)
    cells: Cells[str] = field(default_factory=Cells)
    """The items by the cells their boxes meet."""
    wide: set[str] = field(default_factory=set)
    """Those that meet too many of them."""
    rows: dict[int, dict[str, None]] = field(default_factory=dict)
    columns: dict[int, dict[str, None]] = field(default_factory=dict)

    def enter(self, item_id: str, box: Box) -> None:
        """Put in the box of an item that is not there."""
        self.of[item_id] = box
        if cell_count(box) > MOST_CELLS:
            self.wide.add(item_id)
            return
        for cell in cells_of(box):
            self.cells.enter(cell, item_id, item_id)
            self.columns.setdefault(cell[0], {})[item_id] = None
            self.rows.setdefault(cell[1], {})[item_id] = None

    def forget(self, item_id: str) -> None:
        """Take out the box of an item, if it is there."""
        box = self.of.pop(item_id, None)
        if box is None:
            return
        self.wide.discard(item_id)
        if cell_count(box) <= MOST_CELLS:
            for cell in cells_of(box):
                self.cells.forget(cell, item_id)
                self.columns[cell[0]].pop(item_id, None)
                self.rows[cell[1]].pop(item_id, None)

    def near(self, box: Box) -> Iterator[str]:
        """Items whose boxes may meet a box, some of them more than once; those near it first."""
        yield from self.cells.within(box)
        yield from self.wide

    def _strip(self, lines: dict[int, dict[str, None]], low: int, high: int) -> set[str]:
        numbers: Iterable[int] = range(low, high + 1)
        if high - low > len(lines):
            numbers = (n for n in lines if low <= n <= high)
        return self.wide.union(*(lines[n] for n in numbers if n in lines))

    def in_rows(self, box: Box) -> set[str]:
        """Items of which something may lie at the height of a box."""
        low, high = cell_at(complex(0.0, box.top)), cell_at(complex(0.0, box.bottom))
        return self._strip(self.rows, low[1], high[1])

    def in_columns(self, box: Box) -> set[str]:
        """Items of which something may lie above or below a box."""
        low, high = cell_at(complex(box.left, 0.0)), cell_at(complex(box.right, 0.0))
        return self._strip(self.columns, low[0], high[0])


def cell_at(at: complex) -> Cell:
    """The cell of a place."""
    return int(at.real // CELL), int(at.imag // CELL)


def cell_count(box: Box) -> int:
    """How many cells a box meets; no more than arithmetic."""
    low, high = cell_at(complex(box.left, box.top)), cell_at(complex(box.right, box.bottom))
    return (high[0] - low[0] + 1) * (high[1] - low[1] + 1)


def cells_of(box: Box) -> Iterator[Cell]:
    """The cells that a box meets."""
    low, high = cell_at(complex(box.left, box.top)), cell_at(complex(box.right, box.bottom))
    return product(range(low[0], high[0] + 1), range(low[1], high[1] + 1))
