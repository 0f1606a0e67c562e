"""Measures: named values of a drawing, and sets of them."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True, kw_only=True)
class Measure:
    """A value under a name.

    Args:
        id: stable, made by whoever adds it.
        name: as formulas name it.
        formula: what it comes to, as it was typed.
        unit: in which lengths without a unit were typed.
        note: what it is for.

    """

    id: str
    name: str
    formula: str
    unit: str = "mm"
    note: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class MeasureSet:
    """A column of values: the formulas of those measures that differ in it, by their ids."""

    id: str
    name: str
    formulas: tuple[tuple[str, str], ...] = ()

    def formula(self, measure: str) -> str | None:
        """The formula of a measure in this set; None: the measure's own."""
        return dict(self.formulas).get(measure)
