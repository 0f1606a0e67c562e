"""The sheet and what helps to draw on it."""

import unittest

from buildup.contours.anchors import Anchor
from buildup.drawing.codec import FORM, read, read_item, write, write_item
from buildup.drawing.sheet import Sheet
from buildup.drawing.sheetchecks import MOST_GUIDES, MOST_UNDERLAYS
from buildup.drawing.sizes import SHEET_SIZES
from buildup.drawing.units import UNITS
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.formats.svg.svgwrite import svg
from buildup.forms.frames import own_standing
from hypothesis import given
from hypothesis import strategies as st

from core.tests.zoo import drawing, full, leaf

json_values = st.recursive(
    st.none() | st.booleans() | st.floats() | st.integers() | st.text(max_size=8),
    lambda inner: (
        st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=8), inner, max_size=4)
    ),
    max_leaves=12,
)


def done(before, **data):
    return updated(before, apply(before, read_command(data)).forward)


class SizeTest(unittest.TestCase):
    def test_iso_sizes(self):
        """ISO 216: A3 297 × 420, A4 210 × 297, A5 148 × 210; B4 250 × 353, B5 176 × 250 mm."""
        listed = {s.label: (s.width, s.height) for s in SHEET_SIZES if s.unit == "mm"}
        iso = {
            "A3": (297, 420),
            "A4": (210, 297),
            "A5": (148, 210),
            "B4": (250, 353),
            "B5": (176, 250),
        }
        self.assertEqual({k: listed[k] for k in iso}, iso)

    def test_every_preset_is_a_sheet_that_can_be_set(self):
        for size in SHEET_SIZES:
            with self.subTest(size.label):
                each = UNITS[size.unit].size
                after = done(
                    drawing(),
                    kind="set_sheet",
                    width=size.width * each,
                    height=size.height * each,
                    unit=size.unit,
                )
                root = svg(after, title="t").splitlines()[0]
                self.assertIn(f'width="{size.width:g}{size.unit}"', root)

    def test_items_stay_in_place_or_scale_with_the_sheet(self):
        start = done(full(), kind="set_sheet", width=400, height=300)
        kept = done(start, kind="set_sheet", width=800, height=600)
        self.assertEqual(kept.items["leaf"], start.items["leaf"])
        scaled = done(start, kind="set_sheet", width=800, height=900, scale_items=True)
        old, new = own_standing(start.items["leaf"]), own_standing(scaled.items["leaf"])
        self.assertAlmostEqual(new.width, 2 * old.width)
        self.assertAlmostEqual(new.centre, 2 * old.centre)
        self.assertAlmostEqual(scaled.sheet.guides[0].x, 100)
        self.assertAlmostEqual(scaled.sheet.references[0].width, 160)


class GuideTest(unittest.TestCase):
    def add(self, before, name="g2", **more):
        guide = {"id": name, "x": 10, "y": 20, **more.pop("guide", {})}
        return done(before, kind="add_guide", guide=guide, **more)

    def test_angles_are_those_of_lines(self):
        for typed, kept in ((0, 0), (180, 0), (270, 90), (-90, 90), (135, -45), (30, 30)):
            with self.subTest(typed):
                after = self.add(drawing(), guide={"angle": typed})
                self.assertAlmostEqual(after.sheet.guides[0].angle, kept)

    def test_a_second_place_gives_the_angle(self):
        after = self.add(drawing(), through=[110, 120])
        self.assertAlmostEqual(after.sheet.guides[0].angle, 45)
        stepped = self.add(drawing(), through=[110, 45], stepped=True)
        self.assertAlmostEqual(stepped.sheet.guides[0].angle, 15)

    def test_a_locked_guide_stays_until_it_is_unlocked(self):
        start = self.add(drawing(), guide={"locked": True})
        with self.assertRaises(Refusal) as caught:
            done(start, kind="move_guide", guide="g2", to=[0, 0])
        self.assertEqual(caught.exception.code, "locked_guide")
        free = done(start, kind="set_guide", guide={"id": "g2", "x": 10, "y": 20})
        moved = done(free, kind="move_guide", guide="g2", to=[1, 2])
        self.assertEqual((moved.sheet.guides[0].x, moved.sheet.guides[0].y), (1, 2))

    def test_a_thousand_guides_are_too_many(self):
        at, refused = drawing(), 0
        for n in range(1000):
            try:
                at = self.add(at, f"g{n}")
            except Refusal as problem:
                refused += 1
                self.assertEqual(problem.code, "too_many_guides")
        self.assertEqual((len(at.sheet.guides), refused), (MOST_GUIDES, 1000 - MOST_GUIDES))


