"""Strokes turned into outlines; forms grown and shrunk by a distance."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.model import Drawing, Item, Join, Style
from buildup.drawing.tree import Move
from buildup.edits.change import Delta, row_of
from buildup.edits.command import Command
from buildup.edits.newitems import free_id
from buildup.edits.taking import open_painted, several
from buildup.edits.welds import as_outline
from buildup.errors import Refusal
from buildup.forms.strokeforms import offset_form, stroke_form
from buildup.forms.sweepable import form_of, is_region
from buildup.geometry.tolerances import SMALLEST

MOST_STEPS = 50
"""Offsets at once."""


def as_fill(style: Style) -> Style:
    """How the outline of a stroke is painted; a stroke on it starts plain."""
    plain = replace(style, dashes=(), dash_from=0.0, placing="centred")
    return replace(plain, fill=style.stroke, stroke=None)


@dataclass(frozen=True, slots=True, kw_only=True)
class StrokesIntoOutlines(Command):
    """Makes filled outlines of strokes; what is filled keeps its fill below that of its stroke."""

    kind: Literal["strokes_into_outlines"] = "strokes_into_outlines"
    items: tuple[str, ...]
    """Which items; those without a stroke stay as they are."""

    @property
    def name(self) -> str:
        return "Stroke into outline"

    def delta(self, drawing: Drawing) -> Delta:
        put: list[Item] = []
        moves: list[Move] = []
        removed: list[str] = []
        taken = set(drawing.items)
        for item in open_painted(drawing, self.items):
            form = form_of(drawing, item)
            contours = stroke_form(form.contours, item.style, form.rule)
            if not contours:
                continue
            plain = replace(as_outline(item, contours), rule="nonzero")
            style = as_fill(item.style)
            stays = item.style.fill is not None
            alone = not stays and drawing.tree.is_drawn(item.id)
            new = item.id if alone else free_id(taken, item.id)
            taken.add(new)
            name = f"{item.name}, stroke" if stays else item.name
            put.append(replace(plain, id=new, name=name[:80], style=style))
            if not alone:
                moves.append((new, drawing.tree.container(item.id), item.id))
            if stays:
                put.append(replace(item, style=replace(item.style, stroke=None)))
            elif not alone:
                removed.append(item.id)
        if not put:
            raise Refusal(
                "no_stroke",
                "What is selected has no stroke of any width, so there is none to outline. Nothing "
                "was changed; give it a stroke first.",
            )
        return Delta(put=tuple(put), moves=tuple(moves), removed=tuple(removed))


@dataclass(frozen=True, slots=True, kw_only=True)
class OffsetItems(Command):
    """Makes outlines beside forms, grown or shrunk by equal steps; the forms stay as they are."""

    kind: Literal["offset_items"] = "offset_items"
    items: tuple[str, ...]
    """Which items; closed ones."""
    distance: float
    """Sheet units, of a step; below 0 they are shrunk."""
    count: int = 1
    """How many steps."""
    join: Join = "round"
    """How corners of grown ones are, and inner corners of shrunk ones."""

    @property
    def name(self) -> str:
        return f"Offset {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        if abs(self.distance) < SMALLEST or not 1 <= self.count <= MOST_STEPS:
            raise Refusal(
                "bad_length",
                f"An offset takes a distance other than 0, and from 1 to {MOST_STEPS} steps.",
            )
        put: list[Item] = []
        moves: list[Move] = []
        taken = set(drawing.items)
        for item in open_painted(drawing, self.items):
            form = form_of(drawing, item)
            if not is_region(item, form):
                continue
            row: list[str] = []
            for step in range(1, self.count + 1):
                contours = offset_form(form, self.distance * step, self.join)
                if not contours:
                    break
                new = free_id(taken, item.id)
                taken.add(new)
                row.append(new)
                plain = as_outline(item, contours)
                put.append(replace(plain, id=new, rule="nonzero"))
            container = drawing.tree.container(item.id)
            if self.distance > 0.0:
                held = drawing.tree.children(container)
                at = held.index(item.id)
                moves += row_of(reversed(row), container, held[at - 1] if at else None)
            else:
                moves += row_of(row, container, item.id)
        if not put:
            raise Refusal(
                "nothing_left",
                "Nothing is left at that distance, or nothing selected is closed. Nothing was "
                "changed; take a smaller distance, or a closed form.",
            )
        return Delta(put=tuple(put), moves=tuple(moves))
