"""The pages of a PDF, each as an SVG document in a tree."""

from collections.abc import Iterator
from contextlib import suppress
from dataclasses import dataclass
from typing import Any

import pikepdf
from buildup.formats.importnotes import Notes
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.text.svgfonts import Say
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine

from imports.pdf.pdfcontent import Content
from imports.pdf.pdfobjects import annotation
from imports.pdf.pdfsamefont import SameFonts
from imports.pdf.pdfsheet import Sheet
from imports.pdf.pdfstate import State
from imports.pdf.pdfvalues import FARTHEST, Marks, number_in, number_text, numbers_in, part

PX = 96.0 / 72.0
"""Sheet units in a point."""
DEEPEST = 50
"""Nodes of pages in each other."""
LETTER = (0.0, 0.0, 612.0, 792.0)
"""Points of a page that says no size (common practice)."""


@dataclass(frozen=True)
class Page:
    """A page.

    Args:
        root: its elements.
        size: width and height in sheet units.
        notes: what was left out or changed.
    """

    root: Element
    size: complex
    notes: Notes


def pages_in(document: pikepdf.Pdf, most: int, say: Say | None = None) -> Iterator[Page]:
    """The first pages of a document.

    Args:
        document: the file.
        most: pages.
        say: sets text in fonts that are here.

    Raises:
        Refusal: `too_much`.
    """
    marks, hidden, fonts = Marks(), _hidden(document), SameFonts(say)
    for page in document.pages[:most]:
        yield _page(page, marks, hidden, fonts)


def _hidden(document: pikepdf.Pdf) -> frozenset[tuple[int, int]]:
    """The layers that do not show when the file is opened (8.11.4.3)."""
    off = part(document.Root, "OCProperties", "D", "OFF")
    return frozenset(o.objgen for o in off) if isinstance(off, pikepdf.Array) else frozenset()


def _inherited(page: Any, key: str) -> Any:
    """What a page says, or else those it belongs to (7.7.3.4)."""
    for _ in range(DEEPEST):
        found = part(page, key)
        if found is not None:
            return found
        page = part(page, "Parent")
    return None


def _box(page: pikepdf.Page) -> Box:
    """What of a page is shown (14.11.2), in its own units."""
    found = []
    for name in ("mediabox", "cropbox"):
        with suppress(Exception):  # whatever a broken box makes it stumble over
            x, y, u, v = numbers_in(getattr(page, name))
            found.append(Box(min(x, u), min(y, v), max(x, u), max(y, v)))
    media, crop = (*found, *found[:1])[:2] if found else (Box(*LETTER), Box(*LETTER))
    shown = media.common(crop)
    if shown is None or min(shown.width, shown.height) <= 0.0 or shown.width > FARTHEST:
        return Box(*LETTER)
    return shown


def _page(
    page: pikepdf.Page, marks: Marks, hidden: frozenset[tuple[int, int]], fonts: SameFonts
) -> Page:
    box = _box(page)
    scale = PX * max(number_in(page.obj.get("/UserUnit"), 1.0), 1e-3)
    quarters = int(number_in(_inherited(page.obj, "Rotate"))) // 90 % 4
    upright = Affine(scale + 0j, -1j * scale, complex(-box.left, box.bottom) * scale)
    size = complex(box.width, box.height) * scale
    turns = (
        Affine(),
        Affine(1j, -1 + 0j, complex(size.imag)),
        Affine(-1 + 0j, -1j, size),
        Affine(-1j, 1 + 0j, 1j * size.real),
    )
    place = turns[quarters].after(upright)
    if quarters % 2:
        size = complex(size.imag, size.real)
    sheet = Sheet(Box(0.0, 0.0, size.real, size.imag), marks, fonts, hidden)
    values = {
        "width": number_text(size.real),
        "height": number_text(size.imag),
        "viewBox": f"0 0 {number_text(size.real)} {number_text(size.imag)}",
    }
    root = Element("svg", values, 0)
    content = Content(sheet, root, State(place=place), _inherited(page.obj, "Resources"))
    content.run(page)
    for thing in part(page.obj, "Annots") or ():
        annotation(Content(sheet, root, State(place=place), None), thing)
    return Page(root, size, sheet.report.notes({}))
