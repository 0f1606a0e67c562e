"""Long outlines: an edit costs, tells and keeps what it changes, not the whole outline."""

import cmath
import json
import math
import unittest
from dataclasses import replace
from unittest import mock

from buildup.contours.anchors import Anchor, Contour, Twin
from buildup.contours.pathdata import _run_data
from buildup.drawing.codec import read_item
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.edits.apply import apply, foreseen, read_command
from buildup.edits.change import Delta, chained, chained_json, placed, updated
from buildup.edits.patches import Patch
from buildup.errors import Refusal
from buildup.repainting import preview
from buildup.view.drawables import drawable
from buildup.view.selection import ViewRequest
from hypothesis import given
from hypothesis import strategies as st

MANY = 300


def ring(count=MANY, **more):
    """A closed outline of many anchors on a circle of 400 px."""
    ways = [cmath.rect(1.0, 2 * math.pi * k / count) for k in range(count)]
    anchors = tuple(
        Anchor(500 + 500j + 400 * w, into=-1j * w, out=1j * w, kind="smooth") for w in ways
    )
    return Outline(id="ring", name="Ring", contours=(Contour(anchors, closed=True),), **more)


def holding(outline):
    start = Drawing()
    return updated(start, placed(start, [outline]))


index = st.integers(0, MANY - 1)
refs = st.lists(st.tuples(st.just("ring"), st.just(0), index), min_size=1, max_size=5)
way = st.tuples(st.integers(-50, 50), st.integers(-50, 50))


def command(kind, **fields):
    return st.fixed_dictionaries({"kind": st.just(kind), **fields})


EDITS = st.lists(
    st.one_of(
        command("move_anchors", anchors=refs, by=way),
        command("delete_anchors", anchors=refs),
        command("set_anchor_kind", anchors=refs, to=st.sampled_from(["corner", "flowing"])),
        command("insert_anchor", item=st.just("ring"), at=way),
        command("set_corners", anchors=refs, radius=st.just(2.0)),
        command("split_at_anchors", anchors=refs),
        command("move_items", items=st.just(["ring"]), by=way),
        command("rename_item", item=st.just("ring"), called=st.just("Rim")),
    ),
    min_size=1,
    max_size=4,
)


class PatchTest(unittest.TestCase):
    @given(EDITS)
    def test_patches_do_what_whole_items_do(self, edits):
        start = now = holding(ring())
        changes = []
        for data in edits:
            try:
                read = read_command(data)
                whole = read.delta(now)
                change = apply(now, read)
            except Refusal:
                continue
            after = updated(now, change.forward)
            self.assertEqual(after, updated(now, whole))
            self.assertEqual(updated(after, change.back), now)
            told = json.loads(json.dumps(change.forward.to_json()))
            self.assertEqual(Delta.from_json(told), replace(change.forward, message=""))
            changes.append(change)
            now = after
        once = chained(c.forward for c in changes)
        back = chained(c.back for c in reversed(changes))
        told = json.loads(json.dumps([c.forward.to_json() for c in changes]))
        self.assertEqual(chained_json(told), once)
        self.assertEqual(updated(start, once), now)
        self.assertEqual(updated(now, back), start)

    def test_only_the_last_form_of_an_item_is_read_where_steps_are_chained(self):
        drawing = holding(ring(8))
        drag = []
        for n in range(40):
            move = {"kind": "move_anchors", "anchors": [["ring", 0, 7]], "by": [n + 1, 0]}
            drag.append(apply(drawing, read_command(move)).forward)
            drawing = updated(drawing, drag[-1])
        kept = [d.to_json() for d in drag]
        with mock.patch("buildup.edits.change.read_item", side_effect=read_item) as reading:
            whole = chained_json(kept)
        self.assertEqual(reading.call_count, 1)
        self.assertEqual(whole.put, drag[-1].put)

    def test_a_step_is_as_small_as_what_it_changes(self):
        sizes = []
        for count in (MANY, 10 * MANY):
            drawing = holding(ring(count))
            move = {"kind": "move_anchors", "anchors": [["ring", 0, 7]], "by": [1, 2]}
            change = apply(drawing, read_command(move))
            steps = [change.forward, change.back]
            sizes.append(sum(len(json.dumps(s.to_json())) for s in steps))
        self.assertLess(max(sizes), 800)

    def test_twins_far_apart_are_two_patches_and_a_long_drag_stays_two(self):
        outline = ring()
        twin = Twin(id="t", through=500 + 500j, along=1 + 0j)
        anchors = list(outline.contours[0].anchors)
        for k in (50, MANY - 50):
            anchors[k] = replace(anchors[k], twin=twin)
        path = Contour(tuple(anchors), closed=True)
        now = holding(replace(outline, contours=(path,)))
        drag = []
        for _ in range(5):
            move = {"kind": "move_anchors", "anchors": [["ring", 0, 50]], "by": [1, 2]}
            drag.append(foreseen(now, read_command(move)))
            now = updated(now, drag[-1])
        self.assertEqual([(p.at, p.gone) for p in drag[0].patches], [(50, 1), (MANY - 50, 1)])
        self.assertEqual(len(chained(drag).patches), 2)

    def test_patches_of_another_outline_are_refused(self):
        drawing = holding(ring())
        for patch in (
            Patch(item="ghost", contour=0, at=0, gone=1),
            Patch(item="ring", contour=1, at=0, gone=1),
            Patch(item="ring", contour=0, at=MANY, gone=1),
            Patch(item="layer-1", contour=0, at=0, gone=0),
        ):
            with self.subTest(patch), self.assertRaises(KeyError):
                updated(drawing, Delta(patches=(patch,)))


class PreviewTest(unittest.TestCase):
    def shown(self, drawing, by, **shows):
        move = {"kind": "move_anchors", "anchors": [["ring", 0, 299]], "by": by}
        return preview(
            drawing, read_command(move), ["ring"], ViewRequest(sight=(0, 0, 1, 1), **shows)
        )

    def test_a_preview_tells_what_changed_of_the_path(self):
        drawing = holding(ring(10 * MANY))
        held = drawable(drawing, "ring").path
        move = {"kind": "move_anchors", "anchors": [["ring", 0, 299]], "by": [3, 1]}
        after = updated(drawing, foreseen(drawing, read_command(move)))
        (told,) = self.shown(drawing, [3, 1]).items
        self.assertEqual(told.path, "")
        self.assertLess(len(told.splice.text), 400)
        path = held[: told.splice.at] + told.splice.text + held[told.splice.at + told.splice.cut :]
        self.assertEqual(path, drawable(after, "ring").path)
        (whole,) = self.shown(drawing, [3, 1], whole=True).items
        self.assertEqual((whole.path, whole.splice), (path, None))

    def test_only_the_runs_around_the_anchor_are_worked_out(self):
        drawing = holding(ring(10 * MANY))
        self.shown(drawing, [1, 1])
        before = _run_data.cache_info().misses
        self.shown(drawing, [2, 1])
        self.assertLessEqual(_run_data.cache_info().misses - before, 2)
