"""Transforms about places, lining up, spacing, copies in rows, rings and grids."""

import itertools
import math
import unittest

import shapely
from buildup import host, repainting
from buildup.drawing.itemtypes import Outline, Shape
from buildup.drawing.paint import Stroke
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.forms.contours import contours_of, item_box
from buildup.forms.frames import own_standing, standing_of
from buildup.forms.seen import seen_box, stroke_box
from buildup.geometry.boxes import Box
from buildup.view.selection import ALL, frame_box, selection
from hypothesis import given
from hypothesis import strategies as st
from shapely.affinity import rotate, scale, skew

from core.tests.zoo import (
    bracket,
    drawing,
    full,
    hexagon,
    leaf,
    nested,
    plate,
    points,
    ring,
    sketch,
    wire,
)

angles = st.floats(-360, 360).map(lambda x: round(x, 3))
factors = st.floats(0.2, 5) | st.floats(-5, -0.2)
pivots = st.sampled_from(["nw", "e", "middle", "s"]) | points.map(lambda p: [p.real, p.imag])


def done(before, **data):
    return updated(before, apply(before, read_command(data)).forward)


def anchors(outline):
    return [a.at for c in outline.contours for a in c.anchors]


def handles(outline):
    return [h for c in outline.contours for a in c.anchors for h in (a.into, a.out) if h]


def refused(before, **data):
    """The code with which an edit is refused; the drawing stays the same."""
    try:
        apply(before, read_command(data))
    except Refusal as problem:
        return problem.code
    return None


