"""Pages of a PDF look here as PDFium shows them (ISO 32000-1): one small page for each feature."""

import io
import unittest

import numpy as np
import pikepdf
import pypdfium2
import resvg_py
from buildup.drawing.paint import PictureFill
from buildup.errors import Refusal
from buildup.formats.svg.svgwrite import svg
from fontTools.fontBuilder import FontBuilder
from fontTools.pens.t2CharStringPen import T2CharStringPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from pikepdf import Array, Dictionary, Name
from PIL import Image

from core.tests.formats.test_svglooks import address_of
from imports.pdffile import read_pdf
from imports.services import value_of

SIDE = 120
FINE = 4
SEEN = 40
APART = 0.012
"""The share of pixels that may differ by so much: edges are smoothed in two ways."""

DISC = (
    "60 20 m 82 20 100 38 100 60 c 100 82 82 100 60 100 c 38 100 20 82 20 60 c 20 38 38 20 60 20 c"
)
RAMP = {"FunctionType": 2, "Domain": [0, 1], "C0": [1, 0, 0], "C1": [0, 0, 1], "N": 1}
CURVED = RAMP | {"N": 2.5}
STITCHED = {
    "FunctionType": 3, "Domain": [0, 1], "Functions": [RAMP, RAMP | {"C0": [0, 1, 0]}],
    "Bounds": [0.4], "Encode": [0, 1, 1, 0],
}  # fmt: skip
AXIAL = {"ShadingType": 2, "ColorSpace": "/DeviceRGB", "Coords": [30, 30, 90, 70], "Function": RAMP}
ROUND = {
    "ShadingType": 3, "ColorSpace": "/DeviceRGB", "Coords": [60, 60, 15, 66, 60, 45],
    "Function": RAMP,
}  # fmt: skip


def streamed(data, **values):
    return ("stream", data if isinstance(data, bytes) else data.encode(), values)


def form(content, *, box=(0, 0, SIDE, SIDE), **values):
    return streamed(content, Type="/XObject", Subtype="/Form", BBox=list(box), **values)


def picture(data, size, space, bits=8, **values):
    return streamed(
        data, Type="/XObject", Subtype="/Image", Width=size[0], Height=size[1],
        ColorSpace=space, BitsPerComponent=bits, **values,
    )  # fmt: skip


GROUP = {"Group": {"S": "/Transparency", "CS": "/DeviceRGB", "I": True}}
FOUR = bytes([200, 30, 30, 30, 160, 60, 40, 40, 190, 230, 190, 20])
BEHIND = "1 .8 .2 rg 0 0 70 120 re f "
TINT = streamed("{dup .9 mul exch dup .2 mul exch pop 1 exch pop .3}", FunctionType=4,
                Domain=[0, 1], Range=[0, 1, 0, 1, 0, 1])  # fmt: skip
SAMPLED = streamed(bytes([255, 0, 0, 0, 200, 0, 0, 0, 255]), FunctionType=0, Domain=[0, 1],
                   Range=[0, 1, 0, 1, 0, 1], Size=[3], BitsPerSample=8)  # fmt: skip
