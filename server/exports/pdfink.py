"""What is painted, as the marks of a PDF: paths, colours, gradients, opacity, groups, pictures.

All is told in sheet units, y down, inside form objects that the page lays on itself, so that the
patterns of gradients need no map of their own but that of the gradient (ISO 32000-1, 8.7.3).
"""

from collections.abc import Iterable
from dataclasses import replace

import pikepdf
from buildup.contours.anchors import Contour
from buildup.drawing.numerals import short
from buildup.drawing.paint import (
    PLAIN,
    Colour,
    Gradient,
    Paint,
    PictureFill,
    Stroke,
    one_colour,
)
from buildup.formats.formatsettings import MOST_PIXELS
from buildup.formats.scene import Node, Part, Piece
from buildup.formats.svg.svgpaint import Inks, cast_lines, effect_lines, effects_seen
from buildup.formats.svg.svgwrite import Writing, scene_lines
from buildup.forms.assembling import StyledPath
from buildup.forms.picturefit import is_whole
from buildup.forms.seen import painted_box
from buildup.forms.strokes.dashing import fitted_dashes
from buildup.forms.strokes.filters import casts_only
from buildup.forms.strokes.pens import placing_of
from buildup.forms.strokes.strokeforms import stroke_form
from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import NO_LENGTH
from buildup.geometry.transforms import Affine
from pikepdf import Array, Dictionary, Name

from exports.pdfcolours import Colours
from exports.pdfgradients import shading
from exports.pdfpictures import Pictures, image
from exports.raster import rendered

CAPS = {"butt": 0, "round": 1, "square": 2}
JOINS = {"miter": 0, "round": 1, "bevel": 2}
RGB = 3
"""Numbers of a colour of RGB."""
FINEST = 5
"""Decimals of places in sheet units."""


def number(value: float) -> str:
    """A number of a content stream."""
    return short(value, FINEST)


def path_marks(contours: Iterable[Contour]) -> str:
    """Contours as the operators m, l, c and h (ISO 32000-1, 8.5.2)."""
    marks: list[str] = []

    def at(position: complex) -> str:
        return f"{number(position.real)} {number(position.imag)}"

    for contour in contours:
        marks.append(f"{at(contour.anchors[0].at)} m")
        for start, end in contour.pairs:
            if start.out is None and end.into is None:
                marks.append(f"{at(end.at)} l")
                continue
            first, second = start.at + (start.out or 0), end.at + (end.into or 0)
            marks.append(f"{at(first)} {at(second)} {at(end.at)} c")
        if contour.closed:
            marks.append("h")
    return "\n".join(marks)


