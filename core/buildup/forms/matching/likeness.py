"""What forms look like, coarsely, so that a similar one can be found among many.

A look says how much of all edges lies in each cell of a grid that is laid over the form, whatever
its place and size.
"""

import math
from collections.abc import Sequence

from buildup.drawing.clips import Clip
from buildup.forms.contours import forms_in
from buildup.geometry.bezier import points_at
from buildup.geometry.boxes import Box
from buildup.geometry.lengths import length
from buildup.geometry.tolerances import NO_LENGTH

CELLS = 10
"""Along a side of the grid."""
PLACES = 600
"""Along all edges of a form."""
ROUGHLY = 0.1
"""Sheet units to which an edge is measured."""


def look_of(clip: Clip) -> tuple[float, ...]:
    """The look of a clip: a part of 1 for each cell, row by row; empty where it has no edge."""
    drawing = clip.drawing()
    edges = [
        segment
        for top in clip.tops
        for form in forms_in(drawing, top)
        for contour in form.contours
        for segment in contour.segments
    ]
    lengths = [length(s, tolerance=ROUGHLY) for s in edges]
    whole = math.fsum(lengths)
    if whole <= NO_LENGTH:
        return ()
    box = Box.around(p for s in edges for p in points_at(s, (0.0, 0.25, 0.5, 0.75, 1.0)))
    scale = (CELLS - 1) / max(box.width, box.height)
    cells = [0.0] * (CELLS * CELLS)
    for segment, far in zip(edges, lengths, strict=True):
        count = max(1, round(PLACES * far / whole))
        for position in points_at(segment, ((k + 0.5) / count for k in range(count))):
            at = (position - box.centre) * scale + complex(CELLS - 1, CELLS - 1) / 2.0
            _spread(cells, at, far / whole / count)
    return tuple(round(c, 5) for c in cells)


def _spread(cells: list[float], at: complex, weight: float) -> None:
    """Weight at a place, shared by the four cells around it by how near they are."""
    column = min(max(math.floor(at.real), 0), CELLS - 2)
    row = min(max(math.floor(at.imag), 0), CELLS - 2)
    right, down = at.real - column, at.imag - row
    first = row * CELLS + column
    cells[first] += weight * (1.0 - right) * (1.0 - down)
    cells[first + 1] += weight * right * (1.0 - down)
    cells[first + CELLS] += weight * (1.0 - right) * down
    cells[first + CELLS + 1] += weight * right * down


def likeness(one: Sequence[float], other: Sequence[float]) -> float:
    """How alike two looks are: from 0, with no edge in the same cell, to 1.

    >>> likeness((0.5, 0.5), (0.5, 0.5)), likeness((1.0, 0.0), (0.0, 1.0)), likeness((), (1.0,))
    (1.0, 0.0, 0.0)
    """
    if len(one) != len(other) or not one:
        return 0.0
    return 1.0 - math.fsum(abs(a - b) for a, b in zip(one, other, strict=True)) / 2.0