PATHS = {
    "fill and stroke": (f"{BEHIND} .1 .4 .3 rg .5 0 .5 RG 6 w 1 J 1 j {DISC} b", {}),
    "even and odd": ("0 .4 .4 rg 10 10 100 100 re 30 30 60 60 re f*", {}),
    "curves of two kinds": ("3 w 10 10 m 60 110 110 60 v 60 20 10 10 y h 0 .5 0 rg B", {}),
    "dashes on an uneven scale": ("q 2 0 0 .5 0 30 cm [20 8] 5 d 6 w 5 60 m 55 60 l S Q", {}),
    "a clip in a clip": (
        f"{DISC} W n 0 0 60 120 re W* n .8 .2 .2 rg 0 0 120 120 re f 8 w 20 100 m 110 20 l S", {}
    ),
    "what was saved": ("q 1 0 0 rg q 0 1 0 rg Q 10 10 40 40 re f Q 60 60 40 40 re f", {}),
    "grey and four inks": (
        ".6 g 0 0 120 40 re f 1 0 0 0 k 0 40 60 40 re f 0 .9 .3 .2 k 60 40 60 80 re f", {}
    ),
    "half of it": (
        f"{BEHIND} /A gs 0 0 1 rg 1 0 0 RG 12 w {DISC} B",
        {"ExtGState": {"A": {"ca": 0.5, "CA": 0.25}}},
    ),
}  # fmt: skip
SHADINGS = {
    "a line": ("/Pattern cs /P scn 10 10 100 100 re f",
               {"Pattern": {"P": {"PatternType": 2, "Shading": AXIAL | {"Extend": [True, True]}}}}),
    "one that ends": ("/Pattern cs /P scn 10 10 100 100 re f",
                      {"Pattern": {"P": {"PatternType": 2, "Shading": AXIAL}}}),
    "moved by its matrix, and by the place": (
        "q .5 0 0 .5 0 0 cm /Pattern cs /P scn 10 10 200 200 re f Q",
        {"Pattern": {"P": {"PatternType": 2, "Matrix": [0, 1, -1, 0, 120, 0],
                           "Shading": AXIAL | {"Extend": [True, False]}}}},
    ),
    "along a bent function": ("/S sh", {"Shading": {"S": AXIAL | {"Function": CURVED}}}),
    "stitched": ("q 20 20 80 80 re W n /S sh Q",
                 {"Shading": {"S": AXIAL | {"Function": STITCHED, "Extend": [True, True]}}}),
    "sampled": ("/S sh", {"Shading": {"S": AXIAL | {"Function": SAMPLED, "Extend": [True, True]}}}),
    "two circles": ("/S sh", {"Shading": {"S": ROUND}}),
    "two circles that go on": ("/S sh", {"Shading": {"S": ROUND | {"Extend": [True, True]}}}),
    "the larger one first": (
        "/S sh", {"Shading": {"S": ROUND | {"Coords": [66, 60, 45, 60, 60, 10]}}}
    ),
    "on a stroke": (f"/Pattern CS /P SCN 14 w {DISC} s",
                    {"Pattern": {"P": {"PatternType": 2,
                                       "Shading": AXIAL | {"Extend": [True, True]}}}}),
}  # fmt: skip
TILE = {"PatternType": 1, "TilingType": 1, "BBox": [0, 0, 20, 20], "XStep": 25, "YStep": 25}
PATTERNS = {
    "coloured": ("/Pattern cs /P scn 10 10 100 100 re f",
                 {"Pattern": {"P": streamed("1 0 0 rg 0 0 10 10 re f 0 0 1 rg 10 10 10 10 re f",
                                            PaintType=1, Resources={}, **TILE)}}),
    "in a colour": ("/C cs .1 .5 .2 /P scn 10 10 100 100 re f",
                    {"ColorSpace": {"C": ["/Pattern", "/DeviceRGB"]},
                     "Pattern": {"P": streamed("0 0 15 8 re f", PaintType=2, Resources={},
                                               **TILE, Matrix=[0.8, 0.3, -0.3, 0.8, 4, 6])}}),
}  # fmt: skip
SPACES = {
    "indexed": ("/C cs 1 sc 10 10 50 100 re f 2 sc 60 10 50 100 re f",
                {"ColorSpace": {"C": ["/Indexed", "/DeviceRGB", 3, FOUR]}}),
    "an ink": ("/C cs .7 scn 10 10 100 100 re f",
               {"ColorSpace": {"C": ["/Separation", "/Reed", "/DeviceRGB", TINT]}}),
    "two inks": ("/C cs .7 .1 scn 10 10 100 100 re f",
                 {"ColorSpace": {"C": ["/DeviceN", ["/Reed", "/Tide"], "/DeviceRGB",
                                       streamed("{0}", FunctionType=4, Domain=[0, 1, 0, 1],
                                                Range=[0, 1, 0, 1, 0, 1])]}}),
    "Lab": ("/C cs 60 50 -40 scn 10 10 100 100 re f",
            {"ColorSpace": {"C": ["/Lab", {"WhitePoint": [0.9505, 1, 1.089],
                                           "Range": [-100, 100, -100, 100]}]}}),
}  # fmt: skip
FORMS = {
    "moved and cut at its box": (
        "/F Do", {"XObject": {"F": form(f"0 .4 .8 rg {DISC} f", box=(30, 30, 120, 90),
                                        Matrix=[0.8, 0.2, -0.2, 0.8, 20, 0])}}
    ),
    "a group that shows by half": (
        f"{BEHIND} /A gs /F Do",
        {"ExtGState": {"A": {"ca": 0.5}},
         "XObject": {"F": form(f"0 .4 .8 rg {DISC} f 1 0 0 rg 40 40 70 70 re f", **GROUP)}},
    ),
    "a group that multiplies": (
        f"{BEHIND} /A gs /F Do",
        {"ExtGState": {"A": {"BM": "/Multiply"}},
         "XObject": {"F": form(f"0 .8 .8 rg {DISC} f", **GROUP)}},
    ),
    "no group": (
        f"{BEHIND} /A gs /F Do",
        {"ExtGState": {"A": {"ca": 0.5}},
         "XObject": {"F": form(f"0 .4 .8 rg {DISC} f 1 0 0 rg 40 40 70 70 re f")}},
    ),
    "a mask of light": (
        f"{BEHIND} /A gs 0 .3 .6 rg 0 0 120 120 re f",
        {"ExtGState": {"A": {"SMask": {"S": "/Luminosity", "G": form(
            f"1 g {DISC} f 0 g 50 50 20 20 re f", **GROUP)}}}},
    ),
    "a mask with shades": (
        f"{BEHIND} /A gs 0 .3 .6 rg 0 0 120 120 re f 1 0 0 RG 9 w 20 20 m 100 90 l S",
        {"ExtGState": {"A": {"SMask": {"S": "/Luminosity", "G": form(
            "/S sh", Resources={"Shading": {"S": AXIAL | {"Extend": [True, True]}}}, **GROUP)}}}},
    ),
    "a mask of what is painted, and none again": (
        f"{BEHIND} /A gs 0 .3 .6 rg 0 0 120 120 re f /B gs 100 100 20 20 re f",
        {"ExtGState": {"A": {"SMask": {"S": "/Alpha", "G": form(f"0 g {DISC} f", **GROUP)}},
                       "B": {"SMask": "/None"}}},
    ),
}  # fmt: skip
IMAGES = {
    "plain": ("q 80 20 -20 80 30 10 cm /I Do Q",
              {"XObject": {"I": picture(FOUR, (2, 2), "/DeviceRGB")}}),
    "four inks": ("q 100 0 0 100 10 10 cm /I Do Q",
                  {"XObject": {"I": picture(bytes([255, 0, 0, 0, 0, 255, 0, 0]), (1, 2),
                                            "/DeviceCMYK")}}),
    "a stencil": (f"{BEHIND} .5 0 .5 rg q 100 0 0 100 10 10 cm /I Do Q",
                  {"XObject": {"I": streamed(bytes([0xA0, 0x50, 0xA0]), Subtype="/Image", Width=4,
                                             Height=3, ImageMask=True, BitsPerComponent=1)}}),
    "with a soft mask": (
        f"{BEHIND} q 100 0 0 100 10 10 cm /I Do Q",
        {"XObject": {"I": picture(FOUR, (2, 2), "/DeviceRGB",
                                  SMask=picture(bytes([255, 60, 0, 128]), (2, 2), "/DeviceGray"))}},
    ),
    "one bit, by an index": (
        "q 100 0 0 100 10 10 cm /I Do Q",
        {"XObject": {"I": picture(bytes([0x80, 0x40]), (2, 2),
                                  ["/Indexed", "/DeviceRGB", 1, FOUR[:6]], bits=1)}},
    ),
    "in the content": ("q 100 0 0 100 10 10 cm BI /W 2 /H 1 /CS /RGB /BPC 8 /F /AHx ID "
                       "C81E1E1EA03C> EI Q", {}),
}  # fmt: skip


