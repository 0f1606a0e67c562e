"""Text of a PDF whose font is here as well: it comes in as text where it is set just the same."""

from collections.abc import Sequence
from dataclasses import dataclass

from buildup.formats.svg.text.svgfonts import FontWish, Say

from imports.pdf.pdffonts import Font

APART = 0.01
"""Ems by which a letter may stand elsewhere than in the file."""


@dataclass(frozen=True, slots=True)
class Placed:
    """A glyph in a row.

    Args:
        text: the characters it stands for.
        along: ems from the start of the row to where it stands.
    """

    text: str
    along: float


class SameFonts:
    """Finds out which text can come in as text; a font that is not here is asked for once.

    Args:
        say: sets text; None: no font is here.
    """

    def __init__(self, say: Say | None) -> None:
        self._say = say
        self._missing: set[str] = set()

    def family(self, row: Sequence[Placed], font: Font, end: float) -> str:
        """The name of the font in which a row of glyphs stands as it does in the file.

        Args:
            row: the glyphs, in their order.
            font: of the document.
            end: ems from the start of the row to its end.

        Returns:
            Its name here; empty where there is none.
        """
        words = "".join(p.text for p in row)
        if self._say is None or font.name in self._missing or not words.strip():
            return ""
        if not all(len(p.text) == 1 for p in row):
            return ""
        spoken = self._say(words, wish_of(font))
        if spoken is None:
            self._missing.add(font.name)
            return ""
        if spoken.shaped.missing or spoken.shaped.fallbacks or len(spoken.shaped.lines) != 1:
            return ""
        pens, pen = [], 0.0
        for glyph in spoken.shaped.lines[0]:
            pens.append(pen / spoken.shaped.em)
            pen += glyph.wide
        there = [*(p.along for p in row), end]
        here = [*pens, pen / spoken.shaped.em]
        same = len(here) == len(there) and all(
            abs(a - b) <= APART for a, b in zip(here, there, strict=True)
        )
        return spoken.font_name if same else ""


def wish_of(font: Font) -> FontWish:
    """The font of a document as it is asked for: by its name, then by that of its family."""
    family = font.name.partition("-")[0].partition(",")[0]
    return FontWish(
        families=tuple(dict.fromkeys((font.name, family))),
        bold=is_bold(font),
        italic=is_italic(font),
    )


def is_bold(font: Font) -> bool:
    """Whether a font is called bold."""
    return "Bold" in font.name


def is_italic(font: Font) -> bool:
    """Whether a font is called italic or oblique."""
    return "Italic" in font.name or "Oblique" in font.name
