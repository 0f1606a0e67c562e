"""Fitting drawn strokes, refitting after a removal, adding and bending: how far forms move."""

import itertools
import math
import random
import unittest
from pathlib import Path
from unittest import mock

import numpy as np
from buildup.contours import anchors as anchors_of_paths
from buildup.contours import segments
from buildup.contours.anchors import Anchor, Contour, HandStroke, cubic
from buildup.contours.flow import settled
from buildup.contours.handstrokes import fitted
from buildup.contours.segments import bent, straightened, with_added, without
from buildup.drawing.model import Drawing
from buildup.edits.apply import apply, read_command
from buildup.errors import Refusal
from buildup.geometry.angles import direction
from buildup.geometry.bezier import point_at
from buildup.geometry.fitting.drawncurves import Work, fit_stroke
from buildup.geometry.fitting.refit import refit
from buildup.geometry.nearest import nearest
from hypothesis import assume, example, given
from hypothesis import strategies as st
from scipy.optimize import minimize
from shapely import LineString, Point

from core.tests.outlines import glyph
from core.tests.thorough import THOROUGH, size
from core.tests.zoo import cubics, leaf, points, ring, samples

ROOT = Path(__file__).resolve().parents[3]
FONT = ROOT / "web/node_modules/@fontsource-variable/hanken-grotesk/files"
GLYPHS = {"S": 12, "O": 7, "a": 19, "g": 24, "eight": 14, "ampersand": 17}
"""Glyphs, and the most anchors that fitting them may take at a tolerance of 1 unit of 1,000."""


def away(contour, points):
    """How far points are from a contour at most."""
    return max(nearest(contour.segments, p).distance for p in points)


def stray(drawn, curves):
    """How far curves are from the line through the points, and the other way, by shapely."""
    fine = [p for c in curves for p in samples(c, 60)]
    line = LineString([(p.real, p.imag) for p in map(complex, drawn)])
    path = LineString([(p.real, p.imag) for p in fine])
    pairs = itertools.pairwise(map(complex, drawn))
    dense = [a + (b - a) * k / 8 for a, b in pairs for k in range(9)]
    ways = ((line, fine), (path, dense))
    return [max(one.distance(Point(p.real, p.imag)) for p in other) for one, other in ways]


def apart(old, curve, count):
    """How far old segments and a new curve are from each other, by their nearest points."""
    there = max(nearest([curve], p).distance for s in old for p in samples(s, count))
    return max(there, *(nearest(old, p).distance for p in samples(curve, count)))


def roughly_apart(old, curve):
    """The same for two segments by 24 places and 2,000 samples, which is much quicker."""

    def places(segments, count):
        t = np.linspace(0.0, 1.0, count + 1)[:, None]
        powers = (1 - t) ** 3, 3 * (1 - t) ** 2 * t, 3 * (1 - t) * t**2, t**3
        return np.concatenate([np.hstack(powers) @ np.array(s) for s in segments])

    def farthest(some, others):
        return np.abs(some[:, None] - others).min(axis=1).max()

    there = farthest(places(old, 12), places([curve], 2_000))
    return max(there, farthest(places([curve], 12), places(old, 1_000)))


def glyph_contours(name):
    """Dense points along each contour of a glyph of Hanken Grotesk (OFL), y up."""
    upright = ([tuple(p.conjugate() for p in s) for s in c] for c in glyph(name).contours)
    return [[c[0][0], *(p for s in c for p in samples(s, 24)[1:])] for c in upright]


