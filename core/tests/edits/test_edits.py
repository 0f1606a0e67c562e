"""Commands: what each does, that it can be taken back, and that the rest stays as it was."""

import json
import math
import random
import unittest
from dataclasses import replace

from buildup.drawing.clips import clip_of
from buildup.drawing.codec import read, read_item, write, write_item
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Guide, Sheet
from buildup.edits.apply import COMMANDS, apply, kind_of, read_command, write_command
from buildup.edits.change import Delta, inverse, updated
from buildup.edits.library.libraryplacement import shelf_clip
from buildup.edits.sheet.guides import AddGuide
from buildup.errors import Refusal
from buildup.forms.frames import own_standing
from hypothesis import example, given
from hypothesis import strategies as st

from core.tests.zoo import drawing, full, leaf, lettering, plate, ring, wire

UNDERLAY = {"id": "u", "picture": 1, "name": "u", "x": 100, "y": 100, "width": 80, "height": 60}
LEAF = ["leaf", 0, 0]
CLIP = clip_of(full(), ["leaf", "pair"]).text()
KEPT = shelf_clip(clip_of(full(), ["leaf", "plate"]).text()).text()
SAID = write(lettering("VA\nA"))
SAYING = {
    "item": "words",
    "text": "VAVA",
    "font": "zoo",
    "font_name": "Zoo",
    "kerning": False,
    "ligatures": False,
    "shaped": write(lettering("VAVA").shaped),
}
EVERY = [
    {"kind": "draw_anchor", "item": "new", "at": [1, 2], "handle": [3, 4]},
    {
        "kind": "add_outline",
        "item": "new",
        "contours": [{"anchors": [{"at": [0, 0]}, {"at": [9, 9]}]}],
    },
    {"kind": "move_anchors", "anchors": [LEAF, ["second", 0, 2]], "by": [5, -3]},
    {"kind": "place_anchor", "anchor": LEAF, "x": 12.5},
    {"kind": "move_handle", "anchor": LEAF, "side": "out", "to": [30, 40]},
    {"kind": "set_handle", "anchor": LEAF, "side": "into", "angle": 45, "length": 0},
    {"kind": "set_anchor_kind", "anchors": [["leaf", 0, 2]], "to": "flowing"},
    {"kind": "delete_anchors", "anchors": [["leaf", 0, 1], ["leaf", 0, 2], ["ring", 0, 0]]},
    {"kind": "delete_anchors", "anchors": [LEAF], "refit": False},
    {"kind": "pull_handle", "anchor": ["leaf", 0, 2], "to": [70, 150], "stepped": True},
    {"kind": "insert_anchor", "item": "leaf", "at": [50, 60]},
    {"kind": "add_anchors", "segments": [LEAF, ["ring", 0, 1]], "where": "middle"},
    {"kind": "bend_segment", "item": "leaf", "grabbed": [60, 0], "to": [70, -20]},
    {"kind": "straighten_segments", "segments": [LEAF, ["wing", 0, 1]]},
    {"kind": "delete_segment", "segment": ["leaf", 0, 1]},
    {"kind": "split_at_anchors", "anchors": [["leaf", 0, 1], ["open", 0, 1]]},
    {"kind": "join_ends", "first": ["open", 0, 2], "second": ["sketch", 0, 0], "handle": [5, 9]},
    {"kind": "reverse_outlines", "items": ["leaf", "wing"]},
    {"kind": "set_start_point", "anchor": ["leaf", 0, 2]},
    {"kind": "line_up", "anchors": [LEAF, ["wing", 0, 1]], "axis": "level"},
    {"kind": "space_anchors", "anchors": [LEAF, ["leaf", 0, 1], ["wing", 0, 1]], "axis": "level"},
    {"kind": "copy_handles", "source": LEAF, "anchors": [["leaf", 0, 2]], "mirrored": True},
    {
        "kind": "make_twins",
        "first": LEAF,
        "second": ["leaf", 0, 1],
        "twin": "t1",
        "about": "upright",
    },
    {"kind": "release_twins", "anchors": [["wing", 0, 1]]},
    {"kind": "draw_stroke", "item": "sketch", "points": [[0, 300]], "tolerance": 1},
    {"kind": "set_tolerance", "items": ["sketch"], "tolerance": 20},
    {"kind": "close_outline", "item": "open", "handle": [0, -20]},
    {"kind": "draw_shape", "item": "new", "shape": "ellipse", "start": [0, 0], "to": [40, -30]},
    {"kind": "set_dial", "items": ["plate"], "dial": "radius", "value": 4},
    {"kind": "drag_peg", "item": "plate", "dial": "radius", "to": [0, 0]},
    {"kind": "draw_line", "item": "new", "start": [0, 0], "to": [40, 35], "stepped": True},
    {"kind": "change_shape", "items": ["plate"], "shape": "polygon"},
    {"kind": "set_dials", "items": ["plate"], "shape": "cross", "dials": {"radius": 7}},
    {"kind": "copy_dials", "source": "hexagon", "items": ["plate"]},
    {"kind": "set_shape_length", "items": ["hexagon"], "length": "side", "value": 30},
    {
        "kind": "set_corners",
        "anchors": [["leaf", 0, 2], ["open", 0, 1]],
        "radius": 4,
        "style": "soft",
    },
    {"kind": "drag_corners", "anchors": [["leaf", 0, 2]], "to": [20, 90]},
    {"kind": "convert_corners", "items": ["bracket"]},
    {"kind": "convert_to_outlines", "items": ["plate", "leaf"]},
    {"kind": "move_items", "items": ["leaf", "plate"], "by": [10, 1], "straight": True},
    {
        "kind": "resize_items",
        "items": ["leaf", "plate"],
        "grip": "se",
        "to": [500, 400],
        "even": True,
    },
    {"kind": "drag_rotation", "items": ["plate"], "start": [100, 0], "to": [0, 100]},
    {"kind": "place_items", "items": ["leaf"], "x": 5, "width": 50},
    {"kind": "move_along", "items": ["leaf", "pair"], "distance": 20, "angle": 30},
    {"kind": "scale_items", "items": ["leaf", "plate"], "x": 2, "y": -0.5, "grow": True},
    {"kind": "rotate_items", "items": ["bracket"], "angle": 40, "about": [10, 10], "copies": "cc"},
    {"kind": "flip_items", "items": ["wing", "plate"], "axis": "level", "about": "e"},
    {"kind": "shear_items", "items": ["plate", "hexagon"], "angle": 20, "along": "upright"},
    {"kind": "drag_shear", "items": ["plate", "leaf"], "grip": "n", "to": [30, -50]},
    {"kind": "align_items", "items": ["leaf", "second", "pair"], "edge": "left"},
    {"kind": "space_items", "items": ["leaf", "second", "pair"], "axis": "down", "distance": 7},
    {"kind": "row_of_copies", "items": ["leaf", "pair"], "copies": "row", "count": 3},
    {"kind": "ring_of_copies", "items": ["leaf"], "copies": "ring-of", "count": 5},
    {"kind": "grid_of_copies", "items": ["leaf"], "copies": "grid", "columns": 2, "rows": 2},
    {"kind": "paste_items", "clip": CLIP, "copies": "pasted", "at": [50, 60]},
    {"kind": "add_text", "item": "new", "at": [5, 6], "lettering": SAID},
    {"kind": "edit_text", "items": ["words"], "texts": [SAYING]},
    {"kind": "set_text_setting", "items": ["words", "round"], "setting": "tracking", "value": 30},
    {"kind": "drag_text", "item": "words", "setting": "radius", "to": [-380, 40]},
    {"kind": "align_text", "items": ["words", "round"], "align": "end"},
    {"kind": "bend_text", "items": ["words"], "bent": False},
    {"kind": "put_text_on_path", "item": "words", "line": "leaf", "assembly": "new"},
    {"kind": "set_text_path", "items": ["round"], "other_side": True},
    {"kind": "mirror_items", "items": ["leaf"], "axis": {"angle": 30, "through": "middle"}},
    {"kind": "make_symmetry", "symmetry": "wheel", "pattern": "wheel", "items": ["leaf", "ring"]},
    {"kind": "set_symmetry", "symmetry": "whirl", "count": 5, "angle": 20, "x": 440},
    {"kind": "drag_symmetry", "symmetry": "whirl", "peg": "end", "to": [500, 160]},
    {"kind": "set_second_style", "symmetry": "whirl", "style": {"stroke": "#C2410C"}},
    {"kind": "set_seam", "anchors": [["seamed", 0, 0]], "to": "point"},
    {"kind": "close_seam", "symmetry": "whirl"},
    {"kind": "find_twins", "item": "wing", "twins": "tw"},
    {"kind": "ease_anchors", "anchors": [["leaf", 0, 2]], "to": "curvature", "keep": True},
    {"kind": "balance_handles", "anchors": [["leaf", 0, 1]]},
    {"kind": "fair_segments", "segments": [["leaf", 0, 0], ["leaf", 0, 1]], "tolerance": 3},
    {"kind": "regular_segments", "segments": [["leaf", 0, 0], ["leaf", 0, 1]], "to": "arc"},
    {"kind": "simplify_outlines", "items": ["leaf"], "tolerance": 30, "corners": False},
    {"kind": "set_traced_area", "reference": "u", "traced_area": None},
    {"kind": "trace_outline", "item": "new", "reference": "u", "tolerance": 2},
    {"kind": "fit_to_reference", "anchors": [["leaf", 0, 1]], "reference": "u", "reach": 5},
    {"kind": "shorten_handles", "segments": [["tight", 0, 0]]},
    {"kind": "add_transition_curves", "anchors": [["leaf", 0, 1]], "length": 9},
    {
        "kind": "add_transition_curves",
        "anchors": [["leaf", 0, 1]],
        "length": 9,
        "curve": "clothoid",
    },
    {"kind": "smooth_with_brush", "item": "leaf", "places": [[50, 0], [99, 10]], "reach": 20},
    {"kind": "pull_with_brush", "item": "leaf", "grabbed": [100, 20], "to": [110, 24], "reach": 40},
    {"kind": "blend_items", "items": ["leaf", "second"], "count": 2},
    {"kind": "blend_items", "items": ["leaf", "second"], "count": 2, "live": True},
    {"kind": "make_symmetric", "item": "wing", "axis": {"centre": [501, 0], "angle": 90}},
    {"kind": "step_items", "items": ["leaf"], "to": "front"},
    {"kind": "set_rule", "items": ["ring"], "rule": "evenodd"},
    {"kind": "set_fill", "items": ["leaf"], "colour": "#0C6B65"},
    {"kind": "set_stroke", "items": ["leaf"], "colour": None},
    {"kind": "set_stroke_width", "items": ["leaf"], "width": 3},
    {"kind": "set_pen", "items": ["leaf"], "cap": "butt", "dashes": [4, 2], "placing": "inside"},
    {"kind": "set_overprint", "items": ["leaf"], "stroke": 0, "overprint": True},
    {"kind": "set_fill_opacity", "items": ["leaf"], "opacity": 0.5},
    {"kind": "add_stroke", "items": ["wing", "leaf"]},
    {"kind": "delete_stroke", "items": ["wing"], "stroke": 0},
    {"kind": "order_stroke", "items": ["wing"], "stroke": 0},
    {"kind": "set_blend", "items": ["pair", "leaf"], "blend": "multiply"},
    {"kind": "set_effects", "items": ["leaf"], "effects": [{"kind": "glow", "radius": 3}]},
    {"kind": "set_gradient", "items": ["wing"], "turned": 30, "turned_round": True},
    {"kind": "place_picture", "item": "new", "picture": 3, "called": "P", "pixels": [40, 30]},
    {"kind": "mask_items", "items": ["leaf", "second"], "group": "new-group", "mask": "alpha"},
    {"kind": "set_mask", "items": ["pair"], "mask": "luminance"},
    {"kind": "set_picture", "items": ["leaf", "pair"], "picture": 3, "pixels": [40, 30]},
    {"kind": "drag_gradient", "items": ["wing"], "peg": "end", "to": [540, 90]},
    {"kind": "add_stop", "items": ["wing"], "stroke": 1},
    {"kind": "delete_stop", "items": ["wing"], "stop": 1},
    {"kind": "add_swatches", "prefix": "n", "colours": [{"name": "Oak", "colour": "#9A7B4F"}]},
    {"kind": "swatches_of_items", "items": ["wing", "plate"], "prefix": "n"},
    {"kind": "set_swatch", "swatch": "ink", "colour": "#6D3A9C"},
    {"kind": "delete_swatches", "swatches": ["ink"]},
    {"kind": "apply_style", "items": ["leaf", "badge"], "style": {"fill": "#C2410C"}},
    {"kind": "save_style", "item": "wing", "style_id": "mine"},
    {"kind": "set_saved_style", "style_id": "old", "called": "Older"},
    {"kind": "delete_items", "items": ["second", "leaf"]},
    {"kind": "duplicate_items", "items": ["ring", "leaf"], "copies": ["c1", "c2"], "by": [5, 5]},
    {"kind": "place_from_shelf", "clip": KEPT, "copies": "kept", "called": "Leaf", "start": [9, 9]},
    {
        "kind": "update_linked_copies",
        "items": ["copy"],
        "clip": KEPT,
        "copies": "kept",
        "entry": "shelf-2",
        "state": 2,
    },
    {"kind": "unlink_items", "items": ["copy"]},
    {"kind": "order_items", "items": ["leaf", "ring"], "behind": "second"},
    {"kind": "hide_items", "items": ["leaf"], "hidden": True},
    {"kind": "lock_items", "items": ["leaf"], "locked": True},
    {"kind": "rename_item", "item": "leaf", "called": "Blatt ✿"},
    {"kind": "group_items", "items": ["leaf", "second"], "group": "new-group"},
    {"kind": "separate_items", "items": ["pair"]},
    {"kind": "add_layer", "layer": "new-layer"},
    {"kind": "merge_layers", "items": ["layer-1", "layer-2"]},
    {"kind": "set_opacity", "items": ["pair", "layer-2"], "opacity": 0.5},
    {"kind": "assemble", "items": ["leaf", "plate"], "assembly": "asm", "operation": "difference"},
    {"kind": "set_assembly", "assembly": "badge", "operation": "exclusion"},
    {"kind": "set_part", "items": ["bite"], "role": "intersection"},
    {"kind": "set_result", "assembly": "badge", "result": {"kind": "stroke"}},
    {"kind": "set_result", "assembly": "badge", "result": {"kind": "blend", "count": 5}},
    {"kind": "drag_offset", "assembly": "badge", "to": [650, 400]},
    {"kind": "partition", "items": ["disc", "bite"], "prefix": "region"},
    {"kind": "cut_items", "line": [[50, -50], [50, 200]]},
    {"kind": "cut_path", "item": "leaf", "at": [100, 20]},
    {"kind": "crop_items", "items": ["leaf", "ring", "open"]},
    {
        "kind": "sweep_regions",
        "items": ["disc", "bite"],
        "places": [[670, 400], [715, 400]],
        "item": "swept",
    },
    {"kind": "strokes_to_outlines", "items": ["open", "disc"]},
    {"kind": "offset_items", "items": ["disc"], "distance": 5, "count": 2},
    {"kind": "make_compound", "items": ["leaf", "ring"]},
    {"kind": "set_sheet", "width": 400, "unit": "px", "scale_items": True},
    {"kind": "set_sheet_colour", "colour": None},
    {"kind": "set_grid", "grid": {"step": 20, "parts": 4, "shown": True}},
    {"kind": "add_guide", "guide": {"id": "g2", "x": 5, "y": 6, "angle": 270}},
    {"kind": "move_guide", "guide": "g", "to": [7, 8]},
    {"kind": "set_guide", "guide": {"id": "g", "x": 1, "y": 2, "angle": 30, "locked": True}},
    {"kind": "delete_guides", "guides": ["g"]},
    {"kind": "hide_guides", "hidden": True},
    {
        "kind": "follow_formula",
        "targets": [["plate", "dials.radius"], ["", "width"]],
        "formula": "=2*r",
        "unit": "px",
    },
    {
        "kind": "add_measure",
        "measure": {"id": "m2", "name": "gap", "formula": "r / 2", "unit": "px", "note": ""},
        "targets": [["plate", "frame.nw.x"]],
    },
    {"kind": "change_measure", "measure": "m", "called": "radius", "formula": "8 px"},
    {"kind": "delete_measures", "measures": ["m"]},
    {"kind": "add_measure_set", "set": "l", "called": "L"},
    {"kind": "show_measure_set", "set": "s"},
    {"kind": "rename_measure_set", "set": "s", "called": "Small"},
    {"kind": "delete_measure_set", "set": "s"},
    {
        "kind": "add_reference",
        "reference": "u2",
        "picture": 3,
        "called": "form",
        "pixels": [40, 30],
    },
    {
        "kind": "drag_reference",
        "reference": "u",
        "part": "turn",
        "start": [200, 100],
        "to": [100, 200],
    },
    {"kind": "set_reference", "reference": {**UNDERLAY, "strength": 0.5, "grey": True}},
    {"kind": "delete_reference", "reference": "u"},
]


