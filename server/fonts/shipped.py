"""The fonts that come with the program: families under the SIL Open Font License."""

import io
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache, partial
from pathlib import Path

from django.conf import settings
from fontTools.ttLib import TTFont

from fonts.shaping import FallbackFont
from fonts.typefaces import Typeface

WEIGHTS = {"": "400-normal.woff", "Italic": "400-italic.woff", "Bold": "700-normal.woff"}
"""What a font is called beside its family, and how its file is."""
VARIABLE = {"": "full-normal.woff2", "Italic": "full-italic.woff2"}
"""The same of a variable font."""
LATIN = ("latin", "latin-ext")
"""The files of a font, each with other characters."""
EUROPEAN = (*LATIN, "greek", "greek-ext", "cyrillic", "cyrillic-ext", "vietnamese")


@dataclass(frozen=True)
class Family:
    """A family of fonts.

    Args:
        name: what it is called.
        looks: what kind of letters they are.
        styles: those that come with the program, and how the files of each end.
        parts: its files, the first one with the letters that it is asked for most.
    """

    name: str
    looks: str
    styles: Mapping[str, str]
    parts: tuple[str, ...] = LATIN

    @property
    def slug(self) -> str:
        """How the names of its files begin."""
        return self.name.lower().removesuffix(" variable").replace(" ", "-")


@dataclass(frozen=True)
class Shipped:
    """A font that comes with the program."""

    of: Family
    style: str = ""

    @property
    def family(self) -> str:
        """What its family is called."""
        return self.of.name

    @property
    def looks(self) -> str:
        """What kind of letters it has."""
        return self.of.looks

    @property
    def name(self) -> str:
        """What the font is called."""
        return f"{self.family} {self.style}".strip()

    @property
    def files(self) -> list[str]:
        """Its files, in the order in which characters are looked for."""
        return [f"{self.of.slug}-{p}-{self.of.styles[self.style]}" for p in self.of.parts]


_REGULAR = {"": WEIGHTS[""]}
_BOLD = {"": WEIGHTS[""], "Bold": WEIGHTS["Bold"]}
_FAMILIES = (
    Family("Source Serif 4", "serif", WEIGHTS, tuple(p for p in EUROPEAN if p != "greek-ext")),
    Family("Source Sans 3", "sans", WEIGHTS, EUROPEAN),
    Family("Zilla Slab", "slab", WEIGHTS),
    Family("Dancing Script", "script", _BOLD),
    Family("Fraunces", "serif, variable", VARIABLE, (*LATIN, "vietnamese")),
    Family("Noto Naskh Arabic", "Arabic", _BOLD, ("arabic", *LATIN)),
    Family("Noto Serif Hebrew", "Hebrew", _BOLD, ("hebrew", *LATIN)),
    Family("Noto Serif Devanagari", "Devanagari", _BOLD, ("devanagari", *LATIN)),
    Family("Noto Serif Thai", "Thai", _BOLD, ("thai", *LATIN)),
    Family("Noto Sans Symbols 2", "symbols", _REGULAR, (*LATIN, "symbols", "math", "braille")),
)
FACES: Mapping[str, Shipped] = {
    f"{family.slug}-{style.lower() or 'regular'}": Shipped(family, style)
    for family in _FAMILIES
    for style in family.styles
}
"""By key."""
FALLBACKS = (
    "source-serif-4-regular",
    "noto-naskh-arabic-regular",
    "noto-serif-hebrew-regular",
    "noto-serif-devanagari-regular",
    "noto-serif-thai-regular",
    "noto-sans-symbols-2-regular",
)
"""The keys of those that stand in for what a font does not have, in this order."""


@lru_cache
def typeface(key: str) -> Typeface:
    """A font that comes with the program, opened.

    Raises:
        KeyError: there is none of that key.
    """
    folder = settings.WEB / "faces"
    return Typeface(*(partial(_plain, folder / name) for name in FACES[key].files))


@lru_cache
def fallbacks(key: str) -> tuple[FallbackFont, ...]:
    """What stands in for characters that the font of a key does not have, in this order."""
    return tuple(FallbackFont(FACES[k].name, typeface(k)) for k in FALLBACKS if k != key)


def _plain(path: Path) -> bytes:
    font = TTFont(path, lazy=True, recalcBBoxes=False, recalcTimestamp=False)
    font.flavor = None
    out = io.BytesIO()
    font.save(out, reorderTables=None)
    return out.getvalue()
