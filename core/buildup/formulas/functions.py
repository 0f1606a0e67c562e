"""Functions and constants that formulas know: arithmetic and geometry, each with what it takes."""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from functools import partial

from buildup.drawing.units import unit_of
from buildup.formulas.quantitykinds import ANGLE, LENGTH, NUMBER, Kind, Measured, alike
from buildup.geometry.angles import direction
from buildup.messages import refusal

CONSTANTS: Mapping[str, float] = {"pi": math.pi, "phi": (1.0 + math.sqrt(5.0)) / 2.0}
"""The circle's ratio, and the golden one."""


@dataclass(frozen=True, slots=True)
class Taken:
    """What a function makes of the kinds of its arguments.

    Args:
        measured: what its result is measured in.
        factors: by what to multiply each argument first.
        further: numbers that are given to it behind its arguments.

    """

    measured: Measured
    factors: tuple[float, ...]
    further: tuple[float, ...] = ()


Takes = Callable[[tuple[Measured, ...], str], Taken]
"""From the kinds of the arguments, and the unit of lengths that were typed without one."""


@dataclass(frozen=True, slots=True)
class Function:
    """A function of formulas.

    Args:
        name: as it is typed.
        meaning: what it comes to, for whoever looks it up.
        takes: what it makes of kinds; it refuses those it cannot take.
        of: the number it comes to; it refuses numbers that have none.
        least: how many arguments it takes at the least.
        most: and at the most; None: any number.

    """

    name: str
    meaning: str
    takes: Takes
    of: Callable[..., float]
    least: int = 1
    most: int | None = 1


def _same(given: tuple[Measured, ...], _: str) -> Taken:
    return Taken(given[0], (1.0,))


def _an_angle(function: str, given: tuple[Measured, ...], _: str) -> Taken:
    """Of an angle; a plain number is in degrees, as everywhere."""
    if not given[0].is_plain and given[0] != ANGLE:
        raise refusal("bad_formula.angle", function=function)
    return Taken(NUMBER, (1.0,))


def _halved(given: tuple[Measured, ...], _: str) -> Taken:
    (one,) = given
    plain = _uncounted(one.plain)
    return Taken(replace(one, length=one.length / 2, angle=one.angle / 2, plain=plain), (1.0,))


def _compared(given: tuple[Measured, ...], unit: str) -> Taken:
    return Taken(*alike(given, unit=unit, verb="compared"))


def _squared(given: tuple[Measured, ...], unit: str) -> Taken:
    common, factors = alike(given, unit=unit, verb="added")
    return Taken(replace(common, plain=_uncounted(common.plain)), factors)


def _uncounted(plain: Kind) -> Kind:
    return Kind.NUMBER if plain is Kind.COUNT else plain


def _stepped(given: tuple[Measured, ...], unit: str) -> Taken:
    """To multiples of the second argument; without one to whole ones, of lengths in their unit."""
    if len(given) > 1:
        return _compared(given, unit)
    (one,) = given
    if one == LENGTH:
        return Taken(one, (1.0,), (unit_of(unit).size,))
    if one.plain is Kind.PERCENTAGE:
        return Taken(one, (1.0,), (0.01,))
    return Taken(replace(one, plain=Kind.COUNT) if one.is_plain else one, (1.0,), (1.0,))


def _tan(degrees: float) -> float:
    towards = direction(degrees)
    if abs(towards.real) < _UPRIGHT:
        raise refusal("bad_formula.upright")
    return towards.imag / towards.real


_UPRIGHT = 1e-12
"""Cosine of an angle that has no tangent: what is left of 90° in doubles is 6e-17."""


def _root(value: float) -> float:
    if value < 0.0:
        raise refusal("bad_formula.root")
    return math.sqrt(value)


def _step(rule: Callable[[float], float], value: float, step: float) -> float:
    if step <= 0.0:
        raise refusal("bad_formula.step")
    times = value / step
    near = float(round(times))
    # what doubles lose in a quotient makes no whole step
    return (near if abs(times - near) < _WHOLE else rule(times)) * step


_WHOLE = 1e-9
"""Steps. Closer to a whole number than that, a quotient is one."""


def _half_away(value: float) -> float:
    """Halves go away from zero, as people round."""
    return math.copysign(math.floor(abs(value) + 0.5), value)


def _sine(degrees: float) -> float:
    return direction(degrees).imag


def _cosine(degrees: float) -> float:
    return direction(degrees).real


FUNCTIONS: Mapping[str, Function] = {
    f.name: f
    for f in (
        Function("sin", "the sine of an angle", partial(_an_angle, "sin"), _sine),
        Function("cos", "the cosine of an angle", partial(_an_angle, "cos"), _cosine),
        Function("tan", "the tangent of an angle", partial(_an_angle, "tan"), _tan),
        Function("sqrt", "the square root", _halved, _root),
        Function("abs", "the value without its sign", _same, abs),
        Function("min", "the least of several", _compared, lambda *v: min(v), 1, None),
        Function("max", "the greatest of several", _compared, lambda *v: max(v), 1, None),
        Function("hypot", "the diagonal of sides at right angles", _squared, math.hypot, 1, None),
        Function(
            "round", "to a whole one, or a multiple", _stepped, partial(_step, _half_away), 1, 2
        ),
        Function(
            "floor",
            "down to a whole one, or a multiple",
            _stepped,
            partial(_step, math.floor),
            1,
            2,
        ),
        Function(
            "ceil", "up to a whole one, or a multiple", _stepped, partial(_step, math.ceil), 1, 2
        ),
    )
}
"""Every function there is, by its name."""
