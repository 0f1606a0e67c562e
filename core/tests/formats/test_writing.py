"""What is sent out, as far as the core makes it: chords, arcs, HP-GL, SVG in its forms."""

import io
import itertools
import json
import math
import re
import unittest
from dataclasses import replace
from xml.etree import ElementTree

import numpy as np
import resvg_py
import shapely
import svgpathtools
from buildup.contours.anchors import Anchor, Contour
from buildup.contours.arcs import circle
from buildup.contours.pathdata import path_data
from buildup.contours.pathreader import read_path
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Gradient, Stop, Stroke, Style
from buildup.drawing.sheet import Sheet
from buildup.errors import Refusal
from buildup.formats.formatsettings import (
    FORMAT_SETTINGS,
    HpglOut,
    SvgOut,
    read_format_settings,
    write_format_settings,
)
from buildup.formats.hpgl.hpglread import read_hpgl
from buildup.formats.hpgl.hpglwrite import hpgl
from buildup.formats.scene import pieces, scene
from buildup.formats.svg.liveread import NAMESPACE, read_live
from buildup.formats.svg.livesvg import live_text
from buildup.formats.svg.svgshortpath import short_path_data
from buildup.formats.svg.svgwrite import Writing, svg
from buildup.forms.contours import contours_of
from buildup.geometry.bezier import points_at
from buildup.geometry.biarcs import arcs_of
from buildup.geometry.boxes import Box
from buildup.geometry.flattening import flattened, polyline
from buildup.geometry.nearest import nearest
from hypothesis import given, settings
from hypothesis import strategies as st
from PIL import Image

from core.tests.zoo import CUBICS, cubics, disc, drawing, full, leaf, plate, ring

PLAIN = Writing(decimals=3, labels=False, groups=False, uses=True)
MM = 25.4 / 96.0


def pixels(text, width=300):
    """What resvg makes of a document."""
    png = resvg_py.svg_to_bytes(svg_string=text, skip_system_fonts=True, dpi=96, width=width)
    picture = Image.open(io.BytesIO(bytes(png))).convert("RGBA")
    return np.asarray(picture).astype(int)


def samples(segment, count=60):
    return list(points_at(segment, (k / count for k in range(count + 1))))


class ChordTest(unittest.TestCase):
    @given(cubics, st.floats(0.01, 20.0))
    def test_chords_stay_within_the_tolerance(self, segment, tolerance):
        positions = (segment[0], *flattened(segment, tolerance))
        line = shapely.LineString([(p.real, p.imag) for p in positions])
        for at in samples(segment):
            away = line.distance(shapely.Point(at.real, at.imag))
            self.assertLessEqual(away, tolerance + 1e-6)

    def test_no_tolerance_is_refused(self):
        for tolerance in (0.0, -1.0, math.nan, math.inf):
            for act in (flattened, arcs_of):
                with self.assertRaises(Refusal):
                    act(CUBICS["arch"], tolerance)
        self.assertEqual(polyline((), 0.1), ())


class ArcTest(unittest.TestCase):
    @given(cubics, st.floats(0.05, 20.0))
    def test_arcs_stay_within_the_tolerance_and_join_up(self, segment, tolerance):
        arcs = arcs_of(segment, tolerance)
        if not arcs:
            self.assertLess(max(abs(p - segment[0]) for p in samples(segment)), 1e-6)
            return
        self.assertEqual((arcs[0].start, arcs[-1].end), (segment[0], segment[3]))
        for one, other in itertools.pairwise(arcs):
            self.assertEqual(one.end, other.start)
        for at in samples(segment):
            away = min(a.distance(at) for a in arcs)
            self.assertLessEqual(away, 1.05 * tolerance + 1e-6)
        for arc in arcs:
            if abs(arc.bulge) > 1e-9:
                middle = arc.centre + (arc.start - arc.centre) * 1j ** (
                    4 * math.atan(arc.bulge) / math.pi
                )
                self.assertLess(nearest((segment,), middle).distance, 1.5 * tolerance + 1e-3)

    def test_a_circle_is_a_few_arcs_of_its_radius(self):
        arcs = [a for s in circle(100.0).segments for a in arcs_of(s, 0.1)]
        self.assertEqual(len(arcs), 8)
        for arc in arcs:
            self.assertAlmostEqual(abs(arc.start - arc.centre), 100.0, delta=0.1)
            self.assertGreater(arc.bulge, 0.0)  # clockwise on the screen


def replayed(text):
    """HP-GL read by itself: for each stroke its pen and its places in millimetres, y up."""
    strokes, pen, at = [], 0, None
    for name, numbers in re.findall(r"(IN|SP|PU|PD)([-\d,]*);", text):
        values = [int(n) for n in numbers.split(",") if n]
        pairs = zip(values[::2], values[1::2], strict=name != "SP")
        ends = [(x / 40.0, y / 40.0) for x, y in pairs]
        if name == "SP":
            pen = values[0]
        elif name == "PU":
            at = ends[-1] if ends else at
        elif name == "PD":
            if strokes and strokes[-1][1][-1] == at and strokes[-1][0] == pen:
                strokes[-1][1].extend(ends)
            else:
                strokes.append((pen, [at, *ends]))
            at = ends[-1]
    return strokes


