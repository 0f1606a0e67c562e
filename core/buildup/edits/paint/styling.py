"""How items are painted: their fill, their strokes, their opacity and effects."""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any, ClassVar, Literal

from buildup.drawing.itemtypes import FillRule, finish_of, with_finish
from buildup.drawing.model import Drawing
from buildup.drawing.paint import (
    Blend,
    Cap,
    Effect,
    Join,
    Paint,
    Placing,
    Stroke,
    Style,
)
from buildup.drawing.paintchecks import check_finish, check_opacity, check_style
from buildup.edits.change import Delta
from buildup.edits.command import Command
from buildup.edits.items.targets import open_items, open_painted
from buildup.forms.contours import form_of, laid_across, laid_style
from buildup.messages import refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class SetFill(Command):
    """Sets the fill of items."""

    merges_by: ClassVar[tuple[str, ...]] = ("items",)
    kind: Literal["set_fill"] = "set_fill"
    items: tuple[str, ...]
    """Which items."""
    colour: Paint | None
    """`#RRGGBB`, the colour of a swatch, or a gradient, which is laid across the box of each; None
    for none."""

    @property
    def name(self) -> str:
        return "Change fill"

    def delta(self, drawing: Drawing) -> Delta:
        return styled(drawing, self.items, lambda s: replace(s, fill=self.colour))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetFillOpacity(Command):
    """Sets how much of the fill of items shows."""

    merges_by: ClassVar[tuple[str, ...]] = ("items",)
    kind: Literal["set_fill_opacity"] = "set_fill_opacity"
    items: tuple[str, ...]
    """Which items."""
    opacity: float
    """From 0 to 1."""

    @property
    def name(self) -> str:
        return "Change fill opacity"

    def delta(self, drawing: Drawing) -> Delta:
        return styled(drawing, self.items, lambda s: replace(s, fill_opacity=self.opacity))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetOverprint(Command):
    """Sets whether a fill or a stroke leaves the inks below it that it does not use, in print."""

    kind: Literal["set_overprint"] = "set_overprint"
    items: tuple[str, ...]
    """Which items."""
    stroke: int | None = None
    """Which of their strokes, counted from the back; None: the fill."""
    overprint: bool
    """It does."""

    @property
    def name(self) -> str:
        return "Set overprint" if self.overprint else "Set knock out"

    def delta(self, drawing: Drawing) -> Delta:
        def change(style: Style) -> Style:
            if self.stroke is None:
                return replace(style, fill_overprint=self.overprint)
            return _with_stroke(style, self.stroke, overprint=self.overprint)

        return styled(drawing, self.items, change)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetStroke(Command):
    """Sets what a stroke of items is painted with; those that have fewer strokes get one."""

    merges_by: ClassVar[tuple[str, ...]] = ("items", "stroke")
    kind: Literal["set_stroke"] = "set_stroke"
    items: tuple[str, ...]
    """Which items."""
    colour: Paint | None
    """As that of a fill."""
    stroke: int = 0
    """Which of their strokes, counted from the back."""

    @property
    def name(self) -> str:
        return "Change stroke"

    def delta(self, drawing: Drawing) -> Delta:
        def change(style: Style) -> Style:
            if self.stroke >= len(style.strokes):
                return replace(style, strokes=(*style.strokes, Stroke(paint=self.colour)))
            return _with_stroke(style, self.stroke, paint=self.colour)

        return styled(drawing, self.items, change)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetStrokeWidth(Command):
    """Sets the width of a stroke of items."""

    merges_by: ClassVar[tuple[str, ...]] = ("items", "stroke")
    kind: Literal["set_stroke_width"] = "set_stroke_width"
    items: tuple[str, ...]
    """Which items."""
    width: float
    """The width in sheet units, at least 0."""
    stroke: int = 0
    """Which of their strokes, counted from the back."""

    @property
    def name(self) -> str:
        return "Change stroke width"

    def delta(self, drawing: Drawing) -> Delta:
        return styled(drawing, self.items, lambda s: _with_stroke(s, self.stroke, width=self.width))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetPen(Command):
    """Sets how a stroke of items is drawn; what is None stays as it is."""

    kind: Literal["set_pen"] = "set_pen"
    items: tuple[str, ...]
    """Which items."""
    stroke: int = 0
    """Which of their strokes, counted from the back."""
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
    dash_fit: bool | None = None
    """Dashes are stretched so that corners and ends lie in one."""
    placing: Placing | None = None
    """Where the stroke of closed paths lies."""
    opacity: float | None = None
    """From 0 to 1."""

    @property
    def name(self) -> str:
        return "Change stroke"

    def delta(self, drawing: Drawing) -> Delta:
        settings = {
            "cap": self.cap,
            "join": self.join,
            "miter_limit": self.miter_limit,
            "dashes": self.dashes,
            "dash_from": self.dash_from,
            "dash_fit": self.dash_fit,
            "placing": self.placing,
            "opacity": self.opacity,
        }
        changes = {name: value for name, value in settings.items() if value is not None}
        return styled(drawing, self.items, lambda s: _with_stroke(s, self.stroke, **changes))


