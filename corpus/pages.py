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

FINER = (4, 12)
"""Times as many pixels as are compared: PDFium draws no line thinner than one of them."""


def tried(name: str, data: bytes) -> Verdict:
    """What became of a file.

    Raises:
        Refusal: as `read_pdf`; `not_pdf` where PDFium cannot read it either.

    """
    found = read_pdf(data)
    sheet = Sheet(max(found.size.real, 1.0), max(found.size.imag, 1.0))
    drawing = replace(found.clip.drawing(), sheet=replace(sheet, colour="#FFFFFF"))
    size = size_of(sheet)
    shown = addresses(shown_in(found))
    verdict = Verdict(name, 1.0, tuple((n.kind, n.count) for n in found.notes))
    for finer in FINER:
        fine = (finer * size[0], finer * size[1])
        text = svg(drawing, title="", pixels=fine, pictures=shown)
        both = (p.convert("RGB") for p in (_theirs(data, fine), drawn(text)))
        one, other = (p.resize(size, Image.Resampling.BOX) for p in both)
        verdict = replace(verdict, apart=apart(one, other))
        if not verdict.differs:
            break
    return verdict


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
