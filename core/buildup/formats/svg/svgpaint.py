"""Forms with their paint, and what is done to them, as elements of SVG 2.

With `decimals` all numbers are rounded to so many; without, places on paths read back the same.
"""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace

from buildup.contours.anchors import Contour
from buildup.contours.pathdata import path_data
from buildup.drawing.numerals import DECIMALS, short
from buildup.drawing.paint import (
    MITER_LIMIT,
    Effect,
    Finish,
    Gradient,
    Paint,
    PictureFill,
    Stroke,
    hex_of,
    one_colour,
)
from buildup.formats.svg.svgshortpath import short_path_data
from buildup.forms.assembling import StyledPath
from buildup.forms.picturefit import is_whole
from buildup.forms.seen import stroke_box
from buildup.forms.strokes.dashing import fitted_dashes
from buildup.forms.strokes.filters import (
    FilterStep,
    cast_steps,
    filter_steps,
    mirrored_effect,
    reach_of,
)
from buildup.forms.strokes.pens import placing_of
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine

NO_FILL = 'fill="none"'
FINEST = 9
"""Decimals of the scale of a picture: of 10,000 pixels none comes to lie elsewhere."""
FIRST = ('stroke-width="1"', 'stroke-linecap="butt"', 'stroke-linejoin="miter"')
"""What holds of strokes that do not say it (SVG 2, 13.5)."""


def showing(finish: Finish) -> str:
    """The attributes of opacity and blend mode."""
    faint = f' opacity="{short(finish.opacity)}"' if finish.opacity < 1.0 else ""
    mixed = f' style="mix-blend-mode:{finish.blend}"' if finish.blend != "normal" else ""
    return faint + mixed


def effect_lines(
    effects: Sequence[Effect], box: Box, name: str, by: Affine, decimals: int | None = None
) -> Iterator[str]:
    """A filter that makes effects.

    Args:
        effects: one after the other.
        box: around what they are done to, strokes and all, where it was drawn.
        name: the filter's id.
        by: the image in which it is seen, which neither stretches nor slants.
        decimals: of its place.

    """
    seen, reach = effects_seen(effects, box, by)
    yield from _filter(filter_steps(seen), reach, name, decimals)


def cast_lines(effects: Sequence[Effect], box: Box, name: str, by: Affine) -> Iterator[str]:
    """A filter that makes only what effects lay below something, as `effect_lines`."""
    seen, reach = effects_seen(effects, box, by)
    yield from _filter(cast_steps(seen), reach, name, None)


def _filter(
    steps: Iterable[FilterStep], reach: Box, name: str, decimals: int | None
) -> Iterator[str]:
    yield (
        f'<filter id="{name}" filterUnits="userSpaceOnUse" {place_of(reach, decimals)} '
        'color-interpolation-filters="sRGB">'
    )
    for step in steps:
        values = " ".join(f'{name}="{value}"' for name, value in step.attributes)
        yield f"<{step.name} {values}/>"
    yield "</filter>"


def effects_seen(effects: Sequence[Effect], box: Box, by: Affine) -> tuple[list[Effect], Box]:
    """Effects as they are in an image, and the box in which all of it shows; as `effect_lines`."""
    seen = [mirrored_effect(e, by) for e in effects]
    return seen, reach_of(seen, Box.around(by(corner) for corner in box.corners))


@dataclass(slots=True)
class Inks:
    """The gradients and the pictures of a document while it is written.

    Args:
        shared: a gradient that looks like another one is written once.
        pictures: the address of each, by its number; what shows another one is grey.

    """

    shared: bool = False
    pictures: Mapping[int, str] = field(default_factory=dict)
    _known: dict[tuple[str, ...], str] = field(default_factory=dict)
    _written: set[int] = field(default_factory=set)

    def picture(self, paint: PictureFill) -> Iterator[str]:
        """The element of a picture where it was not yet written, to be used again."""
        if paint.picture not in self._written:
            self._written.add(paint.picture)
            size = f'width="{paint.width}" height="{paint.height}" preserveAspectRatio="none"'
            address = self.pictures[paint.picture]
            yield f'<defs><image id="picture-{paint.picture}" {size} href="{address}"/></defs>'

    def defined(
        self, paint: Paint | None, name: str, decimals: int | None
    ) -> tuple[str, Iterable[str]]:
        """How an attribute names a paint, and the lines that it needs.

        Args:
            paint: a colour, a gradient that is laid on the sheet, or nothing.
            name: the id of a gradient that is new.
            decimals: of its place.

        """
        if paint is None:
            return "none", ()
        if not isinstance(paint, Gradient):
            colour = hex_of(one_colour(paint))
            return colour if decimals is None else short_hex(colour), ()
        key = tuple(_gradient(paint, decimals))
        known = self._known.setdefault(key, name) if self.shared else name
        if known != name:
            return f"url(#{known})", ()
        return f"url(#{name})", (key[0].replace(" ", f' id="{name}" ', 1), *key[1:])


