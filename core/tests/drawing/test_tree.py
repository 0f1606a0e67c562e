"""Items in containers: every item in one, none in itself, and only what is touched forgotten."""

import json
import unittest
from dataclasses import replace

from buildup.drawing.codec import write_item
from buildup.drawing.items import Items
from buildup.drawing.itemtypes import Group, Layer
from buildup.drawing.model import FIRST_LAYER, Drawing
from buildup.drawing.tree import ROOT, Tree
from buildup.edits.apply import apply, read_command
from buildup.edits.change import Delta, chained, chained_json, inverse, touched_by, updated
from buildup.errors import Refusal
from buildup.formats.svg.svgwrite import svg
from buildup.forms.contours import item_box
from buildup.forms.frames import standing_of
from buildup.host import within
from buildup.repainting import changed_items, repaint
from buildup.snapping.snapindex import SnapIndex
from buildup.view.drawables import drawable
from hypothesis import given
from hypothesis import strategies as st

from core.tests.zoo import drawing, full, leaf, wire

NAMES = [f"n{k}" for k in range(12)]
some = st.lists(st.sampled_from([*NAMES, FIRST_LAYER, "ghost"]), min_size=1, max_size=4)
one = st.sampled_from([*NAMES, FIRST_LAYER, "ghost"])
maybe = st.none() | one


def command(kind, **fields):
    return st.fixed_dictionaries({"kind": st.just(kind), **fields})


EDITS = st.lists(
    st.one_of(
        command("draw_line", item=one, start=st.just([0, 0]), to=st.just([9, 5]), container=maybe),
        command("group_items", items=some, group=one),
        command("separate_items", items=some),
        command("add_layer", layer=one, behind=maybe),
        command("merge_layers", items=some),
        command("order_items", items=some, behind=maybe, container=maybe),
        command("delete_items", items=some),
        command("duplicate_items", items=some, copies=some, container=maybe, behind=maybe),
        command("hide_items", items=some, hidden=st.booleans()),
        command("lock_items", items=some, locked=st.booleans()),
        command("set_opacity", items=some, opacity=st.just(0.5)),
        command("move_items", items=some, by=st.just([3, 4])),
        command("rename_item", item=one, called=st.just("x")),
    ),
    max_size=30,
)


def flat(*ids):
    return drawing(*(wire(i) for i in ids))


def done(value, **data):
    return updated(value, apply(value, read_command(data)).forward)


class TreeLawTest(unittest.TestCase):
    def check(self, value):
        """Every item in exactly one container, layers on top, no group without anything."""
        listed = [i for c in (ROOT, *value.items) for i in value.tree.children(c)]
        self.assertEqual(sorted(listed), sorted(value.items))
        self.assertEqual(sorted(value.tree.below()), sorted(value.items))  # so there is no cycle
        self.assertEqual(set(value.order), {i for i in value.items if value.tree.is_leaf(i)})
        self.assertGreaterEqual(len(value.tree.children()), 1)
        for item_id, item in value.items.items():
            self.assertEqual(isinstance(item, Layer), value.tree.container(item_id) == ROOT)
            self.assertTrue(not isinstance(item, Group) or value.tree.children(item_id))
            holds = isinstance(item, Group | Layer)
            self.assertTrue(holds or not value.tree.children(item_id))

    @given(EDITS)
    def test_apply_then_take_back_on_any_tree(self, edits):
        start = at = flat("n0", "n1", "n2")
        changes = []
        for data in edits:
            try:
                change = apply(at, read_command(data))
            except Refusal:
                continue
            after = updated(at, change.forward)
            self.check(after)
            self.assertEqual(updated(after, change.back), at)
            again = Delta.from_json(change.forward.to_json())
            self.assertEqual(updated(at, again), after)
            changes.append(change)
            at = after
        whole = chained(c.forward for c in changes)
        kept = (c.forward.to_json() for c in changes)
        self.assertEqual(chained_json(kept), replace(whole, message=""))
        self.assertEqual(updated(start, whole), at)
        self.assertEqual(updated(at, chained(c.back for c in reversed(changes))), start)
        self.assertEqual(updated(updated(start, whole), inverse(start, whole)), start)

    @given(EDITS)
    def test_what_is_remembered_is_what_would_be_worked_out_anew(self, edits):
        at = flat("n0", "n1", "n2")
        for data in edits:
            for item_id in at.items:
                drawable(at, item_id)
            try:
                change = apply(at, read_command(data))
            except Refusal:
                continue
            before, at = at, updated(at, change.forward)
            fresh = Drawing(at.sheet, at.items, at.tree)
            for item_id in at.items:
                self.assertEqual(drawable(at, item_id), drawable(fresh, item_id))
                self.assertEqual(item_box(at, item_id), item_box(fresh, item_id))
            shown = {i: drawable(before, i) for i in before.items}
            told = set(changed_items(at, change.forward, before=before.tree))
            different = {i for i in at.items if shown.get(i) != drawable(at, i)}
            self.assertLessEqual(different, told)

    def test_an_edit_forgets_the_item_and_what_is_around_it_and_nothing_else(self):
        value = full()
        for item_id in value.items:
            drawable(value, item_id)
            item_box(value, item_id)
        made = value.memo.made
        after = done(value, kind="move_items", items=["ring"], by=[1, 1])
        for item_id in after.items:
            drawable(after, item_id)
            item_box(after, item_id)
        # of the ring its frame, contours, box and drawable; of all around it boxes and drawable
        self.assertEqual(after.memo.made - made, 4 + 3 + 3 + 2)
        delta = apply(value, read_command({"kind": "delete_items", "items": ["ring"]})).forward
        self.assertEqual(touched_by(delta, (value.tree,)), {"ring", "inner", "pair", "layer-2"})


