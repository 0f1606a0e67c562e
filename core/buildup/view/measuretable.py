"""Measures as they are shown: what each comes to, what follows it; and what items follow."""

import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from buildup.contours.anchors import Anchor
from buildup.drawing.items import Several
from buildup.drawing.itemtypes import Assembly, Item
from buildup.drawing.model import Drawing
from buildup.drawing.numerals import short
from buildup.drawing.units import format_length, unit_of
from buildup.errors import Refusal
from buildup.following.bounds import SHEET, WORD, Bound, bounds_in, bounds_of
from buildup.following.fields import field_at
from buildup.following.values import READINGS, formula_name, formulas_of, worked
from buildup.forms.contours import assembly_form
from buildup.formulas.functions import CONSTANTS, FUNCTIONS
from buildup.formulas.quantitykinds import Kind
from buildup.formulas.working import Quantity, names_in

MOST_USES = 200
"""Numbers that are told of one measure; more are counted."""
MOST_READ = 500
"""Items whose readings are offered while a formula is typed."""


@dataclass(frozen=True, slots=True, kw_only=True)
class MeasureUse:
    """A number that follows a measure."""

    item: str
    """Whose; empty for the sheet."""
    name: str
    """What that is called."""
    label: str


@dataclass(frozen=True, slots=True, kw_only=True)
class MeasureRow:
    """A measure in the table."""

    id: str
    result: str
    """What it comes to, with its unit; empty where that is nothing."""
    kind: str
    problem: str
    """Why it comes to nothing; empty where it comes to something."""
    uses: tuple[MeasureUse, ...]
    count: int
    """The numbers that follow it, with those of measures that name it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class MeasureTable:
    """All measures of a drawing, in their order."""

    rows: tuple[MeasureRow, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class FormulaWord:
    """A word that can stand in a formula."""

    word: str
    meaning: str
    """What it stands for."""


@dataclass(frozen=True, slots=True, kw_only=True)
class FollowMark:
    """A number of a selected item that follows a formula."""

    item: str
    path: str
    formula: str
    problem: str
    """Why it comes to nothing; empty where it comes to something."""


def measure_table(drawing: Drawing) -> MeasureTable:
    """The measures of a drawing, what each comes to, and what follows it."""
    sheet = drawing.sheet
    values = worked(drawing, [m.name for m in sheet.measures]).values
    uses = _uses(drawing)
    rows = []
    for measure in sheet.measures:
        known = values.known.get(measure.name)
        problem = values.refused.get(measure.name)
        mine = uses.get(measure.name, [])
        rows.append(
            MeasureRow(
                id=measure.id,
                result="" if known is None else formatted(known, unit=measure.unit),
                kind="" if known is None else str(known.measured.kind),
                problem="" if problem is None else problem.sentence,
                uses=tuple(mine[:MOST_USES]),
                count=len(mine),
            )
        )
    return MeasureTable(rows=tuple(rows))


def _uses(drawing: Drawing) -> dict[str, list[MeasureUse]]:
    found: dict[str, list[MeasureUse]] = {}

    def note(formula: str, use: MeasureUse) -> None:
        for name in _names(formula):
            found.setdefault(name, []).append(use)

    for formula in formulas_of(drawing.sheet).values():
        note(formula.text, MeasureUse(item=SHEET, name=formula.name, label="measure"))
    bounds = bounds_of(drawing) if drawing.sheet.parametric else {}
    for bound in (b for several in bounds.values() for b in several):
        note(bound.formula, _use(drawing, bound))
    return found


def _use(drawing: Drawing, bound: Bound) -> MeasureUse:
    field = field_at(drawing, bound.item, bound.path)
    name = "Sheet" if bound.item == SHEET else drawing.items[bound.item].name
    return MeasureUse(item=bound.item, name=name, label=field.label if field else bound.path)


def _names(formula: str) -> Iterable[str]:
    try:
        return names_in(formula)
    except Refusal:
        return ()


def formatted(quantity: Quantity, *, unit: str) -> str:
    """A value with its unit.

    >>> from buildup.formulas.quantitykinds import AREA, LENGTH
    >>> formatted(Quantity(96.0, LENGTH), unit="mm")
    '25.4 mm'
    >>> formatted(Quantity(96.0 * 96.0, AREA), unit="in")
    '1 in²'
    """
    value, size = quantity.value, unit_of(unit).size
    match quantity.measured.kind:
        case Kind.LENGTH:
            return format_length(value, unit=unit)
        case Kind.AREA:
            return f"{short(value / size / size, 2)} {unit}²"
        case Kind.ANGLE:
            return f"{short(value, 2)}°"
        case Kind.PERCENTAGE:
            return f"{short(value * 100.0, 2)} %"
        case _:
            return short(value, 4)


def formula_words(drawing: Drawing) -> tuple[FormulaWord, ...]:
    """What a formula of a drawing can name: measures, readings of named items, functions."""
    values = worked(drawing, [m.name for m in drawing.sheet.measures]).values.known
    return (
        *(
            FormulaWord(
                word=m.name,
                meaning=formatted(values[m.name], unit=m.unit) if m.name in values else "no value",
            )
            for m in drawing.sheet.measures
        ),
        *_readings(drawing),
        *(FormulaWord(word=f"{f.name}(", meaning=f.meaning) for f in FUNCTIONS.values()),
        *(FormulaWord(word=name, meaning=short(value, 4)) for name, value in CONSTANTS.items()),
    )


def _readings(drawing: Drawing) -> Iterator[FormulaWord]:
    given = [i for i in drawing.tree.below() if not _AS_MADE.search(drawing.items[i].name)]
    for item_id in given[:MOST_READ]:
        item = drawing.items[item_id]
        name = formula_name(item.name)
        if not name.isidentifier():
            continue
        for what in READINGS:
            yield FormulaWord(word=f"{name}.{what}", meaning=f"{what} of “{item.name}”")


_AS_MADE = re.compile(r"^[A-Z][a-z ]+ \d+$")
"""A name that nobody gave, like “Rectangle 3”."""


def follow_marks(drawing: Drawing, items: Iterable[Item]) -> tuple[FollowMark, ...]:
    """What follows a formula in some items; corners of assemblies by those of their form."""
    if not drawing.sheet.parametric:
        return ()
    several = items.holding(WORD) if isinstance(items, Several) else items
    bounds = [b for i in several for b in _shown(drawing, i)]
    known = worked(drawing, [b.formula for b in bounds])
    found = []
    for bound in bounds:
        try:
            known.of(bound.formula, unit=bound.unit)
            problem = ""
        except Refusal as refused:
            problem = refused.sentence
        found.append(
            FollowMark(item=bound.item, path=bound.path, formula=bound.formula, problem=problem)
        )
    return tuple(found)


def _shown(drawing: Drawing, item: Item) -> Iterator[Bound]:
    for bound in bounds_in(item):
        if not (isinstance(item, Assembly) and bound.path.startswith("corners.")):
            yield bound
    if not isinstance(item, Assembly) or not any(c.corner.follows for c in item.corners):
        return
    for c, contour in enumerate(assembly_form(drawing, item.id).sharp):
        for n, anchor in enumerate(contour.anchors):
            yield from _of_corner(item.id, f"contours.{c}.anchors.{n}.corner", anchor)


def _of_corner(item: str, path: str, anchor: Anchor) -> Iterator[Bound]:
    for follow in anchor.corner.follows if anchor.corner else ():
        yield Bound(item, f"{path}.{follow.field}", follow.formula, follow.unit)
