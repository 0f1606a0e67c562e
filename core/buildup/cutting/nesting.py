"""Copies on the sheet of a cutter, by a simple rule: rows and columns of their boxes.

They begin at the lower left, where the origin of a cutter is, and go on row by row. Where that fits
more of them they are all turned by a quarter.
"""

import math
from dataclasses import dataclass

from buildup.cutting.plan import MM, CutPlan
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine

NEARLY = 1e-9
"""Part of a copy that rounding may take off the sheet."""


@dataclass(frozen=True, slots=True)
class Nest:
    """Copies on a sheet.

    Args:
        places: maps from the drawing to the sheet of the cutter, y down; one for each copy.
        room: how many would fit.
        turned: they are turned by a quarter.
        sheets: how many sheets all copies take.

    """

    places: tuple[Affine, ...]
    room: int
    turned: bool
    sheets: int = 1


def nested(box: Box, plan: CutPlan, sheet: int = 0) -> Nest:
    """Those of the copies that a plan wants that come to lie on one of its sheets.

    Args:
        box: of one, on the drawing's sheet.
        plan: the sheet, its margin, the gap.
        sheet: which, from 0.

    """
    size = complex(box.width, box.height)
    plain, turned = (_grid(s, plan) for s in (size, complex(size.imag, size.real)))
    quarter = turned[0] * turned[1] > plain[0] * plain[1]
    columns, rows = turned if quarter else plain
    wide, tall = (box.height, box.width) if quarter else (box.width, box.height)
    room = columns * rows
    gap, margin = plan.gap * MM, plan.margin * MM
    low = plan.height * MM - margin
    positions = []
    for n in range(min(plan.copies - sheet * room, room)):
        row, column = divmod(n, columns)
        corner = complex(margin + column * (wide + gap), low - tall - row * (tall + gap))
        positions.append(place_of(box, corner, quarter=quarter))
    return Nest(tuple(positions), room, quarter, math.ceil(plan.copies / room) if room else 0)


def _grid(size: complex, plan: CutPlan) -> tuple[int, int]:
    """How many columns and rows of a box fit."""
    gap, margin = plan.gap * MM, plan.margin * MM
    return (
        _fit(size.real, plan.width * MM - 2.0 * margin, gap),
        _fit(size.imag, plan.height * MM - 2.0 * margin, gap),
    )


def _fit(side: float, room: float, gap: float) -> int:
    if side + gap <= 0.0 or side > room * (1.0 + NEARLY):
        return 0
    return math.floor((room + gap) / (side + gap) * (1.0 + NEARLY))


def place_of(box: Box, corner: complex, *, quarter: bool) -> Affine:
    """The map that brings the upper left corner of a box to a place.

    Args:
        box: of what is placed.
        corner: where its upper left corner comes to lie.
        quarter: it is turned clockwise by a quarter.
    """
    if not quarter:
        return Affine(origin=corner - complex(box.left, box.top))
    # turned clockwise: its lower left corner comes to lie at the upper left
    return Affine(1j, -1 + 0j, corner - complex(box.left, box.bottom) * 1j)