@dataclass(frozen=True, slots=True, kw_only=True)
class AddStroke(Command):
    """Gives items a border more: behind their strokes, and wider by as much as the widest is."""

    kind: Literal["add_stroke"] = "add_stroke"
    items: tuple[str, ...]
    """Which items."""
    colour: Paint = "#1B2924"
    """What it is painted with."""

    @property
    def name(self) -> str:
        return "Add stroke"

    @property
    def phrase(self) -> str:
        return "Add stroke to {item}"

    def delta(self, drawing: Drawing) -> Delta:
        def change(style: Style) -> Style:
            widest = max(style.shown, key=lambda s: s.width, default=None)
            new = Stroke(paint=self.colour)
            if widest is not None:
                plain = replace(widest, paint=self.colour, dashes=(), opacity=1.0)
                new = replace(plain, width=widest.width + max(widest.width, new.width))
            return replace(style, strokes=(new, *(s for s in style.strokes if s.paint is not None)))

        return styled(drawing, self.items, change)


@dataclass(frozen=True, slots=True, kw_only=True)
class DeleteStroke(Command):
    """Takes a stroke from items."""

    kind: Literal["delete_stroke"] = "delete_stroke"
    items: tuple[str, ...]
    """Which items."""
    stroke: int
    """Which of their strokes, counted from the back."""

    @property
    def name(self) -> str:
        return "Delete stroke"

    def delta(self, drawing: Drawing) -> Delta:
        def change(style: Style) -> Style:
            kept = (s for n, s in enumerate(style.strokes) if n != self.stroke)
            return replace(style, strokes=tuple(kept))

        return styled(drawing, self.items, change)


@dataclass(frozen=True, slots=True, kw_only=True)
class OrderStroke(Command):
    """Puts a stroke of items in front of the next one."""

    kind: Literal["order_stroke"] = "order_stroke"
    items: tuple[str, ...]
    """Which items."""
    stroke: int
    """Which of their strokes, counted from the back."""

    @property
    def name(self) -> str:
        return "Bring stroke forward"

    def delta(self, drawing: Drawing) -> Delta:
        def change(style: Style) -> Style:
            at, strokes = self.stroke, style.strokes
            if not 0 <= at < len(strokes) - 1:
                return style
            return replace(
                style, strokes=(*strokes[:at], strokes[at + 1], strokes[at], *strokes[at + 2 :])
            )

        return styled(drawing, self.items, change)


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


@dataclass(frozen=True, slots=True, kw_only=True)
class SetOpacity(Command):
    """Sets how much of items shows; of containers all that they hold taken together."""

    merges_by: ClassVar[tuple[str, ...]] = ("items",)
    kind: Literal["set_opacity"] = "set_opacity"
    items: tuple[str, ...]
    """Which items, groups and layers."""
    opacity: float
    """From 0 to 1."""

    @property
    def name(self) -> str:
        return "Change opacity"

    def delta(self, drawing: Drawing) -> Delta:
        check_opacity(self.opacity)
        return _finished(drawing, self.items, opacity=self.opacity)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetBlend(Command):
    """Sets how items are mixed with what lies below them."""

    kind: Literal["set_blend"] = "set_blend"
    items: tuple[str, ...]
    """Which items, groups and layers."""
    blend: Blend
    """A mode of the CSS standard."""

    @property
    def name(self) -> str:
        return "Change blend mode"

    def delta(self, drawing: Drawing) -> Delta:
        return _finished(drawing, self.items, blend=self.blend)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetEffects(Command):
    """Sets what is done to items once they are painted."""

    merges_by: ClassVar[tuple[str, ...]] = ("items",)
    kind: Literal["set_effects"] = "set_effects"
    items: tuple[str, ...]
    """Which items, groups and layers."""
    effects: tuple[Effect, ...]
    """One after the other; none: they show as they are painted."""

    @property
    def name(self) -> str:
        return "Change effects"

    def delta(self, drawing: Drawing) -> Delta:
        return _finished(drawing, self.items, effects=self.effects)


def styled(drawing: Drawing, ids: tuple[str, ...], change: Callable[[Style], Style]) -> Delta:
    """The delta that paints items otherwise; gradients are laid on the sheet, across each box.

    Raises:
        Refusal: as `open_painted` and `check_style`.

    """
    put = []
    for item in open_painted(drawing, ids):
        old = laid_style(drawing, item.id)
        style = change(old)
        if style is old:
            continue
        check_style(style)
        form = form_of(drawing, item.id)
        put.append(replace(item, style=laid_across(form.contours, style)))
    return Delta(put=tuple(put))


def _finished(drawing: Drawing, ids: tuple[str, ...], **changes: Any) -> Delta:
    """The delta that changes the opacity, blend mode or effects of items."""
    put = []
    for item in open_items(drawing, ids):
        finish = replace(finish_of(item), **changes)
        check_finish(finish)
        put.append(with_finish(item, finish))
    return Delta(put=tuple(put))


def _with_stroke(style: Style, at: int, **changes: Any) -> Style:
    """A style with one of its strokes changed; as it is where there is no such stroke.

    Raises:
        Refusal: `unknown_stroke`.

    """
    if at < 0:
        raise refusal("unknown_stroke")
    if at >= len(style.strokes):
        return style
    changed = replace(style.strokes[at], **changes)
    return replace(style, strokes=(*style.strokes[:at], changed, *style.strokes[at + 1 :]))
