"""Lengths, nearest points, curvatures and crossings, checked against other libraries."""

import itertools
import math
import random
import unittest

import numpy as np
from buildup.geometry.angles import cross, direction, unit
from buildup.geometry.bezier import (
    curvature_at,
    derivative_at,
    part_of,
    point_at,
    quadratic_roots,
    split_at,
    tight_box,
)
from buildup.geometry.boxes import Box
from buildup.geometry.intersect.crossings import Crossing, crossings, overlaps, self_crossings
from buildup.geometry.lengths import RULE, length
from buildup.geometry.nearest import nearest, nearest_parameter
from buildup.geometry.transforms import turn
from fontTools.misc import bezierTools
from hypothesis import assume, example, given
from hypothesis import strategies as st
from scipy.integrate import quad
from scipy.optimize import minimize_scalar
from shapely import LineString
from svgpathtools import CubicBezier

from core.tests.zoo import CUBICS, cubics, maps, points, samples

ARCH, S_CURVE = CUBICS["arch"], CUBICS["s-curve"]
FINE = 400
"""Pieces of a polyline that stands for a curve."""


def curved(curve):
    """Not straight, nor nearly."""
    a, b, c, d = curve
    turns = [abs(cross(p - a, q - a)) for p, q in ((b, c), (c, d), (b, d))]
    return min(abs(p - q) for p, q in itertools.pairwise(curve)) > 1 and max(turns) > 100


class LengthTest(unittest.TestCase):
    def test_the_two_rules_are_exact_as_far_as_they_have_to_be(self):
        """Gauss with 7 nodes up to degree 13, Kronrod's 15 up to 22; neither one further."""
        for rule, degree in ((1, 22), (2, 13)):
            for power in range(degree + 1):
                found = math.fsum(entry[rule] * entry[0] ** power for entry in RULE)
                self.assertAlmostEqual(found, 1 / (power + 1), places=14)
            beyond = degree + 2 - degree % 2
            found = math.fsum(entry[rule] * (2 * entry[0] - 1) ** beyond for entry in RULE)
            self.assertGreater(abs(found - 1 / (beyond + 1)), 1e-12)

    def test_a_parabola(self):
        """Elementary calculus: y = x² from 0 to 1 has the length √5/2 + asinh(2)/4."""
        parabola = (0j, 1 / 3 + 0j, 2 / 3 + 1j / 3, 1 + 1j)
        expected = math.sqrt(5) / 2 + math.asinh(2) / 4
        self.assertAlmostEqual(expected, 1.4789428575, places=10)
        self.assertAlmostEqual(length(parabola, tolerance=1e-9), expected, places=9)

    def test_lengths_agree_with_scipy(self):
        """scipy.integrate.quad over the speed that NumPy computes from the control points."""
        for name, segment in CUBICS.items():
            with self.subTest(name):
                way = np.polynomial.polynomial.polyder(_powers(segment))

                def speed(t, way=way):
                    return abs(np.polynomial.polynomial.polyval(t, way))

                expected, _ = quad(speed, 0, 1, points=[0.5], epsabs=1e-10, limit=400)
                self.assertAlmostEqual(length(segment), expected, delta=1e-6)

    @given(cubics, st.floats(0.05, 0.95))
    @example((329.75j, 0j, 0j, 329.75j), 0.1527981632891678)
    def test_lengths_add_up(self, segment, t):
        first, second = split_at(segment, t)
        self.assertAlmostEqual(length(first) + length(second), length(segment), delta=4e-6)


class CurvatureTest(unittest.TestCase):
    def test_at_the_start(self):
        """Farin, Curves and Surfaces for CAGD: (2/3) cross(b1 - b0, b2 - b1) / abs(b1 - b0)³."""
        a, b, c, _ = segment = CUBICS["level ends"]
        cross = ((b - a).conjugate() * (c - b)).imag
        self.assertAlmostEqual(curvature_at(segment, 0.0), 2 / 3 * cross / abs(b - a) ** 3)

    @given(cubics, st.floats(0.02, 0.98))
    def test_curvatures_agree_with_svgpathtools(self, segment, t):
        """svgpathtools.CubicBezier.curvature, which gives no sign; not at near cusps."""
        theirs = CubicBezier(*segment)
        if abs(theirs.derivative(t)) < 1.0:
            return
        expected = theirs.curvature(t)
        self.assertAlmostEqual(
            abs(curvature_at(segment, t)), expected, delta=1e-6 * max(1, expected)
        )


