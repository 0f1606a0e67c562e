"""Files that are sent out, read back by other libraries: pypdfium2, ezdxf, Pillow, resvg."""

import io
import json
import math
import re
import zipfile
from dataclasses import replace
from unittest.mock import patch
from xml.etree import ElementTree

import ezdxf
import numpy as np
import pikepdf
import pypdfium2
import resvg_py
import shapely
from buildup.drawing.itemtypes import Frame, Shape
from buildup.drawing.model import Drawing as Value
from buildup.drawing.paint import (
    Feather,
    Finish,
    Gradient,
    PictureFill,
    Shadow,
    Stop,
    Stroke,
    Style,
)
from buildup.drawing.sheet import Sheet
from buildup.edits.apply import apply, foreseen, read_command
from buildup.edits.change import updated
from buildup.formats.formatsettings import DxfOut, IconsOut, PdfOut, PictureOut, SvgOut
from buildup.formats.scene import pieces, scene
from buildup.formats.svg.svgwrite import svg
from buildup.geometry.bezier import points_at
from buildup.geometry.transforms import Affine, shift
from common import progress as longwork
from demo.pieces import swing_tag
from django.contrib.auth import get_user_model
from django.core.cache import cache
from django.test import TransactionTestCase
from drawings import store
from drawings.models import Drawing
from ezdxf import path
from fontTools.pens.areaPen import AreaPen
from fontTools.ttLib import TTFont
from library.builtin.pieces import archtop
from PIL import Image
from references.selectors import ShownPicture

from core.tests.zoo import disc, drawing, full, leaf, plate, wire
from exports.formats import made
from exports.parcels import Job

MM = 25.4 / 96.0
FADED = (
    Stop(0.0, "#C2410C"),
    Stop(0.3, "#0C6B65", 0.2),
    Stop(0.3, "#D9B382"),
    Stop(1.0, "#1B2924"),
)
LAID = Affine(30 + 10j, -10 + 30j, 40 + 40j)
STYLES = {
    "plain": Style(fill="#D9B382"),
    "faint": Style(fill="#0C6B65", fill_opacity=0.4, strokes=(Stroke(opacity=0.5, width=8.0),)),
    "linear": Style(fill=Gradient(stops=FADED, place=LAID)),
    "reflected": Style(fill=Gradient(stops=FADED, place=LAID, spread="reflect")),
    "radial": Style(fill=Gradient(kind="radial", stops=FADED, place=LAID, focus=0.3 + 0.4j)),
    "repeated": Style(fill=Gradient(kind="radial", stops=FADED, place=LAID, spread="repeat")),
    "inked": Style(strokes=(Stroke(paint=Gradient(stops=FADED, place=LAID), width=14.0),)),
    "inside": Style(fill="#FBF7EE", strokes=(Stroke(placing="inside", width=12.0),)),
    "outside": Style(fill="#FBF7EE", strokes=(Stroke(placing="outside", width=6.0),)),
    "dashed": Style(strokes=(Stroke(dashes=(9.0, 6.0), dash_from=4.0, cap="butt", width=5.0),)),
    "fitted": Style(strokes=(Stroke(dashes=(9.0, 6.0), dash_fit=True, width=5.0),)),
    "mitred": Style(strokes=(Stroke(join="miter", miter_limit=2.0, width=9.0),)),
    "mixed": Style(fill="#C2410C", finish=Finish(0.7, "multiply")),
    "shadow": Style(fill="#D9B382", finish=Finish(1.0, "normal", (Shadow(by=6 + 8j, radius=3.0),))),
    "feather": Style(fill="#0C6B65", finish=Finish(0.8, "normal", (Feather(radius=5.0),))),
}


def pixels(picture):
    return np.asarray(picture.convert("RGB")).astype(int)


FINE = 2
"""Times finer than compared, as one of the two stretches pages to whole pixels."""


