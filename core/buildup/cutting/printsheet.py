"""What is printed before it is cut: the copies of a sheet where they are cut, and its marks."""

import math
from dataclasses import replace

from buildup.cutting.marks import mark_contours
from buildup.cutting.nesting import Nest
from buildup.cutting.plan import MM, CutPlan
from buildup.drawing.itemtypes import Item, Layer, Outline
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Stroke, Style
from buildup.drawing.tree import ROOT
from buildup.forms.layingout import laid_below, sheet_of
from buildup.forms.placement import ItemMap
from buildup.messages import refusal

MOST_ITEMS = 20_000
"""Of all copies."""
INK = Style(fill=None, strokes=(Stroke(paint="#000000", width=0.3 * MM),))
"""Of marks: black lines 0.3 mm wide (common practice for what optical sensors look for)."""


def print_sheet(drawing: Drawing, nest: Nest, plan: CutPlan) -> Drawing:
    """The sheet in the cutter as a drawing of its own.

    Args:
        drawing: what is cut.
        nest: where its copies lie.
        plan: the sheet, and whether it has marks.

    Raises:
        Refusal: `too_much`.

    """
    if len(drawing.items) * len(nest.places) > MOST_ITEMS:
        raise refusal("too_much.print", most=MOST_ITEMS)
    placed: list[tuple[Item, str]] = []
    for n, place in enumerate(nest.places, start=1):
        layer = Layer(id=f"copy-{n}", name=f"Copy {n}")
        turned = math.degrees(math.atan2(place.across.imag, place.across.real))
        placed += [(layer, ROOT), *laid_below(drawing, layer.id, ItemMap(place, turned))]
    if plan.marks:
        contours = tuple(mark_contours(plan))
        mark = Outline(id="mark", name="Registration marks", style=INK, contours=contours)
        placed += [(Layer(id="marks", name="Registration marks"), ROOT), (mark, "marks")]
    unprinted = replace(drawing.sheet, colour=None)  # it is the material's own
    return sheet_of(unprinted, plan.width * MM, plan.height * MM, placed)
