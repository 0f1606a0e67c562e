"""What content shows by its name (ISO 32000-1, 8.4.5, 8.9, 8.10, 11.6): forms, pictures, states."""

from dataclasses import replace
from typing import TYPE_CHECKING, Any

import pikepdf
from buildup.drawing.laying import map_of_box
from buildup.formats.svg.svgtree import Element
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine

from imports.pdf.pdfimages import address_of
from imports.pdf.pdfpaths import PathMaker
from imports.pdf.pdfsheet import DEEPEST, put
from imports.pdf.pdfstate import CAPS, JOINS, State, among
from imports.pdf.pdfvalues import matrix_in, matrix_text, name_in, number_in, numbers_in, part

if TYPE_CHECKING:
    from imports.pdf.pdfcontent import Content

FORM = 20
"""Operators that a form costs as many as, whatever is in it."""
UNSEEN = 2 | 32
"""Flags of annotations that do not show: hidden, and not to be looked at (12.5.3)."""


def show(content: "Content", name: str) -> None:
    """A form or a picture (operator Do)."""
    thing = part(content.resources, "XObject", name)
    kind = name_in(part(thing, "Subtype"))
    if content.hides or content.is_off(part(thing, "OC")):
        return
    if kind == "Form":
        form(content, thing)
    elif kind == "Image":
        picture(content, thing)
    else:
        content.leave("other content")


def form(content: "Content", thing: Any) -> None:
    """A form; where it is a transparency group, it shows as one."""
    if content.depth >= DEEPEST:
        return
    content.sheet.marks.spend(FORM)
    state = content.state
    grouped = name_in(part(thing, "Group", "S")) == "Transparency"
    special = state.fill_opacity < 1.0 or state.blend != "normal" or state.mask
    into = content.into
    inside = replace(state, place=state.place.after(matrix_in(part(thing, "Matrix"))))
    if grouped and special:
        into = Element("g", {}, 0)
        inside = replace(inside, fill_opacity=1.0, stroke_opacity=1.0, blend="normal", mask="")
    resources = part(thing, "Resources") or content.resources
    inner = content.inner(into, inside, resources)
    box = numbers_in(part(thing, "BBox"))
    if len(box) == 4:
        path = PathMaker()
        path.box(box[0], box[1], box[2] - box[0], box[3] - box[1])
        inner.clip(path, "nonzero")
    inner.run(thing)
    if into is not content.into and into.children:
        content.add(into, clipped=False, opacity=state.fill_opacity)


def glyph(content: "Content", procedure: Any, by: Affine, resources: Any) -> None:
    """A glyph of a Type 3 font."""
    if content.depth < DEEPEST:
        state = replace(content.state, place=content.state.place.after(by))
        held = resources if resources is not None else content.resources
        content.inner(content.into, state, held).run(procedure)


def picture(content: "Content", thing: Any) -> None:
    """A picture, in the unit square of user space, its top at 1."""
    stencil = isinstance(thing, pikepdf.PdfInlineImage) or part(thing, "ImageMask")
    ink = content.state.fill.colour if stencil else "#000000"
    address = content.sheet.marks.once(thing, address_of, ink)
    if address is None:
        content.leave("pictures that cannot be read")
        return
    by = content.state.place.after(Affine(1 + 0j, -1j, 1j))
    values = {
        "href": address, "width": "1", "height": "1", "preserveAspectRatio": "none",
        "transform": matrix_text(by),
    }  # fmt: skip
    content.add(Element("image", values, 0), opacity=content.state.fill_opacity)


def annotation(content: "Content", thing: Any) -> None:
    """What an annotation looks like, inside its rectangle (12.5.5)."""
    look = part(thing, "AP", "N")
    state = name_in(part(thing, "AS"))
    if isinstance(look, pikepdf.Dictionary) and not isinstance(look, pikepdf.Stream):
        look = part(look, state)
    rectangle, box = numbers_in(part(thing, "Rect")), numbers_in(part(look, "BBox"))
    flags = int(number_in(part(thing, "F")))
    kind = name_in(part(thing, "Subtype"))
    if len(rectangle) != 4 or len(box) != 4 or flags & UNSEEN or kind == "Popup":
        return
    matrix = matrix_in(part(look, "Matrix"))
    around = Box.around(matrix(c) for c in Box(*box).corners)
    x, y, right, top = rectangle
    there = Box(min(x, right), min(y, top), max(x, right), max(y, top))
    if min(around.width, around.height) <= 0.0:
        return
    by = map_of_box(there).after(map_of_box(around).inverse())
    before = content.state
    content.concatenate(by)
    form(content, look)
    content.state = before


def attributes(content: "Content", name: str) -> None:
    """A graphics state by its name (operator gs; 8.4.5)."""
    values = part(content.resources, "ExtGState", name)
    if not isinstance(values, pikepdf.Dictionary):
        return
    state = content.state
    for key in values.keys():  # noqa: SIM118 (of a PDF)
        value = values[key]
        match key:
            case "/ca":
                state = replace(state, fill_opacity=min(max(number_in(value, 1.0), 0.0), 1.0))
            case "/CA":
                state = replace(state, stroke_opacity=min(max(number_in(value, 1.0), 0.0), 1.0))
            case "/BM":
                state = replace(state, blend=_blend(value))
            case "/SMask":
                state = replace(state, mask=_mask(content, value))
            case "/LW":
                state = replace(state, width=number_in(value))
            case "/LC":
                state = replace(state, cap=among(value, CAPS))
            case "/LJ":
                state = replace(state, join=among(value, JOINS))
            case "/ML":
                state = replace(state, miter=number_in(value))
            case "/D" if len(value) == 2:
                dashes, start = numbers_in(value[0]), number_in(value[1])
                state = replace(state, dashes=tuple(dashes), dash_from=start)
    content.state = state


def _mask(content: "Content", value: Any) -> str:
    """A soft mask (11.6.5.3) under an id; empty for none."""
    group = part(value, "G")
    if group is None or content.depth >= DEEPEST:
        return ""
    own = content.sheet.new_id("m")
    values = {
        "id": own, "maskUnits": "userSpaceOnUse", **content.sheet.bounds,
        "mask-type": "alpha" if name_in(part(value, "S")) == "Alpha" else "luminance",
    }  # fmt: skip
    element = put(content.into, Element("mask", values, 0)).children[-1]
    plain = State(place=content.state.place)
    form(content.inner(element, plain, content.resources), group)
    return own


def _blend(value: Any) -> str:
    """A blend mode as CSS calls it (11.3.5; W3C Compositing and Blending 1, 10)."""
    names = value if isinstance(value, pikepdf.Array) else [value]
    word = name_in(names[0]) if len(names) else ""
    kebab = "".join(f"-{c.lower()}" if c.isupper() else c for c in word).lstrip("-")
    return "normal" if kebab in ("", "normal", "compatible") else kebab
