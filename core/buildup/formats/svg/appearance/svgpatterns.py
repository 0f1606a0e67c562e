"""Patterns of SVG documents (W3C SVG 2, 14.3) as the tiles that they draw."""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field

from buildup.contours.anchors import Contour
from buildup.contours.extent import box_of
from buildup.contours.moving import moved_contour
from buildup.drawing.itemtypes import FillRule
from buildup.drawing.laying import map_of_box
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.svgvalues import Lengths, read_transform
from buildup.formats.svg.svgviews import laid_in, view_in
from buildup.geometry.boxes import Box
from buildup.geometry.inside import touches, winding
from buildup.geometry.transforms import Affine, shift

MOST_TILES = 400
"""Tiles of a pattern in one form; a pattern of more is shown in its colour, grey."""
EDGE = 1e-6
"""Part of a tile's width by which it may lie on the edge of a form and count as beside it."""
MOST_LINKS = 20
"""Patterns that take over from each other in a row."""


@dataclass(frozen=True, slots=True)
class Pattern:
    """A pattern as it paints a form.

    Args:
        element: in which what it draws lies.
        cell: of the first tile, in its coordinates.
        place: from those to the coordinates of the form.
        content: from what is drawn to its coordinates.
        view: the size of which per cent in it are.

    """

    element: Element
    cell: Box
    place: Affine
    content: Affine
    view: complex


def pattern_of(
    element: Element, find: Callable[[str], Element | None], lengths: Lengths, box: Box
) -> Pattern | None:
    """A pattern as it paints a form in a box; None where it paints nothing."""
    row: list[Element] = []
    at: Element | None = element
    while at is not None and at.name == "pattern" and at not in row and len(row) < MOST_LINKS:
        row.append(at)
        at = find(at.link) if at.link else None
    values: dict[str, str] = {}
    for source in reversed(row):
        values |= source.attributes
    boxed = values.get("patternUnits") != "userSpaceOnUse"
    units, frame = (Lengths(1 + 1j), map_of_box(box)) if boxed else (lengths, Affine())
    corner = complex(units.across(values.get("x")), units.down(values.get("y")))
    size = complex(units.across(values.get("width")), units.down(values.get("height")))
    if min(size.real, size.imag) <= 0.0:
        return None
    cell = Box.around((frame(corner), frame(corner + size)))
    content, view = shift(complex(cell.left, cell.top)), lengths.view
    if values.get("viewBox"):
        inside = complex(cell.width, cell.height)
        content, view = content.after(laid_in(values, inside)), view_in(values, inside)
    elif values.get("patternContentUnits") == "objectBoundingBox":
        content, view = content.after(Affine(box.width + 0j, box.height * 1j)), 1 + 1j
    holder = next((r for r in row if r.children), element)
    return Pattern(holder, cell, read_transform(values.get("patternTransform")), content, view)


@dataclass(slots=True)
class Tiles:
    """The tiles of a pattern that show in a form.

    Args:
        pattern: which.
        contours: of the form.
        rule: of the form.

    """

    pattern: Pattern
    contours: Sequence[Contour]
    rule: FillRule
    _there: tuple[Contour, ...] = field(init=False)

    def __post_init__(self) -> None:
        back = self.pattern.place.inverse()
        self._there = tuple(moved_contour(c, back) for c in self.contours)

    @property
    def count(self) -> int:
        """How many lie across the box of the form."""
        return len(self._columns) * len(self._rows)

    @property
    def _columns(self) -> range:
        box, cell = box_of(self._there), self.pattern.cell
        first = math.floor((box.left - cell.left) / cell.width)
        return range(first, math.ceil((box.right - cell.left) / cell.width))

    @property
    def _rows(self) -> range:
        box, cell = box_of(self._there), self.pattern.cell
        first = math.floor((box.top - cell.top) / cell.height)
        return range(first, math.ceil((box.bottom - cell.top) / cell.height))

    def shown(self) -> Iterator[tuple[complex, bool]]:
        """Each tile that shows: how far it is from the first, and whether all of it shows."""
        cell = self.pattern.cell
        segments = [s for c in self._there for s in c.segments]
        segments += [_closing(c) for c in self._there if not c.closed and len(c.anchors) > 1]
        for row in self._rows:
            for column in self._columns:
                by = complex(column * cell.width, row * cell.height)
                here = Box.around(c + by for c in cell.corners).grown(-EDGE * cell.width)
                if any(touches(s, here) for s in segments):
                    yield by, False
                    continue
                turns = winding(segments, here.centre)
                if turns % 2 if self.rule == "evenodd" else turns:
                    yield by, True


def _closing(contour: Contour) -> tuple[complex, complex, complex, complex]:
    """The straight line from the end of an open contour to its start."""
    start, end = contour.anchors[-1].at, contour.anchors[0].at
    return start, start, end, end
