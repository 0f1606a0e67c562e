"""Registration marks: printed, and measured in the cutter, which so cuts where it was printed.

There are three: at the lower left, the lower right and the upper left. Three places and where they
were found tell a map of the sheet, whatever it was moved, rotated, stretched and sheared by.
"""

import math
from dataclasses import dataclass

from buildup.contours.anchors import Anchor, Contour
from buildup.cutting.plan import MM, CutPlan
from buildup.geometry.angles import cross, dot
from buildup.geometry.transforms import Affine
from buildup.messages import refusal

SIZE = 8.0
"""Millimetres across a mark."""
FREE = 2.0
"""Millimetres around it that nothing is laid on."""
BAND = SIZE + FREE
"""Millimetres within the margin that marks take."""
MOST_CHANGE = 0.1
"""Part by which a print may be larger or smaller, or sheared: more is no print of ours."""
MOST_TURN = 20.0
"""Degrees by which it may lie turned."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Alignment:
    """How a print lies in the cutter, as its marks tell."""

    turned: float
    """Degrees, clockwise."""
    across: float
    """Its width, percent of what it should be."""
    down: float
    """Its height, likewise."""
    skewed: float
    """Degrees by which its upright lines lean to the side, clockwise."""


def mark_places(plan: CutPlan) -> tuple[complex, complex, complex]:
    """The centres of the marks, millimetres from the upper left of the sheet, y down."""
    inset = plan.margin + SIZE / 2.0
    left, right = inset, plan.width - inset
    top, bottom = inset, plan.height - inset
    return complex(left, bottom), complex(right, bottom), complex(left, top)


def mark_contours(plan: CutPlan) -> list[Contour]:
    """The marks as lines on the sheet, sheet units: a cross each."""
    arms = [(a * SIZE / 2.0, -a * SIZE / 2.0) for a in (1.0 + 0j, 1j)]
    return [
        Contour((Anchor((at + a) * MM), Anchor((at + b) * MM)))
        for at in mark_places(plan)
        for a, b in arms
    ]


def alignment(plan: CutPlan) -> Affine:
    """The map from where marks should be to where they were measured (millimetres, y down).

    It is the identity where they were not measured.

    Raises:
        Refusal: `bad_marks` where no print of ours lies so.

    """
    if not plan.marks or not plan.measured:
        return Affine()
    found = [complex(x, plan.height - y) for x, y in plan.measured]
    origin, right, top = mark_places(plan)
    across = (found[1] - found[0]) / (right - origin).real
    down = (found[0] - found[2]) / (origin - top).imag
    made = Affine(across, down, found[0] - across * origin.real - down * origin.imag)
    _check(made)
    return made


def alignment_of(plan: CutPlan) -> Alignment | None:
    """How a print lies; None: that was not measured.

    Raises:
        Refusal: as `alignment`.

    """
    if not plan.marks or not plan.measured:
        return None
    made = alignment(plan)
    return Alignment(
        turned=_degrees(made.across),
        across=abs(made.across) * 100.0,
        down=abs(made.down) * 100.0,
        skewed=_degrees(made.down / (made.across * 1j)),
    )


def _degrees(across: complex) -> float:
    return math.degrees(math.atan2(across.imag, across.real))


def _check(made: Affine) -> None:
    sizes = (abs(made.across), abs(made.down))
    sound = (
        all(abs(s - 1.0) <= MOST_CHANGE for s in sizes)
        and abs(dot(made.across, made.down)) <= MOST_CHANGE
        and cross(made.across, made.down) > 0.0
        and abs(_degrees(made.across)) <= MOST_TURN
    )
    if not sound:
        raise refusal("bad_marks")
