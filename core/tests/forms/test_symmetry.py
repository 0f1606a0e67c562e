"""Symmetries: images, seams, welding, twins that are found; against identities, shapely, skia."""

import itertools
import re
import unittest
from dataclasses import replace

import pathops
import shapely
import svgelements
from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.itemtypes import Group, Symmetry
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.formats.svg.svgwrite import svg
from buildup.forms.contours import box_under, item_box, near_box
from buildup.forms.symmetry.balance import balance, best_line
from buildup.forms.symmetry.copies import MOST_DRAWN, images, images_of, shown_images
from buildup.forms.symmetry.seamends import seam_ends
from buildup.forms.symmetry.seams import seams_of
from buildup.forms.symmetry.welding import welded
from buildup.geometry.boxes import Box
from buildup.host import anchors_within
from buildup.repainting import preview
from buildup.snapping.cues import Aim
from buildup.snapping.snap import snap
from buildup.snapping.snapindex import SnapIndex
from buildup.view.drawables import drawable
from buildup.view.finding import pile, within
from buildup.view.symmetrymarks import matrix_of
from hypothesis import given, settings
from hypothesis import strategies as st

from core.tests.geometry.test_fitting import glyph_contours
from core.tests.shapes.test_shapes import flat
from core.tests.thorough import some
from core.tests.zoo import drawing, full, leaf, points

coordinates = st.floats(-500, 500, allow_nan=False).map(lambda x: round(x, 3))
patterns = st.sampled_from(["mirror", "wheel", "kaleidoscope"])
symmetries = st.builds(
    Symmetry,
    id=st.just("s"),
    name=st.just("S"),
    pattern=patterns,
    centre=points,
    angle=st.sampled_from([0.0, 90.0, 45.0, 17.3, -60.0]),
    count=st.integers(2, 12),
)


def done(value, **data):
    return updated(value, apply(value, read_command(data)).forward)


def empty(**data):
    value = Drawing(sheet=Sheet(width=400, height=600, unit="px"))
    return done(value, kind="make_symmetry", items=[], symmetry="s", **data)


def drawn(value, item, *places, **more):
    """A path through places, in the symmetry."""
    for position in places:
        at, handle = position if isinstance(position, tuple) else (position, None)
        told = {"handle": [handle.real, handle.imag]} if handle is not None else {}
        value = done(
            value,
            kind="draw_anchor",
            item=item,
            at=[at.real, at.imag],
            container="s",
            **told,
            **more,
        )
    return value


def close_to(test, one, other, within=1e-9):
    test.assertLess(max(abs(a - b) for a, b in zip(one, other, strict=True)), within)


