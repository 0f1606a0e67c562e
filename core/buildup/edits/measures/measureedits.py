"""Measures: add, change, rename and delete them, and the sets in which they have other values."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.drawing.checks import check_id, check_name
from buildup.drawing.measures import Measure, MeasureSet
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.drawing.sheetchecks import MOST_MEASURES, MOST_SETS
from buildup.drawing.units import unit_of
from buildup.edits.change import Delta, updated
from buildup.edits.command import Command
from buildup.edits.measures.binding import Target, bound_to
from buildup.edits.measures.turning import with_formula
from buildup.following.bounds import bounds_of
from buildup.following.carrying import LONGEST_NOTE
from buildup.following.rewriting import rewritten
from buildup.formulas.grammar import LONGEST_FORMULA, parse
from buildup.formulas.renaming import renamed
from buildup.formulas.working import LONGEST_NAME, is_name, names_in
from buildup.messages import message, refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class AddMeasure(Command):
    """Adds a measure."""

    checks_formulas: ClassVar[bool] = True
    kind: Literal["add_measure"] = "add_measure"
    measure: Measure
    """The new measure."""
    targets: tuple[Target, ...] = ()
    """Numbers that follow it from now on."""

    @property
    def name(self) -> str:
        return f"Add measure {self.measure.name}"

    def delta(self, drawing: Drawing) -> Delta:
        measures = drawing.sheet.measures
        check_id(self.measure.id)
        if any(m.id == self.measure.id for m in measures):
            raise refusal("measure_exists", name=self.measure.name)
        if len(measures) >= MOST_MEASURES:
            raise refusal("too_many_measures", most=MOST_MEASURES)
        _check(self.measure, measures)
        added = Delta(sheet=replace(drawing.sheet, measures=(*measures, self.measure)))
        if not self.targets:
            return added
        after = updated(drawing, added)
        bound = bound_to(after, self.targets, self.measure.name, self.measure.unit)
        if bound is None:
            raise refusal("cannot_follow")
        return added.then(bound)


@dataclass(frozen=True, slots=True, kw_only=True)
class ChangeMeasure(Command):
    """Changes a measure; what is None stays. A new name is its name in all formulas."""

    merges_by: ClassVar[tuple[str, ...]] = ("measure", "column")
    checks_formulas: ClassVar[bool] = True
    kind: Literal["change_measure"] = "change_measure"
    measure: str
    """Which, by its id."""
    called: str | None = None
    """Its new name."""
    formula: str | None = None
    """What it comes to; of a set, nothing takes what it has by itself."""
    note: str | None = None
    """What it is for."""
    column: str | None = None
    """The set in which its formula is changed; None: its own."""

    @property
    def name(self) -> str:
        return "Change measure" if self.called is None else "Rename measure"

    def title(self, drawing: Drawing) -> str:
        found = next((m for m in drawing.sheet.measures if m.id == self.measure), None)
        return f"{self.name} {found.name}" if found else self.name

    def delta(self, drawing: Drawing) -> Delta:
        sheet = drawing.sheet
        old = _measure(sheet, self.measure)
        new = replace(old, note=old.note if self.note is None else self.note)
        formula = None if self.formula is None else self.formula.strip()
        if self.column is not None:
            _set(sheet, self.column)
            _check_formula(formula)
            if self.formula is not None:
                sheet = with_formula(sheet, old, formula or None, column=self.column)
        elif formula is not None:
            new = replace(new, formula=formula)
        if self.called is not None:
            new = replace(new, name=self.called.strip())
        _check(new, (m for m in sheet.measures if m.id != old.id))
        put = replace(sheet, measures=tuple(new if m.id == old.id else m for m in sheet.measures))
        if new.name == old.name:
            return Delta(sheet=put)
        names = {old.name: new.name}
        items, after = rewritten(replace(drawing, sheet=put), lambda text: renamed(text, names))
        return Delta(put=items, sheet=after)


@dataclass(frozen=True, slots=True, kw_only=True)
class DeleteMeasures(Command):
    """Deletes measures; what followed them keeps its numbers."""

    kind: Literal["delete_measures"] = "delete_measures"
    measures: tuple[str, ...]
    """Which, by their ids; those that are gone are left out."""

    @property
    def name(self) -> str:
        return "Delete measure" if len(self.measures) == 1 else "Delete measures"

    def delta(self, drawing: Drawing) -> Delta:
        sheet, gone = drawing.sheet, set(self.measures)
        names = {m.name for m in sheet.measures if m.id in gone}
        if not names:
            raise refusal("unknown_measure")
        sets = (
            replace(s, formulas=tuple(f for f in s.formulas if f[0] not in gone))
            for s in sheet.measure_sets
        )
        left = replace(
            sheet,
            measures=tuple(m for m in sheet.measures if m.id not in gone),
            measure_sets=tuple(sets),
        )
        followers = sum(
            not names.isdisjoint(names_in(b.formula))
            for bounds in (bounds_of(drawing).values() if sheet.parametric else ())
            for b in bounds
        )
        values = "1 value" if followers == 1 else f"{followers} values"
        note = message("notes.measure_followed", values=values) if followers else ""
        return Delta(sheet=left, message=note)


@dataclass(frozen=True, slots=True, kw_only=True)
class AddMeasureSet(Command):
    """Adds a set of values, which begins as the one that is shown."""

    checks_formulas: ClassVar[bool] = True
    kind: Literal["add_measure_set"] = "add_measure_set"
    set: str
    """Its id."""
    called: str
    """Its name."""

    @property
    def name(self) -> str:
        return f"Add set {self.called}"

    def delta(self, drawing: Drawing) -> Delta:
        sheet = drawing.sheet
        check_id(self.set)
        _check_set_name(sheet, self.called, self.set)
        if len(sheet.measure_sets) >= MOST_SETS:
            raise refusal("too_many_sets", most=MOST_SETS)
        shown = next((s for s in sheet.measure_sets if s.id == sheet.measure_set), None)
        new = MeasureSet(
            id=self.set, name=self.called.strip(), formulas=shown.formulas if shown else ()
        )
        sets = (*sheet.measure_sets, new)
        return Delta(sheet=replace(sheet, measure_sets=sets, measure_set=self.set))


@dataclass(frozen=True, slots=True, kw_only=True)
class ShowMeasureSet(Command):
    """Shows the drawing with the values of a set."""

    checks_formulas: ClassVar[bool] = True
    kind: Literal["show_measure_set"] = "show_measure_set"
    set: str | None
    """Which, by its id; None: each measure has its own value."""

    @property
    def name(self) -> str:
        return "Show set"

    def title(self, drawing: Drawing) -> str:
        found = next((s for s in drawing.sheet.measure_sets if s.id == self.set), None)
        return f"Show set {found.name}" if found else "Show own values"

    def delta(self, drawing: Drawing) -> Delta:
        if self.set is not None:
            _set(drawing.sheet, self.set)
        return Delta(sheet=replace(drawing.sheet, measure_set=self.set))


@dataclass(frozen=True, slots=True, kw_only=True)
class RenameMeasureSet(Command):
    """Gives a set another name."""

    kind: Literal["rename_measure_set"] = "rename_measure_set"
    set: str
    """Which, by its id."""
    called: str
    """Its new name."""

    @property
    def name(self) -> str:
        return "Rename set"

    def delta(self, drawing: Drawing) -> Delta:
        sheet = drawing.sheet
        old = _set(sheet, self.set)
        _check_set_name(sheet, self.called, self.set)
        new = replace(old, name=self.called.strip())
        sets = tuple(new if s.id == old.id else s for s in sheet.measure_sets)
        return Delta(sheet=replace(sheet, measure_sets=sets))


@dataclass(frozen=True, slots=True, kw_only=True)
class DeleteMeasureSet(Command):
    """Deletes a set; where it was shown, each measure has its own value again."""

    checks_formulas: ClassVar[bool] = True
    kind: Literal["delete_measure_set"] = "delete_measure_set"
    set: str
    """Which, by its id."""

    @property
    def name(self) -> str:
        return "Delete set"

    def delta(self, drawing: Drawing) -> Delta:
        sheet = drawing.sheet
        _set(sheet, self.set)
        sets = tuple(s for s in sheet.measure_sets if s.id != self.set)
        shown = None if sheet.measure_set == self.set else sheet.measure_set
        return Delta(sheet=replace(sheet, measure_sets=sets, measure_set=shown))


def _measure(sheet: Sheet, measure: str) -> Measure:
    found = next((m for m in sheet.measures if m.id == measure), None)
    if found is None:
        raise refusal("unknown_measure")
    return found


def _set(sheet: Sheet, measure_set: str) -> MeasureSet:
    found = next((s for s in sheet.measure_sets if s.id == measure_set), None)
    if found is None:
        raise refusal("unknown_measure_set")
    return found


def _check(measure: Measure, others: Iterable[Measure]) -> None:
    if not is_name(measure.name):
        raise refusal("bad_measure_name", name=measure.name[:LONGEST_NAME], most=LONGEST_NAME)
    if any(m.name == measure.name for m in others):
        raise refusal("measure_exists", name=measure.name)
    if len(measure.note) > LONGEST_NOTE:
        raise refusal("bad_measure_note", most=LONGEST_NOTE)
    unit_of(measure.unit)
    _check_formula(measure.formula or "?")


def _check_formula(formula: str | None) -> None:
    if formula:
        if len(formula) > LONGEST_FORMULA:
            raise refusal("bad_formula.long", most=LONGEST_FORMULA)
        parse(formula)


def _check_set_name(sheet: Sheet, name: str, own: str) -> None:
    check_name(name)
    if any(s.name == name.strip() and s.id != own for s in sheet.measure_sets):
        raise refusal("measure_set_exists", name=name.strip())
