"""What the machine does with a job: sheets, a dragged knife, its time, registration marks."""

import cmath
import math
import unittest
from dataclasses import replace
from itertools import pairwise

import numpy as np
import shapely
from buildup.cutting.device import Cutter, read_strokes
from buildup.cutting.job import job_of
from buildup.cutting.knife import steered, trailed
from buildup.cutting.marks import alignment, alignment_of, mark_places
from buildup.cutting.plan import MM, CutPlan, read_plan
from buildup.cutting.record import record_of
from buildup.cutting.timing import DEVIATION, times_along
from buildup.drawing.codec import write
from buildup.formats.hpgl.hpglwrite import Run
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from core.tests.cutting.test_cuttingtable import box, cut, on_sheet
from core.tests.zoo import code_of

SQUARE = (0j, 20 + 0j, 20 + 20j, 20j, 0j)
PLACES = st.lists(
    st.complex_numbers(max_magnitude=100, allow_nan=False), min_size=2, max_size=12, unique=True
)


def line(places):
    return shapely.LineString([(p.real, p.imag) for p in places])


class SheetsTest(unittest.TestCase):
    def test_what_does_not_fit_on_one_sheet_goes_onto_further_ones(self):
        value = on_sheet(box("a", 0, 0, 30, 30))
        plan = CutPlan(width=110, height=110, margin=5, gap=4, frames=False, copies=20)
        jobs = [job_of(value, None, plan, sheet=n) for n in range(3)]
        self.assertEqual([len(j.nest.places) for j in jobs], [9, 9, 2])
        self.assertEqual({(j.nest.room, j.nest.sheets) for j in jobs}, {(9, 3)})
        self.assertEqual(jobs[0].nest.places[:2], jobs[2].nest.places)
        self.assertEqual(code_of(lambda: job_of(value, None, plan, sheet=3)), "no_sheet")

    def test_one_sheet_is_enough_for_what_fits(self):
        job = job_of(on_sheet(box("a", 0, 0, 30, 30)), None, CutPlan(copies=4))
        self.assertEqual((job.nest.sheets, job.sheet), (1, 0))


class KnifeTest(unittest.TestCase):
    def test_the_tip_cuts_the_corners_that_the_axis_swings_about(self):
        (run,) = steered([Run(SQUARE, 1)], offset=0.5, tolerance=0.02)
        tips, heading = trailed(run.places, offset=0.5, heading=1 + 0j)
        self.assertLess(shapely.hausdorff_distance(line(tips), line(SQUARE), densify=0.01), 0.02)
        self.assertAlmostEqual(heading, -1j)

    def test_a_knife_that_is_not_steered_rounds_the_corners_off(self):
        tips, _ = trailed([p + 0.5 for p in SQUARE], offset=0.5, heading=1 + 0j)
        self.assertGreater(shapely.hausdorff_distance(line(tips), line(SQUARE), densify=0.01), 0.1)

    @given(PLACES, st.floats(0.05, 3.0))
    def test_any_path_is_cut_within_a_little(self, places, offset):
        (run,) = steered([Run(tuple(places), 1)], offset=offset, tolerance=0.02)
        tips, _ = trailed(run.places, offset=offset, heading=1 + 0j)
        path = line(places)
        away = max(path.distance(shapely.Point(p.real, p.imag)) for p in tips)
        self.assertLess(away, 0.03 * offset)

    def test_the_heading_goes_from_path_to_path(self):
        first, second = steered(
            [Run((0j, 10j), 1), Run((5 + 0j, 15 + 0j), 1)], offset=1.0, tolerance=0.1
        )
        self.assertAlmostEqual(first.places[0], 1 + 0j)
        self.assertAlmostEqual(first.places[-1], 11j)
        self.assertAlmostEqual(second.places[0], 5 + 1j)

    def test_the_tip_of_a_straight_way_draws_a_tractrix(self):
        """Against the differential equation, integrated by SciPy: the tip follows its axis."""
        offset, start = 2.0, cmath.exp(1j * 2.0)
        tips, heading = trailed([0j, 9 + 0j], offset=offset, heading=start)
        solved = solve_ivp(
            lambda s, angle: -np.sin(angle) / offset, (0.0, 9.0), [2.0], rtol=1e-10, atol=1e-12
        )
        self.assertAlmostEqual(cmath.phase(heading), float(solved.y[0, -1]), delta=1e-7)
        self.assertAlmostEqual(tips[-1], 9 - heading * offset)

    def test_the_job_of_a_drag_knife_cuts_what_is_drawn(self):
        value = on_sheet(box("a", 20, 20, 40, 30), box("b", 70, 20, 10, 10))
        plan = CutPlan(knife=0.3, frames=False, margin=0.0, overcut=1.0)
        cutter, strokes = cut(value, plan)
        self.assertEqual(cutter.error, 0)
        record = record_of(strokes, plan)
        self.assertEqual(sorted(round(f.area) for f in record.forms), [100, 1200])
        plain = record_of(cut(value, replace(plan, knife=0.0))[1], plan)  # cut as if it were none
        self.assertGreater(record.cut_length, plain.cut_length)
        axis = max(p.real for s in strokes if s.down for p in s.places) / 40
        tip = max(x for c in record.cuts if c.down for x, _ in c.places)
        self.assertAlmostEqual(axis - tip, 0.3, delta=0.05)


