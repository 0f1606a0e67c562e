"""A colour in all the ways in which it can be typed, for whoever picks one."""

from dataclasses import dataclass
from typing import Literal

from buildup.drawing.checks import check_colour
from buildup.drawing.colours import parts_of
from buildup.drawing.colourspaces import contrast, hsl_of, oklch_of
from buildup.drawing.numerals import short
from buildup.formats.csscolours import read_colour
from buildup.messages import refusal

TEXT, MARKS = 4.5, 3.0
"""Contrast ratios at the least (WCAG 2.2, 1.4.3 and 1.4.11)."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ColourFacts:
    """A colour."""

    hex: str
    """`#RRGGBB`."""
    rgb: str
    """As CSS writes it, as the next two."""
    hsl: str
    oklch: str
    lightness: float
    """Of OKLCH, from 0 to 1."""
    chroma: float
    """From 0 to about 0.4."""
    hue: float
    """Degrees."""
    contrast: float
    """Its ratio against another colour, from 1 to 21."""
    legible: Literal["text", "marks", "little"]
    """What can be told from that colour: text (4.5 : 1), marks (3 : 1; WCAG 2.2, 1.4.3 and 1.4.11),
    or little."""


def colour_facts(text: str, against: str) -> ColourFacts:
    """A colour that was typed, in hex, by name, or as `rgb()`, `hsl()` or `oklch()` of CSS.

    Args:
        text: what was typed; the `#` of a hex may be missing.
        against: `#RRGGBB`, the colour with which it is compared.

    Raises:
        Refusal: `bad_colour`.

    >>> found = colour_facts("0c6b65", "#FFFFFF")
    >>> found.rgb, found.hsl, found.oklch, round(found.contrast, 2)
    ('rgb(12 107 101)', 'hsl(176 80% 23%)', 'oklch(47.7% 0.08 187.9)', 6.35)
    """
    check_colour(against)
    colour = _read(text)
    lightness, chroma, hue = oklch_of(colour)
    ratio = contrast(colour, against)
    h, s, l = hsl_of(colour)  # noqa: E741
    return ColourFacts(
        hex=colour,
        rgb=f"rgb({' '.join(map(str, parts_of(colour)))})",
        hsl=f"hsl({round(h)} {round(s * 100)}% {round(l * 100)}%)",
        oklch=f"oklch({short(round(lightness * 100, 1))}% {short(round(chroma, 3))} "
        f"{short(round(hue, 1))})",
        lightness=lightness,
        chroma=chroma,
        hue=hue,
        contrast=ratio,
        legible="text" if ratio >= TEXT else "marks" if ratio >= MARKS else "little",
    )


def _read(text: str) -> str:
    plain = text.strip()[:80]
    for attempt in (plain, f"#{plain}"):
        try:
            found = read_colour(attempt)
        except ValueError:
            continue
        if found is not None:
            return found
    raise refusal("bad_colour.notation", text=plain[:24])
