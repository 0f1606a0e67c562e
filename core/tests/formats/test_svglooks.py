"""Documents look as they did once they are read and written again, drawn by resvg.

resvg is an independent renderer of SVG (W3C SVG 1.1 and 2, CSS Masking 1, Filter Effects 1).
"""

import base64
import io
import unittest
from unittest import mock

import numpy as np
import resvg_py
from buildup.formats.picturefacts import facts_of
from buildup.formats.svg.svgread import read_document
from buildup.formats.svg.svgwrite import svg
from PIL import Image

SIDE = 120
HEAD = (
    '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" '
    f'width="{SIDE}" height="{SIDE}" viewBox="0 0 {SIDE} {SIDE}">'
)
SEEN = 40
"""Of 255, by which a channel differs that counts."""
APART = 0.006
"""The share of pixels that may: edges that are cut twice are a shade off."""
WAVE = '<path d="M10 60C30 0 60 0 60 60S90 120 110 60" fill="none" stroke="#207050" '
DISC = '<circle cx="60" cy="60" r="40"/>'

UNEVEN = {
    "a stroke scaled across": f'<g transform="scale(2 .5)">{WAVE}stroke-width="9"/></g>',
    "a stroke and a fill, slanted": (
        '<rect x="10" y="20" width="50" height="50" rx="9" fill="gold" stroke="navy" '
        'stroke-width="8" transform="skewX(30)"/>'
    ),
    "dashes and round caps": (
        f'<g transform="translate(0 30) scale(1 .5)">{WAVE}stroke-width="10" '
        'stroke-dasharray="20 15" stroke-linecap="round"/></g>'
    ),
    "half of it shows": (
        '<rect x="5" y="20" width="20" height="60" fill="red" stroke="blue" stroke-width="6" '
        'opacity=".5" transform="scale(4 1)"/>'
    ),
    "a gradient on the stroke": (
        '<linearGradient id="a"><stop stop-color="red"/><stop offset="1" stop-color="blue"/>'
        '</linearGradient><rect x="5" y="20" width="20" height="60" fill="none" '
        'stroke="url(#a)" stroke-width="8" transform="scale(4 1)"/>'
    ),
}
DASHED = {
    name: f'<g fill="none" stroke="navy" stroke-width="6" stroke-dasharray="19 7">{form}</g>'
    for name, form in {
        "a circle": DISC,
        "an ellipse": '<ellipse cx="60" cy="60" rx="50" ry="25"/>',
        "a rectangle": '<rect x="10" y="20" width="90" height="70"/>',
        "a rounded rectangle": '<rect x="10" y="20" width="90" height="70" rx="20"/>',
    }.items()
}
CLIPPED = {
    "strokes": f'<clipPath id="c">{DISC}</clipPath>{WAVE}stroke-width="20" clip-path="url(#c)"/>',
    "fill, stroke and opacity": (
        f'<clipPath id="c">{DISC}</clipPath><rect x="0" y="30" width="70" height="90" '
        'fill="gold" stroke="navy" stroke-width="16" opacity=".6" clip-path="url(#c)"/>'
    ),
    "a gradient on a stroke that is cut": (
        f'<clipPath id="c">{DISC}</clipPath><linearGradient id="a"><stop stop-color="red"/>'
        '<stop offset="1" stop-color="blue"/></linearGradient><rect x="5" y="40" width="110" '
        'height="40" fill="none" stroke="url(#a)" stroke-width="20" clip-path="url(#c)"/>'
    ),
    "two strokes of a use": (
        f'<clipPath id="c"><use href="#d"/></clipPath><defs><circle id="d" cx="60" cy="60" r="30"/>'
        f'</defs>{WAVE}stroke-width="40" clip-path="url(#c)"/>'
    ),
    "in parts of the box": (
        '<clipPath id="c" clipPathUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".5"/>'
        '</clipPath><rect x="20" y="30" width="80" height="40" clip-path="url(#c)"/>'
    ),
    "a group in parts of its box": (
        '<clipPath id="c" clipPathUnits="objectBoundingBox"><path d="M0 0H1L0 1z"/></clipPath>'
        '<g clip-path="url(#c)" transform="translate(10 10)"><rect width="40" height="40"/>'
        '<rect x="50" y="50" width="50" height="50" fill="red"/></g>'
    ),
    "a clip path that is cut": (
        f'<clipPath id="c">{DISC}</clipPath><clipPath id="e" clip-path="url(#c)">'
        '<rect width="60" height="120"/></clipPath><rect width="120" height="120" '
        'clip-path="url(#e)"/>'
    ),
    "one of its forms is cut": (
        f'<clipPath id="c">{DISC}</clipPath><clipPath id="e"><rect width="60" height="120" '
        'clip-path="url(#c)"/><rect x="90" width="9" height="120"/></clipPath>'
        '<rect width="120" height="120" clip-path="url(#e)"/>'
    ),
    "a frame that holds all": (
        '<clipPath id="c"><path d="M0 0h120v120H0z"/></clipPath>'
        f'<g clip-path="url(#c)">{DISC}{WAVE}stroke-width="6"/></g>'
    ),
}
MASKED = {
    "a white disc": (
        f'<mask id="m"><g fill="#fff">{DISC}</g></mask><g mask="url(#m)">'
        '<rect width="120" height="60" fill="red"/><rect y="60" width="120" height="60"/></g>'
    ),
    "a hole in white": (
        f'<mask id="m"><rect width="120" height="120" fill="#fff"/>{DISC}</mask>'
        '<rect width="120" height="120" fill="teal" mask="url(#m)"/>'
    ),
    "white again on black": (
        f'<mask id="m"><rect width="120" height="120" fill="#fff"/>{DISC}'
        '<rect x="50" y="50" width="20" height="20" fill="white"/></mask>'
        '<rect width="120" height="120" fill="teal" mask="url(#m)"/>'
    ),
    "a white stroke": (
        f'<mask id="m">{WAVE.replace("#207050", "#fff")}stroke-width="14"/></mask>'
        '<rect width="120" height="120" fill="teal" mask="url(#m)"/>'
    ),
    "by its alpha": (
        f'<mask id="m" style="mask-type:alpha"><g fill="#D9D9D9">{DISC}</g></mask>'
        '<rect width="120" height="120" fill="teal" mask="url(#m)"/>'
    ),
    "what is inherited where it is defined": (
        '<defs><circle id="d" cx="60" cy="60" r="40"/></defs><g fill="none"><mask id="m" '
        'fill="#fff"><use href="#d"/></mask></g><rect width="120" height="120" mask="url(#m)"/>'
    ),
    "a region of its own": (
        '<mask id="m" maskUnits="userSpaceOnUse" x="20" y="20" width="50" height="50">'
        f'<g fill="#fff">{DISC}</g></mask><rect width="120" height="120" mask="url(#m)"/>'
    ),
    "in parts of the box, of a mask": (
        '<mask id="m" maskContentUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".5" '
        'fill="#fff"/></mask><rect x="10" y="20" width="90" height="60" mask="url(#m)"/>'
    ),
    "a mask on a clip path": (
        f'<clipPath id="c">{DISC}</clipPath><mask id="m"><rect width="60" height="120" '
        'fill="#fff"/></mask><rect width="120" height="120" mask="url(#m)" clip-path="url(#c)"/>'
    ),
}
ARROW = '<path d="M0 0L10 5L0 10z" fill="crimson"/>'
MARKED = {
    "arrows along a line": (
        '<marker id="k" viewBox="0 0 10 10" refX="5" refY="5" markerWidth="5" markerHeight="5" '
        f'orient="auto">{ARROW}</marker><path d="M20 20L60 90L100 20" fill="none" stroke="#000" '
        'stroke-width="5" marker-start="url(#k)" marker-mid="url(#k)" marker-end="url(#k)"/>'
    ),
    "on curves, closed": (
        f'<marker id="k" refX="5" refY="5" markerWidth="10" markerHeight="10" orient="auto" '
        f'markerUnits="userSpaceOnUse">{ARROW}</marker><path d="M20 60C20 0 100 0 100 60S20 120 '
        '20 60z" fill="#eee" stroke="#000" style="marker:url(#k)"/>'
    ),
    "the first the other way, at an angle": (
        '<marker id="k" viewBox="0 0 10 10" refX="5" refY="5" markerWidth="4" markerHeight="4" '
        f'orient="auto-start-reverse">{ARROW}</marker><marker id="q" markerWidth="8" '
        f'markerHeight="8" refX="4" refY="4" orient="30"><rect width="8" height="8"/></marker>'
        '<polyline points="20,90 60,30 100,90" fill="none" stroke="teal" stroke-width="4" '
        'marker-start="url(#k)" marker-end="url(#k)" marker-mid="url(#q)"/>'
    ),
    "cut at their own edge": (
        '<marker id="k" markerWidth="4" markerHeight="4" refX="2" refY="2">'
        '<circle cx="2" cy="2" r="3"/></marker><line x1="30" y1="30" x2="90" y2="90" '
        'stroke="red" stroke-width="6" marker-start="url(#k)" marker-end="url(#k)"/>'
    ),
    "handed down": (
        '<marker id="k" markerWidth="4" markerHeight="4" refX="2" refY="2" overflow="visible">'
        '<circle cx="2" cy="2" r="2"/></marker><g marker-end="url(#k)" stroke-width="6" '
        'stroke="teal" opacity=".5"><path d="M20 20H90"/><path d="M20 60H90"/></g>'
    ),
}
DOTS = '<circle cx="5" cy="5" r="4" fill="teal"/>'
PATTERNS = {
    "dots in a disc": (
        f'<pattern id="p" width="12" height="12" patternUnits="userSpaceOnUse">{DOTS}</pattern>'
        '<circle cx="60" cy="60" r="45" fill="url(#p)" stroke="#000" stroke-width="3"/>'
    ),
    "in parts of the box, of a pattern": (
        f'<pattern id="p" width=".25" height=".25">{DOTS}</pattern>'
        '<rect x="10" y="10" width="80" height="100" fill="url(#p)"/>'
    ),
    "with a view box": (
        '<pattern id="p" width=".2" height=".2" viewBox="0 0 10 10"><path d="M0 0H10L0 10z"/>'
        '</pattern><rect x="10" y="10" width="100" height="100" fill="url(#p)"/>'
    ),
    "turned stripes": (
        '<pattern id="p" width="10" height="10" patternUnits="userSpaceOnUse" '
        'patternTransform="rotate(30)"><rect width="5" height="10" fill="#c33"/></pattern>'
        '<path d="M60 10L110 110H10z" fill="url(#p)"/>'
    ),
    "content beyond the tile": (
        '<pattern id="p" width="20" height="20" patternUnits="userSpaceOnUse">'
        '<circle cx="20" cy="10" r="9" fill="#36c"/></pattern>'
        '<rect x="10" y="10" width="100" height="100" fill="url(#p)"/>'
    ),
    "taken over from another one": (
        f'<pattern id="o" patternUnits="userSpaceOnUse" width="15" height="15">{DOTS}</pattern>'
        '<pattern id="p" href="#o" x="4" y="6"/>'
        '<rect x="10" y="10" width="100" height="60" fill="url(#p)"/>'
    ),
}
FLOOD = '<feFlood flood-color="#123" flood-opacity=".7" result="c"/>'
FILTERED = {
    "a drop shadow": (
        '<filter id="f" x="-1" y="-1" width="3" height="3"><feDropShadow dx="6" dy="8" '
        'stdDeviation="4" flood-color="navy" flood-opacity=".6"/></filter>'
        f'<g filter="url(#f)" fill="gold">{DISC}</g>'
    ),
    "a shadow in steps": (
        '<filter id="f" x="-1" y="-1" width="3" height="3" color-interpolation-filters="sRGB">'
        '<feFlood flood-opacity="0" result="BackgroundImageFix"/><feColorMatrix in="SourceAlpha" '
        'values="0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 127 0" result="hardAlpha"/><feOffset dy="8"/>'
        '<feGaussianBlur stdDeviation="3"/><feColorMatrix values="0 0 0 0 .2 0 0 0 0 0 0 0 0 0 .4 '
        '0 0 0 .5 0"/><feBlend in2="BackgroundImageFix" result="s"/><feBlend in="SourceGraphic" '
        f'in2="s"/></filter><g filter="url(#f)" fill="gold">{DISC}</g>'
    ),
    "a shadow merged": (
        '<filter id="f" x="-1" y="-1" width="3" height="3"><feGaussianBlur in="SourceAlpha" '
        'stdDeviation="2"/><feOffset dx="6" result="b"/><feMerge><feMergeNode in="b"/>'
        '<feMergeNode in="SourceGraphic"/></feMerge></filter><rect x="30" y="30" width="50" '
        'height="50" fill="tomato" filter="url(#f)" transform="scale(1.2)"/>'
    ),
    "a blur": (
        '<filter id="f" x="-1" y="-1" width="3" height="3" color-interpolation-filters="sRGB">'
        f'<feGaussianBlur stdDeviation="5"/></filter><g filter="url(#f)">{DISC}</g>'
    ),
}


