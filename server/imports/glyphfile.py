"""A font as a drawing: an outline of each of its glyphs that stands for a character, in rows."""

import unicodedata

from buildup.contours.anchors import anchor_count
from buildup.contours.pathreader import read_path
from buildup.drawing.clips import Clip
from buildup.drawing.itemtypes import Item, Outline
from buildup.drawing.paint import Style
from buildup.formats.anchorcounts import MOST_READ
from buildup.formats.importnotes import left_out
from buildup.formats.incoming import Incoming
from buildup.forms.contours import moved_contours
from buildup.geometry.transforms import Affine
from common.messages import refusal
from fonts.fontcheck import font_in
from fonts.typefaces import Typeface

MOST_GLYPHS = 400
"""That are laid out; what a sheet can show."""
EM = 96.0
"""Sheet units."""
CELL = 1.5
"""Ems from glyph to glyph, each way."""
IN_A_ROW = 20
INK = Style(fill="#1B2924", strokes=())


def read_font(name: str, data: bytes) -> Incoming:
    """The glyphs of a font, in the order of their characters.

    Raises:
        Refusal: as `font_in`; `nothing_drawn`.
    """
    sound = font_in(data, file_name=name)
    font = Typeface(lambda: sound.data)
    items: list[Item] = []
    more = anchors = 0
    for code in font.characters():
        if len(items) >= MOST_GLYPHS or anchors > MOST_READ:
            more += 1
            continue
        contours = read_path(font.form(0, font.glyph(code)))
        anchors += anchor_count(contours)
        if not contours:
            continue
        row, column = divmod(len(items), IN_A_ROW)
        cell, scale = EM * CELL, EM / font.em
        origin = complex((column + 0.25) * cell, (row + 0.75) * cell)
        position = Affine(scale + 0j, scale * 1j, origin)
        items.append(
            Outline(
                id=f"u{code:x}",
                name=_called(code),
                contours=moved_contours(contours, position),
                style=INK,
            )
        )
    if not items:
        raise refusal("nothing_drawn.font", name=sound.name)
    rows = -(-len(items) // IN_A_ROW)
    size = complex(min(len(items), IN_A_ROW) * EM * CELL, rows * EM * CELL)
    notes = left_out({"more glyphs": more})
    clip = Clip(tuple(items), tuple((i.id, "") for i in items))
    return Incoming(clip=clip, size=size, unit="mm", name=sound.name, live=None, notes=notes)


def _called(code: int) -> str:
    """What the outline of a character is called."""
    character = chr(code)
    name = unicodedata.name(character, f"U+{code:04X}").capitalize()
    return f"{character} {name}" if character.isprintable() and character.strip() else name
