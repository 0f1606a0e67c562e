"""Values as SVG attributes and style sheets write them: lengths, transforms, paint."""

import math
import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass

from buildup.contours.pathreader import numbers
from buildup.drawing.checks import MOST_DASHES, MOST_MITER, WIDEST_STROKE
from buildup.drawing.paint import MITER_LIMIT, Cap, Join, Paint, Stroke, Style
from buildup.drawing.units import UNITS
from buildup.formats.csscolours import read_faint_colour
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
        "clip-rule",
        "marker-start",
        "marker-mid",
        "marker-end",
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

FIRST_SIZE = 16.0
"""Sheet units of an em where no font size is said: what is `medium` (common practice)."""

_ACROSS = ("x", "x1", "x2", "cx", "rx", "width")
_DOWN = ("y", "y1", "y2", "cy", "ry", "height")
_UNITS = {"": 1.0, "q": UNITS["mm"].size / 4.0, **{u.name: u.size for u in UNITS.values()}}
"""Sheet units (W3C CSS Values 3, 6.2)."""
_EMS = {"em": 1.0, "ex": 0.5, "ch": 0.5}
"""Parts of an em; of ex and ch where nothing is known of the font (CSS Values 3, 6.1.1)."""
_LENGTH = re.compile(r"\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?)\s*([A-Za-z%]*)\s*")
_LETTER = re.compile(r"[A-DF-Za-df-z%]")
_CSS_UNIT = re.compile(r"(?<=[\d.])(?:px|deg)\b")
_LINK = re.compile(r"\s*url\(\s*['\"]?#([^'\")]+?)['\"]?\s*\)")
_CAPS: Mapping[str, Cap] = {"butt": "butt", "round": "round", "square": "square"}
_JOINS: Mapping[str, Join] = {"round": "round", "bevel": "bevel"}


def read_length(
    text: str | None, *, whole: float = 0.0, otherwise: float = 0.0, em: float = FIRST_SIZE
) -> float:
    """A length in CSS pixels; what cannot be read, or is of no unit known, is the other value.

    Args:
        text: of an attribute or a declaration.
        whole: what per cent are of.
        otherwise: the other value.
        em: the size of the font around.

    >>> read_length("1in"), read_length("50%", whole=8.0), read_length("wide")
    (96.0, 4.0, 0.0)
    >>> read_length("2EM"), read_length("2vw", otherwise=1.0), read_length("1e999")
    (32.0, 1.0, 0.0)
    """
    match = _LENGTH.fullmatch((text or "")[:LONGEST_VALUE])
    if match is None or not math.isfinite(float(match[1])):
        return otherwise
    value, unit = float(match[1]), match[2].lower()
    if unit == "%":
        return value / 100.0 * whole
    if unit in _EMS:
        return value * _EMS[unit] * em
    if unit == "rem":
        return value * FIRST_SIZE
    return value * _UNITS[unit] if unit in _UNITS else otherwise


def read_transform(text: str | None) -> Affine:
    """The map of a `transform` attribute; what cannot be read is left out.

    >>> read_transform("translate(2 3) scale(2)")(1 + 1j)
    (4+5j)
    """
    found = Affine()
    for call in (text or "")[:LONGEST_LIST].split(")"):
        name, _, listed = call.partition("(")
        step = _step(name.strip(" \t\r\n\f,"), tuple(numbers(listed)))
        if step is not None:
            found = found.after(step)
    return found


def of_style_sheet(transform: str) -> str | None:
    """A `transform` of a style sheet as an attribute would say it; None: it cannot be.

    >>> of_style_sheet("translate(2px, 3px) rotate(45deg)"), of_style_sheet("rotate(1turn)")
    ('translate(2, 3) rotate(45)', None)
    """
    plain = _CSS_UNIT.sub("", transform[:LONGEST_LIST])
    calls = [c.partition("(") for c in plain.split(")") if c.strip(" \t\r\n,")]
    known = all(
        _step(name.strip(" \t\r\n,"), tuple(numbers(listed))) and not _LETTER.search(listed)
        for name, _, listed in calls
    )
    return plain if known or plain.strip() == "none" else None


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
    unit = "" if match is None else match[2].lower()
    return unit if unit in UNITS else "px"