class ReferenceTest(unittest.TestCase):
    def place(self, before, name="u2", pixels=(4000, 1000)):
        words = {"picture": 1, "called": "form", "pixels": list(pixels)}
        return done(before, kind="add_reference", reference=name, **words)

    def test_it_is_placed_in_the_middle_as_large_as_it_fits_and_dimmed(self):
        start = done(drawing(), kind="set_sheet", width=400, height=300)
        reference = self.place(start).sheet.references[0]
        self.assertEqual((reference.x, reference.y, reference.strength), (200, 150, 0.35))
        self.assertAlmostEqual(reference.width, 360)
        self.assertAlmostEqual(reference.height, 90)

    def test_dragging_keeps_the_proportions_and_the_middle(self):
        start = self.place(done(drawing(), kind="set_sheet", width=400, height=300))
        corner = {"reference": "u2", "part": "corner", "start": [380, 195], "to": [560, 240]}
        after = done(start, kind="drag_reference", **corner).sheet.references[0]
        self.assertAlmostEqual(after.width / after.height, 4)
        self.assertAlmostEqual(after.width, 720)
        self.assertEqual((after.x, after.y), (200, 150))
        turn = {"reference": "u2", "part": "turn", "start": [300, 150], "to": [202, 250]}
        turned = done(start, kind="drag_reference", stepped=True, **turn).sheet.references[0]
        self.assertAlmostEqual(turned.angle, 90)

    def test_its_picture_cannot_be_swapped_and_it_is_never_sent_out(self):
        start = self.place(drawing())
        other = {"id": "u2", "picture": 99, "name": "x", "x": 0, "y": 0, "width": 5, "height": 5}
        after = done(start, kind="set_reference", reference=other)
        self.assertEqual(after.sheet.references[0].picture, 1)
        self.assertNotIn("image", svg(after, title="t"))

    def test_only_so_many(self):
        at = drawing()
        for n in range(MOST_UNDERLAYS):
            at = self.place(at, f"u{n}")
        with self.assertRaises(Refusal) as caught:
            self.place(at, "one-more")
        self.assertEqual(caught.exception.code, "too_many_references")
        with self.assertRaises(Refusal):
            self.place(drawing(), pixels=(0, 10))


class ReaderTest(unittest.TestCase):
    @given(json_values)
    def test_whatever_comes_is_refused_or_read_and_nothing_else(self, data):
        for reader in (read_command, lambda d: read_item(d if isinstance(d, dict) else {})):
            try:
                reader(data)
            except Refusal as problem:
                self.assertTrue(problem.sentence)

    @given(st.sampled_from(["items", "by", "grip", "to", "even"]), json_values)
    def test_one_wrong_field_in_a_sound_command(self, name, value):
        data = {"kind": "resize_items", "items": ["leaf"], "grip": "e", "to": [1, 2], name: value}
        try:
            after = done(drawing(leaf()), **data)
        except Refusal:
            return
        self.assertEqual(after.order, ("leaf",))

    def test_only_what_is_nothing_is_left_out_of_what_is_stored(self):
        """Any other default could change one day, and what was drawn must not change with it."""
        self.assertEqual(write(Anchor(1 + 2j)), {"at": [1, 2], "kind": "corner"})
        self.assertEqual(set(write(Sheet())), {"width", "height", "unit", "colour", "grid"})
        self.assertEqual(read(Sheet, write(Sheet())), Sheet())
        later = {**write_item(leaf()), "form": FORM + 1}
        with self.assertRaises(Refusal):
            read_item(later)