def letters(kind):
    """A font of two letters: a frame, and a slanted bar."""
    frame = [
        [(0, 0), (700, 0), (700, 700), (0, 700)],
        [(150, 150), (150, 550), (550, 550), (550, 150)],
    ]
    shapes = {"A": frame, "B": [[(0, 0), (200, 0), (700, 700), (500, 700)]], "space": []}
    order = [".notdef", "space", "A", "B"]
    builder = FontBuilder(1000, isTTF=kind == "ttf")
    builder.setupGlyphOrder(order)
    builder.setupCharacterMap({32: "space", 65: "A", 66: "B"})
    drawn = {}
    for name in order:
        pen = TTGlyphPen(None) if kind == "ttf" else T2CharStringPen(800, None)
        for contour in shapes.get(name, []):
            points = [(int(x), int(y)) for x, y in contour]
            pen.moveTo(points[0])
            for point in points[1:]:
                pen.lineTo(point)
            pen.closePath()
        drawn[name] = pen.glyph() if kind == "ttf" else pen.getCharString()
    if kind == "ttf":
        builder.setupGlyf(drawn)
    else:
        builder.setupCFF("Reed", {}, drawn, {})
    builder.setupHorizontalMetrics(dict.fromkeys(order, (800, 0)))
    builder.setupHorizontalHeader(ascent=800, descent=-200)
    builder.setupOS2()
    builder.setupPost()
    stream = io.BytesIO()
    builder.save(stream)
    return stream.getvalue()


