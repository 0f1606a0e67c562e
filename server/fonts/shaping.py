"""What text comes to in a font, in the form in which drawings keep it."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field

from buildup.drawing.text import Direction, Fallback, Glyph, Shaped
from buildup.drawing.textchecks import check_text_length
from common.messages import refusal
from fontTools import unicodedata

from fonts.bidi import is_rtl
from fonts.fontruns import FontRun, font_runs
from fonts.typefaces import Typeface

MOST_FORMS = 4_000_000
"""Characters of path data of all the glyphs of a text: a thousand of them have some 300 each."""
UNSEEN = frozenset({"Cc", "Cf", "Mn", "Me", "Zs", "Zl", "Zp"})
"""Categories of characters that nobody misses where a font does not have them."""
LIGATURES = ("liga", "clig")
"""Features that make ligatures where nobody asks for any (OpenType, registered features)."""


@dataclass(frozen=True)
class FallbackFont:
    """A font that stands in for what another does not have."""

    name: str
    font: Typeface


@dataclass(frozen=True, kw_only=True)
class TextSettings:
    """How text is set in a font.

    Args:
        kerning: pairs of letters stand as the font says.
        ligatures: so do letters that grow together.
        axes: where on the axes of a variable font, by tag.
        features: of the font, that are set otherwise than it does by itself, by tag.
        direction: the base direction of the text.
    """

    kerning: bool = True
    ligatures: bool = True
    axes: Mapping[str, float] = field(default_factory=dict)
    features: Mapping[str, int] = field(default_factory=dict)
    direction: Direction = "auto"

    def all_features(self, *, parted: bool) -> dict[str, int]:
        """The features that are set, by tag; `parted`: for letters that stand apart.

        What is set by its tag wins (W3C CSS Fonts 4, 7.2).
        """
        grown = int(self.ligatures and not parted)
        return {"kern": int(self.kerning), **dict.fromkeys(LIGATURES, grown)} | dict(self.features)


PLAIN = TextSettings()


def shaped(
    font: Typeface,
    text: str,
    settings: TextSettings = PLAIN,
    fallbacks: Sequence[FallbackFont] = (),
) -> Shaped:
    """What some lines come to in a font.

    Args:
        font: the font.
        text: lines parted by line feeds.
        settings: how it is set.
        fallbacks: what stands in for characters that the font does not have, in this order.

    Raises:
        Refusal: `no_text`, `too_much` or `bad_text`; `heavy_font` where its glyphs are not those
            of letters.
    """
    check_text_length(text)
    rtl = is_rtl(text, settings.direction)
    fonts = [font.at(settings.axes), *(f.font for f in fallbacks)]
    lines = [list(font_runs(line, fonts, rtl=rtl)) for line in text.split("\n")]
    forms = _Forms(fonts)
    plain, parted = (
        tuple(tuple(forms.glyphs(runs, settings.all_features(parted=p))) for runs in lines)
        for p in (False, True)
    )
    return Shaped(
        font.em,
        tuple(forms.found),
        plain,
        missing=_absent(text, fonts),
        spaced=() if parted == plain else parted,
        fallbacks=tuple(_stood_in(lines, fallbacks)),
        rtl=rtl,
    )


class _Forms:
    """The forms of glyphs in the units of the first of some fonts, each once."""

    def __init__(self, fonts: Sequence[Typeface]) -> None:
        self._fonts = fonts
        self._left = MOST_FORMS
        self._known: dict[tuple[int, int, int], int | None] = {}
        self.found: dict[str, int] = {}

    def glyphs(self, runs: Sequence[FontRun], features: Mapping[str, int]) -> Iterator[Glyph]:
        """The glyphs of a line.

        Raises:
            Refusal: `heavy_font`.
        """
        for run in runs:
            font = self._fonts[run.font]
            scale = self._fonts[0].em / font.em
            row = list(font.placed(run.part, run.text, features, script=run.script, rtl=run.rtl))
            for n, g in enumerate(row):
                form = self._form(run, g.glyph, scale=scale)
                joined = g.joined or (run.is_joined and n < len(row) - 1)
                yield Glyph(g.letters, form, g.wide * scale, g.by * scale, joined=joined)

    def _form(self, run: FontRun, glyph: int, *, scale: float) -> int | None:
        key = (run.font, run.part, glyph)
        if key not in self._known:
            form = self._fonts[run.font].form(run.part, glyph, scale=scale)
            self._left -= len(form)
            if self._left < 0:
                raise refusal("heavy_font")
            self._known[key] = self.found.setdefault(form, len(self.found)) if form else None
        return self._known[key]


def _stood_in(
    lines: Sequence[Sequence[FontRun]], fallbacks: Sequence[FallbackFont]
) -> Iterator[Fallback]:
    """The fonts that stood in, each with the characters it stood in for, each once."""
    for number, fallback in enumerate(fallbacks, start=1):
        texts = "".join(run.text for runs in lines for run in runs if run.font == number)
        characters = tuple(c for c in dict.fromkeys(texts) if _is_seen(c))
        if characters:
            yield Fallback(fallback.name, characters)


def _is_seen(character: str) -> bool:
    return unicodedata.category(character) not in UNSEEN


def _absent(text: str, fonts: Sequence[Typeface]) -> tuple[str, ...]:
    """The characters of a text that no font has, each once."""
    return tuple(
        c
        for c in dict.fromkeys(text)
        if _is_seen(c) and all(font.part_of(c) is None for font in fonts)
    )
