"""Values as SVG attributes and style sheets write them: lengths, transforms, paint."""

import math
import re
from collections.abc import Mapping

from buildup.drawing.checks import MOST_DASHES, MOST_MITER, WIDEST_STROKE
from buildup.drawing.paint import MITER_LIMIT, Cap, Join, Stroke, Style
from buildup.drawing.units import UNITS
from buildup.formats.colours import read_colour
from buildup.formats.svgpaths import numbers
from buildup.geometry.angles import slope
from buildup.geometry.transforms import Affine, shift, turn

PAINT = frozenset(
    {
        "fill",
        "stroke",
        "stroke-width",
        "stroke-linecap",
        "stroke-linejoin",
        "stroke-miterlimit",
        "stroke-dasharray",
        "stroke-dashoffset",
        "fill-rule",
        "color",
        "visibility",
    }
)
"""The properties that are handed down, as far as they are read."""
FIRST_PAINT: Mapping[str, str] = {"fill": "black", "stroke": "none", "stroke-width": "1"}
GREY = "#808080"
"""In the place of paint that has no form here, such as gradients."""
LONGEST_VALUE = 64
"""Characters of one value that are looked at, so that no text costs more than its length."""
LONGEST_LIST = 2_000
"""Characters of a list of transforms that are looked at, likewise."""
STEEPEST = 89.0
"""Degrees; a skew beyond is read as this."""

_LENGTH = re.compile(r"\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?)\s*([a-z%]*)\s*")
_CALL = re.compile(r"\s*,?\s*([A-Za-z]+)\s*\(([^()]*)\)")
_CLASS = re.compile(r"\.[-\w]{1,64}")
_CAPS: Mapping[str, Cap] = {"butt": "butt", "round": "round", "square": "square"}
_JOINS: Mapping[str, Join] = {"round": "round", "bevel": "bevel"}


def read_length(text: str | None, *, whole: float = 0.0, otherwise: float = 0.0) -> float:
    """A length in CSS pixels; per cent are of a whole, what cannot be read is the other value.

    >>> read_length("1in"), read_length("50%", whole=8.0), read_length("wide")
    (96.0, 4.0, 0.0)
    """
    match = _LENGTH.fullmatch((text or "")[:LONGEST_VALUE])
    if match is None:
        return otherwise
    value, unit = float(match[1]), match[2]
    if unit == "%":
        return value / 100.0 * whole
    return value * UNITS[unit].size if unit in UNITS else value


def read_transform(text: str | None) -> Affine:
    """The map of a `transform` attribute; what cannot be read is left out.

    >>> read_transform("translate(2 3) scale(2)")(1 + 1j)
    (4+5j)
    """
    found = Affine()
    for name, listed in _CALL.findall((text or "")[:LONGEST_LIST]):
        values = tuple(numbers(listed))
        step = _step(name, values)
        if step is not None:
            found = found.after(step)
    return found


def _step(name: str, v: tuple[float, ...]) -> Affine | None:
    if name == "matrix" and len(v) == 6:
        return Affine(complex(v[0], v[1]), complex(v[2], v[3]), complex(v[4], v[5]))
    if name == "translate" and v:
        return shift(complex(v[0], v[1] if len(v) > 1 else 0.0))
    if name == "scale" and v:
        return Affine(v[0] + 0j, complex(0, v[1] if len(v) > 1 else v[0]))
    if name == "rotate" and v:
        return turn(v[0], about=complex(v[1], v[2]) if len(v) > 2 else 0j)
    if name in ("skewX", "skewY") and v:
        steep = slope(min(max(v[0], -STEEPEST), STEEPEST))
        return Affine(1 + 0j, complex(steep, 1)) if name == "skewX" else Affine(complex(1, steep))
    return None


def read_declarations(text: str) -> dict[str, str]:
    """The declarations of a `style` attribute or of a rule, the paint among them."""
    pairs = (part.partition(":") for part in text.split(";"))
    return {
        name.strip().lower(): value.partition("!")[0].strip()
        for name, colon, value in pairs
        if colon
    }


def read_classes(sheet: str) -> dict[str, dict[str, str]]:
    """The rules of a style sheet that are for one class each; others are not read.

    >>> read_classes(".a, .b{fill:red}.b{stroke:blue} g>.c{fill:tan}")
    {'a': {'fill': 'red'}, 'b': {'fill': 'red', 'stroke': 'blue'}}
    """
    found: dict[str, dict[str, str]] = {}
    first, *commented = sheet.split("/*")
    plain = first + "".join(part.partition("*/")[2] for part in commented)
    for rule in plain.split("}"):
        selectors, _, declared = rule.partition("{")
        for selector in selectors.split(","):
            name = selector.strip()
            if _CLASS.fullmatch(name):
                found.setdefault(name[1:], {}).update(read_declarations(declared))
    return found


def read_style(paint: Mapping[str, str], scale: float) -> tuple[Style, bool]:
    """How something is painted that is drawn at a scale, and whether all of its paint was read."""
    fill, whole = _colour(paint, "fill")
    stroke, sound = _colour(paint, "stroke")
    width = read_length(paint.get("stroke-width"), otherwise=1.0) * scale
    limit = read_length(paint.get("stroke-miterlimit"), otherwise=MITER_LIMIT)
    drawn = Stroke(
        paint=stroke,
        width=min(max(width, 0.0), WIDEST_STROKE),
        cap=_CAPS.get(paint.get("stroke-linecap", ""), "butt"),
        join=_JOINS.get(paint.get("stroke-linejoin", ""), "miter"),
        miter_limit=min(max(limit, 1.0), MOST_MITER),
        dashes=_dashes(paint.get("stroke-dasharray", "none"), scale),
        dash_from=read_length(paint.get("stroke-dashoffset")) * scale,
    )
    return Style(fill=fill, strokes=(drawn,)), whole and sound


def _dashes(text: str, scale: float) -> tuple[float, ...]:
    """The lengths of dashes; none where they make no pattern (SVG 2, 13.5.6)."""
    parts = re.split(r"[\s,]+", text[: LONGEST_VALUE * 4].strip())
    found = tuple(read_length(p, otherwise=-1.0) * scale for p in parts)
    sound = all(0.0 <= d <= WIDEST_STROKE for d in found) and math.fsum(found) > 0.0
    return found if sound and len(found) <= MOST_DASHES else ()


def _colour(paint: Mapping[str, str], name: str) -> tuple[str | None, bool]:
    text = paint.get(name, "none")[:LONGEST_VALUE]
    if text.lower() == "currentcolor":
        text = paint.get("color", "black")
    try:
        return read_colour(text), True
    except ValueError:
        return GREY, False
