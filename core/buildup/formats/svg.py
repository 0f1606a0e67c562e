"""A drawing as an SVG document (W3C SVG 1.1 and 2)."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from xml.sax.saxutils import escape, quoteattr

from buildup.drawing.checks import NO_TEXT
from buildup.drawing.model import (
    MITER_LIMIT,
    Assembly,
    Contour,
    Drawing,
    Holder,
    Item,
    Style,
    Symmetry,
)
from buildup.drawing.tree import ROOT
from buildup.drawing.units import unit_of
from buildup.forms.assembling import Form
from buildup.forms.images import images, shown_images
from buildup.forms.paintings import paintings_of
from buildup.forms.pens import placing_of
from buildup.forms.seen import stroke_box
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

    @property
    def number(self) -> str:
        """What tells it from the others of the same item."""
        return "".join(f"-{number}" for _, number in self.images)

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
        if drawing.is_painted(item_id):
            yield from _painted(drawing, item_id, seen)
            continue
        assert isinstance(item, Holder)  # noqa: S101
        faint = f' opacity="{short(item.opacity)}"' if item.opacity < 1.0 else ""
        yield f"<g aria-label={_name(item)}{faint}>"
        held = drawing.tree.children(item_id)
        if isinstance(item, Symmetry):
            for number in range(len(shown_images(drawing, item_id))):
                yield from drawn_lines(drawing, held, _Seen(((item, number), *seen.images)))
        else:
            yield from drawn_lines(drawing, held, seen)
        yield "</g>"


def _painted(drawing: Drawing, item_id: str, seen: _Seen) -> Iterator[str]:
    """What is painted of an item: one path, or a group of several."""
    item = drawing.items[item_id]
    forms = [replace(f, contours=seen.contours(f.contours)) for f in paintings_of(drawing, item_id)]
    forms = [replace(f, style=seen.style(f.style)) for f in forms if f.contours]
    marks = f" aria-label={_name(item)}"
    if isinstance(item, Assembly) and item.opacity < 1.0:
        marks = f' opacity="{short(item.opacity)}"{marks}'
    alone = len(forms) == 1 and _is_one_path(forms[0])
    if not alone and forms:
        yield f"<g{marks}>"
    for number, form in enumerate(forms):
        yield from _paths(form, marks if alone else "", f"{item_id}{seen.number}-{number}")
    if not alone and forms:
        yield "</g>"


def _is_one_path(form: Form) -> bool:
    """Whether its stroke needs no path of its own."""
    return not form.style.stroked or placing_of(form.contours, form.style) == "centred"


def _paths(form: Form, marks: str, side: str) -> Iterator[str]:
    """A form as one path, or as two where its stroke lies on one side, cut there."""
    style = form.style
    data = f'd="{path_data(form.contours)}"'
    even = ' fill-rule="evenodd"' if form.rule == "evenodd" else ""
    fill = f'fill="{style.fill or "none"}"{even if style.fill is not None else ""}'
    if _is_one_path(form):
        yield f"<path {data} {fill}{_stroke(style)}{marks}/>"
        return
    if style.fill is not None:
        yield f"<path {data} {fill}{marks}/>"
    twice = _stroke(replace(style, stroke_width=2.0 * style.stroke_width))
    if style.placing == "inside":
        clip = even.replace("fill", "clip")
        yield f'<clipPath id="in-{side}"><path {data}{clip}/></clipPath>'
        yield f'<path {data} fill="none"{twice} clip-path="url(#in-{side})"/>'
        return
    box = stroke_box(form.contours, style)
    place = f'x="{short(box.left)}" y="{short(box.top)}"'
    place = f'{place} width="{short(box.width)}" height="{short(box.height)}"'
    yield f'<mask id="out-{side}" maskUnits="userSpaceOnUse" {place}>'
    yield f'<rect {place} fill="#FFFFFF"/><path {data}{even} fill="#000000"/></mask>'
    yield f'<path {data} fill="none"{twice} mask="url(#out-{side})"/>'


def _name(item: Item) -> str:
    return quoteattr(_sound_text(item.name))


def _stroke(style: Style) -> str:
    """The attributes of a stroke; none where there is none."""
    if not style.stroked:
        return ""
    paint = [
        f'stroke="{style.stroke}"',
        f'stroke-width="{short(style.stroke_width)}"',
        f'stroke-linecap="{style.cap}"',
        f'stroke-linejoin="{style.join}"',
    ]
    if style.join == "miter" and style.miter_limit != MITER_LIMIT:
        paint.append(f'stroke-miterlimit="{short(style.miter_limit)}"')
    if style.dashes:
        paint.append(f'stroke-dasharray="{" ".join(map(short, style.dashes))}"')
    if style.dashes and style.dash_from:
        paint.append(f'stroke-dashoffset="{short(style.dash_from)}"')
    return "".join(f" {attribute}" for attribute in paint)


def short(value: float) -> str:
    """A number with at most six decimals."""
    return f"{value:.6f}".rstrip("0").rstrip(".")


def _sound_text(text: str) -> str:
    """The text without what XML cannot hold."""
    return NO_TEXT.sub("", text)
