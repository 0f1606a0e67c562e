"""Commands on shapes and corners: scale kept, words about what does not fit, several at once."""

import math
import unittest
from dataclasses import replace

from buildup.contours.extent import box_of
from buildup.drawing.itemtypes import Frame, Shape
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.forms.contours import item_contours
from buildup.forms.frames import own_standing
from buildup.geometry.nearest import nearest
from buildup.geometry.transforms import shift, turn
from buildup.shapes.registry import SHAPES
from buildup.view.selection import selection

from core.tests.zoo import bracket, drawing, leaf, plate

COMMON = ("rectangle", "triangle", "polygon", "gear", "cross", "arrow")
"""Kinds with the same corner dials."""


def delta(before, **data):
    return apply(before, read_command(data)).forward


def done(before, **data):
    return updated(before, delta(before, **data))


def shape(kind, item="one", **dials):
    return Shape(id=item, name=item, shape=kind, dials=dials, frame=Frame(100, 80, shift(50 + 40j)))


def drawn(kind, **more):
    return done(drawing(), kind="draw_shape", item="n", shape=kind, start=[0, 0], **more)


class DrawTest(unittest.TestCase):
    def test_in_its_own_proportion_every_shape_is_undistorted(self):
        for name, kind in SHAPES.items():
            with self.subTest(name):
                frame = drawn(name, to=[90, -70], square=True).items["n"].frame
                ratio = kind.proportion(kind.defaults())
                self.assertAlmostEqual(frame.width / frame.height, ratio)
                self.assertGreaterEqual(frame.width, 90 - 1e-9)
                self.assertGreaterEqual(frame.height, 70 - 1e-9)
        (hexagon,) = item_contours(drawn("polygon", to=[90, 90], square=True).items["n"])
        sides = [abs(s[3] - s[0]) for s in hexagon.segments]
        self.assertAlmostEqual(max(sides), min(sides))

    def test_a_line_is_held_to_steps_and_drawn_from_its_middle(self):
        line = {"kind": "draw_line", "item": "n", "start": [10, 10], "to": [60, 14]}
        stepped = done(drawing(), **line, stepped=True, centred=True).items["n"]
        first, last = (a.at for a in stepped.contours[0].anchors)
        self.assertAlmostEqual((first + last) / 2, 10 + 10j)
        self.assertAlmostEqual(first.imag, last.imag)
        with self.assertRaises(Refusal):
            delta(drawing(), **{**line, "to": [10, 10]})


class ScaleTest(unittest.TestCase):
    def test_a_dial_keeps_the_scale_and_what_it_does_not_touch(self):
        """A regular polygon stays regular and in place whatever its number of sides, turned too."""
        kind = SHAPES["polygon"]
        box = kind.extent(kind.defaults())
        position = turn(20, about=0j).after(shift(box.centre * 50))
        start = Shape(id="p", name="p", shape="polygon", dials={},
                      frame=Frame(50 * box.width, 50 * box.height, position))  # fmt: skip
        before = drawing(start)
        for sides in (3, 4, 5, 7, 60):
            before = done(before, kind="set_dial", items=["p"], dial="sides", value=sides)
            (contour,) = item_contours(before.items["p"])
            for anchor in contour.anchors:
                self.assertAlmostEqual(abs(anchor.at), 50)

    def test_resizing_keeps_a_radius_and_scales_a_share(self):
        for share, expected in ((0.0, 10.0), (1.0, 10.0)):
            before = drawing(shape("rectangle", radius=10.0, radius_in=share))
            after = done(before, kind="place_items", items=["one"], width=200, height=160)
            self.assertEqual(after.items["one"].dials["radius"], expected)
            (old,), (new,) = (item_contours(d.items["one"]) for d in (before, after))
            cut = abs(new.anchors[0].at - new.anchors[1].at) / abs(
                old.anchors[0].at - old.anchors[1].at
            )
            self.assertAlmostEqual(cut, 2.0 if share else 1.0)

    def test_a_typed_side_scales_the_polygon(self):
        before = drawing(shape("polygon"))
        after = done(before, kind="set_shape_length", items=["one"], length="side", value=25)
        (reading,) = selection(after, ["one"]).lengths
        self.assertAlmostEqual(reading.value, 25)
        self.assertAlmostEqual(own_standing(after.items["one"]).centre, 50 + 40j)
        for bad in (0, -4, 1e9):
            with self.assertRaises(Refusal):
                delta(before, kind="set_shape_length", items=["one"], length="side", value=bad)


