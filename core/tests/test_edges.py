"""Assemblies whose form is grown, shrunk, or made of strokes, and stays so while parts move."""

import io
import math
import unittest
from dataclasses import replace

import numpy as np
import resvg_py
from buildup.drawing.model import Anchor, Assembly, Contour, Group, Outline
from buildup.drawing.paint import Stroke, Style
from buildup.drawing.sheet import Sheet
from buildup.errors import Refusal
from buildup.formats.svg import svg
from buildup.forms.contours import assembly_form, contours_of, item_box
from buildup.forms.seen import seen_box
from buildup.geometry.bezier import point_at
from buildup.geometry.lengths import length
from buildup.geometry.nearest import nearest
from buildup.view.drawables import drawable
from buildup.view.finding import pile
from PIL import Image
from shapely.geometry import LineString

from core.tests.test_assemblies import area, done
from core.tests.test_shapes import flat
from core.tests.zoo import CUBICS, disc, drawing


def path(*places, closed=False, **style):
    pen = {"paint": "#000000", "width": 10.0, **style}
    anchors = tuple(Anchor(p) for p in places)
    return Outline(
        id="path",
        name="path",
        style=Style(strokes=(Stroke(**pen),)),
        contours=(Contour(anchors, closed),),
    )


def offset(value, item, distance, **more):
    return done(value, kind="offset_items", items=[item], distance=distance, live=True, **more)


def shown(value):
    value = replace(value, sheet=Sheet(width=400, height=300, unit="px", colour="#FFFFFF"))
    png = resvg_py.svg_to_bytes(svg_string=svg(value, title="t"), dpi=96)
    return np.asarray(Image.open(io.BytesIO(bytes(png))).convert("RGB"), dtype=float)


class GrownTest(unittest.TestCase):
    def test_an_offset_follows_its_part_and_the_hand(self):
        value = offset(drawing(disc("one", 100 + 100j)), "one", 8)
        self.assertAlmostEqual(area(value, "one-1") / (math.pi * 48**2), 1, delta=1e-3)
        moved = done(value, kind="move_items", items=["one"], by=[30, 0])
        self.assertAlmostEqual(drawable(moved, "one-1").box[2], 178.0, places=2)
        dragged = done(value, kind="drag_edge", assembly="one-1", to=[120, 100])
        self.assertAlmostEqual(item_box(dragged, "one-1").width, 80, places=2)  # its part shows
        self.assertAlmostEqual(dragged.items["one-1"].edge.distance, -20, places=2)
        self.assertAlmostEqual(area(dragged, "one-1") / (math.pi * 400), 1, delta=2e-3)
        peg = drawable(dragged, "one-1").assembly.peg
        self.assertAlmostEqual(peg.at[0], 120, places=2)

    def test_steps_are_rings(self):
        value = offset(drawing(disc("one", 100 + 100j)), "one", 5, count=3)
        form = assembly_form(value, "one-1")
        self.assertEqual(len(form.contours), 3)
        self.assertEqual(drawable(value, "one-1").rule, "evenodd")

    def test_parts_show_above_what_was_grown_and_below_what_was_shrunk(self):
        table = [(6, "#FFAA00", "#C2410C"), (-6, "#FFAA00", "#FFAA00")]
        for by, style, middle in table:
            with self.subTest(by=by):
                value = offset(drawing(disc("one", 100 + 100j)), "one", by)
                value = done(value, kind="set_fill", items=["one-1"], colour=style)
                value = done(value, kind="set_fill", items=["one"], colour="#C2410C")
                picture = shown(value)
                seen = "#{:02X}{:02X}{:02X}".format(*map(int, picture[100, 100]))
                self.assertEqual(seen, middle)
                self.assertAlmostEqual(seen_box(value, "one-1").right, 141 + max(by, 0), places=2)

    def test_without_its_parts_it_is_the_form_alone(self):
        value = offset(drawing(disc("one", 100 + 100j)), "one", -10)
        edge = {"kind": "grown", "distance": -10, "shows": False}
        value = done(value, kind="set_edge", assembly="one-1", edge=edge)
        for at, there in ((135 + 100j, []), (105 + 100j, ["one-1"])):
            found = [lies.item for lies in pile(value, at, reach=0.5)]
            self.assertEqual([i for i in found if i == "one-1"], there)

    def test_one_that_is_eaten_says_so_and_keeps_all(self):
        value = offset(drawing(disc("one", 100 + 100j)), "one", -10)
        edge = {"kind": "grown", "distance": -60}
        value = done(value, kind="set_edge", assembly="one-1", edge=edge)
        self.assertIn("Nothing is left", drawable(value, "one-1").assembly.trouble)
        self.assertIn("one", value.items)
        for bad in (0, 20_000):
            edge = {"kind": "grown", "distance": bad}
            with self.assertRaises(Refusal):
                done(value, kind="set_edge", assembly="one-1", edge=edge)

    def test_turned_into_outlines_the_parts_stay(self):
        value = offset(drawing(disc("one", 100 + 100j)), "one", 8)
        after = done(value, kind="turn_into_outlines", items=["one-1"])
        self.assertIsInstance(after.items["one-1"], Group)
        self.assertEqual(after.order, ("one-1-1", "one"))
        self.assertTrue(np.abs(shown(after) - shown(value)).max() < 2)
        cut = done(value, kind="cut_items", items=["one-1"], line=[[100, 0], [100, 300]])
        self.assertEqual(cut.order, ("one-1-1", "one-1-2", "one"))

    def test_scaled_with_its_strokes_it_stays_alike(self):
        value = offset(drawing(disc("one", 100 + 100j)), "one", 8)
        grown = done(value, kind="scale_items", items=["one-1"], x=2, y=2, grow=True)
        self.assertAlmostEqual(area(grown, "one-1") / area(value, "one-1"), 4, delta=1e-4)
        self.assertEqual(grown.items["one-1"].edge.distance, 16)


