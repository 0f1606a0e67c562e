"""The content of a page of a PDF (ISO 32000-1, 8 and 9) as elements of SVG, as they are painted.

All coordinates are those of the sheet: each element says its own place. Clip paths, masks,
gradients, patterns, groups and pictures become what SVG has for them, so that one reader knows what
becomes of those here.
"""

from dataclasses import replace
from typing import Any

import pikepdf
from buildup.formats.svg.svgtree import Element
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine

from imports.pdf.pdffonts import font_in
from imports.pdf.pdfinks import ink_value
from imports.pdf.pdfoperators import ACTS
from imports.pdf.pdfpaths import PathMaker
from imports.pdf.pdfsheet import Sheet, put
from imports.pdf.pdfstate import CAPS, JOINS, Ink, State, TextState
from imports.pdf.pdftext import TextMaker
from imports.pdf.pdfvalues import matrix_text, name_in, number_text, part

EDGE = 0.5
"""Sheet units by which a box around the page may fall short of it: rounding."""
THINNEST = 0.25
"""Points of a line that says it is as thin as can be."""
STUMBLES = (ValueError, TypeError, LookupError, AttributeError, ArithmeticError, pikepdf.PdfError)
"""What operands that are none of their kind make an operator raise."""
Operands = list[Any]


