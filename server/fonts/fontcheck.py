"""A font file somebody brought, looked at: whether it is one, and written anew as plain OpenType.

A file that lies, or unpacks without an end, is read where it can do no harm (`common.sandbox`).
"""

import hashlib
import io
from dataclasses import dataclass
from pathlib import Path

from buildup.drawing.checks import LONGEST_NAME, check_name
from buildup.errors import Refusal
from common.messages import refusal
from fontTools.ttLib import TTFont

from fonts.typefaces import Typeface

KINDS = {
    b"\x00\x01\x00\x00": "TrueType",
    b"true": "TrueType",
    b"OTTO": "OpenType",
    b"wOFF": "WOFF",
    b"wOF2": "WOFF2",
}
"""What files of each kind begin with."""
NEEDED = ("head", "hhea", "maxp", "hmtx", "cmap", "name")
OUTLINES = ("glyf", "CFF ", "CFF2")
UNWANTED = ("SVG ", "CBDT", "CBLC", "EBDT", "EBLC", "EBSC", "sbix", "COLR", "CPAL", "DSIG", "fpgm")
"""Tables of pictures, colours, signatures: letters are outlines here."""
MOST_GLYPHS = 65_535
MOST_BYTES = 32 * 1024 * 1024
"""Of a font once it is unpacked; fonts of all of Chinese take some 20 MB."""


@dataclass(frozen=True)
class CheckedFont:
    """A font that is what it says.

    Args:
        name: as it calls itself.
        data: plain OpenType.
    """

    name: str
    data: bytes

    @property
    def key(self) -> str:
        """What drawings know it by; the same file has the same."""
        return f"own-{hashlib.sha256(self.data).hexdigest()[:24]}"


def not_a_font(why: str) -> Refusal:
    """The refusal for a file that is no font, or a broken one."""
    return refusal("not_a_font", why=why)


def font_in(data: bytes, *, file_name: str = "") -> CheckedFont:
    """The font in a file.

    Raises:
        Refusal: `not_a_font`.
    """
    if data[:4] == b"ttcf":
        raise not_a_font("it is a collection of several fonts; add them one by one")
    if data[:4] not in KINDS:
        raise not_a_font("it is not a font file")
    try:
        values, font = _examined(data)
    except ValueError as problem:
        raise not_a_font(f"it is damaged ({problem})") from None
    except (MemoryError, Refusal):
        raise
    except Exception:  # whatever the reader stumbles over
        raise not_a_font("it is damaged (its tables cannot be read)") from None
    if len(font) > MOST_BYTES:
        raise not_a_font(f"it is larger than {MOST_BYTES >> 20} MB when unpacked")
    if not any(c.isalnum() for c in values):
        values = Path(file_name).stem or "Unnamed font"
    name = " ".join(values.split())[:LONGEST_NAME]
    check_name(name)
    if not Typeface(lambda: font).shows_something:
        raise not_a_font("none of its glyphs can be drawn")
    return CheckedFont(name, font)


def _examined(data: bytes) -> tuple[str, bytes]:
    """What a font calls itself, and the font as plain OpenType.

    Raises:
        ValueError: with a word on what is wrong; whatever fontTools stumbles over.
    """
    font = TTFont(io.BytesIO(data), lazy=True, recalcTimestamp=False, recalcBBoxes=False)
    for table in NEEDED:
        if table not in font:
            raise ValueError(f"it has no table “{table}”")
    if not any(t in font for t in OUTLINES):
        raise ValueError("it contains no outlines")
    count = int(font["maxp"].numGlyphs)
    if not 1 <= count <= MOST_GLYPHS or len(font["hmtx"].metrics) != count:
        raise ValueError("its tables do not agree on how many glyphs it has")
    wide = 4 if font["head"].indexToLocFormat else 2
    if "loca" in font and len(font.reader["loca"]) < wide * (count + 1):
        raise ValueError("its tables do not agree on how many glyphs it has")
    if not 16 <= int(font["head"].unitsPerEm) <= 16_384:
        raise ValueError("its units are out of range")
    if not font.getBestCmap():
        raise ValueError("it contains no characters")
    names = font["name"]
    name = names.getDebugName(4) or names.getDebugName(1) or ""
    for table in UNWANTED:
        if table in font:
            del font[table]
    font.flavor = None
    out = io.BytesIO()
    font.save(out, reorderTables=False)
    return str(name), out.getvalue()
