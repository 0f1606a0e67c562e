"""Fitting drawn strokes, refitting after a removal, adding and bending: how far forms move."""

import math
import random
import unittest
from pathlib import Path

from buildup.drawing.flow import settled
from buildup.drawing.model import Anchor, Contour, Stroke, cubic
from buildup.drawing.segments import bent, straightened, with_added, without
from buildup.drawing.strokes import fitted
from buildup.errors import Refusal
from buildup.geometry.angles import direction
from buildup.geometry.bezier import point_at
from buildup.geometry.fitting import fit_stroke
from buildup.geometry.nearest import nearest
from fontTools.pens.recordingPen import DecomposingRecordingPen
from fontTools.ttLib import TTFont
from hypothesis import given
from hypothesis import strategies as st

from core.tests.zoo import leaf, ring, samples

ROOT = Path(__file__).resolve().parents[2]
FONT = ROOT / "web/node_modules/@fontsource-variable/hanken-grotesk/files"
GLYPHS = {"S": 12, "O": 7, "a": 19, "g": 24, "eight": 14, "ampersand": 17}
"""Glyphs, and the most anchors that fitting them may take at a tolerance of 1 unit of 1,000."""


def away(contour, points):
    """How far points are from a contour at most."""
    return max(nearest(contour.segments, p).distance for p in points)


def glyph_contours(name):
    """Dense points along each contour of a glyph of Hanken Grotesk (OFL), read by fontTools."""
    font = TTFont(FONT / "hanken-grotesk-latin-wght-normal.woff2")
    pen = DecomposingRecordingPen(font.getGlyphSet())
    font.getGlyphSet()[name].draw(pen)
    found, here = [], []
    for verb, places in pen.value:
        at = [complex(*p) for p in places if p]
        if verb == "moveTo":
            here = [at[0]]
        elif verb == "lineTo":
            here += samples((here[-1], here[-1], at[0], at[0]), 24)[1:]
        elif verb == "qCurveTo":
            for k, off in enumerate(at[:-1]):
                on = at[-1] if k == len(at) - 2 else (off + at[k + 1]) / 2
                start = here[-1]
                handles = (start + 2 * (off - start) / 3, on + 2 * (off - on) / 3)
                here += samples((start, *handles, on), 24)[1:]
        else:
            if abs(here[-1] - here[0]) > 1:
                here += samples((here[-1], here[-1], here[0], here[0]), 24)[1:]
            found.append(here)
    return found


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
        contour = fitted(Stroke((tuple(circle),), 0.2, closed=True))
        self.assertTrue(contour.closed)
        self.assertLessEqual(len(contour.anchors), 5)
        self.assertEqual({a.kind for a in contour.anchors}, {"smooth"})
        self.assertLess(away(contour, circle), 0.25)

    def test_corners_are_recognised(self):
        square = [100 * k / 30 + 0j for k in range(31)] + [100 + 100j * k / 30 for k in range(31)]
        contour = fitted(Stroke((tuple(square),), 0.5))
        self.assertEqual([a.kind for a in contour.anchors], ["corner"] * 3)
        self.assertAlmostEqual(contour.anchors[1].at, 100 + 0j, delta=0.5)

    def test_glyphs_of_an_open_font(self):
        for name, most in GLYPHS.items():
            with self.subTest(name):
                count = 0
                for points in glyph_contours(name):
                    contour = fitted(Stroke((tuple(points),), 1.0, closed=True))
                    count += len(contour.anchors)
                    self.assertLess(away(contour, points), 1.6)
                self.assertLessEqual(count, most)

    def test_a_wider_tolerance_takes_fewer_anchors(self):
        noise = random.Random(7)
        wave = tuple(
            complex(x, 60 * math.sin(x / 40) + noise.uniform(-0.7, 0.7)) for x in range(0, 600, 2)
        )
        counts = [len(fitted(Stroke((wave,), t)).anchors) for t in (1.5, 3, 6, 12, 40)]
        self.assertEqual(counts[0], max(counts))
        self.assertLess(counts[-1], counts[0])
        self.assertLess(counts[0], 9)

    def test_strokes_of_nothing_one_spot_and_very_many_points(self):
        self.assertEqual(fit_stroke([], tolerance=1).curves, ())
        self.assertEqual(len(fitted(Stroke(((3 + 4j,),), 1.0)).anchors), 1)
        self.assertEqual(len(fitted(Stroke(((3 + 4j,) * 50,), 1.0, closed=True)).anchors), 1)
        spiral = tuple((50 + k / 100) * direction(k / 10) for k in range(20_000))
        self.assertLess(len(fitted(Stroke((spiral,), 1.0)).anchors), 80)
        for tolerance in (0.0, -1.0, math.nan, math.inf):
            with self.assertRaises(Refusal):
                fit_stroke([0j, 1 + 0j], tolerance=tolerance)

    def test_straight_and_free_parts_mix(self):
        arc = tuple(100 - 100 * direction(90 * k / 30) for k in range(31))
        contour = fitted(Stroke((arc, (arc[-1], 200 - 100j)), 0.5))
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

    def test_removing_what_was_added_gives_the_form_back(self):
        (contour,) = leaf().contours
        back = without(with_added(contour, {0: (0.3, 0.6)}), {1, 2}, refit=True)
        self.assertLess(back.moved, 0.05)
        self.assertLess(away(back.contour, samples(contour.segments[0], 50)), 0.05)

    def test_refitting_moves_less_than_plain_removal(self):
        rows = [(settled(ring().contours[0]), {1}), (leaf().contours[0], {1})]
        for points in glyph_contours("S")[:1]:
            rows.append((fitted(Stroke((tuple(points),), 1.0, closed=True)), {2}))
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