class NearestTest(unittest.TestCase):
    @given(cubics, st.floats(0, 1))
    def test_a_point_of_the_curve_is_found_again(self, segment, t):
        on = point_at(segment, t)
        self.assertAlmostEqual(point_at(segment, nearest_parameter(segment, on)), on, delta=1e-6)

    @given(cubics, points)
    def test_nothing_is_nearer(self, segment, position):
        """SciPy's bounded search from the best of 200 samples finds no nearer point."""

        def away(t):
            return abs(point_at(segment, t) - position)

        t = min((k / 200 for k in range(201)), key=away)
        found = minimize_scalar(away, bounds=(max(0, t - 0.01), min(1, t + 0.01)), method="bounded")
        self.assertLessEqual(away(nearest_parameter(segment, position)), found.fun + 1e-9)

    @given(st.lists(cubics, min_size=1, max_size=8), points)
    def test_the_nearest_of_many_is_the_nearest_of_each(self, segments, position):
        each = [abs(point_at(s, nearest_parameter(s, position)) - position) for s in segments]
        found = nearest(segments, position)
        self.assertAlmostEqual(found.distance, min(each), delta=1e-9)
        self.assertAlmostEqual(point_at(segments[found.segment], found.t), found.at)

    def test_no_segments_and_a_segment_of_no_length(self):
        self.assertIsNone(nearest([], 0j))
        self.assertAlmostEqual(nearest([CUBICS["on one spot"]], 8 + 9j).distance, 5)


