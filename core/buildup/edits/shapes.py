"""Parametric shapes: draw one, turn its dials, drag its pegs, turn it into outlines."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Literal

from buildup.drawing.model import Drawing, Frame, Outline, Shape, Style
from buildup.edits.change import Delta, in_front
from buildup.edits.command import Command, Point
from buildup.edits.outlines import check_new, check_style, new_name
from buildup.edits.placing import SMALLEST, open_items
from buildup.errors import Refusal
from buildup.geometry.transforms import shift
from buildup.shapes.kinds import Dial
from buildup.shapes.placement import contours_of, standing
from buildup.shapes.registry import checked_dials, shape_kind


@dataclass(frozen=True, slots=True, kw_only=True)
class DrawShape(Command):
    """Draws a shape by dragging its box from corner to corner."""

    kind: Literal["draw_shape"] = "draw_shape"
    item: str
    """The id of the new shape."""
    shape: str
    """Its kind, by the registry's name."""
    start: Point
    """Where the drag began: a corner, or the middle when `centred`."""
    to: Point
    """The opposite corner."""
    square: bool = False
    """As wide as high, by the larger of the two."""
    centred: bool = False
    """The drag began in the middle."""
    called: str | None = None
    """Its name; None for the kind's label and the next number."""
    dials: Mapping[str, float] = field(default_factory=dict)
    """Values of its dials; those left out take their defaults."""
    style: Style = Style()
    """How it is painted."""

    @property
    def name(self) -> str:
        return f"Draw {shape_kind(self.shape).label.lower()}"

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.item)
        check_style(self.style)
        kind = shape_kind(self.shape)
        start, diagonal = complex(*self.start), complex(*self.to) - complex(*self.start)
        if self.square:
            side = max(abs(diagonal.real), abs(diagonal.imag))
            diagonal = complex(
                side if diagonal.real >= 0 else -side, side if diagonal.imag >= 0 else -side
            )
        centre = start if self.centred else start + diagonal / 2.0
        scale = 2.0 if self.centred else 1.0
        width, height = abs(diagonal.real) * scale, abs(diagonal.imag) * scale
        if min(width, height) < SMALLEST:
            raise Refusal("no_size", "Drag further: a shape needs a width and a height.")
        shape = Shape(
            id=self.item,
            name=new_name(drawing, kind.label, self.called),
            style=self.style,
            shape=kind.name,
            dials=checked_dials(kind, self.dials),
            frame=Frame(width, height, shift(centre)),
        )
        return Delta(put=(shape,), moves=in_front(drawing.order, (self.item,)))


def _shapes(drawing: Drawing, ids: tuple[str, ...], dial: str) -> list[tuple[Shape, Dial]]:
    """The shapes among some items, with their dial of a name."""
    found = []
    for item in open_items(drawing, ids):
        known = shape_kind(item.shape).dial(dial) if isinstance(item, Shape) else None
        if not isinstance(item, Shape) or known is None:
            raise Refusal("unknown_dial", f"“{item.name}” has no dial “{dial[:40]}”.", item.id)
        found.append((item, known))
    return found


@dataclass(frozen=True, slots=True, kw_only=True)
class SetDial(Command):
    """Sets one dial of one or several shapes."""

    kind: Literal["set_dial"] = "set_dial"
    items: tuple[str, ...]
    """Which shapes."""
    dial: str
    """Which dial, by its name."""
    value: float
    """Its new value, in the dial's unit; a length in sheet units."""

    @property
    def name(self) -> str:
        return f"Change {self.dial}"

    def delta(self, drawing: Drawing) -> Delta:
        put = []
        for shape, dial in _shapes(drawing, self.items, self.dial):
            changed = {**shape.dials, dial.name: self.value}
            put.append(replace(shape, dials=checked_dials(shape_kind(shape.shape), changed)))
        return Delta(put=tuple(put))


@dataclass(frozen=True, slots=True, kw_only=True)
class DragPeg(Command):
    """Drags a peg of a shape on the canvas."""

    kind: Literal["drag_peg"] = "drag_peg"
    item: str
    """Which shape."""
    dial: str
    """The dial that the peg moves."""
    to: Point
    """Where the peg is dragged to."""

    @property
    def name(self) -> str:
        return f"Change {self.dial}"

    def delta(self, drawing: Drawing) -> Delta:
        ((shape, dial),) = _shapes(drawing, (self.item,), self.dial)
        kind, frame = shape_kind(shape.shape), shape.frame
        peg = next((p for p in kind.pegs if p.dial == dial.name), None)
        if peg is None:
            raise Refusal("unknown_dial", f"{dial.label} has no peg; type its value instead.")
        local = frame.place.inverse()(complex(*self.to))
        value = peg.value(frame.width, frame.height, shape.dials, local)
        dials = checked_dials(kind, {**shape.dials, dial.name: value})
        return Delta(put=(replace(shape, dials=dials),))


@dataclass(frozen=True, slots=True, kw_only=True)
class TurnIntoOutlines(Command):
    """Gives up dials for plain outlines with the same form."""

    kind: Literal["turn_into_outlines"] = "turn_into_outlines"
    items: tuple[str, ...]
    """Which items; outlines among them stay as they are."""

    @property
    def name(self) -> str:
        return "Turn into outlines"

    def delta(self, drawing: Drawing) -> Delta:
        shapes = [i for i in open_items(drawing, self.items) if isinstance(i, Shape)]
        if not shapes:
            raise Refusal("already_outlines", "What is selected are outlines already.")
        return Delta(put=tuple(_as_outline(s) for s in shapes))


def _as_outline(shape: Shape) -> Outline:
    return Outline(
        id=shape.id,
        name=shape.name,
        style=shape.style,
        hidden=shape.hidden,
        contours=contours_of(shape),
        angle=standing(shape).angle,
    )
