"""References: place, move, size, turn, dim, hide and remove a picture to trace."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.checks import check_id, check_name
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Reference
from buildup.drawing.sheetchecks import MOST_UNDERLAYS, check_reference
from buildup.edits.change import Delta
from buildup.edits.command import Command, Point
from buildup.forms.matching.tracedarea import reference_of
from buildup.geometry.angles import degrees_of
from buildup.geometry.tolerances import NO_LENGTH
from buildup.messages import refusal

MARGIN = 0.9
"""A placed picture fills at most this share of the sheet."""


def _with(drawing: Drawing, references: tuple[Reference, ...]) -> Delta:
    return Delta(sheet=replace(drawing.sheet, references=references))


def _swapped(drawing: Drawing, new: Reference) -> Delta:
    return _with(drawing, tuple(new if u.id == new.id else u for u in drawing.sheet.references))


@dataclass(frozen=True, slots=True, kw_only=True)
class AddReference(Command):
    """Lays a picture under the drawing, in the middle of the sheet and as large as it fits."""

    kind: Literal["add_reference"] = "add_reference"
    reference: str
    """The id of the new reference."""
    picture: int
    """The number the server gave the picture."""
    called: str
    """Its name, usually the file's."""
    pixels: tuple[int, int]
    """Its width and height in pixels."""

    @property
    def name(self) -> str:
        return "Add reference"

    def delta(self, drawing: Drawing) -> Delta:
        check_id(self.reference)
        check_name(self.called)
        sheet = drawing.sheet
        if any(u.id == self.reference for u in sheet.references):
            raise refusal("reference_exists")
        if len(sheet.references) >= MOST_UNDERLAYS:
            raise refusal("too_many_references", most=MOST_UNDERLAYS)
        wide, tall = self.pixels
        if not (0 < wide <= 100_000 and 0 < tall <= 100_000):
            raise refusal("bad_picture")
        scale = MARGIN * min(sheet.width / wide, sheet.height / tall)
        placed = Reference(
            id=self.reference,
            picture=self.picture,
            name=self.called,
            x=sheet.width / 2.0,
            y=sheet.height / 2.0,
            width=wide * scale,
            height=tall * scale,
        )
        return _with(drawing, (*sheet.references, placed))


@dataclass(frozen=True, slots=True, kw_only=True)
class DragReference(Command):
    """Drags a reference, its corner (about its middle, in proportion), or turns it."""

    kind: Literal["drag_reference"] = "drag_reference"
    reference: str
    """Which reference."""
    part: Literal["whole", "corner", "turn"]
    """What is dragged."""
    start: Point
    """Where the drag began."""
    to: Point
    """Where it is now."""
    stepped: bool = False
    """Turning only at multiples of 15°."""

    @property
    def name(self) -> str:
        return {"whole": "Move", "corner": "Resize", "turn": "Rotate"}[self.part] + " reference"

    def delta(self, drawing: Drawing) -> Delta:
        old = reference_of(drawing, self.reference)
        middle = complex(old.x, old.y)
        start, to = complex(*self.start), complex(*self.to)
        if self.part == "whole":
            at = middle + to - start
            return _swapped(drawing, replace(old, x=at.real, y=at.imag))
        if self.part == "turn":
            angle = old.angle + degrees_of(to - middle) - degrees_of(start - middle)
            angle = round(angle / 15.0) * 15.0 if self.stepped else angle
            return _swapped(drawing, replace(old, angle=angle))
        reach = abs(start - middle)
        factor = abs(to - middle) / reach if reach > NO_LENGTH else 1.0
        factor = max(factor, 1.0 / min(old.width, old.height))
        return _swapped(drawing, replace(old, width=old.width * factor, height=old.height * factor))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetReference(Command):
    """Sets a reference by typed values."""

    kind: Literal["set_reference"] = "set_reference"
    reference: Reference
    """The reference as it shall be; its id says which, its picture cannot change."""

    @property
    def name(self) -> str:
        return "Change reference"

    def delta(self, drawing: Drawing) -> Delta:
        old, new = reference_of(drawing, self.reference.id), self.reference
        check_reference(new)
        return _swapped(drawing, replace(new, picture=old.picture))


@dataclass(frozen=True, slots=True, kw_only=True)
class DeleteReference(Command):
    """Takes a reference away; its picture stays kept, so that this can be undone."""

    kind: Literal["delete_reference"] = "delete_reference"
    reference: str
    """Which reference."""

    @property
    def name(self) -> str:
        return "Delete reference"

    def delta(self, drawing: Drawing) -> Delta:
        gone = reference_of(drawing, self.reference)
        return _with(drawing, tuple(u for u in drawing.sheet.references if u is not gone))
