"""Parametric shapes and rounded corners."""

import math
import unittest

from buildup.drawing.extent import box_of
from buildup.errors import Refusal
from buildup.geometry.bezier import point_at
from buildup.shapes.corners import overlap_factor, rounded
from buildup.shapes.placement import contours_of
from buildup.shapes.registry import SHAPES, checked_dials, shape_kind
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from core.tests.zoo import plate


def flat(contour, steps=64):
    return Polygon(
        [
            (p.real, p.imag)
            for s in contour.segments
            for p in (point_at(s, i / steps) for i in range(steps))
        ]
    )


class CornersTest(unittest.TestCase):
    def test_overlapping_radii_shrink_by_one_factor(self):
        """W3C CSS Backgrounds and Borders 3, §5.5: f = min(side / sum of its two radii)."""
        cases = [
            ([100, 60, 100, 60], [10, 10, 10, 10], 1.0),
            ([100, 60, 100, 60], [40, 40, 40, 40], 0.75),
            ([100, 60, 100, 60], [80, 40, 0, 0], 60 / 80),
            ([100, 60, 100, 60], [0, 90, 30, 0], 0.5),
        ]
        for sides, radii, factor in cases:
            with self.subTest(radii=radii):
                self.assertAlmostEqual(overlap_factor(sides, radii), factor)

    def test_a_full_radius_makes_a_circle_of_four_anchors(self):
        """Common practice: 100 % of the half short side makes a square a circle."""
        (contour,) = SHAPES["rectangle"].contours(80, 80, {"radius": 500})
        self.assertEqual([a.kind for a in contour.anchors], ["symmetric"] * 4)
        for segment in contour.segments:
            self.assertAlmostEqual(abs(point_at(segment, 0.5)), 40, places=9)

    def test_the_area_of_a_rounded_rectangle(self):
        """Elementary: w·h − (4 − π)·r²; shapely measures the flattened outline."""
        (contour,) = SHAPES["rectangle"].contours(100, 60, {"radius": 20})
        self.assertAlmostEqual(flat(contour).area, 6000 - (4 - math.pi) * 400, delta=1.0)

    @given(st.integers(3, 12), st.floats(0, 200))
    def test_arcs_are_tangent_to_the_sides(self, count, radius):
        corners = [
            100 * complex(math.cos(a), math.sin(a))
            for a in (2 * math.pi * i / count for i in range(count))
        ]
        contour = rounded(corners, [radius] * count)
        polygon = Polygon([(p.real, p.imag) for p in corners]).buffer(0.03)
        self.assertTrue(polygon.contains(flat(contour, 8)))
        for anchor in contour.anchors:
            if anchor.kind == "symmetric":
                self.assertAlmostEqual(anchor.into, -anchor.out)


class RegistryTest(unittest.TestCase):
    def test_every_shape_stands_in_its_frame(self):
        for kind in SHAPES.values():
            with self.subTest(kind.name):
                box = box_of(kind.contours(120, 80, kind.defaults()))
                self.assertAlmostEqual(box.width, 120)
                self.assertAlmostEqual(box.height, 80)
                self.assertAlmostEqual(box.centre, 0j)

    def test_every_peg_gives_back_the_value_it_shows(self):
        for kind in SHAPES.values():
            for peg in kind.pegs:
                dial = kind.dial(peg.dial)
                for share in (0.0, 0.3, 1.0):
                    with self.subTest(f"{kind.name} {peg.dial} {share}"):
                        dials = {**kind.defaults(), dial.name: share * dial.reach(120, 80)}
                        at = peg.at(120, 80, dials)
                        self.assertAlmostEqual(peg.value(120, 80, dials, at), dials[dial.name])

    def test_dials_are_checked(self):
        kind = shape_kind("rectangle")
        for dials in (
            {"corner": 1.0},
            {"radius": -1.0},
            {"radius": math.nan},
            {"radius": math.inf},
        ):
            with self.subTest(dials), self.assertRaises(Refusal):
                checked_dials(kind, dials)
        with self.assertRaises(Refusal):
            shape_kind("blob")

    def test_an_ellipse_has_its_area(self):
        """Closed form π·a·b; a cubic quarter lies outside by up to 2.7e-4 of the radius."""
        (contour,) = SHAPES["ellipse"].contours(200, 100, {})
        self.assertAlmostEqual(flat(contour).area / (math.pi * 100 * 50), 1, delta=4e-4)

    def test_contours_follow_the_placement(self):
        (contour,) = contours_of(plate(radius=0.0))
        sides = [abs(s[3] - s[0]) for s in contour.segments]
        self.assertAlmostEqual(sides[0], 100)
        self.assertAlmostEqual(sides[1], 60)