class TransformTest(unittest.TestCase):
    """Against shapely, whose y runs up: its angles turn the other way."""

    def each(self, about):
        before = drawing(leaf(), bracket())
        frame = standing_of(before, ["leaf", "bracket"])
        at = frame.spot(about) if isinstance(about, str) else complex(*about)
        positions = [p for i in ("leaf", "bracket") for p in anchors(before.items[i])]
        return before, at, shapely.MultiPoint([(p.real, p.imag) for p in positions])

    def same(self, after, wanted):
        positions = [p for i in ("leaf", "bracket") for p in anchors(after.items[i])]
        for position, point in zip(positions, wanted.geoms, strict=True):
            self.assertAlmostEqual(position, complex(point.x, point.y), delta=1e-8)

    @given(angles, pivots)
    def test_turns(self, angle, about):
        before, at, form = self.each(about)
        command = {"items": ["leaf", "bracket"], "angle": angle, "about": about}
        self.same(
            done(before, kind="rotate_items", **command),
            rotate(form, angle, origin=(at.real, at.imag)),
        )

    @given(factors, factors, pivots)
    def test_scales(self, x, y, about):
        before, at, form = self.each(about)
        command = {"items": ["leaf", "bracket"], "x": x, "y": y, "about": about}
        self.same(
            done(before, kind="scale_items", **command),
            scale(form, x, y, origin=(at.real, at.imag)),
        )

    @given(st.floats(-80, 80), st.booleans(), pivots)
    def test_shears(self, angle, level, about):
        before, at, form = self.each(about)
        along = "level" if level else "upright"
        command = {"items": ["leaf", "bracket"], "angle": angle, "along": along, "about": about}
        slant = {"xs": -angle} if level else {"ys": angle}
        self.same(
            done(before, kind="shear_items", **command),
            skew(form, origin=(at.real, at.imag), **slant),
        )

    @given(st.sampled_from(["level", "upright"]), pivots)
    def test_flips(self, way, about):
        before, at, form = self.each(about)
        command = {"items": ["leaf", "bracket"], "axis": way, "about": about}
        across = (-1, 1) if way == "level" else (1, -1)
        self.same(
            done(before, kind="flip_items", **command),
            scale(form, *across, origin=(at.real, at.imag)),
        )

    @given(angles, factors, factors, st.floats(-60, 60), points)
    def test_any_transform_and_its_inverse_give_the_drawing_back(self, angle, x, y, lean, at):
        about = [at.real, at.imag]
        items = ["leaf", "bracket", "wing", "pair"]
        for there, back in (
            ({"kind": "rotate_items", "angle": angle}, {"angle": -angle}),
            ({"kind": "scale_items", "x": x, "y": y}, {"x": 1 / x, "y": 1 / y}),
            ({"kind": "shear_items", "angle": lean}, {"angle": -lean}),
            ({"kind": "flip_items", "axis": "level"}, {}),
        ):
            before = full()
            command = {**there, "items": items, "about": about}
            after = done(done(before, **command), **{**command, **back})
            for item in ("leaf", "bracket", "wing", "ring"):
                old, new = before.items[item], after.items[item]
                pairs = zip(anchors(old) + handles(old), anchors(new) + handles(new), strict=True)
                for a, b in pairs:
                    self.assertAlmostEqual(a, b, delta=1e-9, msg=there["kind"])
            corner, other = (contours_of(d, "hexagon")[0].anchors[0].at for d in (before, after))
            self.assertAlmostEqual(corner, other, delta=1e-9, msg=there["kind"])

    def test_shapes_keep_their_dials_and_their_frame_shears(self):
        before = drawing(plate())
        for command in (
            {"kind": "shear_items", "angle": 25},
            {"kind": "flip_items", "axis": "upright"},
            {"kind": "scale_items", "x": -2, "y": 0.5},
        ):
            after = done(before, items=["plate"], **command)
            self.assertEqual(after.items["plate"].dials, {"radius": 10.0})
        sheared = done(before, kind="shear_items", items=["plate"], angle=25)
        frame = own_standing(sheared.items["plate"])
        self.assertAlmostEqual(frame.lean, 25)
        corners = anchors(
            done(
                done(sheared, kind="set_dial", items=["plate"], dial="radius", value=0),
                kind="convert_to_outlines",
                items=["plate"],
            ).items["plate"]
        )
        for found, corner in zip(corners, frame.corners, strict=True):
            self.assertAlmostEqual(found, corner, delta=1e-9)
        to = frame.on_sheet(complex(frame.width, 0))
        command = {"grip": "e", "to": [to.real, to.imag]}
        wide = done(sheared, kind="resize_items", items=["plate"], **command).items["plate"]
        self.assertAlmostEqual(own_standing(wide).lean, 25)
        self.assertAlmostEqual(wide.frame.width, frame.width * 1.5)

    def test_a_mirrored_shape_stands_as_far_turned_as_it_looks(self):
        before = drawing(plate())
        for way, angle in (("level", -30), ("upright", -30)):
            flipped = done(before, kind="flip_items", items=["plate"], axis=way)
            self.assertAlmostEqual(own_standing(flipped.items["plate"]).angle, angle)
        turned = done(drawing(leaf()), kind="rotate_items", items=["leaf"], angle=30)
        self.assertEqual(turned.items["leaf"].angle, 30)
        flipped = done(turned, kind="flip_items", items=["leaf"], axis="level")
        self.assertAlmostEqual(flipped.items["leaf"].angle, -30)

    def test_strokes_and_radii_grow_or_keep_their_size(self):
        before = drawing(plate(), bracket())
        command = {"kind": "scale_items", "items": ["plate", "bracket"], "x": 2, "y": 2}
        kept, grown = done(before, **command), done(before, grow=True, **command)
        for after, factor in ((kept, 1), (grown, 2)):
            self.assertAlmostEqual(after.items["plate"].dials["radius"], 10 * factor)
            self.assertAlmostEqual(after.items["plate"].style.strokes[0].width, 2 * factor)
            corner = after.items["bracket"].contours[0].anchors[1].corner
            self.assertAlmostEqual(corner.radius, 15 * factor)

    def test_a_frame_stands_at_the_angle_that_all_share(self):
        before = nested(leaf(), ring(), sketch(), plate(), hexagon())
        for items in (["leaf", "pair"], ["pair"]):
            turned = done(before, kind="rotate_items", items=items, angle=33)
            frame, was = standing_of(turned, items), standing_of(before, items)
            self.assertAlmostEqual(frame.angle, 33)
            self.assertAlmostEqual(frame.width, was.width)
            level = done(turned, kind="place_items", items=items, angle=0)
            self.assertAlmostEqual(standing_of(level, items).centre, was.centre, delta=1e-9)
        mixed = standing_of(before, ["leaf", "plate"])
        self.assertEqual(mixed.angle, 0)

    def test_typed_places_of_all_nine_spots(self):
        before = drawing(plate(), leaf())
        for spot in ("nw", "n", "ne", "w", "middle", "e", "sw", "s", "se"):
            after = done(before, kind="place_items", items=["plate"], x=7, y=-3, about=spot)
            self.assertAlmostEqual(own_standing(after.items["plate"]).spot(spot), 7 - 3j)
            after = done(
                before, kind="place_items", items=["plate"], width=50, even=True, about=spot
            )
            frame, was = (own_standing(d.items["plate"]) for d in (after, before))
            self.assertAlmostEqual(frame.spot(spot), was.spot(spot))
            self.assertAlmostEqual(frame.height, 30)

    def test_level_upright_and_45_are_felt_while_turning(self):
        before = drawing(plate())  # which stands at 30°
        for angle, comes in ((44, 45), (58.5, 60), (13, 13)):
            way = complex(math.cos(math.radians(angle)), math.sin(math.radians(angle)))
            start = complex(math.cos(math.radians(30)), math.sin(math.radians(30)))
            command = {"start": [start.real, start.imag], "to": [way.real, way.imag]}
            turned = done(before, kind="drag_rotation", items=["plate"], felt=True, **command)
            found = own_standing(turned.items["plate"]).angle
            self.assertAlmostEqual(found, 58.5 if comes == 60 else comes)

    def test_a_dragged_side_leans_with_the_pointer(self):
        before = drawing(plate(radius=0.0))
        frame = own_standing(before.items["plate"])
        to = frame.spot("n") + 17 * frame.axes.across
        command = {"grip": "n", "to": [to.real, to.imag]}
        after = done(before, kind="drag_shear", items=["plate"], **command)
        leaned = own_standing(after.items["plate"])
        self.assertAlmostEqual(leaned.spot("n"), to)
        self.assertAlmostEqual(leaned.spot("s"), frame.spot("s"))

    def test_once_more_does_the_same_to_others(self):
        before = drawing(plate(), leaf())
        frame = frame_box(own_standing(before.items["plate"]))
        corner = frame.corners[2]
        drag = {
            "kind": "resize_items",
            "items": ["plate"],
            "grip": "se",
            "to": [corner[0] + 20, corner[1]],
        }
        again = host.again(read_command(drag), frame)
        once = done(before, **drag).items["plate"].frame
        twice = done(done(before, **drag), **again).items["plate"].frame
        self.assertAlmostEqual(twice.width / once.width, once.width / 100)
        turn = {"kind": "drag_rotation", "items": ["plate"], "start": [9, 0], "to": [0, 9]}
        again = host.again(read_command(turn), frame)
        self.assertEqual((again["kind"], again["angle"]), ("rotate_items", 90))
        position = {"kind": "place_items", "items": ["plate"], "x": 40}
        self.assertEqual(host.again(read_command(position), frame)["by"], [40, 0])
        with self.assertRaises(Refusal):
            host.again(read_command({"kind": "lock_items", "items": ["x"], "locked": True}), frame)

    def test_what_would_leave_nothing_or_go_too_far_is_refused(self):
        before = drawing(plate(), leaf())
        scale = {"kind": "scale_items", "items": ["plate", "leaf"]}
        self.assertEqual(refused(before, **scale, x=0, y=1), "too_small")
        self.assertEqual(refused(before, **scale, x=1e-9, y=1), "too_small")
        self.assertEqual(refused(before, **scale, x=1e6, y=1), "too_far")
        self.assertEqual(refused(before, **scale, x=1e9, y=1), "bad_data")
        self.assertEqual(refused(before, **scale, x=2, y=1, about=[math.nan, 0]), "bad_data")
        shear = {"kind": "shear_items", "items": ["leaf"], "angle": 89.9}
        self.assertEqual(refused(before, **shear), "too_steep")

    def test_many_show_moved_as_drawn_and_copies_leave_them_where_they_are(self):
        items = [leaf(f"i{n}", by=complex(n, n)) for n in range(50)]
        before = drawing(*items)
        ids = [i.id for i in items]
        command = read_command({"kind": "move_items", "items": ids, "by": [5, 0], "copies": "c"})
        told = repainting.preview(before, command, ids)
        self.assertEqual(told.moved.matrices, ((1, 0, 0, 1, 5, 0),))
        self.assertTrue(told.moved.copies)
        self.assertEqual(told.items, ())