def short_hex(colour: str) -> str:
    """A colour in as few digits as name it.

    >>> short_hex("#AABBCC"), short_hex("#AABBCD")
    ('#ABC', '#AABBCD')
    """
    plain = len(colour) == 7 and colour[1::2] == colour[2::2]
    return f"#{colour[1::2]}" if plain else colour


def form_lines(
    form: StyledPath, name: str, decimals: int | None = None, inks: Inks | None = None
) -> Iterator[str]:
    """A form: its gradients, its fill and its strokes, back to front; one path where that will do.

    Args:
        form: what.
        name: what ids begin with.
        decimals: of all its numbers.
        inks: the gradients of the document it is written in.

    """
    inks = inks or Inks()
    style = form.style
    strokes = style.shown
    data = _data(form.contours, decimals)
    even = ' fill-rule="evenodd"' if form.rule == "evenodd" else ""
    fill = NO_FILL
    if isinstance(style.fill, PictureFill) and style.fill.picture in inks.pictures:
        crop = None if is_whole(form.contours, style.fill.place) else (data, even)
        yield from _picture_lines(style.fill, style.fill_opacity, crop, name, inks)
        if not strokes:
            return
    elif style.fill is not None:
        ink, lines = inks.defined(style.fill, f"{name}-fill", decimals)
        yield from lines
        faint = f' fill-opacity="{short(style.fill_opacity)}"' if style.fill_opacity < 1.0 else ""
        fill = f'fill="{ink}"{faint}{even}'
    if len(strokes) == 1 and _is_plain(form, strokes[0]):
        ink, lines = inks.defined(strokes[0].paint, f"{name}-ink0", decimals)
        yield from lines
        yield f"<path {data} {fill}{_stroke(strokes[0], ink, decimals)}/>"
        return
    if fill != NO_FILL or not strokes:
        yield f"<path {data} {fill}/>"
    for number, stroke in enumerate(strokes):
        ink, lines = inks.defined(stroke.paint, f"{name}-ink{number}", decimals)
        yield from lines
        yield from _stroke_lines(form, stroke, (ink, f"{name}-{number}"), decimals)


def _picture_lines(
    paint: PictureFill, opacity: float, crop: tuple[str, str] | None, name: str, inks: Inks
) -> Iterator[str]:
    """A picture, and the path and the fill rule of the form that crops it, if it does."""
    yield from inks.picture(paint)
    faint = f' opacity="{short(opacity)}"' if opacity < 1.0 else ""
    by = paint.place.after(Affine(1.0 / paint.width + 0j, 1j / paint.height))
    six = " ".join(short(v, FINEST) for z in (by.across, by.down, by.origin) for v in _parts(z))
    shown = f'<use href="#picture-{paint.picture}" transform="matrix({six})"/>'
    if crop is not None:
        data, even = crop
        clip = even.replace("fill", "clip")
        yield f'<clipPath id="{name}-crop"><path {data}{clip}/></clipPath>'
        yield f'<g clip-path="url(#{name}-crop)"{faint}>{shown}</g>'
    else:
        yield shown.replace("/>", f"{faint}/>")


def _parts(number: complex) -> tuple[float, float]:
    return number.real, number.imag


def _data(contours: Sequence[Contour], decimals: int | None) -> str:
    """The attribute of path data."""
    if decimals is None:
        return f'd="{path_data(contours)}"'
    return f'd="{short_path_data(contours, decimals)}"'


def _is_plain(form: StyledPath, stroke: Stroke) -> bool:
    """Whether a stroke needs no path of its own."""
    return placing_of(form.contours, stroke) == "centred" and not (
        stroke.dashes and stroke.dash_fit
    )


