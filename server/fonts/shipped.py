"""The fonts that come with the program: families under the SIL Open Font License."""

import io
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache, partial
from pathlib import Path

from django.conf import settings
from fontTools.ttLib import TTFont

from fonts.typefaces import Typeface

WEIGHTS = {"": "400-normal", "Italic": "400-italic", "Bold": "700-normal"}
"""What a font is called beside its family, and how its file is."""
PARTS = ("latin", "latin-ext")
"""The files of a font, each with other characters."""


@dataclass(frozen=True)
class Shipped:
    """A font that comes with the program.

    Args:
        family: what the family is called.
        looks: what kind of letters they are.
        file: how the names of its files begin, and how they go on behind the part.
    """

    family: str
    looks: str
    file: tuple[str, str]
    style: str = ""

    @property
    def name(self) -> str:
        """What the font is called."""
        return f"{self.family} {self.style}".strip()


_FAMILIES = (
    ("Source Serif 4", "serif", ("", "Italic", "Bold")),
    ("Source Sans 3", "sans", ("", "Italic", "Bold")),
    ("Zilla Slab", "slab", ("", "Italic", "Bold")),
    ("Dancing Script", "script", ("", "Bold")),
)
FACES: Mapping[str, Shipped] = {
    f"{slug}-{style.lower() or 'regular'}": Shipped(family, looks, (slug, WEIGHTS[style]), style)
    for family, looks, styles in _FAMILIES
    for slug in (family.lower().replace(" ", "-"),)
    for style in styles
}
"""By key."""


@lru_cache
def typeface(key: str) -> Typeface:
    """A font that comes with the program, opened.

    Raises:
        KeyError: there is none of that key.
    """
    slug, weight = FACES[key].file
    folder = settings.WEB / "faces"
    return Typeface(*(partial(_plain, folder / f"{slug}-{p}-{weight}.woff2") for p in PARTS))


def _plain(path: Path) -> bytes:
    font = TTFont(path)
    font.flavor = None
    out = io.BytesIO()
    font.save(out)
    return out.getvalue()
