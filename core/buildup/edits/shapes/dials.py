"""Dials: set one, drag its peg, type a length that follows from them, apply a whole setting."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.drawing.checks import check_numbers
from buildup.drawing.itemtypes import Frame, Shape
from buildup.drawing.model import Drawing
from buildup.drawing.units import format_length
from buildup.edits.change import Delta
from buildup.edits.command import Command, Point
from buildup.edits.items.targets import open_items
from buildup.geometry.tolerances import SMALLEST
from buildup.geometry.transforms import shift
from buildup.messages import message, refusal
from buildup.shapes.kinds import Dial, ShapeKind, sounded
from buildup.shapes.registry import checked_dials, dials_of, shape_kind

MARKS = {"percent": " %", "angle": "°"}
"""What follows the number of a dial in a sentence."""


def dial_label(drawing: Drawing, items: Iterable[str], name: str) -> str:
    """What a dial is called, in the middle of a sentence: by the first shape that has it."""
    for item_id in items:
        item = drawing.items.get(item_id)
        if isinstance(item, Shape):
            for dial in shape_kind(item.shape).dials:
                if dial.name == name:
                    return dial.label.lower()
    return name.replace("_", " ")


def _shapes(drawing: Drawing, ids: tuple[str, ...], dial: str) -> list[tuple[Shape, Dial]]:
    """The shapes among some items that have a dial of a name, with it.

    Raises:
        Refusal: `unknown_dial` when none has it.

    """
    found = []
    items = open_items(drawing, ids)
    for item in items:
        known = shape_kind(item.shape).dial(dial) if isinstance(item, Shape) else None
        if isinstance(item, Shape) and known is not None:
            found.append((item, known))
    if not found:
        raise refusal("unknown_dial", items[0].id, name=items[0].name, dial=dial[:40])
    return found


def turned_to(shape: Shape, dials: Mapping[str, float]) -> Shape:
    """A shape with other dials; its form keeps its scale and its place."""
    kind = shape_kind(shape.shape)
    return replace(shape, dials=dials, frame=_same_scale(kind, shape, dials))


def _same_scale(kind: ShapeKind, shape: Shape, dials: Mapping[str, float]) -> Frame:
    """The frame in which a form with other dials is as large as before, its origin in place."""
    frame = shape.frame
    if kind.extent is None:
        return frame
    old, new = kind.extent(dials_of(shape)), kind.extent(dials)
    if old == new:
        return frame
    x, y = frame.width / old.width, frame.height / old.height
    move = new.centre - old.centre
    position = frame.place.after(shift(complex(x * move.real, y * move.imag)))
    width, height = x * new.width, y * new.height
    return Frame(max(width, SMALLEST), max(height, SMALLEST), position)


def _message(shapes: Iterable[Shape], unit: str) -> str:
    """A word about values that are not drawn in full."""
    for shape in shapes:
        kind, dials = shape_kind(shape.shape), dials_of(shape)
        drawn = sounded(kind.dials, dials)
        for dial in kind.dials:
            if abs(drawn[dial.name] - dials[dial.name]) > 1e-9 and dial.shown(dials):
                most = f"{drawn[dial.name]:.4g}{MARKS.get(dial.unit, '')}"
                return message("notes.dial_crosses", dial=dial.label, most=most)
            if dial.unit != "length" or dial.reach is None or not dial.shown(dials):
                continue
            frame = shape.frame
            reach = dial.reach(frame.width, frame.height, dials)
            if dials[dial.name] > reach * (1.0 + 1e-9):
                most = f"{reach:g} %" if dials.get("radius_in") else format_length(reach, unit=unit)
                return message("notes.dial_limited", dial=dial.label, most=most)
    return ""


def with_word(drawing: Drawing, shapes: Iterable[Shape]) -> Delta:
    """The delta that puts some shapes, with a word where a radius does not fit."""
    put = tuple(shapes)
    return Delta(put=put, message=_message(put, drawing.sheet.unit))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetDial(Command):
    """Sets one dial of the shapes that have it."""

    merges_by: ClassVar[tuple[str, ...]] = ("items", "dial")
    kind: Literal["set_dial"] = "set_dial"
    items: tuple[str, ...]
    """Which shapes; those without the dial stay as they are."""
    dial: str
    """Which dial, by its name."""
    value: float
    """Its new value, in the dial's unit; a length in sheet units."""

    @property
    def name(self) -> str:
        return f"Change {self.dial.replace('_', ' ')}"

    def title(self, drawing: Drawing) -> str:
        return self._titled(
            drawing, f"Change {dial_label(drawing, self.items, self.dial)} of {{item}}"
        )

    def delta(self, drawing: Drawing) -> Delta:
        put = []
        for shape, dial in _shapes(drawing, self.items, self.dial):
            changed = {**dials_of(shape), dial.name: self.value}
            put.append(turned_to(shape, checked_dials(shape_kind(shape.shape), changed)))
        return with_word(drawing, put)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetShapeLength(Command):
    """Sets a length that a shape has, such as the side of a polygon, by scaling it evenly."""

    merges_by: ClassVar[tuple[str, ...]] = ("items", "length")
    kind: Literal["set_shape_length"] = "set_shape_length"
    items: tuple[str, ...]
    """Which shapes."""
    length: str
    """Which length, by its name."""
    value: float
    """What it becomes, in sheet units."""

    @property
    def name(self) -> str:
        return f"Set {self.length}"

    def delta(self, drawing: Drawing) -> Delta:
        if self.value < SMALLEST:
            raise refusal("too_small.length")
        put = []
        for item in open_items(drawing, self.items):
            kind = shape_kind(item.shape) if isinstance(item, Shape) else None
            known = next((m for m in kind.lengths if m.name == self.length), None) if kind else None
            if not isinstance(item, Shape) or known is None:
                raise refusal("unknown_dial.length", item.id, name=item.name)
            frame = item.frame
            by = self.value / known.value(frame.width, frame.height, dials_of(item))
            check_numbers(frame.width * by, frame.height * by)
            grown = replace(frame, width=frame.width * by, height=frame.height * by)
            put.append(replace(item, frame=grown))
        return Delta(put=tuple(put))