class CrossingTest(unittest.TestCase):
    def test_nine_crossings(self):
        """Bézout: two cubics meet in at most nine points. Chebyshev's polynomial and its mirror."""
        wave = tuple(complex(2 * k / 3 - 1, y) for k, y in enumerate((-1, 5, -5, 1)))
        upright = tuple(complex(p.imag, p.real) for p in wave)
        found = crossings(wave, upright)
        self.assertEqual(len(found), 9)
        self.assertEqual([c.t for c in found], sorted(c.t for c in found))

    def test_crossings_agree_with_fonttools(self):
        """fontTools.misc.bezierTools.curveCurveIntersections, which stops at about half a unit."""
        pairs = [
            ("arch", "s-curve"),
            ("loop", "s-curve"),
            ("arch", "level ends"),
            ("cusp", "s-curve"),
        ]
        for one, other in pairs:
            with self.subTest(f"{one} {other}"):
                a, b = CUBICS[one], CUBICS[other]
                theirs = bezierTools.curveCurveIntersections(
                    *([(p.real, p.imag) for p in s] for s in (a, b))
                )
                mine = crossings(a, b)
                self.assertGreaterEqual(len(mine), len({round(t.t1, 3) for t in theirs}))
                for hit in theirs:
                    position = complex(*hit.pt)
                    self.assertLess(min(abs(c.at - position) for c in mine), 0.5)

    @given(cubics, cubics)
    def test_crossings_lie_on_both_and_none_is_missed(self, first, second):
        """Shapely finds no clear crossing of the two as fine polylines that is not there."""
        found = crossings(first, second)
        self.assertLessEqual(len(found), 9)
        for c in found:
            self.assertAlmostEqual(point_at(first, c.t), c.at, delta=1e-6)
            self.assertAlmostEqual(point_at(second, c.u), c.at, delta=1e-6)
        for one, other in itertools.combinations(found, 2):
            self.assertGreater(abs(one.t - other.t) + abs(one.u - other.u), 1e-9)
        flat = [LineString([(p.real, p.imag) for p in samples(s, FINE)]) for s in (first, second)]
        size = max(length(first), length(second))
        common = flat[0].intersection(flat[1])
        for there in (g for g in getattr(common, "geoms", [common]) if g.geom_type == "Point"):
            position = complex(there.x, there.y)
            if (
                min(abs(position - end) for s in (first, second) for end in (s[0], s[3]))
                < size / 1e3
            ):
                continue  # polylines may cross where the curves end just before
            t, u = nearest_parameter(first, position), nearest_parameter(second, position)
            if _angle(first, second, Crossing(t, u, position)) > 0.3:
                self.assertLess(min(abs(c.at - position) for c in found), 1e-3 * size + 1e-6)

    @given(cubics, cubics, maps)
    def test_turning_both_keeps_the_crossings(self, first, second, by):
        moved = crossings(tuple(map(by, first)), tuple(map(by, second)))
        for c in crossings(first, second):
            slack = min((abs(m.at - by(c.at)) for m in moved), default=math.inf)
            crossing_angle = _angle(first, second, c)
            if crossing_angle > 0.05:
                self.assertLess(slack, 1e-4)

    def test_touching_curves_meet_once(self):
        below = tuple(p.conjugate() + 150j for p in ARCH)
        (touch,) = crossings(ARCH, below)
        self.assertAlmostEqual(touch.at, 50 + 75j, delta=1e-9)

    @given(cubics, st.floats(0.1, 0.8), st.sampled_from([0.002, 0.02, 0.2]), st.booleans())
    def test_overlaps_short_and_long_are_known_by_their_ends(self, curve, at, wide, back):
        """Parts of one curve, made by de Casteljau: the common part is known."""
        assume(curved(curve))
        first, second = part_of(curve, 0.0, at + wide), part_of(curve, at, 1.0)
        second = second[::-1] if back else second
        found = overlaps(first, second)
        self.assertEqual(len(found), 1)
        for mine, t in ((found[0].start, at), (found[0].end, at + wide)):
            self.assertAlmostEqual(mine.at, point_at(curve, t), delta=2e-6)

    def test_an_overlap_hides_no_other_crossing(self):
        """Two parts of a loop share its middle; their ends cross each other where the loop does."""
        loop = CUBICS["loop"]
        (own,) = self_crossings(loop)
        self.assertAlmostEqual(point_at(loop, own.u), own.at, delta=1e-9)
        first, second = part_of(loop, 0.0, 0.7), part_of(loop, 0.3, 1.0)
        self.assertEqual(len(overlaps(first, second)), 1)
        positions = [c.at for c in crossings(first, second)]
        self.assertEqual(len(positions), 3)
        self.assertLess(min(abs(p - own.at) for p in positions), 1e-9)

    def test_straight_overlaps_run_back_and_forth(self):
        there_and_back = (0j, 0j, 30 + 0j, -10 + 0j)
        level = (5 + 0j, 5 + 0j, 40 + 0j, 40 + 0j)
        found = overlaps(there_and_back, level)
        self.assertEqual(len(found), 2)
        reach = max(c.at.real for o in found for c in (o.start, o.end))
        self.assertAlmostEqual(reach, tight_box(there_and_back).right, delta=1e-6)
        self.assertEqual(overlaps(ARCH, S_CURVE), ())

    def test_a_shifted_copy_meets_where_the_tangent_lies_along_the_shift(self):
        """A(t) = A(u) + δ with a tiny δ: u ≈ t and A′ along δ; and twice at a loop's crossing."""
        dice = random.Random(4)
        for _ in range(40):
            curve = tuple(complex(*(dice.uniform(-150, 150) for _ in range(2))) for _ in range(4))
            way = direction(dice.uniform(0, 360))
            a, b, c, d = curve
            speed = (3 * (b - a), 6 * (a - 2 * b + c), 3 * (d - a + 3 * (b - c)))
            along = quadratic_roots(*((w / way).imag for w in speed[::-1]))
            wanted = [point_at(curve, t) for t in along if 0 < t < 1]
            wanted += [c.at for c in self_crossings(curve)] * 2
            for far in (1e-6, 1e-4, 1e-2):
                found = crossings(curve, tuple(p + far * way for p in curve))
                self.assertLessEqual(len(wanted), len(found))
                for position in wanted:
                    self.assertLess(min(abs(c.at - position) for c in found), 0.01 + 20 * far)
                for c in found:
                    turn = abs((unit(derivative_at(curve, c.t)) / way).imag)
                    near = min((abs(c.at - position) for position in wanted), default=1)
                    self.assertTrue(near < 0.01 + 20 * far or turn < 0.05)

    @given(cubics)
    def test_self_crossings_agree_with_shapely(self, curve):
        assume(curved(curve))
        found = self_crossings(curve)
        line = LineString([(p.real, p.imag) for p in samples(curve, FINE)])
        for c in found:
            self.assertLess(c.t, c.u)
            self.assertAlmostEqual(point_at(curve, c.u), c.at, delta=1e-6)
            assume(abs(c.u - c.t) > 0.05 and min(c.t, 1 - c.u) > 0.01)
        self.assertEqual(line.is_simple, not found)

    def test_touches_are_exact_and_three_in_one_place_nearly(self):
        """y = c·x³ and its tangent have a threefold point; a parabola and its tangent touch."""
        for bend in (1e-5, 1e-3):
            for degree, exact in ((2, 1e-9), (3, 1e-4)):
                low, high = -41.0, 60.0
                ends = [complex(x, bend * x**degree) for x in (low, high)]
                third = (high - low) / 3
                ways = [complex(1, degree * bend * x ** (degree - 1)) for x in (low, high)]
                curve = (ends[0], ends[0] + ways[0] * third, ends[1] - ways[1] * third, ends[1])
                turned = [300 + 40j + p * direction(33) for p in (*curve, -70, -20, 30, 90)]
                found = crossings(tuple(turned[:4]), tuple(turned[4:]))
                self.assertEqual(len(found), 1)
                self.assertAlmostEqual(found[0].at, 300 + 40j, delta=exact)

    def test_a_segment_of_no_length_is_met_like_any_other(self):
        spot, line = (3 + 4j,) * 4, (0j, 0j, 6 + 8j, 6 + 8j)
        self.assertEqual([c.at for c in crossings(spot, line)], [3 + 4j])
        self.assertEqual([c.t for c in crossings(line, spot)], [0.5])
        self.assertEqual(crossings(spot, (9j, 9j, 9 + 9j, 9 + 9j)), ())

    def test_a_crossing_at_an_anchor_counts_once(self):
        first, second = split_at(ARCH, 0.5)
        upright = (50 + 0j, 50 + 30j, 50 + 60j, 50 + 90j)
        for half in (first, second):
            (found,) = crossings(half, upright)
            self.assertAlmostEqual(found.at, 50 + 75j, delta=1e-9)

    def test_only_what_lies_inside_a_box_is_looked_for(self):
        level = (0j + 50j, 30 + 50j, 60 + 50j, 100 + 50j)
        self.assertEqual(len(crossings(ARCH, level)), 2)
        (left,) = crossings(ARCH, level, inside=Box(0, 0, 50, 100))
        self.assertLess(left.at.real, 50)

    def test_a_straight_line_through_a_turned_curve(self):
        """svgpathtools.CubicBezier.intersect."""
        by = turn(17, about=20 + 30j)
        first, second = tuple(map(by, S_CURVE)), (0 + 40j, 20 + 42j, 50 + 44j, 90 + 45j)
        theirs = CubicBezier(*first).intersect(CubicBezier(*second))
        mine = [c.t for c in crossings(first, second)]
        self.assertEqual(len(mine), len(theirs))
        for t, (expected, _) in zip(mine, sorted(theirs), strict=True):
            self.assertAlmostEqual(t, expected, delta=1e-5)

    def test_segments_that_share_an_end_meet_there(self):
        touching = ((0j, 1j, 1 + 0j, 1j), (0j, 1 + 0j, 1j, 0j))
        self.assertIn((0.0, 1.0), [(c.t, c.u) for c in crossings(*touching)])
        round_end, (after, before) = (0j, 30j, 40 + 50j, 90 + 50j), split_at(S_CURVE, 0.3)
        self.assertEqual([(c.t, c.u) for c in crossings(after, before)], [(1.0, 0.0)])
        self.assertEqual([c.t for c in crossings(round_end, (0j, 30j, -40 + 50j, -90 + 50j))], [0])

    def test_tight_boxes_that_only_touch_do_not_hang(self):
        far = tuple(p + tight_box(ARCH).width for p in ARCH)
        (found,) = crossings(ARCH, far)
        self.assertAlmostEqual(found.at, 100 + 0j, delta=1e-9)


def _powers(segment):
    a, b, c, d = segment
    return np.array([a, 3 * (b - a), 3 * (a - 2 * b + c), d - 3 * c + 3 * b - a])


def _angle(first, second, crossing):
    ways = [CubicBezier(*first).derivative(crossing.t), CubicBezier(*second).derivative(crossing.u)]
    if not all(map(abs, ways)):
        return 0.0
    across = (ways[0].conjugate() * ways[1]).imag
    return abs(across) / abs(ways[0]) / abs(ways[1])