def _address(kind: str, mode: str = "RGB") -> str:
    """A picture of 48 × 32 pixels whose corners differ."""
    picture = Image.new(mode, (48, 32), "gold")
    for box, colour in (((0, 0, 24, 16), "red"), ((24, 16, 48, 32), "navy"), ((0, 16, 24, 32), 0)):
        picture.paste(colour or (0, 0, 0, 0)[: len(mode)], box)
    stream = io.BytesIO()
    picture.save(stream, kind, **({"quality": 100, "subsampling": 0} if kind == "JPEG" else {}))
    coded = base64.b64encode(stream.getvalue()).decode()
    return f"data:image/{kind.lower()};base64,{coded}"


PNG, JPEG, CLEAR = _address("PNG"), _address("JPEG"), _address("PNG", "RGBA")
PICTURES = {
    "as it is": f'<image href="{PNG}" x="20" y="30"/>',
    "larger, in proportion": f'<image href="{JPEG}" x="10" y="10" width="100" height="100"/>',
    "to the left": (
        f'<image xlink:href="{PNG}" width="110" height="40" preserveAspectRatio="xMinYMax"/>'
    ),
    "cropped": (
        f'<image href="{PNG}" x="20" y="10" width="40" height="100" '
        'preserveAspectRatio="xMaxYMid slice"/>'
    ),
    "stretched and turned": (
        f'<image href="{PNG}" x="40" y="10" width="60" height="60" preserveAspectRatio="none" '
        'transform="rotate(30) skewX(10)"/>'
    ),
    "one that can be seen through, twice": (
        f'<rect width="70" height="120"/><defs><image id="i" href="{CLEAR}" width="90"/></defs>'
        '<use href="#i" y="10"/><use href="#i" x="20" y="70" opacity=".5"/>'
    ),
    "in a form that lies on it": (
        f'<clipPath id="c">{DISC}</clipPath><image href="{PNG}" width="120" height="120" '
        'preserveAspectRatio="none" clip-path="url(#c)"/>'
    ),
    "in a form that reaches over it": (
        f'<clipPath id="c">{DISC}</clipPath><g clip-path="url(#c)" opacity=".7">'
        f'<image href="{PNG}" x="40" y="40" width="60" height="60"/></g>'
    ),
    "in a pattern": (
        '<pattern id="p" width="60" height="40" patternUnits="userSpaceOnUse">'
        f'<image href="{PNG}" width="48" height="32"/></pattern><rect width="120" height="120" '
        'fill="url(#p)"/>'
    ),
    "in a mask that is a form": (
        f'<mask id="m"><g fill="#fff">{DISC}</g></mask><g mask="url(#m)">'
        f'<image href="{PNG}" width="120" height="120"/></g>'
    ),
}