class ParallelTest(unittest.TestCase):
    """Of open paths, beside shapely's one-sided buffers (GEOS)."""

    def test_parallels_lie_where_the_reference_has_them(self):
        bent = (0j, 100 + 0j, 100 + 80j, 160 + 80j)
        for by, join in ((12, "miter"), (-12, "miter"), (20, "round")):
            with self.subTest(by=by, join=join):
                value = done(
                    drawing(path(*bent)),
                    kind="offset_items",
                    items=["path"],
                    distance=by,
                    join=join,
                )
                (made,) = contours_of(value, "path-1")
                line = LineString([(p.real, p.imag) for p in bent])
                # its left is our right, as y points down
                theirs = line.offset_curve(by, join_style=join.replace("miter", "mitre"))
                mine = math.fsum(length(s) for s in made.segments)
                self.assertAlmostEqual(mine / theirs.length, 1, delta=2e-3)
                for x, y in theirs.coords:
                    self.assertLess(nearest(made.segments, complex(x, y)).distance, 0.05)
                self.assertFalse(made.closed)

    def test_a_curve_s_parallel_keeps_its_distance_and_its_direction(self):
        for name in ("arch", "s-curve", "loop", "cusp", "one handle"):
            for by in (-9, 9):
                with self.subTest(name, by=by):
                    a, b, c, d = CUBICS[name]
                    own = Contour((Anchor(a, None, b - a), Anchor(d, c - d, None)))
                    value = drawing(replace(path(0j, 1j), contours=(own,)))
                    value = done(value, kind="offset_items", items=["path"], distance=by)
                    for part in contours_of(value, "path-1"):
                        for segment in part.segments:
                            for t in (0.0, 0.3, 0.5, 0.8):
                                away = nearest(own.segments, point_at(segment, t)).distance
                                self.assertAlmostEqual(away, 9, delta=0.02)

    def test_what_would_run_back_is_left_out(self):
        value = drawing(path(0j, 100 + 0j, 100 + 20j, 0 + 20j))
        with self.assertRaises(Refusal):
            done(value, kind="offset_items", items=["path"], distance=15)
        outer = done(value, kind="offset_items", items=["path"], distance=-15)
        (made,) = contours_of(outer, "path-1")
        self.assertEqual([made.anchors[0].at, made.anchors[-1].at], [-15j, 35j])