TRUETYPE, OPENTYPE = letters("ttf"), letters("otf")
ABOUT = {
    "Type": "/FontDescriptor", "FontName": "/Reed", "Flags": 32, "Ascent": 800, "Descent": -200,
    "FontBBox": [0, -200, 800, 800], "ItalicAngle": 0, "CapHeight": 700, "StemV": 90,
}  # fmt: skip
SIMPLE = {
    "Type": "/Font", "Subtype": "/TrueType", "BaseFont": "/Reed", "FirstChar": 32,
    "LastChar": 66, "Widths": [400, *[0] * 32, 800, 800], "Encoding": "/WinAnsiEncoding",
    "FontDescriptor": ABOUT | {"FontFile2": streamed(TRUETYPE, Length1=len(TRUETYPE))},
}  # fmt: skip
COMPOSITE = {
    "Type": "/Font", "Subtype": "/Type0", "BaseFont": "/Reed", "Encoding": "/Identity-H",
    "DescendantFonts": [{
        "Type": "/Font", "Subtype": "/CIDFontType0", "BaseFont": "/Reed", "DW": 900,
        "W": [2, [700, 850]], "CIDSystemInfo": {"Registry": b"Reed", "Ordering": b"Identity",
                                                "Supplement": 0},
        "FontDescriptor": ABOUT | {"FontFile3": streamed(OPENTYPE, Subtype="/OpenType")},
    }],
}  # fmt: skip
DRAWN = {
    "Type": "/Font", "Subtype": "/Type3", "FontBBox": [0, 0, 10, 10], "FirstChar": 65,
    "LastChar": 65, "FontMatrix": [0.1, 0, 0, 0.1, 0, 0], "Widths": [11], "Resources": {},
    "Encoding": {"Type": "/Encoding", "Differences": [65, "/box"]},
    "CharProcs": {"box": streamed("11 0 d0 1 0 0 rg 0 0 9 9 re f 1 1 1 rg 3 3 3 3 re f")},
}  # fmt: skip
FONTS = {"Font": {"T": SIMPLE, "O": COMPOSITE, "D": DRAWN}}
TEXTS = {
    "TrueType": ("BT /T 40 Tf 10 60 Td (AB A) Tj 0 -50 Td 0 .4 .3 rg (B) Tj ET", FONTS),
    "spaced, raised, stretched": (
        "BT /T 30 Tf 3 Tc 10 Tw 80 Tz 10 70 Td (A B) Tj 8 Ts (A) Tj 0 Ts 40 TL T* "
        "[(A) -300 (B)] TJ ET",
        FONTS,
    ),
    "turned": ("BT /T 30 Tf .8 .6 -.6 .8 40 10 Tm (AB) Tj ET", FONTS),
    "stroked": ("BT /T 60 Tf 2 Tr 1 0 0 RG 3 w .8 g 10 30 Td (AB) Tj ET", FONTS),
    "by numbers, in an OpenType font": ("BT /O 40 Tf 10 40 Td <000200030002> Tj ET", FONTS),
    "drawn glyphs": ("BT /D 40 Tf 10 40 Td (AA) Tj ET", FONTS),
    "it clips": (
        "q BT /T 80 Tf 7 Tr 10 30 Td (AB) Tj ET 1 0 0 rg 0 0 120 60 re f Q 0 0 9 9 re f", FONTS
    ),
    "it is not seen": (f"{BEHIND} BT /T 40 Tf 3 Tr 10 60 Td (AB) Tj ET", FONTS),
}  # fmt: skip
LAYERED = {
    "a layer that is off": (
        f"{BEHIND} /OC /L BDC 0 0 1 rg 20 20 60 60 re f EMC /OC /M BDC 90 90 20 20 re f EMC",
        {"Properties": {"L": "off", "M": "on"}},
    ),
}