def _stroke_lines(
    form: StyledPath, stroke: Stroke, called: tuple[str, str], decimals: int | None
) -> Iterator[str]:
    """A stroke as a path of its own, cut at the form where it lies on one side."""
    ink, side = called
    data = _data(form.contours, decimals)
    even = ' fill-rule="evenodd"' if form.rule == "evenodd" else ""
    placing = placing_of(form.contours, stroke)
    fitted = fitted_dashes(form.contours, stroke)
    drawn = data if fitted is None else _data(fitted, decimals)
    dashes = stroke.dashes if fitted is None else ()
    pen = replace(
        stroke, width=stroke.width * (1.0 if placing == "centred" else 2.0), dashes=dashes
    )
    line = f'<path {drawn} fill="none"{_stroke(pen, ink, decimals)}'
    if placing == "centred":
        yield f"{line}/>"
    elif placing == "inside":
        clip = even.replace("fill", "clip")
        yield f'<clipPath id="in-{side}"><path {data}{clip}/></clipPath>'
        yield f'{line} clip-path="url(#in-{side})"/>'
    else:
        position = place_of(stroke_box(form.contours, stroke), decimals)
        yield f'<mask id="out-{side}" maskUnits="userSpaceOnUse" {position}>'
        yield f'<rect {position} fill="#FFFFFF"/><path {data}{even} fill="#000000"/></mask>'
        yield f'{line} mask="url(#out-{side})"/>'


def place_of(box: Box, decimals: int | None) -> str:
    """A box as the attributes of its place."""
    x, y, width, height = _numbers((box.left, box.top, box.width, box.height), decimals)
    return f'x="{x}" y="{y}" width="{width}" height="{height}"'


def _numbers(values: Iterable[float], decimals: int | None) -> list[str]:
    return [short(v, DECIMALS if decimals is None else decimals) for v in values]


def _gradient(paint: Gradient, decimals: int | None) -> Iterator[str]:
    """A gradient that is laid on the sheet, without a name."""
    by = paint.place
    six = (
        by.across.real,
        by.across.imag,
        by.down.real,
        by.down.imag,
        by.origin.real,
        by.origin.imag,
    )
    where = 'x1="0" y1="0" x2="1" y2="0"'
    if paint.kind == "radial":
        focus = f'fx="{short(paint.focus.real)}" fy="{short(paint.focus.imag)}"'
        where = f'cx="0" cy="0" r="1" {focus}'
    spread = f' spreadMethod="{paint.spread}"' if paint.spread != "pad" else ""
    element = f"{paint.kind}Gradient"
    # its vectors may be long or short by themselves, so they keep as many decimals as they need
    values = " ".join((*map(short, six[:4]), *_numbers(six[4:], decimals)))
    yield (
        f'<{element} gradientUnits="userSpaceOnUse" {where} '
        f'gradientTransform="matrix({values})"{spread}>'
    )
    for stop in paint.stops:
        faint = f' stop-opacity="{short(stop.opacity)}"' if stop.opacity < 1.0 else ""
        colour = hex_of(stop.colour) if decimals is None else short_hex(hex_of(stop.colour))
        yield f'<stop offset="{short(stop.at)}" stop-color="{colour}"{faint}/>'
    yield f"</{element}>"


def _stroke(stroke: Stroke, ink: str, decimals: int | None) -> str:
    """The attributes of a stroke."""
    (width,) = _numbers((stroke.width,), decimals)
    paint = [
        f'stroke="{ink}"',
        f'stroke-width="{width}"',
        f'stroke-linecap="{stroke.cap}"',
        f'stroke-linejoin="{stroke.join}"',
    ]
    if decimals is not None:
        paint = [attribute for attribute in paint if attribute not in FIRST]
    if stroke.opacity < 1.0:
        paint.append(f'stroke-opacity="{short(stroke.opacity)}"')
    if stroke.join == "miter" and stroke.miter_limit != MITER_LIMIT:
        paint.append(f'stroke-miterlimit="{short(stroke.miter_limit)}"')
    if stroke.dashes:
        dashes = " ".join(_numbers(stroke.dashes, decimals))
        paint.append(f'stroke-dasharray="{dashes}"')
    if stroke.dashes and stroke.dash_from:
        paint.append(f'stroke-dashoffset="{short(stroke.dash_from)}"')
    return "".join(f" {attribute}" for attribute in paint)
