"""Where items stand: what all commands share that take them there by one map of the sheet.

A map is about a place: one of the nine of the frame around the items, or any other, the pivot.
Instead of the items copies of them may take the way.
"""

from dataclasses import dataclass
from typing import ClassVar, Literal

from buildup.drawing.model import Drawing
from buildup.edits.change import Delta
from buildup.edits.command import Command, Point
from buildup.edits.items.copying import copied
from buildup.edits.items.targets import several, taken
from buildup.forms.frames import OrientedBox, Spot
from buildup.forms.placement import ItemMap, moved_by
from buildup.geometry.angles import direction, stepped
from buildup.geometry.tolerances import FARTHEST, NO_LENGTH, SMALLEST
from buildup.geometry.transforms import shift, turn
from buildup.messages import refusal

NEARLY = 1.0 - 1e-9
"""What rounding may take off the smallest size."""

About = Spot | Point
"""A place of the frame around the items, or any place of the sheet."""


def pivot(frame: OrientedBox, about: About) -> complex:
    """The place on the sheet about which items turn and grow."""
    return frame.spot(about) if isinstance(about, str) else complex(*about)


@dataclass(frozen=True, slots=True, kw_only=True)
class Placing(Command):
    """The base of the commands that take items somewhere by one map of the sheet."""

    items: tuple[str, ...]
    """Which items."""
    copies: str | None = None
    """What the ids of copies begin with, which take the way instead; None: the items do."""

    whole: ClassVar[bool] = True
    doing: ClassVar[str]
    """What the step is called, before what it is done to."""

    @property
    def name(self) -> str:
        copies = " a copy of" if self.copies else ""
        return f"{self.doing}{copies} {several(len(self.items))}"

    def item_map(self, frame: OrientedBox) -> ItemMap:
        """How items go that stand in a frame.

        Raises:
            Refusal: when it cannot be done.

        """
        raise NotImplementedError

    def again(self, frame: OrientedBox) -> "Placing":
        """The command that does the same to other items.

        Args:
            frame: in which the items stood before.

        """
        return self

    def delta(self, drawing: Drawing) -> Delta:
        held = taken(drawing, self.items)
        item_map = self.item_map(held.frame)
        if self.copies is not None:
            return copied(drawing, self.items, self.copies, (item_map,))
        return held.moved(item_map)


@dataclass(frozen=True, slots=True, kw_only=True)
class MoveItems(Placing):
    """Moves items."""

    merges_by: ClassVar[tuple[str, ...]] = ("items",)
    pointer_field: ClassVar[str] = "by"
    doing: ClassVar[str] = "Move"
    kind: Literal["move_items"] = "move_items"
    by: Point
    """How far."""
    straight: bool = False
    """Only level, upright or at 45°."""

    def continues(self, earlier: Command, *, pause: float) -> bool:
        """Copies are a step of their own."""
        return self.copies is None and Command.continues(self, earlier, pause=pause)

    def item_map(self, frame: OrientedBox) -> ItemMap:
        by = complex(*self.by)
        return moved_by(stepped(by, step=45.0) if self.straight else by)


@dataclass(frozen=True, slots=True, kw_only=True)
class MoveAlong(Placing):
    """Moves items by a distance at an angle."""

    doing: ClassVar[str] = "Move"
    kind: Literal["move_along"] = "move_along"
    distance: float
    """Sheet units."""
    angle: float
    """Degrees, clockwise from level to the right."""

    def item_map(self, frame: OrientedBox) -> ItemMap:
        return moved_by(self.distance * direction(self.angle))


@dataclass(frozen=True, slots=True, kw_only=True)
class ScaleItems(Placing):
    """Scales items by factors, along the axes of their frame."""

    doing: ClassVar[str] = "Resize"
    kind: Literal["scale_items"] = "scale_items"
    x: float
    """Along the frame's first axis; not 0. Below 0 it turns over as well."""
    y: float
    """Along its second axis, likewise."""
    about: About = "middle"
    """The place that stays."""
    grow: bool = False
    """Strokes and corner radii grow with it."""

    def item_map(self, frame: OrientedBox) -> ItemMap:
        for factor, extent in ((self.x, frame.width), (self.y, frame.height)):
            if abs(factor) * extent < min(SMALLEST, extent) * NEARLY or factor == 0.0:
                raise refusal("too_small.scaled")
            if abs(factor) * extent > 2.0 * FARTHEST:
                raise refusal("too_far.scaled")
        by = frame.stretched(self.x, self.y, about=pivot(frame, self.about))
        return ItemMap(by, _turned_over(frame, self.x, self.y), self.grow)


