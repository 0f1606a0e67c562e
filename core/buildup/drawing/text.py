"""What words say, in which font, and how.

A font itself is no part of a drawing. What is said was shaped by somebody who has the font: each
line is a row of glyphs in the font's own units, with the form of each, so that a drawing shows its
words wherever it is opened, and size, tracking and the line they run along need no font.
"""

from dataclasses import dataclass
from typing import Literal

from buildup.geometry.coordinates import Coordinates

Align = Literal["start", "middle", "end"]
Direction = Literal["auto", "ltr", "rtl"]
"""The base direction of text (UAX 9, 2); `auto`: that of its first strong letter (rule P2)."""
BEGINS: dict[Align, float] = {"start": 0.0, "middle": -0.5, "end": -1.0}
"""Where a line begins, in parts of its length, from where it is aligned."""


@dataclass(frozen=True, slots=True)
class Glyph:
    """A glyph in a line, in the order in which they are seen.

    Args:
        letters: the characters that it stands for; empty for a further one of several that stand
            for the same.
        form: which of the forms it shows; None: nothing, as a space does.
        wide: font units, by which it moves on.
        by: font units, from where it is in the row to where its form is drawn.
        joined: to the next one: tracking does not part them. Marks are to their letters, and so are
            letters of a script that is written joined (W3C CSS Text 3, 8.2.1).

    """

    letters: str
    form: int | None
    wide: float
    by: Coordinates = 0j
    joined: bool = False


@dataclass(frozen=True, slots=True)
class AxisValue:
    """Where on an axis of a variable font its letters are taken (OpenType, `fvar`).

    Args:
        tag: four characters, as `wght`.
        value: in the axis' own units.

    """

    tag: str
    value: float


@dataclass(frozen=True, slots=True)
class FeatureValue:
    """A feature of a font that is set otherwise than the font does by itself.

    Args:
        tag: four characters, as `smcp`.
        value: 0: off; 1: on; more: one of several alternates.

    """

    tag: str
    value: int


@dataclass(frozen=True, slots=True)
class Fallback:
    """A font that stood in for characters that the one asked for does not have."""

    font_name: str
    characters: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Shaped:
    """What some lines came to in a font.

    Args:
        em: font units.
        forms: of each glyph that shows, SVG path data in font units, its origin on the line.
        lines: the glyphs of each.
        missing: the characters that no font had, each once.
        spaced: the glyphs of each line where tracking is not 0: without the ligatures that are a
            matter of looks (W3C CSS Text 3, 8.2); empty: they are the same.
        fallbacks: the fonts that stood in, and for what.
        rtl: the base direction is from right to left.

    """

    em: float
    forms: tuple[str, ...]
    lines: tuple[tuple[Glyph, ...], ...]
    missing: tuple[str, ...] = ()
    spaced: tuple[tuple[Glyph, ...], ...] = ()
    fallbacks: tuple[Fallback, ...] = ()
    rtl: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Lettering:
    """What is said, and how.

    Args:
        text: one line or several.
        font: the key of the font.
        font_name: what it is called, also where it is not at hand.
        kerning: pairs of letters stand as the font says.
        ligatures: so do letters that grow together.
        size: sheet units an em.
        tracking: thousandths of an em by which letters stand further apart.
        leading: percent of the size from line to line.
        align: which part of a line stands at the place the words have.
        shaped: what it came to in the font.
        axes: where on the axes of a variable font; of the others the font's own default.
        features: of the font, which are set otherwise.
        direction: its base direction.

    """

    text: str
    font: str
    font_name: str
    shaped: Shaped
    kerning: bool = True
    ligatures: bool = True
    size: float = 48.0
    tracking: float = 0.0
    leading: float = 120.0
    align: Align = "start"
    axes: tuple[AxisValue, ...] = ()
    features: tuple[FeatureValue, ...] = ()
    direction: Direction = "auto"

    @property
    def lines(self) -> tuple[tuple[Glyph, ...], ...]:
        """The glyphs of each line, as far apart as they stand."""
        return self.shaped.spaced if self.tracking and self.shaped.spaced else self.shaped.lines

    @property
    def begins(self) -> float:
        """Where a line begins, in parts of its length to the left, from where it is aligned.

        The start of what is read from right to left is its right end.
        """
        begins = BEGINS[self.align]
        return -1.0 - begins if self.shaped.rtl else begins

    @property
    def scale(self) -> float:
        """Sheet units a font unit."""
        return self.size / self.shaped.em

    @property
    def apart(self) -> float:
        """Sheet units that letters stand further apart."""
        return self.size * self.tracking / 1_000.0

    @property
    def step(self) -> float:
        """Sheet units from line to line."""
        return self.size * self.leading / 100.0
