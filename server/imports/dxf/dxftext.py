"""Text of a DXF as text in a font that is here, as tall as it was."""

from dataclasses import dataclass, replace

from buildup.drawing.itemtypes import TextItem
from buildup.drawing.paint import Style
from buildup.drawing.text import Align, Lettering
from buildup.formats.svg.text.svgfonts import FontWish, Say
from buildup.geometry.angles import direction
from buildup.geometry.transforms import Affine
from ezdxf.entities.dxfgfx import DXFGraphic
from ezdxf.entities.mtext import MText
from ezdxf.entities.text import Text
from ezdxf.enums import TextEntityAlignment
from ezdxf.math import Vec3

from imports.dxf.dxfpaths import Place

CAPITALS = 0.7
"""Ems of a capital letter, by whose height text is told (common practice)."""
LEADING = 5.0 / 3.0
"""Heights of a letter from line to line (ezdxf's documentation of MTEXT, `line_spacing_factor`)."""
LONGEST = 1_000
FAMILY = FontWish(families=("sans-serif",))
SIDES: dict[int, Align] = {0: "start", 1: "middle", 2: "end", 4: "middle"}


@dataclass(frozen=True)
class DxfText:
    """Text as it is told.

    Args:
        text: one line or several.
        at: where its first line begins, is in the middle, or ends, in the file.
        height: of a capital letter, in units of the file.
        angle: degrees, against the clock.
        align: which part of a line stands there.
        lower: heights by which the first line is lower than its place.
    """

    text: str
    at: tuple[float, float]
    height: float
    angle: float
    align: Align
    lower: float = 0.0


def words_in(entity: DXFGraphic) -> DxfText | None:
    """What an entity says; None: it says nothing."""
    if isinstance(entity, MText):
        lines = entity.plain_text(split=True)
        row, column = divmod(entity.dxf.attachment_point - 1, 3)
        height = float(entity.dxf.char_height)
        whole = 1.0 + LEADING * (len(lines) - 1)
        lower = (1.0, 1.0 - whole / 2.0, 1.0 - whole)[min(row, 2)]
        at = entity.dxf.insert
        angle = float(entity.get_rotation())
        sides: tuple[Align, Align, Align] = ("start", "middle", "end")
        return _sound(DxfText("\n".join(lines), (at.x, at.y), height, angle, sides[column], lower))
    if isinstance(entity, Text):
        align, at, _ = entity.get_placement()
        if align == TextEntityAlignment.LEFT:
            at = entity.dxf.insert
        side = SIDES.get(int(entity.dxf.get("halign", 0)), "start")
        height, angle = float(entity.dxf.height), float(entity.dxf.get("rotation", 0.0))
        return _sound(DxfText(entity.plain_text(), (at.x, at.y), height, angle, side))
    return None


def _sound(found: DxfText) -> DxfText | None:
    """What is said, unless that is nothing."""
    plain = replace(found, text=found.text[:LONGEST].strip("\n"))
    return plain if plain.text.strip() and plain.height > 0.0 else None


def item_of(found: DxfText, place: Place, scale: float, ink: Style, say: Say) -> TextItem | None:
    """Text on the sheet, in the first font that has it; None: there is none.

    Args:
        found: what.
        place: where points of the file are.
        scale: sheet units in a unit of the file.
        ink: how a line of its colour is painted.
        say: sets it.
    """
    spoken = say(found.text, FAMILY)
    if spoken is None:
        return None
    size = found.height * scale / CAPITALS
    across = direction(-found.angle)
    down = across * 1j
    at = place(Vec3(*found.at)) + down * found.lower * found.height * scale
    lettering = Lettering(
        text=found.text,
        font=spoken.font,
        font_name=spoken.font_name,
        shaped=spoken.shaped,
        size=size,
        leading=100.0 * LEADING * CAPITALS,
        align=found.align,
    )
    style = Style(fill=ink.strokes[0].paint, strokes=())
    name = found.text.partition("\n")[0][:60].strip() or "Text"
    return TextItem(
        id="t", name=name, style=style, lettering=lettering, place=Affine(across, down, at)
    )
