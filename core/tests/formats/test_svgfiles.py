"""SVG files as other programs write them: what resvg makes of each before and after it was read."""

import io
import unittest
from unittest.mock import patch

import numpy as np
import resvg_py
from buildup.contours.pathreader import read_path
from buildup.drawing.itemtypes import Layer, Outline, Shape
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.drawing.tree import ROOT, Tree
from buildup.errors import Refusal
from buildup.formats.svg import svgwork
from buildup.formats.svg.livesvg import live_metadata
from buildup.formats.svg.svgread import read_document, read_svg
from buildup.formats.svg.svgwrite import Writing, svg
from PIL import Image

from core.tests.thorough import size
from core.tests.zoo import full

HEAD = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"'
SIZE = 200
STOPS = '<stop offset="0" stop-color="#c2410c"/><stop offset="1" stop-color="#0c6b65"/>'
STAR = "M50 5L61 40H98L68 62L79 97L50 75L21 97L32 62L2 40H39Z"
FILES = {
    # W3C SVG 2, chapter Paths: the examples triangle01, cubic01, cubic02, quad01, arcs01, scaled
    "triangle": '<path d="M 10 10 L 90 10 L 50 90 z" fill="red" stroke="blue" stroke-width="3"/>',
    "cubics": '<path d="M10,20 C10,10 25,10 25,20 S40,30 40,20" fill="none" stroke="red"/>',
    "smooth": '<path d="M60 20c0 30 30 0 30 30s-30 30-30 0" fill="tan" stroke="black"/>',
    "quadratics": '<path d="M20,30 Q40,5 60,30 T100,30" fill="none" stroke="red" '
    'stroke-width="2"/>',
    "arcs": '<path d="M30,20 h-15 a15,15 0 1,0 15,-15 z" fill="red" stroke="blue"/>'
    '<path d="M60,35 l5,-2.5 a2.5,2.5 -30 0,1 5,-2.5 l5,-2.5 a2.5,5 -30 0,1 5,-2.5 l5,-2.5" '
    'fill="none" stroke="red"/>',
    "no separators": '<path d="M10 80A30 20 30 0 1 70 90a10 10 0 10 5 5zM.5.5-.5-.5"/>',
    "small radii": '<path d="M10 50A5 5 0 0 1 90 50Z" fill="teal"/>',
    "error in data": '<path d="M10 10H90V50 oops L0 0" stroke="black" fill="tan"/>',
    "even-odd": f'<path d="{STAR}M50 20A30 30 0 1 0 50.1 20Z" fill-rule="evenodd"/>',
    "nonzero": f'<path d="{STAR}M50 20A30 30 0 1 0 50.1 20Z"/>',
    "rect": '<rect x="10" y="20" width="70" height="40" fill="#D9B382" stroke="#123"/>',
    "round rect": '<rect x="10" y="20" width="70" height="40" rx="12" fill="#D9B382"/>',
    "two radii": '<rect x="10" y="20" width="70" height="60" rx="30" ry="8" fill="#0C6B65"/>',
    "radii too large": '<rect x="10" y="20" width="70" height="40" rx="90" fill="#0C6B65"/>',
    "circle": '<circle cx="50" cy="50" r="40" fill="hsl(30 80% 50%)"/>',
    "ellipse": '<ellipse cx="50" cy="50" rx="45" ry="20" transform="rotate(30 50 50)"/>',
    "line": '<line x1="10" y1="10" x2="90" y2="80" stroke="red" stroke-width="6"/>',
    "polyline": '<polyline points="10,10 50,90 90,10" fill="none" stroke="black"/>',
    "polygon": '<polygon points="10,10 50,90 90,10" fill="tan" stroke="black"/>',
    "nested transforms": '<g transform="translate(50 50)"><g transform="rotate(45) scale(1.5 .5)">'
    '<rect x="-20" y="-20" width="40" height="40" fill="teal"/></g></g>',
    "matrix and skew": '<rect width="40" height="40" transform="matrix(1 .2 -.3 1 40 10) '
    'skewX(20)"/>',
    "per cent": '<rect x="10%" y="10%" width="50%" height="30%" fill="plum"/>',
    "units": '<rect x="1mm" y="1mm" width="0.5in" height="12pt" fill="plum"/>',
    "inherited paint": '<g fill="gold" stroke="navy" stroke-width="4">'
    '<circle cx="30" cy="30" r="20"/>'
    '<circle cx="70" cy="70" r="20" fill="none"/></g>',
    "current colour": '<g color="#b3261e"><rect width="60" height="60" fill="currentColor"/></g>',
    "by class": "<style>.a{fill:teal;stroke:red;stroke-width:5}</style>"
    '<path class="a" d="M9 9H90V90z"/>',
    "by type and id": "<style>path{fill:gold}#k{fill:navy}rect.b{fill:tan}</style>"
    '<path d="M0 0H40V40z"/><path id="k" d="M50 0H90V40z"/>'
    '<rect class="b" y="50" width="40" height="40"/>',
    "cascade": "<style>path{fill:red}.x{fill:blue}</style>"
    '<path class="x" fill="lime" d="M0 0H40V40z"/>'
    '<path class="x" style="fill:gold" d="M50 0H90V40z"/>',
    "use": '<defs><path id="p" d="M0 0H20V20z"/></defs><use href="#p" x="10" y="10" fill="red"/>'
    '<use xlink:href="#p" x="50" y="50" fill="blue" transform="scale(1.2)"/>',
    "use before it is there": '<use href="#q" x="30"/><circle id="q" cx="20" cy="20" r="15"/>',
    "symbol": '<symbol id="s" viewBox="0 0 10 10"><circle cx="5" cy="5" r="5"/></symbol>'
    '<use href="#s" x="20" y="30" width="60" height="40" fill="purple"/>',
    "inner svg": '<svg x="20" y="10" width="60" height="80" viewBox="0 0 10 10">'
    '<rect width="10" height="10" fill="tan"/></svg>',
    "aspect none": '<svg width="90" height="40" viewBox="0 0 10 10" preserveAspectRatio="none">'
    '<circle cx="5" cy="5" r="5" fill="teal"/></svg>',
    "aspect to the end": '<svg width="90" height="40" viewBox="0 0 10 10" '
    'preserveAspectRatio="xMaxYMax"><circle cx="5" cy="5" r="5" fill="teal"/></svg>',
    "linear": f'<linearGradient id="g">{STOPS}</linearGradient>'
    '<rect width="90" height="50" fill="url(#g)"/>',
    "linear, turned": '<linearGradient id="g" '
    f'gradientTransform="rotate(45)">{STOPS}</linearGradient>'
    '<rect x="5" y="5" width="90" height="50" transform="rotate(10)" fill="url(#g)"/>',
    "linear on the sheet": '<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="20" y1="20" '
    f'x2="60" y2="60" spreadMethod="reflect">{STOPS}</linearGradient>'
    '<path d="M0 0H100V100H0z" fill="url(#g)"/>',
    "radial": f'<radialGradient id="g" fx="30%" fy="40%">{STOPS}</radialGradient>'
    '<ellipse cx="50" cy="50" rx="45" ry="25" fill="url(#g)"/>',
    "radial, repeated": '<radialGradient id="g" r="20%" '
    f'spreadMethod="repeat">{STOPS}</radialGradient>'
    '<rect width="100" height="80" fill="url(#g)"/>',
    "taken over": f'<linearGradient id="a">{STOPS}</linearGradient>'
    '<radialGradient id="b" href="#a" cx="20%"/><rect width="90" height="90" fill="url(#b)"/>',
    "faint stops": '<linearGradient id="g"><stop offset="10%" stop-color="red" stop-opacity=".2"/>'
    '<stop offset=".9" style="stop-color:blue"/></linearGradient>'
    '<path d="M5 5H95V95H5z" stroke="url(#g)" stroke-width="12" fill="none"/>',
    "one stop": '<linearGradient id="g"><stop stop-color="teal"/></linearGradient>'
    '<rect width="50" height="50" fill="url(#g)"/>',
    "opacities": '<g opacity=".5"><circle cx="40" cy="40" r="30"/><circle cx="60" cy="60" r="30" '
    'fill="red" fill-opacity=".5" stroke="blue" stroke-width="8" stroke-opacity=".4"/></g>',
    "own opacity": '<rect width="60" height="60" opacity="30%" stroke="red" stroke-width="10"/>',
    "strokes": '<path d="M10 80L50 20L90 80" fill="none" stroke="black" stroke-width="12" '
    'stroke-linejoin="round" stroke-linecap="square"/>',
    "miter limit": '<path d="M10 80L20 10L30 80" fill="none" stroke="red" stroke-width="6" '
    'stroke-miterlimit="2"/>',
    "dashes": '<path d="M5 50H95" stroke="black" stroke-width="4" stroke-dasharray="9 3 2" '
    'stroke-dashoffset="4"/>',
    "clip path": '<clipPath id="c"><circle cx="50" cy="50" r="30"/></clipPath>'
    '<g clip-path="url(#c)"><rect width="60" height="60" fill="red"/>'
    '<rect x="40" y="40" width="60" height="60" fill="blue"/></g>',
    "clip path by use": '<path id="f" d="M20 20H80V80z"/><clipPath id="c">'
    '<use href="#f"/></clipPath>'
    '<circle cx="50" cy="50" r="40" fill="gold" clip-path="url(#c)"/>',
    "mixed": '<rect width="60" height="60" fill="gold"/>'
    '<circle cx="60" cy="60" r="35" fill="teal" style="mix-blend-mode:multiply"/>',
    "not shown": '<path d="M0 0H50V50z" display="none"/><g visibility="hidden">'
    '<rect width="90" height="90"/><rect width="30" height="30" visibility="visible"/></g>',
    "switch": '<switch><rect width="50" height="50" fill="teal"/>'
    '<rect width="90" height="90"/></switch>',
    "switch past what is no SVG": '<switch><foreignObject requiredExtensions="urn:x" width="9" '
    'height="9"/><g><rect width="70" height="50" fill="teal"/></g></switch>',
    "inner svg in per cent": '<svg x="50%" y="10%" width="50%" height="50%" viewBox="0 0 10 10">'
    '<rect width="10" height="10" fill="tan"/></svg>',
    "inner svg without a size": '<svg viewBox="0 0 10 20"><rect width="50%" height="10" '
    'fill="tan"/></svg>',
    "symbol without a size": '<symbol id="s" viewBox="0 0 10 10"><circle cx="5" cy="5" r="5"/>'
    '</symbol><use href="#s" fill="purple"/>',
    "ems": '<g font-size="10"><rect width="2em" height="4ex" fill="teal"/>'
    '<rect y="50" width="30" height="1em" fill="tan"/></g>',
    "clip path, even-odd": '<clipPath id="c"><path clip-rule="evenodd" '
    'd="M10 10H90V90H10zM30 30H70V70H30z"/></clipPath>'
    '<rect width="100" height="100" fill="gold" clip-path="url(#c)"/>',
    "clip path of forms that run both ways": '<clipPath id="c"><path d="M10 10H60V60H10z"/>'
    '<path d="M40 40V90H90V40z"/></clipPath>'
    '<rect width="100" height="100" fill="gold" clip-path="url(#c)"/>',
    "clip path by use, moved": '<path id="f" d="M0 0H50V50z" transform="translate(10 0)"/>'
    '<clipPath id="c"><use href="#f" x="20" y="30"/><circle r="90" display="none"/></clipPath>'
    '<rect width="100" height="100" fill="gold" clip-path="url(#c)"/>',
    "clip path of nothing": '<clipPath id="c"/><rect width="90" height="90" fill="red" '
    'clip-path="url(#c)"/><rect width="20" height="20"/>',
    "important": "<style>.a{fill:teal!important}#k{fill:red}</style>"
    '<path id="k" class="a" d="M0 0H40V40z"/><path class="a" style="fill:red" d="M50 0H90V40z"/>',
    "charset": '<style>@charset "utf-8"; .a{fill:teal}</style><path class="a" d="M0 0H80V80z"/>',
    "faint colours": '<rect width="60" height="60" fill="rgba(255,0,0,.4)" stroke="#0c6b6580" '
    'stroke-width="10"/>',
    "faint stop colours": '<linearGradient id="g"><stop stop-color="rgba(255,0,0,.2)"/>'
    '<stop offset="1" stop-color="#00f8"/></linearGradient>'
    '<rect width="90" height="90" fill="url(#g)"/>',
    "inherit": '<g fill="teal" stroke="navy"><rect width="60" height="60" fill="inherit" '
    'stroke="none"/></g>',
    "stroke in per cent": '<path d="M10 50H90" stroke="black" stroke-width="10%"/>',
    "path that begins with a line": '<path d="L50 50H0z"/><rect width="9" height="9"/>',
    "use of nothing": '<rect width="10" height="10"/><use x="50"/>',
    "of an editor": '<g xmlns:e="urn:an-editor" e:label="x"><e:view zoom="2"/>'
    '<path e:kind="star" d="M0 0H70V70z" fill="#0c6b65"/></g>',
}
"""What each document holds, in a view of 100 by 100."""


