"""Numbers, matrices and names of a PDF (ISO 32000-1, 7.3 and 8.3)."""

import math
from collections.abc import Callable, Iterable, Sequence
from typing import Any, TypeVar

import pikepdf
from buildup.geometry.transforms import Affine
from common.messages import refusal

T = TypeVar("T")
FARTHEST = 1e7
"""Units beyond which nothing lies that anybody sees; larger numbers are read as this."""
MOST_MARKS = 400_000
"""Operators of all pages and of the forms on them, as often as they are used."""


class Marks:
    """How many operators were read so far, on all pages, and what was made of objects."""

    def __init__(self) -> None:
        self._count = 0
        self._known: dict[tuple[object, ...], Any] = {}

    def once(self, thing: Any, make: Callable[..., T], *more: object) -> T:
        """What is made of an object of the document, and of values; made once."""
        number = getattr(thing, "objgen", (0, 0))
        if number == (0, 0):
            return make(thing, *more)
        key = (number, make, *more)
        if key not in self._known:
            self._known[key] = make(thing, *more)
        found: T = self._known[key]
        return found

    def spend(self, marks: int = 1) -> None:
        """Count some.

        Raises:
            Refusal: `too_much`.
        """
        self._count += marks
        if self._count > MOST_MARKS:
            raise refusal("too_much.pdf")


def number_in(value: Any, otherwise: float = 0.0) -> float:
    """A number; another value where it is none."""
    try:
        number = float(value)
    except (TypeError, ValueError):
        return otherwise
    if math.isnan(number):
        return otherwise
    return min(max(number, -FARTHEST), FARTHEST)


def numbers_in(values: Any) -> list[float]:
    """The numbers of an array; none where it is no array."""
    if not isinstance(values, pikepdf.Array | list | tuple):
        return []
    return [number_in(v) for v in values]


def matrix_in(values: Any) -> Affine:
    """A matrix of six numbers; where it is none, the one that leaves all as it is."""
    six = numbers_in(values)
    if len(six) != 6:
        return Affine()
    return Affine(complex(*six[0:2]), complex(*six[2:4]), complex(*six[4:6]))


def number_text(value: float) -> str:
    """A number in an attribute: all of it."""
    return repr(value)


def matrix_text(by: Affine) -> str:
    """A matrix as the `transform` of an SVG element."""
    parts = (p for z in (by.across, by.down, by.origin) for p in (z.real, z.imag))
    return f"matrix({' '.join(map(number_text, parts))})"


def name_in(value: Any) -> str:
    """A name without its slash; empty where it is none."""
    text = str(value) if isinstance(value, pikepdf.Name | pikepdf.String | str) else ""
    return text.removeprefix("/")


def part(dictionary: Any, *keys: str) -> Any:
    """What lies in a dictionary under keys, one in the other; None: nothing does."""
    found = dictionary
    for key in keys:
        if not isinstance(found, pikepdf.Dictionary | pikepdf.Stream):
            return None
        found = found.get(f"/{key}")
    return found


def within(values: Iterable[float], bounds: Sequence[float]) -> list[float]:
    """Values, each between its two bounds; where there are none for it, as it is."""
    found = list(values)
    for n, value in enumerate(found):
        if len(bounds) >= 2 * n + 2:
            low, high = bounds[2 * n : 2 * n + 2]
            found[n] = min(max(value, low), high)
    return found
