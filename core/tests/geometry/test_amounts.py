"""Amounts of work: what curves, regions and flowing anchors cost grows with what they touch."""

import math
import random
import unittest
from unittest import mock

from buildup.contours import flow
from buildup.contours.anchors import Anchor, Contour
from buildup.geometry.bezier import line, point_at
from buildup.geometry.boxes import Box
from buildup.geometry.intersect import crossings as searching
from buildup.geometry.intersect import exclusion, meeting
from buildup.geometry.intersect.cones import cone, run_beside
from buildup.geometry.intersect.crossings import MEETS, common, crossings
from buildup.geometry.intersect.prepared import Operand, near_pairs, strands_of
from buildup.geometry.regions import setoperations, windings
from buildup.geometry.regions.setoperations import (
    area_of_loops,
    combined,
    difference,
    partition,
    swept,
    union,
)
from hypothesis import given
from hypothesis import strategies as st

POINTS = st.builds(complex, st.floats(-100, 100), st.floats(-100, 100))
CURVES = st.tuples(POINTS, POINTS, POINTS, POINTS)


def square(at, width, height):
    corners = [at, at + width, at + complex(width, height), at + 1j * height]
    sides = zip(corners, [*corners[1:], corners[0]], strict=True)
    return Operand((tuple(line(a, b) for a, b in sides),))


def field(count):
    return [square(complex(12 * i, 12 * j), 10.0, 10.0) for i in range(count) for j in range(count)]


def bars(count, *, level):
    if level:
        return [square(3j * n, 1_000.0, 1.0) for n in range(count)]
    return [square(complex(3 * n, 0), 1.0, 1_000.0) for n in range(count)]


def random_curve(chance):
    return tuple(complex(chance.uniform(0, 500), chance.uniform(0, 500)) for _ in range(4))


class NearCopiesTest(unittest.TestCase):
    """Copies of a curve that lie beside it are told apart without looking along all of them."""

    def looked(self, away):
        chance = random.Random(1)
        calls = 0
        for _ in range(20):
            curve = random_curve(chance)
            copy = tuple(p + away * (0.6 + 0.8j) for p in curve)
            with mock.patch.object(searching, "alongside", wraps=searching.alongside) as looked:
                common(curve, copy)
            calls += looked.call_count
        return calls / 20

    def test_few_stretches_of_a_copy_are_looked_along(self):
        for away in (1e-7, 1e-4, 0.05):
            self.assertLess(self.looked(away), 6.0, away)  # it was 12.5

    @given(CURVES, CURVES)
    def test_what_is_left_out_has_nothing_in_common(self, one, other):
        """Dense places of both, no nearer to each other than what counts as common."""
        tangents = cone(other)
        if tangents is None or not run_beside(one, other, tangents, MEETS):
            return
        first, second = ([point_at(c, k / 60) for k in range(61)] for c in (one, other))
        self.assertGreater(min(abs(p - q) for p in first for q in second), MEETS)

    @given(CURVES, CURVES)
    def test_crossings_are_those_that_are_found_without_it(self, one, other):
        with (
            mock.patch.object(exclusion, "run_beside", return_value=False),
            mock.patch.object(meeting, "run_beside", return_value=False),
        ):
            expected = crossings(one, other)
        found = crossings(one, other)
        self.assertEqual(len(found), len(expected))
        for a, b in zip(found, expected, strict=True):
            self.assertLess(abs(a.at - b.at), 1e-6)