def resvg(value, width, pictures=None):
    fine = (FINE * width, round(FINE * width * value.sheet.height / value.sheet.width))
    text = svg(value, title="", pixels=fine, pictures=pictures or {})
    png = resvg_py.svg_to_bytes(svg_string=text, dpi=96, background="#ffffff")
    return smaller(Image.open(io.BytesIO(bytes(png))), value, width)


def rendered(data, value, width):
    """The first page of a PDF as many pixels wide, by pypdfium2."""
    shown = pypdfium2.PdfDocument(data)[0]
    scale = (1.0 - 1e-6) * FINE * width / shown.get_size()[0]  # which rounds up
    return smaller(shown.render(scale=scale).to_pil(), value, width)


def smaller(picture, value, width):
    size = (width, round(width * value.sheet.height / value.sheet.width))
    return pixels(picture.convert("RGB").resize(size, Image.Resampling.BOX))


def chequered(kind, mode):
    picture = Image.new(mode, (60, 40), "gold")
    for box, colour in (((0, 0, 30, 20), "teal"), ((30, 20, 60, 40), "navy")):
        picture.paste(colour, box)
    if mode == "RGBA":
        picture.paste((0, 0, 0, 0), (0, 20, 20, 40))
    stream = io.BytesIO()
    picture.save(stream, kind, **({"lossless": True} if kind == "WEBP" else {}))
    return stream.getvalue()


def is_picture(thing, shown):
    """Whether an object of a PDF is a picture, and not the mask of one or an effect."""
    if not isinstance(thing, pikepdf.Stream) or thing.get("/Subtype") != "/Image":
        return False
    if (int(thing.Width), int(thing.Height)) != (60, 40) or thing.ColorSpace == "/DeviceGray":
        return False
    return shown.mime != "image/jpeg" or thing.read_raw_bytes() == shown.data


def one(value, settings, **job):
    (file,) = made(Job("Trial", value, **job), settings).files
    return file.data


def demo(draw):
    hand = draw()
    value = Value(hand.sheet)
    for command in hand.commands:
        value = updated(value, foreseen(value, command))
    return value


def on_sheet(*items, **sheet):
    return replace(
        drawing(*items), sheet=Sheet(**({"width": 400, "height": 300, "unit": "px"} | sheet))
    )


