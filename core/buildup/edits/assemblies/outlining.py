"""Strokes turned into outlines; forms grown and shrunk by a distance."""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.drawing.checks import LONGEST_NAME
from buildup.drawing.itemtypes import (
    Assembly,
    Item,
    Layer,
    OffsetEffect,
    Outline,
    Painted,
    StrokeEffect,
)
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Join, Stroke, Style
from buildup.drawing.tree import Tree
from buildup.edits.assemblies.combining import style_of
from buildup.edits.assemblies.remains import left_of
from buildup.edits.change import Delta, made_by, row_of
from buildup.edits.command import Command
from buildup.edits.items.newitems import check_contours
from buildup.edits.items.replacing import Making
from buildup.edits.items.targets import open_items, open_painted, several
from buildup.edits.symmetry.welds import as_outline
from buildup.forms.contours import form_of, grown_item
from buildup.forms.itemchecks import check_offset
from buildup.forms.paintings import grows
from buildup.forms.strokes.strokeforms import stroke_form
from buildup.messages import refusal

Contours = tuple[Contour, ...]


def as_fill(stroke: Stroke) -> Style:
    """How the outline of a stroke is painted; it has none itself, and one starts plain."""
    plain = replace(stroke, paint=None, dashes=(), dash_from=0.0, placing="centred", opacity=1.0)
    return Style(fill=stroke.paint, fill_opacity=stroke.opacity, strokes=(plain,))


@dataclass(frozen=True, slots=True, kw_only=True)
class StrokesToOutlines(Command):
    """Makes filled outlines of strokes; what is filled keeps its fill below that of its stroke."""

    kind: Literal["strokes_to_outlines"] = "strokes_to_outlines"
    items: tuple[str, ...]
    """Which items; those without a stroke stay as they are."""
    live: bool = False
    """Assemblies of the strokes come to stand around the items, which keep them adjustable."""

    def selects(self, before: Tree, forward: Delta) -> tuple[str, ...]:
        return made_by(forward, before) if self.live else ()

    @property
    def name(self) -> str:
        return "Stroke to outline"

    @property
    def phrase(self) -> str:
        return "Stroke of {item} to outline"

    def delta(self, drawing: Drawing) -> Delta:
        made = _Beside(drawing)
        for item in open_painted(drawing, self.items):
            form = form_of(drawing, item.id)
            made_of = [(s, c) for s in form.style.shown if (c := stroke_form(form, s))]
            if not made_of:
                continue
            if self.live:
                style = as_fill(made_of[-1][0])
                made.around(item, f"{item.name}, stroke", style, StrokeEffect())
                continue
            made.replaced(item, made_of)
        if not made.put:
            raise refusal("no_stroke")
        return made.delta()


@dataclass(frozen=True, slots=True, kw_only=True)
class OffsetItems(Command):
    """Makes outlines beside items, grown or shrunk by equal steps; the items stay as they are."""

    kind: Literal["offset_items"] = "offset_items"
    items: tuple[str, ...]
    """Which items, a group as one; open paths get parallels."""
    distance: float
    """Sheet units, of a step; below 0 forms shrink, and parallels lie to the left."""
    count: int = 1
    """How many steps."""
    join: Join = "round"
    """How corners of grown ones are, and inner corners of shrunk ones."""
    live: bool = False
    """Assemblies come to stand around the items, which keep the offset adjustable."""

    def selects(self, before: Tree, forward: Delta) -> tuple[str, ...]:
        return made_by(forward, before) if self.live else ()

    @property
    def name(self) -> str:
        return f"Offset {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        edge = OffsetEffect(distance=self.distance, count=self.count, join=self.join)
        check_offset(edge)
        made = _Beside(drawing)
        open_items(drawing, self.items)
        for top in drawing.tree.tops(self.items):
            item = drawing.items[top]
            if isinstance(item, Layer):
                raise refusal("layers_on_top.offset")
            style = style_of(drawing, top)
            if self.live:
                if grown_item(drawing, top, edge).contours:
                    made.around(item, f"{item.name}, offset", style, edge)
                continue
            steps = (
                replace(edge, distance=self.distance * k, count=1) for k in range(1, self.count + 1)
            )
            forms = (grown_item(drawing, top, step).contours for step in steps)
            made.beside(item, style, list(itertools.takewhile(bool, forms)), above=not grows(edge))
        if not made.put:
            raise refusal("nothing_left.offset")
        return made.delta()


class _Beside(Making):
    """Items, and what is made of them."""

    def around(
        self, item: Item, name: str, style: Style, edge: OffsetEffect | StrokeEffect
    ) -> None:
        """An assembly comes to stand around an item."""
        new = self.new_id(item.id)
        position = self.drawing.tree.container(item.id)
        self.put += [
            Assembly(id=new, name=name[:LONGEST_NAME], style=style, result=edge, role=item.role),
            replace(item, role=None),
        ]
        self.moves += [(new, position, item.id), (item.id, new, None)]

    def replaced(self, item: Painted, strokes: Sequence[tuple[Stroke, Contours]]) -> None:
        """The outlines of an item's strokes take its place, or that of the strokes alone."""
        tree = self.drawing.tree
        stays = item.style.fill is not None
        alone = not stays and tree.is_leaf(item.id)
        name = f"{item.name}, stroke" if stays or len(strokes) > 1 else item.name
        row = []
        for number, (stroke, contours) in enumerate(strokes):
            check_contours(item.name, contours)
            new = item.id if alone and number == 0 else self.new_id(item.id)
            plain = replace(as_outline(item, contours), id=new, name=name[:LONGEST_NAME])
            style = replace(as_fill(stroke), finish=item.style.finish)
            self.put.append(replace(plain, rule="nonzero", style=style))
            row.append(new)
        self.moves += row_of(row[1:] if alone else row, tree.container(item.id), item.id)
        if stays or left_of(self.drawing, item) is not None:
            self.put.append(replace(item, style=replace(item.style, strokes=())))
        elif not alone:
            self.removed.append(item.id)

    def beside(
        self, item: Item, style: Style, steps: Sequence[tuple[Contour, ...]], *, above: bool
    ) -> None:
        """Outlines come to lie above an item, or below it, the last one at the back."""
        row = []
        for contours in steps:
            check_contours(item.name, contours)
            new = self.new_id(item.id)
            row.append(new)
            made = Outline(id=new, name=item.name, style=style, contours=contours, role=item.role)
            self.put.append(made)
        container = self.drawing.tree.container(item.id)
        if above:
            self.moves += row_of(row, container, item.id)
            return
        held = self.drawing.tree.children(container)
        at = held.index(item.id)
        self.moves += row_of(reversed(row), container, held[at - 1] if at else None)
