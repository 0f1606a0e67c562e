"""The one picture to trace: a body, drawn by the program itself at low resolution."""

import io

from buildup.geometry.bezier import point_at
from library.builtin.hand import MM
from library.builtin.pieces import body
from PIL import Image, ImageDraw, ImageFilter

PIXELS = (210, 280)
SCALE = 0.62
"""Pixels in a millimetre."""
WOOD, DARK, PALE = (196, 160, 118), (92, 74, 62), (226, 220, 210)


def photograph() -> bytes:
    """A soft picture of a guitar body seen from above, as PNG."""
    picture = Image.new("RGB", PIXELS, PALE)
    pen = ImageDraw.Draw(picture)
    middle = complex(PIXELS[0] / 2, PIXELS[1] / 2 - 2)

    def spot(position: complex) -> tuple[float, float]:
        at = middle + position * SCALE
        return at.real, at.imag

    edge = [point_at(s, i / 24) / MM for s in body().segments for i in range(24)]
    pen.polygon([spot(p) for p in edge], fill=WOOD, outline=DARK)
    pen.ellipse([*spot(-42 - 4j), *spot(42 + 80j)], fill=DARK)
    pen.rectangle([*spot(-22 - 225j), *spot(22 - 40j)], fill=(124, 92, 70))
    pen.rectangle([*spot(-60 + 120j), *spot(60 + 132j)], fill=DARK)
    soft = picture.filter(ImageFilter.GaussianBlur(1.6))
    out = io.BytesIO()
    soft.save(out, format="PNG")
    return out.getvalue()
