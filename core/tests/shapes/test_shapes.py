"""Parametric shapes and rounded corners."""

import math
import random
import unittest

from buildup.contours.anchors import Anchor, Contour, Corner
from buildup.contours.corners import worked
from buildup.contours.extent import box_of
from buildup.drawing.itemtypes import Frame, Shape
from buildup.edits.apply import apply, read_command
from buildup.errors import Refusal
from buildup.forms.contours import item_contours
from buildup.geometry.bezier import point_at
from buildup.shapes.kinds import SNAP, sounded
from buildup.shapes.registry import SHAPES, checked_dials, shape_kind
from buildup.view.selection import selection
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from core.tests.zoo import drawing, plate


def cornered(positions, radii):
    """A closed polygon with a radius at each of its corners."""
    corners = (Corner(r) if r else None for r in radii)
    anchors = (Anchor(p, corner=c) for p, c in zip(positions, corners, strict=True))
    return Contour(tuple(anchors), closed=True)


def flat(contour, steps=64):
    return Polygon(
        [
            (p.real, p.imag)
            for s in contour.segments
            for p in (point_at(s, i / steps) for i in range(steps))
        ]
    )


PROVIDED = {
    "ellipse start": {"cut": 1.0},
    "ellipse end": {"cut": 1.0},
    "burst seed": {"irregularity": 50.0},
    "banner depth": {"left": 1.0},
    "star radius_in": {"radius": 3.0},
    **{
        f"{name} {dial}": {"radius": 3.0}
        for name in ("rectangle", "triangle", "polygon", "burst", "gear", "cross", "arrow")
        for dial in ("style", "radius_in")
    },
    **{
        f"rectangle {dial}_{n}": {"each": 1.0, f"radius_{n}": 2.0}
        for dial in ("radius", "style")
        for n in (2, 3, 4)
    },
}
"""Other dials without which one has no effect."""
PROVIDED["rectangle each"] = {"radius": 3.0}


def anywhere(dial, dice):
    """A value of a dial: one of its ends, its default, or in between."""
    if dial.name.startswith("radius") and dial.unit == "length":
        return dice.choice((0.0, dice.uniform(0, 60)))
    most = min(dial.most, 60.0) if dial.unit == "count" else dial.most
    value = dice.choice((dial.least, most, dial.default, dice.uniform(dial.least, most)))
    return float(round(value)) if dial.whole else value


def scaled(kind, dials):
    """Width and height of a form at the scale at which it is declared, 60 times."""
    box = kind.extent(dials) if kind.extent else None
    return (60 * box.width, 60 * box.height) if box else (120, 80)


class CornersTest(unittest.TestCase):
    def test_overlapping_radii_shrink_by_one_factor(self):
        """W3C CSS Backgrounds and Borders 3, §5.5: f = min(side / sum of its two radii)."""
        cases = [
            ([10, 10, 10, 10], 1.0),
            ([40, 40, 40, 40], 0.75),
            ([80, 40, 0, 0], 60 / 80),
            ([0, 90, 30, 0], 0.5),
        ]
        for radii, factor in cases:
            with self.subTest(radii=radii):
                positions = (0j, 100 + 0j, 100 + 60j, 60j)
                drawn = worked(cornered(positions, radii), together=True).radii
                for k, radius in enumerate(radii):
                    self.assertAlmostEqual(drawn.get(k, 0), radius * factor)

    def test_a_full_radius_makes_a_circle_of_four_anchors(self):
        """Common practice: 100 % of the half short side makes a square a circle."""
        (contour,) = made("rectangle", 80, 80, radius=500)
        self.assertEqual([a.kind for a in contour.anchors], ["symmetric"] * 4)
        for segment in contour.segments:
            self.assertAlmostEqual(abs(point_at(segment, 0.5)), 40, places=9)

    def test_the_area_of_a_rounded_rectangle(self):
        """Elementary: w·h − (4 − π)·r²; shapely measures the flattened outline."""
        (contour,) = made("rectangle", 100, 60, radius=20)
        self.assertAlmostEqual(flat(contour).area, 6000 - (4 - math.pi) * 400, delta=1.0)

    @given(st.integers(3, 12), st.floats(0, 200))
    def test_arcs_are_tangent_to_the_sides(self, count, radius):
        corners = [
            100 * complex(math.cos(a), math.sin(a))
            for a in (2 * math.pi * i / count for i in range(count))
        ]
        contour = worked(cornered(corners, [radius] * count)).contour
        polygon = Polygon([(p.real, p.imag) for p in corners]).buffer(0.03)
        self.assertTrue(polygon.contains(flat(contour, 8)))
        for anchor in contour.anchors:
            if anchor.kind == "symmetric":
                self.assertAlmostEqual(anchor.into, -anchor.out)


def made(name, width, height, **dials):
    kind = SHAPES[name]
    return kind.contours(width, height, {**kind.defaults(), **dials})


@st.composite
def shapes(draw):
    """A kind and random values of its dials, radii up to a third of what has an effect."""
    kind = draw(st.sampled_from(list(SHAPES.values())))
    dials = kind.defaults()
    for dial in kind.dials:
        most = dial.reach(120, 80, dials) / 3 if dial.reach else dial.most
        if dial.whole:
            dials[dial.name] = float(draw(st.integers(int(dial.least), int(min(most, 24)))))
        else:
            dials[dial.name] = round(draw(st.floats(dial.least, most)), 2)
    return kind.name, dials


