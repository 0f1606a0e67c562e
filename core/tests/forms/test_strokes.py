"""Strokes as outlines and forms offset: closed forms, resvg's own strokes, few anchors."""

import io
import math
import unittest
from dataclasses import replace

import numpy as np
import resvg_py
from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.itemtypes import Outline
from buildup.drawing.paint import Stroke, Style
from buildup.drawing.sheet import Sheet
from buildup.edits.apply import apply, read_command
from buildup.errors import Refusal
from buildup.formats.svg.svgwrite import svg
from buildup.forms.assembling import StyledPath
from buildup.forms.contours import contours_of
from buildup.forms.strokes.strokeforms import stroke_form
from buildup.geometry.areas import area_of
from buildup.geometry.bezier import curvature_at, point_at
from buildup.geometry.lengths import length
from buildup.geometry.nearest import nearest
from buildup.geometry.strokes.offsets import offset_of
from PIL import Image

from core.tests.forms.test_assemblies import ROUND, area, done
from core.tests.zoo import CUBICS, disc, drawing, leaf, wing

INK = "#000000"


def stroked(*contours, **style):
    pen = {"paint": INK, "width": 10.0, **style}
    return Outline(id="path", name="path", style=Style(strokes=(Stroke(**pen),)), contours=contours)


def straight(*places, closed=False):
    return Contour(tuple(Anchor(p) for p in places), closed)


def curve(cubic):
    a, b, c, d = cubic
    return Contour((Anchor(a, None, b - a), Anchor(d, c - d, None)))


def outlined(item):
    return done(drawing(item), kind="strokes_to_outlines", items=["path"])


class ClosedFormTest(unittest.TestCase):
    def test_straight_strokes_and_their_caps_and_joins(self):
        line, square = straight(0j, 100 + 0j), straight(0j, 100 + 0j, 100 + 100j, 100j, closed=True)
        ring = 110**2 - 90**2
        table = [
            (line, {"cap": "butt"}, 1000, [4]),
            (line, {"cap": "square"}, 1100, [4]),
            (line, {"cap": "round"}, 1000 + math.pi * 25, [6]),
            (square, {"join": "miter"}, ring, [4, 4]),
            (square, {"join": "bevel"}, ring - 4 * 12.5, [4, 8]),
            (square, {"join": "round"}, ring - 25 * (4 - math.pi), [4, 8]),
        ]
        for contour, style, expected, anchors in table:
            with self.subTest(style):
                after = outlined(stroked(contour, **style))
                self.assertAlmostEqual(area(after, "path") / expected, 1, delta=1e-4)
                made = contours_of(after, "path")
                self.assertEqual(sorted(len(c.anchors) for c in made), anchors)
                self.assertEqual(after.items["path"].style.fill, INK)

    def test_a_circle_s_stroke_is_two_circles(self):
        item = replace(disc("path"), style=Style(strokes=(Stroke(paint=INK, width=10.0),)))
        (outer, inner) = contours_of(outlined(item), "path")
        self.assertEqual([len(outer.anchors), len(inner.anchors)], [4, 4])
        total = area_of(outer.segments) + area_of(inner.segments)
        self.assertAlmostEqual(total / (2 * math.pi * 40 * 10), 1, delta=1e-3)

    def test_offsets_of_a_convex_form_follow_steiner(self):
        """Area A + P·d + π·d² with round corners (Steiner's formula)."""
        square = replace(stroked(straight(0j, 80 + 0j, 80 + 60j, 60j, closed=True)), style=Style())
        value = done(drawing(square), kind="offset_items", items=["path"], distance=7, count=2)
        for new, d in (("path-1", 7), ("path-2", 14)):
            expected = 80 * 60 + 280 * d + math.pi * d * d
            self.assertAlmostEqual(area(value, new) / expected, 1, delta=1e-4)
        self.assertEqual(value.order, ("path-2", "path-1", "path"))
        mitred = done(
            drawing(square), kind="offset_items", items=["path"], distance=5, join="miter"
        )
        self.assertAlmostEqual(area(mitred, "path-1"), 90 * 70)
        shrunk = done(drawing(square), kind="offset_items", items=["path"], distance=-5, count=9)
        self.assertAlmostEqual(area(shrunk, "path-1"), 70 * 50)
        self.assertEqual(len(shrunk.order), 1 + 5)  # at 30 nothing is left
        perimeter = math.fsum(length(s) for c in contours_of(value, "path-1") for s in c.segments)
        self.assertAlmostEqual(perimeter / (280 + 2 * math.pi * 7), 1, delta=1e-3)


class OffsetTest(unittest.TestCase):
    def test_every_offset_stays_within_its_tolerance_with_few_pieces(self):
        for name, cubic in CUBICS.items():
            if name == "on one spot":
                continue
            for by in (3.0, -12.0):
                with self.subTest(name, by=by):
                    pieces = offset_of(cubic, by, near=0.01)
                    self.assertLessEqual(len(pieces), 16)
                    for start, end, piece in pieces:
                        for part in (0.2, 0.5, 0.8):
                            at = point_at(piece, part)
                            away = nearest([cubic], at).distance
                            # where a curve passes itself, or bends as closely as the offset is
                            # wide, another place of it may be nearer
                            bend = abs(curvature_at(cubic, start + part * (end - start)))
                            if bend * abs(by) < 0.9 and name not in ("loop", "cusp", "far away"):
                                self.assertAlmostEqual(away, abs(by), delta=0.011)


