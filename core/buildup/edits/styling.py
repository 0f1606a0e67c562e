"""How items are painted."""

from dataclasses import dataclass, replace
from typing import Any, ClassVar, Literal

from buildup.drawing.model import Cap, Drawing, FillRule, Join, Placing
from buildup.edits.change import Delta
from buildup.edits.command import Command
from buildup.edits.newitems import check_style
from buildup.edits.taking import open_items, open_painted


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


@dataclass(frozen=True, slots=True, kw_only=True)
class SetPen(Command):
    """Sets how the strokes of items are drawn; what is None stays as it is."""

    kind: Literal["set_pen"] = "set_pen"
    items: tuple[str, ...]
    """Which items."""
    cap: Cap | None = None
    """How the ends of open paths and of dashes are."""
    join: Join | None = None
    """How corners are."""
    miter_limit: float | None = None
    """How many widths a mitred corner may reach, from 1 to 100; beyond it is bevelled."""
    dashes: tuple[float, ...] | None = None
    """Sheet units, drawn and left out in turn; none: all is drawn."""
    dash_from: float | None = None
    """Sheet units; how far into the dashes a path begins."""
    placing: Placing | None = None
    """Where the stroke of closed paths lies."""

    @property
    def name(self) -> str:
        return "Change stroke"

    def delta(self, drawing: Drawing) -> Delta:
        told = {
            "cap": self.cap,
            "join": self.join,
            "miter_limit": self.miter_limit,
            "dashes": self.dashes,
            "dash_from": self.dash_from,
            "placing": self.placing,
        }
        changes = {name: value for name, value in told.items() if value is not None}
        return _styled(drawing, self.items, **changes)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetRule(Command):
    """Says what is inside of outlines whose paths lie over each other."""

    kind: Literal["set_rule"] = "set_rule"
    items: tuple[str, ...]
    """Which outlines."""
    rule: FillRule
    """An odd number of paths around it, or by the way they run."""

    @property
    def name(self) -> str:
        return "Change fill rule"

    def delta(self, drawing: Drawing) -> Delta:
        outlines = [drawing.outline(i.id) for i in open_items(drawing, self.items)]
        return Delta(put=tuple(replace(o, rule=self.rule) for o in outlines))


def _styled(drawing: Drawing, ids: tuple[str, ...], **changes: Any) -> Delta:
    put = []
    for item in open_painted(drawing, ids):
        style = replace(item.style, **changes)
        check_style(style)
        put.append(replace(item, style=style))
    return Delta(put=tuple(put))
