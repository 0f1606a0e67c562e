"""What all content of a page is painted onto: its elements, their ids, what was left out."""

from dataclasses import dataclass, field

from buildup.formats.importnotes import Report
from buildup.formats.svg.svgtree import Element
from buildup.geometry.boxes import Box

from imports.pdf.pdfsamefont import SameFonts
from imports.pdf.pdfvalues import Marks, number_text

DEEPEST = 20
"""Forms, patterns and masks in each other."""


@dataclass
class Sheet:
    """The elements of a page while they are made.

    Args:
        box: of the page, on the sheet.
        marks: what was read of all pages.
        fonts: those of the document that are here as well.
        hidden: layers that do not show, by their objects' numbers.
        report: what was left out or changed.
    """

    box: Box
    marks: Marks
    fonts: SameFonts
    hidden: frozenset[tuple[int, int]] = frozenset()
    report: Report = field(default_factory=Report)
    _count: int = 0

    def new_id(self, kind: str) -> str:
        """An id that no other element has."""
        self._count += 1
        return f"{kind}{self._count}"

    @property
    def bounds(self) -> dict[str, str]:
        """The page as the place of an element."""
        box = self.box
        values = (box.left, box.top, box.width, box.height)
        return dict(zip(("x", "y", "width", "height"), map(number_text, values), strict=True))


def put(into: Element, *held: Element) -> Element:
    """Elements at the end of another one, which is answered."""
    for element in held:
        element.parent = into
        into.children.append(element)
    return into
