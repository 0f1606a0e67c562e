"""What is kept on the shelf: its form, placed as copies, linked copies that follow it."""

import math
import unittest
from xml.etree import ElementTree

from buildup.drawing.clips import clip_of, read_clip
from buildup.drawing.itemtypes import Group, Linked
from buildup.drawing.model import Drawing
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.edits.library.libraryplacement import shelf_clip
from buildup.formats.svg.svgread import read_each
from buildup.formats.svg.traysvg import tray_svg
from buildup.forms.contours import contours_of, item_box, laid_style
from buildup.forms.matching.libraryfacts import shelf_facts, shelf_measures
from hypothesis import given
from hypothesis import strategies as st

from core.tests.zoo import bracket, code_of, disc, drawing, full, leaf, wire

ALL = ["leaf", "plate", "pair", "wing", "bracket", "whirl", "badge", "copy"]
KEPT = shelf_clip(clip_of(full(), ALL).text()).text()
PLAIN = shelf_clip(clip_of(full(), ["leaf", "wing", "open"]).text()).text()
LEAF = shelf_clip(clip_of(full(), ["leaf"]).text()).text()
LINK = {"entry": "shelf-1", "called": "Kept"}
WAYS = (
    {"kind": "move_items", "by": [30, -12]},
    {"kind": "rotate_items", "angle": 25.0},
    {"kind": "rotate_items", "angle": -140.0, "about": [40, 900]},
    {"kind": "scale_items", "x": 1.5, "y": 1.5, "grow": True},
    {"kind": "scale_items", "x": 0.7, "y": 1.2},
    {"kind": "flip_items", "axis": "level"},
    {"kind": "mirror_items", "axis": {"centre": [10, 20], "angle": 35.0}},
    {"kind": "shear_items", "angle": 12.0},
)


def done(before, **data):
    return updated(before, apply(before, read_command(data)).forward)


def placed(before=None, clip=KEPT, **more):
    data = {"kind": "place_from_shelf", "clip": clip, "copies": "new", "called": "Kept", **more}
    return done(before or Drawing(), **({"start": [0, 0]} | data))


def look(after, item):
    """The anchors, handles, strokes and fills of all that is drawn in an item, in order."""
    return [(contours_of(after, i), laid_style(after, i)) for i in after.painted_in(item)]


def close(test, one, other):
    """Whether two looks are the same but for rounding."""
    test.assertEqual(len(one), len(other))
    for (mine, style), (theirs, wanted) in zip(one, other, strict=True):
        for a, b in zip(mine, theirs, strict=True):
            for p, q in zip(a.segments, b.segments, strict=True):
                for u, v in zip(p, q, strict=True):
                    test.assertLess(abs(u - v), 1e-6)
        for stroke, pen in zip(style.strokes, wanted.strokes, strict=True):
            test.assertAlmostEqual(stroke.width, pen.width)
            test.assertEqual(len(stroke.dashes), len(pen.dashes))


class KeptFormTest(unittest.TestCase):
    def test_it_lies_about_its_middle_and_follows_nothing(self):
        kept = read_clip(KEPT)
        boxes = [item_box(kept.drawing(), i) for i in kept.tops]
        middle = complex(
            min(b.left for b in boxes) + max(b.right for b in boxes),
            min(b.top for b in boxes) + max(b.bottom for b in boxes),
        )
        self.assertLess(abs(middle), 1e-9)
        self.assertFalse([i for i in kept.items if isinstance(i, Linked)])
        self.assertEqual(shelf_clip(KEPT).text(), KEPT)
        empty = clip_of(full(), ["empty"]).text()
        self.assertEqual(code_of(lambda: shelf_clip(empty)), "nothing_selected")

    def test_its_numbers_and_what_differs(self):
        round_one = shelf_clip(clip_of(drawing(disc("a")), ["a"]).text())
        facts = shelf_facts(round_one)
        self.assertEqual((facts.items, facts.anchors), (1, 0))
        self.assertAlmostEqual(facts.width, 80)
        facts = shelf_measures(round_one, round_one)
        # a circle of four cubics: larger by less than 2.8e-4 of its radius (Goldapp)
        self.assertAlmostEqual(facts.area / (math.pi * 40**2), 1.0, delta=6e-4)
        self.assertAlmostEqual(facts.length / (math.pi * 80), 1.0, delta=3e-4)
        scaled = done(drawing(disc("a")), kind="scale_items", items=["a"], x=2, y=2)
        larger = shelf_clip(clip_of(scaled, ["a"]).text())
        self.assertAlmostEqual(shelf_measures(round_one, larger).differs, 0.75, places=6)
        self.assertAlmostEqual(shelf_measures(larger, round_one).differs, 0.75, places=6)
        self.assertEqual(facts.differs, 0.0)
        line = shelf_clip(clip_of(drawing(wire()), ["open"]).text())
        measures = shelf_measures(line, line)
        self.assertEqual((measures.area, measures.differs), (0.0, 0.0))
        self.assertEqual(shelf_measures(line, round_one).differs, 1.0)


