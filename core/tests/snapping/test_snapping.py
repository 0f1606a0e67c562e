"""Cues: what is met, in which order of precedence, with how much work."""

import cmath
import json
import math
import unittest
from dataclasses import replace
from unittest import mock

from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.codec import write_item
from buildup.drawing.items import Items
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Grid, Guide, Sheet
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.edits.items.placing import MoveItems
from buildup.errors import Refusal
from buildup.forms.contours import item_box, know_boxes
from buildup.geometry.boxes import Box
from buildup.geometry.intersect.crossings import crossings
from buildup.repainting import preview
from buildup.snapping import snap as snapmodule
from buildup.snapping.cues import REACH, Aim
from buildup.snapping.snap import snap
from buildup.snapping.snapindex import MOST_LOOKED, SnapIndex
from buildup.view.finding import within
from buildup.view.selection import ViewRequest, selection

from core.tests.zoo import drawing, full, leaf, plate

SHEET = Sheet(
    400,
    300,
    "px",
    guides=(Guide(id="level", x=0, y=77), Guide(id="slanted", x=200, y=100, angle=30)),
    grid=Grid(step=50, parts=5, shown=True),
)


def line(item, start, end):
    return Outline(id=item, name=item, contours=(Contour((Anchor(start), Anchor(end))),))


def met(there, at, **more):
    value = replace(drawing(*there), sheet=SHEET)
    field = SnapIndex()
    field.update(value)
    aim = Aim(probes=((at.real, at.imag),), scale=1.0, **more)
    meeting = snap(value, field, aim)
    return at + complex(*meeting.shift), meeting.cues


class WorkTest(unittest.TestCase):
    """However much lies under the pointer, and however far out one looks, the work is bounded."""

    def crowd(self, anchors):
        positions = tuple(Anchor(complex(k % 100, 7 * k % 61) * 3) for k in range(anchors))
        return Outline(id="crowd", name="crowd", contours=(Contour(positions),))

    def test_ten_thousand_anchors_under_the_pointer(self):
        for scale in (1e-3, 0.02, 1.0):
            counts = []
            for anchors in (2_500, 10_000):
                value, field = drawing(self.crowd(anchors)), SnapIndex()
                field.update(value)
                aim = Aim(probes=((150.0, 90.0),), scale=scale, kinds=("crossing", "anchor"))
                with mock.patch.object(snapmodule, "crossings", wraps=crossings) as crossed:
                    snap(value, field, aim)
                self.assertLessEqual(crossed.call_count, 28)
                counts.append(field.examined)
            self.assertLessEqual(max(counts), 2 * MOST_LOOKED)

    def test_an_edit_of_a_large_item_costs_no_more_than_the_item(self):
        field, crowd = SnapIndex(), self.crowd(10_000)
        field.prepare(drawing(crowd), most=9)
        field.prepare(drawing(replace(crowd, name="other")), most=9)
        self.assertEqual(field.computed, 2)
        held = (t for cell in field._spots.cells.values() for t in cell.values())
        self.assertEqual(sum(map(len, held)), 20_000)  # anchors, middles, the item's centre

    def test_lines_of_any_length_are_entered_without_counting_their_cells(self):
        field = SnapIndex()
        field.prepare(drawing(line("long", -9e5 - 9e5j, 9e5 + 9e5j)), most=1)
        self.assertEqual(len(field._stretches.cells), 0)
        self.assertEqual(len(field.stretches_near(Box(-9, -9, 9, 9))), 1)

    def test_scales_out_of_reach_are_refused(self):
        for scale in (0.0, 1e-300, -1.0, math.nan, math.inf):
            with self.assertRaises(Refusal) as caught:
                Aim(probes=((0.0, 0.0),), scale=scale)
            self.assertEqual(caught.exception.code, "bad_scale")

    def test_hidden_items_do_not_use_up_what_is_prepared_at_a_time(self):
        hidden = [replace(leaf(f"h{k}"), hidden=True) for k in range(5)]
        field = SnapIndex()
        value = drawing(*hidden, leaf())
        self.assertTrue(field.prepare(value, most=2))
        self.assertEqual(field.computed, 1)


