"""Pictures of a PDF (ISO 32000-1, 8.9): JPEGs as they are, others as PDFium shows them.

A picture may be packed in many ways, in many colour spaces, with masks of several kinds; a page
that shows nothing else, rendered pixel by pixel, has all of that right.
"""

import io
from base64 import b64encode
from contextlib import closing
from typing import Any

import pikepdf
import pypdfium2
from pikepdf import Array, Dictionary, Name
from PIL import Image

from imports.pdf.pdfvalues import number_in, part

MOST_PIXELS = 25_000_000
"""Of one picture; a larger one comes in smaller."""
SMALL = 256
"""Pixels of the longer side of a picture that is enlarged at once, pixel by pixel."""
PLAIN = ("/DeviceRGB", "/DeviceGray", "/CalRGB", "/CalGray")


def address_of(image: Any, ink: str) -> str | None:
    """A picture in an address of its own; None: it cannot be read.

    Args:
        image: its object, or one that stands in the content.
        ink: `#RRGGBB`, with which a stencil is painted.
    """
    try:
        if _is_jpeg(image):
            return f"data:image/jpeg;base64,{b64encode(image.read_raw_bytes()).decode()}"
        picture = rendered(image, ink)
    except MemoryError:
        raise
    except Exception:  # whatever a picture of a stranger makes its readers stumble over
        return None
    stream = io.BytesIO()
    picture.save(stream, "PNG", compress_level=3)
    return f"data:image/png;base64,{b64encode(stream.getvalue()).decode()}"


def _is_jpeg(image: Any) -> bool:
    """Whether its bytes are a JPEG that looks the same by itself."""
    if not isinstance(image, pikepdf.Stream):
        return False
    packed = image.get("/Filter")
    packed = packed[0] if isinstance(packed, pikepdf.Array) and len(packed) == 1 else packed
    space = image.get("/ColorSpace")
    if isinstance(space, pikepdf.Array) and len(space) == 2 and space[0] == "/ICCBased":
        plain = part(space[1], "N") in (1, 3)
    else:
        plain = str(space) in PLAIN
    bare = not any(key in image for key in ("/SMask", "/Mask", "/Decode", "/ImageMask"))
    return packed == "/DCTDecode" and plain and bare


def rendered(image: Any, ink: str) -> Image.Image:
    """A picture as PDFium shows it, with what can be seen through it.

    Raises:
        Exception: whatever PDFium or pikepdf stumble over; it has no pixels.
    """
    inline = isinstance(image, pikepdf.PdfInlineImage)
    width = int(number_in(image.width if inline else image.get("/Width")))
    height = int(number_in(image.height if inline else image.get("/Height")))
    if min(width, height) < 1:
        raise ValueError
    scale = min(1.0, (MOST_PIXELS / (width * height)) ** 0.5)
    red, green, blue = (int(ink[k : k + 2], 16) / 255.0 for k in (1, 3, 5))
    operator = image.unparse() if inline else b"/Picture Do"
    content = (
        f"{red:.5f} {green:.5f} {blue:.5f} rg {width} 0 0 {height} 0 0 cm ".encode() + operator
    )
    document, page = _blank(width, height)
    if not inline:
        held = document.copy_foreign(image) if image.is_indirect else image
        page.obj.Resources = Dictionary(XObject=Dictionary(Picture=held))
    page.obj.Contents = document.make_stream(content)
    picture = first_page(document, scale)
    by = SMALL // max(picture.size)
    if by < 2 or (not inline and image.get("/Interpolate") is True):
        return picture
    size = (picture.width * by, picture.height * by)
    return picture.resize(size, Image.Resampling.NEAREST)


def _blank(width: int, height: int) -> tuple[pikepdf.Pdf, pikepdf.Page]:
    """A document of one page, of so many points."""
    document = pikepdf.new()
    page = document.add_blank_page()
    page.obj.MediaBox = Array([0, 0, width, height])
    return document, page


def first_page(document: pikepdf.Pdf, scale: float = 1.0) -> Image.Image:
    """The first page of a document as pixels, nothing behind it."""
    stream = io.BytesIO()
    document.save(stream)
    with closing(pypdfium2.PdfDocument(stream.getvalue())) as shown:
        drawn = shown[0].render(scale=scale, fill_color=(0, 0, 0, 0), maybe_alpha=True)
        picture: Image.Image = drawn.to_pil().convert("RGBA")
        return picture


def inks_table(levels: int) -> bytes:
    """What mixtures of four inks look like: red, green, blue of each, black varying fastest.

    Args:
        levels: of each ink, from none to all of it.
    """
    steps = [round(255 * k / (levels - 1)) for k in range(levels)]
    side = levels * levels
    data = bytes(
        v for c in steps for m in steps for y in steps for k in steps for v in (c, m, y, k)
    )
    document, page = _blank(side, side)
    picture = document.make_stream(
        data,
        Type=Name.XObject,
        Subtype=Name.Image,
        Width=side,
        Height=side,
        ColorSpace=Name.DeviceCMYK,
        BitsPerComponent=8,
    )
    page.obj.Resources = Dictionary(XObject=Dictionary(Picture=picture))
    page.obj.Contents = document.make_stream(f"{side} 0 0 {side} 0 0 cm /Picture Do".encode())
    return first_page(document).convert("RGB").tobytes()