class RegistryTest(unittest.TestCase):
    def test_every_shape_stands_in_its_frame(self):
        for kind in SHAPES.values():
            with self.subTest(kind.name):
                box = box_of(kind.contours(120, 80, kind.defaults()))
                self.assertAlmostEqual(box.width, 120)
                self.assertAlmostEqual(box.height, 80)
                self.assertAlmostEqual(box.centre, 0j)

    @given(shapes())
    def test_any_dials_give_a_sound_form_within_the_frame(self, shape):
        kind, dials = SHAPES[shape[0]], shape[1]
        contours = kind.contours(120, 80, dials)
        box = box_of(contours)
        if not (dials.get("bend") and dials["radius"]):  # between curved sides they may bulge
            self.assertLessEqual(max(-box.left, box.right), 60 + 1e-6)
            self.assertLessEqual(max(-box.top, box.bottom), 40 + 1e-6)
        for contour in contours:
            stem = kind.name == "leaf" and len(contour.anchors) == 2
            ring = kind.name == "ellipse" and dials["cut"] == 3
            self.assertEqual(contour.closed, kind.group != "Open" and not stem and not ring)
            for start, end in contour.pairs:
                self.assertGreater(abs(start.at - end.at), 1e-9)
            if contour.closed:
                self.assertGreater(flat(contour, 16).area, 0)

    def test_no_form_crosses_itself_anywhere_in_its_dials(self):
        """Shapely finds the contours of every kind valid, at the ends of its dials and between."""
        dice = random.Random(11)
        for kind in SHAPES.values():
            for _ in range(60):
                dials = {d.name: anywhere(d, dice) for d in kind.dials}
                if dials.get("bend"):
                    dials["radius"] = 0.0  # worked corners of a much bent arrow may still meet
                for contour in kind.contours(*scaled(kind, dials), dials):
                    if contour.closed:
                        self.assertTrue(flat(contour, 40).is_valid, (kind.name, dials))

    def test_beyond_the_sound_range_the_value_is_kept_and_told(self):
        for name, dial, value, drawn in (
            ("star", "twist", 60, 33.12),
            ("arrow", "notch", 80, 58.2),
            ("arrow", "bend", -300, -210),
            ("rosette", "petal", 200, 150),
            ("banner", "depth", 200, 190),
        ):
            kind = SHAPES[name]
            shown = sounded(kind.dials, {**kind.defaults(), dial: value})[dial]
            self.assertAlmostEqual(shown, drawn)
            frame = Frame(100, 100)
            shape = Shape(id="s", name="s", shape=name, dials={}, frame=frame)
            command = {"kind": "set_dial", "items": ["s"], "dial": dial, "value": value}
            delta = apply(drawing(shape), read_command(command)).forward
            self.assertEqual(delta.put[0].dials[dial], value)
            self.assertIn(f"drawn at {drawn:.4g}", delta.message)
            reading = selection(drawing(delta.put[0]), ["s"]).dials
            reach = next(r.reach for r in reading if r.dial == dial)
            self.assertAlmostEqual(reach, abs(drawn))

    @given(shapes())
    def test_every_peg_gives_back_the_value_it_shows(self, shape):
        kind, dials = SHAPES[shape[0]], shape[1]
        for peg in kind.pegs:
            dial = kind.dial(peg.dial)
            if not dial.shown(dials):
                continue
            at = peg.at(120, 80, dials)
            value = dial.dragged(peg.value(120, 80, dials, at), stepped=False)
            shown = sounded(kind.dials, dials)[dial.name]
            apart = abs(value - shown)
            felt = SNAP * (dial.most - dial.least) if dial.felt else 0
            if dial.name == "cycles":
                apart = abs(round(value * 2) - round(dials["cycles"] * 2)) / 2
            if dial.unit == "length" and value < shown:
                continue  # the peg stops where the sides run out
            self.assertLessEqual(apart % 360 if dial.unit == "angle" else apart, felt + 1e-6)
            self.assertAlmostEqual(abs(peg.along(120, 80, dials)), 1)

    def test_a_dial_changes_the_form(self):
        """No dial without an effect: at two of its values the form differs."""
        for kind in SHAPES.values():
            for dial in kind.dials:
                dials = {**kind.defaults(), **PROVIDED.get(f"{kind.name} {dial.name}", {})}
                other = dial.least if dials[dial.name] != dial.least else dial.most
                if dial.unit == "length":
                    other = 3.0
                with self.subTest(f"{kind.name} {dial.name}"):
                    changed = {**dials, dial.name: other}
                    self.assertTrue(dial.shown(dials))
                    self.assertNotEqual(
                        kind.contours(*scaled(kind, dials), dials),
                        kind.contours(*scaled(kind, changed), changed),
                    )

    def test_dials_are_checked(self):
        kind = shape_kind("rectangle")
        for dials in (
            {"corner": 1.0},
            {"radius": -1.0},
            {"radius": math.nan},
            {"radius": math.inf},
        ):
            with self.subTest(dials), self.assertRaises(Refusal):
                checked_dials(kind, dials)
        with self.assertRaises(Refusal):
            shape_kind("blob")

    def test_an_ellipse_has_its_area(self):
        """Closed form π·a·b; a cubic quarter lies outside by up to 2.7e-4 of the radius."""
        (contour,) = made("ellipse", 200, 100)
        self.assertAlmostEqual(flat(contour).area / (math.pi * 100 * 50), 1, delta=4e-4)

    def test_contours_follow_the_placement(self):
        (contour,) = item_contours(plate(radius=0.0))
        sides = [abs(s[3] - s[0]) for s in contour.segments]
        self.assertAlmostEqual(sides[0], 100)
        self.assertAlmostEqual(sides[1], 60)
