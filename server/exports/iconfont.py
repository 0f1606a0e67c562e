"""An icon font of the layers or items of a drawing: TTF, WOFF2, a style sheet, a specimen page.

By fontTools; each icon is a glyph in the private use area (Unicode 23.5), without ligatures.
"""

import io
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from html import escape

from buildup.contours.anchors import Contour
from buildup.drawing.tree import ROOT
from buildup.formats.scene import pieces, scene
from buildup.formats.svg.symbolids import symbol_id
from buildup.forms.assembling import PartForm, StyledPath, assembled
from buildup.forms.strokes.strokeforms import stroke_form
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine
from fontTools.fontBuilder import FontBuilder
from fontTools.pens.cu2quPen import Cu2QuPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.ttLib import TTFont

from exports.parcels import File, Job

EM = 2_048
"""Units of the font in the side of an icon."""
BELOW = 307
"""Of these, how many lie below the line of the text around."""
FIRST = 0xE001
"""The character of the first icon."""
NEAR = 0.5
"""Units of the font that its curves, which are quadratic, may lie beside ours."""
DATE = 2_082_844_800
"""Seconds since 1904 that the font says it was made at (1970): always the same, as is its file."""


@dataclass(frozen=True)
class Icon:
    """A glyph of an icon font.

    Args:
        name: its id.
        contours: closed, on the sheet; outer ones run one way, holes the other.

    """

    name: str
    contours: tuple[Contour, ...]


def icons_of(job: Job) -> Iterator[Icon]:
    """The icons of what is sent: each layer, or each of the items, in one colour."""
    drawing = job.drawing
    tops = drawing.tree.children(ROOT) if job.ids is None else drawing.tree.tops(job.ids)
    taken: set[str] = set()
    for top in tops:
        forms = [f for p in pieces(scene(drawing, (top,))) for f in _painted(p.form)]
        made = assembled([PartForm(top, "union", tuple(forms))])
        if made.contours:
            yield Icon(symbol_id(drawing.items[top].name, taken), made.contours)


def _painted(form: StyledPath) -> Iterator[StyledPath]:
    """What is painted of a form: its inside, and its strokes as outlines."""
    if form.style.fill is not None:
        yield form
    for stroke in form.style.shown:
        yield StyledPath(stroke_form(form, stroke))


def icon_font(job: Job) -> list[File]:
    """The files of an icon font; none where nothing is drawn."""
    icons = list(icons_of(job))
    if not icons:
        return []
    family = symbol_id(job.name, set())
    font = _font(family, icons, job)
    return [
        File(f"{family}.ttf", _written(font, None)),
        File(f"{family}.woff2", _written(font, "woff2")),
        File(f"{family}.css", style_sheet(family, icons).encode()),
        File(f"{family}.html", specimen(family, icons).encode()),
    ]


def _font(family: str, icons: Sequence[Icon], job: Job) -> TTFont:
    names = [".notdef", *(i.name for i in icons)]
    builder = FontBuilder(EM, isTTF=True)
    builder.setupGlyphOrder(names)
    builder.setupCharacterMap({FIRST + k: icon.name for k, icon in enumerate(icons)})
    place = _laid(job.box)
    glyphs = {icon.name: _glyph(icon, place) for icon in icons}
    builder.setupGlyf({".notdef": TTGlyphPen(None).glyph(), **glyphs})
    builder.setupHorizontalMetrics(dict.fromkeys(names, (EM, 0)))
    builder.setupHorizontalHeader(ascent=EM - BELOW, descent=-BELOW)
    builder.setupNameTable({"familyName": family, "styleName": "Regular"})
    builder.setupOS2(
        sTypoAscender=EM - BELOW, sTypoDescender=-BELOW, usWinAscent=EM - BELOW, usWinDescent=BELOW
    )
    builder.setupPost()
    builder.font["head"].created = builder.font["head"].modified = DATE
    builder.font.recalcTimestamp = False
    return builder.font


def _laid(box: Box) -> Affine:
    """The map of what is sent into the square of an icon, y upwards, in the middle of it."""
    scale = EM / max(box.width, box.height)
    middle = complex(EM / 2.0, EM / 2.0 - BELOW)
    centre = complex(box.centre.real * scale, -box.centre.imag * scale)
    return Affine(scale + 0j, -scale * 1j, middle - centre)


def _glyph(icon: Icon, place: Affine) -> object:
    pen = TTGlyphPen(None)
    curves = Cu2QuPen(pen, NEAR, reverse_direction=True)

    def at(position: complex) -> tuple[float, float]:
        there = place(position)
        return there.real, there.imag

    for contour in icon.contours:
        curves.moveTo(at(contour.anchors[0].at))
        for one, other in contour.pairs:
            if one.out is None and other.into is None:
                curves.lineTo(at(other.at))
                continue
            first, second = one.at + (one.out or 0j), other.at + (other.into or 0j)
            curves.curveTo(at(first), at(second), at(other.at))
        curves.closePath()
    return pen.glyph()


def _written(font: TTFont, flavor: str | None) -> bytes:
    font.flavor = flavor
    stream = io.BytesIO()
    font.save(stream)
    return stream.getvalue()


def style_sheet(family: str, icons: Sequence[Icon]) -> str:
    """The style sheet: the font, and a class for each icon."""
    lines = [
        "@font-face {",
        f'  font-family: "{family}";',
        f'  src: url("{family}.woff2") format("woff2"), url("{family}.ttf") format("truetype");',
        "  font-display: block;",
        "}",
        f'[class^="{family}-"]::before, [class*=" {family}-"]::before {{',
        f'  font: normal 1em/1 "{family}";',
        "  display: inline-block;",
        "}",
    ]
    lines += [
        f'.{family}-{icon.name}::before {{ content: "\\{FIRST + k:x}"; }}'
        for k, icon in enumerate(icons)
    ]
    return "\n".join([*lines, ""])


def specimen(family: str, icons: Sequence[Icon]) -> str:
    """A page that shows each icon with its class."""
    cells = "\n".join(
        f'<li><span class="{family}-{i.name}" aria-hidden="true"></span> '
        f"<code>{family}-{escape(i.name)}</code></li>"
        for i in icons
    )
    return f"""<!doctype html>
<html lang="en">
<meta charset="utf-8">
<title>{escape(family)}</title>
<link rel="stylesheet" href="{family}.css">
<style>
body {{ font: 16px/1.5 sans-serif; margin: 2em; }}
ul {{ display: grid; grid-template-columns: repeat(auto-fill, minmax(14em, 1fr)); padding: 0; }}
li {{ list-style: none; margin: 0.5em 0; }}
span {{ font-size: 32px; vertical-align: middle; }}
</style>
<h1>{escape(family)}</h1>
<ul>
{cells}
</ul>
</html>
"""
