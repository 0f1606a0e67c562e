"""Edits of paths, segments, twins and strokes: what they do, and what they leave alone."""

import unittest

from buildup.contours.anchors import MOST_ANCHORS, Anchor, Contour
from buildup.drawing.itemtypes import Outline
from buildup.drawing.sheet import Guide, Sheet
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.geometry.bezier import point_at
from buildup.geometry.nearest import nearest
from hypothesis import given

from core.tests.zoo import drawing, full, leaf, points, ring, samples, wing, wire


def delta(before, **data):
    return apply(before, read_command(data)).forward


def done(before, **data):
    return updated(before, delta(before, **data))


def path(item, *places, closed=False):
    contour = Contour(tuple(Anchor(p) for p in places), closed)
    return Outline(id=item, name=item, contours=(contour,))


def ends(outline):
    return [(c.anchors[0].at, c.anchors[-1].at) for c in outline.contours]


class RefusingTest(unittest.TestCase):
    def refused(self, code, before=None, **data):
        with self.subTest(data), self.assertRaises(Refusal) as caught:
            delta(before or full(), **data)
        self.assertEqual(caught.exception.code, code)
        self.assertRegex(caught.exception.sentence, r"[.]$")

    def test_what_cannot_be_done_is_refused(self):
        self.refused("no_anchors", kind="delete_anchors", anchors=[])
        self.refused("too_few_anchors", kind="line_up", anchors=[["leaf", 0, 0]], axis="level")
        self.refused(
            "too_few_anchors", kind="space_anchors", anchors=[["leaf", 0, 0]], axis="level"
        )
        self.refused("no_segment", kind="straighten_segments", segments=[["open", 0, 2]])
        self.refused("no_extremes", kind="add_anchors", segments=[["open", 0, 1]], where="extremes")
        self.refused("anchor_there", kind="insert_anchor", item="leaf", at=[100, 20])
        self.refused("already_ends", kind="split_at_anchors", anchors=[["open", 0, 0]])
        self.refused("not_closed", kind="set_start_point", anchor=["open", 0, 1])
        first, inner = ["open", 0, 0], ["open", 0, 1]
        self.refused("not_an_end", kind="join_ends", first=first, second=inner)
        self.refused("not_an_end", kind="join_ends", first=first, second=first)
        self.refused("not_an_end", kind="join_ends", first=first, second=["leaf", 0, 0])
        twins = {"kind": "make_twins", "first": ["leaf", 0, 0], "twin": "t"}
        self.refused("not_one_outline", **twins, second=["second", 0, 0])
        self.refused("not_one_outline", **twins, second=["leaf", 0, 0])
        self.refused("unknown_guide", **twins, second=["leaf", 0, 1], about="guide", guide="x")
        self.refused("bad_id", **{**twins, "twin": "no good"}, second=["leaf", 0, 1])
        self.refused("no_points", kind="draw_stroke", item="new", points=[], tolerance=1)
        self.refused("bad_tolerance", kind="set_tolerance", items=["sketch"], tolerance=0)
        self.refused("not_drawn_by_hand", kind="set_tolerance", items=["leaf"], tolerance=1)
        self.refused("no_corner", kind="set_corners", anchors=[["leaf", 0, 0]], radius=3)
        self.refused("bad_length", kind="set_corners", anchors=[["leaf", 0, 2]], radius=-3)
        self.refused("no_corner", kind="convert_corners", items=["leaf"])
        spot = drawing(path("spot", 5 + 5j, 5 + 5j, 9 + 9j, closed=True))
        same = {"first": ["spot", 0, 0], "second": ["spot", 0, 1], "twin": "t"}
        self.refused("same_place", spot, kind="make_twins", **same)

    def test_as_many_anchors_as_an_outline_may_have_and_no_more(self):
        many = drawing(path("many", *(complex(k % 200, k // 200) for k in range(MOST_ANCHORS))))
        self.refused("too_many_anchors", many, kind="insert_anchor", item="many", at=[0.4, 0])
        moved = done(many, kind="move_anchors", anchors=[["many", 0, 5000]], by=[3, 3])
        self.assertEqual(len(moved.items["many"].contours[0].anchors), MOST_ANCHORS)
        fewer = done(many, kind="delete_anchors", anchors=[["many", 0, 5000]])
        self.assertEqual(len(fewer.items["many"].contours[0].anchors), MOST_ANCHORS - 1)


class PathTest(unittest.TestCase):
    def test_breaking_and_joining_again_gives_the_path_back(self):
        before = drawing(leaf())
        broken = done(before, kind="split_at_anchors", anchors=[["leaf", 0, 1]])
        (contour,) = broken.items["leaf"].contours
        self.assertEqual((contour.closed, len(contour.anchors)), (False, 4))
        joined = done(broken, kind="join_ends", first=["leaf", 0, 3], second=["leaf", 0, 0])
        (again,) = joined.items["leaf"].contours
        self.assertEqual((again.closed, len(again.anchors)), (True, 3))
        old = [p for s in leaf().contours[0].segments for p in samples(s, 9)]
        self.assertLess(max(nearest(again.segments, p).distance for p in old), 1e-9)

    def test_an_open_path_falls_in_two_where_a_segment_goes(self):
        before = drawing(path("p", 0j, 10 + 0j, 20 + 0j, 30 + 0j))
        after = done(before, kind="delete_segment", segment=["p", 0, 1]).items["p"]
        self.assertEqual(ends(after), [(0j, 10 + 0j), (20 + 0j, 30 + 0j)])
        gone = delta(drawing(path("p", 0j, 9j)), kind="delete_segment", segment=["p", 0, 0])
        self.assertEqual(gone.removed, ("p",))

    def test_ends_are_joined_whichever_way_their_paths_run(self):
        for first in (0, 1):
            for second in (0, 1):
                before = drawing(path("a", 0j, 10 + 0j), path("b", 20 + 0j, 30 + 0j))
                refs = {"first": ["a", 0, first], "second": ["b", 0, second]}
                after = done(before, kind="join_ends", **refs)
                (contour,) = after.items["a"].contours
                self.assertNotIn("b", after.items)
                self.assertEqual(len(contour.anchors), 4)
                positions = [a.at.real for a in contour.anchors]
                self.assertEqual(
                    abs(positions[1] - positions[2]), abs(20 + 10 * second - 10 * first)
                )

    def test_ends_that_touch_become_one_anchor(self):
        before = drawing(path("a", 0j, 10 + 0j), path("b", 10 + 0j, 10 + 10j))
        after = done(before, kind="join_ends", first=["a", 0, 1], second=["b", 0, 0])
        self.assertEqual(len(after.items["a"].contours[0].anchors), 3)

    def test_turning_round_twice_changes_nothing(self):
        before = full()
        items = ["leaf", "wing", "open"]
        once = done(before, kind="reverse_outlines", items=items)
        twice = done(once, kind="reverse_outlines", items=items)
        for item in items:
            self.assertNotEqual(once.items[item].contours, before.items[item].contours)
            self.assertEqual(twice.items[item].contours, before.items[item].contours)

    def test_starting_elsewhere_keeps_the_form(self):
        after = done(drawing(leaf()), kind="set_start_point", anchor=["leaf", 0, 2])
        (old,), (new,) = leaf().contours, after.items["leaf"].contours
        self.assertEqual(new.anchors[0], old.anchors[2])
        self.assertEqual(set(new.segments), set(old.segments))


class SegmentTest(unittest.TestCase):
    def test_anchors_at_extremes_lie_level_or_upright(self):
        segments = [["leaf", 0, k] for k in range(3)]
        after = done(drawing(leaf()), kind="add_anchors", segments=segments, where="extremes")
        (old,), (new,) = leaf().contours, after.items["leaf"].contours
        added = [a for a in new.anchors if a.at not in {b.at for b in old.anchors}]
        self.assertGreater(len(added), 1)
        for anchor in added:
            self.assertAlmostEqual(min(abs(anchor.out.real), abs(anchor.out.imag)), 0)
        for segment in old.segments:
            for p in samples(segment, 12):
                self.assertLess(nearest(new.segments, p).distance, 1e-9)

    @given(points)
    def test_a_bend_follows_the_pointer_and_nothing_else_moves(self, by):
        before = drawing(leaf(), ring())
        grabbed = point_at(leaf().contours[0].segments[1], 0.5)
        to = grabbed + by / 10
        after = done(
            before,
            kind="bend_segment",
            item="leaf",
            grabbed=[grabbed.real, grabbed.imag],
            to=[to.real, to.imag],
        )
        contour = after.items["leaf"].contours[0]
        self.assertLess(nearest(contour.segments, to).distance, 1e-6)
        self.assertEqual(
            [a.at for a in contour.anchors], [a.at for a in leaf().contours[0].anchors]
        )
        self.assertIs(after.items["ring"], before.items["ring"])

    def test_removing_says_how_far_the_outline_moves(self):
        added = done(drawing(leaf()), kind="insert_anchor", item="leaf", at=[60, -8])
        kept = delta(added, kind="delete_anchors", anchors=[["leaf", 0, 1]])
        self.assertRegex(
            kept.message, r"^The outline (did not change|moved by at most 0.\d+ mm)\.$"
        )
        moved = delta(drawing(leaf()), kind="delete_anchors", anchors=[["leaf", 0, 1]])
        self.assertRegex(moved.message, r"moved by at most \d+\.\d+ mm")
        plain = delta(added, kind="delete_anchors", anchors=[["leaf", 0, 1]], refit=False)
        self.assertEqual(plain.message, "")


class ArrangingTest(unittest.TestCase):
    def test_lining_up_and_spacing(self):
        before = drawing(path("p", 0j, 10 + 8j, 40 + 4j, 100 + 0j))
        refs = [["p", 0, k] for k in range(4)]
        level = done(before, kind="line_up", anchors=refs, axis="level").items["p"]
        self.assertEqual({a.at.imag for a in level.contours[0].anchors}, {3})
        even = done(before, kind="space_anchors", anchors=refs, axis="level").items["p"]
        positions = [a.at for a in even.contours[0].anchors]
        self.assertAlmostEqual(positions[1].real, 100 / 3)
        self.assertEqual([p.imag for p in positions], [0, 8, 4, 0])

    def test_mirrored_handles_change_sides(self):
        before = drawing(wing(), leaf())
        refs = {"source": ["wing", 0, 0], "anchors": [["leaf", 0, 2]]}
        plain = done(before, kind="copy_handles", **refs).items["leaf"].contours[0].anchors[2]
        self.assertEqual((plain.into, plain.out, plain.kind), (-30 + 0j, 30 + 0j, "symmetric"))
        turned = done(before, kind="copy_handles", **refs, mirrored=True)
        mirrored = turned.items["leaf"].contours[0].anchors[2]
        self.assertAlmostEqual(abs(mirrored.into), 30)
        self.assertAlmostEqual(mirrored.into + mirrored.out, 0)

    @given(points)
    def test_what_is_done_to_a_twin_is_done_to_the_other_mirrored(self, by):
        before = drawing(wing())
        moves = [
            {"kind": "move_anchors", "anchors": [["wing", 0, 1]], "by": [by.real, by.imag]},
            {"kind": "move_handle", "anchor": ["wing", 0, 3], "side": "out", "to": [400, by.imag]},
            {"kind": "set_anchor_kind", "anchors": [["wing", 0, 1]], "to": "symmetric"},
        ]
        for command in moves:
            before = done(before, **command)
            right, left = (before.items["wing"].contours[0].anchors[k] for k in (1, 3))
            self.assertAlmostEqual(left.at, 1000 - right.at.conjugate(), delta=1e-9)
            self.assertEqual(left.kind, right.kind)
            self.assertAlmostEqual(left.into, -right.out.conjugate(), delta=1e-9)

    def test_twins_about_a_guide_and_about_two_anchors(self):
        outline = path("p", 0j, 100 + 10j, 50 - 50j, 60 + 50j, closed=True)
        guide = Guide(id="g", x=40, y=0, angle=90)
        before = updated(
            drawing(outline),
            delta(
                drawing(outline), kind="add_guide", guide={"id": "g", "x": 40, "y": 0, "angle": 90}
            ),
        )
        self.assertEqual(before.sheet, Sheet(guides=(guide,)))
        twins = {"kind": "make_twins", "first": ["p", 0, 0], "second": ["p", 0, 1], "twin": "t"}
        by_guide = done(before, **twins, about="guide", guide="g").items["p"].contours[0]
        self.assertAlmostEqual(by_guide.anchors[1].at, 80 + 0j)
        line = [["p", 0, 2], ["p", 0, 3]]
        by_line = done(before, **twins, about="anchors", line=line).items["p"].contours[0]
        middle = (by_line.anchors[0].at + by_line.anchors[1].at) / 2
        along = 60 + 50j - (50 - 50j)
        across = ((middle - (50 - 50j)).conjugate() * along).imag
        self.assertAlmostEqual(across, 0, delta=1e-6)

    def test_a_twin_that_loses_its_other_is_plain_again(self):
        gone = done(drawing(wing()), kind="release_twins", anchors=[["wing", 0, 1]])
        self.assertEqual({a.twin for a in gone.items["wing"].contours[0].anchors}, {None})
        cut = done(drawing(wing()), kind="delete_segment", segment=["wing", 0, 0])
        self.assertEqual(len(cut.items["wing"].contours), 1)


class StrokeTest(unittest.TestCase):
    ARC = [[k, 0.02 * k * (100 - k)] for k in range(0, 101, 2)]

    def test_parts_follow_each_other_and_a_later_tolerance_fits_them_all(self):
        start = done(drawing(), kind="draw_stroke", item="n", points=self.ARC, tolerance=0.5)
        longer = done(start, kind="draw_stroke", item="n", points=[[200, 0]], tolerance=0.5)
        outline = longer.items["n"]
        self.assertEqual(len(outline.hand_stroke.parts), 2)
        self.assertIsNone(outline.contours[0].anchors[-1].into)
        closed = done(
            longer, kind="draw_stroke", item="n", points=[[0, 0]], tolerance=1, closing=True
        )
        self.assertTrue(closed.items["n"].contours[0].closed)
        wide = done(closed, kind="set_tolerance", items=["n"], tolerance=30)
        self.assertLessEqual(
            len(wide.items["n"].contours[0].anchors), len(closed.items["n"].contours[0].anchors)
        )
        with self.assertRaises(Refusal):
            delta(closed, kind="draw_stroke", item="n", points=[[5, 5]], tolerance=1)

    def test_an_edit_of_its_anchors_lets_the_stroke_go(self):
        start = done(drawing(), kind="draw_stroke", item="n", points=self.ARC, tolerance=0.5)
        moved = done(start, kind="move_items", items=["n"], by=[5, 5])
        self.assertEqual(moved.items["n"].hand_stroke.parts[0][0], 5 + 5j)
        edited = done(start, kind="move_anchors", anchors=[["n", 0, 0]], by=[1, 1])
        self.assertIsNone(edited.items["n"].hand_stroke)

    def test_a_straight_part_is_held_to_45_degrees(self):
        start = done(drawing(), kind="draw_stroke", item="n", points=[[0, 0]], tolerance=1)
        after = done(
            start, kind="draw_stroke", item="n", points=[[50, 8]], tolerance=1, straight=True
        )
        self.assertAlmostEqual(after.items["n"].contours[0].anchors[-1].at.imag, 0)


class WireTest(unittest.TestCase):
    def test_the_pen_goes_on_from_either_end(self):
        before = drawing(wire())
        after = done(before, kind="draw_anchor", item="open", at=[120, 30])
        self.assertEqual(after.items["open"].contours[0].anchors[-1].at, 120 + 30j)
        turned = done(before, kind="draw_anchor", item="open", at=[-30, 0], turned=True)
        positions = [a.at for a in turned.items["open"].contours[0].anchors]
        self.assertEqual(positions, [90 + 0j, 50 + 50j, 0j, -30 + 0j])

    @given(points)
    def test_a_pulled_handle_makes_a_corner(self, to):
        before = drawing(leaf())
        after = done(before, kind="pull_handle", anchor=["leaf", 0, 0], to=[to.real, to.imag])
        anchor = after.items["leaf"].contours[0].anchors[0]
        if abs(to) > 1e-6:
            self.assertIn(to, [anchor.into, anchor.out])
            self.assertEqual(anchor.kind, "corner")
        self.assertEqual(anchor.at, 0j)