class AlignTest(unittest.TestCase):
    def setUp(self):
        self.before = nested(leaf(), plate(), hexagon(), ring(), sketch(), wire())
        self.ids = ["leaf", "plate", "pair"]

    def boxes(self, after, of=item_box):
        return [of(after, i) for i in self.ids]

    def test_each_edge_of_items_and_groups_meets(self):
        whole = Box.union(self.boxes(self.before))
        for edge, of in {
            "left": lambda b: b.left,
            "centre": lambda b: b.centre.real,
            "right": lambda b: b.right,
            "top": lambda b: b.top,
            "middle": lambda b: b.centre.imag,
            "bottom": lambda b: b.bottom,
        }.items():
            after = done(self.before, kind="align_items", items=self.ids, edge=edge)
            for box in self.boxes(after):
                self.assertAlmostEqual(of(box), of(whole))
            gap = item_box(self.before, "ring").left - item_box(self.before, "hexagon").left
            self.assertAlmostEqual(
                item_box(after, "ring").left - item_box(after, "hexagon").left, gap
            )

    def test_to_one_item_the_sheet_and_guides(self):
        align = {"kind": "align_items", "items": self.ids}
        one = done(self.before, **align, edge="right", to="item", target="plate")
        self.assertEqual(one.items["plate"], self.before.items["plate"])
        self.assertAlmostEqual(item_box(one, "leaf").right, item_box(one, "plate").right)
        sheet = done(self.before, **align, edge="middle", to="sheet")
        self.assertAlmostEqual(item_box(sheet, "pair").centre.imag, sheet.sheet.height / 2)
        guided = done(self.before, kind="add_guide", guide={"id": "g", "x": 9, "y": 9, "angle": 60})
        slanted = done(guided, **align, edge="centre", to="guide", target="g")
        for box in self.boxes(slanted):
            at = box.centre - complex(9, 9)
            self.assertAlmostEqual(at.imag / at.real, math.tan(math.radians(60)))
        level = done(self.before, kind="add_guide", guide={"id": "g", "x": 9, "y": 9, "angle": 0})
        command = {**align, "to": "guide", "target": "g"}
        self.assertEqual(refused(level, **command, edge="left"), "guide_runs_along")
        self.assertEqual(refused(self.before, **command, edge="top"), "unknown_guide")
        alone = {"kind": "align_items", "items": ["leaf"], "edge": "top"}
        self.assertEqual(refused(self.before, **alone), "too_few")

    def test_by_what_is_seen(self):
        wide = done(self.before, kind="set_stroke_width", items=["leaf"], width=30)
        command = {"kind": "align_items", "items": self.ids, "edge": "left", "seen": True}
        after = done(wide, **command)
        edges = [b.left for b in self.boxes(after, seen_box)]
        self.assertAlmostEqual(edges[0], edges[1])
        self.assertNotAlmostEqual(item_box(after, "leaf").left, item_box(after, "plate").left, 1)

    def gaps(self, after):
        found = sorted(self.boxes(after), key=lambda b: b.centre.real)
        return [b.left - a.right for a, b in itertools.pairwise(found)]

    def test_equal_gaps_and_centres(self):
        self.ids = ["leaf", "plate", "far"]
        self.before = drawing(leaf("far", by=700 + 0j), leaf(), plate())
        space = {"kind": "space_items", "items": self.ids, "axis": "across"}
        first, second = self.gaps(done(self.before, **space))
        self.assertAlmostEqual(first, second)
        outer = Box.union(self.boxes(self.before))
        self.assertEqual(Box.union(self.boxes(done(self.before, **space))).width, outer.width)
        for gap in (12.5, -4):
            for found in self.gaps(done(self.before, **space, distance=gap)):
                self.assertAlmostEqual(found, gap)
        kept = done(self.before, **space, distance=9, target="plate")
        self.assertEqual(kept.items["plate"], self.before.items["plate"])
        centred = done(self.before, **space, by="centres")
        middles = sorted(b.centre.real for b in self.boxes(centred))
        self.assertAlmostEqual(middles[1] - middles[0], middles[2] - middles[1])
        sheet = done(self.before, **space, sheet=True)
        across = Box.union(self.boxes(sheet))
        self.assertAlmostEqual(across.left, 0)
        self.assertAlmostEqual(across.right, sheet.sheet.width)
        self.assertEqual(refused(self.before, **{**space, "items": ["leaf", "plate"]}), "too_few")


