"""Turning a measure: what an edit of a number that follows it makes of it.

A formula can be turned when it is one measure, possibly scaled or shifted by numbers: `r`,
`2*r + 1 mm`, `-gap / 3`. Then there is one value of the measure for each of the number.
"""

from collections.abc import Sequence
from dataclasses import replace

from buildup.drawing.itemtypes import Item
from buildup.drawing.measures import Measure
from buildup.drawing.model import Drawing
from buildup.drawing.numerals import short
from buildup.drawing.sheet import Sheet
from buildup.drawing.units import unit_of
from buildup.errors import Refusal
from buildup.following.bounds import SHEET, Bound
from buildup.following.fields import Field, field_at
from buildup.following.values import formulas_of, read_by, worked
from buildup.formulas.functions import CONSTANTS
from buildup.formulas.grammar import Name, Negated, Node, Product, Sum, Typed, parse, parts
from buildup.formulas.quantitykinds import Kind, Measured
from buildup.formulas.working import checked, names_in, number_of
from buildup.messages import refusal

FINE = 4
"""Decimals of a measure that was turned by hand, in millimetres or degrees: 0.1 µm."""
FINER = 6
"""And in larger units, or without a unit."""


def turned(drawing: Drawing, bound: Bound, number: float) -> Sheet:
    """The sheet with the measure that a number follows as it has to be for that number.

    Args:
        drawing: as it is, its measures as before the edit.
        bound: what follows.
        number: what it became.

    Raises:
        Refusal: `held_by_formula` where no single measure makes it so.

    """
    field = field_at(drawing, bound.item, bound.path)
    try:
        if field is None:
            raise _Held
        return _solved(drawing, bound.formula, bound.unit, field.quantity(number))
    except (_Held, Refusal):
        raise held(drawing, bound) from None


def held(drawing: Drawing, bound: Bound) -> Refusal:
    """The refusal for an edit of a number that follows something which cannot be turned."""
    return refusal(
        "held_by_formula",
        f"{bound.item}:{bound.path}",
        field=field_name(drawing, bound.item, bound.path),
        formula=bound.formula.removeprefix("=").strip(),
    )


def field_name(drawing: Drawing, item_id: str, path: str) -> str:
    """A number and whose it is, for a sentence."""
    field: Field | None = field_at(drawing, item_id, path)
    label = "A value" if field is None else field.label
    item: Item | None = drawing.items.get(item_id)
    return label if item_id == SHEET or item is None else f"{label} of “{item.name}”"


class _Held(Exception):
    """There is no single measure to turn."""


def _solved(drawing: Drawing, text: str, unit: str, target: float) -> Sheet:
    formulas, known = formulas_of(drawing.sheet), worked(drawing, (text,)).values.known
    seen: set[str] = set()
    while True:
        names: Sequence[str] = names_in(text)
        if len(names) != 1 or read_by(text) or names[0] in seen or names[0] not in known:
            raise _Held
        name = names[0]
        seen.add(name)
        measured = known[name].measured
        target = _argument(text, name, measured, unit, target)
        own = formulas[name]
        if not names_in(own.text) and not read_by(own.text):
            return with_value(drawing.sheet, name, typed(target, measured, own.unit))
        text, unit = own.text, own.unit


def _argument(text: str, name: str, measured: Measured, unit: str, target: float) -> float:
    """The value of a measure for which a formula of it comes to something."""
    if not _straight(parse(text), name):
        raise _Held
    formula = checked(text, ((name, measured),), unit)
    start = number_of(formula, {name: 0.0})
    slope = number_of(formula, {name: 1.0}) - start
    if slope == 0.0:
        raise _Held
    return (target - start) / slope


def _straight(node: Node, name: str) -> bool:
    """Whether a formula is one measure, scaled or shifted by numbers only."""
    match node:
        case Name(found):
            return found == name
        case Negated(inner):
            return _straight(inner, name)
        case Sum(terms):
            mine = [t for t in terms if not _is_number(t)]
            return len(mine) == 1 and _straight(mine[0], name)
        case Product(first, rest):
            mine = [first, *(n for _, n in rest)]
            mine = [n for n in mine if not _is_number(n)]
            divides = any(sign == "/" and not _is_number(n) for sign, n in rest)
            return len(mine) == 1 and not divides and _straight(mine[0], name)
        case _:
            return False


def _is_number(node: Node) -> bool:
    return all(
        isinstance(n, Typed | Negated | Sum | Product)
        or (isinstance(n, Name) and n.name in CONSTANTS)
        for n in parts(node)
    )


def typed(value: float, measured: Measured, unit: str) -> str:
    """A value as one would type it.

    >>> from buildup.formulas.quantitykinds import LENGTH
    >>> typed(96.0, LENGTH, "mm"), typed(0.5, Measured(plain=Kind.PERCENTAGE), "mm")
    ('25.4 mm', '50%')
    """
    match measured.kind:
        case Kind.LENGTH:
            decimals = FINE if unit in ("mm", "px", "pt") else FINER
            return f"{short(value / unit_of(unit).size, decimals)} {unit}"
        case Kind.ANGLE:
            return f"{short(value, FINE)}°"
        case Kind.PERCENTAGE:
            return f"{short(value * 100.0, FINE)}%"
        case Kind.COUNT:
            return short(value, 0)
        case Kind.NUMBER:
            return short(value, FINER)
        case _:
            raise _Held


def with_value(sheet: Sheet, name: str, formula: str) -> Sheet:
    """The sheet with another formula of a measure, in the set that is shown where that has one."""
    measure = next(m for m in sheet.measures if m.name == name)
    return with_formula(sheet, measure, formula, column=_column(sheet, measure))


def _column(sheet: Sheet, measure: Measure) -> str | None:
    """The set in which a measure has the formula that is shown; None: its own."""
    shown = next((s for s in sheet.measure_sets if s.id == sheet.measure_set), None)
    return shown.id if shown and shown.formula(measure.id) is not None else None


def with_formula(
    sheet: Sheet, measure: Measure, formula: str | None, *, column: str | None
) -> Sheet:
    """The sheet with another formula of a measure.

    Args:
        sheet: as it is.
        measure: one of it.
        formula: what it follows; None, of a set: what the measure's own says.
        column: the set in which it is changed; None: the measure's own.

    """
    if column is None:
        changed = replace(measure, formula=formula or measure.formula)
        measures = (changed if m.id == measure.id else m for m in sheet.measures)
        return replace(sheet, measures=tuple(measures))
    sets = (
        replace(s, formulas=_changed(s.formulas, measure.id, formula)) if s.id == column else s
        for s in sheet.measure_sets
    )
    return replace(sheet, measure_sets=tuple(sets))


def _changed(
    formulas: tuple[tuple[str, str], ...], measure: str, formula: str | None
) -> tuple[tuple[str, str], ...]:
    known = {**dict(formulas), measure: formula}
    return tuple((i, f) for i, f in known.items() if f is not None)