def same(test, one, other):
    test.assertEqual(one.tree, other.tree)
    test.assertEqual(dict(one.items), dict(other.items))
    test.assertEqual(one.sheet, other.sheet)


class LawTest(unittest.TestCase):
    def test_every_command_is_tried_here(self):
        tried = {c["kind"] for c in EVERY}
        self.assertEqual(tried, {kind_of(c) for c in COMMANDS})

    def test_apply_then_take_back(self):
        for data in EVERY:
            with self.subTest(data["kind"]):
                before = full()
                change = apply(before, read_command(data))
                after = updated(before, change.forward)
                self.assertNotEqual(
                    (after.items, after.tree, after.sheet),
                    (before.items, before.tree, before.sheet),
                )
                same(self, updated(after, change.back), before)
                same(self, updated(before, change.inverted().back), after)
                touched = {i.id for i in change.forward.put} | set(change.forward.removed)
                for item_id in set(before.items) - touched:
                    self.assertIs(after.items[item_id], before.items[item_id])

    def test_commands_and_deltas_survive_json(self):
        for data in EVERY:
            with self.subTest(data["kind"]):
                command = read_command(data)
                written = json.loads(json.dumps(write_command(command)))
                self.assertEqual(read_command(written), command)
                forward = apply(full(), command).forward
                again = Delta.from_json(json.loads(json.dumps(forward.to_json())))
                self.assertEqual(again, replace(forward, message=""))

    def test_an_assembly_that_became_outlines_comes_back_with_its_parts(self):
        before = full()
        parts = {"items": ["leaf", "plate"], "assembly": "asm", "operation": "union"}
        made = updated(before, apply(before, read_command({"kind": "assemble", **parts})).forward)
        for after in (
            {"kind": "convert_to_outlines", "items": ["asm"]},
            {"kind": "cut_items", "line": [[50, -50], [50, 200]], "items": ["asm"]},
        ):
            change = apply(made, read_command(after))
            there = updated(made, change.forward)
            self.assertNotIn("leaf", there.items)
            back = updated(there, change.back)
            self.assertEqual(back.tree.children("asm"), ("leaf", "plate"))
            same(self, back, made)

    @example(
        [
            {
                "kind": "assemble",
                "items": ["leaf", "plate"],
                "assembly": "asm",
                "operation": "difference",
            },
            {"kind": "cut_items", "line": [[50, -50], [50, 200]]},
        ]
    )
    @given(st.lists(st.sampled_from(EVERY), max_size=8))
    def test_a_row_of_changes_is_one_change(self, row):
        start = at = full()
        forward, back = Delta(), Delta()
        for number, data in enumerate(row):
            fresh = {"item": f"n{number}"} if data.get("item") == "new" else {}
            copies = {"copies": [f"a{number}", f"b{number}"]} if "copies" in data else {}
            try:
                change = apply(at, read_command(data | fresh | copies))
            except Refusal:
                continue
            forward, back = forward.then(change.forward), change.back.then(back)
            at = updated(at, change.forward)
        same(self, updated(start, forward), at)
        same(self, updated(at, back), start)
        same(self, updated(updated(start, forward), inverse(start, forward)), start)


