"""What is drawn: path data, marks, and the SVG that is sent out."""

import io
import unittest

import resvg_py
from buildup.drawing.extent import box_of
from buildup.drawing.model import Style
from buildup.edits.apply import apply, read_command
from buildup.edits.change import Delta, updated
from buildup.formats.svg import svg
from buildup.forms.contours import item_contours
from buildup.host import picture, preview, within
from buildup.view.drawables import drawable
from buildup.view.paths import path_data
from buildup.view.selection import selection
from PIL import Image
from svgelements import SVG, Path

from core.tests.zoo import drawing, full, leaf, plate, ring


class PathTest(unittest.TestCase):
    def test_svgelements_reads_the_same_box(self):
        for item in map(full().drawn_item, full().order):
            with self.subTest(item.name):
                contours = item_contours(item)
                read = Path(path_data(contours)).bbox()
                box = box_of(contours)
                for mine, theirs in zip(
                    (box.left, box.top, box.right, box.bottom), read, strict=True
                ):
                    self.assertAlmostEqual(mine, theirs, places=6)

    def test_numbers_read_back_bit_for_bit(self):
        data = path_data(leaf(by=0.1 + 1 / 3 * 1j).contours)
        self.assertTrue(data.startswith(f"M{0.1!r} {1 / 3!r}C"))


class SvgTest(unittest.TestCase):
    def test_another_reader_sees_the_sheet_and_what_is_shown(self):
        start = full()
        hidden = apply(
            start, read_command({"kind": "hide_items", "items": ["ring"], "hidden": True})
        )
        text = svg(updated(start, hidden.forward), title='Reed & <"Co">\x07')
        read = SVG.parse(io.StringIO(text), ppi=96)
        self.assertAlmostEqual(read.width, start.sheet.width, places=2)
        paths = [e for e in read.elements() if isinstance(e, Path)]
        self.assertEqual(len(paths), len(start.order) - 1)

    def test_resvg_paints_the_fill_where_it_is(self):
        shape = plate()
        moved = apply(
            drawing(shape),
            read_command({"kind": "move_items", "items": ["plate"], "by": [400, 500]}),
        )
        png = resvg_py.svg_to_bytes(
            svg_string=svg(updated(drawing(shape), moved.forward), title="t"), dpi=96
        )
        self.assertEqual(bytes(png[:8]), b"\x89PNG\r\n\x1a\n")
        with Image.open(io.BytesIO(bytes(png))) as image:
            self.assertEqual(image.size, (794, 1123))
            self.assertEqual(image.convert("RGB").getpixel((400, 500)), (0xD9, 0xB3, 0x82))
            self.assertEqual(image.convert("RGB").getpixel((10, 10)), (255, 255, 255))


class SelectionTest(unittest.TestCase):
    def test_marks_show_kind_tangents_and_polar_handles(self):
        marks = selection(drawing(leaf()), ["leaf", "ghost"]).anchors
        self.assertEqual([m.kind for m in marks], ["symmetric", "smooth", "corner"])
        self.assertEqual([m.first for m in marks], [True, False, False])
        self.assertAlmostEqual(marks[1].out_polar[0], 90)
        self.assertAlmostEqual(marks[1].out_polar[1], 40)
        for mark in marks:
            self.assertAlmostEqual(abs(complex(*mark.on)), 1)
            self.assertAlmostEqual(abs(complex(*mark.back)), 1)

    def test_pegs_and_dials_of_a_shape(self):
        chosen = selection(full(), ["plate"])
        first = chosen.dials[0]
        self.assertEqual((first.dial, first.value, first.reach), ("radius", 10, 30))
        self.assertEqual([d.dial for d in chosen.dials], ["radius", "style", "radius_in", "each"])
        both = updated(full(), Delta(put=(plate("other", radius=4.0),)))
        shared = selection(both, ["plate", "other"]).dials
        self.assertEqual([d.value for d in shared], [None, 0, 0, 0])
        self.assertEqual(chosen.pegs[0].label, "Corner radius")
        self.assertAlmostEqual(chosen.frame.angle, 30)
        self.assertEqual(selection(full(), ["plate", "leaf"]).dials, ())

    def test_a_preview_is_what_an_edit_then_shows(self):
        command = read_command({"kind": "move_items", "items": ["leaf"], "by": [7, 7]})
        start = full()
        change = apply(start, command)
        after = updated(start, change.forward)
        kept = picture(after, change.forward, ["leaf"], before=start.tree)
        self.assertEqual(preview(start, command, ["leaf"]), kept)
        self.assertEqual([i.id for i in kept.items], ["leaf"])
        self.assertEqual(kept.moves, ())

    def test_a_box_finds_what_it_touches(self):
        self.assertEqual(within(full(), 290 + 90j, 310 + 110j, place=None), ("second",))
        self.assertEqual(within(full(), -1e4 - 1e4j, -9e3 - 9e3j, place=None), ())

    def test_a_drawable_of_a_lone_anchor_paints_nothing(self):
        start = apply(drawing(), read_command({"kind": "draw_anchor", "item": "new", "at": [4, 5]}))
        made = drawable(updated(drawing(), start.forward), "new")
        self.assertEqual(made.path, "M4 5")
        self.assertEqual(made.box, (4, 5, 4, 5))
        self.assertEqual(made.style, Style())
        self.assertEqual(len(ring().contours[0].anchors), 4)
