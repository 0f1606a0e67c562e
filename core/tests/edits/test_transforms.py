"""Moving, resizing, turning and placing items."""

import itertools
import unittest

from buildup.contours.extent import box_of
from buildup.drawing.itemtypes import Outline, Shape
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.forms.contours import item_contours
from buildup.forms.frames import own_standing, standing_of
from buildup.geometry.bezier import point_at
from buildup.geometry.tolerances import SMALLEST
from hypothesis import given
from hypothesis import strategies as st

from core.tests.zoo import drawing, leaf, plate, points

GRIPS = {
    "nw": (-1, -1), "n": (0, -1), "ne": (1, -1), "e": (1, 0),
    "se": (1, 1), "s": (0, 1), "sw": (-1, 1), "w": (-1, 0),
}  # fmt: skip
ITEMS = {"outline": leaf, "shape": plate}
numbers = st.floats(-300, 300).map(lambda x: round(x, 3))


def done(before, **data):
    return updated(before, apply(before, read_command(data)).forward)


def grip_place(frame, x, y):
    return frame.on_sheet(complex(x * frame.width / 2, y * frame.height / 2))


class ResizeTest(unittest.TestCase):
    def each(self):
        for (kind, make), (grip, (x, y)) in itertools.product(ITEMS.items(), GRIPS.items()):
            item = make()
            yield kind, grip, (x, y), drawing(item), own_standing(item), item.id

    def test_the_dragged_grip_lands_under_the_pointer_and_the_opposite_one_stays(self):
        for kind, grip, (x, y), before, frame, name in self.each():
            with self.subTest(f"{kind} {grip}"):
                to = grip_place(frame, x, y) + frame.on_sheet(13 * x + 7j * y) - frame.centre
                after = own_standing(
                    done(
                        before, kind="resize_items", items=[name], grip=grip, to=[to.real, to.imag]
                    ).items[name]
                )
                self.assertAlmostEqual(grip_place(after, x, y), to, places=6)
                stayed = grip_place(frame, -x, -y)
                self.assertAlmostEqual(grip_place(after, -x, -y), stayed, places=6)
                self.assertAlmostEqual(after.width, frame.width + (13 if x else 0), places=6)
                self.assertAlmostEqual(after.height, frame.height + (7 if y else 0), places=6)

    def test_from_the_middle_the_middle_stays(self):
        for kind, grip, (x, y), before, frame, name in self.each():
            with self.subTest(f"{kind} {grip}"):
                to = grip_place(frame, 1.5 * x, 1.5 * y)
                command = {"items": [name], "grip": grip, "to": [to.real, to.imag]}
                after = own_standing(
                    done(before, kind="resize_items", centred=True, **command).items[name]
                )
                self.assertAlmostEqual(after.centre, frame.centre, places=6)

    def test_even_keeps_the_proportions(self):
        for kind, grip, (x, y), before, frame, name in self.each():
            with self.subTest(f"{kind} {grip}"):
                to = grip_place(frame, 1.7 * x, 1.2 * y)
                command = {"items": [name], "grip": grip, "to": [to.real, to.imag]}
                after = own_standing(
                    done(before, kind="resize_items", even=True, **command).items[name]
                )
                self.assertAlmostEqual(
                    after.width / after.height, frame.width / frame.height, places=6
                )

    @given(st.sampled_from(list(GRIPS)), points)
    def test_nothing_collapses_wherever_the_pointer_goes(self, grip, to):
        for make in ITEMS.values():
            item = make()
            before = drawing(item)
            command = {"items": [item.id], "grip": grip, "to": [to.real, to.imag]}
            after = own_standing(done(before, kind="resize_items", **command).items[item.id])
            self.assertGreaterEqual(min(after.width, after.height), SMALLEST * 0.999)

    def test_several_items_resize_as_one(self):
        before = drawing(leaf(), plate(radius=0.0))  # a radius would stay as it is
        frame = standing_of(before, ["leaf", "plate"])
        to = frame.centre + complex(frame.width, frame.height)
        command = {"items": ["leaf", "plate"], "grip": "se", "to": [to.real, to.imag]}
        after = done(before, kind="resize_items", even=True, **command)
        together = standing_of(after, ["leaf", "plate"])
        self.assertAlmostEqual(together.corners[0], frame.corners[0], places=6)
        self.assertAlmostEqual(together.width / frame.width, together.height / frame.height)

    def test_a_level_line_has_no_height_to_scale(self):
        line = {"anchors": [{"at": [0, 5]}, {"at": [100, 5]}]}
        before = done(drawing(), kind="add_outline", item="line", contours=[line])
        after = done(before, kind="resize_items", items=["line"], grip="se", to=[200, 90])
        box = box_of(item_contours(after.items["line"]))
        self.assertEqual((box.width, box.height), (200, 0))


