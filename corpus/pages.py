"""PDF files: drawn by PDFium, beside what was read of them, drawn by resvg."""

from dataclasses import replace

import pypdfium2
from buildup.drawing.sheet import Sheet
from buildup.errors import Refusal
from buildup.formats.svg.svgwrite import svg
from imports.pdffile import read_pdf
from PIL import Image
from references.selectors import addresses

from corpus.pdfs import written
from corpus.pixels import apart
from corpus.svgs import drawn, shown_in, size_of
from corpus.verdicts import Verdict

FINER = 4
"""Times as many pixels as are compared: edges and fine lines are smoothed in two ways."""


def tried(name: str, data: bytes) -> Verdict:
    """What became of a file.

    Raises:
        Refusal: as `read_pdf`; `not_pdf` where PDFium cannot read it either.

    """
    found = read_pdf(data)
    sheet = Sheet(max(found.size.real, 1.0), max(found.size.imag, 1.0))
    drawing = replace(found.clip.drawing(), sheet=replace(sheet, colour="#FFFFFF"))
    size = size_of(sheet)
    fine = (FINER * size[0], FINER * size[1])
    theirs = _theirs(data, fine)
    text = svg(drawing, title="", pixels=fine, pictures=addresses(shown_in(found)))
    box = Image.Resampling.BOX
    one, other = (p.convert("RGB").resize(size, box) for p in (theirs, drawn(text)))
    return Verdict(name, apart(one, other), tuple((n.kind, n.count) for n in found.notes))


def tried_again(name: str, data: bytes) -> Verdict:
    """What became of an SVG file that was written as PDF, once that is read.

    Raises:
        Refusal: as `read_document`; `nothing_drawn`.

    """
    _, parcel = written(data)
    return tried(name, parcel.files[0].data)


def _theirs(data: bytes, size: tuple[int, int]) -> Image.Image:
    """The first page on which something is drawn, forms that are filled in as well."""
    try:
        document = pypdfium2.PdfDocument(data)
    except pypdfium2.PdfiumError:
        raise Refusal("not_pdf", "PDFium cannot read it.") from None
    document.init_forms()
    page = document[0]
    picture: Image.Image = page.render(scale=size[0] / page.get_width()).to_pil()
    return picture.convert("RGB").resize(size)
