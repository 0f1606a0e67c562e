"""Shapes against figures from outside: areas, ratios, measures of the trade; worked corners."""

import math
import random
import unittest
from dataclasses import replace
from unittest import mock

from buildup.contours import corners
from buildup.contours.anchors import Anchor, Contour, Corner
from buildup.contours.corners import worked
from buildup.contours.extent import box_of
from buildup.contours.flow import settled
from buildup.drawing.itemtypes import Outline
from buildup.edits.apply import apply, read_command
from buildup.edits.outlines import cornering as corner_edits
from buildup.geometry.angles import cross, direction, unit
from buildup.geometry.bezier import curvature_at, point_at
from buildup.geometry.nearest import nearest
from buildup.shapes.cornerdials import STYLES
from buildup.shapes.registry import SHAPES
from hypothesis import given
from hypothesis import strategies as st
from scipy.special import gamma
from shapely import Point

from core.tests.shapes.test_shapes import flat, made
from core.tests.zoo import drawing, leaf, wing

SQUARE = (0j, 100 + 0j, 100 + 100j, 100j)


def natural(name, size=100.0, **dials):
    """A shape at the scale at which its radius is `size`."""
    kind = SHAPES[name]
    values = {**kind.defaults(), **dials}
    box = kind.extent(values)
    return kind.contours(size * box.width, size * box.height, values)


class FigureTest(unittest.TestCase):
    def test_regular_polygons(self):
        """CRC Standard Mathematical Tables, regular polygons: area ÷ side²."""
        table = {3: 0.4330127, 5: 1.7204774, 6: 2.5980762, 7: 3.6339124, 8: 4.8284271,
                 9: 6.1818242, 10: 7.6942088, 12: 11.1961524}  # fmt: skip
        for sides, expected in table.items():
            (contour,) = natural("polygon", sides=sides)
            side = abs(contour.anchors[1].at - contour.anchors[0].at)
            self.assertAlmostEqual(flat(contour, 1).area / side**2, expected, places=6)
            kind = SHAPES["polygon"]
            dials = {**kind.defaults(), "sides": float(sides)}
            box = kind.extent(dials)
            measured = kind.lengths[0].value(100 * box.width, 100 * box.height, dials)
            self.assertAlmostEqual(measured, side)

    def test_star_polygons(self):
        """Coxeter, Regular Polytopes, ch. VI: with these radii sides of a star lie in line."""
        table = {(5, 2): 0.3819660, (6, 2): 0.5773503, (8, 2): 0.7653669, (8, 3): 0.5411961}
        for (points, skip), ratio in table.items():
            expected = math.cos(math.pi * skip / points) / math.cos(math.pi * (skip - 1) / points)
            self.assertAlmostEqual(expected, ratio, places=7)
            (contour,) = natural("star", points=points, inner=100 * ratio)
            at = [a.at for a in contour.anchors]
            across = (at[1] - at[0]).conjugate() * (at[2 * skip] - at[0])
            self.assertAlmostEqual(across.imag / abs(across), 0, places=5)

    def test_superellipses(self):
        """Lamé curve: area 4ab·Γ(1+1/n)² / Γ(1+2/n), with scipy.special.gamma."""
        for exponent in (1.0, 1.5, 2.0, 2.5, 4.0, 7.0, 12.0):
            (contour,) = made("superellipse", 200, 100, exponent=exponent)
            expected = 4 * 100 * 50 * gamma(1 + 1 / exponent) ** 2 / gamma(1 + 2 / exponent)
            self.assertAlmostEqual(flat(contour, 200).area / expected, 1, delta=1.2e-3)

    def test_sectors_and_rings(self):
        """Elementary: r²·θ/2, and the difference of two; arcs lie outside by up to 2.8e-4."""
        (sector,) = natural("ellipse", cut=1, start=10, end=130)
        self.assertAlmostEqual(flat(sector).area / (1e4 * math.pi / 3), 1, delta=6e-4)
        (part,) = natural("ellipse", cut=1, start=300, end=30, inner=50)
        self.assertAlmostEqual(flat(part).area / (0.75e4 * math.pi / 4), 1, delta=6e-4)
        outer, inner = natural("ellipse", inner=60)
        self.assertAlmostEqual(flat(inner).area / flat(outer).area, 0.36, places=9)
        (chord,) = natural("ellipse", cut=2, start=0, end=90)
        self.assertAlmostEqual(flat(chord).area / (1e4 * (math.pi / 4 - 0.5)), 1, delta=2e-3)

    def test_a_lens_of_two_circles(self):
        """CRC Standard Mathematical Tables: the crescent and the lens make up the circle."""
        (moon,) = natural("crescent", thickness=25, opening=90)
        horn = complex(math.cos(math.pi / 4), math.sin(math.pi / 4))
        middle = -0.5 + 0j
        x = (abs(horn) ** 2 - middle.real**2) / 2 / (horn.real - middle.real)
        r = x - middle.real
        lens_angle = math.acos((x - horn.real) / r)
        segment = r * r * (lens_angle - math.sin(lens_angle) * math.cos(lens_angle))
        circle = math.pi - (math.pi / 4 - 0.5)
        self.assertAlmostEqual(flat(moon).area / 1e4, circle - segment, delta=3e-3)

    def test_arcs_take_the_fewest_cubics(self):
        """Goldapp, CAGD 8 (1991): a quarter stays within 2.8e-4 of its radius."""
        for sweep, pieces in ((60, 1), (90, 1), (91, 2), (180, 2), (270, 3), (350, 4)):
            (contour,) = natural("ellipse", cut=3, start=15, end=15 + sweep)
            self.assertEqual(len(contour.segments), pieces)
            kind = SHAPES["ellipse"]
            box = kind.extent({**kind.defaults(), "cut": 3.0, "start": 15.0, "end": 15.0 + sweep})
            for s in contour.segments:
                for k in range(11):
                    away = abs(point_at(s, k / 10) / 100 + box.centre)
                    self.assertAlmostEqual(away, 1, delta=3e-4)

    def test_measures_of_the_trade(self):
        """Common practice: a heart is built on 1 : 1.618 (200 gives 123.6), a drop is a circle
        whose top anchor has its handles withdrawn, a pin a drop upside down."""
        golden = SHAPES["heart"].defaults()["proportion"]
        self.assertAlmostEqual(200 / golden, 123.6, places=1)
        (drop,) = natural("drop")
        self.assertEqual((drop.anchors[0].into, drop.anchors[0].out), (None, None))
        self.assertEqual(len(drop.anchors), 4)
        pin, hole = natural("pin")
        self.assertEqual(max(pin.anchors, key=lambda a: a.at.imag), pin.anchors[0])
        self.assertTrue(flat(pin).contains(flat(hole)))
        (gear,) = natural("gear", teeth=12, hole=0)
        self.assertEqual(len(gear.anchors), 48)