class PdfTest(TransactionTestCase):
    def assert_alike(self, data, value, width=300, mean=1.2, pictures=None):
        off = np.abs(rendered(data, value, width) - resvg(value, width, pictures))
        self.assertLess(off.mean(), mean)
        # edges are smoothed in two ways; a form that lacked would differ over whole areas
        self.assertLess((off.max(axis=2) > 60).mean(), 0.012)

    def test_pictures_are_embedded_once_and_look_as_resvg_has_them(self):
        cases = {
            kind: ShownPicture(chequered(kind, mode), f"image/{kind.lower()}")
            for kind, mode in (("PNG", "RGBA"), ("JPEG", "RGB"), ("WEBP", "RGB"))
        }
        paint = PictureFill(picture=5, width=60, height=40, place=LAID, boxed=False)
        plain = Style(fill=replace(paint, place=Affine(90 + 0j, 60j, 200 + 20j)), strokes=())
        glow = Finish(0.8, "multiply", (Shadow(by=6 + 8j, radius=3.0),))
        rest = replace(plate("b"), style=Style(fill="#E7D8BF"))
        cropped = replace(leaf(by=40 + 60j), style=Style(fill=paint, fill_opacity=0.6))
        whole = Shape(
            id="w", name="W", shape="rectangle", dials={}, style=replace(plain, finish=glow),
            frame=Frame(90.0, 60.0, shift(245 + 50j)),
        )  # fmt: skip
        value = on_sheet(rest, cropped, whole)
        for kind, shown in cases.items():
            with self.subTest(kind):
                data = one(value, PdfOut(), pictures={5: shown})
                self.assert_alike(data, value, pictures={5: shown.address})
                with pikepdf.open(io.BytesIO(data)) as document:
                    images = [o for o in document.objects if is_picture(o, shown)]
                    self.assertEqual(len(images), 1)
                (file,) = made(Job("T", value, None, {5: shown}), PictureOut()).files
                there = pixels(Image.open(io.BytesIO(file.data)).resize((300, 225)))
                self.assertLess(np.abs(there - resvg(value, 300, {5: shown.address})).mean(), 1.0)
        text = one(value, SvgOut(complete=False), pictures={5: shown}).decode()
        self.assertEqual((text.count("<image "), text.count("#picture-5")), (1, 2))
        lost = one(value, SvgOut(complete=False)).decode()  # as one whose bytes are gone
        self.assertEqual((lost.count("<image "), lost.count('fill="#808080"')), (0, 2))
        self.assert_alike(one(value, PdfOut()), value)

    def test_masked_groups_look_as_resvg_has_them(self):
        fade = Style(fill=Gradient(stops=(Stop(0.0, "#FFFFFF"), Stop(1.0, "#000000"))), strokes=())
        faint = Style(fill="#000000", fill_opacity=0.4, strokes=())
        cast = Finish(0.9, "multiply", (Shadow(by=6 + 8j, radius=3.0),))
        for kind, style in (("luminance", fade), ("alpha", faint)):
            for finish in (Finish(), cast):
                with self.subTest(kind=kind, finish=finish):
                    items = (plate("b"), leaf(by=40 + 60j), replace(plate("m"), style=style))
                    value = on_sheet(*items)
                    mask = {"kind": "mask_items", "items": ["b", "leaf", "m"], "group": "g"}
                    command = read_command(mask | {"mask": kind})
                    value = updated(value, apply(value, command).forward)
                    group = replace(value.items["g"], finish=finish)
                    value = replace(value, items={**value.items, "g": group})
                    self.assert_alike(one(value, PdfOut()), value)

    def test_every_way_to_paint_looks_as_resvg_has_it(self):
        for name, style in STYLES.items():
            with self.subTest(name):
                square = replace(plate("b"), style=Style(fill="#E7D8BF"))
                value = on_sheet(square, replace(leaf(by=40 + 60j), style=style))
                self.assert_alike(one(value, PdfOut()), value)

    def test_symmetries_groups_and_demo_drawings_too(self):
        for value in (demo(swing_tag), demo(archtop), replace(full(), sheet=Sheet(900, 600, "px"))):
            self.assert_alike(one(value, PdfOut(dpi=150)), value, 500)

    def test_the_sheet_has_its_exact_size_bleed_and_trim(self):
        value = on_sheet(disc(), width=210 / MM, height=297 / MM, unit="mm", colour="#FBF7EE")
        page = pypdfium2.PdfDocument(one(value, PdfOut()))[0]
        for side, wanted in zip(page.get_size(), (210 / 25.4 * 72, 297 / 25.4 * 72), strict=True):
            self.assertAlmostEqual(side, wanted, places=3)
        printed = PdfOut(bleed=3 / MM, marks=True)
        page = pypdfium2.PdfDocument(one(value, printed))[0]
        left, bottom, right, top = page.get_trimbox()
        self.assertAlmostEqual(right - left, 210 / 25.4 * 72, places=3)
        self.assertAlmostEqual(top - bottom, 297 / 25.4 * 72, places=3)
        self.assertAlmostEqual(left - page.get_bleedbox()[0], 3 / 25.4 * 72, places=3)
        shown = pixels(page.render(scale=1).to_pil())
        corner = round(left)
        self.assertEqual(list(shown[corner - 5, corner - 5]), [251, 247, 238])  # the bleed
        self.assertLess(shown[2:20, corner - 1 : corner + 2].min(), 200)  # a trim mark

    def test_what_needs_no_picture_stays_a_vector(self):
        def pictures(style):
            value = on_sheet(replace(leaf(by=40 + 60j), style=style))
            page = pypdfium2.PdfDocument(one(value, PdfOut()))[0]
            return [o for o in page.get_objects(max_depth=9) if o.type == 3]  # FPDF_PAGEOBJ_IMAGE

        for name, style in STYLES.items():
            self.assertEqual(len(pictures(style)), 1 if style.finish.effects else 0, name)


