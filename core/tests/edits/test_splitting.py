"""Items cut along lines and at places, and cropped: areas, what is untouched, what is open."""

import math
import unittest

from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.itemtypes import Outline, Shape
from buildup.edits.apply import apply, read_command
from buildup.errors import Refusal
from buildup.forms.contours import contours_of, item_box

from core.tests.forms.test_assemblies import ROUND, area, done, two
from core.tests.zoo import disc, drawing, full, leaf, wire


def areas(value):
    return sorted(area(value, i) for i in value.order)


def segment(height, r=40.0):
    """CRC Standard Mathematical Tables, segment of a circle."""
    return r * r * math.acos((r - height) / r) - (r - height) * math.sqrt(
        2 * r * height - height**2
    )


class CutTest(unittest.TestCase):
    def test_a_line_divides_a_form_and_what_it_does_not_reach_stays(self):
        value = drawing(disc("one", 100 + 100j), disc("far", 400 + 100j))
        after = done(value, kind="cut_items", line=[[120, 0], [120, 200]])
        self.assertEqual(after.items["far"], value.items["far"])
        self.assertEqual(after.order[2:], ("far",))
        small, large = sorted(area(after, i) for i in after.order[:2])
        self.assertAlmostEqual(small / segment(20.0), 1, delta=1e-3)
        self.assertAlmostEqual((small + large) / ROUND, 1, delta=1e-4)
        self.assertTrue(all(contours_of(after, i)[0].closed for i in after.order))

    def test_a_line_that_ends_inside_cuts_nothing_and_says_so(self):
        value = drawing(disc("one", 100 + 100j))
        for line in ([[0, 100], [100, 100]], [[5, 5], [5, 5]], [[5, 5]]):
            with self.subTest(line), self.assertRaises(Refusal):
                apply(value, read_command({"kind": "cut_items", "line": line}))

    def test_a_line_held_to_steps_and_one_drawn_by_hand(self):
        value = drawing(disc("one", 100 + 100j))
        level = done(value, kind="cut_items", line=[[0, 100], [200, 103]], stepped=True)
        self.assertAlmostEqual(*areas(level), places=6)
        wave = [[x, 100 + 8 * math.sin(x / 9)] for x in range(40, 161, 2)]
        wavy = done(value, kind="cut_items", line=wave)
        self.assertEqual(len(wavy.order), 2)
        self.assertAlmostEqual(sum(areas(wavy)) / ROUND, 1, delta=1e-4)

    def test_left_open_the_outline_is_cut_only(self):
        value = drawing(disc("one", 100 + 100j))
        after = done(value, kind="cut_items", line=[[120, 0], [120, 200]], closes=False)
        paths = [contours_of(after, i)[0] for i in after.order]
        self.assertEqual([c.closed for c in paths], [False, False])
        for path in paths:
            self.assertAlmostEqual(path.anchors[0].at.real, 120)
            self.assertAlmostEqual(path.anchors[-1].at.real, 120)

    def test_open_paths_and_assemblies_are_cut(self):
        after = done(drawing(wire()), kind="cut_items", line=[[30, -50], [30, 90]])
        self.assertEqual(len(after.order), 2)
        self.assertFalse(any(contours_of(after, i)[0].closed for i in after.order))
        both = done(two("difference"), kind="cut_items", line=[[0, 100], [300, 100]])
        self.assertEqual(len(both.order), 2)
        self.assertAlmostEqual(sum(areas(both)), area(two("difference")))

    def test_a_path_is_cut_where_it_was_clicked(self):
        value = drawing(leaf())
        opened = done(value, kind="cut_path", item="leaf", at=[70, 70])
        (contour,) = contours_of(opened, "leaf")
        self.assertEqual((contour.closed, len(contour.anchors)), (False, 5))
        halves = done(opened, kind="cut_path", item="leaf", at=[100, 20])
        self.assertEqual(len(contours_of(halves, "leaf")), 2)


class CropTest(unittest.TestCase):
    def test_what_hangs_over_the_sheet_goes(self):
        value = drawing(disc("one", 0 + 100j), disc("two", 200 + 200j), disc("off", -90 + 100j))
        after = done(value, kind="crop_items", items=["one", "two", "off"])
        self.assertAlmostEqual(area(after, "one") / ROUND, 0.5, delta=1e-4)
        self.assertEqual(after.items["two"], value.items["two"])
        self.assertIsInstance(after.items["two"], Shape)
        self.assertNotIn("off", after.items)
        with self.assertRaises(Refusal):
            apply(after, read_command({"kind": "crop_items", "items": ["one", "two"]}))

    def test_to_a_form_and_paths_stay_paths(self):
        line = Outline(
            id="line", name="line", contours=(Contour((Anchor(0 + 100j), Anchor(300 + 100j))),)
        )
        value = drawing(line, disc("two", 130 + 100j), disc("one", 100 + 100j))
        after = done(value, kind="crop_items", items=["line", "two", "one"], to="one")
        (path,) = contours_of(after, "line")
        self.assertEqual([a.at for a in path.anchors], [60 + 100j, 140 + 100j])
        self.assertAlmostEqual(area(after, "two"), area(two("intersection")))
        self.assertEqual(after.items["one"], value.items["one"])

    def test_everything_of_a_full_drawing_can_be_cropped_and_taken_back(self):
        value = done(full(), kind="unlink_items", items=["copy"])
        ids = list(value.tree.children())
        change = apply(value, read_command({"kind": "crop_items", "items": ids}))
        self.assertTrue(change.forward.put)
        after = done(value, kind="crop_items", items=ids)
        sheet = after.sheet
        for item_id in after.painted_in():
            box = item_box(after, item_id)
            self.assertGreaterEqual(min(box.left, box.top), -1e-6)
            self.assertLessEqual(max(box.right - sheet.width, box.bottom - sheet.height), 1e-6)
