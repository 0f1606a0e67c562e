"""Which fonts there are for somebody, and each by its key."""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from buildup.contours.pathdata import path_data
from buildup.drawing.text import Lettering, Shaped
from buildup.formats.svg.text.svgfonts import FontWish, Spoken
from buildup.forms.textlayout import letters_along, row_length, straight
from common.messages import refusal

from fonts import shipped
from fonts.features import FontFeature, features_of
from fonts.models import Font
from fonts.shaping import TextSettings, shaped
from fonts.typefaces import FontAxis, Typeface

GENERIC = {"serif": "source serif 4", "sans-serif": "source sans 3", "cursive": "dancing script"}
"""The families that stand for a kind of letters (W3C CSS Fonts 4, generic families)."""
SAMPLE = 100.0
"""Sheet units an em of a sample."""
REMEMBERED = 64
"""Brought fonts that stay open, a few hundred kilobytes each."""


@dataclass(frozen=True)
class FontFacts:
    """A font that words can be set in."""

    key: str
    name: str
    looks: str
    """What kind of letters they are; `own` of those that were brought."""
    sample: str
    """SVG path data of its name in it, on a line at 0, 100 to the em; what it has of it."""
    wide: float
    """How wide that is."""
    axes: tuple[FontAxis, ...] = ()
    """Of a variable font."""
    features: tuple[FontFeature, ...] = ()
    """That people set."""


def fonts_of(user_id: int) -> Iterator[FontFacts]:
    """The fonts that somebody brought, then those that came with the program."""
    for key, name in Font.objects.filter(owner_id=user_id).values_list("key", "name"):
        yield facts(user_id, key, name, "own")
    for key, font in shipped.FACES.items():
        yield facts(0, key, font.name, font.looks)


@lru_cache(maxsize=512)
def facts(user_id: int, key: str, name: str, looks: str) -> FontFacts:
    """What is told of a font; that never changes."""
    font = typeface(user_id, key)
    sample = name if all(font.part_of(c) is not None for c in name if c != " ") else "Aa"
    made = Lettering(
        text=sample, font=key, font_name=name, shaped=shaped(font, sample), size=SAMPLE
    )
    letters = letters_along(made, [straight(0.0)])
    path = path_data([c for letter in letters for c in letter.contours], decimals=1)
    axes, features = tuple(font.axes), tuple(features_of(font))
    return FontFacts(key, name, looks, path, row_length(made, 0), axes, features)


def laid_out(user_id: int, key: str, text: str, settings: TextSettings) -> Shaped:
    """What text comes to in a font; for characters that it does not have others stand in.

    Raises:
        Refusal: as `typeface` and `shaped`.
    """
    return shaped(typeface(user_id, key), text, settings, shipped.fallbacks(key))


def typeface(user_id: int, key: str) -> Typeface:
    """A font by its key, opened.

    Raises:
        Refusal: `unknown_font`.
    """
    if key in shipped.FACES:
        return shipped.typeface(key)
    row = Font.objects.filter(owner_id=user_id, key=key).values_list("id").first()
    if row is None:
        raise refusal("unknown_font")
    return _brought(row[0])


@lru_cache(maxsize=REMEMBERED)
def _brought(row_id: int) -> Typeface:
    data = bytes(Font.objects.values_list("bytes", flat=True).get(id=row_id))
    return Typeface(lambda: data)


def set_text(user_id: int, text: str, wish: FontWish) -> Spoken | None:
    """Text of a file, in the first of the fonts it asks for that is here; None: none is."""
    for number, family in enumerate(wish.families):
        found = _called(user_id, family, wish)
        if found is not None:
            key, name = found
            settings = TextSettings(
                kerning=wish.kerning,
                ligatures=wish.ligatures,
                axes={a.tag: a.value for a in wish.axes},
                features={f.tag: f.value for f in wish.features},
                direction=wish.direction,
            )
            return Spoken(laid_out(user_id, key, text, settings), key, name, exact=number == 0)
    return None


def _bare(name: str) -> str:
    """A name as fonts are compared by it: PostScript names have no spaces (OpenType, name 6).

    >>> _bare("Reed Display Bold") == _bare("ReedDisplay-Bold")
    True
    """
    return name.casefold().replace(" ", "").replace("-", "")


def _called(user_id: int, family: str, wish: FontWish) -> tuple[str, str] | None:
    """The key and the name of the font of a family that is most like what is asked for."""
    wanted = _bare(GENERIC.get(family.casefold(), family))
    known = [(k, f.name, f.family) for k, f in shipped.FACES.items()]
    own = Font.objects.filter(owner_id=user_id).values_list("key", "name")
    known += [(key, name, name) for key, name in own]
    alike = [(key, name) for key, name, of in known if wanted in (_bare(of), _bare(name))]

    def unlike(font: tuple[str, str]) -> tuple[bool, bool, str]:
        values = font[1].casefold()
        return ("bold" in values) != wish.bold, ("italic" in values) != wish.italic, font[0]

    return min(alike, key=unlike) if alike else None
