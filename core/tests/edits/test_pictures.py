"""Pictures as items: placed, in forms, under maps, kept and drawn."""

import unittest

from buildup.drawing.codec import read_item, write_item
from buildup.drawing.itemtypes import Frame, Shape, pictures_of
from buildup.drawing.paint import PictureFill, Stroke, Style
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.forms.contours import laid_style
from buildup.forms.picturefit import picture_mark
from buildup.geometry.transforms import Affine, shift, turn

from core.tests.zoo import drawing as on_sheet

PIXELS = [400, 200]
BOX = Shape(
    id="box", name="Box", shape="rectangle", dials={"radius": 0.0},
    frame=Frame(100.0, 100.0, shift(200 + 150j).after(turn(30.0, about=0j))),
)  # fmt: skip


def done(drawing, **command):
    change = apply(drawing, read_command(command))
    after = updated(drawing, change.forward)
    back = updated(after, change.back)
    assert dict(back.items) == dict(drawing.items)
    return after


def filled(**setting):
    drawing = done(on_sheet(BOX), kind="set_picture", items=["box"], picture=7, pixels=PIXELS)
    if setting:
        drawing = done(drawing, kind="set_picture", items=["box"], **setting)
    return drawing


class PlacedTest(unittest.TestCase):
    def place(self, pixels, **more):
        drawing = done(
            on_sheet(BOX), kind="place_picture", item="p", picture=7, called="Tag", pixels=pixels,
            **more,
        )  # fmt: skip
        return drawing.items["p"], drawing

    def test_a_pixel_is_a_unit_where_there_is_room(self):
        item, drawing = self.place([40, 30], at=[60, 50])
        self.assertEqual((item.frame.width, item.frame.height), (40.0, 30.0))
        self.assertEqual(item.style.fill.place, Affine(40 + 0j, 30j, 40 + 35j))
        self.assertEqual((item.style.strokes, drawing.pictures), ((), {7}))

    def test_a_large_one_fits_on_the_sheet_in_proportion(self):
        item, drawing = self.place([40_000, 10_000])
        self.assertAlmostEqual(item.frame.width, 0.9 * drawing.sheet.width)
        self.assertAlmostEqual(item.frame.height * 4.0, item.frame.width)

    def test_what_cannot_be(self):
        for change, code in (
            ({"pixels": [0, 9]}, "bad_picture"),
            ({"called": " "}, "bad_name"),
            ({"item": "box"}, "item_exists"),
            ({"picture": 0}, "bad_picture"),
        ):
            command = {
                "kind": "place_picture", "item": "p", "picture": 7, "called": "T",
                "pixels": [4, 3], **change,
            }  # fmt: skip
            with self.subTest(change), self.assertRaises(Refusal) as refused:
                apply(on_sheet(BOX), read_command(command))
            self.assertEqual(refused.exception.code, code)


class FitTest(unittest.TestCase):
    def test_it_lies_along_the_axes_of_a_turned_form(self):
        for fit, size in (("cover", 200 + 100j), ("contain", 100 + 50j), ("stretch", 100 + 100j)):
            with self.subTest(fit):
                place = filled(fit=fit).items["box"].style.fill.place
                axis = BOX.frame.place.across
                self.assertAlmostEqual(place.across / axis, size.real)
                self.assertAlmostEqual(place.down / (axis * 1j), size.imag)
                self.assertAlmostEqual(place(0.5 + 0.5j), 200 + 150j)

    def test_what_is_set_is_what_is_read(self):
        for fit in ("cover", "stretch"):
            drawing = filled(fit=fit)
            drawing = done(
                drawing, kind="set_picture", items=["box"], zoom=1.5, offset=[10.0, -20.0]
            )
            mark = picture_mark(drawing, "box")
            self.assertAlmostEqual(mark.zoom, 1.5)
            self.assertAlmostEqual(complex(*mark.offset), 10 - 20j)
            self.assertEqual((mark.picture, mark.pixels), (7, (400, 200)))
        place = laid_style(drawing, "box").fill.place
        self.assertAlmostEqual(abs(place.down / place.across), 1.0)  # it stays stretched
        self.assertAlmostEqual(mark.density, 96.0 * 400 / 300)

    def test_nothing_else_has_a_picture(self):
        self.assertIsNone(picture_mark(on_sheet(BOX), "box"))
        self.assertEqual(done(on_sheet(BOX), kind="set_picture", items=["box"]), on_sheet(BOX))

    def test_refused(self):
        paint = {"kind": "picture", "picture": 7, "width": 4, "height": 3}
        fill = {"kind": "set_fill", "items": ["box"]}
        flat = {"across": [0, 0], "down": [0, 1], "origin": [0, 0]}
        for command, code in (
            ({"kind": "set_stroke", "items": ["box"], "colour": paint}, "bad_picture"),
            (fill | {"colour": paint | {"width": 0}}, "bad_picture"),
            (
                fill | {"colour": paint | {"place": flat}},
                "bad_picture",
            ),
            ({"kind": "set_picture", "items": ["box"], "zoom": 0.0}, "bad_picture"),
            ({"kind": "set_picture", "items": []}, "nothing_selected"),
        ):
            with self.subTest(command), self.assertRaises(Refusal) as refused:
                apply(on_sheet(BOX), read_command(command))
            self.assertEqual(refused.exception.code, code)


class MapTest(unittest.TestCase):
    def test_it_goes_where_its_form_goes(self):
        before = filled()
        moves = (
            {"kind": "move_items", "items": ["box"], "by": [30.0, -10.0]},
            {"kind": "rotate_items", "items": ["box"], "about": [0.0, 0.0], "angle": 40.0},
            {"kind": "flip_items", "items": ["box"], "axis": "level"},
        )
        old = picture_mark(before, "box")
        for command in moves:
            with self.subTest(command["kind"]):
                after = done(before, **command)
                new = picture_mark(after, "box")
                self.assertAlmostEqual(new.zoom, old.zoom)
                frame = after.items["box"].frame.place.origin
                self.assertAlmostEqual(laid_style(after, "box").fill.place(0.5 + 0.5j), frame)

    def test_a_gradient_takes_its_place_and_gives_it_back(self):
        drawing = done(filled(), kind="set_gradient", items=["box"], shape="linear")
        self.assertEqual(drawing.items["box"].style.fill.stops[0].colour, "#808080")
        self.assertEqual(drawing.pictures, set())


class KeptTest(unittest.TestCase):
    def test_it_is_read_as_it_was_written(self):
        item = filled().items["box"]
        self.assertEqual(read_item(write_item(item)), item)
        self.assertEqual(pictures_of(item), {7})

    def test_styles_name_their_pictures(self):
        paint = PictureFill(picture=3, width=2, height=2)
        self.assertEqual(pictures_of(BOX), frozenset())
        self.assertEqual(
            Style(fill=paint, strokes=(Stroke(),)).inked(lambda _: "#000000").fill, paint
        )