class StrokeTest(unittest.TestCase):
    def test_points_of_one_cubic_give_one_cubic(self):
        curve = (0j, 20 - 60j, 140 - 30j, 120 + 50j)
        found = fit_stroke(samples(curve, 80), tolerance=0.2)
        self.assertEqual(len(found.curves), 1)
        for mine, theirs in zip(found.curves[0], curve, strict=True):
            self.assertAlmostEqual(mine, theirs, delta=1.5)

    def test_a_drawn_circle_takes_four_anchors_at_a_hundredth_of_its_radius(self):
        """Goldapp (1991): four cubics reach 2.7e-4 of the radius, three 2.2e-3."""
        circle = [100 * direction(360 * k / 200) for k in range(200)]
        contour = fitted(HandStroke((tuple(circle),), 0.2, closed=True))
        self.assertTrue(contour.closed)
        self.assertLessEqual(len(contour.anchors), 5)
        self.assertEqual({a.kind for a in contour.anchors}, {"smooth"})
        self.assertLess(away(contour, circle), 0.25)

    def test_corners_are_recognised(self):
        square = [100 * k / 30 + 0j for k in range(31)] + [100 + 100j * k / 30 for k in range(31)]
        contour = fitted(HandStroke((tuple(square),), 0.5))
        self.assertEqual([a.kind for a in contour.anchors], ["corner"] * 3)
        self.assertAlmostEqual(contour.anchors[1].at, 100 + 0j, delta=0.5)

    def test_glyphs_of_an_open_font(self):
        for name, most in GLYPHS.items():
            with self.subTest(name):
                count = 0
                for edge in glyph_contours(name):
                    contour = fitted(HandStroke((tuple(edge),), 1.0, closed=True))
                    count += len(contour.anchors)
                    self.assertLess(away(contour, edge), 1.6)
                self.assertLessEqual(count, most)

    def test_a_wider_tolerance_takes_fewer_anchors(self):
        noise = random.Random(7)
        wave = tuple(
            complex(x, 60 * math.sin(x / 40) + noise.uniform(-0.7, 0.7)) for x in range(0, 600, 2)
        )
        counts = [len(fitted(HandStroke((wave,), t)).anchors) for t in (1.5, 3, 6, 12, 40)]
        self.assertEqual(counts[0], max(counts))
        self.assertLess(counts[-1], counts[0])
        self.assertLess(counts[0], 9)

    def test_strokes_of_nothing_one_spot_and_very_many_points(self):
        self.assertEqual(fit_stroke([], tolerance=1).curves, ())
        self.assertEqual(len(fitted(HandStroke(((3 + 4j,),), 1.0)).anchors), 1)
        self.assertEqual(len(fitted(HandStroke(((3 + 4j,) * 50,), 1.0, closed=True)).anchors), 1)
        spiral = tuple((50 + k / 100) * direction(k / 10) for k in range(20_000))
        self.assertLess(len(fitted(HandStroke((spiral,), 1.0)).anchors), 80)
        for tolerance in (0.0, -1.0, math.nan, math.inf):
            with self.assertRaises(Refusal):
                fit_stroke([0j, 1 + 0j], tolerance=tolerance)

    def test_a_stroke_and_its_curves_stay_within_the_tolerance_both_ways(self):
        """Strokes as a mouse makes them; shapely measures both ways, densely."""
        dice = random.Random(5)
        for n in range(150):
            tolerance, count = dice.choice((0.5, 1, 2, 5)), dice.choice((5, 12, 60, 150))
            high, long, start = dice.uniform(5, 60), dice.uniform(10, 80), dice.uniform(0, 6)
            step, noise = dice.uniform(0.5, 6), dice.choice((0, 0.3, 1, 1.5))
            drawn = []
            for k in range(count):
                position = complex(k * step, high * math.sin(k * step / long + start))
                position += complex(dice.gauss(0, noise / 2), dice.gauss(0, noise / 2))
                if n % 2:
                    position = complex(round(position.real), round(position.imag))
                drawn += [position] * (1 if dice.random() < 0.9 else 3)  # the hand rests
            curves = fit_stroke(drawn, tolerance=tolerance).curves
            if curves:
                self.assertLessEqual(max(stray(drawn, curves)), tolerance * 1.0001, n)

    @given(st.lists(points, min_size=2, max_size=9), st.sampled_from([0.5, 3, 20]))
    def test_few_far_points_do_not_throw_the_curve_away(self, drawn, tolerance):
        curves = fit_stroke(drawn, tolerance=tolerance).curves
        if curves:
            self.assertLessEqual(max(stray(drawn, curves)), tolerance * 1.0001)

    def test_five_points_that_once_shot_away(self):
        drawn = [0, 3 + 3j, 6 + 6j, 10 + 7j, 14 + 9j]
        curves = fit_stroke(drawn, tolerance=0.5).curves
        self.assertLess(max(abs(p) for c in curves for p in c), 20)
        self.assertLess(max(stray(drawn, curves)), 0.5)

    def test_a_noisy_stroke_takes_few_cubics(self):
        noise = random.Random(7)
        drawn = [
            complex(0.6 * k, 60 * math.sin(k / 66) + noise.uniform(-1.5, 1.5)) for k in range(1000)
        ]
        curves = fit_stroke(drawn, tolerance=2).curves
        self.assertLess(len(curves), 20)
        self.assertLess(max(stray(drawn, curves)), 2)

    def test_work_on_a_stroke_grows_with_its_points_and_has_an_end(self):
        dice = random.Random(2)
        most = size(8000, usually=2000)
        rough = [complex(0.5 * k, 8 * (k % 2)) for k in range(most)]
        wild = [complex(dice.uniform(0, 900), dice.uniform(0, 900)) for _ in range(most)]
        heap = [p / 90 for p in wild]
        for drawn, tolerance in ((rough, 0.01), (rough, 3), (wild, 50), (heap, 2)):
            counts = []
            for n in (most // 2, most):
                work = Work()
                fit_stroke(drawn[:n], tolerance=tolerance, work=work)
                counts.append(work.done)
            self.assertLess(counts[1], 2.6 * counts[0])
        with self.assertRaises(Refusal) as caught:
            fit_stroke(wild, tolerance=1, work=Work(most=10_000))
        self.assertEqual(caught.exception.code, "too_much")

    @unittest.skipUnless(THOROUGH, "takes 12,000 places to be too rough")
    def test_a_stroke_too_rough_for_its_tolerance_is_drawn_with_a_wider_one(self):
        dice = random.Random(2)
        ink = [[dice.uniform(0, 900), dice.uniform(0, 900)] for _ in range(12_000)]
        command = {"kind": "draw_stroke", "item": "s", "points": ink, "tolerance": 0.01}
        delta = apply(Drawing(), read_command(command)).forward
        self.assertIn("very rough", delta.message)
        self.assertEqual(len(delta.put[0].hand_stroke.parts[0]), 12_000)
        self.assertGreater(delta.put[0].hand_stroke.tolerance, 0.01)

    def test_straight_and_free_parts_mix(self):
        arc = tuple(100 - 100 * direction(90 * k / 30) for k in range(31))
        contour = fitted(HandStroke((arc, (arc[-1], 200 - 100j)), 0.5))
        self.assertEqual(contour.anchors[-2].kind, "corner")
        self.assertIsNone(contour.anchors[-1].into)


class SegmentTest(unittest.TestCase):
    @given(st.lists(st.floats(0.01, 0.99), min_size=1, max_size=6, unique=True))
    def test_adding_anchors_keeps_the_form(self, where):
        (contour,) = leaf().contours
        longer = with_added(contour, {0: sorted(where)})
        self.assertEqual(len(longer.anchors), 3 + len(where))
        self.assertEqual(longer.segments[-1], contour.segments[-1])
        for segment in longer.segments[: len(where) + 1]:
            self.assertLess(away(contour, samples(segment, 20)), 1e-9)

    @given(cubics, st.lists(st.floats(0.02, 0.98), min_size=1, max_size=3, unique=True))
    @example((0j, 1j, 0j, 1j), [0.5])
    @example((0j, 60 + 60j, 60j, 60 + 0j), [0.3, 0.5])
    @example((0j, 60 + 60j, 60j, 60 + 0j), [0.500001])
    @example((0j, 6j, 0j, 0.5j), [0.9765625])
    def test_removing_what_was_added_gives_the_curve_back(self, curve, where):
        """An exact answer exists, and is found to 1e-6 of the curve's size."""
        a, b, c, d = curve
        assume(min(abs(b - a), abs(c - d)) > 0.1)
        assume(all(q - p > 0.02 for p, q in itertools.pairwise(sorted(where))))
        path = Contour((Anchor(a, None, b - a), Anchor(d, c - d)))
        longer = with_added(path, {0: sorted(where)})
        back = without(longer, set(range(1, len(where) + 1)), refit=True)
        size = max(abs(p - a) for p in curve)
        self.assertLess(back.moved, 1e-6 * size)
        for mine, theirs in zip(back.contour.segments[0], curve, strict=True):
            self.assertAlmostEqual(mine, theirs, delta=1e-6 * size)

    def test_removal_is_nearly_the_least_change_there_is(self):
        """SciPy's Nelder-Mead over the two handle lengths, from four starts, does little better."""
        dice = random.Random(3)
        ratios = []
        for _ in range(8):
            first, middle, last = (complex(k, dice.uniform(-40, 40)) for k in (0, 60, 120))
            along = complex(18, dice.uniform(-15, 15))
            old = [
                (first, first + complex(18, dice.uniform(-20, 20)), middle - along, middle),
                (middle, middle + along, last + complex(-18, dice.uniform(-20, 20)), last),
            ]
            found = refit(old)
            ways = [(old[0][1] - first) / abs(old[0][1] - first)]
            ways.append((old[1][2] - last) / abs(old[1][2] - last))

            def change(x, ends=(first, last), ways=ways, old=old):
                handles = [w * max(n, 0) for w, n in zip(ways, x, strict=True)]
                curve = (ends[0], ends[0] + handles[0], ends[1] + handles[1], ends[1])
                return roughly_apart(old, curve)

            starts = [(abs(found.curve[1] - first), abs(found.curve[2] - last))]
            starts += [(40, 40), (60, 90), (90, 60)]
            best = min(minimize(change, s, method="Nelder-Mead").fun for s in starts)
            real = apart(old, found.curve, 40)
            self.assertAlmostEqual(found.moved, real, delta=0.02 * real + 0.01)
            ratios.append(roughly_apart(old, found.curve) / best)
        self.assertLess(sorted(ratios)[4], 1.05)
        self.assertLess(max(ratios), 1.5)

    def test_work_grows_with_what_is_touched(self):
        """Refits and added anchors of twice as many segments take about twice the steps."""
        counts = []
        for n in (200, 400):
            anchors = [
                Anchor(complex(10 * k, 3 * (k % 2)), -3 + 1j, 3 - 1j, "smooth") for k in range(n)
            ]
            path = Contour(tuple(anchors))
            asked = mock.Mock(wraps=cubic)
            with (
                mock.patch.object(segments, "cubic", asked),
                mock.patch.object(
                    anchors_of_paths, "cubic", asked
                ),  # what `Contour.segments` makes
            ):
                without(path, set(range(1, n - 1, 2)), refit=True)
                with_added(path, dict.fromkeys(range(n - 1), (0.5,)))
            self.assertGreater(asked.call_count, n)
            counts.append(asked.call_count)
        self.assertLess(counts[1], 2.1 * counts[0])

    def test_refitting_moves_less_than_plain_removal(self):
        rows = [(settled(ring().contours[0]), {1}), (leaf().contours[0], {1})]
        for edge in glyph_contours("S")[:1]:
            rows.append((fitted(HandStroke((tuple(edge),), 1.0, closed=True)), {2}))
        for contour, gone in rows:
            old = [p for s in contour.segments for p in samples(s, 30)]
            refitted, plain = (without(contour, gone, refit=r) for r in (True, False))
            self.assertLess(away(refitted.contour, old), 0.7 * away(plain.contour, old))
            self.assertGreaterEqual(refitted.moved, away(refitted.contour, old) * 0.9)

    @given(st.floats(0.2, 0.8), st.complex_numbers(max_magnitude=60))
    def test_a_bent_segment_goes_through_the_pointer(self, t, by):
        straight = Contour((Anchor(0j), Anchor(90 + 10j), Anchor(40 + 70j)), True)
        for contour in (straight, leaf().contours[0]):
            old = point_at(contour.segments[0], t)
            changed = bent(contour, 0, t, by)
            new = cubic(changed[0], changed[1])
            self.assertLess(nearest([new], old + by).distance, 1e-6)
            self.assertEqual((changed[0].at, changed[1].at), (new[0], new[3]))

    def test_straightening_takes_a_bend_back(self):
        straight = Contour((Anchor(0j), Anchor(90 + 10j), Anchor(40 + 70j)), True)
        changed = bent(straight, 0, 0.5, 20j)
        curved = Contour((changed[0], changed[1], straight.anchors[2]), True)
        back = straightened(curved, [0])
        self.assertEqual([back[0], back[1]], list(straight.anchors[:2]))

    def test_anchors_on_one_spot_and_handles_of_no_length(self):
        spot = Contour((Anchor(5 + 5j), Anchor(5 + 5j), Anchor(9 + 9j)), True)
        self.assertEqual(len(without(spot, {1}, refit=True).contour.anchors), 2)
        self.assertAlmostEqual(without(spot, {1}, refit=True).moved, 0)
        added = with_added(spot, {0: (0.5,)})
        self.assertEqual(added.anchors[1].at, 5 + 5j)
        self.assertEqual(point_at(cubic(*bent(spot, 0, 0.5, 8j).values()), 0.5), 5 + 13j)
