"""The cutting table: the check, how copies lie, the job, the cutter and what it tells."""

import math
import unittest
from dataclasses import replace
from unittest.mock import patch

from buildup.contours.anchors import Anchor, Contour
from buildup.cutting import faults as checks
from buildup.cutting.device import Cutter, read_strokes
from buildup.cutting.faults import faults_of
from buildup.cutting.job import _in_order, job_of
from buildup.cutting.nesting import nested
from buildup.cutting.plan import MM, CutPlan, read_plan
from buildup.cutting.record import CHANGE, LIFT, record_of
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Stroke, Style
from buildup.drawing.sheet import Sheet
from buildup.formats.hpgl.hpglread import PenStroke, read_hpgl
from buildup.formats.hpgl.hpglwrite import Run
from buildup.geometry import polygons
from buildup.geometry.boxes import Box
from buildup.geometry.nextplace import NextPlace, _Node
from buildup.geometry.polygons import area, around_each, length
from hypothesis import given
from hypothesis import strategies as st

from core.tests.zoo import code_of, disc, drawing, full, leaf

INK, EMBER = (
    Style(fill=None, strokes=(Stroke(paint=c, width=1.0),)) for c in ("#000000", "#C2410C")
)


SLOW = CutPlan(height=100, speed=10)


def box(item, left, top, width, height, style=INK, *, closed=True):
    """A rectangle in millimetres."""
    corners = (0j, width, complex(width, height), complex(0, height))
    positions = tuple(Anchor((complex(left, top) + c) * MM) for c in corners)
    return Outline(id=item, name=item, style=style, contours=(Contour(positions, closed),))


def on_sheet(*items, width=200.0, height=150.0):
    return replace(drawing(*items), sheet=Sheet(width * MM, height * MM, "mm"))


def cut(value, plan, piece=None):
    """What the cutter does with a drawing's job, fed in pieces of some bytes."""
    cutter = Cutter(plan.width, plan.height)
    data = job_of(value, None, plan).text.encode()
    step = piece or len(data)
    for at in range(0, len(data), step):
        cutter.feed(data[at : at + step])
    strokes = read_strokes(cutter.feed(b"OR;").decode().strip())
    return cutter, strokes


def faults(value, **plan):
    return [(f.kind, f.item) for f in faults_of(value, None, CutPlan(**plan))]


