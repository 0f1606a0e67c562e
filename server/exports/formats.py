"""The registry of formats: what makes the files of each, and what is shown of them beforehand."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace
from typing import Any, cast

from buildup.formats.formatsettings import FormatSettings, HpglOut, PdfOut, PictureOut, SvgOut
from buildup.formats.hpgl.hpglwrite import hpgl
from buildup.formats.scene import pieces

from exports.dxf import dxf
from exports.icons import icons
from exports.parcels import File, Job, Parcel, file_name, lines_only
from exports.pdf import pdf
from exports.previews import MOST, SIDE
from exports.raster import look_at, pictures, sketched
from exports.svgfile import svg_file

LARGEST_SVG = 1_500_000
"""Bytes of a file that is shown as it is; larger ones are shown in pixels."""


def hpgl_file(job: Job, settings: HpglOut) -> Parcel:
    """One file."""
    text, note = hpgl(pieces(job.scene), job.box, settings)
    notes = (*lines_only(job.scene), *([note] if note else []))
    return Parcel((File(file_name(job.name, "plt"), text.encode("ascii")),), notes)


MAKERS: Mapping[str, Callable[[Job, Any], Parcel]] = {
    "svg": svg_file,
    "pdf": lambda job, settings: pdf([job], settings),
    "picture": pictures,
    "dxf": dxf,
    "hpgl": hpgl_file,
    "icons": icons,
}


def kind_of(settings: FormatSettings) -> str:
    """The word for a format."""
    return str(cast(Any, settings).kind)


def sketch(job: Job, settings: FormatSettings, *, pages: Sequence[Job] = ()) -> Parcel:
    """As `made`, for a look at it: pictures no larger than they are shown."""
    jobs = job.each() if settings.what == "each" else [job]
    if isinstance(settings, PictureOut):
        return Parcel.of(sketched(one, settings, SIDE) for one in jobs[:MOST])
    parcel = made(job, settings, pages=pages)
    if not isinstance(settings, SvgOut):
        return parcel
    files = (
        replace(f, look=look_at(one, SIDE)) if len(f.data) > LARGEST_SVG else f
        for f, one in zip(parcel.files, jobs, strict=True)
    )
    return replace(parcel, files=tuple(files))


def made(job: Job, settings: FormatSettings, *, pages: Sequence[Job] = ()) -> Parcel:
    """All files of a sending.

    Args:
        job: what is sent.
        settings: how.
        pages: of a PDF, what stands on the pages behind the first.

    Raises:
        Refusal: `nothing_drawn`, `too_many_pixels` and so on; as the core.
    """
    if isinstance(settings, PdfOut) and settings.what != "each":
        return pdf([job, *pages], settings)
    make = MAKERS[kind_of(settings)]
    jobs = job.each() if settings.what == "each" else [job]
    return Parcel.of(make(one, settings) for one in jobs)