class SeenTest(unittest.TestCase):
    """Against shapely's buffer of straight paths, and of curves cut into many pieces."""

    def around(self, path, closed, **how):
        form = shapely.LinearRing(path) if closed else shapely.LineString(path)
        left, top, right, bottom = form.buffer(5, quad_segs=64, **how).bounds
        return Box(left, top, right, bottom)

    def test_joins_and_caps(self):
        path = [(0, 0), (40, 8), (70, -30), (20, -44)]
        joins = {"miter": "mitre", "round": "round", "bevel": "bevel"}
        caps = {"butt": "flat", "round": "round", "square": "square"}
        for closed in (True, False):
            positions = [{"at": list(p)} for p in path]
            outline = {"anchors": positions, "closed": closed}
            before = done(drawing(), kind="add_outline", item="it", contours=[outline])
            for join, its in joins.items():
                for cap, other in caps.items():
                    style = Stroke(width=10, join=join, cap=cap)
                    found = stroke_box(contours_of(before, "it"), style)
                    how = {"join_style": its, "cap_style": other, "mitre_limit": 4}
                    wanted = self.around(path, closed, **how)
                    for a, b in zip(found.corners, wanted.corners, strict=True):
                        self.assertAlmostEqual(a, b, delta=0.01)

    def test_curves(self):
        before = drawing(leaf())
        curve = [s for c in contours_of(before, "leaf") for s in c.segments]
        path = [
            (1 - t) ** 3 * a + 3 * t * (1 - t) ** 2 * b + 3 * t * t * (1 - t) * c + t**3 * d
            for a, b, c, d in curve
            for t in (k / 400 for k in range(400))
        ]
        wanted = self.around([(p.real, p.imag) for p in path], True, join_style="round")
        found = stroke_box(contours_of(before, "leaf"), Stroke(width=10, join="round"))
        for a, b in zip(found.corners, wanted.corners, strict=True):
            self.assertAlmostEqual(a, b, delta=0.02)


