"""A drawing as an SVG document (W3C SVG 1.1 and 2)."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from xml.sax.saxutils import escape, quoteattr

from buildup.drawing.checks import NO_TEXT
from buildup.drawing.model import Drawing
from buildup.drawing.numerals import short
from buildup.drawing.paint import PLAIN
from buildup.drawing.tree import ROOT
from buildup.drawing.units import unit_of
from buildup.formats.scene import Node, Part, Piece, scene
from buildup.formats.svg.svgpaint import Inks, effect_lines, form_lines, place_of, showing
from buildup.formats.svg.symbolids import symbol_id
from buildup.forms.seen import shown_box
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine


@dataclass(frozen=True, slots=True)
class Writing:
    """How a document is written.

    Args:
        named: the ids so far, which parts get after their names; None: they get none.
        decimals: of all numbers; None: places on paths read back the same.
        labels: parts say their names.
        groups: also those that show nothing as a whole are written.
        uses: symmetries are written once and used again, where all their images look alike.
        inks: the gradients that were written so far; one such for each document.

    """

    decimals: int | None = None
    labels: bool = True
    groups: bool = True
    uses: bool = False
    inks: Inks | None = None
    named: set[str] | None = None


WHOLLY = Writing()
NO_PICTURES: Mapping[int, str] = {}


def svg(
    drawing: Drawing,
    *,
    title: str,
    writing: Writing = WHOLLY,
    ids: Iterable[str] | None = None,
    metadata: str = "",
    pixels: tuple[int, int] | None = None,
    pictures: Mapping[int, str] = NO_PICTURES,
) -> str:
    """The sheet with all items that are not hidden, back to front; containers as groups.

    The document has the sheet's real size in its own unit; its user units are CSS pixels. What
    lies beyond the sheet's edge is in the file and outside its view.

    Args:
        drawing: which.
        title: what the document is called; empty: it is not.
        writing: how it is written.
        ids: only these items, and the document is as large as what is seen of them.
        metadata: an element that other programs pass over.
        pixels: how large the document is instead, to be painted in just so many; it is stretched
            by what that takes.
        pictures: the address of each by its number; what shows another one is grey.

    """
    box = Box(0.0, 0.0, drawing.sheet.width, drawing.sheet.height)
    tops = drawing.tree.children(ROOT) if ids is None else drawing.tree.tops(ids)
    if ids is not None:
        box = view_of(drawing, tops)
    view = " ".join(map(short, (box.left, box.top, box.width, box.height)))
    size = _size(box, drawing.sheet.unit) if pixels is None else _stretched(pixels)
    lines = [f'<svg xmlns="http://www.w3.org/2000/svg" {size} viewBox="{view}">']
    if title:
        lines.append(f"<title>{escape(_sound_text(title))}</title>")
    if metadata:
        lines.append(metadata)
    if ids is None and drawing.sheet.colour is not None:
        lines.append(f'<rect width="100%" height="100%" fill="{drawing.sheet.colour}"/>')
    writing = replace(writing, inks=Inks(writing.decimals is not None, pictures))
    lines += scene_lines(scene(drawing, tops), writing)
    return "\n".join([*lines, "</svg>", ""])


def _size(box: Box, unit: str) -> str:
    one = unit_of(unit)
    width, height = (short(max(side, 0.01) / one.size) for side in (box.width, box.height))
    return f'width="{width}{one.name}" height="{height}{one.name}"'


def _stretched(pixels: tuple[int, int]) -> str:
    return f'width="{pixels[0]}" height="{pixels[1]}" preserveAspectRatio="none"'


def view_of(drawing: Drawing, tops: Iterable[str]) -> Box:
    """The box around what is seen of some items; a small one where nothing is."""
    seen = [b for i in tops if (b := shown_box(drawing, i)) is not None]
    return Box.union(seen) if seen else Box(0.0, 0.0, 1.0, 1.0)


def drawn_lines(
    drawing: Drawing, ids: Iterable[str], pictures: Mapping[int, str] = NO_PICTURES
) -> Iterator[str]:
    """Some items, with all that they hold and is shown, as lines of a document."""
    yield from scene_lines(scene(drawing, ids), Writing(inks=Inks(pictures=pictures)))


def scene_lines(nodes: Iterable[Node], writing: Writing) -> Iterator[str]:
    """A scene as lines of a document."""
    for node in nodes:
        if isinstance(node, Piece):
            yield from form_lines(node.form, node.name, writing.decimals, writing.inks)
        else:
            yield from _part(node, writing)


def _part(part: Part, writing: Writing) -> Iterator[str]:
    marks, defined = _whole(part, writing)
    lines = list(_masked(part, writing))
    if not lines and not writing.groups:
        return
    yield from defined
    *before, last = lines or [""]
    if last.startswith("<path") and _is_one_path(part, before):
        yield from before
        yield f"{last.removesuffix('/>')}{marks}/>"
    elif not marks and not writing.groups:
        yield from lines
    else:
        yield f"<g{marks}>"
        yield from lines
        yield "</g>"


def _masked(part: Part, writing: Writing) -> Iterator[str]:
    """What a part holds, inside its mask."""
    lines = list(_rounds(part, writing))
    if part.mask is None or not lines:
        yield from lines
        return
    name = f"mask-{part.name}"
    area = place_of(part.mask.area, writing.decimals)
    kind = f' style="mask-type:{part.mask.kind}"' if part.mask.kind == "alpha" else ""
    yield f'<mask id="{name}" maskUnits="userSpaceOnUse" {area}{kind}>'
    yield from scene_lines(part.mask.held, writing)
    yield "</mask>"
    yield f'<g mask="url(#{name})">'
    yield from lines
    yield "</g>"


def _is_one_path(part: Part, before: list[str]) -> bool:
    """Whether a part comes to one path, so that all of it can be said there."""
    if part.item is None or not isinstance(next(part.held, None), Piece):
        return False
    return not any(line.startswith(("<path", "<g")) for line in before)


def _rounds(part: Part, writing: Writing) -> Iterator[str]:
    """What a part holds; a symmetry that repeats itself is written once, and used, where asked."""
    first, *others = part.rounds or (None,)
    if first is None:
        return
    if not (writing.uses and part.repeats and others and _is_still(first.held)):
        yield from scene_lines(part.held, writing)
        return
    lines = list(scene_lines(first.held, writing))
    if not lines:
        return
    yield f'<g id="{part.name}-once">'
    yield from lines
    yield "</g>"
    for again in others:
        by = part.by.after(again.by).after(part.by.inverse())
        yield f'<use href="#{part.name}-once" transform="{_matrix(by)}"/>'


def _is_still(nodes: Iterable[Node]) -> bool:
    """Whether nothing in some nodes has effects, which do not turn with what is used again."""
    return all(isinstance(n, Piece) or (not n.finish.effects and _is_still(n.held)) for n in nodes)


def _matrix(by: Affine) -> str:
    six = (by.across, by.down, by.origin)
    return f"matrix({' '.join(short(v) for z in six for v in (z.real, z.imag))})"


def _whole(part: Part, writing: Writing) -> tuple[str, Iterable[str]]:
    """The attributes of a part as a whole, and lines that they need."""
    label = ""
    if part.item is not None and writing.labels:
        label = f" aria-label={quoteattr(_sound_text(part.item.name))}"
    if part.item is not None and writing.named is not None:
        label = f' id="{symbol_id(part.item.name, writing.named)}"{label}'
    marks = showing(part.finish)
    if part.area is None or part.finish == PLAIN:
        return marks + label, ()
    name = f"fx-{part.name}"
    lines = effect_lines(part.finish.effects, part.area, name, part.by, writing.decimals)
    return f'{marks} filter="url(#{name})"{label}', lines


def _sound_text(text: str) -> str:
    """The text without what XML cannot hold."""
    return NO_TEXT.sub("", text)
