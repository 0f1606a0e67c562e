"""SVG files, read and written as PDF: drawn by PDFium, beside the same drawing drawn by resvg."""

import pypdfium2
from buildup.formats.formatsettings import PdfOut
from buildup.formats.svg.svgread import read_document
from buildup.formats.svg.svgwrite import svg
from exports.parcels import Job
from exports.pdf import pdf
from imports.services import value_of

from corpus.pixels import apart
from corpus.svgs import drawn, size_of
from corpus.verdicts import Verdict

FINER = 4
"""Times as many pixels as are compared: the two draw fine edges each in its way."""


def tried(name: str, data: bytes) -> Verdict:
    """What became of a file.

    Raises:
        Refusal: as `read_document`.

    """
    drawing = value_of(read_document(data.decode("utf-8", "replace")))
    size = size_of(drawing.sheet)
    fine = (FINER * size[0], FINER * size[1])
    parcel = pdf([Job("corpus", drawing)], PdfOut())
    document = pypdfium2.PdfDocument(parcel.files[0].data)
    page = document[0]
    picture = page.render(scale=fine[0] / page.get_width()).to_pil().resize(fine)
    ours = drawn(svg(drawing, title="", pixels=fine))
    told = tuple((line, 1) for line in parcel.said)
    return Verdict(name, apart(picture.resize(size), ours.resize(size)), told)