class PrecedenceTest(unittest.TestCase):
    def test_each_kind_is_met(self):
        cases = {
            "anchor": ([leaf()], 3 + 2j, 0j, {}),
            "handle": ([leaf()], 22 - 31j, 20 - 30j, {}),
            "centre": ([plate()], 3 - 4j, 0j, {}),
            "middle": ([line("a", 300 + 250j, 380 + 290j)], 341 + 268j, 340 + 270j, {}),
            "crossing": (
                [line("a", 300 + 210j, 380 + 290j), line("b", 310 + 275j, 390 + 225j)],
                343 + 256j,
                None,
                {},
            ),
            "guide": ([], 130 + 80j, 130 + 77j, {}),
            "sheet": ([], 203 + 220j, 200 + 220j, {}),
            "straight": ([], 123 + 231j, 123 + 228j, {"start": (20.0, 228.0)}),
            "grid": ([], 253 + 255j, 250 + 250j, {}),
        }
        for kind, (items, at, expected, more) in cases.items():
            with self.subTest(kind):
                position, cues = met(items, at, **more)
                self.assertEqual(cues[0].kind, kind)
                if expected is not None:
                    self.assertAlmostEqual(position, expected)

    def test_a_place_wins_over_lines_and_an_anchor_over_other_places(self):
        items = [line("a", 200 + 77j, 260 + 77j), line("b", 203 + 70j, 203 + 84j)]
        position, cues = met(items, 202 + 78j, start=(100.0, 77.0))
        self.assertEqual((position, [c.kind for c in cues]), (200 + 77j, ["anchor"]))
        self.assertAlmostEqual(cues[0].distance, 100)
        self.assertAlmostEqual(cues[0].angle, 0)
        self.assertEqual(met(items, 204 + 78j, kinds=("crossing",))[1][0].kind, "crossing")

    def test_two_lines_are_met_where_they_cross(self):
        position, cues = met([], 63 + 73j, start=(60.0, 200.0))
        self.assertAlmostEqual(position, 60 + 77j)
        self.assertEqual({c.kind for c in cues}, {"guide", "straight"})

    def test_a_short_drag_does_not_go_back_to_where_it_began(self):
        """Lines at 0° and 45° are both in reach there, and cross at the start."""
        start = 60 + 200j
        for degrees in range(0, 360, 5):
            at = start + 15 * cmath.exp(1j * math.radians(degrees))
            position, cues = met([], at, start=(60.0, 200.0), kinds=("straight",))
            self.assertEqual([c.kind for c in cues], ["straight"])
            self.assertLessEqual(abs(position - at), REACH)
            self.assertGreater(abs(position - start), 13.0)

    def test_the_tangent_is_continued(self):
        item = Outline(
            id="path", name="path", contours=(Contour((Anchor(100 + 200j), Anchor(140 + 220j))),)
        )
        position, cues = met([item], 222 + 258j, after=("path", 0, 1), kinds=("tangent",))
        self.assertAlmostEqual(((position - 140 - 220j) / (2 + 1j)).imag, 0)
        self.assertEqual(cues[0].kind, "tangent")

    def test_equal_spacing_between_neighbours(self):
        dragged = line("own", 230 + 20j, 264 + 60j)
        items = [leaf("left"), leaf("right", by=400 + 0j), dragged]
        position, cues = met(items, 247 + 40j, items=("own",), by=(0.0, 0.0), kinds=("spacing",))
        gaps = [c.distance for c in cues if c.start[1] == c.at[1]]
        self.assertEqual(len(gaps), 2)
        self.assertAlmostEqual(gaps[0], gaps[1])
        self.assertNotEqual(position, 247 + 40j)

    def test_what_is_switched_off_or_dragged_is_not_met(self):
        self.assertEqual(met([leaf()], 3 + 2j, kinds=())[1], ())
        for own in ({"items": ("leaf",)}, {"anchors": (("leaf", 0, 0),)}):
            kinds = [c.kind for c in met([leaf()], 3 + 2j, **own)[1]]
            self.assertNotIn("anchor", kinds)

    def test_a_pivot_meets_the_places_of_the_frame_it_belongs_to(self):
        corner = 0 + 20j  # of the box around both, where neither has an anchor
        items = [line("a", 0j, 90 + 5j), line("b", 30 + 20j, 60 + 20j)]
        position, cues = met(items, corner + 3 - 2j, frame=("a", "b"), kinds=("frame", "anchor"))
        self.assertEqual((position, cues[0].kind), (corner, "frame"))
        self.assertEqual(met(items, corner + 3 - 2j, kinds=("frame", "anchor"))[1], ())

    def test_a_group_does_not_meet_what_it_holds(self):
        value, field = full(), SnapIndex()
        field.update(value)
        for items, found in ((("pair",), False), (("leaf",), True)):
            kinds = ("anchor", "handle", "middle", "extreme", "centre")
            aim = Aim(probes=((0.0, 100.0),), scale=1.0, items=items, kinds=kinds)
            self.assertEqual(bool(snap(value, field, aim).cues), found)  # an anchor of the ring

    def test_the_reach_is_in_pixels(self):
        value, field = replace(drawing(leaf()), sheet=SHEET), SnapIndex()
        field.update(value)
        for scale, found in ((1.0, True), (4.0, False), (0.1, True)):
            aim = Aim(probes=((3.0, 2.0),), scale=scale, kinds=("anchor",))
            self.assertEqual(bool(snap(value, field, aim).cues), found)