def made(document, value):
    """A value of a table as an object of a document."""
    if isinstance(value, tuple):
        _, data, values = value
        stream = document.make_stream(data)
        for key, held in values.items():
            stream[f"/{key}"] = made(document, held)
        return stream
    if isinstance(value, dict):
        return Dictionary({f"/{k}": made(document, v) for k, v in value.items()})
    if isinstance(value, list):
        return Array([made(document, v) for v in value])
    if isinstance(value, str):
        return Name(value) if value.startswith("/") else document.layers[value]
    return pikepdf.String(value) if isinstance(value, bytes) else value


class Document:
    """A PDF while it is made, and its layers."""

    def __init__(self):
        self.pdf = pikepdf.new()
        self.make_stream = self.pdf.make_stream
        self.layers = {
            name: self.pdf.make_indirect(Dictionary(Type=Name.OCG, Name=name))
            for name in ("off", "on")
        }
        config = Dictionary(OFF=Array([self.layers["off"]]))
        every = Array(list(self.layers.values()))
        self.pdf.Root.OCProperties = Dictionary(OCGs=every, D=config)

    def page(self, content, resources, **values):
        page = self.pdf.add_blank_page(page_size=(SIDE, SIDE))
        page.obj.Contents = self.make_stream(content.encode("latin-1"))
        page.obj.Resources = made(self, resources)
        for key, value in values.items():
            page.obj[f"/{key}"] = made(self, value)
        return self

    @property
    def data(self):
        stream = io.BytesIO()
        self.pdf.save(stream)
        return stream.getvalue()


def theirs(data):
    page = pypdfium2.PdfDocument(data)[0]
    return page.render(scale=FINE).to_pil().convert("RGB")


def ours(found, size):
    pictures = {n: address_of(d) for n, d in found.pictures.items()}
    text = svg(value_of(found), title="", pixels=size, pictures=pictures)
    png = resvg_py.svg_to_bytes(svg_string=text, skip_system_fonts=True, background="#FFFFFF")
    return Image.open(io.BytesIO(bytes(png))).convert("RGB")


