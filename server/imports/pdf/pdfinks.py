"""What content is painted with (ISO 32000-1, 8.6 and 8.7): colours, patterns, shadings."""

from dataclasses import replace
from typing import TYPE_CHECKING, Any

import pikepdf
from buildup.formats.svg.svgtree import Element
from buildup.geometry.transforms import Affine

from imports.pdf.pdfcolours import RGB, Space, space_in
from imports.pdf.pdfshadings import shading_in
from imports.pdf.pdfsheet import DEEPEST, put
from imports.pdf.pdfstate import Ink, State
from imports.pdf.pdfvalues import (
    matrix_in,
    matrix_text,
    name_in,
    number_in,
    number_text,
    numbers_in,
    part,
)

if TYPE_CHECKING:
    from imports.pdf.pdfcontent import Content

Operands = list[Any]


def ink_value(content: "Content", ink: Ink) -> str:
    """What an ink is called in an attribute; what it needs is put before."""
    if ink.pattern is None:
        return ink.colour
    placed = content.base.after(matrix_in(part(ink.pattern, "Matrix")))
    if abs(content.state.place.determinant) == 0.0 or content.depth >= DEEPEST:
        return "none"
    here = content.state.place.inverse().after(placed)
    if part(ink.pattern, "PatternType") == 1:
        return _tiles(content, ink, here, placed)
    shading = shading_in(part(ink.pattern, "Shading"), content.resources)
    if shading is None:
        content.change("gradients that are neither linear nor radial (shown grey)")
        return "#808080"
    own = content.sheet.new_id("g")
    put(content.into, shading.element(own, here))
    return f"url(#{own})"


def _tiles(content: "Content", ink: Ink, here: Affine, placed: Affine) -> str:
    """A tiling pattern (8.7.3)."""
    box = numbers_in(part(ink.pattern, "BBox"))
    steps = [abs(number_in(part(ink.pattern, key))) for key in ("XStep", "YStep")]
    if len(box) != 4 or min(steps) == 0.0:
        return "none"
    own = content.sheet.new_id("p")
    left, low = min(box[0], box[2]), min(box[1], box[3])
    values = {
        "id": own, "patternUnits": "userSpaceOnUse", "patternTransform": matrix_text(here),
        "x": number_text(left), "y": number_text(low),
        "width": number_text(steps[0]), "height": number_text(steps[1]),
    }  # fmt: skip
    element = put(content.into, Element("pattern", values, 0)).children[-1]
    state = State(place=Affine())
    if part(ink.pattern, "PaintType") == 2:
        plain = Ink(RGB, ink.colour)
        state = replace(state, fill=plain, stroke=plain)
    resources = part(ink.pattern, "Resources")
    inner = content.inner(element, state, resources)
    inner.run(ink.pattern)
    return f"url(#{own})"


def shade(content: "Content", name: str) -> None:
    """Paint a shading over all that is not clipped (operator sh)."""
    shading = shading_in(part(content.resources, "Shading", name), content.resources)
    if shading is None:
        content.leave("gradients that are neither linear nor radial")
        return
    own = content.sheet.new_id("g")
    put(content.into, shading.element(own, content.state.place))
    values = {
        **content.sheet.bounds, "fill": f"url(#{own})",
    }  # fmt: skip
    content.add(Element("rect", values, 0), opacity=content.state.fill_opacity)


def into_space(content: "Content", name: Any, *, stroking: bool) -> None:
    """Operators cs and CS."""
    space = space_in(name, content.resources)
    if space is None:
        content.change("colours that cannot be read (shown grey)")
        content.set_ink(Ink(RGB, "#808080"), stroking=stroking)
    else:
        first = "#000000" if space.is_pattern else space.hex(())
        content.set_ink(Ink(space, first), stroking=stroking)


def colour(content: "Content", space: Space | None, operands: Operands, *, stroking: bool) -> None:
    """A colour of a space, or of the present one; of a pattern its name comes last."""
    old = content.state.stroke if stroking else content.state.fill
    space = space or old.space
    pattern = None
    if operands and isinstance(operands[-1], pikepdf.Name):
        pattern = part(content.resources, "Pattern", name_in(operands[-1]))
        operands = operands[:-1]
    values = [number_in(o) for o in operands]
    shown = space.hex(values) if space.count else old.colour
    content.set_ink(Ink(space, shown, pattern), stroking=stroking)