class PlaceTest(unittest.TestCase):
    def box(self, after):
        return item_box(after, "new")

    def test_dragged_to_a_box(self):
        box = self.box(placed(clip=PLAIN, start=[100, 50], to=[340, 10]))
        wanted = (100, 10, 340, 50)
        for side, there in zip((box.left, box.top, box.right, box.bottom), wanted, strict=True):
            self.assertAlmostEqual(side, there)
        own = item_box(placed(), "new")
        box = self.box(placed(start=[0, 0], to=[50, 50], square=True, centred=True))
        self.assertAlmostEqual(box.width / box.height, own.width / own.height)
        self.assertAlmostEqual(max(50 / box.width, 50 / box.height), 0.5)
        self.assertLess(abs(box.centre), 1e-9)
        refused = code_of(lambda: placed(start=[0, 0], to=[9, 0]))
        self.assertEqual(refused, "no_size")

    def test_clicked_in_its_own_size_or_typed(self):
        own = self.box(placed(clip=PLAIN, start=[70, 80]))
        self.assertLess(abs(own.centre - (70 + 80j)), 1e-9)
        for typed, size in (
            ({"width": 10.0}, (10, 10 * own.height / own.width)),
            ({"height": 10.0}, (10 * own.width / own.height, 10)),
            ({"width": 10.0, "height": 4.0}, (10, 4)),
        ):
            box = self.box(placed(clip=PLAIN, **typed))
            self.assertAlmostEqual(box.width, size[0])
            self.assertAlmostEqual(box.height, size[1])

    def test_strokes_and_corners_grow_with_it(self):
        clip = shelf_clip(clip_of(drawing(bracket()), ["bracket"]).text()).text()
        after = placed(clip=clip, width=200.0)
        item = after.items["new"]
        self.assertEqual(item.contours[0].anchors[1].corner.radius, 30.0)
        self.assertEqual(item.style.strokes[0].width, 2 * bracket().style.strokes[0].width)
        self.assertEqual(item.name, "Kept")

    def test_a_line_has_no_height_and_is_drawn_all_the_same(self):
        path = {"anchors": [{"at": [0, 0]}, {"at": [80, 0]}]}
        line = done(Drawing(), kind="add_outline", item="l", contours=[path])
        clip = shelf_clip(clip_of(line, ["l"]).text()).text()
        box = self.box(placed(clip=clip, start=[0, 0], to=[40, 0], square=True))
        self.assertAlmostEqual(box.width, 40)

    def test_several_items_come_as_a_group(self):
        self.assertIsInstance(placed().items["new"], Group)
        self.assertEqual(placed(clip=LEAF).tree.children("layer-1"), ("new",))