@dataclass(frozen=True, slots=True, kw_only=True)
class DragPeg(Command):
    """Drags a peg of a shape on the canvas; near a felt value it snaps to it."""

    kind: Literal["drag_peg"] = "drag_peg"
    item: str
    """Which shape."""
    dial: str
    """The dial that the peg moves."""
    to: Point
    """Where the peg is dragged to."""
    stepped: bool = False
    """Only whole steps: 15°, 5 %, 5 units."""

    @property
    def name(self) -> str:
        return f"Change {self.dial.replace('_', ' ')}"

    def title(self, drawing: Drawing) -> str:
        return self._titled(
            drawing, f"Change {dial_label(drawing, (self.item,), self.dial)} of {{item}}"
        )

    def delta(self, drawing: Drawing) -> Delta:
        ((shape, dial),) = _shapes(drawing, (self.item,), self.dial)
        kind, frame, old = shape_kind(shape.shape), shape.frame, dials_of(shape)
        peg = next((p for p in kind.pegs if p.dial == dial.name), None)
        if peg is None:
            raise refusal("unknown_dial.peg", dial=dial.label)
        local = frame.place.inverse()(complex(*self.to))
        value = peg.value(frame.width, frame.height, old, local)
        value = dial.dragged(value, stepped=self.stepped)
        dials = checked_dials(kind, {**old, dial.name: value})
        return with_word(drawing, (turned_to(shape, dials),))


def shared_dials(dials: Mapping[str, float], shape: str, kind: ShapeKind) -> dict[str, float]:
    """The dials of a kind: taken from another where both mean the same, else at their defaults."""
    known = shape_kind(shape)
    found = kind.defaults()
    for dial in kind.dials:
        other = known.dial(dial.name)
        if other is not None and other.unit == dial.unit and other.choices == dial.choices:
            found[dial.name] = min(max(dials[dial.name], dial.least), dial.most)
    return found


@dataclass(frozen=True, slots=True, kw_only=True)
class SetDials(Command):
    """Gives shapes a whole setting of dials; shapes of another kind become this kind."""

    kind: Literal["set_dials"] = "set_dials"
    items: tuple[str, ...]
    """Which shapes."""
    shape: str
    """The kind that the values are for."""
    dials: Mapping[str, float]
    """The values; those left out take their defaults."""

    @property
    def name(self) -> str:
        return "Apply dials"

    @property
    def phrase(self) -> str:
        return "Apply dials to {item}"

    def delta(self, drawing: Drawing) -> Delta:
        kind = shape_kind(self.shape)
        values = checked_dials(kind, self.dials)
        return with_word(
            drawing,
            (
                turned_to(shape, values)
                if shape.shape == kind.name
                else replace(shape, shape=kind.name, dials=values)
                for shape in shapes_of(drawing, self.items)
            ),
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class CopyDials(Command):
    """Gives shapes the dials of another one, as far as they have them."""

    kind: Literal["copy_dials"] = "copy_dials"
    source: str
    """The shape whose dials are copied."""
    items: tuple[str, ...]
    """The shapes that get them."""

    @property
    def name(self) -> str:
        return "Match dials"

    def delta(self, drawing: Drawing) -> Delta:
        (source,) = shapes_of(drawing, (self.source,))
        others = tuple(i for i in self.items if i != self.source)
        return with_word(drawing, (_with_dials_of(source, s) for s in shapes_of(drawing, others)))


def _with_dials_of(source: Shape, shape: Shape) -> Shape:
    own = shape_kind(shape.shape)
    shared = shared_dials(dials_of(source), source.shape, own)
    both = {d.name: shared[d.name] for d in own.dials if shape_kind(source.shape).dial(d.name)}
    return turned_to(shape, dials_of(shape) | both)


def shapes_of(drawing: Drawing, ids: tuple[str, ...]) -> list[Shape]:
    """The shapes among some items.

    Raises:
        Refusal: `not_a_shape` when there is none, or as `open_items`.

    """
    items = open_items(drawing, ids)
    shapes = [i for i in items if isinstance(i, Shape)]
    if not shapes:
        raise refusal("not_a_shape", items[0].id, name=items[0].name)
    return shapes
