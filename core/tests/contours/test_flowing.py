"""Kinds of anchors, and flowing ones."""

import math
import unittest

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.flow import settled
from buildup.contours.handles import in_kind, tangents, with_handle
from buildup.geometry.bezier import point_at
from hypothesis import given
from hypothesis import strategies as st

from core.tests.zoo import maps, points, ring


def bend(kind, into=-30 + 0j, out=40 + 10j):
    return Contour((Anchor(-100 + 50j), Anchor(0j, into, out, kind), Anchor(100 + 50j)))


class PullTest(unittest.TestCase):
    def test_the_other_handle_follows_the_kind(self):
        cases = [
            ("corner", False, "corner", -30 + 0j),
            ("smooth", False, "smooth", -30j),
            ("symmetric", False, "symmetric", -50j),
            ("flowing", False, "smooth", -30j),
            ("smooth", True, "corner", -30 + 0j),
        ]
        for kind, alone, becomes, into in cases:
            with self.subTest(kind=kind, alone=alone):
                anchor = with_handle(bend(kind), 1, "out", 50j, alone=alone)
                self.assertEqual((anchor.out, anchor.kind), (50j, becomes))
                self.assertAlmostEqual(anchor.into, into)

    def test_a_handle_of_no_length_is_withdrawn(self):
        anchor = with_handle(bend("symmetric"), 1, "out", 0j, alone=False)
        self.assertEqual((anchor.out, anchor.kind), (None, "smooth"))

    def test_smooth_beside_a_straight_segment_stays_in_line(self):
        contour = Contour(
            (Anchor(0j), Anchor(100 + 0j, None, 30 + 0j, "smooth"), Anchor(200 + 50j))
        )
        anchor = with_handle(contour, 1, "out", 40 + 25j, alone=False)
        self.assertEqual(anchor.out, 40 + 0j)


class KindTest(unittest.TestCase):
    @given(points, points)
    def test_smooth_and_symmetric_hold_what_they_say(self, into, out):
        contour = bend("corner", into or 1j, out or 1j)
        smooth = in_kind(contour, 1, "smooth")
        cross = (smooth.into.conjugate() * smooth.out).imag
        self.assertAlmostEqual(cross / abs(smooth.into) / abs(smooth.out), 0, delta=1e-9)
        self.assertAlmostEqual(abs(smooth.into), abs(into or 1j), delta=1e-6)
        even = in_kind(contour, 1, "symmetric")
        self.assertAlmostEqual(even.into, -even.out, delta=1e-9)

    def test_what_is_smooth_already_does_not_move(self):
        contour = bend("corner", -30 - 30j, 20 + 20j)
        smooth = in_kind(contour, 1, "smooth")
        self.assertAlmostEqual(smooth.out, 20 + 20j)
        self.assertAlmostEqual(smooth.into, -30 - 30j)

    def test_a_corner_without_handles_gets_them_along_its_neighbours(self):
        smooth = in_kind(bend("corner", None, None), 1, "smooth")
        self.assertAlmostEqual(smooth.out.imag, 0)
        self.assertAlmostEqual(abs(smooth.out), abs(100 + 50j) / 3)

    def test_tangents_at_ends_and_beside_withdrawn_handles(self):
        contour = bend("corner", None, 10j)
        self.assertEqual(tangents(contour, 0)[0], 0j)
        back, on = tangents(contour, 1)
        self.assertAlmostEqual(back, (-100 + 50j) / abs(100 + 50j))
        self.assertEqual(on, 1j)


class FlowTest(unittest.TestCase):
    def test_four_points_of_a_circle_give_the_quarter_circle(self):
        """Hobby, DCG 1 (1986): f(45°, 45°)·√2 = 0.5522847 (derived)."""
        contour = settled(ring().contours[0])
        for anchor in contour.anchors:
            self.assertAlmostEqual(abs(anchor.out), 55.2284750, places=6)
            self.assertAlmostEqual(anchor.into, -anchor.out, places=9)

    @given(st.lists(points, min_size=3, max_size=12, unique=True), st.booleans(), maps)
    def test_the_curve_is_smooth_and_turns_with_its_points(self, positions, closed, by):
        contour = settled(Contour(tuple(Anchor(p, kind="flowing") for p in positions), closed))
        for anchor in contour.anchors:
            if anchor.into and anchor.out and min(abs(anchor.into), abs(anchor.out)) > 1e-6:
                turn = (
                    (anchor.into.conjugate() * anchor.out).imag / abs(anchor.into) / abs(anchor.out)
                )
                self.assertAlmostEqual(turn, 0, delta=1e-6)
        shift = by.origin
        moved = settled(
            Contour(tuple(Anchor(p + shift, kind="flowing") for p in positions), closed)
        )
        for mine, theirs in zip(contour.anchors, moved.anchors, strict=True):
            self.assertAlmostEqual(mine.out or 0, theirs.out or 0, delta=1e-6)

    def test_many_points_of_a_circle_stay_on_it(self):
        positions = [
            50 * complex(math.cos(a), math.sin(a)) for a in (i * math.pi / 6 for i in range(12))
        ]
        contour = settled(Contour(tuple(Anchor(p, kind="flowing") for p in positions), True))
        worst = max(abs(abs(point_at(s, t / 8)) - 50) for s in contour.segments for t in range(9))
        self.assertLess(worst, 5e-5)

    def test_anchors_of_other_kinds_are_left_alone(self):
        corner = Anchor(0j, 5j, -7j)
        contour = Contour(
            (corner, Anchor(50 + 50j, kind="flowing"), Anchor(100 + 0j, kind="smooth"))
        )
        after = settled(contour)
        self.assertIs(after.anchors[0], corner)
        self.assertIs(after.anchors[2], contour.anchors[2])
        self.assertIsNotNone(after.anchors[1].into)

    def test_points_on_one_spot_give_no_handles(self):
        contour = Contour(tuple(Anchor(3 + 3j, kind="flowing") for _ in range(4)), True)
        self.assertEqual({(a.into, a.out) for a in settled(contour).anchors}, {(None, None)})
