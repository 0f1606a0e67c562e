"""SVG files, read and written as PDF: drawn by PDFium, beside the same drawing drawn by resvg."""

from dataclasses import replace

import pypdfium2
from buildup.formats.formatsettings import PdfOut
from buildup.formats.svg.svgread import read_document
from buildup.formats.svg.svgwrite import svg
from exports.parcels import Job, Parcel
from exports.pdf import pdf
from imports.services import value_of

from corpus.pixels import apart
from corpus.svgs import drawn, shown_in, size_of
from corpus.verdicts import Verdict

FINER = (4, 12)
"""Times as many pixels as are compared: PDFium draws no line thinner than one of them, so what
differs is looked at once more."""


def tried(name: str, data: bytes) -> Verdict:
    """What became of a file.

    Raises:
        Refusal: as `read_document`.

    """
    job, parcel = written(data)
    told = tuple((line, 1) for line in parcel.messages)
    verdict = Verdict(name, 1.0, told)
    for finer in FINER:
        verdict = replace(verdict, apart=_apart(job, parcel.files[0].data, finer))
        if not verdict.differs:
            break
    return verdict


def written(data: bytes) -> tuple[Job, Parcel]:
    """A file as a drawing, and that as a PDF.

    Raises:
        Refusal: as `read_document`.

    """
    found = read_document(data.decode("utf-8", "replace"), keeps_pictures=True)
    job = Job("corpus", value_of(found), None, shown_in(found))
    return job, pdf([job], PdfOut())


def _apart(job: Job, made: bytes, finer: int) -> float:
    size = size_of(job.drawing.sheet)
    fine = (finer * size[0], finer * size[1])
    page = pypdfium2.PdfDocument(made)[0]
    theirs = page.render(scale=fine[0] / page.get_width()).to_pil().resize(fine)
    ours = drawn(svg(job.drawing, title="", pixels=fine, pictures=job.addresses))
    return apart(theirs.resize(size), ours.resize(size))
