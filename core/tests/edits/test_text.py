"""Words: how letters stand, along what, and what becomes of them."""

import itertools
import math
import unittest
from dataclasses import replace

from buildup.drawing.codec import write
from buildup.drawing.itemtypes import Assembly, Group, Outline, TextItem
from buildup.drawing.model import FIRST_LAYER, Drawing
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.forms.contours import contours_of, form_of, item_box
from buildup.forms.frames import own_standing
from buildup.forms.placement import ItemMap, moved_item
from buildup.forms.textlayout import letters_along, row_length, straight, word_letters
from buildup.geometry.angles import direction
from buildup.geometry.transforms import Affine
from buildup.view.drawables import drawable
from hypothesis import given
from hypothesis import strategies as st

from core.tests.zoo import code_of, disc, drawing, full, leaf, lettering, maps, wire
from core.tests.zoo import words as zoo_words


def done(before, **data):
    return updated(before, apply(before, read_command(data)).forward)


def plain(text="AV", **more):
    return TextItem(id="w", name=text, lettering=lettering(text, **more))


def first_places(words):
    """The lower left corner of every letter."""
    return [letter.contours[0].anchors[0].at for letter in word_letters(words)]


class RowTest(unittest.TestCase):
    """Lengths are sums of advances and tracking (W3C CSS Text 3, letter-spacing, without the last).

    The letters of the zoo's face are 80 of 100 units wide, its space is 30.
    """

    def test_rows_are_as_long_as_their_letters(self):
        for text, tracking, expected in (
            ("A", 0.0, 32.0),
            ("AV", 0.0, 64.0),
            ("A V", 0.0, 76.0),
            ("AV", 250.0, 74.0),
            ("A", 900.0, 32.0),
        ):
            with self.subTest(text, tracking=tracking):
                said = lettering(text, tracking=tracking)
                self.assertAlmostEqual(row_length(said, 0), expected)

    def test_alignment_says_which_part_of_a_line_stands_at_the_place(self):
        for align, left in (("start", 0.0), ("middle", -32.0), ("end", -64.0)):
            said = lettering("AA", align=align)
            letters = list(letters_along(said, [straight(0.0)]))
            self.assertAlmostEqual(letters[0].contours[0].anchors[0].at, left)

    def test_lines_follow_each_other_by_the_leading(self):
        positions = first_places(plain("A\nA\nA", leading=150.0))
        self.assertEqual([p.imag for p in positions], [0.0, 60.0, 120.0])

    def test_aligning_otherwise_leaves_a_straight_line_where_it_is(self):
        value = drawing(plain("AVA"))
        for align in ("middle", "end", "start"):
            after = done(value, kind="align_text", items=["w"], align=align)
            self.assertAlmostEqual(item_box(after, "w").left, item_box(value, "w").left)
            self.assertEqual(after.items["w"].lettering.align, align)


class ArcTest(unittest.TestCase):
    def test_the_middle_of_every_letter_stands_on_the_arc(self):
        """A letter's middle is on the line, the letter square to it (W3C SVG 2, 11.8.2)."""
        for radius in (90.0, -140.0):
            words = replace(plain("AAAA"), radius=radius)
            for letter in word_letters(words):
                a, _, b = letter.contours[0].anchors
                middle = (a.at + b.at) / 2.0
                self.assertAlmostEqual(abs(middle - 1j * radius), abs(radius))
                across = (b.at - a.at) / abs(b.at - a.at)
                away = (middle - 1j * radius) / radius
                self.assertAlmostEqual(across * -1j, away)

    def test_letters_are_an_advance_apart_along_the_arc(self):
        words = replace(plain("AAA"), radius=100.0)
        middles = [
            (letter.contours[0].anchors[0].at + letter.contours[0].anchors[2].at) / 2.0 - 100j
            for letter in word_letters(words)
        ]
        turns = [
            math.degrees(math.acos(((b / a).real) / abs(b / a)))
            for a, b in itertools.pairwise(middles)
        ]
        for turn in turns:
            self.assertAlmostEqual(turn, math.degrees(32.0 / 100.0))

    def test_pulling_the_end_bends_the_line_through_that_place(self):
        value = drawing(plain("AV", align="middle"))
        after = done(value, kind="drag_text", item="w", setting="radius", to=[30, 10])
        self.assertAlmostEqual(after.items["w"].radius, (30**2 + 10**2) / 20)
        up = done(value, kind="drag_text", item="w", setting="radius", to=[30, -10])
        self.assertAlmostEqual(up.items["w"].radius, -50.0)
        flat = done(after, kind="drag_text", item="w", setting="radius", to=[31, 0.1])
        self.assertIsNone(flat.items["w"].radius)

    def test_a_bend_is_about_the_middle_and_can_be_taken_back(self):
        value = drawing(plain("AAAA"))
        box = item_box(value, "w")
        bent = done(value, kind="bend_text", items=["w"], bent=True)
        self.assertAlmostEqual(item_box(bent, "w").centre.real, box.centre.real, delta=2.0)
        back = done(bent, kind="bend_text", items=["w"], bent=False)
        self.assertAlmostEqual(item_box(back, "w").left, box.left)
        tight = {"kind": "set_text_setting", "items": ["w"], "setting": "radius", "value": 1.0}
        self.assertEqual(code_of(lambda: done(bent, **tight)), "bad_type")


