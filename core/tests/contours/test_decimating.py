"""Far fewer anchors in one pass, and outlines of very many anchors as several."""

import cmath
import math
import unittest
import unittest.mock
from itertools import pairwise

import shapely
from buildup.contours.anchors import Anchor, Contour, anchor_count
from buildup.contours.apart import clusters, parted
from buildup.contours.pathreader import read_path
from buildup.contours.segments import with_added
from buildup.contours.simplified import decimated_contour
from buildup.geometry.bezier import points_at
from buildup.geometry.fitting import decimating
from buildup.geometry.fitting.decimating import decimated, retained
from hypothesis import given, settings
from hypothesis import strategies as st

WALKS = st.lists(
    st.builds(lambda x, y: complex(x, y) / 8.0, *2 * [st.integers(-160, 160)]),
    min_size=2,
    max_size=60,
)


def polygon(points) -> Contour:
    return Contour(tuple(map(Anchor, points)), closed=True)


def line_of(contour: Contour) -> shapely.LineString:
    parameters = [k / 8 for k in range(8)]
    points = [p for s in contour.segments for p in points_at(s, parameters)]
    end = contour.segments[-1][3]
    return shapely.LineString([(p.real, p.imag) for p in (*points, end)])


def apart(first: Contour, second: Contour) -> float:
    """How far the points of the first, sampled finely, are from the second."""
    other = line_of(second)
    shapely.prepare(other)
    return float(max(shapely.distance(shapely.points(line_of(first).coords), other)))


def ring(count: int, *, wave: float = 0.0) -> list[complex]:
    turns = (math.tau * k / count for k in range(count))
    return [(100.0 + wave * math.sin(40.0 * a)) * cmath.exp(1j * a) for a in turns]


def rounded(points) -> Contour:
    """A closed contour of curves through points."""
    every = [*points[-1:], *points, *points[:2]]
    anchors = [
        Anchor(b, (a - c) / 6.0, (c - a) / 6.0, "symmetric")
        for a, b, c in zip(every, every[1:], every[2:], strict=False)
    ][: len(points)]
    return Contour(tuple(anchors), closed=True)


class PolylinesTest(unittest.TestCase):
    @given(WALKS, st.floats(0.01, 30.0))
    @settings(max_examples=300, deadline=None)
    def test_no_point_is_further_than_the_tolerance_from_what_stays(self, points, tolerance):
        numbers = retained(points, tolerance=tolerance)
        self.assertEqual((numbers[0], numbers[-1]), (0, len(points) - 1))
        for start, end in pairwise(numbers):
            piece = shapely.LineString([(p.real, p.imag) for p in (points[start], points[end])])
            for point in points[start : end + 1]:
                off = shapely.distance(piece, shapely.Point(point.real, point.imag))
                self.assertLessEqual(off, tolerance * (1.0 + 1e-9))

    def test_a_straight_row_with_a_step_back_is_one_piece(self):
        points = [complex(x, 0.0) for x in (0, 1, 2, 1.95, 3, 4)]
        self.assertEqual(retained(points, tolerance=0.1), [0, 5])

    def test_a_way_out_and_back_is_not_cut_off(self):
        self.assertEqual(retained([0j, 10 + 0j, 5 + 0j], tolerance=0.1), [0, 1, 2])

    def test_a_circle_of_many_points_comes_to_few(self):
        found = decimated_contour(polygon(ring(20_000)), 0.05)
        self.assertLess(len(found.anchors), 130)  # the fewest: 2 acos(1 − 0.05/100) each, about 100
        self.assertLessEqual(apart(polygon(ring(2_000)), found), 0.05)

    def test_anchors_that_stay_are_the_very_same(self):
        before = polygon(ring(500, wave=3.0))
        after = decimated_contour(before, 0.2)
        self.assertLess(len(after.anchors), len(before.anchors))
        self.assertLessEqual(set(after.anchors), set(before.anchors))

    def test_what_is_smaller_than_the_tolerance_stays_a_form(self):
        found = decimated_contour(polygon(ring(90)), 1_000.0)
        self.assertEqual((len(found.anchors), found.closed), (3, True))
        two = polygon([0j, 1 + 0j])
        self.assertEqual(decimated_contour(two, 9.0), two)

    def test_the_work_grows_with_the_number_of_points(self):
        seen = []

        def counted(points, start, tolerance):
            end = original(points, start, tolerance)
            seen.append(end - start)
            return end

        original = decimating._furthest
        for count in (2_000, 20_000):
            with unittest.mock.patch.object(decimating, "_furthest", counted):
                seen.clear()
                retained(ring(count), tolerance=0.05)
            self.assertEqual(sum(seen), count - 1)  # looked at once each, and LOOKS beyond each end
            self.assertLess(len(seen), 130)


class CurvesTest(unittest.TestCase):
    def test_joined_curves_stay_within_the_tolerance(self):
        before = rounded(ring(800, wave=1.0))
        for tolerance in (0.02, 0.1, 1.0):
            with self.subTest(tolerance=tolerance):
                after = decimated_contour(before, tolerance)
                self.assertLess(len(after.anchors), len(before.anchors) / 2)
                self.assertLessEqual(apart(before, after), tolerance + 1e-4)  # the samples' chords

    def test_a_curve_that_was_divided_is_one_again(self):
        (whole,) = read_path("M0 0C10 20 40 -30 60 5")
        parts = with_added(whole, {0: tuple(k / 16 for k in range(1, 16))})
        (one,) = decimated(parts.segments, tolerance=1e-6)
        self.assertEqual((one.start, one.count), (0, 16))
        for a, b in zip(one.curve, whole.segments[0], strict=True):
            self.assertAlmostEqual(a, b, delta=1e-9)

    def test_corners_between_curves_stay(self):
        (path,) = read_path("M0 0C10 10 20 10 30 0C40 10 50 10 60 0")
        self.assertEqual(decimated_contour(path, 0.5), path)


class ApartTest(unittest.TestCase):
    def test_what_lies_in_another_stays_with_it(self):
        squares = read_path("M0 0H9V9H0z M2 2H5V5H2z M20 0H29V9H20z M8 8H21V12H8z M40 0H49V9H40z")
        self.assertEqual([len(c) for c in clusters(squares)], [4, 1])

    def test_parts_are_filled_with_no_more_than_may_be(self):
        islands = [
            polygon([complex(20 * k + x, y) for x, y in ((0, 0), (9, 0), (9, 9))])
            for k in range(50)
        ]
        found = parted(islands, 12)
        self.assertEqual({anchor_count(part) for part in found[:-1]}, {12})
        self.assertEqual([c for part in found for c in part], islands)
