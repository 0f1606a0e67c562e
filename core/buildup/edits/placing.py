"""Where items stand: move, resize by a grip, turn, place by numbers."""

import math
from dataclasses import dataclass
from typing import ClassVar, Literal

from buildup.drawing.model import Drawing
from buildup.edits.change import Delta
from buildup.edits.command import Command, Point
from buildup.edits.taking import several, taken
from buildup.errors import Refusal
from buildup.forms.frames import Standing
from buildup.geometry.angles import degrees_of, stepped
from buildup.geometry.tolerances import NO_LENGTH, SMALLEST
from buildup.geometry.transforms import Affine, shift, stretch, turn

Grip = Literal["nw", "n", "ne", "e", "se", "s", "sw", "w"]

_GRIPS: dict[Grip, complex] = {
    "nw": -1 - 1j,
    "n": -1j,
    "ne": 1 - 1j,
    "e": 1 + 0j,
    "se": 1 + 1j,
    "s": 1j,
    "sw": -1 + 1j,
    "w": -1 + 0j,
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Placing(Command):
    """The base of the commands that move, size and turn items by one map of the sheet."""

    items: tuple[str, ...]
    """Which items."""

    def way(self, frame: Standing) -> tuple[Affine, float]:
        """The map for items that stand in a frame, and by how many degrees it turns.

        Raises:
            Refusal: when it cannot be done.

        """
        raise NotImplementedError

    def delta(self, drawing: Drawing) -> Delta:
        held = taken(drawing, self.items)
        return held.moved(*self.way(held.frame))


@dataclass(frozen=True, slots=True, kw_only=True)
class MoveItems(Placing):
    """Moves items."""

    goes_on: ClassVar[tuple[str, ...]] = ("items",)
    aims: ClassVar[str] = "by"
    kind: Literal["move_items"] = "move_items"
    by: Point
    """How far."""
    straight: bool = False
    """Only level, upright or at 45°."""

    @property
    def name(self) -> str:
        return f"Move {several(len(self.items))}"

    def way(self, frame: Standing) -> tuple[Affine, float]:
        by = complex(*self.by)
        return shift(stepped(by, step=45.0) if self.straight else by), 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class ResizeItems(Placing):
    """Drags a side bar or a corner bracket of the frame around items."""

    aims: ClassVar[str] = "to"
    kind: Literal["resize_items"] = "resize_items"
    grip: Grip
    """Which side or corner is dragged, by compass."""
    to: Point
    """Where it goes."""
    even: bool = False
    """Keeps the proportions."""
    centred: bool = False
    """Keeps the middle in place instead of the opposite side."""

    @property
    def name(self) -> str:
        return f"Resize {several(len(self.items))}"

    def way(self, frame: Standing) -> tuple[Affine, float]:
        grip = _GRIPS[self.grip]
        half = complex(frame.width / 2.0, frame.height / 2.0)
        start = complex(grip.real * half.real, grip.imag * half.imag)
        fixed = 0j if self.centred else -start
        to = frame.local(complex(*self.to))
        x = _factor(start.real, to.real, fixed.real)
        y = _factor(start.imag, to.imag, fixed.imag)
        if self.even:
            x, y = _even(x, y, grip)
        about = frame.on_sheet(fixed)
        return stretch(x, y, about=about, angle=frame.angle), 0.0


def _factor(start: float, to: float, fixed: float) -> float:
    """The scale along one axis; 1 where the grip does not act or there is nothing to scale."""
    extent = start - fixed
    if abs(extent) < NO_LENGTH:
        return 1.0
    factor = (to - fixed) / extent
    least = SMALLEST / abs(extent)
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
class TurnItems(Placing):
    """Turns items about the middle of their frame, from one pointer place to another."""

    kind: Literal["turn_items"] = "turn_items"
    start: Point
    """Where the drag began."""
    to: Point
    """Where it is now."""
    stepped: bool = False
    """Only at multiples of 15°."""

    @property
    def name(self) -> str:
        return f"Turn {several(len(self.items))}"

    def way(self, frame: Standing) -> tuple[Affine, float]:
        begun, now = complex(*self.start) - frame.centre, complex(*self.to) - frame.centre
        angle = frame.angle + degrees_of(now) - degrees_of(begun)
        angle = round(angle / 15.0) * 15.0 if self.stepped else angle
        return _turned(frame, angle)


def _turned(frame: Standing, angle: float) -> tuple[Affine, float]:
    by = angle - frame.angle
    return turn(by, about=frame.centre), by


@dataclass(frozen=True, slots=True, kw_only=True)
class PlaceItems(Placing):
    """Puts items at typed numbers: the middle of their frame, its size, its angle."""

    kind: Literal["place_items"] = "place_items"
    x: float | None = None
    """The middle's new x, or None to keep it."""
    y: float | None = None
    """The middle's new y, or None to keep it."""
    width: float | None = None
    """The frame's new width, or None to keep it."""
    height: float | None = None
    """The frame's new height, or None to keep it."""
    angle: float | None = None
    """The frame's new angle in degrees, or None to keep it."""

    @property
    def name(self) -> str:
        if self.angle is not None:
            return f"Turn {several(len(self.items))}"
        sized = self.width is not None or self.height is not None
        return f"{'Resize' if sized else 'Place'} {several(len(self.items))}"

    def way(self, frame: Standing) -> tuple[Affine, float]:
        if self.angle is not None:
            return _turned(frame, self.angle)
        x = _size_factor(frame.width, self.width, "width")
        y = _size_factor(frame.height, self.height, "height")
        to = complex(
            frame.centre.real if self.x is None else self.x,
            frame.centre.imag if self.y is None else self.y,
        )
        sized = stretch(x, y, about=frame.centre, angle=frame.angle)
        return shift(to - frame.centre).after(sized), 0.0


def _size_factor(old: float, new: float | None, what: str) -> float:
    if new is None:
        return 1.0
    if new < SMALLEST:
        raise Refusal(
            "too_small", f"The {what} needs to be more than 0. The old {what} was kept.", what
        )
    if old < NO_LENGTH:
        raise Refusal(
            "no_extent",
            f"This item has no {what} that could be scaled. Drag one of its anchors instead.",
            what,
        )
    return new / old
