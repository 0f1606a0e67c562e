"""Checking a picture that somebody brought, and writing it anew without its metadata.

The header is read first: nothing is unpacked before its kind and its size are known to be sound.
"""

import io
from dataclasses import dataclass

from common.messages import refusal
from PIL import Image, ImageOps, UnidentifiedImageError

MOST_BYTES = 20 * 1024 * 1024
MOST_PIXELS = 50_000_000
LONGEST_SIDE = 30_000
"""Pixels: what common formats hold (WebP 16,383, JPEG 65,535) and what is quickly unpacked."""
KINDS = {"PNG": "image/png", "JPEG": "image/jpeg", "WEBP": "image/webp"}
Image.MAX_IMAGE_PIXELS = MOST_PIXELS


@dataclass(frozen=True)
class Checked:
    """A picture that is what it says: bytes written here, its kind, its size in pixels."""

    data: bytes
    mime: str
    width: int
    height: int


def checked(data: bytes) -> Checked:
    """The picture in some bytes, turned upright and without metadata.

    Raises:
        Refusal: `picture_too_large`, `not_a_picture` or `broken_picture`.
    """
    if len(data) > MOST_BYTES:
        raise refusal("picture_too_large.bytes")
    try:
        picture = Image.open(io.BytesIO(data), formats=tuple(KINDS))
        if max(picture.size) > LONGEST_SIDE:
            raise refusal("picture_too_large.side", side=max(picture.size))
        if picture.width * picture.height > MOST_PIXELS:
            raise refusal(
                "picture_too_large.pixels", megapixels=picture.width * picture.height / 1e6
            )
    except (UnidentifiedImageError, ValueError, SyntaxError, EOFError):
        raise refusal("not_a_picture") from None
    except Image.DecompressionBombError:
        raise refusal("picture_too_large") from None
    except OSError:
        raise refusal("broken_picture") from None
    return _written(picture)


def _upright(picture: Image.Image) -> Image.Image:
    """The picture as it was held; as it is where what it says of that is no sense."""
    try:
        return ImageOps.exif_transpose(picture)
    except MemoryError:
        raise
    except Exception:  # whatever the reader of such marks stumbles over
        return picture


def _written(picture: Image.Image) -> Checked:
    kind = picture.format or "PNG"
    try:
        picture.load()
        upright = _upright(picture)
        plain = upright if upright.mode in ("RGB", "RGBA", "L") else upright.convert("RGBA")
        if kind == "JPEG":
            plain = plain.convert("RGB")
        plain.info.clear()
        out = io.BytesIO()
        plain.save(out, format=kind, **({"quality": 90} if kind != "PNG" else {}))
    except (OSError, ValueError, SyntaxError, EOFError):
        raise refusal("broken_picture") from None
    return Checked(out.getvalue(), KINDS[kind], plain.width, plain.height)
