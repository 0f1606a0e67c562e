"""SVG files, read and written as PDF: drawn by PDFium, beside the same drawing drawn by resvg."""

from dataclasses import replace

import pypdfium2
from buildup.drawing.model import Drawing
from buildup.formats.formatsettings import PdfOut
from buildup.formats.svg.svgread import read_document
from buildup.formats.svg.svgwrite import svg
from exports.parcels import Job
from exports.pdf import pdf
from imports.services import value_of

from corpus.pixels import apart
from corpus.svgs import drawn, size_of
from corpus.verdicts import Verdict

FINER = (4, 12)
"""Times as many pixels as are compared: PDFium draws no line thinner than one of them, so what
differs is looked at once more."""


def tried(name: str, data: bytes) -> Verdict:
    """What became of a file.

    Raises:
        Refusal: as `read_document`.

    """
    drawing = value_of(read_document(data.decode("utf-8", "replace")))
    parcel = pdf([Job("corpus", drawing)], PdfOut())
    told = tuple((line, 1) for line in parcel.said)
    verdict = Verdict(name, 1.0, told)
    for finer in FINER:
        verdict = replace(verdict, apart=_apart(drawing, parcel.files[0].data, finer))
        if not verdict.differs:
            break
    return verdict


def _apart(drawing: Drawing, written: bytes, finer: int) -> float:
    size = size_of(drawing.sheet)
    fine = (finer * size[0], finer * size[1])
    page = pypdfium2.PdfDocument(written)[0]
    theirs = page.render(scale=fine[0] / page.get_width()).to_pil().resize(fine)
    ours = drawn(svg(drawing, title="", pixels=fine))
    return apart(theirs.resize(size), ours.resize(size))
