"""Pictures as files hold them: their kind and size, told from the first bytes; `data:` addresses.

Sources: PNG (ISO/IEC 15948) 11.2.2; JPEG (ITU-T T.81) B.2.2; RFC 9649 for WebP; RFC 2397.
"""

from base64 import b64decode
from binascii import Error
from dataclasses import dataclass
from urllib.parse import unquote_to_bytes

LARGEST_PICTURE = 20 * 1024 * 1024
"""Bytes."""
WEBP = "image/webp"
_FRAMES = frozenset(range(0xC0, 0xD0)) - {0xC4, 0xC8, 0xCC}
"""Markers of JPEG that begin a frame, and say its size."""


@dataclass(frozen=True, slots=True)
class PictureFacts:
    """A picture's kind and its size in pixels."""

    mime: str
    width: int
    height: int


def facts_of(data: bytes) -> PictureFacts | None:
    """What a PNG, a JPEG or a WebP says it is; None: it is none of them, or is cut off.

    >>> facts_of(b"GIF89a") is None
    True
    """
    if data[:8] == b"\x89PNG\r\n\x1a\n" and data[12:16] == b"IHDR":
        return _sized("image/png", data[16:20], data[20:24])
    if data[:2] == b"\xff\xd8":
        return _jpeg(data)
    if data[:4] == b"RIFF" and data[8:12] == b"WEBP":
        return _webp(data)
    return None


def _sized(mime: str, wide: bytes, tall: bytes) -> PictureFacts | None:
    width, height = int.from_bytes(wide, "big"), int.from_bytes(tall, "big")
    return PictureFacts(mime, width, height) if width and height else None


def _jpeg(data: bytes) -> PictureFacts | None:
    at = 2
    while at + 9 <= len(data) and data[at] == 0xFF:
        marker = data[at + 1]
        if marker == 0xFF:  # a byte that only fills
            at += 1
        elif marker in _FRAMES:
            return _sized("image/jpeg", data[at + 7 : at + 9], data[at + 5 : at + 7])
        else:
            at += 2 + int.from_bytes(data[at + 2 : at + 4], "big")
    return None


def _webp(data: bytes) -> PictureFacts | None:
    kind = data[12:16]
    if kind == b"VP8X" and len(data) >= 30:
        sides = (int.from_bytes(data[k : k + 3], "little") + 1 for k in (24, 27))
        return PictureFacts(WEBP, *sides)
    if kind == b"VP8L" and len(data) >= 25:
        bits = int.from_bytes(data[21:25], "little")
        return PictureFacts(WEBP, (bits & 0x3FFF) + 1, (bits >> 14 & 0x3FFF) + 1)
    if kind == b"VP8 " and len(data) >= 30:
        sides = (int.from_bytes(data[k : k + 2], "little") & 0x3FFF for k in (26, 28))
        width, height = sides
        return PictureFacts(WEBP, width, height) if width and height else None
    return None


def embedded(address: str) -> bytes | None:
    """The bytes in a `data:` address; None: it is another one, or broken, or too large.

    >>> embedded("data:text/plain;base64,YQ=="), embedded("data:,a%20b"), embedded("a.png")
    (b'a', b'a b', None)
    """
    head, comma, body = address.partition(",")
    if not comma or not head.lower().startswith("data:") or len(body) > 2 * LARGEST_PICTURE:
        return None
    if not head.lower().replace(" ", "").endswith(";base64"):
        return unquote_to_bytes(body)
    try:
        return b64decode("".join(unquote_to_bytes(body).decode("ascii").split()))
    except (Error, ValueError):
        return None
