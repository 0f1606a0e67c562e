"""What the measures of a drawing come to, and what formulas read off its items."""

import math
import re
from collections.abc import Callable, Iterable, Mapping, Sequence
from functools import lru_cache

from buildup.drawing.items import Items
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.errors import Refusal
from buildup.forms.assembling import operands_of
from buildup.forms.contours import forms_in
from buildup.forms.frames import standing_of
from buildup.formulas.evaluating import Formula, Values, evaluated
from buildup.formulas.quantitykinds import ANGLE, AREA, LENGTH
from buildup.formulas.working import Quantity, names_in, needs_of, readings_in, worked_out
from buildup.geometry.lengths import length
from buildup.geometry.regions.setoperations import area_of_loops, combined
from buildup.messages import refusal

FINE = 1e-4
"""Sheet units to which perimeters are told: 0.03 µm."""


class Worked:
    """The measures that some formulas need, and what is read off items for them.

    Args:
        values: of the measures.
        readings: by `item.what`.
        unread: why others cannot be read.

    """

    __slots__ = ("_found", "_given", "_unread", "values")

    def __init__(
        self,
        values: Values,
        readings: Mapping[str, Quantity],
        unread: Mapping[str, Refusal],
    ) -> None:
        self.values = values
        self._given = {**values.known, **readings}
        self._unread = unread
        self._found: dict[tuple[str, str], Quantity | Refusal] = {}

    def of(self, formula: str, *, unit: str) -> Quantity:
        """What a formula comes to.

        Raises:
            Refusal: `bad_formula`, with why.

        """
        found = self._found.get((formula, unit))
        if found is None:
            try:
                found = self._work_out(formula, unit)
            except Refusal as problem:
                found = problem
            self._found[formula, unit] = found
        if isinstance(found, Refusal):
            raise found
        return found

    def _work_out(self, formula: str, unit: str) -> Quantity:
        for name in needs_of(formula):
            if name in self.values.refused:
                raise refusal("bad_formula.follows", name=name)
            if name in self._unread:
                raise self._unread[name]
        return worked_out(formula, self._given, unit=unit)


def formulas_of(sheet: Sheet) -> Mapping[str, Formula]:
    """The formulas of the measures as they stand in the set that is shown, by name."""
    shown = next((s for s in sheet.measure_sets if s.id == sheet.measure_set), None)
    other = dict(shown.formulas) if shown else {}
    return {m.name: Formula(m.name, other.get(m.id, m.formula), m.unit) for m in sheet.measures}


def needed(texts: Iterable[str], formulas: Mapping[str, Formula]) -> Sequence[str]:
    """The measures that some formulas name, and those that these name, each once.

    Formulas that cannot be read name none.
    """
    found: dict[str, None] = {}
    open_ = [n for text in texts for n in _names(text)]
    while open_:
        name = open_.pop()
        if name in formulas and name not in found:
            found[name] = None
            open_ += _names(formulas[name].text)
    return tuple(found)


def _names(text: str) -> Sequence[str]:
    try:
        return names_in(text)
    except Refusal:
        return ()


def read_by(text: str) -> Sequence[tuple[str, str]]:
    """What a formula reads off items; nothing where it cannot be read itself."""
    try:
        return readings_in(text)
    except Refusal:
        return ()


def worked(drawing: Drawing, texts: Sequence[str]) -> Worked:
    """The measures that some formulas need, worked out, with what they and these read off items."""
    formulas = formulas_of(drawing.sheet)
    mine = [formulas[n] for n in needed(texts, formulas)]
    wanted = {r for text in (*texts, *(f.text for f in mine)) for r in read_by(text)}
    readings: dict[str, Quantity] = {}
    unread: dict[str, Refusal] = {}
    names = named(drawing) if wanted else {}
    for item, what in wanted:
        try:
            readings[f"{item}.{what}"] = _reading(drawing, names, item, what)
        except Refusal as problem:
            unread[f"{item}.{what}"] = problem
    return Worked(evaluated(mine, readings, unread), readings, unread)


def named(drawing: Drawing) -> Mapping[str, Sequence[str]]:
    """The items that formulas can read, by the name they have in formulas."""
    items = drawing.items
    pairs = items.names() if isinstance(items, Items) else ((i.id, i.name) for i in items.values())
    found: dict[str, list[str]] = {}
    for item_id, name in pairs:
        found.setdefault(formula_name(name), []).append(item_id)
    return found


@lru_cache(maxsize=4096)
def formula_name(name: str) -> str:
    """How an item is named in formulas: what is no letter, digit or underscore becomes one.

    >>> formula_name("F-hole, left"), formula_name("Body")
    ('f_hole_left', 'body')
    """
    return re.sub(r"\W+", "_", name).strip("_").casefold()


def _reading(
    drawing: Drawing, names: Mapping[str, Sequence[str]], item: str, what: str
) -> Quantity:
    ids = names.get(item.casefold(), ())
    if not ids:
        raise refusal("bad_formula.no_item", name=item[:40])
    if len(ids) > 1:
        raise refusal("bad_formula.several_items", name=item[:40], count=len(ids))
    read = READINGS.get(what)
    if read is None:
        known = ", ".join(READINGS)
        raise refusal("bad_formula.not_read", what=what[:40], known=known)
    return read(drawing, ids[0])


def _width(drawing: Drawing, item_id: str) -> Quantity:
    box = standing_of(drawing, (item_id,))
    return Quantity(box.width if box else 0.0, LENGTH)


def _height(drawing: Drawing, item_id: str) -> Quantity:
    box = standing_of(drawing, (item_id,))
    return Quantity(box.height if box else 0.0, LENGTH)


def _angle(drawing: Drawing, item_id: str) -> Quantity:
    box = standing_of(drawing, (item_id,))
    return Quantity(box.angle if box else 0.0, ANGLE)


def _perimeter(drawing: Drawing, item_id: str) -> Quantity:
    return Quantity(drawing.known(_edge_length, item_id), LENGTH)


def _area(drawing: Drawing, item_id: str) -> Quantity:
    return Quantity(drawing.known(_covered, item_id), AREA)


def _edge_length(drawing: Drawing, item_id: str) -> float:
    edges = (s for f in forms_in(drawing, item_id) for c in f.contours for s in c.segments)
    return math.fsum(length(s, tolerance=FINE) for s in edges)


def _covered(drawing: Drawing, item_id: str) -> float:
    forms = forms_in(drawing, item_id)
    closed = [f for f in forms if f.contours and all(c.closed for c in f.contours)]
    return area_of_loops(combined(operands_of(closed), bool)) if closed else 0.0


READINGS: Mapping[str, Callable[[Drawing, str], Quantity]] = {
    "width": _width,
    "height": _height,
    "angle": _angle,
    "perimeter": _perimeter,
    "length": _perimeter,
    "area": _area,
}
"""What formulas can read off items, by name."""
