"""A drawing as an SVG document (W3C SVG 1.1 and 2)."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from xml.sax.saxutils import escape, quoteattr

from buildup.drawing.checks import NO_TEXT
from buildup.drawing.model import (
    Assembly,
    Contour,
    Drawing,
    Holder,
    Item,
    Outline,
    Painted,
    Style,
    Symmetry,
)
from buildup.drawing.tree import ROOT
from buildup.drawing.units import unit_of
from buildup.forms.contours import contours_of
from buildup.forms.images import images, shown_images
from buildup.forms.sides import kept
from buildup.shapes.placement import moved_contour
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


@dataclass(frozen=True, slots=True)
class _Seen:
    """How items in symmetries are seen: the image of each that is meant, the innermost first."""

    images: tuple[tuple[Symmetry, int], ...] = ()

    def style(self, own: Style) -> Style:
        """How an item is painted there."""
        painted = (s.second for s, number in self.images if number % 2 and s.second is not None)
        return next(painted, own)

    def contours(self, contours: tuple[Contour, ...]) -> tuple[Contour, ...]:
        """Where its contours are there, cut as the symmetries say."""
        for symmetry, number in self.images:
            image = images(symmetry)[number]
            contours = tuple(moved_contour(c, image) for c in kept(contours, symmetry))
        return contours


_PLAINLY = _Seen()


def drawn_lines(drawing: Drawing, ids: Iterable[str], seen: _Seen = _PLAINLY) -> Iterator[str]:
    """Some items, with all that they hold and is shown, as lines of a document."""
    for item_id in ids:
        item = drawing.items[item_id]
        if item.hidden:
            continue
        if not isinstance(item, Holder) or isinstance(item, Assembly):
            contours = seen.contours(contours_of(drawing, item_id))
            if contours:
                yield _path(replace(item, style=seen.style(item.style)), contours)
            continue
        faint = f' opacity="{short(item.opacity)}"' if item.opacity < 1.0 else ""
        yield f"<g aria-label={_name(item)}{faint}>"
        held = drawing.tree.children(item_id)
        if isinstance(item, Symmetry):
            for number in range(len(shown_images(drawing, item_id))):
                yield from drawn_lines(drawing, held, _Seen(((item, number), *seen.images)))
        else:
            yield from drawn_lines(drawing, held, seen)
        yield "</g>"


def _path(item: Painted, contours: Sequence[Contour]) -> str:
    rule = item.rule if isinstance(item, Outline) else "nonzero"
    attributes = [f'd="{path_data(contours)}"', *_paint(item.style)]
    if isinstance(item, Assembly) and item.opacity < 1.0:
        attributes.append(f'opacity="{short(item.opacity)}"')
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
