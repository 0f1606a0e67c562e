"""Places where mathematics is thin: spikes, hairpins, far from 0, ends of strokes, two anchors.

Each case was found by trying; most compare with something slow and plain.
"""

import cmath
import itertools
import json
import math
import random
import unittest
from dataclasses import replace
from unittest import mock

import numpy as np
from buildup.contours.anchors import Anchor, Contour, Corner
from buildup.contours.corners import worked
from buildup.contours.flow import settled
from buildup.drawing.codec import write_item
from buildup.drawing.items import Items
from buildup.drawing.sharing.memo import MOST_EACH, Memo
from buildup.drawing.units import format_length, read_length, read_number
from buildup.edits.apply import foreseen, read_command
from buildup.edits.change import updated
from buildup.edits.items.newitems import new_name
from buildup.errors import Refusal
from buildup.forms.contours import item_box
from buildup.geometry.areas import area_of
from buildup.geometry.bezier import point_at
from buildup.geometry.fitting.drawncurves import fit_stroke
from buildup.geometry.intersect import crossings
from buildup.geometry.intersect.crossings import common, self_crossings
from buildup.geometry.intersect.prepared import Operand
from buildup.geometry.progress import reporting_to
from buildup.geometry.regions.setoperations import (
    combined,
    difference,
    intersection_of,
    symmetric_difference,
    union,
)
from buildup.geometry.strokes import offsets
from buildup.geometry.strokes.offsets import offset_of
from scipy.spatial import cKDTree

from core.tests.zoo import code_of, drawing, leaf

SPIKE = (
    (
        9.90946425395748 + 10.995893206467704j,
        9.915419485666977 + 10.996434589938586j,
        7.81459267504106 + 10.805578319908037j,
        5.548768732831118 + 10.675154554885427j,
    ),
    (
        15.32743485058455 + 11.373868137724438j,
        12.672303081724085 + 11.247433291588225j,
        9.916266874680485 + 10.996511625126582j,
        9.90946425395748 + 10.995893206467704j,
    ),
)
"""Two neighbours in the outline of a stroke; the first one turns back in a spike on the other."""


class CrossingTest(unittest.TestCase):
    def test_a_spike_on_another_curve_is_searched_to_its_end(self):
        with mock.patch.object(crossings, "apart", side_effect=crossings.apart) as steps:
            both = common(*SPIKE)
        self.assertLess(steps.call_count, 1_000)
        positions = [c.at for o in both.lengths for c in (o.start, o.end)]
        self.assertTrue(all(abs(p - SPIKE[0][0]) < 2e-5 for p in positions))

    def test_a_search_that_does_not_end_is_refused_and_heard_of(self):
        ear = mock.Mock()
        one, other = (0j, 9 + 9j, 0 + 9j, 9 + 0j), (0 + 4j, 12 + 4j, -3 + 5j, 9 + 5j)
        with mock.patch.object(crossings, "MOST_STEPS", 9), self.assertRaises(Refusal) as caught:
            common(one, other)
        self.assertEqual(caught.exception.code, "too_entangled")
        with mock.patch.object(crossings, "A_PAIR", 4), reporting_to(ear):
            found = common(one, other)
        self.assertGreater(ear.begins.call_count, 2)
        self.assertTrue(found.points)


def scribble(noise, count=7):
    """An outline of whole threes that crosses itself, as a polygon."""
    spots = [complex(3 * noise.randint(0, 8), 3 * noise.randint(0, 8)) for _ in range(count)]
    ring = [*spots, spots[0]]
    return tuple((a, a, b, b) for a, b in itertools.pairwise(ring) if a != b)


