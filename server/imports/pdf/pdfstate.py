"""The graphics state of a PDF (ISO 32000-1, 8.4)."""

from dataclasses import dataclass, field
from typing import Any

from buildup.geometry.transforms import Affine

from imports.pdf.pdfcolours import GRAY, Space
from imports.pdf.pdffonts import Font
from imports.pdf.pdfvalues import number_in

CAPS = ("butt", "round", "square")
JOINS = ("miter", "round", "bevel")


def among(value: Any, names: tuple[str, ...]) -> int:
    """A number that names one of a few."""
    return min(max(int(number_in(value)), 0), len(names) - 1)


@dataclass(frozen=True, slots=True)
class Ink:
    """What is painted with.

    Args:
        space: the colour space.
        colour: `#RRGGBB`.
        pattern: the pattern instead of that, by its object.
    """

    space: Space = GRAY
    colour: str = "#000000"
    pattern: Any = None


@dataclass(frozen=True, slots=True)
class TextState:
    """How text is shown (9.3)."""

    font: Font | None = None
    size: float = 1.0
    spacing: float = 0.0
    word_spacing: float = 0.0
    stretch: float = 1.0
    leading: float = 0.0
    rise: float = 0.0
    mode: int = 0


@dataclass(frozen=True, slots=True)
class State:
    """How what comes next is painted.

    Args:
        place: from user space to the page's sheet.
        fill: of areas.
        stroke: of lines.
        fill_opacity: from 0 to 1.
        stroke_opacity: from 0 to 1.
        blend: as CSS calls it.
        mask: the id of the soft mask; empty: none.
        clip: the id of the clip path; empty: none.
    """

    place: Affine
    fill: Ink = Ink()
    stroke: Ink = Ink()
    fill_opacity: float = 1.0
    stroke_opacity: float = 1.0
    blend: str = "normal"
    mask: str = ""
    clip: str = ""
    width: float = 1.0
    cap: int = 0
    join: int = 0
    miter: float = 10.0
    dashes: tuple[float, ...] = ()
    dash_from: float = 0.0
    text: TextState = field(default_factory=TextState)