def document(inside, more=""):
    return f'<svg {HEAD} viewBox="0 0 100 100" width="{SIZE}" height="{SIZE}" {more}>{inside}</svg>'


def pixels(text, fonts=()):
    png = resvg_py.svg_to_bytes(
        svg_string=text, skip_system_fonts=True, font_files=fonts, dpi=96, background="#fff"
    )
    return np.asarray(Image.open(io.BytesIO(bytes(png))).convert("RGB")).astype(int)


def drawn(incoming):
    """What came in, on a sheet as large as it says."""
    size = incoming.size
    layer = Layer(id="layer-1", name="Layer 1")
    positions = [("layer-1", ROOT), *((i, c or "layer-1") for i, c in incoming.clip.places)]
    items = {layer.id: layer, **{i.id: i for i in incoming.clip.items}}
    return Drawing(Sheet(size.real, size.imag, "px", None), items, Tree.of(positions))


class FilesTest(unittest.TestCase):
    def test_each_looks_the_same_after_it_was_read(self):
        self.assertGreaterEqual(len(FILES), 40)
        for name, inside in FILES.items():
            with self.subTest(name):
                text = document(inside)
                found = read_document(text)
                self.assertEqual(found.left, ())
                off = np.abs(pixels(text) - pixels(svg(drawn(found), title="")))
                self.assertLess(off.mean(), 0.35)
                self.assertLess((off.max(axis=2) > 70).mean(), 0.003)

    def test_what_we_send_comes_back_and_looks_the_same(self):
        value = full()
        plain = svg(value, title="x", writing=Writing(decimals=4, labels=False, groups=False))
        back = drawn(read_document(plain))
        off = np.abs(pixels(plain) - pixels(svg(back, title="")))
        self.assertLess(off.mean(), 0.5)
        complete = svg(value, title="x", metadata=live_metadata(value, None))
        found = read_document(complete)
        self.assertEqual(dict(found.live.items), dict(value.items))
        self.assertEqual((found.live.tree, found.left, found.name), (value.tree, (), "x"))

    def test_what_has_no_form_here_is_counted_by_kind(self):
        filters = '<filter id="f"><feTurbulence baseFrequency="2"/></filter>'
        inside = (
            "<text>Reed</text><text>Hollow</text><image href='http://127.0.0.1:9/x.png'/>"
            f"{filters}<rect width='9' height='9' filter='url(#f)' mask='url(#m)'/>"
            "<pattern id='p'/><rect width='9' height='9' fill='url(#p)' stroke='tint'/>"
            "<path d='M0 0H9' marker-end='url(#k)'/><use href='#nowhere'/>"
            "<style>g > rect{fill:red}</style><script>alert(1)</script>"
        )
        found = read_document(document(inside))
        first, *_ = (i for i in found.clip.items if isinstance(i, Shape | Outline))
        self.assertEqual([n.items for n in found.notes if n.kind == "filters"], [(first.id,)])
        _, second, _ = (i for i in found.clip.items if isinstance(i, Shape | Outline))
        self.assertEqual(
            {n.kind: (n.count, n.items) for n in found.notes if n.changed},
            {
                "unreadable colours (shown grey)": (1, (second.id,)),
                "unreadable patterns and gradients (shown grey)": (1, (second.id,)),
            },
        )
        self.assertEqual(
            dict(found.left),
            {
                "filters": 1,
                "pictures": 1,
                "style sheet rules": 1,
                "scripts": 1,
                "text": 2,
                "references to missing elements": 3,  # of the mask, the marker and the use
            },
        )

    def test_size_unit_and_name_of_the_sheet(self):
        text = document("<title>Tag</title><path d='M0 0H9V9z'/>")
        found = read_document(text.replace(f'width="{SIZE}" height="{SIZE}"', 'width="70mm"'))
        self.assertEqual((found.unit, found.name), ("mm", "Tag"))
        self.assertAlmostEqual(found.size.real, 70 / 25.4 * 96)

    def test_style_sheets_hold_where_their_at_rules_hold(self):
        # W3C CSS Conditional Rules 3 and Cascade 4; what holds elsewhere is counted
        sheet = (
            '@import "x.css";@media print{rect{fill:red}path{fill:red}}'
            "@media screen{rect{fill:blue}}@supports (x:y){rect{fill:red}}rect{stroke:lime}"
        )
        found = read_document(document(f"<style>{sheet}</style><rect width='9' height='9'/>"))
        (item,) = found.clip.items
        self.assertEqual((item.style.fill, item.style.strokes[0].paint), ("#0000FF", "#00FF00"))
        self.assertEqual(dict(found.left), {"style sheet rules": 3})

    def test_style_sheets_may_say_geometry(self):
        # SVG 2, 8.10: geometry properties; CSS Transforms 1
        inside = (
            "<style>circle{r:20px;transform:translate(10px,5px)}.t{transform:rotate(1turn)}</style>"
            "<circle r='3'/><path class='t' d='M0 0H9' style='d:path(\"M0 0H30\")'/>"
        )
        found = read_document(document(inside))
        circle, path = found.clip.items
        self.assertAlmostEqual(circle.frame.width, 2 * 20 * SIZE / 100)
        self.assertAlmostEqual(circle.frame.place.origin, (10 + 5j) * SIZE / 100)
        self.assertAlmostEqual(path.contours[0].anchors[-1].at, 30 * SIZE / 100)
        self.assertEqual(dict(found.left), {"transforms in style sheets": 1})

    def test_a_switch_shows_the_first_that_fits(self):
        # SVG 2, 5.7; lengths of CSS Values and Units 3, 6
        inside = (
            "<switch><path systemLanguage='de' d='M0 0H9'/><desc/>"
            "<rect systemLanguage='fr, en-GB' width='40Q' height='1rem'/>"
            "<path d='M0 0H9'/></switch>"
        )
        (item,) = read_document(document(inside)).clip.items
        scale = SIZE / 100
        self.assertAlmostEqual(item.frame.width, 10 / 25.4 * 96 * scale)
        self.assertAlmostEqual(item.frame.height, 16 * scale)

    def test_uses_of_other_files_are_told_and_draw_nothing(self):
        inside = "<g><rect width='9' height='9'/><use href='s.svg#a'/><use href='s.svg#b'/></g>"
        found = read_document(document(inside))
        self.assertEqual(len(found.clip.items), 1)
        self.assertEqual(dict(found.left), {"references to other files": 2})

    def test_numbers_that_are_no_numbers_draw_nothing_or_are_refused(self):
        for d in (
            "M0 0L1.7e308 1.7e308z",
            "M0 0A5 5 0 1 1 1e-170 0z",
            "M0 0A1e200 1e200 0 1 1 5 5z",
            "M0 0H1e300",
        ):
            with self.subTest(d):
                self.assertIsInstance(read_path(d), tuple)
        for inside in (
            "<path d='M0 0L1.7e308 1.7e308z'/>",
            "<g transform='scale(1e200) scale(1e200)'><rect width='9' height='9'/></g>",
            "<rect width='9' height='9' transform='matrix(1e59 0 0 1e59 0 0)'/>",
        ):
            with self.subTest(inside), self.assertRaises(Refusal) as refused:
                read_svg(document(inside))
            self.assertEqual(refused.exception.code, "too_far")
        with self.assertRaises(Refusal) as refused:
            read_svg(document("<rect width='1e999' height='5'/>"))
        self.assertEqual(refused.exception.code, "nothing_drawn")

    @patch.object(svgwork, "ALWAYS", size(svgwork.ALWAYS, usually=50_000))
    def test_uses_that_go_round_or_multiply_are_bounded(self):
        ring = "<g id='a'><use href='#b'/></g><g id='b'><use href='#a'/><path d='M0 0H9'/></g>"
        self.assertIn("references to missing elements", dict(read_document(document(ring)).left))
        many = "<g id='g0'>" + "<path d='M0 0H9V9z'/>" * 10 + "</g>"
        for k in range(1, 9):
            many += f"<g id='g{k}'>" + f"<use href='#g{k - 1}'/>" * 10 + "</g>"
        with self.assertRaises(Refusal) as refused:
            read_document(document(many))
        self.assertEqual(refused.exception.code, "too_much")