def apart(data, found):
    """The share of pixels by which a page looks otherwise here."""
    seen = theirs(data)
    there = ours(found, seen.size)
    size = (seen.width // FINE, seen.height // FINE)
    one, other = (
        np.asarray(p.resize(size, Image.Resampling.BOX), dtype=np.int16) for p in (seen, there)
    )
    return (np.abs(one - other).max(axis=2) >= SEEN).mean()


class LooksTest(unittest.TestCase):
    def look(self, cases, told=(), most=APART):
        for name, (content, resources) in cases.items():
            with self.subTest(name):
                data = Document().page(content, resources).data
                found = read_pdf(data)
                kinds = {n.kind for n in found.notes if not n.kind.startswith("strokes")}
                self.assertLessEqual(kinds, {*told})
                self.assertLess(apart(data, found), most)

    def test_paths(self):
        self.look(PATHS)

    def test_shadings(self):
        self.look(SHADINGS)

    def test_tiling_patterns(self):
        self.look(PATTERNS, ["patterns (now tiles)"])

    def test_colour_spaces(self):
        self.look(SPACES)

    def test_forms_groups_and_soft_masks(self):
        self.look(FORMS)

    def test_pictures(self):
        self.look(IMAGES, most=2.0 * APART)  # PDFium does not smooth their edges

    def test_text(self):
        self.look(TEXTS)

    def test_layers(self):
        self.look(LAYERED)

    def test_pages_that_are_turned_cropped_and_enlarged(self):
        content, resources = TEXTS["TrueType"]
        crop = {"MediaBox": [-10, -20, 110, 100], "CropBox": [0, 0, 90, 60]}
        for values in (*({"Rotate": r} for r in (90, 180, 270, -90)), crop, crop | {"Rotate": 90}):
            with self.subTest(values):
                data = Document().page(content, resources, **values).data
                self.assertLess(apart(data, read_pdf(data)), APART)
        data = Document().page(content, resources, UserUnit=2.0).data
        self.assertAlmostEqual(read_pdf(data).size, (1 + 1j) * SIDE * 2 * 96 / 72)

    def test_what_an_annotation_looks_like(self):
        look = form("1 .9 .2 rg 0 0 10 10 re f", box=(0, 0, 10, 10))
        note = {"Type": "/Annot", "Subtype": "/Stamp", "Rect": [20, 30, 90, 60], "F": 4,
                "AP": {"N": look}}  # fmt: skip
        hidden = note | {"F": 2, "Rect": [0, 80, 20, 120]}
        data = Document().page("0 0 9 9 re f", {}, Annots=[note, hidden]).data
        self.assertLess(apart(data, read_pdf(data)), APART)

    def test_one_line_of_text_is_one_item(self):
        data = Document().page(*TEXTS["TrueType"]).data
        self.assertEqual(len(read_pdf(data).clip.items), 2)


class ToldTest(unittest.TestCase):
    def told(self, content, resources, say=None):
        return read_pdf(Document().page(f"0 0 9 9 re f {content}", resources).data, say)

    def test_what_has_no_form_here(self):
        mesh = AXIAL | {"ShadingType": 1}
        cases = {
            "gradients that are neither linear nor radial": ("/S sh", {"Shading": {"S": mesh}}),
            "gradients that are neither linear nor radial (shown grey)": (
                "/Pattern cs /P scn 0 0 50 50 re f",
                {"Pattern": {"P": {"PatternType": 2, "Shading": mesh}}},
            ),
            "colours that cannot be read (shown grey)": ("/Nothing cs 0 0 50 50 re f", {}),
            "pictures that cannot be read": (
                "/I Do", {"XObject": {"I": picture(b"", (0, 0), "/DeviceRGB")}}
            ),
            "text in fonts that cannot be read": (
                "BT /K 9 Tf (a) Tj ET",
                {"Font": {"K": COMPOSITE | {"Encoding": "/UniGB-UCS2-H"}}},
            ),
            "text in fonts that are not embedded (set in another font)": (
                "BT /H 9 Tf (Reed) Tj ET",
                {"Font": {"H": {"Type": "/Font", "Subtype": "/Type1", "BaseFont": "/Helvetica"}}},
            ),
        }  # fmt: skip
        for kind, (content, resources) in cases.items():
            with self.subTest(kind):
                self.assertIn(kind, {n.kind for n in self.told(content, resources).notes})

    def test_what_goes_wrong_inside_is_no_fault_of_the_rest(self):
        loop = {"FunctionType": 4, "Domain": [0, 1], "Range": [0, 1]}
        broken = ("{", "{ 1 0 div }", "{ pop pop }", "{ 9 copy }", "{ nothing }", "")
        for program in broken:
            with self.subTest(program):
                tint = streamed(program, **loop)
                spaces = {"ColorSpace": {"C": ["/Separation", "/R", "/DeviceGray", tint]}}
                found = self.told("/C cs .5 scn 20 20 50 50 re f", spaces)
                self.assertEqual(len(found.clip.items), 2)
        for content in ("5 TJ /N Tj", "[] 5 d q [1 2] /D gs", "5 5 scn /X /Y Tf 5 Do"):
            with self.subTest(content):
                self.assertEqual(len(self.told(content, {}).clip.items), 1)
        for content in ("Q Q 1 0 0 cm [] d q (", "/X Do /G gs /S sh BT (a) Tj ET", "1 2 3 c h S"):
            with self.subTest(content):
                self.assertEqual(len(self.told(content, {}).clip.items), 1)

    def test_a_page_without_anything_is_refused(self):
        with self.assertRaises(Refusal) as refused:
            read_pdf(Document().page("q Q", {}).data)
        self.assertEqual(refused.exception.code, "nothing_drawn")

    def test_pictures_come_with_their_bytes(self):
        found = self.told(*IMAGES["plain"])
        (number,) = found.pictures
        fills = [i.style.fill for i in found.clip.items]
        self.assertEqual([f.picture for f in fills if isinstance(f, PictureFill)], [number])
