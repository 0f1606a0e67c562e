"""Items on their way to the clipboard: an SVG for other programs, which holds the items as well."""

from collections.abc import Iterable, Mapping, Sequence
from xml.sax.saxutils import escape

from buildup.drawing.clips import LONGEST_CLIP, Clip
from buildup.drawing.model import Drawing
from buildup.drawing.numerals import short
from buildup.following.carrying import clip_with_measures
from buildup.formats.svg.svgdocument import CLIP_ID
from buildup.formats.svg.svgwrite import NO_PICTURES, drawn_lines, view_of
from buildup.messages import refusal


def clip_svg(drawing: Drawing, ids: Sequence[str]) -> str:
    """An SVG document of some items, as large as what is seen of them, in CSS pixels.

    Raises:
        Refusal: `nothing_selected`, `unknown_item`, or `too_much` where it could not be pasted.

    """
    tops = drawing.tree.tops(ids)
    clip = clip_with_measures(drawing, ids).text()
    if len(clip) > LONGEST_CLIP:
        raise refusal("too_much.copy")
    return _document(drawing, tops, (metadata(clip),))


def metadata(clip: str) -> str:
    """The element in which a clip's text travels."""
    return f'<metadata id="{CLIP_ID}">{escape(clip)}</metadata>'


def picture_of_clip(clip: Clip, pictures: Mapping[int, str] = NO_PICTURES) -> str:
    """An SVG document that shows a clip, as large as what is seen of it, in CSS pixels."""
    return _document(clip.drawing(), clip.tops, (), pictures)


def view_size(drawing: Drawing, tops: Iterable[str]) -> tuple[str, str, str]:
    """The width, the height and the view box of what is seen of some items."""
    box = view_of(drawing, tops)
    width, height = (short(max(side, 0.01)) for side in (box.width, box.height))
    return width, height, f"{short(box.left)} {short(box.top)} {width} {height}"


def _document(
    drawing: Drawing,
    tops: Sequence[str],
    more: Iterable[str],
    pictures: Mapping[int, str] = NO_PICTURES,
) -> str:
    width, height, view = view_size(drawing, tops)
    size = f'width="{width}" height="{height}" viewBox="{view}"'
    lines = (*more, *drawn_lines(drawing, tops, pictures))
    return "\n".join([f'<svg xmlns="http://www.w3.org/2000/svg" {size}>', *lines, "</svg>", ""])