class CopiesTest(unittest.TestCase):
    def made(self, before, **data):
        after = done(before, **data)
        return after, [i for i in after.order if i not in before.items]

    def test_a_copy_takes_the_way_and_the_original_stays(self):
        before = full()
        after, new = self.made(
            before, kind="move_items", items=["leaf", "pair"], by=[10, 5], copies="c"
        )
        self.assertEqual(before.items["leaf"], after.items["leaf"])
        self.assertEqual(len(new), 1 + len(tuple(before.tree.leaves_of("pair"))))
        copy = next(after.items[i] for i in new if after.items[i].name == "leaf")
        self.assertEqual(anchors(copy), [p + 10 + 5j for p in anchors(before.items["leaf"])])
        self.assertEqual(after.tree.children("layer-2")[0], "pair")
        self.assertEqual(len(after.tree.children("layer-2")), 2)

    def test_a_ring_comes_back_to_its_start(self):
        for count in (2, 3, 12, 360):
            before = drawing(leaf())
            command = {"items": ["leaf"], "radius": 80, "angle": 20, "count": count}
            after, new = self.made(before, kind="ring_of_copies", copies="c", **command)
            self.assertEqual(len(new), count - 1)
            step = read_command({"kind": "ring_of_copies", "copies": "c", **command})
            way = step.item_maps(standing_of(before, ["leaf"]))[0].by
            at = anchors(before.items["leaf"])[1]
            for item in new:
                at, was = way(at), anchors(before.items["leaf"])[1]
                self.assertAlmostEqual(at, anchors(after.items[item])[1], delta=1e-9)
            self.assertAlmostEqual(way(at), was, delta=1e-9)

    def test_upright_rings_part_rings_rows_and_grids(self):
        before = drawing(leaf())
        middle = item_box(before, "leaf").centre
        ring_of = {"kind": "ring_of_copies", "items": ["leaf"], "copies": "c", "radius": 50}
        after, new = self.made(before, **ring_of, count=4, turned=False)
        positions = [item_box(after, i).centre - middle for i in new]
        for position, wanted in zip(positions, (50 + 50j, 100j, -50 + 50j), strict=True):
            self.assertAlmostEqual(position, wanted, delta=1e-9)
        after, new = self.made(before, **ring_of, count=3, sweep=90, turned=False)
        self.assertAlmostEqual(item_box(after, new[-1]).centre - middle, 50 + 50j, delta=1e-9)
        row = {"kind": "row_of_copies", "items": ["leaf"], "copies": "c", "count": 5}
        after, new = self.made(before, **row, distance=100, angle=90, measures="whole")
        self.assertAlmostEqual(item_box(after, new[0]).centre - middle, 25j)
        self.assertAlmostEqual(item_box(after, new[-1]).centre - middle, 100j)
        grid = {"kind": "grid_of_copies", "items": ["leaf"], "copies": "c"}
        after, new = self.made(before, **grid, columns=3, rows=2, across=10, down=-20)
        positions = {item_box(after, i).centre - middle for i in new}
        wanted = {10 + 0j, 20 + 0j, -20j, 10 - 20j, 20 - 20j}
        self.assertEqual({complex(round(p.real, 6), round(p.imag, 6)) for p in positions}, wanted)

    def test_pegs_say_where_they_are_and_go_where_they_are_dragged(self):
        before = drawing(leaf())
        for kind, start in (
            ("row_of_copies", {}),
            ("row_of_copies", {"measures": "whole"}),
            ("ring_of_copies", {}),
            ("ring_of_copies", {"sweep": 200}),
            ("grid_of_copies", {}),
            ("grid_of_copies", {"measures": "whole"}),
        ):
            command = read_command({"kind": kind, "items": ["leaf"], "copies": "c", **start})
            told = host.spread(before, command, ["leaf"], ALL, meeting=host.SnapResult(), drag=None)
            for peg in told.pegs:
                with self.subTest(f"{kind} {peg.name}"):
                    settled = read_command(told.command)
                    to = (peg.at[0] * 1.1 + 3, peg.at[1] + 4)
                    drag = host.PegDrag(peg=peg.name, to=to)
                    moved = host.spread(
                        before, settled, ["leaf"], ALL, meeting=host.SnapResult(), drag=drag
                    )
                    now = next((p for p in moved.pegs if p.name == peg.name), None)
                    if peg.name in ("step", "whole", "centre"):
                        self.assertAlmostEqual(complex(*now.at), complex(*to))
                    elif peg.name == "across":
                        self.assertAlmostEqual(now.at[0], to[0])
                    elif peg.name == "down":
                        self.assertAlmostEqual(now.at[1], to[1])
                    self.assertNotEqual(moved.command, told.command)

    def test_many_copies_show_by_their_matrices(self):
        before = drawing(leaf())
        row = {"kind": "row_of_copies", "items": ["leaf"], "copies": "c", "count": 5_000}
        told = host.spread(
            before, read_command(row), ["leaf"], ALL, meeting=host.SnapResult(), drag=None
        )
        self.assertEqual(len(told.repaint.moved.matrices), host.MOST_SHOWN)
        self.assertIn("all will be created", told.repaint.message)

    def test_too_many_or_too_few_are_refused(self):
        before = drawing(*(leaf(f"i{n}") for n in range(100)))
        row = {"kind": "row_of_copies", "items": list(before.order), "copies": "c"}
        self.assertEqual(refused(before, **row, count=10_000), "too_many")
        for count in (-1, 0, 1, 10**9):
            self.assertEqual(refused(before, **row, count=count), "bad_count")
        ring_of = {**row, "kind": "ring_of_copies", "count": 3}
        self.assertEqual(refused(before, **ring_of, sweep=700), "bad_sweep")

    def test_ids_are_made_anew_and_names_are_kept(self):
        before = full()
        after, new = self.made(before, kind="rotate_items", items=["pair"], angle=90, copies="c")
        names = {after.items[i].name for i in new}
        self.assertEqual(names, {before.items[i].name for i in before.tree.leaves_of("pair")})
        again = {"kind": "rotate_items", "items": ["pair"], "angle": 9, "copies": "c"}
        self.assertEqual(refused(after, **again), "item_exists")


