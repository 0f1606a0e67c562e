"""Outlines matched with traced areas, settled on them and proposed for them: closed forms."""

import math
import unittest
from dataclasses import replace

from buildup.drawing.sheet import Reference, Sheet, TracedArea
from buildup.edits.apply import apply, foreseen, read_command
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.forms.matching.match import match
from buildup.forms.matching.tracedarea import fitted_traced_area, to_picture, traced_area_on
from buildup.geometry.areas import area_of
from buildup.geometry.bezier import point_at
from buildup.geometry.nearest import nearest

from core.tests.edits.test_fairing import QUARTER, contour, drawing

CIRCLE = [tuple(p * 1j**k for p in QUARTER) for k in range(4)]
R = 100.0


def disc(at=0j, radius=R):
    return contour([tuple(at + p * radius / R for p in s) for s in CIRCLE], closed=True)


def traced(*contours, angle=0.0):
    """A drawing over a picture of 400 by 400 that shows a disc of radius 100 about 0."""
    parts = [(p / 400 + 0.5 + 0.5j) for s in CIRCLE for p in s[:3]]
    form = TracedArea((tuple((p.real, p.imag) for p in parts),), pixel=1 / 400)
    under = Reference(
        id="u", picture=1, name="u", x=0, y=0, width=400, height=400, angle=angle, traced_area=form
    )
    return replace(drawing(*contours), sheet=Sheet(references=(under,)))