class CheckTest(unittest.TestCase):
    def test_each_fault_is_found_in_its_place(self):
        sound = box("sound", 20, 20, 30, 20)
        for name, items, expected in (
            ("nothing", (), []),
            ("an open path", (box("o", 60, 20, 30, 20, closed=False),), [("open", "o")]),
            ("twice", (box("a", 60, 20, 9, 9), box("b", 60, 20, 9, 9)), [("doubled", "a")]),
            (
                "part of a side",
                (box("a", 60, 20, 9, 9), box("b", 69, 22, 9, 4)),
                [("doubled", "a")],
            ),
            ("near", (box("a", 60, 20, 9, 9), box("b", 69.1, 20, 9, 9)), [("close", "a")]),
            ("not near", (box("a", 60, 20, 9, 9), box("b", 69.3, 20, 9, 9)), []),
            ("a neck", (box("n", 60, 20, 20, 0.15),), [("close", "n")]),
            ("tiny", (box("t", 60, 20, 0.5, 0.5),), [("tiny", "t")]),
            ("off the sheet", (box("x", 190, 20, 30, 9),), [("outside", "x")]),
            ("on its edge", (box("x", 170, 20, 30, 9),), []),
        ):
            with self.subTest(name):
                self.assertEqual(faults(on_sheet(sound, *items)), expected)

    def test_how_near_and_where_is_told(self):
        value = on_sheet(box("a", 20, 20, 30, 20), box("b", 50.1, 22, 30, 6))
        (fault,) = faults_of(value, None, CutPlan())
        self.assertAlmostEqual(fault.distance, 0.1, delta=1e-6)
        self.assertAlmostEqual(fault.at[0] / MM, 50.0, delta=0.3)
        self.assertTrue(22 <= fault.at[1] / MM <= 28)

    def test_the_width_of_the_blade_counts(self):
        value = on_sheet(box("a", 20, 20, 30, 20), box("b", 51, 20, 30, 20))
        self.assertEqual(faults(value), [])
        self.assertEqual(faults(value, blade=1.5), [("close", "a")])

    def test_the_work_grows_with_the_lines_only(self):
        """Pairs of spots that are compared: four times the forms, four times the pairs."""
        calls = []
        for count in (100, 400):
            items = [box(f"b{n}", 2 + n % 40 * 4.5, 2 + n // 40 * 4.5, 3, 3) for n in range(count)]
            with patch.object(checks, "_apart", wraps=checks._apart) as apart:
                self.assertEqual(faults(on_sheet(*items)), [])
            calls.append(apart.call_count)
        self.assertGreater(calls[0], 0)
        self.assertLess(calls[1], 4.2 * calls[0])


class NestTest(unittest.TestCase):
    @given(
        st.floats(3, 90),
        st.floats(3, 90),
        st.floats(0, 12),
        st.floats(0, 20),
        st.integers(1, 60),
    )
    def test_copies_keep_their_margin_and_their_gap(self, width, height, gap, margin, copies):
        plan = CutPlan(width=210, height=148, gap=gap, margin=margin, copies=copies)
        one = Box(7.0, -3.0, 7.0 + width * MM, -3.0 + height * MM)
        nest = nested(one, plan)
        self.assertEqual(len(nest.places), min(copies, nest.room))
        boxes = [Box.around(position(c) for c in one.corners) for position in nest.places]
        slack = 1e-6
        for b in boxes:
            self.assertGreaterEqual(min(b.left, b.top) / MM, margin - slack)
            self.assertLessEqual(b.right / MM, 210 - margin + slack)
            self.assertLessEqual(b.bottom / MM, 148 - margin + slack)
        for k, a in enumerate(boxes):
            for b in boxes[k + 1 :]:
                apart = max(a.left - b.right, b.left - a.right, a.top - b.bottom, b.top - a.bottom)
                self.assertGreaterEqual(apart / MM, gap - slack)

    def test_a_quarter_turn_where_that_fits_more(self):
        plan = CutPlan(width=100, height=50, gap=0, margin=0, copies=9)
        plain = nested(Box(0, 0, 50 * MM, 25 * MM), plan)
        self.assertEqual((plain.room, plain.turned), (4, False))
        turned = nested(Box(0, 0, 45 * MM, 20 * MM), replace(plan, height=45))
        self.assertEqual((turned.room, turned.turned), (5, True))
        self.assertEqual(nested(Box(0, 0, 101 * MM, 60 * MM), plan).room, 0)
        (first, *_) = plain.places
        self.assertAlmostEqual(first(complex(0, 25 * MM)), complex(0, 50 * MM))  # the lower left


class JobTest(unittest.TestCase):
    def test_what_is_cut_is_what_is_drawn_in_its_size(self):
        """Areas and lengths of the strokes, against those of the forms."""
        value = on_sheet(box("a", 20, 20, 30, 20), box("b", 25, 25, 5, 5))
        plan = CutPlan(overcut=0.0, frames=False, copies=3)
        _, strokes = cut(value, plan)
        found = [s for s in strokes if s.down]
        self.assertEqual(len(found), 6)
        sizes = sorted(area(s.places) / 1600.0 for s in found)
        for size, expected in zip(sizes, [25, 25, 25, 600, 600, 600], strict=True):
            self.assertAlmostEqual(size, expected, delta=0.02 * expected**0.5)

    def test_inside_before_outside_whatever_the_tools(self):
        for styles in ((INK, INK, INK), (INK, EMBER, INK), (EMBER, INK, EMBER), (INK, INK, EMBER)):
            outer, middle, inner = styles
            value = on_sheet(
                box("outer", 20, 20, 60, 60, outer),
                box("middle", 30, 30, 40, 40, middle),
                box("inner", 40, 40, 20, 20, inner),
            )
            plan = CutPlan(copies=2, frames=False)
            record = record_of(cut(value, plan)[1], plan)
            depths = [f.depth for f in record.forms]
            self.assertEqual((record.late, sorted(depths)), (0, [0, 0, 1, 1, 2, 2]))

    def test_closed_paths_are_cut_on_and_open_ones_are_not(self):
        value = on_sheet(box("a", 20, 20, 30, 20), box("o", 60, 20, 30, 20, closed=False))
        _, strokes = cut(value, CutPlan(overcut=2.0, frames=False))
        lengths = sorted(length(s.places) / 40 for s in strokes if s.down)
        self.assertAlmostEqual(lengths[0], 80.0, delta=0.1)
        self.assertAlmostEqual(lengths[1], 102.0, delta=0.1)

    def test_weeding_lines_stop_where_a_form_begins(self):
        value = on_sheet(box("a", 20, 20, 40, 40))
        job = job_of(value, None, CutPlan(gap=10, weeding=12))
        frame, *lines = job.weeding
        self.assertAlmostEqual(length(frame.places) / MM, 200.0, delta=1e-6)
        self.assertEqual(len(lines), 2 * 4)  # all of them cross the form
        for line in lines:
            ends = sorted(round(p.real / MM, 6) for p in line.places)
            self.assertIn(ends, ([15.0, 20.0], [60.0, 65.0]))

    def test_what_cannot_be_cut_is_told(self):
        self.assertEqual(code_of(lambda: job_of(Drawing(), None, CutPlan())), "nothing_to_cut")
        large = on_sheet(box("a", 0, 0, 199, 100))
        small = CutPlan(width=100, height=60)
        self.assertEqual(code_of(lambda: job_of(large, None, small)), "too_large")
        for field, value in (("width", 0), ("copies", 501), ("blade", math.nan), ("speed", -1)):
            self.assertIn(
                code_of(lambda f=field, v=value: read_plan({f: v})), ("bad_plan", "bad_data")
            )


class DeviceTest(unittest.TestCase):
    def test_a_job_comes_in_pieces_of_any_size(self):
        value, plan = full(), CutPlan(width=600, height=500, copies=2)
        value = replace(value, sheet=Sheet(900, 600, "px"))
        whole = cut(value, plan)
        self.assertEqual(whole[0].error, 0)
        for piece in (1, 7, 64, 2048):
            self.assertEqual(cut(value, plan, piece)[1], whole[1])

    def test_it_does_what_an_independent_reader_reads(self):
        job = job_of(on_sheet(leaf(), disc("d", 200 + 200j)), None, CutPlan())
        cutter = Cutter(300, 400)
        cutter.feed(job.text.encode())
        read = [s for s in read_hpgl(job.text) if s.down]
        self.assertEqual([s for s in cutter.strokes if s.down], read)

    def test_nonsense_is_refused_with_the_errors_of_hpgl(self):
        """Numbers of the error table of the HP-GL reference (from memory)."""
        for told, number in (
            (b"IN;SP1;PU0,0;PD40,40;", 0),
            (b"XY1,2;", 1),
            (b"PD1,2,3;", 2),
            (b"SP1,2;", 2),
            (b"SP99;", 3),
            (b"VS0;", 3),
            (b"PS1,1;PD9,9;PS1,1;", 6),
            (b"PS99999999,1;", 3),
            (b"PU20000,0;", 6),
            (b"PU-1,0;", 6),
            (b"PD1e9,0;", 2),
            (b"PD" + b"1" * 30 + b",0;", 3),
            (b"PD" + b"1," * 9_000, 7),
            (b"\xff\xfe;\x00", 1),
            (b"?!;", 1),
        ):
            with self.subTest(told[:24]):
                cutter = Cutter(300, 400)
                cutter.feed(told)
                self.assertEqual(cutter.error, number)
                self.assertEqual(cutter.feed(b";OE;")[-2:], str(number).encode() + b"\r")
                self.assertEqual(cutter.error, 0)  # it was told

    def test_what_is_wrong_is_not_done_and_the_rest_is(self):
        cutter = Cutter(100, 100)
        cutter.feed(b"IN;SP1;PU40,40;PD80,40,9999,40;PD40,80;")
        self.assertEqual(cutter.error, 6)
        self.assertEqual(cutter.strokes[-1].places, (40 + 40j, 40 + 80j))
        self.assertEqual(cutter.feed(b"OS;OI;OA;"), b"49\rCUTTING TABLE\r40,80,1\r")

    def test_relative_ways_and_tools(self):
        cutter = Cutter(100, 100)
        cutter.feed(b"IN;PD40,0;SP2;PU10,10;PR;PD5,0,0,5;PA;PU0,0;")
        down = [(s.pen, s.places) for s in cutter.strokes if s.down]
        self.assertEqual(down, [(2, (10 + 10j, 15 + 10j, 15 + 15j))])
        # without a tool nothing is cut
        self.assertFalse(cutter.strokes[0].down)

    @given(st.binary(max_size=200))
    def test_no_bytes_break_it(self, data):
        cutter = Cutter(100, 100)
        for n in range(len(data)):
            cutter.feed(data[n : n + 1])
        cutter.feed(b";IN;")
        self.assertEqual(cutter.feed(b"OE;")[-1:], b"\r")


class RecordTest(unittest.TestCase):
    def test_times_lengths_and_tool_changes(self):
        """Ways at their speed, lifts, and a change of the tool; sums by hand."""
        strokes = (
            PenStroke((0j, 400 + 0j), 1, False),
            PenStroke((400 + 0j, 400 + 800j), 1, True),
            PenStroke((400 + 800j, 0j), 2, False),
            PenStroke((0j, 0 + 400j), 2, True),
        )
        record = record_of(strokes, SLOW)
        idle = [2 * math.sqrt(far / SLOW.acceleration) for far in (10, math.hypot(10, 20))]
        cuts = [far / 10 + 10 / SLOW.acceleration for far in (20, 10)]  # by hand: trapezoids
        self.assertAlmostEqual(record.seconds, sum(idle + cuts) + 4 * LIFT + CHANGE)
        self.assertAlmostEqual(record.cut_length, 30.0)
        self.assertEqual(
            (record.tools, [c.changes for c in record.cuts]), (2, [False] * 3 + [True])
        )
        self.assertEqual(record.cuts[1].places, ((10.0, 100.0), (10.0, 80.0)))

    def test_a_form_comes_free_when_the_blade_has_come_round(self):
        square = (0j, 400 + 0j, 400 + 400j, 400j, 0j, 200 + 0j)
        (form,) = record_of((PenStroke(square, 1, True),), SLOW).forms
        self.assertAlmostEqual(form.at, 2 * LIFT + 4.0, delta=0.05)
        self.assertAlmostEqual(form.area, 100.0)
        half = PenStroke(square[:4], 1, True)
        self.assertEqual(record_of((half,), SLOW).forms, ())

    def test_what_is_cut_after_what_it_lies_in_is_late(self):
        outer = (0j, 400 + 0j, 400 + 400j, 400j, 0j)
        inner = tuple(p / 4 + 100 + 100j for p in outer)
        between = PenStroke((0j, 100 + 100j), 1, False)
        told = (PenStroke(outer, 1, True), between, PenStroke(inner, 1, True))
        record = record_of(told, SLOW)
        self.assertEqual((record.late, [f.late for f in record.forms]), (1, [False, True]))
        turned = (PenStroke(inner, 1, True), between, PenStroke(outer, 1, True))
        self.assertEqual(record_of(turned, SLOW).late, 0)


class RingsTest(unittest.TestCase):
    @given(st.lists(st.tuples(*[st.integers(0, 12)] * 4), min_size=1, max_size=25, unique=True))
    def test_the_grid_finds_what_comparing_all_finds(self, told):
        """Boxes of whole numbers, of which no two share a side; all pairs are the slow oracle."""
        rings = []
        for n, (x, y, w, h) in enumerate(told):
            low, size = complex(x, y) + n * (0.01 + 0.01j), complex(w + 1, h + 1)
            corners = (0j, size.real, size, 1j * size.imag, 0j)
            rings.append([low + c for c in corners])
        boxes = [Box.around(r) for r in rings]
        found = around_each(rings)
        for k, around in enumerate(found):
            slow = {n for n, b in enumerate(boxes) if n != k and b.holds(boxes[k])}
            self.assertEqual(set(around), slow)
            self.assertEqual(
                around, sorted(around, key=lambda n: -boxes[n].width * boxes[n].height)
            )

    @given(st.lists(st.tuples(*[st.integers(-9, 9)] * 4), min_size=1, max_size=60))
    def test_the_nearest_is_taken_as_comparing_all_would(self, told):
        """Things at one or two places of a coarse grid, so that many are as near as others."""
        left = {
            k: [complex(a, b), complex(c, d)][: 1 + k % 2] for k, (a, b, c, d) in enumerate(told)
        }
        things, at = NextPlace(left), 40 - 7j
        while left:
            slow = min((min(abs(p - at) for p in some), k) for k, some in left.items())[1]
            self.assertEqual(things.take(at), slow)
            at = left.pop(slow)[-1]

    def test_work_grows_with_the_number_of_paths(self):
        """Boxes that are compared, and places that are looked at, for each path."""
        for wide in (20, 40):
            rows = [
                [complex(9 * x, 9 * y) + c for c in (0j, 5, 5 + 5j, 5j, 0j)]
                for x in range(wide)
                for y in range(wide)
            ]
            with patch.object(Box, "holds", autospec=True, side_effect=Box.holds) as held:
                around_each(rows)
            self.assertGreater(held.call_count, 0)
            self.assertLess(held.call_count, 4 * len(rows))

    def test_the_next_place_costs_no_more_where_places_crowd(self):
        """Nodes whose distance is asked for: side by side, at one place, crowded in a corner."""
        for count in (400, 1600):
            side = math.isqrt(count)
            cases = {
                "side by side": [complex(9 * (k % side), 9 * (k // side)) for k in range(count)],
                "at one place": [5 + 5j] * count,
                "in a corner": [complex(k % side, k // side) / 1e6 for k in range(count)] + [1e6j],
            }
            for name, positions in cases.items():
                with self.subTest(name, count=count):
                    things, at = NextPlace({k: [p] for k, p in enumerate(positions)}), 0j
                    with patch.object(_Node, "far", autospec=True, side_effect=_Node.far) as asked:
                        for _ in positions:
                            at = positions[things.take(at)]
                    self.assertLess(asked.call_count, 60 * len(positions))
                    with self.assertRaises(ValueError):
                        things.take(0j)

    def test_the_same_form_many_times_over_is_one_ring(self):
        square = (0j, 9 + 0j, 9 + 9j, 9j, 0j)
        inner = tuple(p / 3 + 3 + 3j for p in square)
        rows = [square, inner] * 300
        with patch.object(polygons, "holds", side_effect=polygons.holds) as asked:
            found = around_each(rows)
        self.assertEqual(found, [[], [0]] * 300)
        self.assertLess(asked.call_count, 20)
        runs = [Run(row, 1 + k % 2) for k, row in enumerate([*rows, square])]
        passes = _in_order(runs)
        cut = [r.places for run in passes for r in run]
        last_inner = max(n for n, positions in enumerate(cut) if min(p.real for p in positions) > 1)
        first_outer = min(
            n for n, positions in enumerate(cut) if min(p.real for p in positions) < 1
        )
        self.assertLess(last_inner, first_outer)


if __name__ == "__main__":
    unittest.main()
