"""What text comes to in a font, in the form in which drawings keep it."""

import unicodedata

from buildup.drawing.text import Glyph, Shaped
from buildup.drawing.textchecks import check_text_length
from common.messages import refusal

from fonts.typefaces import Typeface

MOST_FORMS = 4_000_000
"""Characters of path data of all the glyphs of a text: a thousand of them have some 300 each."""
UNSEEN = frozenset({"Cc", "Cf", "Mn", "Me", "Zs", "Zl", "Zp"})
"""Categories of characters that nobody misses where a font does not have them."""


def shaped(font: Typeface, text: str, *, kerning: bool, ligatures: bool) -> Shaped:
    """What some lines come to in a font.

    Args:
        font: the font.
        text: lines parted by line feeds.
        kerning: pairs of letters stand as the font says.
        ligatures: so do letters that grow together.

    Raises:
        Refusal: `no_text`, `too_much` or `bad_text`; `heavy_font` where its glyphs are not those
            of letters.
    """
    check_text_length(text)
    left = MOST_FORMS
    forms: dict[str, int] = {}
    known: dict[tuple[int, int], int | None] = {}
    lines: list[tuple[Glyph, ...]] = []
    for line in text.split("\n"):
        row = []
        for g in font.placed(line, kerning=kerning, ligatures=ligatures):
            of = (g.part, g.glyph)
            if of not in known:
                form = font.form(*of)
                left -= len(form)
                if left < 0:
                    raise refusal("heavy_font")
                known[of] = forms.setdefault(form, len(forms)) if form else None
            row.append(Glyph(g.letters, known[of], g.wide, g.by))
        lines.append(tuple(row))
    return Shaped(font.em, tuple(forms), tuple(lines), missing(font, text))


def missing(font: Typeface, text: str) -> tuple[str, ...]:
    """The characters of a text that a font does not have, each once."""
    return tuple(
        c
        for c in dict.fromkeys(text)
        if unicodedata.category(c) not in UNSEEN and font.part_of(c) is None
    )
