"""A drawing in each of its sets of measures, and all of them side by side."""

import math
from collections.abc import Callable, Mapping

from buildup.drawing.itemtypes import Item, Layer, TextItem
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Style
from buildup.drawing.text import Lettering
from buildup.drawing.tree import ROOT
from buildup.edits.apply import foreseen
from buildup.edits.change import updated
from buildup.edits.measures.measureedits import ShowMeasureSet
from buildup.forms.layingout import laid_below, sheet_of
from buildup.forms.placement import moved_by
from buildup.geometry.transforms import shift
from buildup.messages import refusal

GAP = 0.08
"""Between two sheets of a contact sheet, in parts of the longer side (common practice)."""
LABEL = 0.035
"""The size of the names on it, likewise."""
IN_A_ROW = 4
"""Sets that stand in one row; of more a sheet about as wide as high is made."""
INK = "#1B2924"

Lettered = Callable[[str, float], Lettering | None]
"""A name laid out in a font at a size (sheet units); None where there is no font."""


def in_set(drawing: Drawing, measure_set: str | None) -> Drawing:
    """The drawing with the values of a set; None: each measure has its own.

    Raises:
        Refusal: `unknown_measure_set`; where a value of the set comes to nothing.

    """
    if drawing.sheet.measure_set == measure_set:
        return drawing
    return updated(drawing, foreseen(drawing, ShowMeasureSet(set=measure_set)))


def in_each_set(drawing: Drawing) -> Mapping[str, Drawing]:
    """The drawing in each of its sets, by the set's name.

    Raises:
        Refusal: `no_measure_sets` where it has none; as `in_set`.

    """
    sets = drawing.sheet.measure_sets
    if not sets:
        raise refusal("no_measure_sets")
    return {s.name: in_set(drawing, s.id) for s in sets}


def contact_sheet(drawing: Drawing, lettered: Lettered = lambda _name, _size: None) -> Drawing:
    """All sets side by side, each as large as it is, with its name above.

    Layers that are hidden are left out; each set is a layer of its own.

    Args:
        drawing: with sets.
        lettered: what lays out their names.

    Raises:
        Refusal: as `in_each_set`.

    """
    each = in_each_set(drawing)
    wide = max(d.sheet.width for d in each.values())
    high = max(d.sheet.height for d in each.values())
    gap, size = GAP * max(wide, high), LABEL * max(wide, high)
    columns = len(each) if len(each) <= IN_A_ROW else math.ceil(math.sqrt(len(each) * high / wide))
    placed: list[tuple[Item, str]] = []
    for n, (name, one) in enumerate(each.items()):
        row, column = divmod(n, columns)
        corner = complex(
            gap + column * (wide + gap), gap + size * 2 + row * (high + gap + size * 2)
        )
        layer = f"set-{n + 1}"
        placed += [(Layer(id=layer, name=name), ROOT)]
        placed += laid_below(one, layer, moved_by(corner))
        lettering = lettered(name, size)
        if lettering is not None:
            label = _label(f"{layer}-name", name, lettering, corner - 1j * size)
            placed.append((label, layer))
    rows = math.ceil(len(each) / columns)
    width, height = gap + columns * (wide + gap), gap + rows * (high + gap + size * 2)
    return sheet_of(drawing.sheet, width, height, placed)


def _label(item: str, name: str, lettering: Lettering, at: complex) -> TextItem:
    ink = Style(fill=INK, strokes=())
    return TextItem(id=item, name=name, style=ink, lettering=lettering, place=shift(at))
