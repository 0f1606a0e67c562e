"""Trouble spots: each kind is found where it is and nowhere else, and its edit mends it."""

import itertools
import math
import unittest
from dataclasses import replace

from buildup.contours.anchors import Anchor, Contour
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.forms.troubles import Limits
from buildup.geometry.bezier import part_of
from buildup.troublespots import SPOTS, trouble_spots

from core.tests.edits.test_fairing import QUARTER, contour, drawing
from core.tests.outlines import glyph
from core.tests.zoo import full

CIRCLE = [tuple(p * 1j**k for p in QUARTER) for k in range(4)]


def bump(at, turn, *, into=40.0, out=40.0):
    """A smooth anchor whose path runs to the right, turned by some degrees."""
    way = complex(math.cos(math.radians(turn)), math.sin(math.radians(turn)))
    return Anchor(at, -way * into, way * out, "smooth")


def turned(path, degrees):
    """A path turned about its origin."""
    by = complex(math.cos(math.radians(degrees)), math.sin(math.radians(degrees)))
    return [tuple(p * by for p in s) for s in path]


def harsh():
    form = contour(CIRCLE, closed=True)
    anchor = form.anchors[1]
    bent = replace(anchor, out=anchor.out * (1 + 0.1j), kind="corner")
    return replace(form, anchors=(form.anchors[0], bent, *form.anchors[2:]))


def halves(share):
    first, second = part_of(QUARTER, 0.0, 0.5), part_of(QUARTER, 0.5, 1.0)
    a, b, c, d = second
    return contour([first, (a, a + (b - a) * share, c, d)])


LEVEL = (Anchor(0j), Anchor(100 + 1j), Anchor(80 + 60j))
CASES = {
    "harsh_join": harsh(),
    "curvature_jump": halves(0.6),
    "flat_spot": contour([*CIRCLE[:3], (-100j, 90 - 100j, 100 - 90j, 100 + 0j)], closed=True),
    "wobble": Contour((bump(0j, -40), bump(100 - 40j, 1), bump(180 - 40j, -1), bump(300 + 0j, 40))),
    "handles_cross": contour([(0j, 90 + 90j, 10 + 90j, 100 + 0j)]),
    "handles_overshoot": contour([(0j, 80 + 80j, 90 + 10j, 100 + 0j)]),
    "doubled_anchors": Contour((Anchor(0j), Anchor(50 + 0j), Anchor(50.01 + 0j), Anchor(50 + 50j))),
    "tiny_segment": Contour(
        (Anchor(0j), Anchor(500 + 0j), Anchor(500 + 1j), Anchor(0 + 300j)), True
    ),
    "missing_extreme": contour(turned(CIRCLE, 30), closed=True),
    "almost_straight": contour([(0j, 30 + 0.5j, 70 - 0.5j, 100 + 0j)]),
    "almost_level": Contour(LEVEL),
    "almost_closed": Contour((Anchor(0j), Anchor(100 + 0j), Anchor(60 + 90j), Anchor(0.5 + 0.5j))),
}


class Spots(unittest.TestCase):
    def found(self, value, limits=Limits()):  # noqa: B008
        return trouble_spots(value, ["form"], limits)

    def test_every_kind_is_found_and_mended_by_its_edit(self):
        self.assertEqual(set(CASES), set(SPOTS))
        for kind, form in CASES.items():
            with self.subTest(kind):
                value = drawing(form)
                spots = [s for s in self.found(value).spots if s.kind == kind]
                self.assertTrue(spots, self.found(value).spots)
                for spot in spots[:1]:
                    change = apply(value, read_command(spot.command))
                    after = updated(value, change.forward)
                left = [s for s in self.found(after).spots if s.kind == kind]
                self.assertLess(len(left), len(spots))

    def test_what_is_fair_has_none(self):
        square = Contour(tuple(Anchor(p) for p in (0j, 90 + 0j, 90 + 90j, 90j)), closed=True)
        s_curve = contour([(0j, 60 + 0j, 40 + 100j, 100 + 100j)])
        for form in (contour(CIRCLE, closed=True), square, s_curve):
            self.assertEqual(self.found(drawing(form)).spots, ())

    def test_letters_of_a_published_font_have_few(self):
        """Nobody's hand wobbles in them: what is told of wobbles and flat spots is rare."""
        count = told = 0
        for name in ("a", "B", "C", "e", "g", "Q", "R", "S", "ampersand", "eight"):
            paths = [contour(list(c), closed=True, kind="corner") for c in glyph(name).contours]
            spots = self.found(drawing(*paths)).spots
            count += sum(len(p.anchors) for p in paths)
            told += sum(s.kind in ("wobble", "flat_spot", "handles_cross") for s in spots)
        self.assertLess(told, 0.05 * count)

    def test_limits_are_those_that_are_asked_for(self):
        value = drawing(CASES["harsh_join"])
        loose = Limits(turn=10.0)
        self.assertIn("harsh_join", {s.kind for s in self.found(value).spots})
        self.assertNotIn("harsh_join", {s.kind for s in self.found(value, loose).spots})

    def test_shapes_have_to_become_outlines_first(self):
        found = trouble_spots(full(), ["plate"], Limits()).spots
        self.assertTrue(found)
        self.assertEqual({s.command["kind"] for s in found}, {"convert_to_outlines"})

    def test_many_are_counted_and_some_told(self):
        positions = [complex(k, 0.001 * (k % 2)) for k in range(2_000)]
        found = self.found(drawing(Contour(tuple(map(Anchor, positions)))))
        self.assertEqual(len(found.spots), 300)
        self.assertGreater(found.count, 1_000)
        self.assertFalse(found.cut)
        self.assertTrue(self.found(drawing(*[Contour(tuple(map(Anchor, positions)))] * 7)).cut)
        alongs = [s.along for s in found.spots]
        self.assertTrue(all(a <= b for a, b in itertools.pairwise(alongs)))
