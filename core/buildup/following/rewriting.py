"""All formulas of a drawing, typed otherwise: as measures and items that they name are renamed."""

from collections.abc import Callable
from dataclasses import replace

from buildup.contours.follows import Follow
from buildup.drawing.itemtypes import Item
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.following.bounds import SHEET, bounds_of, refollowed
from buildup.following.values import formula_name, named
from buildup.formulas.renaming import items_renamed

Change = Callable[[str], str]
"""What becomes of the text of a formula."""


def rewritten(drawing: Drawing, change: Change) -> tuple[tuple[Item, ...], Sheet]:
    """The items of which a formula changes, and the sheet."""

    def follow(one: Follow) -> Follow:
        return replace(one, formula=change(one.formula))

    sheet = drawing.sheet
    measures = (replace(m, formula=change(m.formula)) for m in sheet.measures)
    sets = (
        replace(s, formulas=tuple((i, change(f)) for i, f in s.formulas))
        for s in sheet.measure_sets
    )
    after = replace(sheet, measures=tuple(measures), measure_sets=tuple(sets))
    found = bounds_of(drawing) if sheet.parametric else {}
    put = tuple(
        refollowed(drawing.items[i], follow)
        for i, bounds in found.items()
        if i != SHEET and any(change(b.formula) != b.formula for b in bounds)
    )
    return put, refollowed(after, follow)


def with_item_renamed(
    drawing: Drawing, item: Item, name: str
) -> tuple[tuple[Item, ...], Sheet] | None:
    """What changes so that formulas go on reading an item under its new name; None: nothing does.

    A name that other items have, before or after, is nobody's.
    """
    old, new = formula_name(item.name), formula_name(name)
    if old == new or not new.isidentifier() or not drawing.sheet.parametric:
        return None
    names = named(drawing)
    if names.get(old, ()) != [item.id] or new in names:
        return None
    put, sheet = rewritten(drawing, lambda text: items_renamed(text, {old: new}))
    return (put, sheet) if put or sheet != drawing.sheet else None