class PlaceTest(unittest.TestCase):
    @given(maps)
    def test_words_go_where_a_map_takes_their_letters(self, by):
        before = zoo_words()
        after = moved_item(before, ItemMap(by))
        for a, b in zip(word_letters(before), word_letters(after), strict=True):
            for c, d in zip(a.contours, b.contours, strict=True):
                for one, other in zip(c.anchors, d.anchors, strict=True):
                    self.assertAlmostEqual(by(one.at), other.at, places=6)
        self.assertAlmostEqual(abs(after.place.determinant), 1.0)
        self.assertAlmostEqual(
            after.lettering.size, before.lettering.size * abs(by.determinant) ** 0.5
        )

    def test_the_frame_stands_as_the_words_do(self):
        words = replace(plain("AV"), place=Affine(direction(30), direction(120), 10 + 20j))
        stands = own_standing(words)
        self.assertAlmostEqual(stands.angle, 30.0)
        self.assertAlmostEqual(stands.height, 28.0)

    @given(st.sampled_from(["size", "tracking", "leading"]), st.floats(20, 400))
    def test_numbers_of_words_are_set_on_all_of_them(self, setting, value):
        after = done(
            full(), kind="set_text_setting", items=["words", "round"], setting=setting, value=value
        )
        self.assertEqual(getattr(after.items["words"].lettering, setting), value)
        self.assertEqual(getattr(after.items["round"].result.lettering, setting), value)


class AlongTest(unittest.TestCase):
    def laid(self, line, **more):
        value = drawing(line, plain("AAA", **more))
        return done(value, kind="put_text_on_path", item="w", line=line.id, assembly="a")

    def test_letters_stand_on_the_line_and_the_line_shows_as_well(self):
        value = self.laid(disc("d", 100 + 100j))
        self.assertEqual(value.tree.children("a"), ("d",))
        self.assertNotIn("w", value.items)
        radius = abs(contours_of(value, "d")[0].anchors[0].at - 100 - 100j)
        for contour in contours_of(value, "a")[::2]:
            a, _, b = contour.anchors
            middle = (a.at + b.at) / 2.0
            self.assertAlmostEqual(abs(middle - 100 - 100j), radius, delta=1e-3 * radius)
        mark = drawable(value, "a")
        self.assertEqual((mark.words.layout, len(mark.assembly.below)), ("along", 1))

    def test_words_follow_their_line(self):
        value = self.laid(wire())
        before = item_box(value, "a")
        moved = done(value, kind="move_items", items=["open"], by=[40, 7])
        after = item_box(moved, "a")
        self.assertAlmostEqual(after.left - before.left, 40.0)
        self.assertAlmostEqual(after.top - before.top, 7.0)

    def test_a_long_line_runs_on_straight_and_says_so(self):
        value = self.laid(wire(), size=400.0)
        mark = drawable(value, "a").words
        self.assertGreater(mark.beyond, 0.0)
        self.assertEqual(len(contours_of(value, "a")), 6)  # two contours a letter

    def test_the_other_side_and_back(self):
        value = self.laid(disc("d", 100 + 100j))
        other = done(value, kind="set_text_path", items=["a"], other_side=True)
        inside = [abs(c.anchors[1].at - 100 - 100j) for c in contours_of(other, "a")[::2]]
        outside = [abs(c.anchors[1].at - 100 - 100j) for c in contours_of(value, "a")[::2]]
        self.assertLess(max(inside), min(outside))
        back = done(other, kind="set_text_path", items=["a"], other_side=False)
        for a, b in zip(contours_of(value, "a"), contours_of(back, "a"), strict=True):
            self.assertAlmostEqual(a.anchors[0].at, b.anchors[0].at, places=6)

    def test_mirrored_words_can_still_be_read(self):
        value = self.laid(disc("d", 100 + 100j))
        flipped = done(value, kind="flip_items", items=["a"], axis="level")
        a, tip, b = contours_of(flipped, "a")[0].anchors
        turned = (tip.at - a.at) / (b.at - a.at)
        self.assertLess(turned.imag, 0.0)  # the tip is above the feet, read from left to right
        # the form stays where it was mirrored to
        before, after = item_box(value, "a"), item_box(flipped, "a")
        self.assertAlmostEqual(before.width, after.width, delta=1e-3)

    def test_taken_apart_the_words_are_straight_where_they_began(self):
        value = self.laid(disc("d", 100 + 100j))
        at = contours_of(value, "d")[0].anchors[0].at
        start = done(value, kind="set_text_setting", items=["a"], setting="start", value=0.0)
        apart = done(start, kind="separate_items", items=["a"])
        (words,) = [i for i in apart.items.values() if isinstance(i, TextItem)]
        self.assertAlmostEqual(words.place.origin, at)
        self.assertEqual(apart.tree.container("d"), FIRST_LAYER)

    def test_a_line_that_is_gone_is_told(self):
        value = self.laid(disc("d", 100 + 100j))
        hidden = done(value, kind="hide_items", items=["d"], hidden=True)
        self.assertIn("no path", drawable(hidden, "a").assembly.trouble)
        self.assertEqual(contours_of(hidden, "a"), ())


