"""Items turned over and sheared, by numbers."""

from dataclasses import dataclass
from typing import ClassVar, Literal

from buildup.edits.items.placing import About, Placing, pivot
from buildup.forms.frames import OrientedBox
from buildup.forms.placement import ItemMap
from buildup.geometry.angles import slope
from buildup.geometry.transforms import mirror
from buildup.messages import refusal

STEEPEST = 85.0
"""Degrees of a shear: beyond, a form is a line to the eye (common practice)."""


@dataclass(frozen=True, slots=True, kw_only=True)
class FlipItems(Placing):
    """Turns items over about a line through a place: level changes left and right."""

    doing: ClassVar[str] = "Flip"
    kind: Literal["flip_items"] = "flip_items"
    axis: Literal["level", "upright"]
    """Level: left becomes right; upright: top becomes bottom."""
    about: About = "middle"
    """A place on the line."""

    def item_map(self, frame: OrientedBox) -> ItemMap:
        line = 90.0 if self.axis == "level" else 0.0
        return ItemMap(mirror(about=pivot(frame, self.about), angle=line), 2.0 * line)


@dataclass(frozen=True, slots=True, kw_only=True)
class ShearItems(Placing):
    """Shears items by an angle, along an axis of their frame."""

    doing: ClassVar[str] = "Shear"
    kind: Literal["shear_items"] = "shear_items"
    angle: float
    """Degrees, within ±85. Level: above 0 the top leans to the right; upright: the right side
    sinks."""
    along: Literal["level", "upright"] = "level"
    """The axis that stays as it is."""
    about: About = "middle"
    """The place that stays."""

    def item_map(self, frame: OrientedBox) -> ItemMap:
        check_shear(self.angle)
        steep = slope(self.angle)
        x, y = (-steep, 0.0) if self.along == "level" else (0.0, steep)
        return ItemMap(frame.sheared(x, y, about=pivot(frame, self.about)))


def check_shear(angle: float) -> None:
    """Refuses a shear beyond `STEEPEST`."""
    if abs(angle) > STEEPEST:
        raise refusal("too_steep")