class StrokedTest(unittest.TestCase):
    def test_the_strokes_of_the_parts_stay_adjustable(self):
        value = drawing(path(50 + 50j, 150 + 50j, cap="butt"))
        value = done(value, kind="strokes_into_outlines", items=["path"], live=True)
        self.assertIsInstance(value.items["path-1"], Assembly)
        self.assertAlmostEqual(area(value, "path-1"), 1000)
        wide = done(value, kind="set_stroke_width", items=["path"], width=20)
        self.assertAlmostEqual(area(wide, "path-1"), 2000)
        again = done(wide, kind="set_stroke", items=["path-1"], colour="#C2410C")
        twice = done(again, kind="strokes_into_outlines", items=["path-1"], live=True)
        self.assertGreater(area(twice, "path-1-1"), 0)
        apart = done(twice, kind="take_apart", items=["path-1-1", "path-1"])
        self.assertEqual(apart.items["path"].style.strokes[0].width, 20)

    def test_fills_stay_below_and_the_picture_is_the_same(self):
        round_one = replace(
            disc("one", 150 + 120j),
            style=Style(
                fill="#C2410C", strokes=(Stroke(paint="#0C6B65", width=9, placing="outside"),)
            ),
        )
        value = drawing(round_one)
        live = done(value, kind="strokes_into_outlines", items=["one"], live=True)
        plain = done(live, kind="turn_into_outlines", items=["one-1"])
        for other in (live, plain):
            wrong = np.abs(shown(other) - shown(value))
            self.assertLess((wrong > 64).mean(), 3e-4)
        self.assertEqual(plain.items["one"].style.strokes, ())

    def test_a_stroke_is_cut_by_another_part(self):
        value = drawing(path(50 + 50j, 150 + 50j, cap="butt"), disc("bite", 100 + 50j))
        bite = Style(strokes=(Stroke(paint="#000000", width=80, placing="inside"),))
        value = replace(
            value, items={**value.items, "bite": replace(value.items["bite"], style=bite)}
        )
        value = done(
            value, kind="assemble", items=["path", "bite"], assembly="both", operation="cuts"
        )
        value = done(value, kind="set_edge", assembly="both", edge={"kind": "stroked"})
        self.assertAlmostEqual(area(value), 1000 - 10 * 80, delta=6)  # the disc's edge is round


class OutsideTest(unittest.TestCase):
    def test_grown_forms_of_unions_have_the_area_of_the_reference(self):
        value = drawing(disc("one", 100 + 100j), disc("two", 150 + 100j))
        value = done(value, kind="assemble", items=["one", "two"], assembly="both")
        for by in (7.0, -7.0):
            with self.subTest(by=by):
                edge = {"kind": "grown", "distance": by}
                grown = done(value, kind="set_edge", assembly="both", edge=edge)
                (theirs,) = (flat(c) for c in contours_of(value, "both"))
                reference = theirs.buffer(by, quad_segs=64).area
                self.assertAlmostEqual(area(grown) / reference, 1, delta=2e-3)

    def test_corners_are_worked_before_it_is_grown(self):
        value = drawing(disc("one", 100 + 100j), disc("two", 150 + 100j))
        value = done(value, kind="assemble", items=["one", "two"], assembly="both")
        edge = {"kind": "grown", "distance": 5}
        value = done(value, kind="set_edge", assembly="both", edge=edge)
        count = len(assembly_form(value, "both").sharp[0].anchors)
        corners = [["both", 0, i] for i in range(count)]
        rounded = done(value, kind="set_corners", anchors=corners, radius=6, style="round")
        self.assertGreater(area(rounded), area(value))
