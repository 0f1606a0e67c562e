"""What becomes of the form of an assembly: grown, shrunk, or made of the strokes of its parts."""

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.drawing.model import Drawing, Grown, Stroked
from buildup.edits.assemblies.combining import open_assembly
from buildup.edits.change import Delta
from buildup.edits.command import Command, Point
from buildup.forms.contours import assembly_form
from buildup.forms.itemchecks import FARTHEST_OFFSET, check_grown
from buildup.forms.strokes.strokeforms import distance_to
from buildup.geometry.tolerances import SMALLEST
from buildup.messages import refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class SetEdge(Command):
    """Says what becomes of the form of an assembly."""

    kind: Literal["set_edge"] = "set_edge"
    assembly: str
    """Which assembly."""
    edge: Grown | Stroked | None
    """Grown or shrunk, made of the strokes of its parts, or None: as it is."""

    @property
    def name(self) -> str:
        return "Change offset" if isinstance(self.edge, Grown) else "Change result"

    def delta(self, drawing: Drawing) -> Delta:
        if isinstance(self.edge, Grown):
            check_grown(self.edge)
        item = open_assembly(drawing, self.assembly)
        if item.along:
            raise refusal("words_along", item.id, name=item.name)
        return Delta(put=(replace(item, edge=self.edge),))


@dataclass(frozen=True, slots=True, kw_only=True)
class DragEdge(Command):
    """Grows or shrinks the form of an assembly until it reaches a place."""

    aims: ClassVar[str] = "to"
    kind: Literal["drag_edge"] = "drag_edge"
    assembly: str
    """Which assembly; one that is grown or shrunk."""
    to: Point
    """The place, which the first step reaches."""

    @property
    def name(self) -> str:
        return "Change offset"

    def delta(self, drawing: Drawing) -> Delta:
        item = open_assembly(drawing, self.assembly)
        if not isinstance(item.edge, Grown):
            raise refusal("no_offset", item.id, name=item.name)
        away = distance_to(assembly_form(drawing, item.id).grown, complex(*self.to))
        most = FARTHEST_OFFSET / item.edge.count
        away = min(max(away, -most), most)
        if abs(away) < SMALLEST:
            away = SMALLEST if item.edge.distance > 0.0 else -SMALLEST
        return Delta(put=(replace(item, edge=replace(item.edge, distance=away)),))