class FarOutTest(unittest.TestCase):
    def test_outlines_far_from_0_meet_as_they_do_near_it(self):
        noise = random.Random(5)
        keeps = (union, difference, intersection_of(2), symmetric_difference)
        for _ in range(12):
            near = [Operand((scribble(noise),)) for _ in range(2)]
            for at in (1e4 + 3e4j, 1e5 + 3e5j, -9e5 + 7e5j):
                far = [
                    Operand((tuple(tuple(p + at for p in s) for s in o.contours[0]),)) for o in near
                ]
                for keep in keeps:
                    areas = [
                        sum(area_of(p.curve for p in loop) for loop in combined(some, keep))
                        for some in (near, far)
                    ]
                    self.assertAlmostEqual(*areas, delta=1e-5)

    def test_segments_that_are_not_cut_come_through_bit_for_bit_wherever_they_lie(self):
        noise = random.Random(8)
        for at in (0.1 + 0.2j, 1e5 / 3 + 1e6j / 7, -8e5 + 123.456j):
            spots = [at + cmath.rect(20 + noise.random(), k * math.pi / 4) for k in range(8)]
            ring = tuple((a, a, b, b) for a, b in itertools.pairwise([*spots, spots[0]]))
            beyond = tuple(tuple(p + 100 for p in segment) for segment in ring)
            loops = combined([Operand((ring,)), Operand((beyond,))], union)
            made = {p for loop in loops for part in loop for p in part.curve}
            self.assertEqual(made, {p for s in (*ring, *beyond) for p in s})


def dense(curve, start, end, gap):
    """Places of a curve between two parameters, no two neighbours farther apart than told."""
    found, waiting = [curve(start)], [(start, end, 0)]
    while waiting:
        low, high, depth = waiting.pop()
        if depth < 5 or (abs(curve(high) - curve(low)) > gap and depth < 40):
            middle = (low + high) / 2
            waiting += [(middle, high, depth + 1), (low, middle, depth + 1)]
        else:
            found.append(curve(high))
    return np.array([(p.real, p.imag) for p in found])


class HairpinTest(unittest.TestCase):
    def test_offsets_keep_their_promise_where_a_curve_turns_in_a_hairpin(self):
        """Both ways, by the nearest of many places of the true offset B(t) + d·n(t)."""
        for segment, by in (
            ((0j, 100 + 100j, -0.1 + 100j, 100 + 0j), 20.0),
            ((0j, 100 + 0j, 100 + 0.1j, 0.1j), -5.0),
            ((0j, 60 + 0j, 60 + 40j, 100 + 40j), 10.0),
        ):
            near = abs(by) * 1e-3
            made = offset_of(segment, by, near=near)
            self.assertLess(len(made), 14)

            def true(t, segment=segment, by=by):
                return offsets._beside(segment, by, t)

            told = np.vstack([dense(true, a, b, near / 2) for a, b, _ in made])
            drawn = np.vstack(
                [dense(lambda t, c=c: point_at(c, t), 0.0, 1.0, near / 2) for *_, c in made]
            )
            for one, other in ((told, drawn), (drawn, told)):
                self.assertLess(cKDTree(one).query(other)[0].max(), 1.4 * near)


class StrokeEndsTest(unittest.TestCase):
    def test_a_smooth_stroke_on_whole_pixels_has_no_kink_but_at_corners(self):
        noise = random.Random(7)
        for _ in range(8):
            at, way, drawn = 0j, 0.0, []
            for _ in range(300):
                way += noise.uniform(-0.25, 0.25)
                at += cmath.rect(2.0, way)
                drawn.append(complex(round(at.real), round(at.imag)))
            found = fit_stroke(drawn, tolerance=1.5)
            for k, (one, other) in enumerate(itertools.pairwise(found.curves), start=1):
                arrives, leaves = one[3] - one[2], other[1] - other[0]
                self.assertTrue(arrives and leaves)
                if k not in found.corners:
                    turn = abs(math.degrees(cmath.phase(leaves / arrives)))
                    self.assertLess(turn, 0.1)

    def test_closing_a_stroke_that_ends_far_away_keeps_all_of_it(self):
        drawn = [complex(k, 0) for k in range(0, 101, 5)]
        drawn += [complex(100, k) for k in range(5, 101, 5)]
        curves = fit_stroke(drawn, tolerance=1.0, closed=True).curves
        self.assertAlmostEqual(abs(curves[-1][3] - drawn[0]), 0, delta=1e-9)
        self.assertLess(min(abs(p - (100 + 100j)) for c in curves for p in c), 1.0)

    def test_what_ran_past_the_start_is_still_left_out(self):
        drawn = [cmath.rect(50, k / 20) for k in range(131)]  # 130/20 of a radian: past 2π
        curves = fit_stroke(drawn, tolerance=1.0, closed=True).curves
        area = abs(area_of(curves))
        self.assertAlmostEqual(area / (math.pi * 2500), 1, delta=0.02)


