"""What a formula comes to: a number with its kind, and how kinds go together.

Lengths are in sheet units, angles in degrees, percentages in parts of one. A kind is told by how
often a length and an angle stand in it, so that `width / height` is a plain number and
`width * height` an area; counts and percentages are plain numbers that remember what they are.
"""

import math
from dataclasses import dataclass, replace
from enum import StrEnum

from buildup.drawing.units import unit_of
from buildup.geometry.tolerances import FARTHEST
from buildup.messages import refusal


class Kind(StrEnum):
    """What a value is of, as people say it."""

    LENGTH = "length"
    AREA = "area"
    ANGLE = "angle"
    COUNT = "count"
    PERCENTAGE = "percentage"
    NUMBER = "number"


_KINDS = {(1.0, 0.0): Kind.LENGTH, (2.0, 0.0): Kind.AREA, (0.0, 1.0): Kind.ANGLE}


@dataclass(frozen=True, slots=True)
class Quantity:
    """A number with its kind.

    Args:
        value: in sheet units (to the power of `length`), degrees, parts of one, or plain.
        length: how often a length is in it: 1 for a length, 2 for an area, 0 for none.
        angle: how often an angle is in it.
        plain: of what has neither: a number, a count or a percentage.
        bare: only numbers without a unit were typed; it takes the unit of what it is added to.

    """

    value: float
    length: float = 0.0
    angle: float = 0.0
    plain: Kind = Kind.NUMBER
    bare: bool = False

    @property
    def kind(self) -> Kind:
        """What it is of.

        Raises:
            Refusal: `bad_formula.no_kind` for what has no name, like a length times an area.

        """
        if self.is_plain:
            return self.plain
        found = _KINDS.get((self.length, self.angle))
        if found is None:
            raise refusal("bad_formula.no_kind")
        return found

    @property
    def is_plain(self) -> bool:
        """Whether neither a length nor an angle is in it."""
        return self.length == 0.0 and self.angle == 0.0

    def checked(self) -> "Quantity":
        """The same, where its number is one.

        Raises:
            Refusal: `bad_formula.large` where it is infinite, far too large, or none.

        """
        if not abs(self.value) <= FARTHEST ** max(1.0, self.length):
            raise refusal("bad_formula.large")
        return self


def length(value: float) -> Quantity:
    """A length in sheet units."""
    return Quantity(value, length=1.0)


def angle(value: float) -> Quantity:
    """An angle in degrees."""
    return Quantity(value, angle=1.0)


def number(value: float) -> Quantity:
    """A plain number."""
    return Quantity(value)


def of_kind(value: float, kind: Kind) -> Quantity:
    """A value of a kind, as `Quantity` counts it.

    >>> of_kind(0.5, Kind.PERCENTAGE).kind, of_kind(96.0, Kind.LENGTH).length
    (<Kind.PERCENTAGE: 'percentage'>, 1.0)
    """
    for (lengths, angles), known in _KINDS.items():
        if known is kind:
            return Quantity(value, lengths, angles)
    return Quantity(value, plain=kind)


def negated(one: Quantity) -> Quantity:
    """The same below zero."""
    return replace(one, value=-one.value)


def alike(several: tuple[Quantity, ...], *, unit: str, verb: str) -> tuple[Quantity, ...]:
    """Quantities that can be added or compared: those typed without a unit take that of the others.

    Args:
        several: one at the least.
        unit: in which lengths without a unit were typed.
        verb: what is done to them, for the refusal.

    Raises:
        Refusal: `bad_formula.kinds` where they are of several kinds.

    """
    model = next((q for q in several if not q.bare), several[0])
    return tuple(_as(q, model, unit=unit, verb=verb) for q in several)


def _as(one: Quantity, model: Quantity, *, unit: str, verb: str) -> Quantity:
    if (one.length, one.angle) == (model.length, model.angle):
        percentages = (one.plain, model.plain).count(Kind.PERCENTAGE)
        if not (one.is_plain and percentages == 1):
            return one
    elif one.bare and (model.length, model.angle) == (1.0, 0.0):
        return length(one.value * unit_of(unit).size)
    elif one.bare and (model.length, model.angle) == (0.0, 1.0):
        return angle(one.value)
    raise refusal("bad_formula.kinds", one=_said(model), other=_said(one), verb=verb)


def _said(one: Quantity) -> str:
    """A kind with its article, for a sentence."""
    name = _KINDS.get((one.length, one.angle)) if not one.is_plain else one.plain
    if name is None:
        return "a product of lengths or angles"
    return f"{'an' if name[0] in 'aeiou' else 'a'} {name}"


def added(terms: tuple[Quantity, ...], *, unit: str) -> Quantity:
    """The sum of quantities of one kind.

    >>> added((length(96.0), Quantity(1.0, bare=True)), unit="in").value
    192.0
    """
    same = alike(terms, unit=unit, verb="added")
    return replace(
        same[0],
        value=math.fsum(q.value for q in same),
        plain=_common(same),
        bare=all(q.bare for q in same),
    )


def _common(same: tuple[Quantity, ...]) -> Kind:
    kinds = {q.plain for q in same}
    return kinds.pop() if len(kinds) == 1 else Kind.NUMBER


def times(one: Quantity, other: Quantity) -> Quantity:
    """The product of two quantities of any kinds."""
    return Quantity(
        one.value * other.value,
        one.length + other.length,
        one.angle + other.angle,
        _scaled(one, other),
        one.bare and other.bare,
    )


def divided(one: Quantity, other: Quantity) -> Quantity:
    """The quotient of two quantities of any kinds.

    Raises:
        Refusal: `bad_formula.by_zero`.

    """
    if other.value == 0.0:
        raise refusal("bad_formula.by_zero")
    plain = one.plain if one.plain is Kind.PERCENTAGE and other.bare else Kind.NUMBER
    return Quantity(
        one.value / other.value,
        one.length - other.length,
        one.angle - other.angle,
        plain,
        one.bare and other.bare,
    )


def _scaled(one: Quantity, other: Quantity) -> Kind:
    """A count of counts is one; a percentage stays one when a typed number scales it."""
    kinds = {one.plain, other.plain}
    if kinds == {Kind.COUNT}:
        return Kind.COUNT
    if Kind.PERCENTAGE not in kinds:
        return Kind.NUMBER
    rest = other if one.plain is Kind.PERCENTAGE else one
    return Kind.PERCENTAGE if rest.bare or rest.plain is Kind.PERCENTAGE else Kind.NUMBER
