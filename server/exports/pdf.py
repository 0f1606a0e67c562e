"""PDF by pikepdf (ISO 32000-1): the sheet at its exact size, bleed, trim marks, pages."""

import io
from collections.abc import Sequence

import pikepdf
from buildup.formats.formatsettings import PdfOut
from buildup.geometry.boxes import Box
from buildup.geometry.progress import done
from pikepdf import Array, Dictionary, Name

from exports.parcels import File, Job, Parcel, file_name
from exports.pdfcolours import Colours
from exports.pdfink import Ink, number
from exports.pdfpictures import Pictures
from exports.pdfx import PROGRAM, as_x4

POINT = 72.0 / 96.0
"""Points in a sheet unit."""
X4 = "1.6"
"""The version of PDF that PDF/X-4 is made of (ISO 15930-7)."""
MARK = 15.0
"""Points: how long trim marks are."""
GAP = 6.0
"""Points between trim marks and what is printed."""


def pdf(jobs: Sequence[Job], settings: PdfOut) -> Parcel:
    """One file with a page for each job."""
    document = pikepdf.new()
    messages: list[str] = []
    for count, job in enumerate(jobs):
        done(count / len(jobs))
        messages += _page(document, job, settings)
    if settings.standard == "x4":
        as_x4(document, jobs[0].name)
    else:
        document.docinfo["/Title"] = jobs[0].name
        document.docinfo["/Creator"] = PROGRAM
    stream = io.BytesIO()
    least = X4 if settings.standard == "x4" else ""
    document.save(stream, deterministic_id=True, min_version=least)
    file = File(file_name(jobs[0].name, "pdf"), stream.getvalue())
    return Parcel((file,), tuple(dict.fromkeys(messages)))


def _page(document: pikepdf.Pdf, job: Job, settings: PdfOut) -> list[str]:
    """A page at the end of a document; sentences on what is said of it."""
    box = job.box
    bleed = settings.bleed * POINT
    margin = bleed + (GAP + MARK if settings.marks else 0.0)
    width, height = box.width * POINT, box.height * POINT
    printed = box.grown(settings.bleed)
    colours = Colours(document, settings, job.drawing.sheet.swatches)
    pictures = Pictures(document, job.pictures, colours)
    ink = Ink(document, printed, settings.dpi, pictures, colours)
    if job.ids is None and job.drawing.sheet.colour is not None:
        ink.ground(job.drawing.sheet.colour, printed)
    ink.nodes(job.scene)
    position = (POINT, 0.0, 0.0, -POINT, margin - box.left * POINT, margin + box.bottom * POINT)
    content = f"q {' '.join(map(number, position))} cm /Drawing Do Q\n"
    if settings.marks:
        content += _marks(margin, bleed, width, height)
    page = document.add_blank_page(page_size=(width + 2 * margin, height + 2 * margin))
    resources = Dictionary(XObject=Dictionary(Drawing=ink.form(isolated=False)))
    page.obj.Resources = resources
    page.obj.Contents = document.make_stream(content.encode())
    page.obj.Group = Dictionary(S=Name.Transparency, CS=colours.space)
    if settings.marks:
        page.obj.Resources.ColorSpace = Dictionary(All=_all_inks())
    trim = Box(margin, margin, margin + width, margin + height)
    page.obj.TrimBox = _box_array(trim)
    page.obj.BleedBox = _box_array(trim.grown(bleed))
    return [*ink.messages, *colours.messages]


def _all_inks() -> Array:
    """The space of what is printed with every ink there is (ISO 32000-1, 8.6.6.4)."""
    tint = Dictionary(
        FunctionType=2, Domain=Array([0, 1]), C0=Array([0] * 4), C1=Array([1] * 4), N=1
    )
    return Array([Name.Separation, Name.All, Name.DeviceCMYK, tint])


def _box_array(box: Box) -> Array:
    return Array([round(v, 5) for v in (box.left, box.top, box.right, box.bottom)])


def _marks(margin: float, bleed: float, width: float, height: float) -> str:
    """Lines at the corners that show where the sheet is cut, in all inks (ISO 32000-1, 14.11.2)."""
    lines = ["q /All CS 1 SCN 0.25 w"]
    inner = bleed + GAP
    for x, sign in ((margin, -1.0), (margin + width, 1.0)):
        for y, down in ((margin, -1.0), (margin + height, 1.0)):
            level = f"{number(x + sign * inner)} {number(y)} m"
            lines.append(f"{level} {number(x + sign * (inner + MARK))} {number(y)} l S")
            upright = f"{number(x)} {number(y + down * inner)} m"
            lines.append(f"{upright} {number(x)} {number(y + down * (inner + MARK))} l S")
    return "\n".join([*lines, "Q", ""])
