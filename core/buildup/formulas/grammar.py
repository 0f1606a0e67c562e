"""Reading a formula: `2*r + 1 mm`, `360° / n`, `max(gap; 1/8 in)`, `body.width / phi`.

    formula   = ["="] sum
    sum       = product { ("+" | "-") product }
    product   = factor { ("*" | "/") factor }
    factor    = ("+" | "-") factor | number [unit] | "(" sum ")"
              | name "(" sum { (";" | ",") sum } ")" | name [ "." name ]

A unit belongs to the number before it, but `1/8 in` is an eighth of an inch. A comma between digits
is a decimal comma, or parts thousands as in 1,000; between the arguments of a function it parts
these. Names are letters, digits and underscores of any script, and begin with no digit.
"""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from buildup.drawing.units import UNITS
from buildup.errors import Refusal
from buildup.formulas.quantitykinds import ANGLE, LENGTH, PERCENTAGE, Kind, Measured
from buildup.messages import refusal

LONGEST_FORMULA = 200
"""Characters."""
DEEPEST = 40
"""Parentheses and signs within each other: more than anyone types, less than Python bears."""

_REST = r"|(?P<name>[^\W\d]\w*)|(?P<sign>[-+*/().;,=−×÷·%°\"″]))"
_TOKEN = re.compile(
    r"\s*(?:(?P<number>[1-9]\d{0,2}(?:,\d{3})+(?![\d,])(?:\.\d*)?|\d+(?:[.,]\d*)?|[.,]\d+)" + _REST
)
_IN_CALL = re.compile(r"\s*(?:(?P<number>\d+(?:\.\d*)?|\.\d+)" + _REST)
"""Among the arguments of a function, where a comma parts these."""
_GROUPED = re.compile(r"[1-9]\d{0,2}(?:,\d{3})+(?:\.\d*)?$")
_SAME = {"−": "-", "×": "*", "÷": "/", "·": "*", ",": ";", "″": '"'}
_LENGTHS = {
    **{name: unit.size for name, unit in UNITS.items()},
    '"': 96.0,
    "inch": 96.0,
    "inches": 96.0,
}
_ANGLES = {"°": 1.0, "deg": 1.0}


@dataclass(frozen=True, slots=True)
class Typed:
    """A number as it was typed, its value with its unit, and what that is measured in."""

    number: float
    value: float
    measured: Measured


@dataclass(frozen=True, slots=True)
class Name:
    """A measure or a constant."""

    name: str
    at: int
    """Where it begins in the text."""


@dataclass(frozen=True, slots=True)
class Reading:
    """What is read off an item: `body.width`."""

    item: str
    what: str
    at: int


@dataclass(frozen=True, slots=True)
class Negated:
    """The same below zero."""

    of: "Node"


@dataclass(frozen=True, slots=True)
class Sum:
    """Terms that are added."""

    terms: tuple["Node", ...]


@dataclass(frozen=True, slots=True)
class Product:
    """A value, multiplied or divided by others, one after the other."""

    first: "Node"
    rest: tuple[tuple[str, "Node"], ...]
    """Of each: `*` or `/`, and by what."""


@dataclass(frozen=True, slots=True)
class Call:
    """A function of some values."""

    function: str
    arguments: tuple["Node", ...]
    at: int


Node = Typed | Name | Reading | Negated | Sum | Product | Call


def parts(node: Node) -> Iterator[Node]:
    """A node and all within it, in the order of the text."""
    yield node
    match node:
        case Negated(of):
            yield from parts(of)
        case Sum(inner) | Call(_, inner):
            for one in inner:
                yield from parts(one)
        case Product(first, rest):
            yield from parts(first)
            for _, one in rest:
                yield from parts(one)
        case _:
            pass


@lru_cache(maxsize=4096)
def parse(text: str) -> Node:
    """The formula that a text is.

    Raises:
        Refusal: `bad_formula`, with a sentence that says what is wrong and where.

    >>> parse("=1/8 in").value, parse("r")
    (12.0, Name(name='r', at=0))
    """
    return _Parser(text).whole()


