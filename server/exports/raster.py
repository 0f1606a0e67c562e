"""Pictures in pixels, by resvg: PNG, WebP and AVIF, once, twice and thrice as large."""

import io

import resvg_py
from buildup.formats.formatsettings import MOST_PIXELS, PictureOut
from buildup.formats.svg.svgwrite import svg
from buildup.geometry.progress import done
from common.exclusive import ExclusiveSlot
from common.messages import refusal
from PIL import Image

from exports.parcels import File, Job, Parcel, file_name

INCH = 96.0
"""Sheet units."""
WHITE = "#ffffff"
QUICK = 4
"""Compression of PNGs: a tenth larger than the most, and written in a third of the time."""
FINE = 85
"""Quality of AVIF, of 100: no step of a gradient shows."""
_at_work = ExclusiveSlot(
    patience=30.0,
    refusal_key="busy.export",
)
"""One at a time in a process: a large one takes a third of a gigabyte."""


def pictures(job: Job, settings: PictureOut) -> Parcel:
    """A file for each size."""
    files = []
    for number, times in enumerate(settings.times):
        done(number / len(settings.times))
        size = size_of(job, settings, times)
        picture = drawn(job, size, transparent=settings.transparent)
        stream = io.BytesIO()
        dots = settings.dpi * times if settings.by == "dpi" else INCH * size[0] / job.box.width
        if settings.form == "png":
            picture.save(stream, "PNG", dpi=(dots, dots), compress_level=QUICK)
        elif settings.form == "webp":
            picture.save(stream, "WEBP", lossless=True, quality=80)
        else:
            picture.save(stream, "AVIF", quality=FINE)
        more = "" if times == 1 else f"@{times}x"
        files.append(File(file_name(job.name, settings.form, more=more), stream.getvalue()))
    return Parcel(tuple(files))


def look_at(job: Job, side: int) -> bytes:
    """A PNG of what is sent, no larger than some pixels."""
    box = job.box
    scale = side / max(box.width, box.height)
    size = (max(1, round(box.width * scale)), max(1, round(box.height * scale)))
    stream = io.BytesIO()
    drawn(job, size, transparent=False).save(stream, "PNG")
    return stream.getvalue()


def sketched(job: Job, settings: PictureOut, side: int) -> Parcel:
    """The same no larger than some pixels, with what the files would be."""
    files = []
    for times in settings.times:
        size = size_of(job, settings, times)
        scale = min(1.0, side / max(size))
        small = (max(1, round(size[0] * scale)), max(1, round(size[1] * scale)))
        stream = io.BytesIO()
        drawn(job, small, transparent=settings.transparent).save(stream, "PNG")
        more = "" if times == 1 else f"@{times}x"
        name = file_name(job.name, settings.form, more=more)
        files.append(File(name, stream.getvalue(), pixels=size))
    return Parcel(tuple(files))


def size_of(job: Job, settings: PictureOut, times: int) -> tuple[int, int]:
    """How many pixels it is wide and high.

    Raises:
        Refusal: `too_many_pixels`.
    """
    box = job.box
    scale = (
        times
        * {
            "dpi": settings.dpi / INCH,
            "width": settings.pixels / max(box.width, 1e-6),
            "height": settings.pixels / max(box.height, 1e-6),
        }[settings.by]
    )
    width, height = (max(1, round(side * scale)) for side in (box.width, box.height))
    if width * height > MOST_PIXELS:
        raise refusal("too_many_pixels", width=width, height=height, most=MOST_PIXELS // 1_000_000)
    return width, height


def drawn(job: Job, size: tuple[int, int], *, transparent: bool) -> Image.Image:
    """What is sent, as large as asked for, with or without what lies behind it."""
    shown = job.without_ground() if transparent else job
    text = svg(shown.drawing, title="", ids=shown.ids, pixels=size, pictures=job.addresses)
    return rendered(text, ground=None if transparent else WHITE)


def rendered(text: str, *, ground: str | None = None) -> Image.Image:
    """An SVG document as pixels, as large as it says."""
    with _at_work.one():
        png = resvg_py.svg_to_bytes(
            svg_string=text, skip_system_fonts=True, dpi=96, background=ground
        )
        picture = Image.open(io.BytesIO(bytes(png)))
        picture.load()
    return picture