class WordTest(unittest.TestCase):
    def test_a_radius_that_does_not_fit_is_kept_and_told(self):
        before = drawing(shape("rectangle"))
        large = delta(before, kind="set_dial", items=["one"], dial="radius", value=300)
        self.assertEqual(large.put[0].dials["radius"], 300)
        self.assertIn("drawn at 10.58 mm", large.message)
        fits = delta(before, kind="set_dial", items=["one"], dial="radius", value=30)
        self.assertEqual(fits.message, "")
        hidden = drawing(shape("rectangle", radius_2=900.0))
        self.assertEqual(
            delta(hidden, kind="set_dial", items=["one"], dial="radius", value=3).message, ""
        )

    def test_out_of_range_is_refused_with_the_range(self):
        for kind, dial, value in (
            ("polygon", "sides", 1e6),
            ("polygon", "sides", 2),
            ("star", "inner", 130),
            ("ellipse", "inner", 100),
            ("rectangle", "style", 6),
            ("gear", "hole", -1),
        ):
            with self.subTest(f"{kind} {dial}"), self.assertRaises(Refusal) as caught:
                delta(drawing(shape(kind)), kind="set_dial", items=["one"], dial=dial, value=value)
            self.assertRegex(
                caught.exception.sentence, r"must be from .* to .*\. It was not changed"
            )

    def test_a_count_is_whole_and_an_end_before_the_start_goes_round(self):
        after = done(
            drawing(shape("star")), kind="set_dial", items=["one"], dial="points", value=6.6
        )
        self.assertEqual(after.items["one"].dials["points"], 7)
        one, other = (shape("ellipse", cut=1.0, start=s, end=e) for s, e in ((300, 60), (-60, 60)))
        for a, b in zip(
            item_contours(one)[0].anchors, item_contours(other)[0].anchors, strict=True
        ):
            self.assertAlmostEqual(a.at, b.at)


class PegTest(unittest.TestCase):
    def dragged(self, kind, dial, to, **dials):
        more = {"stepped": dials.pop("stepped")} if "stepped" in dials else {}
        before = drawing(replace(shape(kind, **dials), frame=Frame(100, 100)))
        after = done(before, kind="drag_peg", item="one", dial=dial, to=to, **more)
        return after.items["one"].dials[dial]

    def test_pegs_snap_to_what_is_felt_and_step_with_shift(self):
        sector = {"cut": 1.0, "start": 0.0, "end": 360.0}
        self.assertEqual(self.dragged("ellipse", "start", [30, 31], **sector), 45)
        self.assertAlmostEqual(
            self.dragged("ellipse", "start", [50, 15], **sector), 16.699, places=3
        )
        self.assertEqual(self.dragged("ellipse", "start", [50, 15], **sector, stepped=True), 15)
        self.assertEqual(self.dragged("ellipse", "inner", [25.5, 0]), 50)
        self.assertEqual(self.dragged("ellipse", "inner", [-90, 0]), 0)
        self.assertEqual(self.dragged("ellipse", "inner", [900, 0]), 99)

    def test_counts_follow_the_peg_round(self):
        for teeth in (3, 7, 12, 40):
            angle = 2 * math.pi / teeth - math.pi / 2
            to = [50 * math.cos(angle), 50 * math.sin(angle)]
            self.assertEqual(self.dragged("burst", "rays", to), teeth)
        self.assertEqual(self.dragged("burst", "rays", [0, -50]), 100)


class SeveralTest(unittest.TestCase):
    def test_shared_dials_are_set_on_all_that_have_them(self):
        shapes = [shape(k, k, radius=float(n)) for n, k in enumerate(COMMON)]
        before = drawing(*shapes, shape("heart", "heart"), leaf())
        readings = {d.dial: d.value for d in selection(before, COMMON).dials}
        self.assertEqual(readings, {"radius": None, "style": 0, "radius_in": 0})
        after = done(before, kind="set_dial", items=list(COMMON), dial="radius", value=7)
        self.assertEqual({after.items[k].dials["radius"] for k in COMMON}, {7})
        some = done(before, kind="set_dial", items=["gear", "leaf"], dial="teeth", value=9)
        self.assertIs(some.items["leaf"], before.items["leaf"])
        self.assertEqual(selection(before, ["gear", "leaf"]).dials, ())

    def test_the_first_corner_is_named_where_each_has_its_own_radius(self):
        def labels(*items):
            value = drawing(*items)
            return [d.label for d in selection(value, list(value.order)).dials][:2]

        own = shape("rectangle", "own", each=1.0)
        alike = shape("rectangle", "alike")
        self.assertEqual(labels(alike), ["Corner radius", "Corner style"])
        self.assertEqual(labels(own), ["Radius, top left", "Style, top left"])
        self.assertEqual(labels(own, alike), ["Corner radius", "Corner style"])

    def test_another_kind_keeps_frame_style_and_what_both_have(self):
        start = shape("rectangle", radius=9.0, style=2.0)
        after = done(drawing(start), kind="change_shape", items=["one"], shape="cross").items["one"]
        self.assertEqual((after.dials["radius"], after.dials["style"]), (9, 2))
        self.assertEqual(after.frame, start.frame)
        self.assertEqual(after.style, start.style)
        back = done(drawing(after), kind="change_shape", items=["one"], shape="star").items["one"]
        self.assertEqual(back.dials["radius"], 9)
        self.assertEqual(set(back.dials), set(SHAPES["star"].defaults()))

    def test_dials_are_copied_and_settings_applied(self):
        first, second = shape("gear", "a", teeth=9.0, radius=2.0), shape("polygon", "b", sides=5.0)
        before = drawing(first, second, leaf())
        copied = done(before, kind="copy_dials", source="a", items=["a", "b"]).items["b"]
        self.assertEqual((copied.dials["radius"], copied.dials["sides"]), (2, 5))
        applied = done(before, kind="set_dials", items=["b"], shape="gear", dials={"teeth": 30})
        self.assertEqual(applied.items["b"].shape, "gear")
        self.assertEqual(applied.items["b"].dials["teeth"], 30)
        with self.assertRaises(Refusal):
            delta(before, kind="set_dials", items=["leaf"], shape="gear", dials={})