class OutlinesTest(unittest.TestCase):
    def test_each_letter_becomes_a_compound_outline(self):
        for item in ("words", "round"):
            value = full()
            letters = contours_of(value, item)
            after = done(value, kind="convert_to_outlines", items=[item])
            made = [i for i in after.items.values() if i.id not in value.items]
            outlines = [i for i in made if isinstance(i, Outline)]
            self.assertEqual({o.name for o in outlines}, {"A", "V"})
            self.assertEqual(tuple(c for o in outlines for c in o.contours), letters)
            self.assertTrue(all(o.rule == "nonzero" for o in outlines))
            self.assertEqual(len([i for i in made if isinstance(i, Group)]), 1)
        self.assertIsInstance(after.items["round"], Group)  # which holds the line as well

    def test_a_single_letter_becomes_one_outline(self):
        after = done(drawing(plain("A")), kind="convert_to_outlines", items=["w"])
        (made,) = (after.items[i] for i in after.order)
        self.assertEqual((made.name, len(made.contours)), ("A", 2))

    def test_a_gradient_lies_across_all_letters(self):
        gradient = {"stops": [{"at": 0, "colour": "#FFFFFF"}, {"at": 1, "colour": "#000000"}]}
        value = done(drawing(plain("AV")), kind="set_fill", items=["w"], colour=gradient)
        fill = form_of(value, "w").style.fill
        after = done(value, kind="convert_to_outlines", items=["w"])
        for item_id in after.order:
            self.assertEqual(form_of(after, item_id).style.fill, fill)


class WrongTest(unittest.TestCase):
    def test_what_no_drawing_may_hold_is_refused(self):
        sound = write(lettering("AV"))
        for change, code in (
            ({"text": " \n "}, "no_text"),
            ({"text": "A" * 1001}, "too_much"),
            ({"size": 0.0}, "bad_type"),
            ({"leading": 5.0}, "bad_type"),
            ({"font_name": ""}, "bad_name"),
            ({"text": "A\x07"}, "bad_text"),
            ({"text": "A\nV"}, "bad_data"),
            ({"shaped": {**sound["shaped"], "em": 0}}, "bad_data"),
            ({"shaped": {**sound["shaped"], "forms": ["", ""]}}, "no_text"),
            ({"shaped": {**sound["shaped"], "forms": ["M0 0H1e9V9z", ""]}}, "bad_data"),
            ({"shaped": {**sound["shaped"], "forms": []}}, "bad_data"),
        ):
            with self.subTest(change=str(change)[:60]):
                told = {"kind": "add_text", "item": "w", "at": [0, 0]}
                told["lettering"] = {**sound, **change}
                self.assertEqual(code_of(lambda told=told: done(Drawing(), **told)), code)

    def test_what_says_nothing_is_told(self):
        value = drawing(leaf(), plain("AV"), disc("d"))
        for told, code in (
            (
                {"kind": "set_text_setting", "items": ["leaf"], "setting": "size", "value": 3},
                "no_text",
            ),
            (
                {"kind": "set_text_setting", "items": ["w"], "setting": "start", "value": 3},
                "no_text",
            ),
            (
                {"kind": "put_text_on_path", "item": "leaf", "line": "d", "assembly": "a"},
                "no_text",
            ),
            ({"kind": "put_text_on_path", "item": "w", "line": "w", "assembly": "a"}, "no_line"),
            (
                {"kind": "put_text_on_path", "item": "w", "line": FIRST_LAYER, "assembly": "a"},
                "no_line",
            ),
            ({"kind": "move_anchors", "anchors": [["w", 0, 0]], "by": [1, 1]}, "not_an_outline"),
        ):
            with self.subTest(told=told["kind"]):
                self.assertEqual(code_of(lambda told=told: done(value, **told)), code)
        along = done(value, kind="put_text_on_path", item="w", line="d", assembly="a")
        plain_edge = {"kind": "set_result", "assembly": "a", "result": None}
        self.assertEqual(code_of(lambda: done(along, **plain_edge)), "text_along")
        self.assertIsInstance(along.items["a"], Assembly)


if __name__ == "__main__":
    unittest.main()
