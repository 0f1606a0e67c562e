"""Items dragged by the marks of their frame: sides and corners, the protractor."""

import math
from dataclasses import dataclass
from typing import ClassVar, Literal

from buildup.edits.command import Point
from buildup.edits.items.flipping import STEEPEST, ShearItems
from buildup.edits.items.placing import About, Placing, RotateItems, ScaleItems, pivot, turned
from buildup.forms.frames import SPOTS, Grip, OrientedBox, Spot
from buildup.forms.placement import ItemMap
from buildup.geometry.angles import degrees_of
from buildup.geometry.tolerances import NO_LENGTH, SMALLEST

FELT = 2.0
"""Degrees within which level, upright and 45° are felt while something is turned (common
practice)."""
OPPOSITE: dict[Grip, Spot] = {
    "nw": "se",
    "n": "s",
    "ne": "sw",
    "e": "w",
    "se": "nw",
    "s": "n",
    "sw": "ne",
    "w": "e",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class ResizeItems(Placing):
    """Drags a side bar or a corner bracket of the frame around items."""

    pointer_field: ClassVar[str] = "to"
    doing: ClassVar[str] = "Resize"
    kind: Literal["resize_items"] = "resize_items"
    grip: Grip
    """Which side or corner is dragged, by compass."""
    to: Point
    """Where it goes."""
    even: bool = False
    """Keeps the proportions."""
    centred: bool = False
    """Keeps the pivot in place instead of the opposite side."""
    about: About = "middle"
    """The pivot."""
    grow: bool = False
    """Strokes and corner radii grow with it."""

    def item_map(self, frame: OrientedBox) -> ItemMap:
        return self.again(frame).item_map(frame)

    def again(self, frame: OrientedBox) -> ScaleItems:
        grip = SPOTS[self.grip]
        start = complex(grip.real * frame.width / 2.0, grip.imag * frame.height / 2.0)
        about = self.about if self.centred else OPPOSITE[self.grip]
        fixed = frame.local(pivot(frame, about))
        to = frame.local(complex(*self.to))
        x = _factor(start.real, to.real, fixed.real, frame.width) if grip.real else 1.0
        y = _factor(start.imag, to.imag, fixed.imag, frame.height) if grip.imag else 1.0
        if self.even:
            x, y = _even(x, y, grip)
        return ScaleItems(
            items=self.items, copies=self.copies, x=x, y=y, about=about, grow=self.grow
        )


def _factor(start: float, to: float, fixed: float, whole: float) -> float:
    """The scale along one axis; 1 where there is nothing to scale."""
    extent = start - fixed
    if abs(extent) < NO_LENGTH:
        return 1.0
    factor = (to - fixed) / extent
    least = SMALLEST / max(whole, SMALLEST)
    return math.copysign(max(abs(factor), least), factor)


def _even(x: float, y: float, grip: complex) -> tuple[float, float]:
    """The same scale both ways: that of the side dragged, or the larger one of a corner."""
    if grip.imag == 0.0:
        return x, abs(x)
    if grip.real == 0.0:
        return abs(y), y
    larger = max(abs(x), abs(y))
    return math.copysign(larger, x), math.copysign(larger, y)


@dataclass(frozen=True, slots=True, kw_only=True)
class DragShear(Placing):
    """Drags a side of the frame around items along itself, which shears them."""

    pointer_field: ClassVar[str] = "to"
    doing: ClassVar[str] = "Shear"
    kind: Literal["drag_shear"] = "drag_shear"
    grip: Literal["n", "e", "s", "w"]
    """Which side."""
    to: Point
    """Where its middle goes, as far as that lies along it."""
    stepped: bool = False
    """Only by multiples of 15°."""
    centred: bool = False
    """Keeps the pivot in place instead of the opposite side."""
    about: About = "middle"
    """The pivot."""

    def item_map(self, frame: OrientedBox) -> ItemMap:
        return self.again(frame).item_map(frame)

    def again(self, frame: OrientedBox) -> ShearItems:
        about = self.about if self.centred else OPPOSITE[self.grip]
        fixed = frame.local(pivot(frame, about))
        start, to = frame.local(frame.spot(self.grip)), frame.local(complex(*self.to))
        level = self.grip in ("n", "s")
        far = start - fixed
        slid = to - start
        across = complex(far.imag, -slid.real) if level else complex(far.real, slid.imag)
        across = -across if across.real < 0.0 else across
        angle = min(max(degrees_of(across), -STEEPEST), STEEPEST)
        angle = round(angle / 15.0) * 15.0 if self.stepped else angle
        along: Literal["level", "upright"] = "level" if level else "upright"
        return ShearItems(
            items=self.items, copies=self.copies, angle=angle, along=along, about=about
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class DragRotation(Placing):
    """Turns items about a place, from one pointer place to another."""

    doing: ClassVar[str] = "Rotate"
    kind: Literal["drag_rotation"] = "drag_rotation"
    start: Point
    """Where the drag began."""
    to: Point
    """Where it is now."""
    stepped: bool = False
    """Only at multiples of 15°."""
    felt: bool = False
    """Level, upright and 45° are felt when they are near."""
    about: About = "middle"
    """The place that stays."""

    def item_map(self, frame: OrientedBox) -> ItemMap:
        return turned(frame, self._by(frame), self.about)

    def again(self, frame: OrientedBox) -> RotateItems:
        by = self._by(frame)
        return RotateItems(items=self.items, copies=self.copies, angle=by, about=self.about)

    def _by(self, frame: OrientedBox) -> float:
        about = pivot(frame, self.about)
        begun, now = complex(*self.start) - about, complex(*self.to) - about
        angle = frame.angle + degrees_of(now) - degrees_of(begun)
        near = round(angle / 45.0) * 45.0
        if self.stepped:
            angle = round(angle / 15.0) * 15.0
        elif self.felt and abs(angle - near) <= FELT:
            angle = near
        return angle - frame.angle