class RefusalTest(unittest.TestCase):
    def test_bad_commands_are_refused_with_a_code_and_a_sentence(self):
        nan, inf = float("nan"), float("inf")
        cases = [
            ({}, "bad_data"),
            ([], "bad_data"),
            ({"kind": "explode"}, "bad_data"),
            ({"kind": "move_items", "items": ["leaf"]}, "bad_data"),
            ({"kind": "move_items", "items": ["leaf"], "by": [1, 2], "colour": "red"}, "bad_data"),
            ({"kind": "move_items", "items": ["leaf"], "by": [nan, 0]}, "bad_data"),
            ({"kind": "move_items", "items": ["leaf"], "by": [inf, 0]}, "bad_data"),
            ({"kind": "move_items", "items": ["leaf"], "by": [1e12, 0]}, "bad_data"),
            ({"kind": "move_items", "items": ["leaf"], "by": ["1", 0]}, "bad_data"),
            ({"kind": "move_items", "items": [], "by": [1, 0]}, "nothing_selected"),
            ({"kind": "move_items", "items": ["ghost"], "by": [1, 0]}, "unknown_item"),
            ({"kind": "move_items", "items": ["../x"], "by": [1, 0]}, "bad_id"),
            (
                {"kind": "move_anchors", "anchors": [["leaf", 0, 99]], "by": [1, 0]},
                "unknown_anchor",
            ),
            ({"kind": "move_anchors", "anchors": [["leaf", 7, 0]], "by": [1, 0]}, "unknown_anchor"),
            (
                {"kind": "move_anchors", "anchors": [["plate", 0, 0]], "by": [1, 0]},
                "not_an_outline",
            ),
            ({"kind": "draw_anchor", "item": "leaf", "at": [0, 0]}, "closed_outline"),
            ({"kind": "close_outline", "item": "leaf"}, "cannot_close"),
            ({"kind": "add_outline", "item": "x", "contours": []}, "bad_outline"),
            ({"kind": "add_outline", "item": "x", "contours": [{"anchors": []}]}, "bad_outline"),
            (
                {
                    "kind": "draw_shape",
                    "item": "leaf",
                    "shape": "ellipse",
                    "start": [0, 0],
                    "to": [9, 9],
                },
                "item_exists",
            ),
            (
                {"kind": "draw_shape", "item": "x", "shape": "blob", "start": [0, 0], "to": [9, 9]},
                "unknown_shape",
            ),
            (
                {
                    "kind": "draw_shape",
                    "item": "x",
                    "shape": "ellipse",
                    "start": [0, 0],
                    "to": [9, 0],
                },
                "no_size",
            ),
            ({"kind": "set_dial", "items": ["leaf"], "dial": "radius", "value": 1}, "unknown_dial"),
            (
                {"kind": "set_dial", "items": ["plate"], "dial": "radius", "value": -1},
                "dial_out_of_range",
            ),
            ({"kind": "convert_to_outlines", "items": ["leaf"]}, "already_outlines"),
            ({"kind": "place_items", "items": ["leaf"], "width": 0}, "too_small"),
            ({"kind": "set_fill", "items": ["leaf"], "colour": "red"}, "bad_colour"),
            ({"kind": "set_stroke_width", "items": ["leaf"], "width": -1}, "bad_stroke"),
            ({"kind": "set_pen", "items": ["leaf"], "dashes": [0, 0]}, "bad_dashes"),
            ({"kind": "set_pen", "items": ["leaf"], "dashes": [1] * 17}, "bad_dashes"),
            ({"kind": "set_pen", "items": ["leaf"], "miter_limit": 0}, "bad_miter"),
            ({"kind": "rename_item", "item": "leaf", "called": " "}, "bad_name"),
            ({"kind": "rename_item", "item": "leaf", "called": "x" * 121}, "bad_name"),
            ({"kind": "duplicate_items", "items": ["leaf"], "copies": []}, "bad_id"),
            ({"kind": "set_sheet", "width": 0}, "bad_sheet"),
            ({"kind": "set_sheet", "width": 1000 * 1000 / 25.4 * 96}, "bad_data"),
            ({"kind": "set_sheet", "unit": "yd"}, "bad_unit"),
            ({"kind": "set_grid", "grid": {"step": 0, "parts": 1}}, "bad_grid"),
            ({"kind": "add_guide", "guide": {"id": "g2", "x": nan, "y": 0}}, "bad_data"),
            ({"kind": "move_guide", "guide": "ghost", "to": [0, 0]}, "unknown_guide"),
            ({"kind": "delete_reference", "reference": "ghost"}, "unknown_reference"),
            ({"kind": "set_reference", "reference": {**UNDERLAY, "strength": 2}}, "bad_reference"),
        ]
        for data, code in cases:
            with self.subTest(data), self.assertRaises(Refusal) as caught:
                apply(full(), read_command(data))
            self.assertEqual(caught.exception.code, code)
            self.assertRegex(caught.exception.sentence, r"[.!]$")

    def test_a_locked_item_is_left_alone(self):
        locked = updated(
            full(),
            apply(
                full(), read_command({"kind": "lock_items", "items": ["leaf"], "locked": True})
            ).forward,
        )
        for data in EVERY:
            if "leaf" in data.get("items", ()) and data["kind"] not in (
                "hide_items",
                "lock_items",
                "order_items",
            ):
                with self.subTest(data["kind"]), self.assertRaises(Refusal) as caught:
                    apply(locked, read_command(data))
                self.assertEqual(caught.exception.code, "locked_item")