class _Parser:
    """One pass of recursive descent over the text."""

    def __init__(self, text: str) -> None:
        self.text = text
        self.at = 0
        self.depth = 0
        self.calls = 0
        if len(text) > LONGEST_FORMULA:
            raise refusal("bad_formula.long", most=LONGEST_FORMULA)

    def whole(self) -> Node:
        self._take("=")
        node = self._sum()
        if self._peek() is not None:
            raise self._wrong_here()
        return node

    # What stands here.

    def _peek(self) -> re.Match[str] | None:
        """The next token; None at the end.

        Raises:
            Refusal: `bad_formula.unexpected` for a sign that means nothing.

        """
        if not self.text[self.at :].strip():
            return None
        found = (_IN_CALL if self.calls else _TOKEN).match(self.text, self.at)
        if found is None:
            raise self._wrong_here()
        return found

    def _kind(self) -> tuple[str, str]:
        """The next token's group and text, signs as they are meant; nothing at the end."""
        token = self._peek()
        if token is None:
            return "", ""
        group = str(token.lastgroup)
        return group, _SAME.get(token[group], token[group])

    def _start(self) -> int:
        """Where the next token begins."""
        rest = self.text[self.at :]
        return self.at + len(rest) - len(rest.lstrip())

    def _step(self) -> None:
        token = self._peek()
        if token is not None:
            self.at = token.end()

    def _take(self, *signs: str) -> str:
        """One of some signs, if it is next; else nothing."""
        group, text = self._kind()
        if group != "sign" or text not in signs:
            return ""
        self._step()
        return text

    def _wrong_here(self) -> Refusal:
        start = self._start()
        if start >= len(self.text):
            return refusal("bad_formula.incomplete", text=self.text[:40])
        found = re.compile(r"\w+|.", re.DOTALL).match(self.text, start)
        what = found[0][:12] if found else ""
        return refusal("bad_formula.unexpected", what=what, position=start + 1)

    # What is made of it.

    def _sum(self) -> Node:
        terms = [self._product()]
        while sign := self._take("+", "-"):
            term = self._product()
            terms.append(term if sign == "+" else Negated(term))
        return terms[0] if len(terms) == 1 else Sum(tuple(terms))

    def _product(self) -> Node:
        first = self._factor()
        rest: list[tuple[str, Node]] = []
        while True:
            sign = self._take("*", "/")
            if not sign:
                break
            other = self._factor()
            if sign == "/" and not rest and (fraction := _fraction(first, other)):
                first = fraction
            else:
                rest.append((sign, other))
        return Product(first, tuple(rest)) if rest else first

    def _factor(self) -> Node:
        self.depth += 1
        if self.depth > DEEPEST:
            raise refusal("bad_formula.deep")
        try:
            return self._signed()
        finally:
            self.depth -= 1

    def _signed(self) -> Node:
        group, text = self._kind()
        if group == "number":
            return self._number(text)
        if group == "name":
            return self._name(text)
        sign = self._take("-", "+", "(")
        if sign == "(":
            calls, self.calls = self.calls, 0
            inside = self._sum()
            self._close()
            self.calls = calls
            return inside
        if not sign:
            raise self._wrong_here()
        inside = self._factor()
        return Negated(inside) if sign == "-" else inside

    def _number(self, text: str) -> Typed:
        self._step()
        grouped = _GROUPED.match(text) and not self.calls
        value = float(text.replace(",", "" if grouped else "."))
        group, unit = self._kind()
        if unit in _LENGTHS:
            self._step()
            return Typed(value, value * _LENGTHS[unit], LENGTH)
        if unit in _ANGLES:
            self._step()
            return Typed(value, value * _ANGLES[unit], ANGLE)
        if group == "sign" and unit == "%":
            self._step()
            return Typed(value, value / 100.0, PERCENTAGE)
        plain = Kind.COUNT if value.is_integer() else Kind.NUMBER
        return Typed(value, value, Measured(plain=plain, bare=True))

    def _name(self, text: str) -> Node:
        at = self._start()
        self._step()
        if self._take("("):
            self.calls += 1
            arguments = [self._sum()]
            while self._take(";"):
                arguments.append(self._sum())
            self._close()
            self.calls -= 1
            return Call(text, tuple(arguments), at)
        if self._take("."):
            group, what = self._kind()
            if group != "name":
                raise self._wrong_here()
            self._step()
            return Reading(text, what, at)
        return Name(text, at)

    def _close(self) -> None:
        if not self._take(")"):
            raise self._wrong_here()


def _fraction(first: Node, other: Node) -> Typed | None:
    """An eighth of an inch, where `1/8 in` was typed."""
    if not (isinstance(first, Typed) and isinstance(other, Typed)):
        return None
    if not first.measured.bare or other.measured != LENGTH or other.number == 0.0:
        return None
    size = other.value / other.number
    return Typed(first.number / other.number, first.number * size / other.number, LENGTH)
