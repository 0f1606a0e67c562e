"""Outlines of a tray as symbols of one SVG document, which other programs can use by their ids."""

from collections.abc import Iterable, Mapping
from xml.sax.saxutils import escape, quoteattr

from buildup.drawing.checks import NO_TEXT
from buildup.drawing.clips import Clip
from buildup.formats.svg.clipsvg import metadata, view_size
from buildup.formats.svg.svgwrite import NO_PICTURES, drawn_lines
from buildup.formats.svg.symbolids import symbol_id
from buildup.forms.layingout import laid_out
from buildup.forms.placement import ItemMap
from buildup.geometry.transforms import Affine


def tray_svg(
    outlines: Iterable[tuple[str, Clip]], pictures: Mapping[int, str] = NO_PICTURES
) -> str:
    """A document with one symbol for each outline, told with its name; it shows nothing itself.

    In each symbol the items themselves travel as well, for this program.
    """
    lines = ['<svg xmlns="http://www.w3.org/2000/svg">']
    taken: set[str] = set()
    for number, (name, clip) in enumerate(outlines, 1):
        own = symbol_id(name, taken)
        renamed = {i.id: f"t{number}-{k}" for k, i in enumerate(clip.items)}
        apart = Clip(
            laid_out(clip, renamed, ItemMap(Affine())),
            tuple((renamed[i], renamed.get(c, "")) for i, c in clip.places),
        )
        drawing = apart.drawing()
        text = NO_TEXT.sub("", name)
        _, _, view = view_size(drawing, apart.tops)
        lines += [
            f'<symbol id="{own}" viewBox="{view}" aria-label={quoteattr(text)}>',
            f"<title>{escape(text)}</title>",
            metadata(clip.text()),
            *drawn_lines(drawing, apart.tops, pictures),
            "</symbol>",
        ]
    return "\n".join([*lines, "</svg>", ""])