class DxfTest(TransactionTestCase):
    def read(self, value, **settings):
        document = ezdxf.read(io.StringIO(one(value, DxfOut(**settings)).decode()))
        self.assertEqual((document.dxfversion, document.units), ("AC1024", 4))
        self.assertFalse(document.audit().errors)
        return document

    def drawn(self, value):
        height = value.sheet.height
        return shapely.MultiLineString(
            [
                [
                    (p.real * MM, (height - p.imag) * MM)
                    for s in c.segments
                    for p in points_at(s, [k / 80 for k in range(81)])
                ]
                for piece in pieces(scene(value))
                for c in piece.form.contours
                if c.segments
            ]
        )

    def test_splines_are_the_very_curves(self):
        value = replace(full(), sheet=Sheet(900, 600))
        document = self.read(value)
        lines = [
            [(p.x, p.y) for p in path.make_path(e).flattening(0.001, segments=64)]
            for e in document.modelspace()
        ]
        # what is left are the chords of the two samplings
        self.assertLess(self.drawn(value).hausdorff_distance(shapely.MultiLineString(lines)), 0.08)
        self.assertEqual({e.dxftype() for e in document.modelspace()}, {"SPLINE", "LWPOLYLINE"})
        self.assertEqual({e.dxf.layer for e in document.modelspace()}, {"Layer 1", "Layer 2"})

    def test_arcs_and_lines_stay_within_the_tolerance(self):
        value = replace(full(), sheet=Sheet(900, 600))
        for tolerance in (0.5, 0.05):
            document = self.read(value, curves="arcs", tolerance=tolerance)
            kinds = {e.dxftype() for e in document.modelspace()}
            self.assertEqual(kinds, {"LWPOLYLINE"})
            lines = [
                [(p.x, p.y) for p in path.make_path(e).flattening(0.001)]
                for e in document.modelspace()
            ]
            away = self.drawn(value).hausdorff_distance(shapely.MultiLineString(lines))
            self.assertLess(away, 1.1 * tolerance * MM + 0.08)

    def test_sizes_are_millimetres_and_y_runs_up(self):
        value = on_sheet(disc("a", by=100 + 50j), width=400, height=300)
        (entity,) = self.read(value).modelspace()
        box = path.bbox([path.make_path(entity)])
        self.assertAlmostEqual(box.size.x, 80 * MM, places=2)
        self.assertAlmostEqual(box.center.y, 250 * MM, places=2)


