"""What is shown of files before they are saved: the files themselves, read back."""

import base64
import io
from collections.abc import Iterator
from contextlib import closing
from itertools import islice

import pypdfium2
from buildup.drawing.numerals import short
from buildup.formats.hpgl.hpglread import read_hpgl
from buildup.formats.hpgl.hpglwrite import STEPS
from buildup.geometry.boxes import Box
from common.exclusive import PDFIUM
from ezdxf import bbox, path
from ezdxf.recover import read as read_dxf
from PIL import Image

from exports.parcels import File, Parcel

SIDE = 640
"""Pixels of the longer side of what is shown."""
MOST = 8
"""Files and pages that are shown."""
PENS = ("#1B2924", "#0C6B65", "#C2410C", "#6D3A9C", "#B3261E", "#2F6FB0", "#7A6A00", "#7A7A7A")


def shown(parcel: Parcel) -> list[str]:
    """Pictures of files and pages as data URLs, the first ones where there are many."""
    return list(islice((p for f in parcel.files for p in _pictures(f)), MOST))


def _pictures(file: File) -> Iterator[str]:
    suffix = file.name.rpartition(".")[2]
    if file.look is not None:
        yield _url("image/png", file.look)
    elif suffix == "svg":
        yield _svg(file.data.decode())
    elif suffix == "pdf":
        yield from _pages(file.data)
    elif suffix == "dxf":
        yield _svg(dxf_lines(file.data))
    elif suffix == "plt":
        yield _svg(hpgl_lines(file.data.decode("ascii")))
    else:
        yield _png(Image.open(io.BytesIO(file.data)))


def _url(mime: str, data: bytes) -> str:
    return f"data:{mime};base64,{base64.b64encode(data).decode()}"


def _svg(text: str) -> str:
    return _url("image/svg+xml", text.encode())


def _png(picture: Image.Image) -> str:
    small = picture.convert("RGBA")
    small.thumbnail((SIDE, SIDE))
    stream = io.BytesIO()
    small.save(stream, "PNG")
    return _url("image/png", stream.getvalue())


def _pages(data: bytes) -> Iterator[str]:
    with PDFIUM.one(), closing(pypdfium2.PdfDocument(data)) as document:
        pages = [
            page.render(scale=SIDE / max(page.get_size())).to_pil().copy()
            for page in islice(document, MOST)
        ]
    yield from map(_png, pages)


def _drawn(lines: list[tuple[list[tuple[float, float]], str, bool]]) -> str:
    """Lines, y up, as an SVG: places, colour, and whether they are only ways in the air."""
    every = [complex(x, -y) for positions, _, _ in lines for x, y in positions]
    box = Box.around(every) if every else Box(0.0, 0.0, 1.0, 1.0)
    box = box.grown(max(box.width, box.height, 1.0) * 0.02)
    thin = max(box.width, box.height) / 500.0
    view = " ".join(map(short, (box.left, box.top, box.width, box.height)))
    drawn = []
    for positions, colour, air in lines:
        data = "M" + "L".join(f"{short(x)} {short(-y)}" for x, y in positions)
        dashed = f' stroke-dasharray="{short(3 * thin)}" opacity="0.5"' if air else ""
        ink = f'stroke="{colour}" stroke-width="{short(thin)}"'
        drawn.append(f'<path d="{data}" fill="none" {ink}{dashed}/>')
    size = f'width="{short(box.width)}" height="{short(box.height)}" viewBox="{view}"'
    head = f'<svg xmlns="http://www.w3.org/2000/svg" {size}>'
    return "\n".join([head, *drawn, "</svg>"])


def dxf_lines(data: bytes) -> str:
    """The entities of a DXF as they are read back by ezdxf, flattened."""
    document, _ = read_dxf(io.BytesIO(data))
    space = document.modelspace()
    size = bbox.extents(space, fast=True).size
    near = max(size.x, size.y, 1.0) / 2_000.0
    lines = []
    for entity in space:
        colour = f"#{entity.dxf.get('true_color', 0):06X}"
        positions = [(p.x, p.y) for p in path.make_path(entity).flattening(near)]
        lines.append((positions, colour, False))
    return _drawn(lines)


def hpgl_lines(text: str) -> str:
    """The ways of the pen, those in the air dashed, in plotter units as millimetres."""
    lines = []
    for stroke in read_hpgl(text):
        positions = [(p.real / STEPS, p.imag / STEPS) for p in stroke.places]
        colour = PENS[(stroke.pen - 1) % len(PENS)] if stroke.down else "#53625B"
        lines.append((positions, colour, not stroke.down))
    return _drawn(lines)