class TwoAnchorsTest(unittest.TestCase):
    def test_a_closed_spline_of_two_flowing_anchors_is_round(self):
        """By symmetry; Hobby's spline of two points is nearly the circle through them."""
        pair = Contour((Anchor(0j, kind="flowing"), Anchor(60 + 0j, kind="flowing")), closed=True)
        made = settled(pair)
        one, other = made.anchors
        for anchor in (one, other):
            self.assertAlmostEqual(abs(anchor.into + anchor.out), 0, delta=1e-9)
            self.assertAlmostEqual(anchor.out.real, 0, delta=1e-9)
        self.assertAlmostEqual(abs(one.out + other.out), 0, delta=1e-9)
        area = abs(area_of(made.segments))
        self.assertAlmostEqual(area / (math.pi * 900), 1, delta=0.03)
        alone = Contour((Anchor(5j, kind="flowing"),), closed=True)
        self.assertIsNone(settled(alone).anchors[0].out)

    def test_both_ends_of_a_lens_are_cut_inward_without_crossing(self):
        for style in ("cove", "notch", "ogee"):
            for bulge in (10, 25, 60):
                for radius in (5, 20, 90):
                    ends = [
                        Anchor(at, out=out, into=into, corner=Corner(style=style, radius=radius))
                        for at, out, into in (
                            (0j, 30 - 1j * bulge, 30 + 1j * bulge),
                            (100 + 0j, -30 + 1j * bulge, -30 - 1j * bulge),
                        )
                    ]
                    made = worked(Contour(tuple(ends), closed=True)).contour
                    with self.subTest(style, bulge=bulge, radius=radius):
                        segments = list(made.segments)
                        self.assertGreater(len(segments), 2)
                        self.assertFalse([s for s in segments if self_crossings(s)])
                        for a, b in itertools.combinations(range(len(segments)), 2):
                            beside = (b - a) in (1, len(segments) - 1)
                            met = common(segments[a], segments[b])
                            self.assertLessEqual(len(met.points), 1 if beside else 0)


class NameTest(unittest.TestCase):
    def test_a_new_item_has_a_name_of_its_own_also_after_others_were_deleted(self):
        value = drawing()
        for number in range(4):
            draw = {"kind": "draw_shape", "item": f"r{number}", "shape": "rectangle"}
            command = read_command({**draw, "start": [0, 0], "to": [9, 9]})
            value = updated(value, foreseen(value, command))
            if number == 1:
                gone = read_command({"kind": "delete_items", "items": ["r0"]})
                value = updated(value, foreseen(value, gone))
        names = [value.items[i].name for i in value.order]
        self.assertEqual(len(set(names)), 3)
        self.assertEqual(names[0], "Rectangle 2")

    def test_only_items_that_may_have_the_name_are_read_for_it(self):
        texts = {f"i{n}": json.dumps(write_item(replace(leaf(), id=f"i{n}"))) for n in range(300)}
        value = replace(drawing(), items=Items({**dict(drawing().items), **texts}))
        with mock.patch("buildup.drawing.items.read_item", side_effect=AssertionError):
            self.assertRegex(new_name(value, "Outline", None), r"^Outline \d+$")


