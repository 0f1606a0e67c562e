"""What is drawn: path data, marks, and the SVG that is sent out."""

import io
import unittest

import resvg_py
from buildup.contours.anchors import Anchor, Contour
from buildup.contours.extent import box_of
from buildup.contours.pathdata import path_data
from buildup.drawing.itemtypes import Outline
from buildup.drawing.paint import Style
from buildup.edits.apply import apply, read_command
from buildup.edits.change import Delta, updated
from buildup.formats.svg.svgwrite import svg
from buildup.forms.contours import item_contours
from buildup.geometry.transforms import Affine
from buildup.host import anchor_near, anchors_within, within
from buildup.repainting import preview, repaint
from buildup.view.drawables import drawable
from buildup.view.selection import MOST_MARKS, ViewRequest, selection
from PIL import Image
from svgelements import SVG, Path

from core.tests.zoo import drawing, full, leaf, plate, ring


class PathTest(unittest.TestCase):
    def test_svgelements_reads_the_same_box(self):
        for item in map(full().leaf_item, full().order):
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
        # five more images of two, an assembly below its parts, words along their line, two strokes
        # by themselves; one is hidden, one empty
        self.assertEqual(len(paths), len(start.order) + 2 * 5 + 3)

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
        kept = repaint(after, change.forward, ["leaf"], before=start.tree)
        self.assertEqual(preview(start, command, ["leaf"]), kept)
        self.assertEqual([i.id for i in kept.items], ["leaf"])
        self.assertEqual(kept.moves, ())

    def test_marks_are_those_of_the_tool_and_of_what_is_in_sight(self):
        value = full()
        ids = ["leaf", "second", "plate"]

        def marked(**shows):
            told = selection(value, ids, ViewRequest(**shows))
            return [(m.item, m.index) for m in told.anchors], told.cut

        self.assertEqual(marked(marks="frame"), ([], False))
        self.assertEqual(len(marked(marks="anchors")[0]), 6)
        near, cut = marked(sight=(-10, -10, 150, 150))
        self.assertEqual((near, cut), ([("leaf", 0), ("leaf", 1), ("leaf", 2)], True))
        chosen, _ = marked(sight=(-9, -9, -8, -8), chosen=(("second", 0, 0),))
        self.assertEqual(chosen, [("second", 0), ("second", 1), ("second", 2)])
        corners, _ = marked(marks="corners")
        self.assertEqual(corners, [("leaf", 2), ("second", 2)])
        paths = selection(value, ["sketch"], ViewRequest(sight=(0, 0, 1, 1)))
        self.assertEqual([m.end for m in paths.anchors], [True, True])  # the ends are always told
        self.assertEqual(paths.paths[0].count, len(value.items["sketch"].contours[0].anchors))

    def test_what_is_told_grows_with_what_changed(self):
        """Of a preview among 300 selected outlines the marks of one; of a drag of all no mark."""
        many = drawing(*(leaf(f"l{k}", by=complex(9 * k, 0)) for k in range(300)))
        ids = [f"l{k}" for k in range(300)]
        move = {"kind": "move_anchors", "anchors": [["l7", 0, 1]], "by": [3, 0]}
        one = preview(many, read_command(move), ids, ViewRequest())
        self.assertEqual({m.item for m in one.selection.anchors}, {"l7"})
        self.assertEqual((one.selection.marked, [i.id for i in one.items]), (("l7",), ["l7"]))
        drag = read_command({"kind": "drag_rotation", "items": ids, "start": [9, 0], "to": [0, 9]})
        whole = preview(many, drag, ids, ViewRequest())
        self.assertEqual((whole.items, whole.selection.anchors), ((), ()))
        after = updated(many, apply(many, drag).forward)
        there = Affine(*(complex(*whole.moved.matrices[0][k : k + 2]) for k in (0, 2, 4)))
        for item_id in ("l0", "l299"):
            old, new = (v.items[item_id].contours[0].anchors[1].at for v in (many, after))
            self.assertAlmostEqual(there(old), new)

    def test_too_many_marks_to_be_told_apart_are_left_out(self):
        path = Contour(tuple(Anchor(complex(k, k % 7)) for k in range(MOST_MARKS + 1)))
        long = drawing(Outline(id="long", name="long", contours=(path,)))
        told = selection(long, ["long"], ViewRequest(chosen=(("long", 0, 50),)))
        self.assertEqual([m.index for m in told.anchors], [0, 49, 50, 51, MOST_MARKS])
        self.assertTrue(told.cut)
        near = anchor_near(long, "long", 500.2 + 3j, reach=1.0)
        self.assertEqual(near.index, 500)
        self.assertIsNone(anchor_near(long, "long", -50j, reach=1.0))
        self.assertEqual(len(anchors_within(long, 9.5 + 0j, 12.5 + 9j)), 3)

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