@dataclass(frozen=True, slots=True)
class Lengths:
    """What lengths inside an element are in parts of.

    Args:
        view: the width and height that per cent are of.
        em: the size of the font.

    """

    view: complex
    em: float = FIRST_SIZE

    @property
    def mean(self) -> float:
        """What per cent are of that go neither across nor down (SVG 2, 8.9)."""
        return math.hypot(self.view.real, self.view.imag) / math.sqrt(2.0)

    def of(self, text: str | None, *, otherwise: float = 0.0) -> float:
        """A length that goes neither across nor down."""
        return read_length(text, whole=self.mean, otherwise=otherwise, em=self.em)

    def across(self, text: str | None, *, otherwise: float = 0.0) -> float:
        """A length that goes across."""
        return read_length(text, whole=self.view.real, otherwise=otherwise, em=self.em)

    def down(self, text: str | None, *, otherwise: float = 0.0) -> float:
        """A length that goes down."""
        return read_length(text, whole=self.view.imag, otherwise=otherwise, em=self.em)

    def point(self, attributes: Mapping[str, str]) -> complex:
        """Where `x` and `y` of an element are."""
        return complex(self.across(attributes.get("x")), self.down(attributes.get("y")))

    def plain(self, attributes: Mapping[str, str]) -> Mapping[str, str]:
        """Attributes of a form whose lengths are all pixels; one that is none is left out.

        >>> Lengths(30 + 40j).plain({"d": "M", "x": "10%", "y": "50%", "r": "1em", "cx": "9vw"})
        {'d': 'M', 'x': '3.0', 'y': '20.0', 'r': '16.0'}
        """
        values = dict(attributes)
        for names, read in ((_ACROSS, self.across), (_DOWN, self.down), (("r",), self.of)):
            for name in names:
                if values.get(name, "0")[-1:].isdecimal():
                    continue
                length = read(values.pop(name), otherwise=math.nan)
                if not math.isnan(length):
                    values[name] = repr(length)
        return values


Ink = Callable[[str, Mapping[str, str]], tuple[Paint | None, float]]
"""What the text of a paint comes to among other declarations, and how much of it shows."""


def read_style(paint: Mapping[str, str], ink: Ink, lengths: Lengths) -> Style:
    """How something is painted, in its own coordinates."""

    def part(name: str) -> float:
        value = read_length(paint.get(name), whole=1.0, otherwise=1.0)
        return min(max(value, 0.0), 1.0)

    width = lengths.of(paint.get("stroke-width"), otherwise=1.0)
    limit = read_length(paint.get("stroke-miterlimit"), otherwise=MITER_LIMIT)
    line, line_shows = ink(paint.get("stroke", "none"), paint)
    drawn = Stroke(
        paint=line,
        width=min(max(width, 0.0), WIDEST_STROKE),
        cap=_CAPS.get(paint.get("stroke-linecap", ""), "butt"),
        join=_JOINS.get(paint.get("stroke-linejoin", ""), "miter"),
        miter_limit=min(max(limit, 1.0), MOST_MITER),
        dashes=_dashes(paint.get("stroke-dasharray", "none"), lengths),
        dash_from=lengths.of(paint.get("stroke-dashoffset")),
        opacity=part("stroke-opacity") * line_shows,
    )
    fill, fill_shows = ink(paint.get("fill", "none"), paint)
    return Style(fill=fill, fill_opacity=part("fill-opacity") * fill_shows, strokes=(drawn,))


def _dashes(text: str, lengths: Lengths) -> tuple[float, ...]:
    """The lengths of dashes; none where they make no pattern (SVG 2, 13.5.6)."""
    parts = re.split(r"[\s,]+", text[: LONGEST_VALUE * 4].strip())
    found = tuple(lengths.of(p, otherwise=-1.0) for p in parts)
    sound = all(0.0 <= d <= WIDEST_STROKE for d in found) and math.fsum(found) > 0.0
    return found if sound and len(found) <= MOST_DASHES else ()


def read_ink(text: str, paint: Mapping[str, str]) -> tuple[str | None, float, bool]:
    """A colour, how much of it shows, and whether it was read; grey where it was not."""
    text = text[:LONGEST_VALUE]
    if text.strip().lower() == "currentcolor":
        text = paint.get("color", "black")[:LONGEST_VALUE]
    try:
        return (*read_faint_colour(text), True)
    except ValueError:
        return GREY, 1.0, False
