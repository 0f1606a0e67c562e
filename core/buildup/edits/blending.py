"""Steps between two outlines, each an item of its own."""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.blending import between, paired
from buildup.drawing.model import Drawing, Outline, Style
from buildup.edits.becoming import Making
from buildup.edits.change import Delta, row_of
from buildup.edits.command import Command
from buildup.edits.newitems import check_contours
from buildup.edits.taking import open_items
from buildup.errors import Refusal
from buildup.forms.contours import form_of

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

    def delta(self, drawing: Drawing) -> Delta:
        if len(set(self.items)) != 2:
            raise Refusal("not_two", "A blend goes between two forms. Choose two.")
        if not 1 <= self.count <= MOST_STEPS:
            raise Refusal("bad_count", f"A blend has 1 to {MOST_STEPS} steps.")
        open_items(drawing, self.items)
        first, last = (form_of(drawing, i) for i in self.items)
        if len(first.contours) != len(last.contours):
            raise Refusal(
                "not_alike",
                f"One of the two has {len(first.contours)} paths and the other "
                f"{len(last.contours)}. Nothing was changed; take forms with as many each.",
            )
        pairs = [paired(a, b) for a, b in zip(first.contours, last.contours, strict=True)]
        made = Making(drawing)
        name = drawing.items[self.items[0]].name
        for number in range(1, self.count + 1):
            share = SPACINGS[self.spacing](number / (self.count + 1))
            contours = tuple(between(a, b, share) for a, b in pairs)
            check_contours(name, contours)
            style = _mixed(first.style, last.style, share)
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
    width = first.stroke_width + share * (last.stroke_width - first.stroke_width)
    return replace(
        near,
        fill=_colour(first.fill, last.fill, share),
        stroke=_colour(first.stroke, last.stroke, share),
        stroke_width=width if first.stroked and last.stroked else near.stroke_width,
    )


def _colour(first: str | None, last: str | None, share: float) -> str | None:
    if first is None or last is None:
        return first if share < 0.5 else last
    parts = ((int(first[k : k + 2], 16), int(last[k : k + 2], 16)) for k in range(1, len(first), 2))
    return "#" + "".join(f"{round(a + share * (b - a)):02X}" for a, b in parts)