class ContainerTest(unittest.TestCase):
    def refused(self, value, **data):
        with self.assertRaises(Refusal) as caught:
            apply(value, read_command(data))
        self.assertRegex(caught.exception.sentence, r"[.!]$")
        return caught.exception.code

    def test_a_group_comes_to_lie_where_its_frontmost_item_lay(self):
        value = done(flat("a", "b", "c", "d"), kind="group_items", items=["c", "a"], group="g")
        self.assertEqual(value.tree.children(FIRST_LAYER), ("b", "g", "d"))
        self.assertEqual(value.tree.children("g"), ("a", "c"))
        self.assertEqual(value.items["g"].name, "Group 1")
        self.assertEqual(
            done(value, kind="separate_items", items=["g"]).order, ("b", "a", "c", "d")
        )

    def test_groups_in_groups_are_taken_apart_together(self):
        value = done(flat("a", "b", "c", "d"), kind="group_items", items=["a", "b"], group="g")
        value = done(value, kind="group_items", items=["g", "c"], group="h")
        both = done(value, kind="separate_items", items=["g", "h"])
        self.assertEqual(both.tree.children(FIRST_LAYER), ("a", "b", "c", "d"))
        outer = done(value, kind="separate_items", items=["h"])
        self.assertEqual(outer.tree.children(FIRST_LAYER), ("g", "c", "d"))

    def test_a_group_goes_with_the_last_thing_in_it(self):
        value = full()
        left = done(value, kind="delete_items", items=["ring", "sketch"])
        self.assertNotIn("inner", left.items)
        moved = done(left, kind="order_items", items=["hexagon"], container=FIRST_LAYER)
        self.assertEqual(moved.tree.children("layer-2"), ())
        self.assertNotIn("pair", moved.items)

    def test_what_a_container_is_holds_for_all_in_it(self):
        for kind, flag in (("hide_items", "hidden"), ("lock_items", "locked")):
            value = done(full(), kind=kind, items=["pair"], **{flag: True})
            asked = getattr(value, flag)
            self.assertTrue(asked("ring") and asked("pair") and not asked("layer-2"))
        self.assertEqual(
            self.refused(value, kind="set_fill", items=["ring"], colour=None), "locked_item"
        )
        self.assertEqual(
            self.refused(value, kind="set_anchor_kind", anchors=[["ring", 0, 0]], to="corner"),
            "locked_item",
        )
        self.assertEqual(self.refused(value, kind="delete_items", items=["layer-2"]), "locked_item")
        hidden = done(full(), kind="hide_items", items=["pair"], hidden=True)
        self.assertNotIn("ring", svg(hidden, title="t"))
        self.assertEqual(within(hidden, -999 - 999j, 999 + 999j, place="layer-2")[0], "leaf")

    def test_places_that_cannot_be(self):
        value = full()
        cases = [
            ({"kind": "order_items", "items": ["pair"], "container": "inner"}, "in_itself"),
            ({"kind": "order_items", "items": ["leaf"], "container": "plate"}, "not_a_container"),
            ({"kind": "order_items", "items": ["leaf"], "container": ROOT}, "bad_id"),
            ({"kind": "order_items", "items": ["leaf"], "behind": FIRST_LAYER}, "layers_on_top"),
            ({"kind": "order_items", "items": ["layer-2"], "behind": "leaf"}, "layers_on_top"),
            (
                {"kind": "order_items", "items": ["leaf"], "behind": "leaf", "container": "pair"},
                "unknown_item",
            ),
            ({"kind": "group_items", "items": ["layer-2"], "group": "g"}, "layers_on_top"),
            ({"kind": "group_items", "items": [], "group": "g"}, "nothing_selected"),
            ({"kind": "separate_items", "items": ["leaf"]}, "no_group"),
            ({"kind": "merge_layers", "items": ["layer-2"]}, "too_few"),
            ({"kind": "merge_layers", "items": ["layer-2", "pair"]}, "not_a_layer"),
            ({"kind": "set_opacity", "items": ["pair"], "opacity": 1.5}, "bad_opacity"),
            ({"kind": "delete_items", "items": ["layer-1", "layer-2"]}, "last_layer"),
            ({"kind": "move_anchors", "anchors": [["pair", 0, 0]], "by": [1, 1]}, "a_container"),
        ]
        for data, code in cases:
            with self.subTest(data):
                self.assertEqual(self.refused(value, **data), code)

    def test_new_items_go_where_one_draws_and_are_never_lost(self):
        line = {"kind": "draw_line", "item": "new", "start": [0, 0], "to": [5, 5]}
        for container, lies in (("inner", "inner"), (None, "layer-2"), ("gone", "layer-2")):
            value = done(full(), **line, container=container)
            self.assertEqual(value.tree.container("new"), lies)
            self.assertEqual(value.tree.children(lies)[-1], "new")
        for kind, flag, code in (
            ("hide_items", "hidden", "hidden_place"),
            ("lock_items", "locked", "locked_item"),
        ):
            value = done(full(), kind=kind, items=["pair"], **{flag: True})
            self.assertEqual(self.refused(value, **line, container="inner"), code)

    def test_a_copy_of_a_group_is_whole(self):
        value = done(full(), kind="duplicate_items", items=["pair"], copies=["c"], by=[10, 0])
        self.assertEqual(value.tree.children("layer-2"), ("pair", "c"))
        ids = list(value.tree.below("c"))
        self.assertEqual(ids, ["c-1", "c-2", "c-3", "c-4"])
        self.assertEqual(value.items["c"].finish.opacity, 0.5)
        old, new = (standing_of(value, [i]).centre for i in ("pair", "c"))
        self.assertAlmostEqual(new - old, 10)

    def test_a_group_moves_and_turns_as_one(self):
        value = full()
        frame = standing_of(value, ["pair"])
        after = done(value, kind="place_items", items=["pair"], width=frame.width * 2)
        self.assertAlmostEqual(standing_of(after, ["pair"]).width, frame.width * 2)
        told = {i.id for i in repaint(after, Delta(), ["pair"]).items}
        self.assertEqual(told, set())
        locked = done(value, kind="lock_items", items=["ring"], locked=True)
        moved = done(locked, kind="move_items", items=["pair"], by=[5, 0])
        self.assertAlmostEqual(standing_of(moved, ["pair"]).centre - frame.centre, 5)

    def test_merged_layers_keep_their_order(self):
        value = done(full(), kind="merge_layers", items=["layer-2", "layer-1"])
        self.assertEqual(value.tree.children(), (FIRST_LAYER,))
        self.assertEqual(value.order, full().order)

    def test_svg_keeps_layers_and_groups_by_name(self):
        text = svg(full(), title="t")
        self.assertIn('<g opacity="0.5" aria-label="Pair">', text)
        self.assertEqual(text.count("<g "), text.count("</g>"))

    def test_a_box_picks_groups_as_one_and_inside_them_what_they_hold(self):
        everywhere = (-999 - 999j, 999 + 999j)
        self.assertEqual(within(full(), *everywhere, place=FIRST_LAYER)[-1], "pair")
        self.assertEqual(within(full(), *everywhere, place="pair"), ("hexagon", "inner"))
        self.assertIn("ring", within(full(), *everywhere, place=None))

    def test_an_edit_reads_only_what_it_touches(self):
        """Of 300 items that are still JSON text, by edits, their pictures and the index of cues."""
        value = drawing(*(leaf(f"l{k}") for k in range(300)))
        texts = {i: json.dumps(write_item(item)) for i, item in value.items.items()}
        for data in (
            {"kind": "group_items", "items": ["l7", "l9"], "group": "g"},
            {"kind": "add_layer", "layer": "second"},
            {"kind": "draw_line", "item": "new", "start": [0, 0], "to": [5, 5]},
            {"kind": "delete_items", "items": ["l3"]},
        ):
            with self.subTest(data["kind"]):
                items = Items(texts)
                before = Drawing(value.sheet, items, value.tree)
                delta = apply(before, read_command(data)).forward
                after = updated(before, delta)
                repaint(after, delta, [])
                SnapIndex().prepare(after, most=2)
                read = [i for i in after.items if after.items.unread(i) is None]
                self.assertLessEqual(len(read), 8)

    def test_copies_of_what_a_group_holds_have_ids_that_can_be_kept(self):
        long = {"kind": "duplicate_items", "items": ["pair"], "copies": ["c" * 40]}
        self.assertEqual(self.refused(full(), **long), "bad_id")

    def test_the_work_of_a_move_is_the_same_anywhere(self):
        value = drawing(*(leaf(f"l{k}") for k in range(300)))
        for item_id in value.items:
            drawable(value, item_id)
        made = value.memo.made
        after = done(value, kind="order_items", items=["l7"], behind="l250")
        for item_id in after.order:
            drawable(after, item_id)
        self.assertLessEqual(after.memo.made - made, 4)
        self.assertEqual(Tree(value.tree.holding()), value.tree)
