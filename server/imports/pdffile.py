"""The pages of a PDF: each is made an SVG document, which the reader of those makes into items."""

import io
from collections import Counter
from dataclasses import replace

import pikepdf
from buildup.drawing.clips import Clip
from buildup.errors import Refusal
from buildup.formats.anchorcounts import Simplifier
from buildup.formats.importnotes import left_out, sentence, together
from buildup.formats.incoming import Incoming
from buildup.formats.svg.svgread import read_tree_of
from buildup.formats.svg.text.svgfonts import Say
from common.messages import refusal

from imports.pdf.pdfpages import Page, pages_in

MOST_PAGES = 50


def read_pdf(data: bytes, say: Say | None = None, simplifier: Simplifier | None = None) -> Incoming:
    """The pages of a PDF on which something is drawn, the first with those after it.

    Args:
        data: the file.
        say: sets text whose font is not embedded; None: that is left out.
        simplifier: of its outlines; None: they come as they are.

    Raises:
        Refusal: `not_pdf`, `too_much`, `nothing_drawn`.
    """
    try:
        with pikepdf.open(io.BytesIO(data)) as document:
            count = len(document.pages)
            pages = [_read(page, say, simplifier) for page in pages_in(document, MOST_PAGES, say)]
    except (pikepdf.PdfError, pikepdf.PasswordError, IndexError):
        raise refusal("not_pdf") from None
    if not pages:
        raise refusal("not_pdf")
    drawn = [p for p in pages if p.clip.items]
    blank = [p for p in pages if not p.clip.items]
    first, *further = drawn or blank
    rest = Counter({"pages without content": len(blank) if drawn else 0})
    rest[f"pages after the {MOST_PAGES}th"] = count - len(pages)
    beside = (note for page in blank if page is not first for note in page.notes)
    notes = (*first.notes, *together(beside), *left_out(rest))
    found = replace(first, notes=notes, further=tuple(further))
    if not drawn:
        raise refusal("nothing_drawn.pdf", left_out=sentence(together(notes)))
    return found


def _read(page: Page, say: Say | None, simplifier: Simplifier | None) -> Incoming:
    """A page's items; none where nothing on it can be imported."""
    try:
        found = read_tree_of(page.root, say, simplifier)
    except Refusal as problem:
        if problem.code != "nothing_drawn":
            raise
        found = Incoming(Clip((), ()), page.size, "mm", "", None, ())
    return replace(found, unit="mm", size=page.size, notes=(*found.notes, *page.notes))