class HpglTest(unittest.TestCase):
    def cut(self, value, **settings):
        box = Box(0.0, 0.0, value.sheet.width, value.sheet.height)
        text, said = hpgl(pieces(scene(value)), box, HpglOut(**settings))
        self.assertEqual(re.sub(r"(IN|SP|PU|PD)[-\d,]*;\s*", "", text), "")
        return replayed(text), said

    def test_what_is_cut_lies_on_the_curves_within_the_tolerance(self):
        value = full()
        strokes, _ = self.cut(value, tolerance=0.2)
        sheet = value.sheet
        drawn = [
            shapely.LineString(
                [
                    (p.real * MM, (sheet.height - p.imag) * MM)
                    for s in c.segments
                    for p in samples(s)
                ]
            )
            for piece in pieces(scene(value))
            for c in piece.form.contours
            if c.segments
        ]
        self.assertLessEqual(len(strokes), len(drawn))  # what goes on where one ends is one
        every = shapely.MultiLineString(drawn)
        cut = shapely.MultiLineString([shapely.LineString(p) for _, p in strokes])
        off = 0.2 * MM + 0.02  # half a step of the plotter each way
        self.assertLess(every.hausdorff_distance(cut), off)

    def test_inside_before_outside_and_the_nearest_next(self):
        inner, outer = disc("inner", by=100 + 100j), disc("outer", by=100 + 100j)
        outer = replace(outer, frame=replace(outer.frame, width=180.0, height=180.0))
        far = disc("far", by=500 + 100j)
        value = replace(drawing(outer, far, inner), sheet=Sheet(600, 200))
        strokes, _ = self.cut(value, order="inside")
        sizes = [round(shapely.LineString(p).length) for _, p in strokes]
        self.assertEqual(sizes[0], round(math.pi * 80 * MM))
        drawn, _ = self.cut(value, order="drawn")
        self.assertGreater(shapely.LineString(drawn[0][1]).length, 140)
        near, _ = self.cut(value, order="nearest")
        self.assertEqual(near[-1][1][0][0] > 100, True)

    def test_one_pen_a_colour_and_eight_at_the_most(self):
        def inked(number, colour):
            item = disc(f"d{number}", by=100 + 90j + 60 * number)
            return replace(item, style=Style(strokes=(Stroke(paint=colour),)))

        pair = [inked(n, c) for n, c in enumerate(("#C2410C", "#0C6B65", "#C2410C"))]
        strokes, said = self.cut(drawing(*pair), order="drawn")
        self.assertEqual(([p for p, _ in strokes], said), ([1, 1, 2], ""))
        many = [inked(n, f"#0000{n:02X}") for n in range(10)]
        strokes, said = self.cut(drawing(*many), order="drawn")
        self.assertEqual([p for p, _ in strokes], [1, 2, 3, 4, 5, 6, 7, 8, 8, 8])
        self.assertIn("10 colours", said)
        bare = replace(disc(), style=Style(strokes=()))
        self.assertEqual(self.cut(drawing(bare))[0], [])

    def test_our_reader_reads_what_ours_writes_and_says_where_it_cannot(self):
        text = "IN;SP2;PU0,0;PD40,0,40,40;PU80,80;PD0,0;PU;SP0;"
        strokes = [s for s in read_hpgl(text) if s.down]
        self.assertEqual([s.places[0] for s in strokes], [0j, 80 + 80j])
        for bad in ("hello", "IN;XX1;", "IN;PD1,2;%"):
            with self.assertRaises(Refusal):
                read_hpgl(bad)


class SvgFormsTest(unittest.TestCase):
    def test_plain_ones_look_the_same_and_are_smaller(self):
        value = replace(full(), sheet=Sheet(1000, 600, colour=None))
        whole, small = svg(value, title="x"), svg(value, title="", writing=PLAIN)
        self.assertLess(len(small), 0.6 * len(whole))
        self.assertIn("<use ", small)
        self.assertNotIn("aria-label", small)
        for wanted in (True, False):
            again = svg(value, title="", writing=replace(PLAIN, uses=wanted))
            off = np.abs(pixels(whole) - pixels(again))
            self.assertLess(off.mean(), 0.1)
            self.assertLess((off > 40).mean(), 1e-3)

    def test_of_some_items_the_document_is_as_large_as_they_are(self):
        value = replace(drawing(leaf(), disc("a", by=300 + 300j)), sheet=Sheet(400, 400, "mm"))
        root = ElementTree.fromstring(svg(value, title="", ids=("a",)))
        width, height = (float(v) for v in root.get("viewBox").split()[2:])
        stroke = disc().style.strokes[0].width
        self.assertAlmostEqual(width, 80 + stroke, places=3)
        self.assertAlmostEqual(float(root.get("height").removesuffix("mm")), height * MM, places=3)
        self.assertEqual(len(root.findall(".//{*}path")), 1)

    def test_all_that_is_live_travels_and_comes_back(self):
        for value in (full(), Drawing(), drawing(ring())):
            back = read_live(live_text(value))
            self.assertEqual(back.tree, value.tree)
            self.assertEqual(dict(back.items), dict(value.items))
            self.assertEqual(back.sheet, replace(value.sheet, references=()))
        for bad in ("{", "[]", "{}", json.dumps({"live": 1}), live_text(full())[:-9]):
            with self.assertRaises(Refusal):
                read_live(bad)
        torn = json.loads(live_text(full()))
        torn["held"]["layer-1"].pop()
        with self.assertRaises(Refusal):
            read_live(json.dumps(torn))
        self.assertTrue(NAMESPACE.startswith("urn:"))


