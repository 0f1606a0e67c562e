"""Kinds of values, and how they go together: decided for a formula before any number is known.

Lengths are in sheet units, angles in degrees, percentages in parts of one. A kind is told by how
often a length and an angle stand in it, so that `width / height` is a plain number and
`width * height` an area; counts and percentages are plain numbers that remember what they are.
"""

from dataclasses import dataclass, replace
from enum import StrEnum

from buildup.drawing.units import unit_of
from buildup.messages import refusal


class Kind(StrEnum):
    """What a value is of, as people say it."""

    LENGTH = "length"
    AREA = "area"
    ANGLE = "angle"
    COUNT = "count"
    PERCENTAGE = "percentage"
    NUMBER = "number"


@dataclass(frozen=True, slots=True)
class Measured:
    """What a value is measured in.

    Args:
        length: how often a length is in it: 1 for a length, 2 for an area, 0 for none.
        angle: how often an angle is in it.
        plain: of what has neither: a number, a count or a percentage.
        bare: only numbers without a unit were typed; it takes the unit of what it is added to.

    """

    length: float = 0.0
    angle: float = 0.0
    plain: Kind = Kind.NUMBER
    bare: bool = False

    @property
    def is_plain(self) -> bool:
        """Whether neither a length nor an angle is in it."""
        return self.length == 0.0 and self.angle == 0.0

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


LENGTH = Measured(length=1.0)
ANGLE = Measured(angle=1.0)
NUMBER = Measured()
COUNT = Measured(plain=Kind.COUNT)
PERCENTAGE = Measured(plain=Kind.PERCENTAGE)
AREA = Measured(length=2.0)
_KINDS = {(1.0, 0.0): Kind.LENGTH, (2.0, 0.0): Kind.AREA, (0.0, 1.0): Kind.ANGLE}
_OF = {
    Kind.LENGTH: LENGTH,
    Kind.AREA: AREA,
    Kind.ANGLE: ANGLE,
    Kind.COUNT: COUNT,
    Kind.PERCENTAGE: PERCENTAGE,
    Kind.NUMBER: NUMBER,
}


def measured_as(kind: Kind) -> Measured:
    """What values of a kind are measured in.

    >>> measured_as(Kind.AREA).length
    2.0
    """
    return _OF[kind]


def alike(
    several: tuple[Measured, ...], *, unit: str, verb: str
) -> tuple[Measured, tuple[float, ...]]:
    """What values that are added or compared are all measured in, and by what to multiply each.

    Those typed without a unit take that of the others.

    Args:
        several: one at the least.
        unit: in which lengths without a unit were typed.
        verb: what is done to them, for the refusal.

    Raises:
        Refusal: `bad_formula.kinds` where they are of several kinds.

    >>> alike((LENGTH, Measured(bare=True)), unit="in", verb="added")[1]
    (1.0, 96.0)

    """
    model = next((m for m in several if not m.bare), several[0])
    factors = tuple(_factor(m, model, unit=unit, verb=verb) for m in several)
    kinds = {m.plain for m in several}
    plain = kinds.pop() if len(kinds) == 1 else Kind.NUMBER
    return replace(model, plain=plain, bare=all(m.bare for m in several)), factors


def _factor(one: Measured, model: Measured, *, unit: str, verb: str) -> float:
    if (one.length, one.angle) == (model.length, model.angle):
        percentages = (one.plain, model.plain).count(Kind.PERCENTAGE)
        if not (one.is_plain and percentages == 1):
            return 1.0
    elif one.bare and model == LENGTH:
        return unit_of(unit).size
    elif one.bare and model == ANGLE:
        return 1.0
    raise refusal("bad_formula.kinds", one=kind_name(model), other=kind_name(one), verb=verb)


def kind_name(one: Measured) -> str:
    """What a value is, with its article, for a sentence."""
    name = one.plain if one.is_plain else _KINDS.get((one.length, one.angle))
    if name is None:
        return "a product of lengths or angles"
    return f"{'an' if name[0] in 'aeiou' else 'a'} {name}"


def product(one: Measured, other: Measured) -> Measured:
    """What the product of two values is measured in."""
    lengths, angles = one.length + other.length, one.angle + other.angle
    return Measured(lengths, angles, _scaled(one, other), one.bare and other.bare)


def quotient(one: Measured, other: Measured) -> Measured:
    """What the quotient of two values is measured in."""
    plain = one.plain if one.plain is Kind.PERCENTAGE and other.bare else Kind.NUMBER
    lengths, angles = one.length - other.length, one.angle - other.angle
    return Measured(lengths, angles, plain, one.bare and other.bare)


def _scaled(one: Measured, other: Measured) -> Kind:
    """A count of counts is one; a percentage stays one when a typed number scales it."""
    kinds = {one.plain, other.plain}
    if kinds == {Kind.COUNT}:
        return Kind.COUNT
    if Kind.PERCENTAGE not in kinds:
        return Kind.NUMBER
    rest = other if one.plain is Kind.PERCENTAGE else one
    return Kind.PERCENTAGE if rest.bare or rest.plain is Kind.PERCENTAGE else Kind.NUMBER
