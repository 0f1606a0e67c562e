"""Regions that items make: lit up, fused, removed; gaps that count as closed."""

import json
import unittest

from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.itemtypes import Outline
from buildup.drawing.paint import Style
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.forms.contours import contours_of
from buildup.geometry.inside import winding
from buildup.view.regionmarks import regions_at, sweep_marks

from core.tests.forms.test_assemblies import ROUND, area, done, lens
from core.tests.zoo import disc, drawing


def discs(by=30.0):
    return drawing(disc("one", 100 + 100j), disc("two", 100 + by + 100j))


def open_line(*places, item="line"):
    style = Style(fill=None)
    path = Contour(tuple(Anchor(p) for p in places))
    return Outline(id=item, name=item, style=style, contours=(path,))


def sweep(value, positions, **more):
    items = [i for i in value.order if i != "swept"]
    return done(value, kind="sweep_regions", items=items, places=positions, item="swept", **more)


class MarksTest(unittest.TestCase):
    def test_each_region_is_told_with_a_place_inside_and_what_it_lies_in(self):
        value = discs()
        marks = sweep_marks(value, ["one", "two"], 0.0)
        inside = [complex(*r.at) for r in marks.regions]
        found = regions_at(value, ["one", "two"], 0.0, [*inside, 9e5 + 9e5j])
        self.assertEqual(found, (*range(len(inside)), None))
        self.assertEqual(
            sorted(r.items for r in marks.regions), [("one",), ("one", "two"), ("two",)]
        )
        for region in marks.regions:
            for item in value.order:
                around = winding((s for c in contours_of(value, item) for s in c.segments),
                                 complex(*region.at))  # fmt: skip
                self.assertEqual(around != 0, item in region.items)

    def test_gaps_up_to_a_size_count_as_closed_and_are_told(self):
        value = drawing(disc("one", 100 + 100j), open_line(58 + 100j, 141.5 + 100j))
        self.assertEqual(len(sweep_marks(value, ["one", "line"], 0.0).regions), 2)
        inner = drawing(disc("one", 100 + 100j), open_line(61 + 100j, 139 + 100j))
        self.assertEqual(len(sweep_marks(inner, ["one", "line"], 0.5).regions), 1)
        closed = sweep_marks(inner, ["one", "line"], 1.5)
        self.assertEqual((len(closed.regions), len(closed.bridges)), (2, 2))
        horseshoe = drawing(open_line(0j, 100 + 0j, 100 + 100j, 0 + 100j, 0 + 1j))
        told = sweep_marks(horseshoe, ["line"], 2.0)
        self.assertEqual((len(told.regions), len(told.bridges)), (1, 2))


class SweepTest(unittest.TestCase):
    def test_regions_gone_across_become_one_and_the_items_lose_them(self):
        after = sweep(discs(), [[70, 100], [115, 100]])
        self.assertEqual(after.items["swept"].style.fill, "#C2410C")
        self.assertAlmostEqual(area(after, "swept") / ROUND, 1, delta=1e-3)
        self.assertNotIn("one", after.items)
        self.assertAlmostEqual(area(after, "two") / (ROUND - lens(30)), 1, delta=1e-3)
        # what was cut at the lens is whole again: four anchors, as the disc had
        self.assertEqual([len(c.anchors) for c in contours_of(after, "swept")], [4])

    def test_one_region_becomes_an_item_of_its_own(self):
        after = sweep(discs(), [[115, 100]])
        self.assertAlmostEqual(area(after, "swept") / lens(30), 1, delta=1e-3)
        total = sum(area(after, i) for i in after.order)
        self.assertAlmostEqual(total / (2 * ROUND - lens(30)), 1, delta=1e-3)

    def test_removed_regions_leave_a_hole(self):
        value = drawing(disc("one", 100 + 100j))
        value = done(
            value, kind="draw_shape", item="two", shape="ellipse", start=[90, 90], to=[110, 110]
        )
        after = sweep(value, [[100, 100]], operation="remove")
        self.assertNotIn("two", after.items)
        self.assertEqual(len(contours_of(after, "one")), 2)
        self.assertEqual(after.order, ("one",))

    def test_a_line_divides_and_is_kept(self):
        value = drawing(disc("one", 100 + 100j), open_line(0 + 100j, 200 + 100j))
        after = sweep(value, [[100, 80]], operation="remove")
        self.assertAlmostEqual(area(after, "one") / ROUND, 0.5, delta=1e-4)
        self.assertIn("line", after.items)

    def test_what_paths_enclose_is_filled(self):
        value = drawing(open_line(0j, 100 + 0j, 100 + 100j, 0 + 100j, 0 + 1j))
        after = sweep(value, [[50, 50]], gap=2.0)
        self.assertAlmostEqual(area(after, "swept"), 100 * 100)
        self.assertEqual(after.items["line"], value.items["line"])
        with self.assertRaises(Refusal):
            sweep(value, [[50, 50]], gap=2.0, operation="remove")

    def test_it_is_one_step_and_is_taken_back(self):
        value = discs()
        told = {"kind": "sweep_regions", "items": ["one", "two"], "places": [[70, 100], [115, 100]]}
        change = apply(value, read_command({**told, "item": "swept"}))
        after = updated(value, change.forward)
        self.assertEqual(dict(updated(after, change.back).items), dict(value.items))
        self.assertTrue(json.dumps(change.forward.to_json()))

    def test_what_is_no_region_says_so(self):
        for positions in ([[500, 500]], []):
            with self.assertRaises(Refusal) as caught:
                sweep(discs(), positions)
            self.assertEqual(caught.exception.code, "no_region")
        with self.assertRaises(Refusal) as caught:
            sweep(drawing(disc("one", 100 + 100j)), [[100, 100]])
        self.assertEqual(caught.exception.code, "whole_already")
