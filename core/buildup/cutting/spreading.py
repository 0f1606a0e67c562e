"""A copy that is larger than the sheet: its parts in rows, on as many sheets as they take.

A part is what has to stay together: paths whose boxes meet. Parts lie as they are, the tallest
first, in rows from the lower left; one that is too wide is turned by a quarter.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from buildup.contours.apart import together
from buildup.cutting.nesting import NEARLY, place_of
from buildup.cutting.plan import MM, CutPlan
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine


@dataclass(frozen=True, slots=True)
class SpreadPart:
    """A part where it lies.

    Args:
        number: which part it is.
        sheet: on which sheet, from 0.
        place: the map from the drawing to that sheet, y down.
    """

    number: int
    sheet: int
    place: Affine


def parts_of(rows: Sequence[Sequence[complex]]) -> list[list[int]]:
    """The numbers of paths that have to stay together.

    >>> parts_of([[0j, 9 + 9j], [20 + 0j, 29 + 9j], [2 + 2j, 5 + 5j]])
    [[0, 2], [1]]
    """
    return together([Box.around(row) for row in rows])


def spread(boxes: Sequence[Box], plan: CutPlan) -> tuple[SpreadPart, ...]:
    """Where all copies of some parts come to lie; empty where one is larger than the sheet.

    Args:
        boxes: of the parts of one copy, with what is weeded by.
        plan: the sheet, its margin, the gap, the copies.
    """
    margin = plan.margin * MM
    room = complex(plan.width * MM - 2.0 * margin, plan.height * MM - 2.0 * margin)
    sizes = [complex(b.width, b.height) for b in boxes]
    quarters = [not _fits(size, room) for size in sizes]
    laid = [
        complex(s.imag, s.real) if quarter else s
        for s, quarter in zip(sizes, quarters, strict=True)
    ]
    if not all(_fits(size, room) for size in laid):
        return ()
    order = sorted(range(len(boxes)), key=lambda k: (-laid[k].imag, -laid[k].real, k))
    every = [k for k in order for _ in range(plan.copies)]
    corners = _corners([laid[k] for k in every], room, plan.gap * MM)
    low = plan.height * MM - margin
    return tuple(
        SpreadPart(
            k,
            sheet,
            place_of(
                boxes[k],
                complex(margin + corner.real, low - corner.imag - laid[k].imag),
                quarter=quarters[k],
            ),
        )
        for k, (sheet, corner) in zip(every, corners, strict=True)
    )


def _corners(sizes: Sequence[complex], room: complex, gap: float) -> Iterator[tuple[int, complex]]:
    """The sheet and the lower left corner of each size, y up, from the corner of the room."""
    sheet, at, row = 0, 0j, 0.0
    for size in sizes:
        if at.real and not _fits(complex(at.real + size.real, 0.0), room):
            at, row = complex(0.0, at.imag + row + gap), 0.0
        if at.imag and not _fits(complex(0.0, at.imag + size.imag), room):
            sheet, at, row = sheet + 1, 0j, 0.0
        yield sheet, at
        at, row = at + size.real + gap, max(row, size.imag)


def _fits(size: complex, room: complex) -> bool:
    slack = 1.0 + NEARLY
    return size.real <= room.real * slack and size.imag <= room.imag * slack
