"""Values as SVG attributes and style sheets write them: lengths, transforms, paint."""

import math
import re
from collections.abc import Callable, Mapping

from buildup.drawing.checks import MOST_DASHES, MOST_MITER, WIDEST_STROKE
from buildup.drawing.paint import MITER_LIMIT, Cap, Join, Paint, Stroke, Style
from buildup.drawing.pathreader import numbers
from buildup.drawing.units import UNITS
from buildup.formats.colours import read_colour
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
        "fill-opacity",
        "stroke-opacity",
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

_ACROSS = ("x", "x1", "x2", "cx", "rx", "width")
_DOWN = ("y", "y1", "y2", "cy", "ry", "height")
_LENGTH = re.compile(r"\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?)\s*([a-z%]*)\s*")
_CALL = re.compile(r"\s*,?\s*([A-Za-z]+)\s*\(([^()]*)\)")
_LINK = re.compile(r"\s*url\(\s*['\"]?#([^'\")]+?)['\"]?\s*\)")
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


def read_link(text: str) -> str | None:
    """The id that a `url(#…)` names; None for any other text.

    >>> read_link("url(#sky) red"), read_link("red")
    ('sky', None)
    """
    match = _LINK.match(text[:LONGEST_LIST])
    return None if match is None else match[1]


def unit_in(text: str) -> str:
    """The unit that a length is told in; px where none is, or none known here.

    >>> unit_in("210mm"), unit_in("100%")
    ('mm', 'px')
    """
    match = _LENGTH.fullmatch(text[:LONGEST_VALUE])
    return match[2] if match is not None and match[2] in UNITS else "px"


def view_map(attributes: Mapping[str, str], *, outermost: bool) -> Affine:
    """The map of an `svg` or a `symbol`: its view box laid into its size (SVG 2, 8.6).

    Args:
        attributes: of the element.
        outermost: where it lies does not count.

    """
    at = 0j
    if not outermost:
        at = complex(read_length(attributes.get("x")), read_length(attributes.get("y")))
    box = tuple(numbers(attributes.get("viewBox", "")))
    if len(box) != 4 or min(box[2:]) <= 0.0:
        return shift(at)
    size = laid_size(attributes)
    width, height = size.real, size.imag
    across, down = width / box[2], height / box[3]
    if min(across, down) <= 0.0:
        return shift(at)
    align, _, fits = (
        attributes.get("preserveAspectRatio", "").strip()[:LONGEST_VALUE].partition(" ")
    )
    if align != "none":
        across = down = max(across, down) if fits.strip() == "slice" else min(across, down)
    left = _part(align, "xMin", "xMax") * (width - across * box[2])
    top = _part(align, "YMin", "YMax") * (height - down * box[3])
    origin = at + complex(left - across * box[0], top - down * box[1])
    return Affine(across + 0j, down * 1j, origin)


def view_size(attributes: Mapping[str, str], around: complex) -> complex:
    """The width and height that percentages inside an `svg` or a `symbol` are of."""
    box = tuple(numbers(attributes.get("viewBox", "")))
    if len(box) == 4 and min(box[2:]) > 0.0:
        return complex(box[2], box[3])
    width = read_length(attributes.get("width"), whole=around.real, otherwise=around.real)
    height = read_length(attributes.get("height"), whole=around.imag, otherwise=around.imag)
    return complex(width, height)


def without_percent(attributes: Mapping[str, str], view: complex) -> Mapping[str, str]:
    """Attributes of a form whose percentages are lengths (SVG 2, 7.10).

    >>> without_percent({"x": "10%", "y": "50%", "d": "M"}, 30 + 40j)
    {'x': '3.0', 'y': '20.0', 'd': 'M'}
    """
    mean = math.hypot(view.real, view.imag) / math.sqrt(2.0)
    told = dict(attributes)
    for names, whole in ((_ACROSS, view.real), (_DOWN, view.imag), (("r",), mean)):
        for name in names:
            if told.get(name, "").endswith("%"):
                told[name] = repr(read_length(told[name], whole=whole))
    return told


def laid_size(attributes: Mapping[str, str]) -> complex:
    """The width and height that an `svg` is laid into; one that is not told follows its view box.

    >>> laid_size({"viewBox": "0 0 30 20", "width": "60"}), laid_size({"width": "50"})
    ((60+40j), (50+0j))
    """
    box = tuple(numbers(attributes.get("viewBox", "")))
    view = complex(box[2], box[3]) if len(box) == 4 and min(box[2:]) > 0.0 else 0j
    width = read_length(attributes.get("width"), whole=view.real)
    height = read_length(attributes.get("height"), whole=view.imag)
    if not view or (width > 0.0 and height > 0.0):
        return complex(width, height)
    if width > 0.0 or height > 0.0:
        scale = width / view.real if width > 0.0 else height / view.imag
        return view * scale
    return view


def _part(align: str, first: str, last: str) -> float:
    """How much of the room that is left lies before what is laid."""
    return 0.0 if first in align else 1.0 if last in align else 0.5


Ink = Callable[[str, Mapping[str, str]], Paint | None]
"""What the text of a paint comes to, among other declarations."""


def read_style(paint: Mapping[str, str], ink: Ink) -> Style:
    """How something is painted, in its own coordinates."""

    def part(name: str) -> float:
        value = read_length(paint.get(name), whole=1.0, otherwise=1.0)
        return min(max(value, 0.0), 1.0)

    width = read_length(paint.get("stroke-width"), otherwise=1.0)
    limit = read_length(paint.get("stroke-miterlimit"), otherwise=MITER_LIMIT)
    drawn = Stroke(
        paint=ink(paint.get("stroke", "none"), paint),
        width=min(max(width, 0.0), WIDEST_STROKE),
        cap=_CAPS.get(paint.get("stroke-linecap", ""), "butt"),
        join=_JOINS.get(paint.get("stroke-linejoin", ""), "miter"),
        miter_limit=min(max(limit, 1.0), MOST_MITER),
        dashes=_dashes(paint.get("stroke-dasharray", "none")),
        dash_from=read_length(paint.get("stroke-dashoffset")),
        opacity=part("stroke-opacity"),
    )
    fill = ink(paint.get("fill", "none"), paint)
    return Style(fill=fill, fill_opacity=part("fill-opacity"), strokes=(drawn,))


def _dashes(text: str) -> tuple[float, ...]:
    """The lengths of dashes; none where they make no pattern (SVG 2, 13.5.6)."""
    parts = re.split(r"[\s,]+", text[: LONGEST_VALUE * 4].strip())
    found = tuple(read_length(p, otherwise=-1.0) for p in parts)
    sound = all(0.0 <= d <= WIDEST_STROKE for d in found) and math.fsum(found) > 0.0
    return found if sound and len(found) <= MOST_DASHES else ()


def read_ink(text: str, paint: Mapping[str, str]) -> tuple[str | None, bool]:
    """A colour, and whether it was read; grey where it was not."""
    text = text[:LONGEST_VALUE]
    if text.strip().lower() == "currentcolor":
        text = paint.get("color", "black")[:LONGEST_VALUE]
    try:
        return read_colour(text), True
    except ValueError:
        return GREY, False
