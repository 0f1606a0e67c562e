"""Steps between two outlines, each an item of its own."""

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import partial
from typing import Literal

from buildup.contours.blending import between, paired
from buildup.contours.extent import box_of
from buildup.drawing.colours import between_stops, mixed
from buildup.drawing.itemtypes import Outline
from buildup.drawing.laying import boxed
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Colour, Gradient, Paint, Stroke, Style
from buildup.edits.change import Delta, row_of
from buildup.edits.command import Command
from buildup.edits.items.newitems import check_contours
from buildup.edits.items.replacing import Making
from buildup.edits.items.targets import open_items
from buildup.forms.contours import form_of
from buildup.messages import refusal

MOST_STEPS = 200
"""Steps of one blend."""
Spacing = Literal["even", "nearer_first", "nearer_last"]
SPACINGS: dict[Spacing, Callable[[float], float]] = {
    "even": lambda share: share,
    "nearer_first": lambda share: share * share,
    "nearer_last": lambda share: 1.0 - (1.0 - share) ** 2,
}
"""Where a step lies between the two, by its part of their number."""


@dataclass(frozen=True, slots=True, kw_only=True)
class BlendItems(Command):
    """Makes outlines between two forms, which stay as they are; the steps lie between them."""

    kind: Literal["blend_items"] = "blend_items"
    items: tuple[str, ...]
    """The two, the one to begin with first."""
    count: int = 3
    """How many steps."""
    spacing: Spacing = "even"
    """Even, or nearer to one of the two."""

    @property
    def name(self) -> str:
        return "Blend"

    @property
    def phrase(self) -> str:
        return "Blend {item}"

    def delta(self, drawing: Drawing) -> Delta:
        if len(set(self.items)) != 2:
            raise refusal("not_two")
        if not 1 <= self.count <= MOST_STEPS:
            raise refusal("bad_count.blend", most=MOST_STEPS)
        open_items(drawing, self.items)
        first, last = (form_of(drawing, i) for i in self.items)
        if len(first.contours) != len(last.contours):
            raise refusal("not_alike.paths", first=len(first.contours), last=len(last.contours))
        pairs = [paired(a, b) for a, b in zip(first.contours, last.contours, strict=True)]
        styles = [boxed(f.style, partial(box_of, f.contours)) for f in (first, last)]
        made = Making(drawing)
        name = drawing.items[self.items[0]].name
        for number in range(1, self.count + 1):
            share = SPACINGS[self.spacing](number / (self.count + 1))
            contours = tuple(between(a, b, share) for a, b in pairs)
            check_contours(name, contours)
            style = _mixed(styles[0], styles[1], share)
            new = made.new_id(self.items[0])
            step = Outline(id=new, name=name, style=style, contours=contours, rule=first.rule)
            made.put.append(step)
        order = list(drawing.tree.below())
        back = min(self.items, key=order.index)
        row = [item.id for item in made.put]
        if back != self.items[0]:
            row.reverse()
        made.moves += row_of(row, drawing.tree.container(back), back)
        return made.delta()


def _mixed(first: Style, last: Style, share: float) -> Style:
    """A style between two; what the two do not both have is that of the nearer one."""
    near = first if share < 0.5 else last
    fill = _paint(first.fill, last.fill, share)
    if len(first.strokes) != len(last.strokes):
        return replace(near, fill=fill)
    pairs = zip(first.strokes, last.strokes, near.strokes, strict=True)
    return replace(near, fill=fill, strokes=tuple(_stroke(a, b, n, share) for a, b, n in pairs))


def _stroke(first: Stroke, last: Stroke, near: Stroke, share: float) -> Stroke:
    """A stroke between two."""
    width = first.width + share * (last.width - first.width)
    return replace(
        near,
        paint=_paint(first.paint, last.paint, share),
        width=width if first.shows and last.shows else near.width,
    )


def _paint(first: Paint | None, last: Paint | None, share: float) -> Paint | None:
    """A paint between two; between gradients that are not alike, that of the nearer one."""
    near = first if share < 0.5 else last
    if first is None or last is None:
        return near
    if isinstance(first, Colour) and isinstance(last, Colour):
        return mixed(first, last, share)
    if not isinstance(first, Gradient) or not isinstance(last, Gradient):
        return near
    if first.kind != last.kind or len(first.stops) != len(last.stops):
        return near
    stops = tuple(between_stops(a, b, share) for a, b in zip(first.stops, last.stops, strict=True))
    return replace(first if share < 0.5 else last, stops=stops)