FADE = (
    '<linearGradient id="a"><stop stop-color="#fff"/><stop offset="1" stop-color="#000"/>'
    "</linearGradient>"
)
LAID = 'maskUnits="userSpaceOnUse" x="0" y="0" width="120" height="120"'
SHADED = {
    "a form that fades": (
        f'{FADE}<mask id="m" {LAID}><rect width="120" height="120" fill="url(#a)"/></mask>'
        f'<g mask="url(#m)" fill="navy">{DISC}</g>'
    ),
    "one by itself, with opacity": (
        f'{FADE}<mask id="m" {LAID}><rect width="120" height="120" fill="url(#a)"/></mask>'
        '<rect x="10" y="10" width="90" height="90" fill="red" stroke="navy" stroke-width="9" '
        'opacity=".7" mask="url(#m)"/>'
    ),
    "grey parts, and black ones": (
        f'<mask id="m" {LAID}><g fill="#999">{DISC}</g><rect x="50" y="50" width="30" height="30"/>'
        '</mask><rect width="120" height="120" fill="#060" mask="url(#m)"/>'
    ),
    "by opacity": (
        f'<mask id="m" {LAID} style="mask-type:alpha"><g opacity=".4">{DISC}</g></mask>'
        '<rect width="120" height="120" fill="#060" mask="url(#m)"/>'
    ),
    "in parts of a box": (
        f'{FADE}<mask id="m" maskContentUnits="objectBoundingBox"><rect width="1" height="1" '
        'fill="url(#a)"/></mask><g mask="url(#m)"><rect x="20" y="20" width="60" height="80"/></g>'
    ),
    "turned, in a group that multiplies": (
        f'{FADE}<rect width="80" height="120" fill="gold"/><mask id="m" {LAID}><rect width="120" '
        'height="120" fill="url(#a)"/></mask><g transform="rotate(30 60 60)" mask="url(#m)" '
        f'style="mix-blend-mode:multiply" fill="teal">{DISC}</g>'
    ),
    "cut as well": (
        f'{FADE}<clipPath id="c">{DISC}</clipPath><mask id="m" {LAID}><rect width="120" '
        'height="120" fill="url(#a)"/></mask><g clip-path="url(#c)" mask="url(#m)">'
        '<rect width="120" height="120" fill="#900"/></g>'
    ),
    "nothing in it": (
        f'{FADE}<rect width="9" height="9"/><mask id="m" {LAID}><rect width="120" height="120" '
        'fill="url(#a)"/></mask><g mask="url(#m)"/>'
    ),
}


