"""Pegs of what is about to be made, or of what repeats: copies, mirror lines, centres."""

from dataclasses import dataclass
from typing import Literal

PegUnit = Literal["length", "angle", "count", "percent"]
STEP = 15.0
"""Degrees at which a dragged angle is held with Shift."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CopyPeg:
    """A peg that drags how copies or images lie."""

    name: str
    at: tuple[float, float]
    along: tuple[float, float]
    """The way it moves; (0, 0) where it moves any way, and marks a place."""
    label: str
    value: float
    unit: PegUnit


def copy_peg(
    name: str, label: str, at: complex, along: complex, *, value: float, unit: PegUnit = "length"
) -> CopyPeg:
    """A peg at a place, which moves along a direction."""
    direction = (along.real, along.imag)
    return CopyPeg(
        name=name, at=(at.real, at.imag), along=direction, label=label, value=value, unit=unit
    )
