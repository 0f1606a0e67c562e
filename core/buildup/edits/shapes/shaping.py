"""Parametric shapes: draw one, change its kind, turn it into outlines; and the straight line."""

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import ClassVar, Literal

from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.itemtypes import (
    Assembly,
    Frame,
    Item,
    Linked,
    Outline,
    Shape,
    Symmetry,
    TextItem,
)
from buildup.drawing.linking import as_group
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Style
from buildup.drawing.paintchecks import check_style
from buildup.drawing.tree import Tree
from buildup.edits.assemblies.combining import settled_assemblies
from buildup.edits.change import Delta, chained, in_their_place, placed, updated
from buildup.edits.command import Command, Point
from buildup.edits.items.newitems import check_new, new_name
from buildup.edits.items.targets import open_items
from buildup.edits.shapes.dials import shapes_of, shared_dials, with_word
from buildup.edits.symmetry.welds import as_outline, weld_all
from buildup.edits.text.textoutlines import spelled_out
from buildup.forms.contours import contours_of
from buildup.geometry.angles import stepped
from buildup.geometry.tolerances import SMALLEST
from buildup.geometry.transforms import shift
from buildup.messages import refusal
from buildup.shapes.registry import checked_dials, dials_of, shape_kind


@dataclass(frozen=True, slots=True, kw_only=True)
class DrawShape(Command):
    """Draws a shape by dragging its box from corner to corner."""

    pointer_field: ClassVar[str] = "to"
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
    """In its own proportion (a square, a circle, a regular star), by the larger side."""
    centred: bool = False
    """The drag began in the middle."""
    called: str | None = None
    """Its name; None for the kind's label and the next number."""
    dials: Mapping[str, float] = field(default_factory=dict)
    """Values of its dials; those left out take their defaults."""
    style: Style = Style()
    """How it is painted."""
    container: str | None = None
    """The container it comes to lie in; None: the front layer."""

    @property
    def name(self) -> str:
        return f"Draw {shape_kind(self.shape).label.lower()}"

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.item)
        check_style(self.style)
        kind = shape_kind(self.shape)
        start, diagonal = complex(*self.start), complex(*self.to) - complex(*self.start)
        if self.square:
            diagonal = in_proportion(diagonal, kind.proportion(checked_dials(kind, self.dials)))
        centre = start if self.centred else start + diagonal / 2.0
        scale = 2.0 if self.centred else 1.0
        width, height = abs(diagonal.real) * scale, abs(diagonal.imag) * scale
        if min(width, height) < SMALLEST:
            raise refusal("no_size.shape")
        shape = Shape(
            id=self.item,
            name=new_name(drawing, kind.label, self.called),
            style=self.style,
            shape=kind.name,
            dials=checked_dials(kind, self.dials),
            frame=Frame(width, height, shift(centre)),
        )
        return placed(drawing, (shape,), container=self.container)


def in_proportion(diagonal: complex, ratio: float) -> complex:
    """A diagonal whose box has a proportion (width ÷ height) and holds the given one."""
    height = max(abs(diagonal.real) / ratio, abs(diagonal.imag))
    return complex(
        math.copysign(height * ratio, diagonal.real), math.copysign(height, diagonal.imag)
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class DrawLine(Command):
    """Draws a straight open outline from one place to another."""

    pointer_field: ClassVar[str] = "to"
    kind: Literal["draw_line"] = "draw_line"
    item: str
    """The id of the new outline."""
    start: Point
    """Where it starts, or its middle when `centred`."""
    to: Point
    """Where it ends."""
    stepped: bool = False
    """Only at multiples of 15°."""
    centred: bool = False
    """The drag began in the middle."""
    called: str | None = None
    """Its name; None for the next number."""
    style: Style = Style()
    """How it is painted."""
    container: str | None = None
    """The container it comes to lie in; None: the front layer."""

    @property
    def name(self) -> str:
        return "Draw line"

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.item)
        check_style(self.style)
        start = complex(*self.start)
        vector = complex(*self.to) - start
        vector = stepped(vector, step=15.0) if self.stepped else vector
        if abs(vector) < SMALLEST:
            raise refusal("no_size.line")
        first = start - vector if self.centred else start
        line = Outline(
            id=self.item,
            name=new_name(drawing, "Line", self.called),
            style=self.style,
            contours=(Contour((Anchor(first), Anchor(start + vector))),),
        )
        return placed(drawing, (line,), container=self.container)


@dataclass(frozen=True, slots=True, kw_only=True)
class ChangeShape(Command):
    """Changes the kind of shapes; frame, style and the dials that both kinds have stay."""

    kind: Literal["change_shape"] = "change_shape"
    items: tuple[str, ...]
    """Which shapes."""
    shape: str
    """The kind they become, by the registry's name."""

    @property
    def name(self) -> str:
        return f"Change to {shape_kind(self.shape).label.lower()}"

    @property
    def phrase(self) -> str:
        return f"Change {{item}} to {shape_kind(self.shape).label.lower()}"

    def delta(self, drawing: Drawing) -> Delta:
        kind = shape_kind(self.shape)
        return with_word(
            drawing,
            (
                replace(s, shape=kind.name, dials=shared_dials(dials_of(s), s.shape, kind))
                for s in shapes_of(drawing, self.items)
            ),
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class ConvertToOutlines(Command):
    """Gives up dials, worked corners, symmetries, assemblies and links for plain outlines."""

    kind: Literal["convert_to_outlines"] = "convert_to_outlines"
    items: tuple[str, ...]
    """Which items, or what holds them; outlines among them stay as they are."""

    def selects(self, before: Tree, forward: Delta) -> tuple[str, ...]:
        return in_their_place(self.items, before, forward)

    @property
    def name(self) -> str:
        return "Convert to outlines"

    @property
    def phrase(self) -> str:
        return "Convert {item} to outlines"

    def delta(self, drawing: Drawing) -> Delta:
        tops = [i.id for i in open_items(drawing, self.items)]
        held = dict.fromkeys(p for t in tops for p in drawing.painted_in(t))
        assemblies = [i for i in held if isinstance(drawing.items[i], Assembly)]
        deltas = [settled_assemblies(drawing, assemblies)] if assemblies else []
        at = updated(drawing, deltas[0]) if deltas else drawing
        deltas += _plainly(at, [t for t in tops if t not in assemblies])
        if not deltas:
            raise refusal("already_outlines")
        return chained(deltas) if len(deltas) > 1 else deltas[0]


def _plainly(drawing: Drawing, tops: list[str]) -> list[Delta]:
    """The deltas that make outlines of all but assemblies."""
    every = dict.fromkeys(i for t in tops for i in (t, *drawing.tree.below(t)))
    symmetries = [i for i in every if isinstance(drawing.items[i], Symmetry)]
    inside = {i for s in symmetries for i in drawing.tree.below(s)}
    others = [drawing.items[i] for i in every if i not in inside]
    live = [i for i in others if isinstance(i, Outline | Shape) and _is_live(i)]
    words = [i for i in others if isinstance(i, TextItem)]
    deltas = weld_all(drawing, symmetries)
    put: list[Item] = [as_outline(i, contours_of(drawing, i.id)) for i in live]
    put += [as_group(i) for i in map(drawing.items.__getitem__, every) if isinstance(i, Linked)]
    deltas += [spelled_out(drawing, w) for w in words]
    if put:
        deltas.append(Delta(put=tuple(put)))
    return deltas


def _is_live(item: Outline | Shape) -> bool:
    """Whether an item has dials or worked corners."""
    return isinstance(item, Shape) or any(
        a.corner is not None for c in item.contours for a in c.anchors
    )
