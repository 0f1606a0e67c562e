"""Symmetries: make one, set its line, its centre and its number, drag them."""

from dataclasses import dataclass, field, replace
from typing import ClassVar, Literal, Self

from buildup.drawing.itemtypes import Keeps, Layer, Pattern, Symmetry
from buildup.drawing.laying import laid
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Style
from buildup.drawing.paintchecks import check_style
from buildup.edits.change import Delta, placed, row_of
from buildup.edits.command import Command, Point
from buildup.edits.items.containers import called
from buildup.edits.items.drafts import Draft
from buildup.edits.items.mirroring import on_the_line
from buildup.edits.items.newitems import check_new
from buildup.edits.items.targets import open_items
from buildup.edits.naming import PATTERNS
from buildup.forms.contours import item_box
from buildup.forms.draftpegs import CopyPeg
from buildup.forms.symmetry.axes import Axis, axis_of, dragged, pegs, settled, with_axis
from buildup.geometry.boxes import Box
from buildup.messages import message, refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class MakeSymmetry(Draft):
    """Makes a symmetry of items, where the frontmost of them lay; or an empty one to draw into."""

    kind: Literal["make_symmetry"] = "make_symmetry"
    items: tuple[str, ...]
    """Which items come into it; none: it is empty."""
    symmetry: str
    """The id of the new symmetry."""
    pattern: Pattern = "mirror"
    """Mirrored about a line, turned about a centre, or both."""
    axis: Axis = field(default_factory=Axis)
    """Its line or centre, and how often it shows around."""
    called: str | None = None
    """Its name; None for the next number."""
    container: str | None = None
    """The container that an empty one comes to lie in; None: the front layer."""

    @property
    def name(self) -> str:
        return f"Create {PATTERNS[self.pattern].lower()}"

    def laid_out(self, drawing: Drawing) -> Self:
        return replace(self, axis=settled(drawing, self.items, self.axis, self.pattern))

    def draft_pegs(self, drawing: Drawing) -> tuple[CopyPeg, ...]:
        return pegs(self.axis, self.pattern)

    def pulled(self, drawing: Drawing, peg: str, to: complex, *, held: bool) -> Self:
        return replace(self, axis=dragged(self.axis, self.pattern, peg, to, held=held))

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.symmetry)
        axis = settled(drawing, self.items, self.axis, self.pattern)
        made = Symmetry(
            id=self.symmetry,
            name=called(drawing, PATTERNS[self.pattern], self.called, kind=Symmetry),
            pattern=self.pattern,
        )
        made = with_axis(made, axis)
        if not self.items:
            return placed(drawing, (made,), container=self.container)
        open_items(drawing, self.items)
        tops = drawing.tree.tops(self.items)
        if any(isinstance(drawing.items[i], Layer) for i in tops):
            raise refusal("layers_on_top.mirrored")
        front = tops[-1]
        position = (made.id, drawing.tree.container(front), front)
        same = self.pattern == "mirror" and on_the_line(drawing, tops, axis)
        note = message("notes.on_axis") if same else ""
        return Delta(put=(made,), moves=(position, *row_of(tops, made.id, None)), message=note)


def open_symmetry(drawing: Drawing, item_id: str) -> Symmetry:
    """The symmetry of an id, if it may be edited.

    Raises:
        Refusal: `unknown_item`, `locked_item` or `no_symmetry`.

    """
    found = drawing.open_item(item_id)
    if not isinstance(found, Symmetry):
        raise refusal("no_symmetry", item_id, name=found.name)
    return found


@dataclass(frozen=True, slots=True, kw_only=True)
class SetSymmetry(Command):
    """Sets a symmetry by numbers; None keeps what it has."""

    merges_by: ClassVar[tuple[str, ...]] = ("symmetry",)
    kind: Literal["set_symmetry"] = "set_symmetry"
    symmetry: str
    """Which symmetry."""
    pattern: Pattern | None = None
    """Mirrored, turned, or both."""
    x: float | None = None
    """Of its centre, or of the middle of its line."""
    y: float | None = None
    """Likewise."""
    angle: float | None = None
    """Degrees, of its line."""
    count: int | None = None
    """How many times around."""
    keeps: Keeps | None = None
    """All of what it holds, or only what lies on one side of its line."""

    @property
    def name(self) -> str:
        return "Change symmetry"

    def delta(self, drawing: Drawing) -> Delta:
        old = open_symmetry(drawing, self.symmetry)
        axis = axis_of(old)
        x, y = axis.centre or (0.0, 0.0)
        pattern = self.pattern or old.pattern
        centre = (x if self.x is None else self.x, y if self.y is None else self.y)
        changed = replace(
            axis,
            centre=centre,
            angle=axis.angle if self.angle is None else self.angle,
            count=axis.count if self.count is None else self.count,
        )
        new = replace(old, pattern=pattern, keeps=self.keeps or old.keeps)
        axis = settled(drawing, (old.id,), changed, pattern)
        return Delta(put=(with_axis(new, axis),))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetSecondStyle(Command):
    """Sets how every other image of a symmetry is painted."""

    merges_by: ClassVar[tuple[str, ...]] = ("symmetry",)
    kind: Literal["set_second_style"] = "set_second_style"
    symmetry: str
    """Which symmetry."""
    style: Style | None = None
    """How; None: as the original."""

    @property
    def name(self) -> str:
        return "Alternate colours"

    def delta(self, drawing: Drawing) -> Delta:
        old = open_symmetry(drawing, self.symmetry)
        if self.style is None:
            return Delta(put=(replace(old, second=None),))
        check_style(self.style)
        boxes = (item_box(drawing, i) for i in drawing.tree.children(old.id))
        held = [b for b in boxes if b is not None]
        second = laid(self.style, lambda: Box.union(held)) if held else self.style
        return Delta(put=(replace(old, second=second),))


@dataclass(frozen=True, slots=True, kw_only=True)
class DragSymmetry(Command):
    """Drags the middle of a symmetry, a grip of its line, or the peg of its number."""

    pointer_field: ClassVar[str] = "to"
    kind: Literal["drag_symmetry"] = "drag_symmetry"
    symmetry: str
    """Which symmetry."""
    peg: Literal["middle", "start", "end", "count"]
    """What is dragged."""
    to: Point
    """Where the pointer has it."""
    stepped: bool = False
    """Angles by 15° only; the middle square to the line only."""

    @property
    def name(self) -> str:
        return {"middle": "Move symmetry", "count": "Change count"}.get(self.peg, "Rotate symmetry")

    def delta(self, drawing: Drawing) -> Delta:
        old = open_symmetry(drawing, self.symmetry)
        to = complex(*self.to)
        new = dragged(axis_of(old), old.pattern, self.peg, to, held=self.stepped)
        return Delta(put=(with_axis(old, new),))