class FarTest(unittest.TestCase):
    """Whatever an edit leads to can be read again, or the edit is refused."""

    def test_sums_of_legal_edits_stay_readable(self):
        dice = random.Random(8)
        far = 950_000.0
        for _ in range(40):
            value = full()
            for _ in range(12):
                data = dice.choice(EVERY)
                if dice.random() < 0.6:
                    by = [dice.uniform(-far, far), dice.choice((0, far))]
                    data = {"kind": "move_items", "items": ["leaf", "plate", "wing"], "by": by}
                try:
                    change = apply(value, read_command(data))
                except Refusal:
                    continue
                for item in change.forward.put:
                    self.assertEqual(read(type(item), json.loads(json.dumps(write(item)))), item)
                value = updated(value, change.forward)

    def test_the_refusal_says_what_to_do(self):
        once = updated(full(), apply(full(), read_command(self.move())).forward)
        with self.assertRaises(Refusal) as caught:
            apply(once, read_command(self.move()))
        self.assertEqual(caught.exception.code, "too_far")
        self.assertIn("Nothing was changed", caught.exception.sentence)

    def move(self):
        return {"kind": "move_items", "items": ["leaf"], "by": [900_000, 0]}

    def test_what_was_kept_is_read_whatever_its_size(self):
        data = write_item(leaf(by=5e13 + 2e6j))
        self.assertEqual(read_item(json.loads(json.dumps(data))), leaf(by=5e13 + 2e6j))
        with self.assertRaises(Refusal) as caught:
            read(Outline, {k: v for k, v in data.items() if k not in ("type", "form")})
        self.assertIn("far too large", caught.exception.sentence)

    def test_nan_and_odd_text_get_in_nowhere(self):
        guide = {"kind": "add_guide", "guide": {"id": "g", "x": 1, "y": math.inf}}
        odd = {"kind": "add_guide", "guide": {"id": "half \ud800", "x": 1, "y": 1}}
        for data in (guide, odd):
            with self.assertRaises(Refusal):
                read_command(data)
        with self.assertRaises(Refusal):
            AddGuide(guide=Guide(id="g", x=math.nan, y=0))


