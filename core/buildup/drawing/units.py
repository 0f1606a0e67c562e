"""Units of length, and reading what a designer types: `75`, `12 mm`, `1/8 in`, `(10+2)*3`.

Absolute lengths by W3C CSS Values and Units 3: 1 in = 96 px = 72 pt = 6 pc = 25.4 mm.
"""

import math
import re
from dataclasses import dataclass

from buildup.drawing.numerals import short
from buildup.errors import Refusal
from buildup.geometry.tolerances import FARTHEST
from buildup.messages import refusal


@dataclass(frozen=True, slots=True)
class Unit:
    """A unit of length: sheet units in one of it, and the decimals worth showing."""

    name: str
    size: float
    decimals: int


UNITS = {
    u.name: u
    for u in (
        Unit("mm", 96 / 25.4, 2),
        Unit("cm", 96 / 2.54, 3),
        Unit("in", 96.0, 4),
        Unit("pt", 96 / 72, 2),
        Unit("pc", 96 / 6, 3),
        Unit("px", 1.0, 2),
    )
}

_TOKEN = re.compile(
    r"\s*(?:([1-9]\d{0,2}(?:,\d{3})+(?![\d,])(?:\.\d*)?|\d+(?:[.,]\d*)?|[.,]\d+)|([a-z]+|[%°\"″])|([-+*/()−×÷]))",
    re.I,
)
_GROUPED = re.compile(r"[1-9]\d{0,2}(?:,\d{3})+(?:\.\d*)?$")
"""Thousands parted by commas."""
_SAME = {"−": "-", "×": "*", "÷": "/"}
_ALIAS = {'"': "in", "″": "in", "inch": "in", "inches": "in"}
LONGEST_TEXT = 80


def unit_of(name: str) -> Unit:
    """The unit of a name.

    Raises:
        Refusal: `bad_unit`.

    """
    found = UNITS.get(name)
    if found is None:
        known = ", ".join(UNITS)
        raise refusal("bad_unit", name=name[:12], known=known)
    return found


def format_length(length: float, *, unit: str) -> str:
    """A length in words, in a unit, as far as its decimals go.

    >>> format_length(96.0, unit="mm"), format_length(-0.001, unit="mm")
    ('25.4 mm', '0 mm')
    """
    known = unit_of(unit)
    return f"{short(length / known.size, known.decimals)} {known.name}"


def read_length(text: str, *, unit: str, present: float | None = None) -> float:
    """A typed length in sheet units; a bare number counts in `unit`, % are of the present value.

    What begins with `*` or `/` goes on from the present value. Numbers, `+ - * / ( )` and units; a
    comma is a decimal point, unless it parts thousands as in 1,000. A unit multiplies the product
    or quotient it stands in, so `1/8 in` is an eighth of an inch; `10 + 2 mm` in pt is 10 pt and
    2 mm.

    Raises:
        Refusal: `bad_length` with a sentence that names what was typed, or `bad_unit`.

    >>> read_length("1/8 in", unit="mm")
    12.0
    >>> read_length("75", unit="px")
    75.0
    >>> read_length("/4", unit="mm", present=96.0), read_length("50%", unit="mm", present=96.0)
    (24.0, 48.0)

    """
    reading = _Reading(text, unit_of(unit).size, present)
    value, measured = reading.whole()
    return reading.sound(value if measured else value * unit_of(unit).size)


def read_number(text: str, *, present: float | None = None) -> float:
    """A typed plain number (an angle, a count), with arithmetic; % are of the present value.

    Without a present value a % sign at the end says no more than that it is a percentage.

    Raises:
        Refusal: `bad_length`.

    >>> read_number("360/8")
    45.0

    """
    sign = r"\s*°\s*$" if present is not None else r"\s*[°%]\s*$"
    reading = _Reading(re.sub(sign, "", text), None, present)
    return reading.sound(reading.whole()[0])