def drawn(text: str) -> np.ndarray:
    png = resvg_py.svg_to_bytes(svg_string=text, skip_system_fonts=True, background="#FFFFFF")
    picture = Image.open(io.BytesIO(bytes(png))).convert("RGB")
    return np.asarray(picture, dtype=np.int16)


def address_of(data: bytes) -> str:
    return f"data:{facts_of(data).mime};base64,{base64.b64encode(data).decode()}"


class LooksTest(unittest.TestCase):
    def look(self, cases):
        for name, inside in cases.items():
            with self.subTest(name):
                text = f"{HEAD}{inside}</svg>"
                found = read_document(text, keeps_pictures=True)
                self.assertEqual(found.left, ())
                pictures = {n: address_of(data) for n, data in found.pictures.items()}
                drawing = found.clip.drawing()
                ours = svg(drawing, title="", ids=found.clip.tops, pictures=pictures)
                ours = ours[ours.index(">") + 1 :]
                before = drawn(text)
                self.assertLess(before.min(), 250)
                apart = np.abs(before - drawn(HEAD + ours)).max(axis=2) >= SEEN
                self.assertLess(apart.mean(), APART)

    def test_strokes_that_are_scaled_unevenly(self):
        self.look(UNEVEN)

    def test_dashes_begin_where_svg_lets_them_begin(self):
        self.look(DASHED)

    def test_clip_paths(self):
        self.look(CLIPPED)

    def test_masks_of_plain_forms(self):
        self.look(MASKED)

    def test_masks_with_shades(self):
        self.look(SHADED)

    def test_a_mask_with_shades_is_the_front_of_a_masked_group(self):
        text = f"{HEAD}{SHADED['a form that fades']}</svg>"
        drawing = read_document(text).clip.drawing()
        (group,) = drawing.tree.children("layer-1")
        disc, mask = drawing.tree.children(group)
        self.assertEqual((drawing.items[group].mask, drawing.mask_of(group)), ("luminance", mask))
        self.assertEqual(drawing.items[disc].shape, "ellipse")
        self.assertEqual(drawing.seen_in(group), (disc,))

    def test_markers(self):
        self.look(MARKED)

    def test_patterns(self):
        self.look(PATTERNS)

    def test_pictures(self):
        self.look(PICTURES)

    def test_a_form_on_a_picture_becomes_what_crops_it(self):
        text = f"{HEAD}{PICTURES['in a form that lies on it']}</svg>"
        (item,) = read_document(text, keeps_pictures=True).clip.items
        self.assertEqual((item.shape, item.style.fill.picture), ("ellipse", 1))

    def test_pictures_that_do_not_come_in_are_told(self):
        cases = {
            "pictures in other files": "https://example.org/a.png",
            "pictures that are not PNG, JPEG or WebP": "data:image/png;base64,AAAA",
        }
        for kind, address in cases.items():
            with self.subTest(kind):
                inside = f'{DISC}<image href="{address}" width="9" height="9"/>'
                found = read_document(f"{HEAD}{inside}</svg>", keeps_pictures=True)
                self.assertEqual(found.left, ((kind, 1),))
        found = read_document(f"{HEAD}{DISC}{PICTURES['as it is']}</svg>")
        self.assertEqual((found.left, found.pictures), ((("pictures", 1),), {}))

    def test_filters_that_are_effects(self):
        self.look(FILTERED)

    def test_a_shadow_falls_as_its_element_is_turned(self):
        # Filter Effects 1, 8.1: offsets are told in the user space of the element
        inside = (
            '<filter id="f"><feDropShadow dx="8" dy="0" stdDeviation="2"/></filter>'
            '<g transform="rotate(90)" filter="url(#f)"><path d="M0 0H9V-9z"/></g>'
        )
        (group, _) = read_document(f"{HEAD}{inside}</svg>").clip.items
        (shadow,) = group.finish.effects
        self.assertAlmostEqual(shadow.by, 8j)
        self.assertEqual((shadow.radius, shadow.colour), (2.0, "#000000"))

    def test_a_cut_that_is_too_large_is_told_wherever_it_lies(self):
        # in a pattern it is made aside; what shows nothing though it should is never silent
        clip = f'<clipPath id="c">{DISC}</clipPath>'
        plate = '<rect width="110" height="110" clip-path="url(#c)"/>'
        tile = f'<pattern id="p" width="1" height="1">{plate}</pattern>'
        filled = '<rect width="119" height="119" fill="url(#p)"/>'
        for inside in (plate, f"{tile}{filled}"):
            with mock.patch("buildup.forms.assembling.MOST_SEGMENTS", 3):
                found = read_document(f"{HEAD}{clip}{inside}</svg>")
            self.assertTrue([n for n in found.notes if "too large" in n.kind and n.items])
