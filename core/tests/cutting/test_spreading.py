"""Copies that are larger than the sheet: their parts on several sheets."""

import unittest
from itertools import combinations
from unittest import mock

import shapely
from buildup.cutting.device import Cutter, read_strokes
from buildup.cutting.job import job_of
from buildup.cutting.plan import MM, CutPlan
from buildup.cutting.record import record_of
from buildup.cutting.spreading import spread
from buildup.geometry.boxes import Box
from buildup.geometry.regions.setoperations import divided
from hypothesis import given, settings
from hypothesis import strategies as st

from core.tests.cutting.test_cuttingtable import box, on_sheet
from core.tests.zoo import code_of

PLAN = CutPlan(width=110, height=110, margin=5, gap=4, frames=False)
ROW = [box(f"s{k}", 45 * k, 0, 30, 30) for k in range(12)]
HOLES = [box(f"h{k}", 45 * k + 10, 10, 5, 8) for k in range(12)]
SIZES = st.lists(st.tuples(st.integers(1, 90), st.integers(1, 90)), min_size=1, max_size=25)


def rings(job):
    """The paths of a job in millimetres of the cutter's sheet."""
    return [shapely.Polygon([(p.real / MM, p.imag / MM) for p in r.places]) for r in job.paths]


class SpreadTest(unittest.TestCase):
    def setUp(self):
        self.value = on_sheet(*ROW, *HOLES, width=600.0)
        self.jobs = [job_of(self.value, None, PLAN, sheet=n) for n in range(2)]

    def test_parts_go_onto_as_many_sheets_as_they_take_with_what_lies_in_them(self):
        self.assertEqual([len(j.paths) for j in self.jobs], [18, 6])
        self.assertEqual({(j.nest.sheets, len(j.nest.places)) for j in self.jobs}, {(2, 1)})
        for job in self.jobs:
            outer = [r for r in rings(job) if r.area > 100]
            for ring in outer:
                self.assertTrue(shapely.box(5, 5, 105, 105).buffer(1e-6).contains(ring))
                self.assertAlmostEqual(ring.area, 900.0, places=6)
                (hole,) = (r for r in rings(job) if r.area < 100 and ring.contains(r))
                left, top = (hole.bounds[k] - ring.bounds[k] for k in (0, 1))
                self.assertAlmostEqual(left, 10.0)
                self.assertAlmostEqual(top, 10.0)
            for one, other in combinations(outer, 2):
                self.assertGreater(one.distance(other), 4.0 - 1e-6)
        self.assertEqual(code_of(lambda: job_of(self.value, None, PLAN, sheet=2)), "no_sheet")

    def test_the_cutter_frees_every_part(self):
        for job, count in zip(self.jobs, (18, 6), strict=True):
            cutter = Cutter(PLAN.width, PLAN.height)
            cutter.feed(job.text.encode())
            strokes = read_strokes(cutter.feed(b"OR;").decode().strip())
            record = record_of(strokes, PLAN)
            self.assertEqual((len(record.forms), record.late), (count, 0))

    def test_a_place_of_the_drawing_is_found_on_its_sheet(self):
        there = [j.spot((45 * 11 + 10 + 10j) * MM) for j in self.jobs]
        self.assertIsNone(there[0])
        corners = [complex(*r.exterior.coords[0]) for r in rings(self.jobs[1])]
        self.assertTrue(any(abs(there[1] / MM - c) < 1e-6 for c in corners))

    def test_each_part_is_framed(self):
        plan = CutPlan(width=110, height=110, margin=5, gap=4, frames=True, weeding=0)
        job = job_of(self.value, None, plan)
        self.assertEqual(len(job.weeding), len(job.spread))
        sizes = {round(Box.around(r.places).width / MM, 6) for r in job.weeding}
        self.assertEqual(sizes, {34.0})

    def test_lines_to_weed_by_cut_no_form_and_ask_only_for_those_of_their_part(self):
        plan = CutPlan(width=110, height=110, margin=5, gap=4, frames=True, weeding=6)
        asked = []

        def counted(lines, forms, wanted):
            asked.append(len(forms))
            return divided(lines, forms, wanted)

        with mock.patch("buildup.cutting.job.divided", counted):
            job = job_of(self.value, None, plan)
        self.assertEqual((len(asked), set(asked)), (len(job.spread), {2}))  # a square, its hole
        forms = shapely.union_all([r for r in rings(job) if r.area > 100])
        holes = shapely.union_all([r for r in rings(job) if r.area < 100])
        lines = [r for r in job.weeding if len(r.places) < 5]
        self.assertGreater(len(lines), 9)
        for line in lines:
            drawn = shapely.LineString([(p.real / MM, p.imag / MM) for p in line.places])
            self.assertLess(drawn.intersection(forms.difference(holes).buffer(-0.01)).length, 0.01)

    def test_whole_copies_stay_whole_where_they_fit(self):
        job = job_of(self.value, None, CutPlan(width=700, height=110, frames=False))
        self.assertEqual((job.spread, len(job.paths)), ((), 24))

    def test_a_part_that_is_larger_than_the_sheet_is_told(self):
        large = on_sheet(*ROW, box("b", 0, 50, 101, 101), width=600.0)
        self.assertEqual(code_of(lambda: job_of(large, None, PLAN)), "too_large")


class RowsTest(unittest.TestCase):
    @given(SIZES, st.integers(1, 3))
    @settings(max_examples=80, deadline=None)
    def test_every_part_lies_once_a_copy_on_the_sheet_and_on_no_other(self, sizes, copies):
        plan = CutPlan(width=110, height=80, margin=5, gap=2, copies=copies, frames=False)
        boxes = [Box(0.0, 0.0, w * MM, h * MM) for w, h in sizes]
        found = spread(boxes, plan)
        if any(min(s) > 70 or max(s) > 100 for s in sizes):
            self.assertEqual(found, ())
            return
        self.assertEqual(
            sorted(p.number for p in found),
            sorted(k for k in range(len(boxes)) for _ in range(copies)),
        )
        room = shapely.box(5, 5, 105, 75).buffer(1e-6)
        laid = []
        for part in found:
            corners = [part.place(c) / MM for c in boxes[part.number].corners]
            laid.append((part.sheet, shapely.Polygon([(c.real, c.imag) for c in corners])))
        self.assertTrue(all(room.contains(shape) for _, shape in laid))
        for (sheet, one), (other_sheet, other) in combinations(laid, 2):
            if sheet == other_sheet:
                self.assertGreater(one.distance(other), 2.0 - 1e-6)