class MatchTest(unittest.TestCase):
    def test_two_discs_at_a_distance(self):
        """The lens of two circles (CRC Standard Mathematical Tables): overlap and largest gap."""
        whole = abs(area_of(CIRCLE[k] for k in range(4)))
        for d in (0.0, 5.0, 40.0, 120.0):
            lens = 2 * R * R * math.acos(d / 2 / R) - d / 2 * math.sqrt(4 * R * R - d * d)
            lens *= whole / (math.pi * R * R)
            found = match(traced(disc(complex(d, 0))), ["form"], "u")
            self.assertAlmostEqual(found.overlap, lens / (2 * whole - lens), delta=1e-3)
            self.assertAlmostEqual(found.largest.size, d, delta=0.5)
            self.assertEqual(found.pixel, 1.0)

    def test_a_larger_disc_is_beyond_and_a_smaller_one_misses(self):
        large, small = (match(traced(disc(radius=r)), ["form"], "u") for r in (110, 90))
        self.assertAlmostEqual(large.mean, 10.0, delta=0.1)
        self.assertAlmostEqual(large.overlap, (100 / 110) ** 2, delta=1e-6)
        self.assertTrue(large.beyond)
        self.assertFalse(large.missing)
        self.assertTrue(small.missing)
        self.assertFalse(small.beyond)

    def test_places_go_to_the_picture_and_back(self):
        value = traced(disc(), angle=30.0)
        segments = traced_area_on(value, "u")[0].contours[0]
        under = value.sheet.references[0]
        for segment, (x, y) in zip(segments, under.traced_area.paths[0][::3], strict=True):
            self.assertAlmostEqual(to_picture(under, segment[0]), complex(x, y), delta=1e-12)

    def test_a_pushed_anchor_settles_where_it_was(self):
        value = traced(disc())
        push = {"kind": "move_anchors", "anchors": [["form", 0, 1]], "by": [6, 9]}
        value = updated(value, apply(value, read_command(push)).forward)
        settle = {"kind": "fit_to_reference", "anchors": [["form", 0, 1]], "reference": "u"}
        change = apply(value, read_command({**settle, "reach": 30})).forward
        after = updated(value, change)
        self.assertGreater(match(after, ["form"], "u").overlap, 0.999)
        self.assertEqual(after.items["form"].contours[0].anchors[1].kind, "smooth")
        near = apply(value, read_command({**settle, "reach": 2})).forward
        moved = updated(value, near).items["form"].contours[0].anchors[1]
        self.assertLessEqual(abs(moved.at - (0 + 100j + 6 + 9j)), 2.0 + 1e-9)
        with self.assertRaises(Refusal):
            apply(value, read_command({**settle, "reach": 0}))

    def test_a_disc_is_proposed_with_four_anchors(self):
        propose = {"kind": "trace_outline", "item": "new", "reference": "u", "tolerance": 0.5}
        value = traced(disc())
        after = updated(value, apply(value, read_command(propose)).forward)
        (path,) = after.items["new"].contours
        self.assertLessEqual(len(path.anchors), 4)
        for segment in path.segments:
            self.assertAlmostEqual(abs(point_at(segment, 0.5)), R, delta=0.5)

    def proposed(self, *loops, **more):
        """What is proposed for a form whose edge goes through loops of places."""
        parts = [[p / 400 + 0.5 + 0.5j for p in loop] for loop in loops]
        value = traced(disc())
        form = fitted_traced_area(parts, pixel=1 / 400, ratio=1.0)
        (under,) = value.sheet.references
        value = replace(value, sheet=Sheet(references=(replace(under, traced_area=form),)))
        propose = {"kind": "trace_outline", "item": "new", "reference": "u", "tolerance": 1.5}
        change = foreseen(value, read_command({**propose, **more}))
        return updated(value, change).items["new"], change.message

    def test_a_symmetric_proposal_is_so_to_the_last_bit(self):
        """A drop about an upright line, its one side dented by 1.6 of its 200 units."""

        def drop(a):
            dent = 1.6 * math.exp(-(((a - 0.6) / 0.3) ** 2))
            return complex((100 - dent) * math.cos(a), 100 * math.sin(a) + 30 * math.cos(2 * a))

        body = [drop(a / 60) for a in range(377)]
        eyes = [[s * 40 + 12 * complex(math.cos(a / 8), -math.sin(a / 8)) for a in range(50)]
                for s in (-1, 1)]  # fmt: skip
        moles = [[at + 8 * complex(math.cos(a / 8), -math.sin(a / 8)) for a in range(50)]
                 for at in (40 + 50j, 4 - 60j)]  # fmt: skip
        for extremes in (False, True):
            made, said = self.proposed(body, *eyes, *moles, symmetric=True, extremes=extremes)
            self.assertIn("about an axis at 90°. 2 anchors have no counterpart", said)
            self.assertEqual(len(made.contours), 5)
            whole = made.contours[0].anchors
            middle = {a.at.real for a in whole if abs(a.at.real) < 2}
            (x,) = middle
            ends = {(a.at, a.into, a.out) for a in whole}
            for a in whole:
                image = (2 * x - a.at.conjugate(), -a.out.conjugate(), -a.into.conjugate())
                if a.at.real != x:
                    self.assertIn(image, ends)
                else:
                    self.assertEqual((a.into.imag, a.out.imag), (0.0, 0.0))
            least = 1.5 + 0.8  # the tolerance, and half of the dent
            for a in body:
                near = nearest(made.contours[0].segments, a)
                self.assertLessEqual(near.distance, least)
            self.assertLessEqual(len(whole), 14)

    def test_what_no_line_mirrors_is_not_made_symmetric(self):
        bean = [(90 + 40 * math.sin(2 * a / 60) + 40 * math.cos(3 * a / 60 + 0.4))
                * complex(math.cos(a / 60), math.sin(a / 60)) for a in range(377)]  # fmt: skip
        self.proposed(bean)
        with self.assertRaises(Refusal) as refused:
            self.proposed(bean, symmetric=True)
        self.assertEqual(refused.exception.code, "not_symmetric")

    def test_a_loop_of_places_becomes_few_curves(self):
        loop = [0.5 + 0.5j + 0.25 * complex(math.cos(a / 50), math.sin(a / 50)) for a in range(314)]
        form = fitted_traced_area([loop], pixel=1 / 200, ratio=1.0)
        self.assertLess(len(form.paths[0]), 40)
        for x, y in form.paths[0][::3]:
            self.assertAlmostEqual(abs(complex(x, y) - 0.5 - 0.5j), 0.25, delta=1e-3)

    def test_what_is_no_form_is_refused(self):
        value = traced(disc())
        for paths, pixel in (((((0.1, 0.1),) * 4,), 0.01), ((), 0.01), ((((0.1, 0.1),) * 6,), 0)):
            form = {"paths": paths, "pixel": pixel}
            command = {"kind": "set_traced_area", "reference": "u", "traced_area": form}
            with self.assertRaises(Refusal):
                apply(value, read_command(command))
        open_path = replace(disc(), closed=False)
        with self.assertRaises(Refusal) as refused:
            match(traced(open_path), ["form"], "u")
        self.assertEqual(refused.exception.code, "nothing_to_match")
