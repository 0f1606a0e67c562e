"""Steps between two outlines, each an item of its own; or live ones, that follow the two."""

import itertools
from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.checks import LONGEST_NAME
from buildup.drawing.itemtypes import Assembly, BlendEffect, BlendSpacing, Outline
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Style
from buildup.drawing.tree import Tree
from buildup.edits.assemblies.combining import tops_of
from buildup.edits.change import Delta, made_by, row_of
from buildup.edits.command import Command
from buildup.edits.items.newitems import check_contours
from buildup.edits.items.replacing import Making
from buildup.edits.items.targets import open_items
from buildup.forms.blends import check_blend, steps_between
from buildup.forms.contours import form_of, forms_in
from buildup.messages import refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class BlendItems(Command):
    """Makes outlines between two forms, which stay as they are; the steps lie between them."""

    kind: Literal["blend_items"] = "blend_items"
    items: tuple[str, ...]
    """The two, the one to begin with first; of a live blend two or more."""
    count: int = 3
    """How many steps."""
    spacing: BlendSpacing = "even"
    """Even, or nearer to one of the two."""
    live: bool = False
    """A blend comes to hold the items, whose steps follow them; back to front, as they lie."""

    def selects(self, before: Tree, forward: Delta) -> tuple[str, ...]:
        return made_by(forward, before) if self.live else ()

    @property
    def name(self) -> str:
        return "Live blend" if self.live else "Blend"

    @property
    def phrase(self) -> str:
        return "Blend {item}"

    def delta(self, drawing: Drawing) -> Delta:
        effect = BlendEffect(count=self.count, spacing=self.spacing)
        check_blend(effect)
        return self._live(drawing, effect) if self.live else self._steps(drawing, effect)

    def _live(self, drawing: Drawing, effect: BlendEffect) -> Delta:
        tops = tops_of(drawing, self.items)
        rows = [tuple(forms_in(drawing, top)) for top in tops]
        for first, last in itertools.pairwise(rows):
            steps_between(first, last, replace(effect, count=1))  # refuses what is not alike
        made = Making(drawing)
        back, front = drawing.items[tops[0]], tops[-1]
        new = made.new_id(back.id)
        name = f"{back.name}, blend"[:LONGEST_NAME]
        made.put.append(Assembly(id=new, name=name, style=Style(strokes=()), result=effect))
        made.put += (
            replace(drawing.items[t], role=None) for t in tops if drawing.items[t].role is not None
        )
        made.moves.append((new, drawing.tree.container(front), front))
        made.moves += row_of(tops, new, None)
        return made.delta()

    def _steps(self, drawing: Drawing, effect: BlendEffect) -> Delta:
        if len(set(self.items)) != 2:
            raise refusal("not_two")
        open_items(drawing, self.items)
        first, last = (form_of(drawing, i) for i in self.items)
        made = Making(drawing)
        name = drawing.items[self.items[0]].name
        for (form,) in steps_between((first,), (last,), effect):
            check_contours(name, form.contours)
            new = made.new_id(self.items[0])
            step = Outline(
                id=new, name=name, style=form.style, contours=form.contours, rule=form.rule
            )
            made.put.append(step)
        order = list(drawing.tree.below())
        back = min(self.items, key=order.index)
        row = [item.id for item in made.put]
        if back != self.items[0]:
            row.reverse()
        made.moves += row_of(row, drawing.tree.container(back), back)
        return made.delta()
