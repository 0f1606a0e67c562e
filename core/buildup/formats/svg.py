"""A drawing as an SVG document (W3C SVG 1.1 and 2)."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from xml.sax.saxutils import escape, quoteattr

from buildup.drawing.checks import NO_TEXT
from buildup.drawing.model import Contour, Drawing, Holder, Item, Painted, Symmetry, finish_of
from buildup.drawing.numerals import short
from buildup.drawing.paint import PLAIN, Style, moved_style
from buildup.drawing.tree import ROOT
from buildup.drawing.units import unit_of
from buildup.formats.svgpaint import effect_lines, form_lines, showing
from buildup.forms.assembling import Form
from buildup.forms.contours import form_of
from buildup.forms.images import images, shown_images
from buildup.forms.paintings import paintings_beside
from buildup.forms.seen import painted_area, painted_box
from buildup.forms.sides import kept
from buildup.geometry.transforms import Affine
from buildup.shapes.placement import moved_contour


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

    @property
    def by(self) -> Affine:
        """Where it shows."""
        found = Affine()
        for symmetry, number in self.images:
            found = images(symmetry)[number].after(found)
        return found

    def style(self, own: Style) -> Style:
        """How an item is painted there."""
        if not self.images:
            return own
        painted = (s.second for s, number in self.images if number % 2 and s.second is not None)
        return moved_style(replace(next(painted, own), finish=own.finish), self.by)

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
        marks, defined = _whole(drawing, item_id, seen)
        yield from defined
        yield f"<g{marks}>"
        held = drawing.tree.children(item_id)
        if isinstance(item, Symmetry):
            for number in range(len(shown_images(drawing, item_id))):
                yield from drawn_lines(drawing, held, _Seen(((item, number), *seen.images)))
        else:
            yield from drawn_lines(drawing, held, seen)
        yield "</g>"


def _whole(drawing: Drawing, item_id: str, seen: _Seen) -> tuple[str, Iterable[str]]:
    """The attributes of an item as a whole, and lines that they need."""
    item = drawing.items[item_id]
    finish = seen.style(item.style).finish if isinstance(item, Painted) else finish_of(item)
    label = f" aria-label={_name(item)}"
    box = painted_area(drawing, item_id) if finish.effects else None
    if box is None:
        return showing(finish) + label, ()
    name = f"fx-{item_id}{seen.number}"
    lines = effect_lines(finish.effects, box, name, seen.by)
    return f'{showing(finish)} filter="url(#{name})"{label}', lines


def _painted(drawing: Drawing, item_id: str, seen: _Seen) -> Iterator[str]:
    """What is painted of an item: one path, or a group of several."""
    below, above = paintings_beside(drawing, item_id)
    own = form_of(drawing, item_id)
    lines: list[str] = []
    for number, form in enumerate((*below, own, *above)):
        there = replace(form, contours=seen.contours(form.contours), style=seen.style(form.style))
        if there.contours:
            name = f"{item_id}{seen.number}-{number}"
            lines += form_lines(there, name) if form is own else _beside(there, name)
    if not lines:
        return
    marks, defined = _whole(drawing, item_id, seen)
    yield from defined
    *before, last = lines
    if not any(line.startswith("<path") for line in before):
        yield from before
        yield f"{last.removesuffix('/>')}{marks}/>"
        return
    yield f"<g{marks}>"
    yield from lines
    yield "</g>"


def _beside(form: Form, name: str) -> Iterator[str]:
    """What is painted beside the form of an assembly, as it shows by itself."""
    finish = form.style.finish
    if finish == PLAIN:
        yield from form_lines(form, name)
        return
    marks = showing(finish)
    if finish.effects:
        box = painted_box(form.contours, form.style)
        yield from effect_lines(finish.effects, box, f"fx-{name}", Affine())
        marks += f' filter="url(#fx-{name})"'
    yield f"<g{marks}>"
    yield from form_lines(form, name)
    yield "</g>"


def _name(item: Item) -> str:
    return quoteattr(_sound_text(item.name))


def _sound_text(text: str) -> str:
    """The text without what XML cannot hold."""
    return NO_TEXT.sub("", text)
