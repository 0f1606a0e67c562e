"""What is asked of the document that is read by those who read a part of it."""

from collections.abc import Mapping, Sequence
from typing import Protocol

from buildup.drawing.clips import Clip
from buildup.drawing.paint import Style
from buildup.formats.anchorcounts import Simplifier
from buildup.formats.svg.svgitems import MadeItems
from buildup.formats.svg.svglevel import Level
from buildup.formats.svg.svgstyles import Styles
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.text.svgfonts import FontWish, Spoken
from buildup.geometry.boxes import Box


class Walk(Protocol):
    """A document while it is read."""

    ids: Mapping[str, Element]
    styles: Styles
    made: MadeItems
    simplifier: Simplifier

    def leave(self, kind: str) -> None:
        """Count something that could not be taken over, by its kind."""

    def change(self, kind: str) -> None:
        """Count something that comes in as something else, by its kind."""

    def aside(self, elements: Sequence[Element], level: Level) -> Clip:
        """What some elements draw, by itself."""

    def box(self, element: Element, level: Level) -> Box | None:
        """The box of what an element draws, in its own coordinates; None: it draws nothing."""

    def paint_of(self, element: Element) -> Mapping[str, str]:
        """How what an element holds is painted where it is defined."""

    def spoken(self, text: str, wish: FontWish) -> Spoken | None:
        """A line of text set in a font; None where there is none."""

    def style(self, level: Level, paint: Mapping[str, str]) -> Style:
        """How a form is painted, in its own coordinates; without opacity and effects."""