class CornerEditTest(unittest.TestCase):
    def test_a_corner_is_dragged_along_its_side(self):
        after = done(
            drawing(bracket()), kind="drag_corners", anchors=[["bracket", 0, 1]], to=[630, 90]
        )
        corner = after.items["bracket"].contours[0].anchors[1].corner
        self.assertAlmostEqual(corner.radius, 30)
        self.assertEqual(corner.style, "cove")
        mark = selection(after, ["bracket"]).anchors[1].corner
        self.assertAlmostEqual(mark.peg[0], 630)
        self.assertEqual(
            [m.corner is None for m in selection(after, ["bracket"]).anchors], [True, False, True]
        )

    def test_the_peg_lies_on_a_curved_side_and_drags_from_there(self):
        before = drawing(leaf())
        refs = {"anchors": [["leaf", 0, 2]]}
        worked = done(before, kind="set_corners", **refs, radius=12)
        mark = selection(worked, ["leaf"]).anchors[2].corner
        self.assertLess(nearest(leaf().contours[0].segments, complex(*mark.peg)).distance, 1e-6)
        again = done(worked, kind="drag_corners", **refs, to=mark.peg)
        self.assertAlmostEqual(
            again.items["leaf"].contours[0].anchors[2].corner.radius, 12, delta=0.05
        )

    def test_the_radius_stops_where_the_sides_run_out_and_says_so(self):
        large = delta(
            drawing(bracket()), kind="set_corners", anchors=[["bracket", 0, 1]], radius=500
        )
        self.assertIn("drawn at 21.17 mm", large.message)
        self.assertEqual(large.put[0].contours[0].anchors[1].corner.radius, 500)
        mark = selection(updated(drawing(bracket()), large), ["bracket"]).anchors[1].corner
        self.assertAlmostEqual(mark.drawn, 80)

    def test_corners_of_several_outlines_and_sharp_again(self):
        before = drawing(bracket(), leaf())
        refs = [["bracket", 0, 1], ["leaf", 0, 2], ["leaf", 0, 0]]
        worked = done(before, kind="set_corners", anchors=refs, radius=6, style="notch")
        self.assertEqual(worked.items["leaf"].contours[0].anchors[2].corner.style, "notch")
        self.assertIsNone(worked.items["leaf"].contours[0].anchors[0].corner)
        styled = done(before, kind="set_corners", anchors=refs, style="ogee")
        shorter = min(abs(40 + 120j), abs(-60 + 100j))
        self.assertAlmostEqual(
            styled.items["leaf"].contours[0].anchors[2].corner.radius, shorter / 4
        )
        sharp = done(worked, kind="set_corners", anchors=refs, radius=0)
        self.assertEqual(sharp.items["leaf"], before.items["leaf"])

    def test_corners_stay_through_moves_and_become_anchors_on_request(self):
        before = drawing(bracket())
        moved = done(before, kind="move_items", items=["bracket"], by=[9, 9])
        self.assertEqual(moved.items["bracket"].contours[0].anchors[1].corner.radius, 15)
        turned = done(before, kind="reverse_outlines", items=["bracket"])
        self.assertAlmostEqual(
            box_of(item_contours(turned.items["bracket"])).width,
            box_of(item_contours(before.items["bracket"])).width,
        )
        for kind in ("convert_corners", "convert_to_outlines"):
            plain = done(before, kind=kind, items=["bracket"]).items["bracket"]
            self.assertEqual(plain.contours, item_contours(before.items["bracket"]))
            self.assertEqual(len(plain.contours[0].anchors), 4)

    def test_old_shapes_without_the_new_dials_are_drawn(self):
        self.assertEqual(len(item_contours(plate())[0].anchors), 8)
        self.assertEqual(len(selection(drawing(plate()), ["plate"]).dials), 4)
