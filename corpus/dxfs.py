"""DXF files: drawn by ezdxf's own drawing add-on, beside what was read of them, both by resvg.

All lines are drawn with one width, as that of a screen is not told in a file; text is left out, as
each program has fonts of its own. Both pictures are cut at what is drawn, as the add-on lays its
page around that.
"""

import io
import re
from dataclasses import replace

from buildup.drawing.itemtypes import Item, Painted
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.errors import Refusal
from buildup.formats.formatsettings import DxfOut
from buildup.formats.svg.svgread import read_document
from buildup.formats.svg.svgwrite import svg
from exports.dxf import dxf
from exports.parcels import Job
from ezdxf.addons.drawing import Frontend, RenderContext
from ezdxf.addons.drawing.config import (
    BackgroundPolicy,
    Configuration,
    LineweightPolicy,
    TextPolicy,
)
from ezdxf.addons.drawing.layout import Margins, Page, Settings
from ezdxf.addons.drawing.svg import SVGBackend
from ezdxf.lldxf.const import DXFError
from ezdxf.recover import read
from imports.dxffile import read_dxf
from imports.services import value_of
from PIL import Image, ImageChops

from corpus.pixels import SIDE, apart
from corpus.svgs import drawn
from corpus.verdicts import Verdict

WIDTH = 0.004
"""Of all lines, as a share of the longer side."""
FINER = (4, 12)
"""Times as many pixels as are compared: pictures are cut at whole ones, so what differs is looked
at once more."""
LOOK = Configuration(
    background_policy=BackgroundPolicy.WHITE,
    lineweight_policy=LineweightPolicy.RELATIVE_FIXED,
    text_policy=TextPolicy.IGNORE,
)
LAID = Settings(max_stroke_width=WIDTH, fixed_stroke_width=1.0)


def tried(name: str, data: bytes) -> Verdict:
    """What became of a DXF file.

    Raises:
        Refusal: as `read_dxf`; `not_dxf` where the add-on cannot draw it either.

    """
    found = read_dxf(data)
    sheet = Sheet(max(found.size.real, 1.0), max(found.size.imag, 1.0))
    ours = replace(found.clip.drawing(), sheet=sheet)
    told = tuple((n.kind, n.count) for n in found.notes)
    verdict = Verdict(name, 1.0, told)
    for finer in FINER:
        verdict = replace(verdict, apart=_apart(data, ours, finer))
        if not verdict.differs:
            break
    return verdict


def tried_again(name: str, data: bytes) -> Verdict:
    """What became of an SVG file that was written as DXF: that, and what is read of it.

    Raises:
        Refusal: as `read_document`.

    """
    job = Job("corpus", value_of(read_document(data.decode("utf-8", "replace"))), None)
    parcel = dxf(job, DxfOut())
    verdict = tried(name, parcel.files[0].data)
    return replace(verdict, left=(*verdict.left, *((line, 1) for line in parcel.messages)))


def _apart(data: bytes, ours: Drawing, finer: int) -> float:
    one, other = _cut(_theirs(data, finer)), _cut(_ours(ours, finer))
    if one is None:
        raise Refusal("not_dxf", "The add-on draws nothing of it.")
    if other is None:
        return 1.0
    size = _size(one)
    if max(abs(a - b) for a, b in zip(size, _size(other), strict=True)) > 0.02 * SIDE:
        return 1.0
    first, second = (p.resize(size, Image.Resampling.BOX) for p in (one, other))
    return apart(first, second)


def _theirs(data: bytes, finer: int) -> Image.Image:
    try:
        document, _ = read(io.BytesIO(data))
        backend = SVGBackend()
        frontend = Frontend(RenderContext(document), backend, config=LOOK)
        frontend.draw_layout(document.modelspace())
        side = finer * SIDE * 25.4 / 96.0
        page = Page(side, side, margins=Margins.all(0.02 * side))
        made = backend.get_string(page, settings=LAID)
    except (DXFError, ValueError, KeyError, ArithmeticError) as problem:
        raise Refusal("not_dxf", f"The add-on cannot draw it: {problem}") from None
    return drawn(made)


def _ours(drawing: Drawing, finer: int) -> Image.Image:
    """The drawing with lines of one width, with room around it for them."""
    width = WIDTH * max(drawing.sheet.width, drawing.sheet.height)
    items = {k: _lined(v, width) for k, v in drawing.items.items()}
    scale = finer * SIDE / max(drawing.sheet.width, drawing.sheet.height)
    size = (
        max(1, round(drawing.sheet.width * scale)),
        max(1, round(drawing.sheet.height * scale)),
    )
    text = svg(replace(drawing, items=items), title="", pixels=size)
    x, y = (2.0 * width, 2.0 * width)
    box = f"{-x} {-y} {drawing.sheet.width + 2 * x} {drawing.sheet.height + 2 * y}"
    return drawn(re.sub(r'viewBox="[^"]*"', f'viewBox="{box}"', text, count=1))


def _lined(item: Item, width: float) -> Item:
    if not isinstance(item, Painted):
        return item
    strokes = tuple(replace(s, width=width) for s in item.style.strokes)
    return replace(item, style=replace(item.style, strokes=strokes))


def _cut(picture: Image.Image) -> Image.Image | None:
    """What is drawn of a picture on white; None for nothing."""
    white = Image.new("RGB", picture.size, "#FFFFFF")
    plain = Image.alpha_composite(
        Image.new("RGBA", picture.size, "#FFFFFF"), picture.convert("RGBA")
    ).convert("RGB")
    box = ImageChops.difference(plain, white).getbbox()
    return plain.crop(box) if box else None


def _size(picture: Image.Image) -> tuple[int, int]:
    scale = SIDE / max(picture.size)
    return max(1, round(picture.width * scale)), max(1, round(picture.height * scale))