class Content:
    """Runs content, of a page, a form, a pattern or a glyph, and paints into an element."""

    def __init__(
        self, sheet: Sheet, into: Element, state: State, resources: Any, depth: int = 0
    ) -> None:
        self.sheet, self.into, self.state = sheet, into, state
        self.resources = resources
        self.base = state.place
        self.depth = depth
        self.text: TextMaker = TextMaker(self)
        self._path = PathMaker()
        self._clips = ""
        """The rule by which the present path clips, once it is painted; empty: it does not."""
        self._saved: list[State] = []
        self._hides: list[bool] = []
        """Of the marked content that is open: whether it does not show."""

    def inner(self, into: Element, state: State, resources: Any) -> "Content":
        """What paints content inside this one."""
        return Content(self.sheet, into, state, resources, self.depth + 1)

    def run(self, stream: Any) -> None:
        """All operators of a stream, or of a page."""
        try:
            marks = pikepdf.parse_content_stream(stream)
        except pikepdf.PdfError:
            self.leave("content that cannot be read")
            return
        for mark in marks:
            self.sheet.marks.spend()
            operator = str(mark.operator)
            act = ACTS.get(operator)
            try:
                if act is not None:
                    act(self, list(mark.operands))
            except STUMBLES:  # as readers of PDF do: what is broken is passed over
                self.leave("content that cannot be read")

    def leave(self, kind: str) -> None:
        """Count something that is left out."""
        self.sheet.report.leave(kind)

    def change(self, kind: str) -> None:
        """Count something that becomes something else."""
        self.sheet.report.change(kind)

    @property
    def hides(self) -> bool:
        """Whether what is painted here does not show."""
        return any(self._hides)

    def add(self, element: Element, *, clipped: bool = True, opacity: float = 1.0) -> None:
        """An element, as the present state shows it."""
        if self.hides:
            return
        values: dict[str, str] = {}
        if clipped and self.state.clip:
            values["clip-path"] = f"url(#{self.state.clip})"
        if self.state.mask:
            values["mask"] = f"url(#{self.state.mask})"
        if opacity < 1.0:
            values["opacity"] = number_text(opacity)
        if self.state.blend != "normal":
            values["style"] = f"mix-blend-mode:{self.state.blend}"
        put(self.into, put(Element("g", values, 0), element) if values else element)

    def painted(self, data: str, *, fill: str, stroke: bool) -> None:
        """A path in user space, filled by a rule (empty: it is not), stroked or both."""
        if not data or not (fill or stroke):
            return
        if fill and stroke and self.state.stroke_opacity < 1.0:
            self._knocked_out(data, fill)
            return
        values = {"d": data, "transform": matrix_text(self.state.place), "fill": "none"}
        if fill:
            values |= self._area(fill)
        if stroke:
            values |= self._pen()
        if values["fill"] != "none" or values.get("stroke", "none") != "none":
            self.add(Element("path", values, 0))

    def _knocked_out(self, data: str, rule: str) -> None:
        """A fill, and a stroke that is seen through: below that the fill is not (11.7.4.4)."""
        own = self.sheet.new_id("m")
        place = {"d": data, "transform": matrix_text(self.state.place)}
        pen = {k: v for k, v in self._pen().items() if k not in ("stroke", "stroke-opacity")}
        bounds = self.sheet.bounds
        mask = Element("mask", {"id": own, "maskUnits": "userSpaceOnUse", **bounds}, 0)
        put(mask, Element("rect", {**bounds, "fill": "#FFFFFF"}, 0))
        put(mask, Element("path", {**place, **pen, "fill": "none", "stroke": "#000000"}, 0))
        filled = Element("path", {**place, **self._area(rule)}, 0)
        put(self.into, mask)
        self.add(put(Element("g", {"mask": f"url(#{own})"}, 0), filled))
        self.painted(data, fill="", stroke=True)

    def _area(self, rule: str) -> dict[str, str]:
        state = self.state
        values = {"fill": ink_value(self, state.fill), "fill-rule": rule}
        if state.fill_opacity < 1.0:
            values["fill-opacity"] = number_text(state.fill_opacity)
        return values

    def _pen(self) -> dict[str, str]:
        state = self.state
        scale = abs(state.place.determinant) ** 0.5
        thinnest = THINNEST / scale if scale else THINNEST
        values = {
            "stroke": ink_value(self, state.stroke),
            "stroke-width": number_text(max(state.width, thinnest)),
            "stroke-linecap": CAPS[state.cap],
            "stroke-linejoin": JOINS[state.join],
            "stroke-miterlimit": number_text(max(state.miter, 1.0)),
        }
        if state.stroke_opacity < 1.0:
            values["stroke-opacity"] = number_text(state.stroke_opacity)
        if any(d > 0.0 for d in state.dashes):
            values["stroke-dasharray"] = " ".join(map(number_text, state.dashes))
            values["stroke-dashoffset"] = number_text(state.dash_from)
        return values

    def paint(self, *, fill: str = "", stroke: bool = False, close: bool = False) -> None:
        """Paint the present path, and begin another one."""
        if close:
            self._path.close()
        data = self._path.data
        self.painted(data, fill=fill, stroke=stroke)
        if self._clips:
            self.clip(self._path, self._clips)
        self._clips = ""
        self._path = PathMaker()

    def clip(self, path: PathMaker, rule: str) -> None:
        """What comes next shows inside a path, too; a box around the page cuts nothing."""
        if path.only_box is not None:
            corners = [self.state.place(c) for c in path.only_box.corners]
            around = Box.around(corners)
            square = all(c in around.corners for c in corners)
            if square and around.grown(EDGE).holds(self.sheet.box):
                return
        held = Element(
            "path",
            {
                "d": path.data or "M0 0",
                "clip-rule": rule,
                "transform": matrix_text(self.state.place),
            },
            0,
        )
        self.clip_to(held)

    def clip_to(self, *held: Element) -> None:
        """What comes next shows inside some elements, too."""
        own = self.sheet.new_id("c")
        values = {"id": own}
        if self.state.clip:
            values["clip-path"] = f"url(#{self.state.clip})"
        put(self.into, put(Element("clipPath", values, 0), *held))
        self.state = replace(self.state, clip=own)

    def open_mark(self, operands: Operands) -> None:
        """Marked content begins; some of it belongs to a layer that is off (14.6)."""
        layer = None
        if len(operands) == 2 and name_in(operands[0]) == "OC":
            layer = part(self.resources, "Properties", name_in(operands[1]))
        self._hides.append(self.is_off(layer))

    def close_mark(self) -> None:
        """Marked content ends."""
        if self._hides:
            self._hides.pop()

    def is_off(self, layer: Any) -> bool:
        return layer is not None and getattr(layer, "objgen", (0, 0)) in self.sheet.hidden

    def save(self) -> None:
        """Operator q."""
        self._saved.append(self.state)

    def restore(self) -> None:
        """Operator Q."""
        if self._saved:
            self.state = self._saved.pop()

    def set_ink(self, ink: Ink, *, stroking: bool) -> None:
        self.state = replace(self.state, stroke=ink) if stroking else replace(self.state, fill=ink)

    def font(self, name: str, size: float) -> None:
        """Operator Tf."""
        value = part(self.resources, "Font", name)
        found = None if value is None else self.sheet.marks.once(value, font_in)
        self.set_text(font=found, size=size)

    def set_text(self, **values: Any) -> None:
        """Part of the text state."""
        text: TextState = replace(self.state.text, **values)
        self.state = replace(self.state, text=text)

    def concatenate(self, by: Affine) -> None:
        """Operator cm."""
        self.state = replace(self.state, place=self.state.place.after(by))

    def clips_by(self, rule: str) -> None:
        """Operators W and W*."""
        self._clips = rule

    @property
    def path(self) -> PathMaker:
        """The present path."""
        return self._path