class TypedTest(unittest.TestCase):
    def test_thousands_are_typed_as_our_own_sentences_write_them(self):
        for text, value in {
            "1,000": 1000,
            "1,000.5": 1000.5,
            "1,234,567/10": 123_456.7,
            "2,5": 2.5,
            "0,500": 0.5,
            "1,0000": 1.0,
            "1,25": 1.25,
            ",5": 0.5,
            "1,000+1": 1001,
            "1,000/1,000": 1,
        }.items():
            with self.subTest(text):
                self.assertEqual(read_number(text), value)
        self.assertEqual(read_length("1,000 px", unit="mm"), 1000)
        self.assertEqual(code_of(lambda: read_number("1,000,00")), "bad_length")

    def test_nothing_is_told_as_less_than_nothing(self):
        for unit in ("mm", "in", "px"):
            self.assertEqual(format_length(-1e-9, unit=unit), f"0 {unit}")
        self.assertEqual(format_length(-96.0, unit="in"), "-1 in")


class MemoTest(unittest.TestCase):
    def test_a_drag_under_a_kaleidoscope_remembers_no_more_at_its_end_than_on_its_way(self):
        value = drawing(*(replace(leaf(f"l{n}"), id=f"l{n}") for n in range(4)))
        make = {"kind": "make_symmetry", "items": list(value.order), "symmetry": "s"}
        value = updated(value, foreseen(value, read_command({**make, "pattern": "kaleidoscope"})))
        sizes = []
        for n in range(60):
            drag = {"kind": "drag_symmetry", "symmetry": "s", "peg": "middle"}
            turned = foreseen(value, read_command({**drag, "to": [50 + n / 10, 50]}))
            after = updated(value, turned)
            self.assertIsNotNone(item_box(after, "s"))
            kept = (
                r for some in (after.memo._base | after.memo._over).values() for r in some.values()
            )
            sizes.append(sum(len(r) if isinstance(r, dict) else 1 for r in kept))
        self.assertLessEqual(sizes[-1], sizes[20])
        self.assertLess(sizes[-1], 5 * 2 * MOST_EACH)

    def test_the_last_results_are_kept(self):
        memo = Memo()
        for n in range(5 * MOST_EACH):
            self.assertEqual(memo.of_each("a", "box", n, lambda n=n: n), n)
        self.assertEqual((len(memo._of("a")["box"]), memo.made), (MOST_EACH, 5 * MOST_EACH))
        memo.of_each("a", "box", 5 * MOST_EACH - 1, self.fail)


if __name__ == "__main__":
    unittest.main()


HOOK = (
    238.9997175236065 + 344.71680466008587j,
    239.0004602016996 + 344.6947180151919j,
    238.88165882746523 + 348.19844327890087j,
    239.63556464608268 + 353.45716905073857j,
)
"""A side of a stroke that goes back along the line before it for 1e-4 and leaves in a cusp."""
LINE = (
    239.00000000000003 + 344.70840470417346j,
    239.00000000000003 + 344.70840470417346j,
    238.9997175236065 + 344.71680466008587j,
    238.9997175236065 + 344.71680466008587j,
)


class HooksTest(unittest.TestCase):
    def test_a_hook_on_a_line_is_met_in_few_steps(self):
        with mock.patch.object(crossings, "_polished", wraps=crossings._polished) as polished:
            met = crossings.common(HOOK, LINE)
        self.assertLess(polished.call_count, 100)  # it took 12,825
        ((length,), (point,)) = met.lengths, met.points
        self.assertAlmostEqual(abs(length.start.at - HOOK[0]), 0.0)
        self.assertAlmostEqual(abs(length.end.at - HOOK[0]), 1.03e-4, delta=2e-6)
        self.assertAlmostEqual(abs(point_at(LINE, point.u) - point.at), 0.0, delta=1e-8)
