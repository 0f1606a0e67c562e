"""What becomes of the form of an assembly: grown, shrunk, made of strokes, or a blend."""

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.drawing.itemtypes import BlendEffect, Effect, OffsetEffect
from buildup.drawing.model import Drawing
from buildup.edits.assemblies.combining import open_assembly
from buildup.edits.change import Delta
from buildup.edits.command import Command, Point
from buildup.forms.contours import assembly_form
from buildup.forms.itemchecks import FARTHEST_OFFSET, check_effect
from buildup.forms.strokes.strokeforms import distance_to
from buildup.geometry.tolerances import SMALLEST
from buildup.messages import refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class SetResult(Command):
    """Says what becomes of the form of an assembly."""

    kind: Literal["set_result"] = "set_result"
    assembly: str
    """Which assembly."""
    result: Effect | None
    """Grown or shrunk, made of the strokes of its parts, a blend, or None: as it is."""

    @property
    def name(self) -> str:
        if isinstance(self.result, BlendEffect):
            return "Change blend"
        return "Change offset" if isinstance(self.result, OffsetEffect) else "Change result"

    def delta(self, drawing: Drawing) -> Delta:
        if self.result is not None:
            check_effect(self.result)
        item = open_assembly(drawing, self.assembly)
        if item.along:
            raise refusal("text_along", item.id, name=item.name)
        return Delta(put=(replace(item, result=self.result),))


@dataclass(frozen=True, slots=True, kw_only=True)
class DragOffset(Command):
    """Grows or shrinks the form of an assembly until it reaches a place."""

    pointer_field: ClassVar[str] = "to"
    kind: Literal["drag_offset"] = "drag_offset"
    assembly: str
    """Which assembly; one that is grown or shrunk."""
    to: Point
    """The place, which the first step reaches."""

    @property
    def name(self) -> str:
        return "Change offset"

    def delta(self, drawing: Drawing) -> Delta:
        item = open_assembly(drawing, self.assembly)
        if not isinstance(item.result, OffsetEffect):
            raise refusal("no_offset", item.id, name=item.name)
        away = distance_to(assembly_form(drawing, item.id).grown, complex(*self.to))
        most = FARTHEST_OFFSET / item.result.count
        away = min(max(away, -most), most)
        if abs(away) < SMALLEST:
            away = SMALLEST if item.result.distance > 0.0 else -SMALLEST
        return Delta(put=(replace(item, result=replace(item.result, distance=away)),))