class Ink:
    """A form object of a document while it is painted."""

    def __init__(
        self,
        document: pikepdf.Pdf,
        box: Box,
        dpi: int,
        pictures: Pictures,
        colours: Colours,
    ) -> None:
        self.messages: list[str] = []
        self._colours = colours
        self._document = document
        self._box = box
        self._dpi = dpi
        self._pictures = pictures
        self._marks: list[str] = []
        self._kept: dict[str, Dictionary] = {
            k: Dictionary() for k in ("ExtGState", "Pattern", "XObject", "ColorSpace")
        }

    def form(self, *, isolated: bool) -> pikepdf.Stream:
        """All that was painted so far, as a form object that is a transparency group."""
        content = "\n".join(self._marks).encode()
        group = Dictionary(S=Name.Transparency, CS=self._colours.space, I=isolated)
        return self._document.make_stream(
            content,
            Type=Name.XObject,
            Subtype=Name.Form,
            BBox=Array([self._box.left, self._box.top, self._box.right, self._box.bottom]),
            Group=group,
            Resources=Dictionary({f"/{k}": v for k, v in self._kept.items() if len(v) > 0}),
        )

    def ground(self, colour: str, box: Box) -> None:
        """A colour behind all."""
        position = (box.left, box.top, box.width, box.height)
        taken = self._taken(colour, stroking=False)
        self._put(f"{taken} {' '.join(map(number, position))} re f")

    def nodes(self, nodes: Iterable[Node]) -> None:
        """Some nodes of a scene, back to front."""
        for node in nodes:
            if isinstance(node, Piece):
                self._form(node.form)
            elif node.finish.opacity < 1.0 or node.finish.blend != "normal":
                self._group(node)
            else:
                self._whole(node)

    def _whole(self, part: Part) -> None:
        """What a part holds, and what its effects make of that."""
        if part.area is None:
            self._held(part)
        elif casts_only(part.finish.effects):
            self._picture(part, below=True)
            self._held(part)
        else:
            self._picture(part, below=False)

    def _held(self, part: Part) -> None:
        """What a part holds, inside its mask (ISO 32000-1, 11.6.5.3)."""
        if part.mask is None:
            self.nodes(part.held)
            return
        inner, mask = self._inner(), self._inner()
        inner.nodes(part.held)
        mask.nodes(part.mask.held)
        self.messages += [*inner.messages, *mask.messages]
        kind = Name.Alpha if part.mask.kind == "alpha" else Name.Luminosity
        soft = Dictionary(Type=Name.Mask, S=kind, G=mask.form(isolated=True))
        state = self._state(SMask=soft)
        self._put(state, f"{self._keep('XObject', inner.form(isolated=True))} Do")

    def _inner(self) -> "Ink":
        return Ink(self._document, self._box, self._dpi, self._pictures, self._colours)

    def _put(self, *marks: str) -> None:
        self._marks += ["q", *marks, "Q"]

    def _keep(self, kind: str, thing: pikepdf.Object) -> str:
        """The name under which the content knows something."""
        held = self._kept[kind]
        name = f"/{kind[0]}{len(held)}"
        held[name] = thing
        return name

    def _state(self, **values: object) -> str:
        """The operator that sets a graphics state."""
        attributes = Dictionary({f"/{k}": v for k, v in values.items()})
        return f"{self._keep('ExtGState', attributes)} gs"

    def _group(self, part: Part) -> None:
        inner = self._inner()
        inner._whole(part)
        self.messages += inner.messages
        finish = part.finish
        blend = "".join(word.capitalize() for word in finish.blend.split("-"))
        state = self._state(ca=finish.opacity, BM=Name(f"/{blend}"))
        self._put(state, f"{self._keep('XObject', inner.form(isolated=True))} Do")

    def _form(self, form: StyledPath) -> None:
        style = form.style
        picture = None
        if isinstance(style.fill, PictureFill):
            picture = self._pictures.stream(style.fill.picture)
        if isinstance(style.fill, PictureFill) and picture is not None:
            self._filled(form, style.fill, picture)
        elif style.fill is not None:
            even = "*" if form.rule == "evenodd" else ""
            ink = self._ink(style.fill, style.fill_opacity, form, stroking=False)
            over = self._overprint("op", style.fill_overprint)
            self._put(*over, *ink, path_marks(form.contours), f"f{even}")
        for stroke in style.shown:
            self._stroke(form, stroke)

    def _filled(self, form: StyledPath, paint: PictureFill, picture: pikepdf.Object) -> None:
        """A picture that a form crops."""
        opacity = form.style.fill_opacity
        state = [self._state(ca=opacity)] if opacity < 1.0 else []
        even = "*" if form.rule == "evenodd" else ""
        by = paint.place.after(Affine(1 + 0j, -1j, 1j))  # a PDF's pictures have their foot at 0
        six = (v for z in (by.across, by.down, by.origin) for v in (z.real, z.imag))
        name = self._keep("XObject", picture)
        position = " ".join(map(number, six))
        crop = [path_marks(form.contours), f"W{even} n"]
        if is_whole(form.contours, paint.place):
            crop = []
        self._put(*state, *crop, f"{position} cm {name} Do")

    def _stroke(self, form: StyledPath, stroke: Stroke) -> None:
        assert stroke.paint is not None  # noqa: S101
        if placing_of(form.contours, stroke) != "centred":
            outline = stroke_form(form, stroke)
            ink = self._ink(stroke.paint, stroke.opacity, form, stroking=False)
            over = self._overprint("op", stroke.overprint)
            self._put(*over, *ink, path_marks(outline), "f")
            return
        fitted = fitted_dashes(form.contours, stroke)
        pen = [f"{number(stroke.width)} w {CAPS[stroke.cap]} J {JOINS[stroke.join]} j"]
        if stroke.join == "miter":
            pen.append(f"{number(max(stroke.miter_limit, 1.0))} M")
        if stroke.dashes and fitted is None:
            dashes = " ".join(map(number, stroke.dashes))
            pen.append(f"[{dashes}] {number(stroke.dash_from)} d")
        ink = self._ink(stroke.paint, stroke.opacity, form, stroking=True)
        path = path_marks(form.contours if fitted is None else fitted)
        over = self._overprint("OP", stroke.overprint)
        self._put(*over, *ink, *pen, path, "S")

    def _ink(self, paint: Paint, opacity: float, form: StyledPath, *, stroking: bool) -> list[str]:
        """The operators that take a colour or a gradient up, and how much of it shows."""
        marks = []
        if opacity < 1.0:
            marks.append(self._state(**{"CA" if stroking else "ca": opacity}))
        if not isinstance(paint, Gradient) or abs(paint.place.determinant) <= NO_LENGTH:
            colour = paint.stops[-1].colour if isinstance(paint, Gradient) else one_colour(paint)
            return [*marks, self._taken(colour, stroking=stroking)]
        reach = painted_box(form.contours, form.style)
        pattern = self._keep("Pattern", _pattern(paint, reach, self._colours))
        if any(s.opacity < 1.0 for s in paint.stops):
            marks.append(self._mask(paint, reach))
        space, takes = ("CS", "SCN") if stroking else ("cs", "scn")
        return [*marks, f"/Pattern {space} {pattern} {takes}"]

    def _taken(self, colour: Colour, *, stroking: bool) -> str:
        """The operators that take a plain colour up (ISO 32000-1, 8.6.8)."""
        space, values = self._colours.taken(colour)
        numbers = " ".join(map(number, values))
        if space is None:
            operator = "rg" if len(values) == RGB else "k"
            return f"{numbers} {operator.upper() if stroking else operator}"
        takes, sets = ("CS", "SCN") if stroking else ("cs", "scn")
        return f"{self._keep('ColorSpace', space)} {takes} {numbers} {sets}"

    def _overprint(self, kind: str, on: bool) -> list[str]:
        """The state in which inks below stay that are not used (ISO 32000-1, 8.6.7)."""
        if not on:
            return []
        values: dict[str, object] = {kind: True, "OPM": 1}
        # OP alone would be that of fills, too
        return [self._state(**(values | {"op": False} if kind == "OP" else values))]

    def _mask(self, paint: Gradient, reach: Box) -> str:
        """The state in which a gradient shows as far as its colours say (ISO 32000-1, 11.6.5)."""
        position = (reach.left, reach.top, reach.width, reach.height)
        marks = f"/Pattern cs /P0 scn {' '.join(map(number, position))} re f"
        form = self._document.make_stream(
            marks.encode(),
            Type=Name.XObject,
            Subtype=Name.Form,
            BBox=Array([reach.left, reach.top, reach.right, reach.bottom]),
            Group=Dictionary(S=Name.Transparency, CS=Name.DeviceGray, I=True),
            Resources=Dictionary(Pattern=Dictionary(P0=_pattern(paint, reach, None))),
        )
        return self._state(SMask=Dictionary(Type=Name.Mask, S=Name.Luminosity, G=form))

    def _picture(self, part: Part, *, below: bool) -> None:
        """A part with its effects as a picture, or only what they lay below it."""
        assert part.area is not None  # noqa: S101
        effects = part.finish.effects
        self._colours.flattens()
        _, reach = effects_seen(effects, part.area, part.by)
        shown = reach.common(self._box)
        if shown is None:
            return
        scale = self._dpi / 96.0
        scale = min(scale, (MOST_PIXELS / max(shown.width * shown.height, 1.0)) ** 0.5)
        size = (max(1, round(shown.width * scale)), max(1, round(shown.height * scale)))
        view = " ".join(number(v) for v in (shown.left, shown.top, shown.width, shown.height))
        head = f'<svg xmlns="http://www.w3.org/2000/svg" width="{size[0]}" height="{size[1]}" '
        ratio = f'viewBox="{view}" preserveAspectRatio="none">'
        makes = cast_lines if below else effect_lines
        writing = Writing(inks=Inks(pictures=self._pictures.addresses))
        held = scene_lines((replace(part, finish=PLAIN, area=None),), writing)
        lines = [*makes(effects, part.area, "fx", part.by), '<g filter="url(#fx)">']
        text = "\n".join([head + ratio, *lines, *held, "</g>", "</svg>"])
        name = self._keep("XObject", image(self._document, rendered(text), self._colours))
        position = (shown.width, 0.0, 0.0, -shown.height, shown.left, shown.bottom)
        self._put(f"{' '.join(map(number, position))} cm {name} Do")
        self.messages.append(
            f"Effects are embedded as pictures of {self._dpi} dpi; everything else stays vector."
        )


def _pattern(paint: Gradient, reach: Box, colours: Colours | None) -> Dictionary:
    position = paint.place
    six = (position.across, position.down, position.origin)
    return Dictionary(
        Type=Name.Pattern,
        PatternType=2,
        Matrix=Array([round(v, 8) for z in six for v in (z.real, z.imag)]),
        Shading=shading(paint, reach, colours),
    )
