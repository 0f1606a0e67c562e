"""Many formulas that name each other: their values, and the ways round that are refused."""

from collections import ChainMap
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace

from buildup.errors import Refusal
from buildup.formulas.working import Quantity, names_in, needs_of, worked_out
from buildup.messages import refusal


@dataclass(frozen=True, slots=True)
class Formula:
    """A formula under a name.

    Args:
        name: by which others name it.
        text: as it was typed.
        unit: in which lengths without a unit were typed.

    """

    name: str
    text: str
    unit: str


@dataclass(frozen=True, slots=True)
class Values:
    """What formulas come to.

    Args:
        known: by name, of those that come to something.
        refused: by name, why the others do not.

    """

    known: Mapping[str, Quantity]
    refused: Mapping[str, Refusal]


def evaluated(
    formulas: Iterable[Formula],
    readings: Mapping[str, Quantity] | None = None,
    unread: Mapping[str, Refusal] | None = None,
) -> Values:
    """The values of formulas that name each other, in whatever order they stand.

    Args:
        formulas: each name once.
        readings: what is read off items, as `item.what`.
        unread: why other things cannot be read.

    Nothing is raised: a formula that cannot be read, or names one that cannot, is told with its
    reason. Those that name each other in a circle are all refused, with the way round.
    """
    return _Table({f.name: f for f in formulas}, readings or {}, unread or {}).values()


class _Table:
    """Depth first, without recursion of Python's own: a chain may be as long as the table."""

    def __init__(
        self,
        formulas: Mapping[str, Formula],
        readings: Mapping[str, Quantity],
        unread: Mapping[str, Refusal],
    ) -> None:
        self.formulas = formulas
        self.unread = unread
        self.known: dict[str, Quantity] = {}
        self.refused: dict[str, Refusal] = {}
        self.given = ChainMap(self.known, dict(readings))

    def values(self) -> Values:
        for name in self.formulas:
            self._reach(name)
        return Values(self.known, self.refused)

    def _done(self, name: str) -> bool:
        return name in self.known or name in self.refused

    def _reach(self, wanted: str) -> None:
        trail = [wanted]
        while trail:
            name = trail[-1]
            missing = [] if self._done(name) else self._missing(name)
            if not missing:
                if not self._done(name):
                    self._settle(name)
                trail.pop()
            elif missing[0] in trail:
                self._refuse_circle(trail[trail.index(missing[0]) :])
            else:
                trail.append(missing[0])

    def _missing(self, name: str) -> list[str]:
        """Those it names that are not worked out yet."""
        try:
            named = names_in(self.formulas[name].text)
        except Refusal as problem:
            self.refused[name] = problem
            return []
        return [n for n in named if n in self.formulas and not self._done(n)]

    def _settle(self, name: str) -> None:
        formula = self.formulas[name]
        try:
            for other in needs_of(formula.text):
                if other in self.unread:
                    raise self.unread[other]
                if other in self.refused:
                    raise refusal("bad_formula.follows", name=other)
            quantity = worked_out(formula.text, self.given, unit=formula.unit)
            _ = quantity.measured.kind  # what has no kind is nobody's value
            self.known[name] = Quantity(quantity.value, replace(quantity.measured, bare=False))
        except Refusal as problem:
            self.refused[name] = problem

    def _refuse_circle(self, circle: list[str]) -> None:
        for at, name in enumerate(circle):
            round_ = [*circle[at:], *circle[:at], name]
            self.refused[name] = refusal("bad_formula.circle", circle=" → ".join(round_))
