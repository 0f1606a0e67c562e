"""Working a formula out: its kinds are checked once, its number comes as often as it is asked for.

What it names is given by name; what it reads off items by `item.what`.
"""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import lru_cache

from buildup.drawing.units import UNITS
from buildup.formulas.functions import CONSTANTS, FUNCTIONS
from buildup.formulas.grammar import (
    Call,
    Name,
    Negated,
    Node,
    Product,
    Reading,
    Sum,
    Typed,
    parse,
    parts,
)
from buildup.formulas.quantitykinds import NUMBER, Measured, alike, product, quotient
from buildup.geometry.tolerances import FARTHEST
from buildup.messages import refusal

Numbers = Mapping[str, float]
Of = Callable[[Numbers], float]
LONGEST_NAME = 40
"""Characters."""
REMEMBERED = 4096
"""Formulas whose kinds are checked already: more than a drawing has."""


@dataclass(frozen=True, slots=True)
class Quantity:
    """A number, and what it is measured in."""

    value: float
    measured: Measured


@dataclass(frozen=True, slots=True)
class Checked:
    """A formula whose kinds go together.

    Args:
        measured: what it comes to is measured in.
        of: its number, from those of what it names.

    """

    measured: Measured
    of: Of


@lru_cache(maxsize=REMEMBERED)
def names_in(text: str) -> tuple[str, ...]:
    """The measures that a formula names, each once, in the order of the text.

    Raises:
        Refusal: `bad_formula` where it cannot be read.

    >>> names_in("2*r + max(gap; r) + pi + body.width")
    ('r', 'gap')

    """
    found = (n.name for n in parts(parse(text)) if isinstance(n, Name))
    return tuple(dict.fromkeys(n for n in found if n not in CONSTANTS))


@lru_cache(maxsize=REMEMBERED)
def readings_in(text: str) -> tuple[tuple[str, str], ...]:
    """What a formula reads off items: of each the item's name and what of it, each once.

    Raises:
        Refusal: `bad_formula` where it cannot be read.

    >>> readings_in("body.width / 2 + r")
    (('body', 'width'),)

    """
    found = ((n.item, n.what) for n in parts(parse(text)) if isinstance(n, Reading))
    return tuple(dict.fromkeys(found))


@lru_cache(maxsize=REMEMBERED)
def needs_of(text: str) -> tuple[str, ...]:
    """All that a formula needs to be given: what it names, and what it reads as `item.what`.

    Raises:
        Refusal: `bad_formula` where it cannot be read.

    """
    return (*names_in(text), *(".".join(r) for r in readings_in(text)))


def is_name(text: str) -> bool:
    """Whether a measure can be called so: letters, digits, underscores, no unit and no function.

    >>> is_name("r"), is_name("größe_2"), is_name("2r"), is_name("mm"), is_name("sin")
    (True, True, False, False, False)
    """
    units = text.lower() in UNITS or text in ("deg", "inch", "inches")
    taken = units or text in CONSTANTS or text in FUNCTIONS
    return text.isidentifier() and not taken and len(text) <= LONGEST_NAME


def worked_out(text: str, given: Mapping[str, Quantity], *, unit: str) -> Quantity:
    """What a formula comes to.

    Args:
        text: the formula.
        given: what it may name, and read as `item.what`.
        unit: in which lengths without a unit were typed.

    Raises:
        Refusal: `bad_formula`, with a sentence that says what is wrong and where.

    >>> worked_out("1 + 1 in", {}, unit="in").value
    192.0

    """
    found = {n: given[n] for n in needs_of(text) if n in given}
    kinds = tuple((n, q.measured) for n, q in found.items())
    formula = checked(text, kinds, unit)
    return Quantity(number_of(formula, {n: q.value for n, q in found.items()}), formula.measured)


def number_of(formula: Checked, numbers: Numbers) -> float:
    """The number of a formula whose kinds are checked.

    Raises:
        Refusal: `bad_formula` where there is none, or one far too large.

    """
    value = formula.of(numbers)
    if not abs(value) <= FARTHEST ** max(1.0, formula.measured.length):
        raise refusal("bad_formula.large")
    return value