class SettingsTest(unittest.TestCase):
    def test_settings_of_every_format_are_written_and_read(self):
        for kind, made in FORMAT_SETTINGS.items():
            told = write_format_settings(made())
            self.assertEqual(told["kind"], kind)
            self.assertEqual(read_format_settings(json.loads(json.dumps(told))), made())

    def test_what_is_out_of_range_is_refused(self):
        for wrong in (
            {"kind": "svg", "decimals": 7},
            {"kind": "pdf", "bleed": -1.0},
            {"kind": "pdf", "dpi": 5},
            {"kind": "picture", "times": []},
            {"kind": "picture", "times": [1, 1]},
            {"kind": "picture", "pixels": 0},
            {"kind": "dxf", "tolerance": 0.0},
            {"kind": "hpgl", "order": "best"},
            {"kind": "icons", "sizes": [0]},
            {"kind": "icons", "sizes": [], "favicon": False, "sprite": False},
            {"kind": "bmp"},
            {},
        ):
            with self.subTest(wrong), self.assertRaises(Refusal):
                read_format_settings(wrong)
        self.assertEqual(SvgOut().what, "sheet")


class SceneTest(unittest.TestCase):
    def test_forms_of_a_scene_are_what_the_evaluator_says(self):
        value = drawing(leaf(), plate(), disc())
        shown = [p.form.contours for p in pieces(scene(value))]
        self.assertEqual(shown, [contours_of(value, i) for i in ("leaf", "plate", "disc")])
        names = [p.name for p in pieces(scene(full()))]
        self.assertEqual(len(names), len(set(names)))


SPOTS = st.builds(complex, st.floats(-900, 900), st.floats(-900, 900))
HANDLES = st.none() | SPOTS
WALKS = st.lists(st.builds(Anchor, SPOTS, HANDLES, HANDLES), min_size=2, max_size=9)


class ShortPathTest(unittest.TestCase):
    @settings(max_examples=60)
    @given(st.lists(WALKS, min_size=1, max_size=3), st.integers(0, 4))
    def test_short_path_data_says_the_same_within_its_precision(self, walks, decimals):
        # svgpathtools reads the grammar by itself
        drawn = [Contour(tuple(anchors)) for anchors in walks]
        text = short_path_data(drawn, decimals)
        self.assertLessEqual(len(text), len(path_data(drawn, decimals=decimals)))
        half = 0.5 * 10.0**-decimals + 1e-9
        theirs = iter(svgpathtools.parse_path(text))
        for contour in drawn:
            for one, other in contour.pairs:
                straight = one.out is None and other.into is None
                first, second = one.at + (one.out or 0j), other.at + (other.into or 0j)
                wanted = [one.at, other.at] if straight else [one.at, first, second, other.at]
                for mine, read in zip(wanted, next(theirs).bpoints(), strict=True):
                    self.assertLessEqual(abs((mine - read).real), half)
                    self.assertLessEqual(abs((mine - read).imag), half)

    def test_what_is_short(self):
        # W3C SVG 2, 9.3.9: what the grammar lets one leave out
        cases = {
            "M0 0L10 10L20 0L20 5": "m0 0 10 10L20 0v5",
            "M1 1C2 0 3 0 4 1C5 2 6 2 7 1": "m1 1c1-1 2-1 3 0s2 1 3 0",
            "M.5 .25L.75 .5": "m.5.25.25.25",
            "M0 0H5V5H0ZM9 9H8V8Z": "m0 0h5v5H0zm9 9H8V8z",
        }
        for written, short in cases.items():
            self.assertEqual(short_path_data(read_path(written), 2), short)

    def test_gradients_that_look_alike_are_written_once(self):
        ink = Gradient(stops=(Stop(0.0, "#FFFFFF"), Stop(1.0, "#000000")), boxed=False)
        plates = [replace(plate(f"p{k}"), style=Style(fill=ink)) for k in range(3)]
        text = svg(drawing(*plates), title="", writing=PLAIN)
        self.assertEqual((text.count("<linearGradient"), text.count("url(#")), (1, 3))

    def test_a_readable_one_has_layers_and_names(self):
        named = [replace(plate(f"p{k}"), name=n) for k, n in enumerate(("Peg hole", "Peg hole"))]
        text = svg(drawing(*named), title="", writing=replace(PLAIN, groups=True, named=set()))
        ids = re.findall(r' id="([^"]+)"', text)
        self.assertEqual(ids, ["layer-1", "peg-hole", "peg-hole-2"])
