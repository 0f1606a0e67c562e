"""A font file somebody brought, looked at in a process of its own that may use only so much.

It reads the file from its input and writes what was found to its output: a line of JSON, then the
font as plain OpenType. A file that lies, or unpacks without an end, ends with this process.
"""

import io
import json
import resource
import sys

from fontTools.ttLib import TTFont

MOST_MEMORY = 1 << 30
"""Bytes."""
MOST_SECONDS = 15
"""Of the processor."""
NEEDED = ("head", "hhea", "maxp", "hmtx", "cmap", "name")
OUTLINES = ("glyf", "CFF ", "CFF2")
UNWANTED = ("SVG ", "CBDT", "CBLC", "EBDT", "EBLC", "EBSC", "sbix", "COLR", "CPAL", "DSIG", "fpgm")
"""Tables of pictures, colours, signatures: letters are outlines here."""
MOST_GLYPHS = 65_535


def looked_at(data: bytes) -> tuple[dict[str, object], bytes]:
    """What a font says of itself, and the font as plain OpenType.

    Raises:
        ValueError: with a word on what is wrong; whatever fontTools stumbles over.
    """
    font = TTFont(io.BytesIO(data), lazy=True, recalcTimestamp=False, recalcBBoxes=False)
    for table in NEEDED:
        if table not in font:
            raise ValueError(f"it has no table “{table}”")
    if not any(t in font for t in OUTLINES):
        raise ValueError("it holds no outlines")
    count = int(font["maxp"].numGlyphs)
    if not 1 <= count <= MOST_GLYPHS or len(font["hmtx"].metrics) != count:
        raise ValueError("its tables do not agree on how many glyphs it has")
    wide = 4 if font["head"].indexToLocFormat else 2
    if "loca" in font and len(font.reader["loca"]) < wide * (count + 1):
        raise ValueError("its tables do not agree on how many glyphs it has")
    if not 16 <= int(font["head"].unitsPerEm) <= 16_384:
        raise ValueError("its units are out of range")
    if not font.getBestCmap():
        raise ValueError("it maps no characters")
    names = font["name"]
    name = names.getDebugName(4) or names.getDebugName(1) or ""
    for table in UNWANTED:
        if table in font:
            del font[table]
    font.flavor = None
    out = io.BytesIO()
    font.save(out, reorderTables=False)
    return {"name": str(name), "glyphs": count}, out.getvalue()


def main() -> None:
    """Look at the font on the input."""
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (MOST_SECONDS, MOST_SECONDS))
    try:
        facts, font = looked_at(sys.stdin.buffer.read())
    except ValueError as problem:
        facts, font = {"wrong": str(problem)}, b""
    except Exception:  # whatever the reader stumbles over
        facts, font = {"wrong": "its tables cannot be read"}, b""
    sys.stdout.buffer.write(json.dumps(facts).encode() + b"\n" + font)


if __name__ == "__main__":
    main()