class TimeTest(unittest.TestCase):
    def test_a_straight_way_is_a_trapezoid_or_a_triangle(self):
        for far, speed, acceleration, expected in (
            (100.0, 100.0, 1_000.0, 1.0 + 0.1),
            (1.0, 100.0, 1_000.0, 2.0 * math.sqrt(1.0 / 1_000.0)),
            (10.0, 100.0, 1_000.0, 0.2),
        ):
            times = times_along([0j, far + 0j], speed=speed, acceleration=acceleration)
            self.assertAlmostEqual(times[-1], expected)

    def test_a_corner_is_taken_slowly_and_a_straight_joint_is_none(self):
        straight = times_along([0j, 50 + 0j, 100 + 0j], speed=100, acceleration=1_000)
        self.assertAlmostEqual(straight[-1], 1.1)
        back = times_along([0j, 50 + 0j, 0j], speed=100, acceleration=1_000)
        self.assertAlmostEqual(back[-1], 2 * 0.6)
        corner = times_along([0j, 50 + 0j, 50 + 50j], speed=100, acceleration=1_000)
        square = 1_000 * DEVIATION * math.sqrt(0.5) / (1 - math.sqrt(0.5))
        half = 0.5 + (100 - math.sqrt(square)) ** 2 / (2 * 1_000 * 100)  # by hand, one side
        self.assertAlmostEqual(corner[-1], 2 * (half + 0.05), delta=1e-9)

    @given(PLACES, st.floats(1, 500), st.floats(50, 20_000))
    def test_no_piece_is_faster_than_it_may_be(self, places, speed, acceleration):
        times = times_along(places, speed=speed, acceleration=acceleration)
        whole = math.fsum(abs(b - a) for a, b in pairwise(places))
        for (a, b), (start, end) in zip(pairwise(places), pairwise(times), strict=True):
            self.assertGreaterEqual(end - start, abs(b - a) / speed * (1 - 1e-9) - 1e-12)
        self.assertGreaterEqual(times[-1], whole / speed * (1 - 1e-9))
        stops = math.fsum(
            times_along([a, b], speed=speed, acceleration=acceleration)[-1]
            for a, b in pairwise(places)
        )
        self.assertLessEqual(times[-1], stops * (1 + 1e-9))

    def test_many_short_pieces_of_a_curve_take_no_longer_than_few(self):
        def ring(count):
            return [50 * cmath.exp(2j * math.pi * n / count) for n in range(count + 1)]

        few, many = (times_along(ring(n), speed=80, acceleration=3_000)[-1] for n in (200, 20_000))
        self.assertLess(abs(few - many), 0.01 * few)


class MarksTest(unittest.TestCase):
    PLAN = CutPlan(width=200, height=150, marks=True)

    def measured(self, by):
        """Where the marks are found where a print lies otherwise; from the lower left."""
        found = [by(p) for p in mark_places(self.PLAN)]
        return replace(self.PLAN, measured=tuple((p.real, 150 - p.imag) for p in found))

    def test_a_print_that_was_moved_turned_and_stretched_is_found(self):
        for turned, across, down, by in ((0, 1, 1, 2 - 1j), (1.5, 1.01, 0.98, 3 + 2j)):
            axis = cmath.exp(1j * math.radians(turned))

            def there(p, axis=axis, across=across, down=down, by=by):
                return p.real * across * axis + p.imag * down * axis * 1j + by

            plan = self.measured(there)
            made = alignment(plan)
            for p in (0j, 100 + 30j, 7 + 140j):
                self.assertAlmostEqual(made(p), there(p))
            told = alignment_of(plan)
            self.assertAlmostEqual(told.turned, turned)
            self.assertAlmostEqual(told.across, across * 100)
            self.assertAlmostEqual(told.down, down * 100)
            self.assertAlmostEqual(told.skewed, 0.0)
        leaning = self.measured(lambda p: p - 0.02 * (p.imag - 142.0))
        self.assertAlmostEqual(alignment_of(leaning).skewed, math.degrees(math.atan(0.02)))

    def test_the_job_is_cut_where_it_was_printed(self):
        value = on_sheet(box("a", 0, 0, 30, 30))
        plan = replace(self.measured(lambda p: p * cmath.exp(0.02j) + 1), frames=False, overcut=0.0)
        job = job_of(value, None, plan)
        cutter = Cutter(plan.width, plan.height)
        cutter.feed(job.text.encode())
        strokes = read_strokes(cutter.feed(b"OR;").decode().strip())
        (form,) = [s for s in strokes if s.down]
        first = job.nest.places[0]
        for corner in (0j, 30 * MM + 30j * MM):
            wanted = first(corner) / MM * cmath.exp(0.02j) + 1
            found = [complex(p.real / 40, plan.height - p.imag / 40) for p in form.places]
            self.assertLess(min(abs(p - wanted) for p in found), 0.04)

    def test_copies_keep_clear_of_the_marks(self):
        value = on_sheet(box("a", 0, 0, 30, 30))
        with_marks = job_of(value, None, replace(self.PLAN, copies=99))
        without = job_of(value, None, replace(self.PLAN, copies=99, marks=False))
        self.assertLess(with_marks.nest.room, without.nest.room)

    def test_no_print_lies_like_that(self):
        for places in (((0, 0), (10, 0), (0, 10)), ((0, 0),) * 3):
            plan = replace(self.PLAN, measured=places)
            self.assertEqual(code_of(lambda p=plan: alignment(p)), "bad_marks")
        self.assertEqual(code_of(lambda: CutPlan(measured=((1.0, 2.0),))), "bad_marks")
        self.assertIn(
            code_of(lambda: CutPlan(measured=((math.inf, 2.0),) * 3)), ("bad_data", "bad_number")
        )

    def test_a_plan_is_written_and_read_back(self):
        plan = self.measured(lambda p: p + 1)
        self.assertEqual(read_plan(write(plan, defaults=True)), plan)
        self.assertIsNone(alignment_of(self.PLAN))