class OrderTest(unittest.TestCase):
    def test_moves_in_the_order_are_taken_back_and_cost_alike(self):
        """Against a list; and half of 4,000 items reordered in a moment's steps."""
        dice = random.Random(6)
        ids = [f"i{k}" for k in range(30)]
        value = drawing(*(wire(i) for i in ids))
        for _ in range(60):
            chosen = dice.sample(ids, 5)
            behind = dice.choice([None, *ids])
            data = {"kind": "order_items", "items": chosen, "behind": behind}
            change = apply(value, read_command(data))
            after = updated(value, change.forward)
            rest = [i for i in value.order if i not in chosen]
            below = behind
            if behind in chosen:
                lower = [i for i in value.order[: value.order.index(behind)] if i in rest]
                below = lower[-1] if lower else None
            at = 0 if below is None else rest.index(below) + 1
            moved = [i for i in value.order if i in chosen]
            self.assertEqual(after.order, (*rest[:at], *moved, *rest[at:]))
            self.assertEqual(updated(after, change.back).order, value.order)
            value = after


class EffectTest(unittest.TestCase):
    def after(self, before: Drawing, **data):
        return updated(before, apply(before, read_command(data)).forward)

    def test_untouched_segments_come_out_bit_for_bit(self):
        before = drawing(leaf(by=0.1 + 0.7j))
        after = self.after(before, kind="move_anchors", anchors=[LEAF], by=[1 / 3, 0.1])
        old, new = before.items["leaf"].contours[0], after.items["leaf"].contours[0]
        self.assertIs(new.anchors[1], old.anchors[1])
        self.assertEqual(new.segments[1], old.segments[1])
        self.assertNotEqual(new.segments[0], old.segments[0])

    def test_resizing_a_turned_shape_keeps_the_other_side_and_the_radius(self):
        before = drawing(plate())
        frame = own_standing(before.items["plate"])
        far = frame.on_sheet(complex(150, 0))
        after = self.after(
            before, kind="resize_items", items=["plate"], grip="e", to=[far.real, far.imag]
        )
        shape = after.items["plate"]
        self.assertAlmostEqual(shape.frame.width, 200)
        self.assertAlmostEqual(shape.frame.height, 60)
        self.assertEqual(shape.dials["radius"], 10)
        self.assertAlmostEqual(own_standing(shape).on_sheet(-100), frame.on_sheet(-50))

    def test_squeezing_through_zero_mirrors_and_never_collapses(self):
        before = drawing(leaf())
        left = own_standing(before.items["leaf"]).corners[0].real
        flat = self.after(before, kind="resize_items", items=["leaf"], grip="e", to=[left, 0])
        self.assertGreater(own_standing(flat.items["leaf"]).width, 0)

    def test_an_outline_remembers_how_far_it_was_turned(self):
        turned = self.after(drawing(leaf()), kind="place_items", items=["leaf"], angle=30)
        before, after = own_standing(leaf()), own_standing(turned.items["leaf"])
        self.assertAlmostEqual(after.angle, 30)
        self.assertAlmostEqual(after.width, before.width)
        self.assertAlmostEqual(after.centre, before.centre)

    def test_moving_a_flowing_anchor_adapts_its_neighbours_only(self):
        before = drawing(ring(), leaf())
        before = self.after(before, kind="set_anchor_kind", anchors=[["ring", 0, 0]], to="flowing")
        after = self.after(before, kind="move_anchors", anchors=[["ring", 0, 0]], by=[30, 0])
        positions = [a.at for a in after.items["ring"].contours[0].anchors]
        self.assertEqual(positions[1:], [a.at for a in ring().contours[0].anchors[1:]])
        self.assertNotEqual(
            after.items["ring"].contours[0].anchors[1], before.items["ring"].contours[0].anchors[1]
        )

    def test_turning_into_outlines_keeps_the_form(self):
        after = self.after(drawing(plate()), kind="convert_to_outlines", items=["plate"])
        outline = after.items["plate"]
        self.assertEqual(len(outline.contours[0].anchors), 8)
        self.assertAlmostEqual(own_standing(outline).width, 100)
        self.assertAlmostEqual(outline.angle, 30)

    def test_items_survive_json_bit_for_bit(self):
        for item in full().items.values():
            again = read_item(json.loads(json.dumps(write_item(item))))
            self.assertEqual(again, item)

    def test_sheet_defaults_are_a4(self):
        """ISO 216: 210 × 297 mm."""
        self.assertAlmostEqual(Sheet().width / 96 * 25.4, 210)
        self.assertAlmostEqual(Sheet().height / 96 * 25.4, 297)