class PictureTest(TransactionTestCase):
    def test_as_large_as_asked_for_once_twice_and_thrice(self):
        value = on_sheet(leaf(by=40 + 60j), width=400, height=300)
        job = Job("f-hole/left", value)
        settings = PictureOut(by="width", pixels=200, times=(1, 2, 3))
        files = made(job, settings).files
        self.assertEqual(
            [f.name for f in files], [f"f-hole-left{m}.png" for m in ("", "@2x", "@3x")]
        )
        sizes = [Image.open(io.BytesIO(f.data)).size for f in files]
        self.assertEqual(sizes, [(200, 150), (400, 300), (600, 450)])
        dots = Image.open(io.BytesIO(one(value, PictureOut(dpi=300))))
        self.assertEqual(dots.size, (1250, 938))
        self.assertAlmostEqual(dots.info["dpi"][0], 300, delta=0.1)

    def test_with_and_without_a_ground(self):
        value = on_sheet(leaf(by=40 + 60j), colour="#FBF7EE")

        def corner(**settings):
            data = one(value, PictureOut(by="width", pixels=200, **settings))
            return Image.open(io.BytesIO(data)).convert("RGBA").getpixel((1, 1))

        self.assertEqual(corner(), (251, 247, 238, 255))
        self.assertEqual(corner(transparent=True)[3], 0)
        self.assertEqual(corner(form="webp"), (251, 247, 238, 255))
        apart = np.subtract(corner(form="avif"), (251, 247, 238, 255))
        self.assertLessEqual(abs(apart).max(), 2)

    def test_icons_favicon_and_sprite(self):
        files = {f.name: f.data for f in made(Job("Leaf", on_sheet(leaf())), IconsOut()).files}
        self.assertEqual(len(files), 10)
        icon = Image.open(io.BytesIO(files["Leaf-24.png"]))
        self.assertEqual((icon.size, icon.mode), ((24, 24), "RGBA"))
        favicon = Image.open(io.BytesIO(files["favicon.ico"]))
        self.assertEqual(favicon.info["sizes"], {(16, 16), (32, 32), (48, 48)})
        (symbol,) = ElementTree.fromstring(files["sprite.svg"])
        self.assertEqual((symbol.get("id"), symbol.get("viewBox")), ("layer-1", "0 0 400 300"))

    def test_site_icons(self):
        wanted = IconsOut(sizes=(), favicon=False, sprite=False, pages=True)
        files = {f.name: f.data for f in made(Job("Leaf", on_sheet(leaf())), wanted).files}
        manifest = json.loads(files["site.webmanifest"])
        for icon in manifest["icons"]:
            size = Image.open(io.BytesIO(files[icon["src"]])).size
            self.assertEqual("{}x{}".format(*size), icon["sizes"])
        touch = Image.open(io.BytesIO(files["apple-touch-icon.png"]))
        self.assertEqual((touch.size, touch.mode), ((180, 180), "RGB"))
        for name in re.findall('href="/([^"]+)"', files["head.html"].decode()):
            self.assertIn(name, [*files, "favicon.ico"])

    def test_an_icon_font_has_a_glyph_of_each_item(self):
        # read by fontTools; areas are those of the forms on the sheet, strokes included
        ringed = replace(
            disc(), style=Style(fill=None, strokes=(Stroke(paint="#000000", width=8.0),))
        )
        value = on_sheet(leaf(), ringed)
        wanted = IconsOut(sizes=(), favicon=False, sprite=False, font=True)
        job = Job("Leaf icons", value, ("leaf", "disc"))
        files = {f.name: f.data for f in made(job, wanted).files}
        self.assertEqual({n.partition(".")[2] for n in files}, {"ttf", "woff2", "css", "html"})
        scale = 2_048 / max(job.box.width, job.box.height)
        ring = math.pi * (44.0**2 - 36.0**2)
        for suffix in ("ttf", "woff2"):
            font = TTFont(io.BytesIO(files[f"leaf-icons.{suffix}"]))
            names = font.getBestCmap()
            self.assertEqual(names, {0xE001: "leaf", 0xE002: "disc"})
            pen = AreaPen()
            font.getGlyphSet()["disc"].draw(pen)
            self.assertAlmostEqual(abs(pen.value) / scale**2, ring, delta=0.005 * ring)
        sheet = files["leaf-icons.css"].decode()
        self.assertIn('.leaf-icons-disc::before { content: "\\e002"; }', sheet)
        self.assertIn("leaf-icons-leaf", files["leaf-icons.html"].decode())


class SendTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        cache.clear()
        people = get_user_model().objects
        self.user = people.create_user("mira", password="reed-and-spruce")
        self.other = people.create_user("ilse", password="reed-and-spruce")
        self.client.force_login(self.user)
        self.row = Drawing.objects.create(owner=self.user, name="Täg: 1", sheet={"width": 400.0})
        store.write_items(self.row, drawing(leaf(), disc(), wire()))

    def ask(self, path="exports", **body):
        whole = {"id": "work-0001", "sending": {"kind": "svg"}} | body
        address = f"/api/v1/drawings/{self.row.pk}/{path}"
        return self.client.post(address, json.dumps(whole), content_type="application/json")

    def settings(self):
        return self.client.get(f"/api/v1/drawings/{self.row.pk}/export-settings").json()

    def test_a_file_comes_and_its_settings_are_kept_with_the_drawing(self):
        self.assertIsNone(self.settings()["last"])
        changed = Drawing.objects.get().changed
        answer = self.ask(sending={"kind": "dxf", "curves": "arcs", "tolerance": 2.0})
        self.assertEqual(answer["Content-Type"], "image/vnd.dxf")
        self.assertIn("T%C3%A4g- 1.dxf".replace(" ", "%20"), answer["Content-Disposition"])
        kept = self.settings()
        self.assertEqual((kept["last"], kept["kinds"]["dxf"]["tolerance"]), ("dxf", 2.0))
        self.assertEqual(kept["kinds"]["svg"]["decimals"], 3)
        self.assertEqual(Drawing.objects.get().changed, changed)
        self.client.force_login(self.other)
        for answer in (self.ask(), self.ask("queries/export-preview")):
            self.assertEqual(answer.status_code, 404)

    def test_the_selection_and_each_item_a_file(self):
        nothing = self.ask(sending={"kind": "svg", "what": "selection"})
        self.assertEqual(nothing.json()["code"], "nothing_selected")
        told = {"sending": {"kind": "svg", "what": "each"}, "items": ["leaf", "disc"]}
        archive = zipfile.ZipFile(io.BytesIO(self.ask(**told).content))
        self.assertEqual(sorted(archive.namelist()), ["disc.svg", "leaf.svg"])
        told["sending"] = {"kind": "svg", "what": "selection", "complete": False}
        root = ElementTree.fromstring(self.ask(**told).content)
        self.assertEqual(len(root), 2)

    def test_an_export_makes_so_many_files_and_no_more(self):
        told = {"sending": {"kind": "svg", "what": "each"}, "items": ["leaf", "disc"]}
        with patch("exports.parcels.MOST_FILES", 1):
            for path in ("exports", "queries/export-preview"):
                answer = self.ask(path, **told)
                self.assertEqual(answer.json()["code"], "too_many_files")
                self.assertIn("select fewer", answer.json()["detail"])

    def test_other_drawings_are_pages(self):
        other = Drawing.objects.create(owner=self.user, name="Two", sheet={"width": 200.0})
        store.write_items(other, drawing(leaf()))
        answer = self.ask(sending={"kind": "pdf", "drawings": [other.pk]})
        self.assertEqual(len(pypdfium2.PdfDocument(answer.content)), 2)
        strange = Drawing.objects.create(owner=self.other, name="Three", sheet={})
        answer = self.ask(sending={"kind": "pdf", "drawings": [strange.pk]})
        self.assertEqual(answer.status_code, 404)

    def test_a_look_at_every_format_keeps_nothing(self):
        for kind in ("svg", "pdf", "picture", "dxf", "hpgl", "icons"):
            told = self.ask("queries/export-preview", sending={"kind": kind}).json()
            self.assertGreater(len(told["pictures"]), 0, kind)
            self.assertTrue(all(p.startswith("data:image/") for p in told["pictures"]))
        told = self.ask("queries/export-preview", sending={"kind": "picture", "dpi": 480}).json()
        self.assertEqual(told["files"][0]["pixels"][0], 2000)
        self.assertIsNone(self.settings()["last"])

    def test_what_cannot_be_is_said(self):
        for sending, code in (
            ({"kind": "picture", "dpi": 2400}, "too_many_pixels"),
            ({"kind": "picture", "by": "width", "pixels": 30_000}, "too_many_pixels"),
            ({"kind": "svg", "decimals": 9}, "bad_export_settings"),
            ({"kind": "bmp"}, "bad_data"),
            ({"kind": "svg", "strange": 1}, "bad_data"),
        ):
            answer = self.ask(sending=sending)
            self.assertEqual((answer.status_code, answer.json()["code"]), (422, code))

    def test_long_work_can_be_stopped(self):
        longwork.stop(self.user.pk, "work-0001")
        with patch.object(longwork, "AFTER", 0.0):
            answer = self.ask(sending={"kind": "icons"})
        self.assertEqual(answer.json()["code"], "stopped")
        self.assertIsNone(self.settings()["last"])

    def test_a_complete_svg_is_the_default(self):
        self.assertTrue(SvgOut().complete)
        self.assertIn(b"urn:build-up-curve:drawing", self.ask().content)
