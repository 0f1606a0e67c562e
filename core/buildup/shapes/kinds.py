"""What a parametric shape declares: its dials, its pegs and how its contours are computed.

Everything happens in the shape's own box, `width` by `height` about the origin, y down.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Literal

from buildup.drawing.model import Contour

Dials = Mapping[str, float]
DialUnit = Literal["length", "count", "angle", "percent"]


@dataclass(frozen=True, slots=True)
class Dial:
    """One parameter of a shape.

    Args:
        name: stable name in the data.
        label: what the designer reads, in sentence case.
        unit: what its number means; a length is in sheet units.
        default: its value on a new shape.
        least: the smallest value accepted.
        most: the largest value accepted.
        step: what an arrow key changes.
        help: one sentence on what it does.
        reach: the largest value that still changes the form of a box of some width and height.

    """

    name: str
    label: str
    unit: DialUnit
    default: float
    least: float
    most: float
    step: float
    help: str
    reach: Callable[[float, float], float]


@dataclass(frozen=True, slots=True)
class Peg:
    """The control on the canvas that drags a dial.

    Args:
        dial: the name of the dial.
        at: where it stands, from width, height and dials.
        along: the direction in which dragging makes the value grow.
        value: the value for a point it is dragged to.

    """

    dial: str
    at: Callable[[float, float, Dials], complex]
    along: Callable[[float, float, Dials], complex]
    value: Callable[[float, float, Dials, complex], float]


@dataclass(frozen=True, slots=True)
class ShapeKind:
    """A kind of parametric shape."""

    name: str
    label: str
    dials: tuple[Dial, ...]
    pegs: tuple[Peg, ...]
    contours: Callable[[float, float, Dials], tuple[Contour, ...]]

    def dial(self, name: str) -> Dial | None:
        """The dial of a name, if the kind has it."""
        return next((d for d in self.dials if d.name == name), None)

    def defaults(self) -> dict[str, float]:
        """Every dial at its default."""
        return {d.name: d.default for d in self.dials}