class _Reading:
    """One pass of recursive descent; a value is a number and whether it already is a length."""

    def __init__(self, text: str, size: float | None, present: float | None = None) -> None:
        self.text = text
        self.size = size
        self.present = present
        self.at = 0
        self.tokens: list[tuple[str, str, str]] = []
        self.places: list[int] = []
        end = 0
        if len(text) > LONGEST_TEXT:
            raise self._refusal("long", most=LONGEST_TEXT)
        while end < len(text.rstrip()):
            match = _TOKEN.match(text, end)
            if match is None:
                wrong = end + len(text[end:]) - len(text[end:].lstrip())
                raise self._refusal("unexpected", what=text[wrong], position=wrong + 1)
            self.tokens.append((match[1] or "", match[2] or "", match[3] or ""))
            self.places.append(match.end() - len(match[0].lstrip()))
            end = match.end()

    def whole(self) -> tuple[float, bool]:
        try:
            value = self._from_present() if self._next()[2] in ("*", "/") else self._sum()
        except ZeroDivisionError:
            raise self._refusal("by_zero") from None
        if self.at < len(self.tokens):
            raise self._wrong_here()
        return value

    def _from_present(self) -> tuple[float, bool]:
        """The present value, multiplied or divided by what was typed: `/1.618`, `*2`."""
        if self.present is None:
            raise self._wrong_here()
        return self._product((self.present, self.size is not None))

    def _wrong_here(self) -> Refusal:
        """The refusal for what stands at the current place."""
        if self.at >= len(self.tokens):
            return self._refusal("incomplete")
        what = "".join(self.tokens[self.at])
        return self._refusal("unexpected", what=what[:12], position=self.places[self.at] + 1)

    def sound(self, value: float) -> float:
        if not abs(value) <= FARTHEST:
            raise self._refusal("large")
        return value

    def _refusal(self, why: str, **found: object) -> Refusal:
        example = "“12 mm” or “1/8 in”" if self.size else "“45” or “360/8”"
        return refusal(f"bad_length.{why}", text=self.text[:30], example=example, **found)

    def _next(self) -> tuple[str, str, str]:
        number, unit, sign = self.tokens[self.at] if self.at < len(self.tokens) else ("", "", "")
        return number, unit, _SAME.get(sign, sign)

    def _sum(self) -> tuple[float, bool]:
        terms = [self._product()]
        while (sign := self._next()[2]) in ("+", "-"):
            self.at += 1
            value, measured = self._product()
            terms.append((value if sign == "+" else -value, measured))
        measured = any(m for _, m in terms)
        size = self.size if self.size and measured else 1.0
        return math.fsum(v if m else v * size for v, m in terms), measured

    def _product(self, start: tuple[float, bool] | None = None) -> tuple[float, bool]:
        value, measured = self._factor() if start is None else start
        while True:
            _, unit, sign = self._next()
            if unit == "%" and self.present is not None and not measured:
                value, measured = value / 100.0 * self.present, self.size is not None
                self.at += 1
            elif unit:
                if measured or self.size is None:
                    raise self._wrong_here()
                value, measured = value * unit_of(_ALIAS.get(unit.lower(), unit.lower())).size, True
                self.at += 1
            elif sign in ("*", "/"):
                self.at += 1
                other, other_measured = self._factor()
                if other_measured and (measured or sign == "/"):
                    raise self._refusal("by_length")
                value = value * other if sign == "*" else value / other
                measured = measured or other_measured
            else:
                return value, measured

    def _factor(self) -> tuple[float, bool]:
        number, _, sign = self._next()
        if not number and sign not in ("-", "+", "("):
            raise self._wrong_here()
        self.at += 1
        if number:
            return float(number.replace(",", "" if _GROUPED.match(number) else ".")), False
        if sign in ("-", "+"):
            value, measured = self._factor()
            return (-value if sign == "-" else value), measured
        inside = self._sum()
        if self._next()[2] != ")":
            raise self._wrong_here()
        self.at += 1
        return inside