class OrderTest(unittest.TestCase):
    def test_steps_to_and_fro(self):
        before = drawing(*(leaf(i) for i in "abcde"))
        for items, to, wanted in (
            ("b", "forward", "acbde"),
            ("b", "front", "acdeb"),
            ("d", "backward", "abdce"),
            ("d", "back", "dabce"),
            ("bd", "forward", "acebd"),
            ("bd", "backward", "bdace"),
            ("ac", "back", "acbde"),
            ("e", "front", "abcde"),
        ):
            with self.subTest(f"{items} {to}"):
                after = done(before, kind="step_items", items=list(items), to=to)
                self.assertEqual("".join(after.order), wanted)


class FrameTest(unittest.TestCase):
    def test_a_selection_of_copies_is_framed_where_they_come(self):
        before = drawing(leaf(), plate())
        command = read_command(
            {"kind": "rotate_items", "items": ["leaf", "plate"], "angle": 20, "copies": "c"}
        )
        told = repainting.preview(before, command, ["leaf", "plate"])
        was = selection(before, ["leaf", "plate"]).frame
        self.assertAlmostEqual(told.selection.frame.angle, 20)
        self.assertAlmostEqual(told.selection.frame.width, was.width)
        self.assertEqual(len(told.selects), 2)
        self.assertIsInstance(before.items["leaf"], Outline)
        self.assertIsInstance(before.items["plate"], Shape)