def _turned_over(frame: OrientedBox, x: float, y: float) -> float:
    """The `turned` of a map that scales along a frame's axes, where factors are below 0."""
    if x * y > 0.0:
        return 180.0 if x < 0.0 else 0.0
    return 2.0 * frame.angle + (180.0 if x < 0.0 else 0.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class RotateItems(Placing):
    """Turns items by an angle."""

    doing: ClassVar[str] = "Rotate"
    kind: Literal["rotate_items"] = "rotate_items"
    angle: float
    """Degrees, clockwise."""
    about: About = "middle"
    """The place that stays."""

    def item_map(self, frame: OrientedBox) -> ItemMap:
        return turned(frame, self.angle, self.about)


def turned(frame: OrientedBox, by: float, about: About) -> ItemMap:
    """A turn by some degrees about a place."""
    return ItemMap(turn(by, about=pivot(frame, about)), by)


@dataclass(frozen=True, slots=True, kw_only=True)
class PlaceItems(Placing):
    """Puts items at typed numbers: a place of their frame, its size, its angle."""

    kind: Literal["place_items"] = "place_items"
    x: float | None = None
    """The place's new x, or None to keep it."""
    y: float | None = None
    """The place's new y, or None to keep it."""
    width: float | None = None
    """The frame's new width, or None to keep it."""
    height: float | None = None
    """The frame's new height, or None to keep it."""
    angle: float | None = None
    """The frame's new angle in degrees, or None to keep it."""
    about: About = "middle"
    """The place of the frame that x and y tell, and that stays otherwise; of any other place x and
    y tell the frame's middle."""
    even: bool = False
    """Width and height keep their proportion when one of them is given."""
    grow: bool = False
    """Strokes and corner radii grow with the size."""

    @property
    def name(self) -> str:
        what = several(len(self.items))
        if self.angle is not None:
            return f"Rotate {what}"
        sized = self.width is not None or self.height is not None
        return f"{'Resize' if sized else 'Move'} {what}"

    def item_map(self, frame: OrientedBox) -> ItemMap:
        if self.angle is not None:
            return turned(frame, self.angle - frame.angle, self.about)
        x, y = self._factors(frame)
        at = frame.spot(self.about if isinstance(self.about, str) else "middle")
        by = frame.stretched(x, y, about=pivot(frame, self.about))
        position = complex(
            at.real if self.x is None else self.x, at.imag if self.y is None else self.y
        )
        return ItemMap(shift(position - at).after(by), grows=self.grow)

    def _factors(self, frame: OrientedBox) -> tuple[float, float]:
        x = _size_factor(frame.width, self.width, "width")
        y = _size_factor(frame.height, self.height, "height")
        if self.even and self.height is None:
            return x, x
        return (y, y) if self.even and self.width is None else (x, y)

    def again(self, frame: OrientedBox) -> Placing:
        own, copies = self.items, self.copies
        if self.angle is not None:
            by = self.angle - frame.angle
            return RotateItems(items=own, copies=copies, angle=by, about=self.about)
        if self.width is not None or self.height is not None:
            x, y = self._factors(frame)
            return ScaleItems(items=own, copies=copies, x=x, y=y, about=self.about, grow=self.grow)
        by_map = self.item_map(frame).by
        return MoveItems(items=own, copies=copies, by=(by_map.origin.real, by_map.origin.imag))


def _size_factor(old: float, new: float | None, what: str) -> float:
    if new is None:
        return 1.0
    if new < SMALLEST:
        raise refusal("too_small", what, what=what)
    if old < NO_LENGTH:
        raise refusal("no_extent", what, what=what)
    return new / old