class LinkTest(unittest.TestCase):
    def link(self, clip=KEPT):
        return placed(full(), clip, **LINK, start=[50, 60])

    def follow(self, before, clip=KEPT, **more):
        data = {"items": ["new"], "clip": clip, "copies": "again", "entry": "shelf-1", "state": 2}
        return done(before, kind="update_linked_copies", **(data | more))

    @given(st.lists(st.sampled_from(WAYS), max_size=4))
    def test_what_is_kept_comes_to_stand_where_the_copy_stands(self, ways):
        before = self.link()
        for way in ways:
            before = done(before, **way, items=["new"])
        after = self.follow(before)
        close(self, look(after, "new"), look(before, "new"))
        self.assertEqual(after.items["new"].state, 2)

    def test_a_changed_one_takes_the_place_of_the_old(self):
        before = done(self.link(LEAF), kind="rotate_items", items=["new"], angle=90.0)
        after = self.follow(before, clip=KEPT, called="Other")
        old, new = item_box(before, "new"), item_box(after, "new")
        self.assertLess(abs(old.centre - new.centre), 40.0)
        self.assertEqual(after.items["new"].name, "Other")
        kept = read_clip(KEPT)
        self.assertEqual(len(list(after.tree.below("new"))), len(kept.items))
        self.assertFalse(set(before.tree.below("new")) & set(after.items))

    def test_what_it_holds_is_left_alone_by_all_else(self):
        before = self.link(LEAF)
        (held,) = before.tree.children("new")
        refused = (
            {"kind": "move_items", "items": [held], "by": [1, 0]},
            {"kind": "move_anchors", "anchors": [[held, 0, 0]], "by": [1, 0]},
            {"kind": "delete_items", "items": [held]},
            {"kind": "set_fill", "items": ["new"], "colour": "#FFFFFF"},
            {"kind": "order_items", "items": ["leaf"], "container": "new"},
            {"kind": "order_items", "items": [held], "container": "layer-1"},
            {"kind": "draw_anchor", "item": "x", "at": [0, 0], "container": "new"},
            {"kind": "rename_item", "item": held, "called": "Mine"},
        )
        for data in refused:
            with self.subTest(data["kind"]):
                self.assertEqual(code_of(lambda d=data: done(before, **d)), "linked_item")
        for data in (
            {"kind": "set_opacity", "items": ["new"], "opacity": 0.5},
            {"kind": "rename_item", "item": "new", "called": "Mine"},
            {"kind": "group_items", "items": ["new", "leaf"], "group": "g"},
            {"kind": "delete_items", "items": ["new"]},
            {"kind": "duplicate_items", "items": ["new"], "copies": ["twice"]},
        ):
            done(before, **data)

    def test_let_go(self):
        alone, many = self.link(LEAF), self.link()
        (held,) = alone.tree.children("new")
        self.assertNotIn("new", done(alone, kind="unlink_items", items=["new"]).items)
        done(
            done(alone, kind="unlink_items", items=["new"]),
            kind="rename_item",
            item=held,
            called="x",
        )
        for kind in ("unlink_items", "convert_to_outlines"):
            after = done(many, kind=kind, items=["new"])
            self.assertIsInstance(after.items["new"], Group)
        self.assertNotIn("new", done(many, kind="separate_items", items=["new"]).items)
        wrong = code_of(lambda: done(many, kind="unlink_items", items=["leaf"]))
        self.assertEqual(wrong, "not_linked")

    def test_a_swatch_reaches_into_it(self):
        clip = shelf_clip(clip_of(full(), ["wing"]).text()).text()
        before = placed(full(), clip, **LINK)
        after = done(before, kind="set_swatch", swatch="ink", colour="#FF0000")
        (held,) = after.tree.children("new")
        self.assertIn("#FF0000", str(after.items[held].style))


class TrayTest(unittest.TestCase):
    def test_a_tray_goes_out_as_symbols_and_comes_back_as_it_was(self):
        clips = [
            ("f-hole", read_clip(KEPT)),
            ("f-hole", read_clip(LEAF)),
            ("1 <Ä>", read_clip(PLAIN)),
        ]
        text = tray_svg(clips)
        ids = [e.get("id") for e in ElementTree.fromstring(text) if e.tag.endswith("symbol")]
        self.assertEqual(ids, ["f-hole", "f-hole-2", "o-1-a"])
        every = [e.get("id") for e in ElementTree.fromstring(text).iter() if e.get("id")]
        drawn = [i for i in every if i != "copied-items"]
        self.assertEqual(len(drawn), len(set(drawn)))
        back = read_each(text)
        self.assertEqual(back.message, "")
        self.assertEqual(back.clips, tuple(clips))

    def test_what_others_wrote_comes_in_one_by_one(self):
        symbols = '<symbol id="a"><path d="M0 0H9V9z"/></symbol><symbol id="b"/>'
        ring = '<symbol id="ring"><g><circle r="4"/><circle r="2"/></g></symbol>'
        svg = '<svg xmlns="http://www.w3.org/2000/svg">{}</svg>'
        found = read_each(svg.format(symbols + ring + "<rect width='3' height='3'/>")).clips
        self.assertEqual([(n, len(c.tops)) for n, c in found], [("a", 1), ("ring", 1)])
        plain = read_each(svg.format("<path d='M0 0H9V9z'/><g><circle r='4'/></g>")).clips
        self.assertEqual([type(c.items[0]).__name__ for _, c in plain], ["Outline", "Shape"])
        empty = code_of(lambda: read_each(svg.format("")))
        self.assertEqual(empty, "nothing_drawn")


class LeafTest(unittest.TestCase):
    def test_a_drawing_of_one_leaf_is_kept_as_it_is(self):
        clip = shelf_clip(clip_of(drawing(leaf()), ["leaf"]).text())
        before = contours_of(drawing(leaf()), "leaf")[0]
        (item,) = clip.items
        shift = item.contours[0].anchors[0].at - before.anchors[0].at
        for a, b in zip(item.contours[0].anchors, before.anchors, strict=True):
            self.assertLess(abs(a.at - b.at - shift), 1e-9)
            self.assertEqual((a.into, a.out, a.kind), (b.into, b.out, b.kind))
