"""How text of SVG asks for its font, and for how it is set in it (W3C CSS Fonts 4)."""

import re
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass

from buildup.drawing.text import AxisValue, Direction, FeatureValue, Shaped
from buildup.drawing.textchecks import MOST_ALTERNATES, MOST_AXIS, MOST_SETTINGS
from buildup.formats.svg.svgvalues import read_length

FONT = frozenset(
    {
        "direction",
        "font",
        "font-family",
        "font-feature-settings",
        "font-kerning",
        "font-size",
        "font-style",
        "font-variant",
        "font-variant-caps",
        "font-variant-ligatures",
        "font-variant-numeric",
        "font-variation-settings",
        "font-weight",
        "letter-spacing",
        "text-anchor",
    }
)
"""The properties of text that are read; all are handed down."""
BOLD = 600.0
"""The weight from which on a font is bold (W3C CSS Fonts 4: names of weights)."""
VARIANTS: Mapping[str, tuple[str, ...]] = {
    "small-caps": ("smcp",),
    "all-small-caps": ("smcp", "c2sc"),
    "petite-caps": ("pcap",),
    "all-petite-caps": ("pcap", "c2pc"),
    "unicase": ("unic",),
    "titling-caps": ("titl",),
    "lining-nums": ("lnum",),
    "oldstyle-nums": ("onum",),
    "proportional-nums": ("pnum",),
    "tabular-nums": ("tnum",),
    "diagonal-fractions": ("frac",),
    "stacked-fractions": ("afrc",),
    "ordinal": ("ordn",),
    "slashed-zero": ("zero",),
    "discretionary-ligatures": ("dlig",),
    "historical-ligatures": ("hlig",),
}
"""Words of `font-variant`, and the features that they set (CSS Fonts 4, 6)."""
NO_LIGATURES = frozenset({"none", "no-common-ligatures"})
_SETTING = re.compile(r"""\s*(["'])([ -~]{4})\1\s*([-+\w.]*)\s*""")
_FONT_SIZE = re.compile(r"[\d.]+(?:[a-z]+|%)")
FIRST_RTL = "\u0590"
"""The first character that is read from right to left, and what comes behind it."""
SWITCH = {"": 1, "on": 1, "off": 0}
Look = Mapping[str, str]


@dataclass(frozen=True)
class FontWish:
    """The font that text asks for: families, the first one wanted most, and how it is set."""

    families: tuple[str, ...]
    bold: bool = False
    italic: bool = False
    kerning: bool = True
    ligatures: bool = True
    axes: tuple[AxisValue, ...] = ()
    features: tuple[FeatureValue, ...] = ()
    direction: Direction = "auto"


@dataclass(frozen=True)
class Spoken:
    """Text in a font: what it came to, the key and the name of the font.

    `exact`: it is the font that was wanted most.
    """

    shaped: Shaped
    font: str
    font_name: str
    exact: bool


Say = Callable[[str, FontWish], Spoken | None]
"""Sets a line of text in a font; None: no such font is here."""


def wish_of(look: Look, text: str = "") -> FontWish:
    """The font that a look asks for, for a text.

    What is not said to run from right to left runs from left to right (CSS Writing Modes 4, 2.1),
    which makes no difference to text without letters that are read from right to left.

    >>> wish_of({"font-family": "Reed, serif", "font-variant": "small-caps"}).features
    (FeatureValue(tag='smcp', value=1),)
    >>> wish_of({"font-variation-settings": '"wght" 350, broken'}).axes
    (AxisValue(tag='wght', value=350.0),)
    """
    families = look.get("font-family", "serif")[:400].split(",")
    weight = look.get("font-weight", "normal").strip()
    bold = weight in ("bold", "bolder") or read_length(weight) >= BOLD
    variants = [
        word
        for name in ("font-variant", "font-variant-caps", "font-variant-ligatures")
        for word in look.get(name, "")[:400].split()
    ] + look.get("font-variant-numeric", "")[:400].split()
    features = {tag: 1 for word in variants for tag in VARIANTS.get(word, ())}
    features |= dict(_features(look.get("font-feature-settings", "")))
    rtl = runs_rtl(look)
    return FontWish(
        tuple(f.strip().strip("\"'") for f in families[:20]),
        bold,
        look.get("font-style", "normal").strip() in ("italic", "oblique"),
        kerning=look.get("font-kerning", "auto").strip() != "none",
        ligatures=NO_LIGATURES.isdisjoint(variants),
        axes=tuple(_axes(look, weight)),
        features=tuple(FeatureValue(tag, value) for tag, value in sorted(features.items())),
        direction="rtl" if rtl else "ltr" if any(c >= FIRST_RTL for c in text) else "auto",
    )


def runs_rtl(look: Look) -> bool:
    """Whether text is said to run from right to left (CSS Writing Modes 4, 2.1)."""
    return look.get("direction", "").strip() == "rtl"


def _settings(value: str) -> Iterator[tuple[str, str]]:
    for one in value[:2_000].split(",")[: MOST_SETTINGS // 2]:
        if found := _SETTING.fullmatch(one):
            yield found[2], found[3]


def _features(value: str) -> Iterator[tuple[str, int]]:
    for tag, setting in _settings(value):
        number = SWITCH.get(setting, int(setting) if setting.isdecimal() else -1)
        if 0 <= number <= MOST_ALTERNATES:
            yield tag, number


def _axes(look: Look, weight: str) -> Iterator[AxisValue]:
    """Where on its axes a variable font is wanted; its weight is a property of its own."""
    settings = dict(_settings(look.get("font-variation-settings", "")))
    if "wght" not in settings and weight.isdecimal():
        settings["wght"] = weight
    for tag, value in settings.items():
        number = read_length(value, otherwise=MOST_AXIS * 2.0)
        if abs(number) <= MOST_AXIS:
            yield AxisValue(tag, number)


def without_shorthand(declared: Look) -> Look:
    """Declarations in which `font` is taken apart (W3C CSS Fonts 4, 2.7)."""
    words = declared.get("font", "")[:400].split()
    sizes = (k for k, w in enumerate(words) if _FONT_SIZE.fullmatch(w.partition("/")[0]))
    at = next(sizes, None)
    rest = {k: v for k, v in declared.items() if k != "font"}
    if at is None:
        return rest
    style, family = words[:at], words[at + 1 :]
    if family[:1] == ["/"]:
        family = family[2:]
    slanted = not {"italic", "oblique"}.isdisjoint(style)
    return {
        "font-size": words[at].partition("/")[0],
        "font-family": " ".join(family) or "serif",
        "font-style": "italic" if slanted else "normal",
        "font-weight": "bold" if "bold" in style else "normal",
        **rest,
    }