class TurnTest(unittest.TestCase):
    @given(points, points)
    def test_turning_keeps_middle_and_size(self, start, to):
        for make in ITEMS.values():
            item = make()
            frame = own_standing(item)
            command = {"start": [start.real, start.imag], "to": [to.real, to.imag]}
            after = done(drawing(item), kind="drag_rotation", items=[item.id], **command)
            turned = own_standing(after.items[item.id])
            self.assertAlmostEqual(turned.centre, frame.centre, places=5)
            self.assertAlmostEqual(turned.width, frame.width, places=5)

    def test_steps_count_from_upright_not_from_where_the_drag_began(self):
        frame = own_standing(plate())
        start, to = frame.centre + 50, frame.centre + 50 + 20j
        after = done(
            drawing(plate()),
            kind="drag_rotation",
            items=["plate"],
            start=[start.real, start.imag],
            to=[to.real, to.imag],
            stepped=True,
        )
        self.assertAlmostEqual(own_standing(after.items["plate"]).angle, 45)

    def test_a_full_turn_by_quarters_comes_back(self):
        at = drawing(leaf(), plate())
        for angle in (90, 180, -90, 0):
            for name in ("leaf", "plate"):
                at = done(at, kind="place_items", items=[name], angle=angle)
        for mine, theirs in zip(
            item_contours(at.items["leaf"])[0].segments, leaf().contours[0].segments, strict=True
        ):
            self.assertAlmostEqual(point_at(mine, 0.3), point_at(theirs, 0.3), places=6)


class MoveTest(unittest.TestCase):
    @given(numbers, numbers, numbers, numbers)
    def test_two_moves_are_one(self, a, b, c, d):
        for make in ITEMS.values():
            item = make()
            steps = drawing(item)
            for by in ([a, b], [c, d]):
                steps = done(steps, kind="move_items", items=[item.id], by=by)
            once = done(drawing(item), kind="move_items", items=[item.id], by=[a + c, b + d])
            mine, theirs = (own_standing(v.items[item.id]).centre for v in (steps, once))
            self.assertAlmostEqual(mine, theirs, places=6)

    def test_moving_keeps_handles_bit_for_bit(self):
        after = done(drawing(leaf()), kind="move_items", items=["leaf"], by=[1 / 3, 0.1])
        for mine, theirs in zip(
            after.items["leaf"].contours[0].anchors, leaf().contours[0].anchors, strict=True
        ):
            self.assertEqual(
                (mine.into, mine.out, mine.kind), (theirs.into, theirs.out, theirs.kind)
            )

    def test_straight_moves_level_upright_or_diagonal(self):
        cases = [
            ((50, 3), (50, 0)),
            ((2, -40), (0, -40)),
            ((30, 26), (28, 28)),
            ((-9, 8), (-8.5, 8.5)),
        ]
        for by, expected in cases:
            with self.subTest(by):
                after = done(
                    drawing(leaf()), kind="move_items", items=["leaf"], by=by, straight=True
                )
                moved = own_standing(after.items["leaf"]).centre - own_standing(leaf()).centre
                self.assertAlmostEqual(moved, complex(*expected), places=6)


class PlaceTest(unittest.TestCase):
    def test_typed_numbers_come_back_as_typed(self):
        typed = {"x": 33.25, "y": -8.5, "width": 120, "height": 45}
        for make in ITEMS.values():
            item = make()
            with self.subTest(item.id):
                after = done(drawing(item), kind="place_items", items=[item.id], **typed)
                frame = own_standing(after.items[item.id])
                self.assertAlmostEqual(frame.centre, 33.25 - 8.5j, places=6)
                self.assertAlmostEqual(frame.width, 120, places=6)
                self.assertAlmostEqual(frame.height, 45, places=6)

    def test_a_shape_and_its_outline_go_the_same_way(self):
        shape, outline = (
            drawing(plate()),
            done(drawing(plate()), kind="convert_to_outlines", items=["plate"]),
        )
        self.assertIsInstance(shape.items["plate"], Shape)
        self.assertIsInstance(outline.items["plate"], Outline)
        for step in (
            {"kind": "move_items", "by": [7, -3]},
            {"kind": "place_items", "angle": 75},
            {"kind": "resize_items", "grip": "e", "to": [90, 60], "centred": True},
        ):
            shape, outline = (done(d, items=["plate"], **step) for d in (shape, outline))
        one, other = (own_standing(d.items["plate"]) for d in (shape, outline))
        self.assertAlmostEqual(one.centre, other.centre, places=6)
        self.assertAlmostEqual(one.width, other.width, places=6)
        self.assertAlmostEqual(one.angle, other.angle, places=6)
