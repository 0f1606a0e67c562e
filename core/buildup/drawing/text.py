"""What words say, in which font, and how.

A font itself is no part of a drawing. What is said was shaped by somebody who has the font: each
line is a row of glyphs in the font's own units, with the form of each, so that a drawing shows its
words wherever it is opened, and size, tracking and the line they run along need no font.
"""

from dataclasses import dataclass
from typing import Literal

from buildup.geometry.coordinates import Coordinates

Align = Literal["start", "middle", "end"]


@dataclass(frozen=True, slots=True)
class Glyph:
    """A glyph in a line, in the order in which they are seen.

    Args:
        letters: the characters that it stands for; empty for a further one of several that stand
            for the same.
        form: which of the forms it shows; None: nothing, as a space does.
        wide: font units, by which it moves on.
        by: font units, from where it is in the row to where its form is drawn.

    """

    letters: str
    form: int | None
    wide: float
    by: Coordinates = 0j


@dataclass(frozen=True, slots=True)
class Shaped:
    """What some lines came to in a font.

    Args:
        em: font units.
        forms: of each glyph that shows, SVG path data in font units, its origin on the line.
        lines: the glyphs of each.
        missing: the characters that the font does not have, each once.

    """

    em: float
    forms: tuple[str, ...]
    lines: tuple[tuple[Glyph, ...], ...]
    missing: tuple[str, ...] = ()


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