class WorkedCornerTest(unittest.TestCase):
    def outline(self, radius, style="round", places=SQUARE):
        return Contour(tuple(Anchor(p, corner=Corner(radius, style)) for p in places), True)

    def test_areas_of_the_styles(self):
        """Elementary geometry of a corner of radius r on a square."""
        r = 20
        quarter = math.pi / 4
        lost = {"round": 1 - quarter, "chamfer": 0.5, "cove": quarter, "notch": 1, "ogee": 0.5}
        for style, each in lost.items():
            with self.subTest(style):
                area = flat(worked(self.outline(r, style)).contour, 200).area
                self.assertAlmostEqual(area, 1e4 - 4 * each * r * r, delta=0.8)

    def test_corners_on_curved_sides_are_smooth_and_touch_without_poking_through(self):
        """Random curved corners: no kink at smooth anchors, no circle beyond a side."""
        dice = random.Random(9)
        for _ in range(60):
            sides = [complex(dice.uniform(-40, 40), dice.uniform(-40, 40)) for _ in range(2)]
            path = [
                Anchor(-100 + 0j, None, complex(30, dice.uniform(-30, 30))),
                Anchor(0j, -30 + sides[0] / 2, 30j + sides[1] / 2),
                Anchor(100j, complex(dice.uniform(-30, 30), -30)),
            ]
            for style in ("round", "soft"):
                corner = Corner(dice.uniform(1, 40), style)
                contour = Contour((path[0], replace(path[1], corner=corner), path[2]))
                done = worked(contour).contour
                for anchor in done.anchors:
                    if anchor.kind == "smooth":
                        turn = cross(unit(anchor.into), unit(-anchor.out))
                        self.assertLess(abs(turn), 1e-6)
                if style == "round" and len(done.anchors) == 4:
                    start = done.anchors[1]
                    radius = worked(contour).radii[1]
                    way = 1j if cross(start.out, done.anchors[2].at - start.at) > 0 else -1j
                    centre = start.at + radius * way * unit(start.out)
                    self.assertGreater(nearest(contour.segments, centre).distance, 0.9999 * radius)

    def test_corners_of_many_anchors_are_worked_once_to_say_what_did_not_fit(self):
        for count in (40, 80):
            positions = (direction(360 * k / count) * (200 + 20 * (k % 2)) for k in range(count))
            path = Contour(tuple(Anchor(p) for p in positions), True)
            zigzag = Outline(id="z", name="z", contours=(path,))
            anchors = [["z", 0, k] for k in range(count)]
            command = read_command({"kind": "set_corners", "anchors": anchors, "radius": 1})
            with mock.patch.object(corner_edits, "worked", wraps=worked) as asked:
                apply(drawing(zigzag), command)
            self.assertEqual(asked.call_count, 1)

    def test_corners_of_one_form_are_computed_once(self):
        """A star with bent sides and both radii, far too large to fit: two forms of corner."""
        with mock.patch.object(corners, "_largest", wraps=corners._largest) as computed:
            made("star", 400, 400, points=100, bulge=40, radius=30, radius_dips=20)
        self.assertEqual(computed.call_count, 2)

    def test_an_open_path_whose_ends_coincide_keeps_its_last_segment(self):
        square = (0j, 60 + 0j, 60 + 60j, 60j, 0j)
        anchors = [Anchor(p) for p in square]
        anchors[1] = replace(anchors[1], corner=Corner(10))
        done = worked(Contour(tuple(anchors))).contour
        self.assertEqual(len(done.segments), 5)
        self.assertEqual((done.anchors[0].at, done.anchors[-1].at), (0j, 0j))

    def test_cuts_that_meet_and_handles_right_about_are_no_trouble(self):
        """A closed leaf of two anchors with coves that meet; flow after a handle straight back."""
        for radius in (20, 50, 80, 500):
            for style in ("cove", "notch", "ogee", "soft", "round"):
                corner = Corner(radius, style)
                tips = (Anchor(0j, 30j, -30j, corner=corner), Anchor(100 + 0j, -30j, 30j))
                self.assertTrue(worked(Contour(tips, closed=True)).contour.anchors)
        path = (Anchor(0j, None, -50 + 0j, "smooth"), Anchor(100 + 0j, kind="flowing"))
        self.assertTrue(settled(Contour(path)).anchors[1].into is not None)

    def test_settling_leaves_no_twin_without_a_partner(self):
        item = wing()
        anchors = list(item.contours[0].anchors)
        anchors[1] = replace(anchors[1], into=-5 + 0j, kind="corner", corner=Corner(4))
        before = drawing(replace(item, contours=(Contour(tuple(anchors), True),)))
        command = read_command({"kind": "convert_corners", "items": ["wing"]})
        (after,) = apply(before, command).forward.put
        self.assertTrue(all(a.twin is None for a in after.contours[0].anchors))

    def test_the_curvature_of_a_soft_corner_grows_from_zero(self):
        contour = worked(self.outline(20, "soft")).contour
        for segment in contour.segments[::2]:
            self.assertAlmostEqual(curvature_at(segment, 0.001), 0, delta=1e-3)
            self.assertGreater(curvature_at(segment, 0.5), 0.02)

    def test_a_radius_stops_where_its_own_sides_run_out(self):
        positions = (0j, 100 + 0j, 100 + 30j, 30j)
        contour = self.outline(10, places=positions)
        large = replace(contour.anchors[1], corner=Corner(500))
        done = worked(replace(contour, anchors=(contour.anchors[0], large, *contour.anchors[2:])))
        self.assertAlmostEqual(done.radii[3], 10)
        self.assertLess(done.radii[1], 30)

    def test_the_circle_touches_curved_sides(self):
        """Shapely: no point of the arc lies further from its middle than the radius."""
        (contour,) = leaf().contours
        corner = replace(contour.anchors[2], corner=Corner(12.0))
        done = worked(replace(contour, anchors=(*contour.anchors[:2], corner)))
        self.assertAlmostEqual(done.radii[2], 12)
        arc = done.contour.segments[2]
        n = 1j * (arc[1] - arc[0]) / abs(arc[1] - arc[0])
        middle = min((arc[0] + 12 * n, arc[0] - 12 * n), key=lambda c: abs(abs(c - arc[3]) - 12))
        for k in range(11):
            self.assertAlmostEqual(abs(point_at(arc, k / 10) - middle), 12, delta=12 * 3e-4)
        for anchor in done.contour.anchors:
            self.assertLess(flat(contour).distance(Point(anchor.at.real, anchor.at.imag)), 0.05)

    @given(st.sampled_from(STYLES), st.floats(0.01, 500))
    def test_any_radius_keeps_the_anchors_and_gives_a_sound_path(self, style, radius):
        (contour,) = leaf().contours
        live = replace(
            contour,
            anchors=tuple(replace(a, corner=Corner(radius, style)) for a in contour.anchors),
        )
        made_of = worked(live).contour
        self.assertGreaterEqual(len(made_of.anchors), 3)
        box, old = box_of([made_of]), box_of([contour])
        self.assertGreaterEqual(box.left, old.left - 1e-6)
        self.assertLessEqual(box.bottom, old.bottom + 1e-6)
        self.assertEqual(made_of.anchors[0].at, contour.anchors[0].at)