class IndexTest(unittest.TestCase):
    def test_only_what_changed_is_computed_again(self):
        value = drawing(*(leaf(f"leaf{n}", by=complex(150 * n, 0)) for n in range(40)))
        field = SnapIndex()
        self.assertFalse(field.prepare(value, most=10))
        self.assertEqual(field.computed, 10)
        self.assertTrue(field.prepare(value, most=100))
        self.assertEqual(field.computed, 40)
        move = {"kind": "move_anchors", "anchors": [["leaf3", 0, 0]], "by": [7, 7]}
        after = updated(value, apply(value, read_command(move)).forward)
        field.update(after)
        self.assertEqual(field.computed, 40)
        spots = {s.at for s in field.near(457 + 7j, 1.0)}
        self.assertEqual(field.computed, 41)
        self.assertIn(457 + 7j, spots)
        self.assertNotIn(450 + 0j, {s.at for s in field.near(450 + 0j, 0.1)})

    def test_few_places_are_looked_at(self):
        value = drawing(
            *(leaf(f"l{n}", by=complex(200 * (n % 20), 200 * (n // 20))) for n in range(400))
        )
        field = SnapIndex()
        field.update(value)
        self.assertLess(len(list(field.near(1000 + 1000j, 8.0))), 10)
        self.assertLess(field.computed, 10)
        self.assertTrue(math.isfinite(field.boxes.of["l7"].left))


class ManyItemsTest(unittest.TestCase):
    """Of a drawing with many items only what lies near the pointer is read and worked out."""

    def setUp(self):
        self.items = tuple(
            leaf(f"l{n}", by=complex(200 * (n % 40), 200 * (n // 40))) for n in range(800)
        )
        whole = drawing(*self.items)
        texts = {i: json.dumps(write_item(item)) for i, item in whole.items.items()}
        self.value = Drawing(whole.sheet, Items(texts), whole.tree)
        boxes = {i: item_box(whole, i) for i in whole.order}
        know_boxes(
            self.value, {i: (b.left, b.top, b.right, b.bottom) for i, b in boxes.items() if b}
        )

    def read(self, value=None):
        items = (value or self.value).items
        return sum(items.unread(i) is None for i in items)

    def met(self, field, value, **more):
        field.update(value)
        return snap(value, field, Aim(probes=((1003.0, 1002.0),), scale=1.0, **more))

    def test_what_is_met_is_what_would_be_met_with_all_prepared(self):
        ready, lazy = SnapIndex(), SnapIndex()
        whole = drawing(*self.items)
        self.assertTrue(ready.prepare(whole, most=5000))
        for n in range(60):
            aim = Aim(probes=((137.0 * n % 7900, 211.0 * n % 3900),), scale=(0.1, 0.5, 2.0)[n % 3])
            lazy.update(self.value)
            self.assertEqual(snap(self.value, lazy, aim), snap(whole, ready, aim))
        self.assertLess(lazy.computed, 500)

    def test_few_items_are_read(self):
        field = SnapIndex()
        self.assertEqual(self.met(field, self.value).cues[0].kind, "anchor")
        self.assertLess(self.read(), 6)
        self.assertFalse(field.prepare(self.value, most=10))
        self.assertLess(self.read(), 16)

    def test_an_edit_enters_what_it_changed_only(self):
        field = SnapIndex()
        self.met(field, self.value)
        move = {"kind": "move_anchors", "anchors": [["l205", 0, 0]], "by": [7, 7]}
        after = updated(self.value, apply(self.value, read_command(move)).forward)
        computed = field.computed
        with mock.patch("buildup.snapping.snapindex.shown_items") as listed:
            self.assertEqual(self.met(field, after).shift, (4.0, 5.0))
        listed.assert_not_called()
        self.assertEqual(field.computed, computed + 1)
        hide = {"kind": "hide_items", "items": ["l205"], "hidden": True}
        hidden = updated(after, apply(after, read_command(hide)).forward)
        self.assertEqual(self.met(field, hidden, kinds=("anchor",)).cues, ())

    def test_no_more_is_kept_than_finds_room(self):
        field = SnapIndex()
        with mock.patch("buildup.snapping.snapindex.MOST_READY", 50):
            while not field.prepare(self.value, most=20):
                pass
            self.assertLess(field.computed, 80)
            for n in range(300):
                list(field.near(complex(200 * (n % 40), 200 * (n // 40)), 9.0))
            self.assertLessEqual(len(field._of), 50)
            self.assertIn(0j, {s.at for s in field.near(0j, 9.0)})

    def test_all_are_selected_from_their_boxes(self):
        whole = drawing(*self.items)
        ids = list(self.value.order)
        told = selection(self.value, ids, ViewRequest(marks="frame"))
        self.assertEqual(told, selection(whole, ids, ViewRequest(marks="frame")))
        self.assertLess(self.read(), 4)

    def test_a_dragged_box_reads_what_it_cuts(self):
        whole = drawing(*self.items)
        for place in (None, "layer-1"):
            for end in (1050 + 1010j, 2000 + 900j):
                found = within(self.value, 150 + 90j, end, place=place)
                self.assertEqual(found, within(whole, 150 + 90j, end, place=place))
                self.assertGreater(len(found), 10)
        self.assertLess(self.read(), 80)

    def test_all_are_dragged_without_reading_them(self):
        whole = drawing(*self.items)
        ids = tuple(self.value.order)
        move = MoveItems(items=ids, by=(7.0, 5.0))
        view = ViewRequest(marks="frame")
        self.assertEqual(preview(self.value, move, ids, view), preview(whole, move, ids, view))
        self.assertLess(self.read(), 4)
        locked = drawing(*self.items[:-1], replace(self.items[-1], locked=True))
        with self.assertRaises(Refusal) as refused:
            preview(locked, move, ids, view)
        self.assertEqual(refused.exception.code, "locked_item")