@lru_cache(maxsize=REMEMBERED)
def checked(text: str, kinds: tuple[tuple[str, Measured], ...], unit: str) -> Checked:
    """A formula with the kinds of what it names; the same question is answered from memory.

    Args:
        text: the formula.
        kinds: of what it may name.
        unit: in which lengths without a unit were typed.

    Raises:
        Refusal: `bad_formula`, with a sentence that says what is wrong and where.

    """
    return _Check(dict(kinds), unit).of(parse(text))


class _Check:
    def __init__(self, kinds: Mapping[str, Measured], unit: str) -> None:
        self.kinds = kinds
        self.unit = unit

    def of(self, node: Node) -> Checked:
        match node:
            case Typed(_, value, measured):
                return Checked(measured, lambda _: value)
            case Name(name, at):
                return self._named(name, at)
            case Reading(item, what, at):
                return self._given(f"{item}.{what}", at, "bad_formula.no_reading")
            case Negated(inner):
                one = self.of(inner)
                number = one.of
                return Checked(one.measured, lambda given: -number(given))
            case Sum(terms):
                return self._sum(tuple(self.of(t) for t in terms))
            case Product(first, rest):
                whole = self.of(first)
                for sign, other in rest:
                    whole = (_times if sign == "*" else _divided)(whole, self.of(other))
                return whole
            case Call():
                return self._called(node)

    def _named(self, name: str, at: int) -> Checked:
        constant = CONSTANTS.get(name)
        if name not in self.kinds and constant is not None:
            return Checked(NUMBER, lambda _: constant)
        return self._given(name, at, "bad_formula.unknown")

    def _given(self, key: str, at: int, missing: str) -> Checked:
        measured = self.kinds.get(key)
        if measured is None:
            raise refusal(missing, name=key[:60], position=at + 1)
        return Checked(measured, lambda given: given[key])

    def _sum(self, terms: tuple[Checked, ...]) -> Checked:
        common, factors = alike(tuple(t.measured for t in terms), unit=self.unit, verb="added")
        numbers = _scaled(terms, factors)
        if len(numbers) == 2:  # rounded once, as fsum does
            one, other = numbers
            return Checked(common, lambda given: one(given) + other(given))
        return Checked(common, lambda given: math.fsum(n(given) for n in numbers))

    def _called(self, call: Call) -> Checked:
        known = FUNCTIONS.get(call.function)
        at = call.at + 1
        if known is None:
            names = ", ".join(FUNCTIONS)
            raise refusal("bad_formula.function", name=call.function[:30], known=names, position=at)
        count = len(call.arguments)
        if count < known.least or (known.most is not None and count > known.most):
            raise refusal("bad_formula.arguments", name=known.name, position=at)
        terms = tuple(self.of(a) for a in call.arguments)
        taken = known.takes(tuple(t.measured for t in terms), self.unit)
        numbers, of, further = _scaled(terms, taken.factors), known.of, taken.further
        return Checked(taken.measured, lambda given: of(*(n(given) for n in numbers), *further))


def _scaled(terms: tuple[Checked, ...], factors: tuple[float, ...]) -> tuple[Of, ...]:
    return tuple(_by(t.of, f) for t, f in zip(terms, factors, strict=True))


def _by(number: Of, factor: float) -> Of:
    if factor == 1.0:
        return number
    return lambda given: number(given) * factor


def _times(one: Checked, other: Checked) -> Checked:
    a, b = one.of, other.of
    return Checked(product(one.measured, other.measured), lambda given: a(given) * b(given))


def _divided(one: Checked, other: Checked) -> Checked:
    a, b = one.of, other.of

    def of(given: Numbers) -> float:
        below = b(given)
        if below == 0.0:
            raise refusal("bad_formula.by_zero")
        return a(given) / below

    return Checked(quotient(one.measured, other.measured), of)
