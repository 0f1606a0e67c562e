"""Segments, arcs and maps, checked against fontTools and published constants."""

import math
import unittest

from buildup.geometry.angles import arc_handle, degrees_of, direction, normal_degrees, stepped
from buildup.geometry.bezier import extremes, point_at, quadratic_roots, split_at, tight_box
from buildup.geometry.transforms import stretch, turn
from fontTools.misc import bezierTools
from hypothesis import given
from hypothesis import strategies as st

from core.tests.zoo import CUBICS, cubics, maps, points


def pairs(segment):
    return [(p.real, p.imag) for p in segment]


class CubicTest(unittest.TestCase):
    def test_tight_boxes_agree_with_fonttools(self):
        """fontTools.misc.bezierTools.calcCubicBounds."""
        for name, segment in CUBICS.items():
            with self.subTest(name):
                box = tight_box(segment)
                expected = bezierTools.calcCubicBounds(*pairs(segment))
                for mine, theirs in zip(
                    (box.left, box.top, box.right, box.bottom), expected, strict=True
                ):
                    self.assertAlmostEqual(mine, theirs, delta=1e-9 * max(1, abs(theirs)))

    @given(cubics, st.floats(0.01, 0.99))
    def test_splits_agree_with_fonttools_and_join_up(self, segment, t):
        """fontTools.misc.bezierTools.splitCubicAtT."""
        first, second = split_at(segment, t)
        self.assertEqual((first[0], first[3], second[3]), (segment[0], second[0], segment[3]))
        for mine, theirs in zip(
            (first, second), bezierTools.splitCubicAtT(*pairs(segment), t), strict=True
        ):
            for p, (x, y) in zip(mine, theirs, strict=True):
                self.assertAlmostEqual(p, complex(x, y), delta=1e-8)

    @given(cubics, st.floats(0, 1))
    def test_the_tight_box_holds_every_point_and_touches_its_sides(self, segment, t):
        box = tight_box(segment)
        p = point_at(segment, t)
        self.assertTrue(box.left - 1e-9 <= p.real <= box.right + 1e-9)
        self.assertTrue(box.top - 1e-9 <= p.imag <= box.bottom + 1e-9)
        touched = [point_at(segment, s) for s in (0.0, 1.0, *extremes(segment))]
        self.assertAlmostEqual(box.left, min(q.real for q in touched))
        self.assertAlmostEqual(box.bottom, max(q.imag for q in touched))

    @given(cubics, maps, st.floats(0, 1))
    def test_turning_the_input_turns_the_result(self, segment, by, t):
        moved = tuple(by(p) for p in segment)
        self.assertAlmostEqual(point_at(moved, t), by(point_at(segment, t)), delta=1e-6)

    def test_quadratic_roots_without_cancellation(self):
        small, large = quadratic_roots(1.0, -1e8, 1.0)[::-1]
        self.assertAlmostEqual(small * 1e8, 1.0, places=12)
        self.assertAlmostEqual(large, 1e8, delta=1e-6)


class ArcTest(unittest.TestCase):
    def test_quarter_circle(self):
        """Goldapp, CAGD 8 (1991): handle 0.5522847498 r, radial error 2.7253e-4 r, outward only."""
        k = arc_handle(90)
        self.assertAlmostEqual(k, 4 / 3 * (math.sqrt(2) - 1), places=12)
        quarter = (1 + 0j, 1 + k * 1j, k + 1j, 1j)
        errors = [abs(point_at(quarter, i / 1000)) - 1 for i in range(1001)]
        self.assertAlmostEqual(max(errors), 2.7253e-4, delta=1e-8)
        self.assertGreater(min(errors), -1e-12)

    def test_arcs_meet_their_circle_in_the_middle(self):
        """Riškus, Information Technology and Control 35 (2006): handle 4/3 tan(θ/4)."""
        for angle in (1, 30, 60, 90, 120, 180):
            k, end = arc_handle(angle), direction(angle)
            arc = (1 + 0j, 1 + k * 1j, end - end * 1j * k, end)
            self.assertAlmostEqual(abs(point_at(arc, 0.5)), 1.0, places=12)


class AngleTest(unittest.TestCase):
    @given(st.floats(-720, 720))
    def test_directions_read_back(self, degrees):
        turned = normal_degrees(degrees_of(direction(degrees)) - degrees)
        self.assertAlmostEqual(turned, 0.0, delta=1e-9)

    @given(points)
    def test_stepping_lands_on_a_multiple_and_never_lengthens(self, vector):
        held = stepped(vector, step=15)
        self.assertLessEqual(abs(held), abs(vector) + 1e-9)
        if abs(held) > 1e-6:
            rest = math.remainder(degrees_of(held), 15)
            self.assertAlmostEqual(rest, 0.0, delta=1e-6)


class MapTest(unittest.TestCase):
    @given(maps, points)
    def test_an_inverse_takes_back(self, by, point):
        self.assertAlmostEqual(by.inverse()(by(point)), point, delta=1e-6)

    @given(maps, maps, points)
    def test_one_after_the_other(self, first, second, point):
        self.assertAlmostEqual(second.after(first)(point), second(first(point)), delta=1e-6)

    @given(points, st.floats(-180, 180), st.floats(0.1, 5), st.floats(0.1, 5))
    def test_stretching_along_turned_axes(self, about, angle, x, y):
        by = stretch(x, y, about=about, angle=angle)
        axis = direction(angle)
        self.assertAlmostEqual(by(about), about, delta=1e-9)
        self.assertAlmostEqual(by.vector(axis), axis * x, delta=1e-9)
        self.assertAlmostEqual(by.vector(axis * 1j), axis * 1j * y, delta=1e-9)
        self.assertAlmostEqual(by.determinant, x * y, delta=1e-9)

    def test_quarter_turns_are_exact(self):
        self.assertEqual(turn(90, about=0j)(3 + 4j), -4 + 3j)