class ImagesTest(unittest.TestCase):
    @given(symmetries, points)
    def test_reflections_and_turns_are_what_mathematics_says(self, item, position):
        every = images(item)
        self.assertEqual(every[0](position), position)
        self.assertEqual(len(every), len({tuple(round(x, 6) for x in matrix_of(i)) for i in every}))
        for image in every:
            self.assertAlmostEqual(abs(image.determinant), 1.0)
            if image.determinant < 0:  # a reflection is its own inverse
                close_to(self, [image(image(position))], [position])
        for one, other in itertools.product(every[:6], every[:6]):  # a group: closed
            there = one.after(other)(position)
            self.assertLess(min(abs(i(position) - there) for i in every), 1e-8)

    @given(symmetries, points)
    def test_n_turns_return_to_the_start(self, item, position):
        if item.pattern != "mirror":
            step = images(item)[1 if item.pattern == "wheel" else 2]
            at = position
            for _ in range(item.count):
                at = step(at)
            close_to(self, [at], [position])

    def test_an_image_about_a_level_or_upright_line_is_one_subtraction(self):
        item = Symmetry(id="s", name="S", centre=123.456 + 7j)
        self.assertEqual(images(item)[1](0.1 + 0.7j), complex(2 * 123.456 - 0.1, 0.7))
        level = replace(item, angle=0.0)
        self.assertEqual(images(level)[1](0.1 + 0.7j), complex(0.1, 14 - 0.7))

    def test_images_of_images(self):
        value = drawing(leaf())
        mirror = {"axis": {"centre": [200, 0], "angle": 90}}
        value = done(value, kind="make_symmetry", items=["leaf"], symmetry="in", **mirror)
        level = {"axis": {"centre": [0, 300], "angle": 0}}
        value = done(value, kind="make_symmetry", items=["in"], symmetry="out", **level)
        positions = [image(10 + 20j) for image in images_of(value, "leaf")]
        self.assertEqual(positions, [10 + 20j, 390 + 20j, 10 + 580j, 390 + 580j])
        box = item_box(value, "out")
        one = item_box(value, "leaf")
        self.assertEqual(box, Box(one.left, one.top, 400 - one.left, 600 - one.top))

    @given(symmetries)
    def test_boxes_hold_all_images_tightly(self, item):
        value = drawing(leaf())
        value = done(value, kind="make_symmetry", items=["leaf"], symmetry="s")
        value = Drawing(value.sheet, {**value.items, "s": replace(item, count=3)}, value.tree)
        boxes = [box_under(value, "leaf", i) for i in images_of(value, "leaf")]
        self.assertEqual(item_box(value, "s"), Box.union(boxes))
        self.assertTrue(near_box(value, "s").grown(1e-9).holds(item_box(value, "s")))

    def test_too_much_is_shown_in_part_and_says_so(self):
        many = [leaf(f"l{n}", by=complex(n, n)) for n in range(1_000)]
        value = drawing(*many)
        command = {"kind": "make_symmetry", "items": [i.id for i in many], "symmetry": "s"}
        value = done(value, **command, pattern="wheel", axis={"count": 100})
        mark = drawable(value, "s").symmetry
        self.assertEqual((len(mark.images), mark.left_out), (MOST_DRAWN // 1000, 100 - 4))
        self.assertEqual(len(shown_images(value, "s")), 4)
        with self.assertRaises(Refusal) as caught:
            apply(value, read_command({"kind": "convert_to_outlines", "items": ["s"]}))
        self.assertEqual(caught.exception.code, "too_many")

    def test_bad_lines_and_counts_are_refused(self):
        value = drawing(leaf())
        cases = [
            ({"axis": {"count": 1}, "pattern": "wheel"}, "bad_count"),
            ({"axis": {"count": 0}, "pattern": "kaleidoscope"}, "bad_count"),
            ({"axis": {"count": 10_000}, "pattern": "wheel"}, "bad_count"),
            ({"axis": {"centre": [5, 5], "to": [5, 5]}}, "no_length"),
            ({"axis": {"through": "ends"}}, "no_ends"),
            ({"axis": {"through": "guide", "guide": "gone"}}, "unknown_guide"),
            ({"items": ["layer-1"]}, "layers_on_top"),
            ({"axis": {"angle": float("nan")}}, "bad_data"),
        ]
        for more, code in cases:
            command = {"kind": "make_symmetry", "items": ["leaf"], "symmetry": "s"} | more
            with self.subTest(code), self.assertRaises(Refusal) as caught:
                apply(value, read_command(command))
            self.assertEqual(caught.exception.code, code)
        value = done(value, kind="make_symmetry", items=["leaf"], symmetry="s")
        inside = {"kind": "order_items", "items": ["s"], "container": "s"}
        with self.assertRaises(Refusal) as caught:
            apply(value, read_command(inside))
        self.assertEqual(caught.exception.code, "in_itself")

    def test_what_lies_on_the_line_is_said_or_refused(self):
        value = done(
            drawing(), kind="draw_line", item="l", start=[50, 0], to=[50, 90], container="layer-1"
        )
        line = {"axis": {"centre": [50, 0], "angle": 90}, "items": ["l"]}
        made = apply(value, read_command({"kind": "make_symmetry", "symmetry": "s", **line}))
        self.assertIn("on the axis", made.forward.message)
        with self.assertRaises(Refusal) as caught:
            apply(value, read_command({"kind": "mirror_items", "copies": "c", **line}))
        self.assertEqual(caught.exception.code, "on_the_line")


class InsideTest(unittest.TestCase):
    def test_moving_a_symmetry_moves_its_line_and_what_it_holds(self):
        """Distances among the images of a place stay, or grow with the scale."""
        value = full()
        apart = self.distances(value)
        for scale, command in (
            (1, {"kind": "move_items", "by": [30, 40]}),
            (1, {"kind": "rotate_items", "angle": 33, "about": [0, 0]}),
            (1, {"kind": "flip_items", "axis": "level", "about": [0, 0]}),
            (2, {"kind": "scale_items", "x": 2, "y": 2, "about": [0, 0]}),
        ):
            with self.subTest(command["kind"]):
                after = done(value, items=["whirl"], **command)
                close_to(self, self.distances(after), [scale * d for d in apart], 1e-8)

    def distances(self, value):
        at = value.items["second"].contours[0].anchors[0].at
        spots = [image(at) for image in images_of(value, "second")]
        return sorted(abs(a - b) for a, b in itertools.combinations(spots, 2))

    def test_what_shows_in_an_image_is_found_there(self):
        value = full()
        image = images_of(value, "second")[3]
        at = image(340 + 220j)
        self.assertEqual([lies.item for lies in pile(value, at, reach=3)], ["second"])
        start, end = at - 4 - 4j, at + 4 + 4j
        self.assertEqual(within(value, start, end, place=None), ("second",))
        self.assertEqual(within(value, start, end, place="layer-1"), ("whirl",))
        self.assertEqual(anchors_within(value, start, end), (("second", 0, 2),))

    def test_what_is_dragged_in_an_image_meets_what_lies_there(self):
        value = done(
            empty(), kind="draw_line", item="l", start=[50, 50], to=[90, 90], container="s"
        )
        value = done(value, kind="draw_line", item="out", start=[300, 50], to=[300, 90])
        field = SnapIndex()
        field.update(value)
        image = matrix_of(images_of(value, "l")[1])
        aim = Aim(probes=((101.0, 51.0),), scale=1.0, anchors=(("l", 0, 0),), image=image)
        met = snap(value, field, aim)
        self.assertEqual(met.cues[0].at, (300.0, 50.0))
        close_to(self, [complex(*met.shift)], [-1 - 1j])
        # and what is outside meets the image of what is inside
        met = snap(value, field, Aim(probes=((349.0, 51.0),), scale=1.0))
        self.assertEqual((met.cues[0].kind, met.cues[0].at), ("anchor", (350.0, 50.0)))

    def test_a_drag_inside_tells_the_symmetry_and_not_its_images_anew(self):
        value = empty(pattern="kaleidoscope", axis={"count": 12})
        value = done(value, kind="draw_line", item="l", start=[50, 50], to=[90, 90], container="s")
        drag = {"kind": "move_anchors", "anchors": [["l", 0, 0]], "by": [3, 3]}
        told = preview(value, read_command(drag), ["l"])
        self.assertEqual([i.id for i in told.items], ["l", "s"])

    def test_an_svg_has_all_images(self):
        value = empty(pattern="wheel", axis={"count": 5})
        value = done(
            value, kind="draw_line", item="l", start=[200, 50], to=[210, 90], container="s"
        )
        painted = {"kind": "set_second_style", "symmetry": "s", "style": {"stroke": "#C2410C"}}
        text = svg(done(value, **painted), title="t")
        self.assertEqual(text.count("<path"), 5)
        self.assertEqual(text.count("#C2410C"), 2)


class SeamTest(unittest.TestCase):
    def half(self):
        return drawn(
            empty(), "a", (200 + 50j, -40 + 9j), (100.3 + 300.1j, 80j), (200 + 500j, 40 - 3j)
        )

    def test_ends_on_the_line_are_held_square_to_it(self):
        value = self.half()
        first, _, last = value.items["a"].contours[0].anchors
        self.assertEqual([first.seam, last.seam], ["smooth", "smooth"])
        self.assertEqual([first.out.imag, last.into.imag], [0.0, 0.0])
        moved = done(value, kind="move_anchors", anchors=[["a", 0, 0]], by=[33, 10])
        self.assertEqual(moved.items["a"].contours[0].anchors[0].at, 200 + 60j)
        pulled = done(value, kind="move_handle", anchor=["a", 0, 0], side="out", to=[150, 20])
        self.assertEqual(pulled.items["a"].contours[0].anchors[0].out, -50 + 0j)

    def test_a_point_keeps_its_handles_and_a_free_anchor_leaves(self):
        value = done(self.half(), kind="set_seam", anchors=[["a", 0, 0]], to="point")
        pulled = done(value, kind="move_handle", anchor=["a", 0, 0], side="out", to=[150, 20])
        self.assertEqual(pulled.items["a"].contours[0].anchors[0].out, -50 - 30j)
        free = done(value, kind="set_seam", anchors=[["a", 0, 0]], to="free")
        moved = done(free, kind="move_anchors", anchors=[["a", 0, 0]], by=[33, 10])
        self.assertEqual(moved.items["a"].contours[0].anchors[0].at, 233 + 60j)
        self.assertIsNone(moved.items["a"].contours[0].anchors[0].seam)

    def test_the_line_takes_along_what_is_held_on_it(self):
        moved = done(self.half(), kind="drag_symmetry", symmetry="s", peg="middle", to=[210, 300])
        positions = [a.at for a in moved.items["a"].contours[0].anchors]
        self.assertEqual(positions, [210 + 50j, 100.3 + 300.1j, 210 + 500j])

    def test_an_item_moved_as_a_whole_comes_off(self):
        moved = done(self.half(), kind="move_items", items=["a"], by=[30, 0])
        self.assertEqual([a.seam for a in moved.items["a"].contours[0].anchors], [None] * 3)
        copies = {"kind": "duplicate_items", "items": ["a"], "copies": ["b"], "by": [12, 12]}
        self.assertEqual(
            done(self.half(), **copies).items["b"].contours[0].anchors[0].at, 212 + 62j
        )

    def test_a_flowing_path_flows_over_the_seam(self):
        """Through four points of a circle the flow is the circle (Hobby 1986)."""
        value = drawn(empty(), "f", 200 + 200j, 100 + 300j, 200 + 400j, flowing=True)
        (path,) = value.items["f"].contours
        self.assertAlmostEqual(path.anchors[0].out.real / -100, 0.5522847, places=6)
        self.assertEqual(path.anchors[0].out.imag, 0.0)

    def test_near_misses_are_told_and_closed(self):
        value = drawn(empty(), "a", 203 + 50j, 100 + 300j, 196 + 500j)
        found = seam_ends(value, "s")
        self.assertEqual([(e.gap, e.meets) for e in found], [(3.0, False), (4.0, False)])
        closed = done(value, kind="close_seam", symmetry="s")
        self.assertTrue(all(e.meets for e in seam_ends(closed, "s")))
        with self.assertRaises(Refusal) as caught:
            apply(closed, read_command({"kind": "close_seam", "symmetry": "s"}))
        self.assertEqual(caught.exception.code, "nothing_misses")

    def test_in_a_wheel_ends_meet_the_images_of_other_ends(self):
        value = empty(pattern="wheel", axis={"count": 4})
        value = drawn(value, "a", 300 + 300j, 290 + 380j, 201 + 401j)
        self.assertEqual([round(e.gap, 6) for e in seam_ends(value, "s")], [round(0.5**0.5, 6)] * 2)
        closed = done(value, kind="close_seam", symmetry="s")
        outline = done(closed, kind="convert_to_outlines", items=["s"]).items["a"]
        self.assertEqual([(c.closed, len(c.anchors)) for c in outline.contours], [(True, 8)])


def skia_area(contour):
    path = pathops.Path()
    start = contour.anchors[0].at
    path.moveTo(start.real, start.imag)
    for _, *positions in contour.segments:
        path.cubicTo(*(v for p in positions for v in (p.real, p.imag)))
    path.close()
    return path.area


class WeldTest(unittest.TestCase):
    @given(st.lists(points, min_size=1, max_size=5), symmetries)
    def test_random_halves_weld_into_closed_symmetric_outlines(self, inner, item):
        """Area: twice the half's, closed along the line (shapely)."""
        item = replace(item, pattern="mirror")
        line = seams_of(item)[0]
        ends = [line.through + line.along * s for s in (-600, 600)]
        half = [p if line.away(p) > 0 else 2 * line.foot(p) - p for p in inner]
        path = Contour(tuple(Anchor(p) for p in (ends[0], *half, ends[1])))
        (whole,) = welded((path,), item)
        self.assertTrue(whole.closed)
        self.assertEqual(len(whole.anchors), 2 * len(half) + 2)
        back = images(item)[1]
        positions = [a.at for a in whole.anchors]
        within = 0.0 if item.angle in (0.0, 90.0) else 1e-9
        for position in positions:
            self.assertLessEqual(min(abs(back(position) - p) for p in positions), within)
        ring = shapely.Polygon([(p.real, p.imag) for p in (ends[0], *half, ends[1])])
        other = shapely.Polygon([(p.real, p.imag) for p in positions])
        if ring.is_valid and other.is_valid:
            self.assertAlmostEqual(other.area, 2 * ring.area, delta=1e-6 * max(ring.area, 1))

    @given(st.lists(points, min_size=6, max_size=6), symmetries)
    def test_curved_halves_weld_to_twice_the_area(self, inner, item):
        """By skia-pathops, whose coordinates are of single precision."""
        item = replace(item, pattern="mirror")
        line = seams_of(item)[0]
        start, end = (line.through + line.along * s for s in (-600, 600))
        into, first, out, back, second, on = (p / 4 for p in inner)
        half = (
            Anchor(start, out=out),
            Anchor(start + first, into=into, out=on),
            Anchor(end + second, into=back),
            Anchor(end, into=first),
        )
        (whole,) = welded((Contour(half),), item)
        area = skia_area(Contour(half, closed=True))
        self.assertAlmostEqual(skia_area(whole), 2 * area, delta=1.0)

    @given(st.integers(2, 12), st.floats(-89, 89))
    def test_chains_close_over_all_images_of_a_kaleidoscope(self, count, angle):
        item = Symmetry(
            id="s", name="S", pattern="kaleidoscope", count=count, angle=angle, centre=7 + 9j
        )
        one, other = seams_of(item)[:2]
        start, end = one.through + one.along * 100, other.through + other.along * 60
        path = Contour((Anchor(start), Anchor(end)))
        (star,) = welded((path,), item)
        self.assertEqual((star.closed, len(star.anchors)), (True, 2 * count))
        positions = [a.at for a in star.anchors]
        for image in images(item):
            self.assertLess(max(min(abs(image(p) - q) for q in positions) for p in positions), 1e-9)

    def test_closed_halves_that_overlap_are_joined_along_the_line(self):
        """Two circles of radius r at distance d: their union, CRC Standard Mathematical Tables."""
        value = empty()
        ellipse = {"kind": "draw_shape", "shape": "ellipse", "container": "s"}
        value = done(value, **ellipse, item="e", start=[120, 200], to=[220, 300])
        outline = done(value, kind="convert_to_outlines", items=["s"]).items["e"]
        (path,) = outline.contours
        circle = shapely.Point(170, 250).buffer(50, quad_segs=256)
        both = circle.union(shapely.Point(230, 250).buffer(50, quad_segs=256))
        self.assertAlmostEqual(flat(path, 64).area / both.area, 1.0, places=3)
        self.assertEqual(len(path.anchors), 8)

    def test_halves_that_share_a_side_leave_no_stray_anchor(self):
        value = empty()
        square = {"kind": "draw_shape", "shape": "rectangle", "container": "s"}
        value = done(value, **square, item="r", start=[150, 200], to=[200, 300])
        (path,) = done(value, kind="convert_to_outlines", items=["s"]).items["r"].contours
        positions = {a.at for a in path.anchors}
        self.assertEqual(positions, {150 + 200j, 150 + 300j, 250 + 200j, 250 + 300j})

    def test_what_does_not_meet_becomes_copies_in_a_group(self):
        value = empty()
        square = {"kind": "draw_shape", "shape": "rectangle", "container": "s"}
        value = done(value, **square, item="r", start=[10, 20], to=[50, 60])
        painted = {"kind": "set_second_style", "symmetry": "s", "style": {"fill": "#C2410C"}}
        value = done(value, **painted)
        change = apply(value, read_command({"kind": "convert_to_outlines", "items": ["s"]}))
        after = updated(value, change.forward)
        self.assertIsInstance(after.items["s"], Group)
        copy = after.items[after.tree.children("s")[1]]
        self.assertEqual(copy.contours[0].anchors[0].at, 390 + 20j)
        self.assertEqual(copy.style.fill, "#C2410C")
        self.assertEqual(updated(after, change.back).items["s"], value.items["s"])

    def test_what_is_kept_to_one_side_is_cut_at_the_line_and_welded_there(self):
        value = empty()
        square = {"kind": "draw_shape", "shape": "rectangle", "container": "s"}
        value = done(value, **square, item="r", start=[150, 200], to=[230, 300])
        value = done(value, kind="set_symmetry", symmetry="s", keeps="right")
        shown = [svgelements.Path(p) for p in re.findall(r' d="([^"]*)"', svg(value, title="t"))]
        boxes = [tuple(round(x, 6) for x in path.bbox()) for path in shown]
        self.assertEqual(boxes, [(150, 200, 200, 300), (200, 200, 250, 300)])
        (path,) = done(value, kind="convert_to_outlines", items=["s"]).items["r"].contours
        positions = [a.at for a in path.anchors]
        self.assertEqual(Box.around(positions), Box(150, 200, 250, 300))
        back = done(value, kind="set_symmetry", symmetry="s", keeps="all")
        self.assertEqual(back.items["r"], value.items["r"])


def glyph(letter):
    """A glyph of an open font, as straight lines between places on its outline."""
    edges = (edge[::8] for edge in glyph_contours(letter))
    return tuple(Contour(tuple(Anchor(p) for p in edge), closed=True) for edge in edges)


class BalanceTest(unittest.TestCase):
    def test_lines_are_found_in_symmetric_letters_and_in_no_others(self):
        for letter in some("AHIMOTVWXY", every=3):
            with self.subTest(letter):
                found = best_line(glyph(letter))
                self.assertLess(found.away, 0.02 * found.size, letter)
        for letter in some("FGJLPQR", every=3):
            with self.subTest(letter):
                found = best_line(glyph(letter))
                self.assertGreater(found.away, 0.02 * found.size, letter)

    @settings(max_examples=12)
    @given(symmetries, st.lists(points, min_size=2, max_size=5))
    def test_the_line_of_what_was_welded_is_found(self, item, inner):
        line = seams_of(replace(item, pattern="mirror"))[0]
        ends = [line.through - line.along * 900, line.through + line.along * 700]
        half = [p if line.away(p) > 0 else 2 * line.foot(p) - p for p in inner]
        path = Contour(tuple(Anchor(p) for p in (ends[0], *half, ends[1])))
        whole = welded((path,), replace(item, pattern="mirror"))
        self.assertLess(balance(whole, line).away, 1e-8)
        self.assertLess(best_line(whole).away, 1e-3)

    def test_twins_are_made_of_all_pairs_and_follow(self):
        value = SeamTest().half()
        value = done(value, kind="convert_to_outlines", items=["s"])
        value = done(value, kind="find_twins", item="a", twins="t")
        moved = done(value, kind="move_anchors", anchors=[["a", 0, 1]], by=[5, 7])
        positions = [a.at for a in moved.items["a"].contours[0].anchors]
        self.assertEqual(positions[3], complex(400 - positions[1].real, positions[1].imag))

    def test_a_form_that_is_all_but_symmetric_is_made_so(self):
        value = SeamTest().half()
        value = done(value, kind="convert_to_outlines", items=["s"])
        value = done(value, kind="move_anchors", anchors=[["a", 0, 1]], by=[2, 1])
        for towards, position in (("right", 102.3), ("left", 100.3), ("mean", 101.3)):
            even = done(value, kind="make_symmetric", item="a", towards=towards)
            self.assertLess(best_line(even.items["a"].contours).away, 1e-9)
            self.assertAlmostEqual(even.items["a"].contours[0].anchors[1].at.real, position)

    def test_forms_that_are_not_symmetric_are_refused(self):
        for kind in ("find_twins", "make_symmetric"):
            more = {"twins": "t"} if kind == "find_twins" else {}
            with self.assertRaises(Refusal) as caught:
                apply(drawing(leaf()), read_command({"kind": kind, "item": "leaf", **more}))
            self.assertEqual(caught.exception.code, "not_symmetric")


class MirrorNowTest(unittest.TestCase):
    def test_about_a_line_that_is_settled_before(self):
        value = drawing(leaf())
        for axis, image in (
            ({"centre": [200, 0], "angle": 90}, lambda p: complex(400 - p.real, p.imag)),
            ({"centre": [0, 50], "angle": 0}, lambda p: complex(p.real, 100 - p.imag)),
            ({"centre": [0, 0], "angle": 45}, lambda p: complex(p.imag, p.real)),
            ({"centre": [0, 0], "to": [9, 9]}, lambda p: complex(p.imag, p.real)),
        ):
            command = {"kind": "mirror_items", "items": ["leaf"], "axis": axis}
            positions = [a.at for a in done(value, **command).items["leaf"].contours[0].anchors]
            close_to(self, positions, [image(a.at) for a in leaf().contours[0].anchors])
            copy = done(value, **command, copies="c")
            self.assertEqual(copy.items["leaf"], leaf())
            self.assertIn("c-1", copy.items)

    def test_it_lies_best_through_the_open_ends(self):
        value = done(drawing(), kind="draw_line", item="l", start=[50, 0], to=[50, 90])
        command = read_command({"kind": "mirror_items", "items": ["l"], "copies": "c"})
        axis = command.laid_out(value).axis
        self.assertEqual((axis.centre, axis.angle), ((50.0, 45.0), 90.0))


if __name__ == "__main__":
    unittest.main()