class RenderedTest(unittest.TestCase):
    """resvg strokes the path by itself; its picture and that of our outline are the same."""

    def pictures(self, item):
        sheet = Sheet(width=400, height=320, unit="px", colour="#FFFFFF")
        before = replace(drawing(item), sheet=sheet)
        after = done(before, kind="strokes_to_outlines", items=["path"])
        for value in (before, after):
            png = resvg_py.svg_to_bytes(svg_string=svg(value, title="t"), dpi=96)
            yield np.asarray(Image.open(io.BytesIO(bytes(png))).convert("L"), dtype=float)

    def test_strokes_of_every_kind_look_the_same(self):
        star = straight(200 + 20j, 240 + 290j, 60 + 90j, 340 + 90j, 140 + 290j, closed=True)
        moved = {n: tuple(p * 1.5 + 120 + 80j for p in c) for n, c in CUBICS.items()}
        names = ("arch", "s-curve", "loop", "cusp", "one handle", "level ends")
        paths = [star, *(curve(moved[n]) for n in names), wing_at(80 + 60j), leaf().contours[0]]
        for k, path in enumerate(paths):
            ways = 1 if k == 0 else 2  # joins matter where there are corners
            for width in (3.0, 24.0):
                for cap, join in (("round", "round"), ("square", "miter"), ("butt", "bevel"))[
                    ::ways
                ]:
                    with self.subTest(k, width=width, cap=cap):
                        item = stroked(path, width=width, cap=cap, join=join)
                        mine, theirs = self.pictures(item)
                        wrong = np.abs(mine - theirs)
                        self.assertLess((wrong > 64).mean(), 2e-4)
                        self.assertLess(wrong.mean(), 0.25)

    def test_dashes_and_strokes_on_one_side_look_the_same(self):
        star = straight(200 + 20j, 240 + 290j, 60 + 90j, 340 + 90j, 140 + 290j, closed=True)
        arch = curve(tuple(p * 1.5 + 120 + 80j for p in CUBICS["arch"]))
        open_wing = wing_at(80 + 60j)
        table = [
            (star, {"dashes": (30.0, 12.0), "cap": "butt", "join": "miter"}),
            (star, {"dashes": (30.0, 22.0, 0.0, 22.0), "cap": "round", "dash_from": 47.0}),
            (arch, {"dashes": (0.0, 24.0)}),
            (straight(40 + 90j, 320 + 90j), {"dashes": (0.0, 24.0), "cap": "square"}),
            (open_wing, {"dashes": (9.0, 17.0, 25.0), "dash_from": -5.0}),
            (open_wing, {"join": "miter", "miter_limit": 9.0}),
            (star, {"join": "miter", "miter_limit": 1.2}),
            (star, {"placing": "inside", "join": "miter"}),
            (star, {"placing": "outside", "dashes": (40.0, 20.0)}),
            (star, {"placing": "outside", "join": "miter", "miter_limit": 7.0}),
            (open_wing, {"placing": "inside"}),
        ]
        for path, style in table:
            with self.subTest(style=style):
                mine, theirs = self.pictures(stroked(path, **{"width": 12.0, **style}))
                self.assertGreater((mine < 128).mean(), 0.01)
                wrong = np.abs(mine - theirs)
                self.assertLess((wrong > 64).mean(), 3e-4)
                self.assertLess(wrong.mean(), 0.25)


def wing_at(by):
    (path,) = wing().contours
    anchors = tuple(replace(a, at=a.at - 440 + by, twin=None) for a in path.anchors)
    return replace(path, anchors=anchors)


class CommandTest(unittest.TestCase):
    def test_a_thick_line_is_outlined_and_stroked_again(self):
        item = stroked(curve(CUBICS["s-curve"]), cap="round")
        once = outlined(item)
        (form,) = contours_of(once, "path")
        self.assertTrue(form.closed)
        self.assertLess(len(form.anchors), 24)
        again = done(once, kind="set_stroke", items=["path"], colour="#C2410C")
        again = done(again, kind="set_stroke_width", items=["path"], width=2)
        twice = done(again, kind="strokes_to_outlines", items=["path"])
        self.assertEqual(twice.order, ("path", "path-1"))
        self.assertEqual(twice.items["path"].style.strokes, ())
        self.assertEqual(len(contours_of(twice, "path-1")), 2)

    def test_what_has_no_stroke_or_nothing_left_says_so(self):
        plain = replace(disc("path"), style=Style(strokes=(), fill="#C2410C"))
        for command in (
            {"kind": "strokes_to_outlines", "items": ["path"]},
            {"kind": "offset_items", "items": ["path"], "distance": -41},
            {"kind": "offset_items", "items": ["path"], "distance": 0},
        ):
            with self.subTest(command), self.assertRaises(Refusal):
                apply(drawing(plain), read_command(command))
        spot = StyledPath((straight(5 + 5j),))
        self.assertEqual(stroke_form(spot, Stroke(width=0.0)), ())
        (dot,) = stroke_form(spot, Stroke(width=10.0))
        self.assertAlmostEqual(area_of(dot.segments) / (math.pi * 25), 1, delta=1e-3)

    def test_shrinking_by_almost_all_leaves_a_small_form(self):
        value = done(drawing(disc("path")), kind="offset_items", items=["path"], distance=-39)
        self.assertAlmostEqual(area(value, "path-1"), math.pi, delta=0.15)
        self.assertGreater(ROUND, area(value, "path-1"))
