"""How items are painted."""

from dataclasses import dataclass, replace
from typing import Any, ClassVar, Literal

from buildup.drawing.model import Drawing
from buildup.edits.change import Delta
from buildup.edits.command import Command
from buildup.edits.newitems import check_style
from buildup.edits.taking import open_painted


@dataclass(frozen=True, slots=True, kw_only=True)
class SetFill(Command):
    """Sets the fill of items."""

    goes_on: ClassVar[tuple[str, ...]] = ("items",)
    kind: Literal["set_fill"] = "set_fill"
    items: tuple[str, ...]
    """Which items."""
    colour: str | None
    """`#RRGGBB`, or None for none."""

    @property
    def name(self) -> str:
        return "Change fill"

    def delta(self, drawing: Drawing) -> Delta:
        return _styled(drawing, self.items, fill=self.colour)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetStroke(Command):
    """Sets the stroke colour of items."""

    goes_on: ClassVar[tuple[str, ...]] = ("items",)
    kind: Literal["set_stroke"] = "set_stroke"
    items: tuple[str, ...]
    """Which items."""
    colour: str | None
    """`#RRGGBB`, or None for none."""

    @property
    def name(self) -> str:
        return "Change stroke"

    def delta(self, drawing: Drawing) -> Delta:
        return _styled(drawing, self.items, stroke=self.colour)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetStrokeWidth(Command):
    """Sets the stroke width of items."""

    goes_on: ClassVar[tuple[str, ...]] = ("items",)
    kind: Literal["set_stroke_width"] = "set_stroke_width"
    items: tuple[str, ...]
    """Which items."""
    width: float
    """The width in sheet units, at least 0."""

    @property
    def name(self) -> str:
        return "Change stroke width"

    def delta(self, drawing: Drawing) -> Delta:
        return _styled(drawing, self.items, stroke_width=self.width)


def _styled(drawing: Drawing, ids: tuple[str, ...], **changes: Any) -> Delta:
    put = []
    for item in open_painted(drawing, ids):
        style = replace(item.style, **changes)
        check_style(style)
        put.append(replace(item, style=style))
    return Delta(put=tuple(put))
