"""How the canvas and the Readout show words: what they say, how, and the pegs that drag them."""

from dataclasses import dataclass
from typing import Literal

from buildup.drawing.itemtypes import Assembly, Item, TextItem, TextOnPath
from buildup.drawing.model import Drawing
from buildup.drawing.text import Align, AxisValue, Direction, Fallback, FeatureValue, Lettering
from buildup.forms.contours import contours_along
from buildup.forms.draftpegs import CopyPeg, copy_peg
from buildup.forms.textlayout import paths_of, row_length, word_courses

TextLayout = Literal["straight", "arc", "along"]


@dataclass(frozen=True, slots=True, kw_only=True)
class TextMark:
    """Words as they are shown and set."""

    text: str
    font: str
    """The key of the font."""
    font_name: str
    kerning: bool
    ligatures: bool
    size: float
    """Sheet units an em."""
    tracking: float
    """Thousandths of an em."""
    leading: float
    """Percent of the size."""
    align: Align
    missing: tuple[str, ...]
    """Characters that no font has."""
    fallbacks: tuple[Fallback, ...]
    """Fonts that stood in for what the font does not have."""
    axes: tuple[AxisValue, ...]
    """Of a variable font, where they are set."""
    features: tuple[FeatureValue, ...]
    """Of the font, which are set."""
    direction: Direction
    layout: TextLayout
    """Straight, on an arc, or along what the assembly holds."""
    radius: float | None = None
    """Of the arc; below 0 its middle is above."""
    start: float = 0.0
    """Percent of the line, where they are aligned along it."""
    offset: float = 0.0
    """Sheet units by which they stand off it."""
    other_side: bool = False
    """They run along it the other way."""
    show_parts: bool = False
    """The line shows as well."""
    beyond: float = 0.0
    """Sheet units by which they are longer than the line."""
    pegs: tuple[CopyPeg, ...] = ()


def words_mark(drawing: Drawing, item: Item) -> TextMark | None:
    """The mark of words; None: the item says nothing."""
    if isinstance(item, TextItem):
        layout: TextLayout = "straight" if item.radius is None else "arc"
        return _mark(item.lettering, layout, radius=item.radius, pegs=(_end_peg(item),))
    if isinstance(item, Assembly) and item.along:
        return _along(drawing, item, item.along)
    return None


def _mark(
    lettering: Lettering,
    layout: TextLayout,
    *,
    radius: float | None = None,
    pegs: tuple[CopyPeg, ...] = (),
    edge: TextOnPath | None = None,
    beyond: float = 0.0,
) -> TextMark:
    return TextMark(
        text=lettering.text,
        font=lettering.font,
        font_name=lettering.font_name,
        kerning=lettering.kerning,
        ligatures=lettering.ligatures,
        size=lettering.size,
        tracking=lettering.tracking,
        leading=lettering.leading,
        align=lettering.align,
        missing=lettering.shaped.missing,
        fallbacks=lettering.shaped.fallbacks,
        axes=lettering.axes,
        features=lettering.features,
        direction=lettering.direction,
        layout=layout,
        radius=radius,
        start=edge.start * 100.0 if edge else 0.0,
        offset=edge.offset if edge else 0.0,
        other_side=edge is not None and edge.other_side,
        show_parts=edge is not None and edge.show_parts,
        beyond=beyond,
        pegs=pegs,
    )


def _end_peg(words: TextItem) -> CopyPeg:
    """The peg at the end of the first line, which bends it."""
    lettering = words.lettering
    long = row_length(lettering, 0)
    ends = (long * lettering.begins, long * (1.0 + lettering.begins))
    end = max(ends, key=lambda at: (abs(at), at))
    ((at, heading),) = word_courses(words)[0]([end])
    down = words.place.vector(heading * 1j)
    value = words.radius or 0.0
    return copy_peg("radius", "Arc", words.place(at), down / abs(down), value=value)


def _along(drawing: Drawing, item: Assembly, edge: TextOnPath) -> TextMark:
    lettering = edge.lettering
    paths = paths_of(contours_along(drawing, item.id), backwards=edge.other_side)
    if not paths:
        return _mark(lettering, "along", edge=edge)
    path = paths[0]
    begin = edge.start * path.length
    ((at, heading),) = path.spots([begin])
    up = -1j * heading
    off = at + up * (edge.offset + lettering.size)
    pegs = (
        copy_peg("start", "Start", at, heading, value=edge.start * 100.0, unit="percent"),
        copy_peg("offset", "Offset", off, up, value=edge.offset),
    )
    beyond = path.beyond(begin, lettering, 0)
    return _mark(lettering, "along", edge=edge, pegs=pegs, beyond=beyond)