class FieldsTest(unittest.TestCase):
    def wound(self, count):
        operands = field(count)
        spots = [p.contours[0][0][0] + 5 + 5j for p in operands]
        with mock.patch.object(
            setoperations, "winding", side_effect=setoperations.winding
        ) as wound:
            made = swept(operands, spots)
        self.assertEqual(len(made.inside), count * count)
        return wound.call_count

    def test_sweeping_costs_as_much_as_the_regions_there_are(self):
        few, many = self.wound(5), self.wound(10)
        self.assertLessEqual(many, 4.2 * few)

    def test_what_is_swept_and_what_is_left_make_the_whole(self):
        operands = [square(0j, 10.0, 10.0), square(5 + 0j, 10.0, 10.0), square(2 + 2j, 6.0, 6.0)]
        whole = area_of_loops(combined(operands, union))
        self.assertAlmostEqual(whole, 150.0)
        spots = {"only the first": 1 + 1j, "both": 9 + 9j, "all": 6 + 4j}
        for name, spot in spots.items():
            with self.subTest(name):
                made = swept(operands, [spot])
                (region,) = [r for r in partition(operands) if r.holds(spot)]
                self.assertEqual(made.inside, (region.inside,))
                self.assertAlmostEqual(
                    area_of_loops(made.taken), area_of_loops((region.outer, *region.holes))
                )
                for operand in region.inside:
                    own = area_of_loops(combined([operands[operand]], union))
                    left = area_of_loops(made.left[operand])
                    self.assertAlmostEqual(left + area_of_loops(made.taken), own)

    def test_a_hole_belongs_to_the_smallest_loop_around_it(self):
        frames = [
            square(0j, 90.0, 90.0),
            square(10 + 10j, 70.0, 70.0),
            square(20 + 20j, 20.0, 20.0),
        ]
        rings = partition(frames, lambda inside: len(inside) != 2)
        self.assertEqual(sorted(len(r.holes) for r in rings), [0, 1])


class BarsTest(unittest.TestCase):
    def test_the_result_is_the_same_however_they_lie(self):
        for level in (True, False):
            loops = combined(bars(150, level=level), union)
            self.assertAlmostEqual(area_of_loops(loops), 150 * 1_000.0, delta=1e-6)
            crossing = combined([*bars(60, level=level), square(100 + 10j, 40.0, 60.0)], difference)
            self.assertTrue(crossing)

    def test_rays_pass_few_of_many_bars(self):
        """How many strands all rays have to look at, for each bar."""
        own = windings._Bands.at
        for level in (True, False):
            passed = []

            def counted(bands, height, passed=passed):
                found = own(bands, height)
                passed.append(len(found))
                return found

            with mock.patch.object(windings._Bands, "at", counted):
                combined(bars(400, level=level), union)
            cheapest = sorted(passed)[: len(passed) // 2]
            self.assertLess(sum(cheapest) / 400, 20.0)

    def test_bands_hold_no_strand_many_times(self):
        strands = [s for found in strands_of(bars(300, level=False)) for s in found]
        bands = windings._Bands(strands, level=True)
        self.assertLess(sum(map(len, bands._bands.values())), 11 * 600)

    def test_both_sweeps_find_the_pairs_whose_boxes_meet(self):
        chance = random.Random(5)
        for wide, tall in ((90, 4), (4, 90), (20, 20)):
            operands = [
                square(
                    complex(chance.uniform(0, 200), chance.uniform(0, 200)),
                    chance.uniform(1, wide),
                    chance.uniform(1, tall),
                )
                for _ in range(40)
            ]
            strands = [s for found in strands_of(operands) for s in found]
            boxes = [Box(s.left, s.top, s.right, s.bottom) for s in strands]
            expected = {
                (i, j) for j in range(len(boxes)) for i in range(j) if boxes[i].meets(boxes[j])
            }
            found = {tuple(sorted(pair)) for pair in near_pairs(strands)}
            self.assertLessEqual(expected, found)
            self.assertLess(len(found - expected), 4)


class FlowTest(unittest.TestCase):
    def test_one_flowing_anchor_costs_what_its_neighbours_cost(self):
        for closed in (False, True):
            anchors = [
                Anchor(complex(n, math.sin(n)), -0.2 + 0j, 0.2 + 0j, "smooth") for n in range(400)
            ]
            anchors[200] = Anchor(anchors[200].at, kind="flowing")
            with mock.patch.object(flow, "_flowed", wraps=flow._flowed) as solved:
                made = flow.settled(Contour(tuple(anchors), closed))
            self.assertEqual(solved.call_count, 1)
            self.assertIsNotNone(made.anchors[200].out)

    def test_flowing_ends_of_an_open_path_flow(self):
        anchors = [Anchor(0j, kind="flowing"), Anchor(10 + 5j), Anchor(20 + 0j, kind="flowing")]
        made = flow.settled(Contour(tuple(anchors), closed=False))
        self.assertIsNotNone(made.anchors[0].out)
        self.assertIsNotNone(made.anchors[2].into)
