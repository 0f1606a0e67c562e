"""Colour spaces of a PDF (ISO 32000-1, 8.6), as far as they come to a colour of sRGB."""

import itertools
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any

import pikepdf

from imports.pdf.pdffunctions import Unreadable, function_in
from imports.pdf.pdfimages import inks_table
from imports.pdf.pdfvalues import name_in, number_in, numbers_in, part

LEVELS = 9
"""Of each of four inks, between which colours are taken to change evenly."""
DEEPEST = 5
"""Spaces in spaces."""
Parts = tuple[float, float, float]
"""Red, green and blue, from 0 to 1."""


@dataclass(frozen=True)
class Space:
    """A colour space.

    Args:
        count: how many values a colour has.
        parts: what they come to.
        first: the colour that it begins with.
        is_pattern: colours are patterns; `count` and `parts` are those of uncoloured ones.
        names: of its inks, where they are spot colours.
    """

    count: int
    parts: Callable[[Sequence[float]], Parts]
    first: tuple[float, ...]
    is_pattern: bool = False
    names: tuple[str, ...] = ()

    def hex(self, values: Sequence[float]) -> str:
        """A colour as `#RRGGBB`; too few values are filled up."""
        filled = (*values, *self.first[len(values) :])[: self.count]
        try:
            parts = self.parts(filled)
        except (Unreadable, ValueError, IndexError, OverflowError):
            return "#808080"
        return "#" + "".join(f"{round(255 * min(max(p, 0.0), 1.0)):02X}" for p in parts)


@cache
def _inks() -> bytes:
    return inks_table(LEVELS)


def of_cmyk(values: Sequence[float]) -> Parts:
    """Red, green and blue of four inks, as PDFium shows them: between its colours of a grid.

    The plain formula (10.3.5) makes screen colours of inks that no print has.
    """
    table = _inks()
    places = [min(max(v, 0.0), 1.0) * (LEVELS - 1) for v in values]
    found = [0.0, 0.0, 0.0]
    for ends in itertools.product((0, 1), repeat=4):
        weight, index = 1.0, 0
        for place, end in zip(places, ends, strict=True):
            below = min(int(place), LEVELS - 2)
            share = place - below
            weight *= share if end else 1.0 - share
            index = index * LEVELS + below + end
        if weight:
            for k in range(3):
                found[k] += weight * table[3 * index + k] / 255.0
    return found[0], found[1], found[2]


def of_lab(values: Sequence[float], white: Sequence[float]) -> Parts:
    """Red, green and blue of a colour of CIE L*a*b* (8.6.5.4; IEC 61966-2-1 for sRGB)."""
    middle = (values[0] + 16.0) / 116.0
    each = (middle + values[1] / 500.0, middle, middle - values[2] / 200.0)
    x, y, z = (
        w * (v**3 if v >= 6 / 29 else 108 / 841 * (v - 4 / 29))
        for v, w in zip(each, white, strict=True)
    )
    d65 = (0.9505, 1.0, 1.089)
    x, y, z = (v * d / w for v, d, w in zip((x, y, z), d65, white, strict=True))
    line = (
        3.2406 * x - 1.5372 * y - 0.4986 * z,
        -0.9689 * x + 1.8758 * y + 0.0415 * z,
        0.0557 * x - 0.204 * y + 1.057 * z,
    )
    red, green, blue = (
        12.92 * v if v <= 0.0031308 else 1.055 * v ** (1 / 2.4) - 0.055
        for v in (max(v, 0.0) for v in line)
    )
    return red, green, blue


GRAY = Space(1, lambda v: (v[0], v[0], v[0]), (0.0,))
RGB = Space(3, lambda v: (v[0], v[1], v[2]), (0.0, 0.0, 0.0))
CMYK = Space(4, of_cmyk, (0.0, 0.0, 0.0, 1.0))
PATTERN = Space(0, lambda _: (0.5, 0.5, 0.5), (), is_pattern=True)
_PLAIN = {
    "DeviceGray": GRAY, "G": GRAY, "CalGray": GRAY,
    "DeviceRGB": RGB, "RGB": RGB, "CalRGB": RGB,
    "DeviceCMYK": CMYK, "CMYK": CMYK,
    "Pattern": PATTERN,
}  # fmt: skip
_BY_COUNT = {1: GRAY, 3: RGB, 4: CMYK}


def space_in(value: Any, resources: Any, depth: int = 0) -> Space | None:
    """A colour space by its name or as an array; None: it cannot be read."""
    if depth > DEEPEST:
        return None
    if isinstance(value, pikepdf.Name):
        named = part(resources, "ColorSpace", name_in(value))
        if named is not None and named != value:
            return space_in(named, resources, depth + 1)
        return _PLAIN.get(name_in(value))
    if not isinstance(value, pikepdf.Array) or not len(value):
        return None
    kind = name_in(value[0])
    try:
        return _SPACES[kind](value, resources, depth)
    except KeyError:
        return _PLAIN.get(kind)
    except (IndexError, Unreadable, pikepdf.PdfError):
        return None


def _profiled(value: Any, resources: Any, depth: int) -> Space | None:
    profile = value[1]
    count = int(number_in(part(profile, "N")))
    other = part(profile, "Alternate")
    found = None if other is None else space_in(other, resources, depth + 1)
    return found if found is not None and found.count == count else _BY_COUNT.get(count)


def _lab(value: Any, _resources: Any, _depth: int) -> Space:
    white = numbers_in(part(value[1], "WhitePoint")) or [0.9505, 1.0, 1.089]
    return Space(3, lambda v: of_lab(v, white), (0.0, 0.0, 0.0))


def _indexed(value: Any, resources: Any, depth: int) -> Space | None:
    base = space_in(value[1], resources, depth + 1)
    if base is None or base.is_pattern:
        return None
    most = int(number_in(value[2]))
    table = value[3]
    data = table.read_bytes() if isinstance(table, pikepdf.Stream) else bytes(table)
    count = base.count

    def parts(values: Sequence[float]) -> Parts:
        at = min(max(int(values[0]), 0), most)
        found = data[at * count : (at + 1) * count]
        return base.parts([v / 255.0 for v in found.ljust(count, b"\0")])

    return Space(1, parts, (0.0,))


def _spot(value: Any, resources: Any, depth: int) -> Space | None:
    names = value[1] if isinstance(value[1], pikepdf.Array) else [value[1]]
    base = space_in(value[2], resources, depth + 1)
    if base is None or base.is_pattern:
        return None
    tint = function_in(value[3])
    called = tuple(name_in(n) for n in names)
    return Space(len(called), lambda v: base.parts(tint(v)), (1.0,) * len(called), names=called)


def _pattern(value: Any, resources: Any, depth: int) -> Space:
    base = space_in(value[1], resources, depth + 1) if len(value) > 1 else None
    if base is None:
        return PATTERN
    return Space(base.count, base.parts, base.first, is_pattern=True)


_SPACES: dict[str, Callable[[Any, Any, int], Space | None]] = {
    "ICCBased": _profiled,
    "Lab": _lab,
    "Indexed": _indexed,
    "I": _indexed,
    "Separation": _spot,
    "DeviceN": _spot,
    "Pattern": _pattern,
}
