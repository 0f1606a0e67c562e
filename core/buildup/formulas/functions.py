"""Functions and constants that formulas know: arithmetic and geometry, each with what it takes."""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from buildup.drawing.units import unit_of
from buildup.formulas.quantities import Kind, Quantity, alike, number
from buildup.geometry.angles import direction
from buildup.messages import refusal

CONSTANTS: Mapping[str, Quantity] = {
    "pi": number(math.pi),
    "phi": number((1.0 + math.sqrt(5.0)) / 2.0),
}
"""The circle's ratio, and the golden one."""

Values = tuple[Quantity, ...]


@dataclass(frozen=True, slots=True)
class Function:
    """A function of formulas.

    Args:
        name: as it is typed.
        does: what it comes to, for whoever looks it up.
        of: its value; gets the arguments and the unit of lengths that were typed without one.
        least: how many arguments it takes at the least.
        most: and at the most; None: any number.

    """

    name: str
    does: str
    of: Callable[[Values, str], Quantity]
    least: int = 1
    most: int | None = 1


def _direction(one: Quantity, name: str) -> complex:
    """The direction of an angle; a plain number is in degrees, as everywhere."""
    if not one.is_plain and one.kind is not Kind.ANGLE:
        raise refusal("bad_formula.angle", function=name)
    return direction(one.value)


def _sin(values: Values, _: str) -> Quantity:
    return number(_direction(values[0], "sin").imag)


def _cos(values: Values, _: str) -> Quantity:
    return number(_direction(values[0], "cos").real)


def _tan(values: Values, _: str) -> Quantity:
    towards = _direction(values[0], "tan")
    if abs(towards.real) < _UPRIGHT:
        raise refusal("bad_formula.upright")
    return number(towards.imag / towards.real)


_UPRIGHT = 1e-12
"""Cosine of an angle that has no tangent: what is left of 90° in doubles is 6e-17."""


def _sqrt(values: Values, _: str) -> Quantity:
    (one,) = values
    if one.value < 0.0:
        raise refusal("bad_formula.root")
    plain = Kind.NUMBER if one.plain is Kind.COUNT else one.plain
    return Quantity(math.sqrt(one.value), one.length / 2, one.angle / 2, plain, one.bare)


def _abs(values: Values, _: str) -> Quantity:
    return replace(values[0], value=abs(values[0].value))


def _least(values: Values, unit: str) -> Quantity:
    return min(alike(values, unit=unit, verb="compared"), key=lambda q: q.value)


def _most(values: Values, unit: str) -> Quantity:
    return max(alike(values, unit=unit, verb="compared"), key=lambda q: q.value)


def _hypot(values: Values, unit: str) -> Quantity:
    same = alike(values, unit=unit, verb="added")
    plain = Kind.NUMBER if same[0].plain is Kind.COUNT else same[0].plain
    return replace(same[0], value=math.hypot(*(q.value for q in same)), plain=plain)


def _stepped(rule: Callable[[float], float]) -> Callable[[Values, str], Quantity]:
    """To whole ones of its unit, or to multiples of the second argument."""

    def of(values: Values, unit: str) -> Quantity:
        one, step = values[0], unit_of(unit).size if values[0].length == 1.0 else 1.0
        plain = one.plain
        if len(values) > 1:
            one, given = alike(values, unit=unit, verb="compared")
            step = given.value
            if step <= 0.0:
                raise refusal("bad_formula.step")
        elif one.kind is Kind.PERCENTAGE:
            step = 0.01
        elif one.is_plain:
            plain = Kind.COUNT
        # what doubles lose in a quotient makes no whole step
        times = one.value / step
        near = float(round(times))
        return replace(
            one, value=(near if abs(times - near) < _WHOLE else rule(times)) * step, plain=plain
        )

    return of


_WHOLE = 1e-9
"""Steps. Closer to a whole number than that, a quotient is one."""


def _half_away(value: float) -> float:
    """Halves go away from zero, as people round."""
    return math.copysign(math.floor(abs(value) + 0.5), value)


FUNCTIONS: Mapping[str, Function] = {
    f.name: f
    for f in (
        Function("sin", "the sine of an angle", _sin),
        Function("cos", "the cosine of an angle", _cos),
        Function("tan", "the tangent of an angle", _tan),
        Function("sqrt", "the square root", _sqrt),
        Function("abs", "the value without its sign", _abs),
        Function("min", "the least of several", _least, 1, None),
        Function("max", "the greatest of several", _most, 1, None),
        Function("hypot", "the diagonal of several lengths at right angles", _hypot, 1, None),
        Function(
            "round", "to a whole one, or to multiples of a second value", _stepped(_half_away), 1, 2
        ),
        Function("floor", "down to a whole one, or to a multiple", _stepped(math.floor), 1, 2),
        Function("ceil", "up to a whole one, or to a multiple", _stepped(math.ceil), 1, 2),
    )
}
"""Every function there is, by its name."""
