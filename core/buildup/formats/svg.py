"""A drawing as an SVG document (W3C SVG 1.1 and 2)."""

from collections.abc import Iterable, Iterator, Sequence
from xml.sax.saxutils import escape, quoteattr

from buildup.drawing.checks import NO_TEXT
from buildup.drawing.model import Contour, Drawing, DrawnItem, Holder, Item, Outline, Style
from buildup.drawing.tree import ROOT
from buildup.drawing.units import unit_of
from buildup.forms.contours import HERE, contours_under
from buildup.forms.images import shown_images
from buildup.geometry.transforms import Affine
from buildup.view.pathdata import path_data


def svg(drawing: Drawing, *, title: str) -> str:
    """The sheet with all items that are not hidden, back to front; containers as groups.

    The document has the sheet's real size in its own unit; its user units are CSS pixels. What
    lies beyond the sheet's edge is in the file and outside its view.
    """
    sheet = drawing.sheet
    unit = unit_of(sheet.unit)
    width, height = (short(side / unit.size) for side in (sheet.width, sheet.height))
    lines = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}{unit.name}" '
        f'height="{height}{unit.name}" viewBox="0 0 {short(sheet.width)} {short(sheet.height)}">',
        f"<title>{escape(_sound_text(title))}</title>",
    ]
    if sheet.colour is not None:
        lines.append(f'<rect width="100%" height="100%" fill="{sheet.colour}"/>')
    lines += drawn_lines(drawing, drawing.tree.children(ROOT))
    return "\n".join([*lines, "</svg>", ""])


def drawn_lines(drawing: Drawing, ids: Iterable[str], by: Affine = HERE) -> Iterator[str]:
    """Some items, with all that they hold and is shown, as lines of a document.

    Args:
        drawing: which drawing.
        ids: of the items.
        by: a map under which they are drawn: that of an image.

    """
    for item_id in ids:
        item = drawing.items[item_id]
        if item.hidden:
            continue
        if not isinstance(item, Holder):
            yield _path(item, contours_under(drawing, item_id, by))
            continue
        faint = f' opacity="{short(item.opacity)}"' if item.opacity < 1.0 else ""
        yield f"<g aria-label={_name(item)}{faint}>"
        for image in shown_images(drawing, item_id):
            yield from drawn_lines(drawing, drawing.tree.children(item_id), by.after(image))
        yield "</g>"


def _path(item: DrawnItem, contours: Sequence[Contour]) -> str:
    rule = item.rule if isinstance(item, Outline) else "nonzero"
    attributes = [f'd="{path_data(contours)}"', *_paint(item.style)]
    if rule == "evenodd" and item.style.fill is not None:
        attributes.append('fill-rule="evenodd"')
    return f"<path {' '.join(attributes)} aria-label={_name(item)}/>"


def _name(item: Item) -> str:
    return quoteattr(_sound_text(item.name))


def _paint(style: Style) -> list[str]:
    paint = [f'fill="{style.fill or "none"}"']
    if style.stroke is not None and style.stroke_width > 0:
        paint += [
            f'stroke="{style.stroke}"',
            f'stroke-width="{short(style.stroke_width)}"',
            f'stroke-linecap="{style.cap}"',
            f'stroke-linejoin="{style.join}"',
        ]
    return paint


def short(value: float) -> str:
    """A number with at most six decimals."""
    return f"{value:.6f}".rstrip("0").rstrip(".")


def _sound_text(text: str) -> str:
    """The text without what XML cannot hold."""
    return NO_TEXT.sub("", text)
