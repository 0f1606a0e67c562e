"""What is printed before it is cut: the copies of a sheet where they are cut, and its marks."""

import math
from dataclasses import replace

from buildup.cutting.marks import mark_contours
from buildup.cutting.nesting import Nest
from buildup.cutting.plan import MM, CutPlan
from buildup.drawing.itemtypes import Container, Item, Layer, Outline
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Stroke, Style
from buildup.drawing.tree import ROOT, Tree
from buildup.forms.layingout import laid_below
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
    items: dict[str, Item] = {}
    pairs: list[tuple[str, str]] = []

    def put(item: Item, container: str) -> None:
        items[item.id] = item
        pairs.append((item.id, container))

    for n, place in enumerate(nest.places, start=1):
        layer = Layer(id=f"copy-{n}", name=f"Copy {n}")
        put(layer, ROOT)
        turned = math.degrees(math.atan2(place.across.imag, place.across.real))
        for item, container in laid_below(drawing, layer.id, ItemMap(place, turned)):
            put(item, container)
    if plan.marks:
        put(Layer(id="marks", name="Registration marks"), ROOT)
        contours = tuple(mark_contours(plan))
        put(Outline(id="mark", name="Registration marks", style=INK, contours=contours), "marks")
    sheet = replace(
        drawing.sheet,
        width=plan.width * MM,
        height=plan.height * MM,
        guides=(),
        references=(),
        measures=(),
        measure_sets=(),
        measure_set=None,
        follows=(),
    )
    holders = (i.id for i in items.values() if isinstance(i, Container))
    return Drawing(sheet, items, Tree.of(pairs, holders))
