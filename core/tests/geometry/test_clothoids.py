"""Clothoids beside SciPy's integrals, and transitions that are made of them."""

import itertools
import math
import unittest
from unittest import mock

import numpy as np
from buildup.errors import Refusal
from buildup.geometry.fairness.clothoids import Clothoid, End, NoClothoid, curves_of, joining
from buildup.geometry.stations import joint, stations
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad
from scipy.special import fresnel

from core.tests.edits.test_fairing import contour, done, drawing

ANGLES = st.floats(-1.2, 1.2)
BENDS = st.floats(-0.02, 0.02)


def places(segments):
    """How far along a row of segments each of some stations is, and the curvature there."""
    begun = 0.0
    for segment in segments:
        row = stations(segment, 8)
        yield from ((begun + s.along, s.curvature) for s in row)
        begun += row[-1].along


class ArcsTest(unittest.TestCase):
    def test_it_is_the_curve_of_fresnels_integrals(self):
        for length in (0.5, 1.0, 2.5):
            end = Clothoid(End(0j, 0.0, 0.0), length, math.pi * length).end()
            sine, cosine = fresnel(length)
            self.assertLess(abs(end.at - complex(cosine, sine)), 1e-9)

    @given(ANGLES, ANGLES, BENDS, BENDS)
    @settings(max_examples=60, deadline=None)
    def test_three_join_any_two_ends(self, first, last, leaving, arriving):
        start, end = End(0j, first, leaving), End(100 + 0j, last, arriving)
        arcs = joining(start, end, length=105.0)
        there = arcs[-1].end()
        self.assertLess(abs(there.at - end.at), 1e-6)
        self.assertAlmostEqual(there.angle, last, places=9)
        self.assertAlmostEqual(there.curvature, arriving, places=12)
        for one in arcs:
            self.assertLess(abs(self.by_scipy(one) - one.end().at), 1e-6)
        for before, behind in itertools.pairwise(arcs):
            self.assertEqual(before.end().curvature, behind.start.curvature)
        curves = curves_of(arcs, last=end.at)
        self.assertEqual((curves[0][0], curves[-1][3]), (start.at, end.at))
        for before, behind in itertools.pairwise(curves):
            self.assertLess(abs(joint(before, behind).turn), 1e-6)

    def by_scipy(self, one):
        grown = (one.bend - one.start.curvature) / one.length

        def way(s, part):
            angle = one.start.angle + s * (one.start.curvature + grown * s / 2.0)
            return part(angle)

        x, y = (quad(way, 0.0, one.length, args=(part,))[0] for part in (math.cos, math.sin))
        return one.start.at + complex(x, y)

    def test_ends_that_none_join_are_told(self):
        for end, length in ((End(0j, 0.0, 0.0), 1.0), (End(100 + 0j, 0.0, 0.0), 10.0)):
            with self.assertRaises(NoClothoid):
                joining(End(0j, 0.0, 0.0), end, length=length)


class TransitionTest(unittest.TestCase):
    LINE = (-200 + 0j, -200 + 0j, 0j, 0j)
    BEND = (0j, 55.22847498 + 0j, 100 + 44.77152502j, 100 + 100j)
    COMMAND = {
        "kind": "add_transition_curves",
        "anchors": [["form", 0, 1]],
        "length": 40,
        "curve": "clothoid",
    }

    def test_it_begins_and_ends_as_what_it_joins_and_grows_evenly(self):
        after, _ = done(drawing(contour([self.LINE, self.BEND])), **self.COMMAND)
        (path,) = after.contours
        self.assertEqual((path.anchors[0].at, path.anchors[-1].at), (-200 + 0j, 100 + 100j))
        for before, behind in itertools.pairwise(path.segments):
            found = joint(before, behind)
            self.assertLess(abs(found.turn), 1e-8)
            self.assertLess(abs(found.curvature[0] - found.curvature[1]), 2e-5)
        grown = list(places(path.segments[1:-1]))
        third = grown[-1][0] / 3.0
        for k in range(3):
            row = np.array([p for p in grown if k * third <= p[0] <= (k + 1) * third])
            _, rest, *_ = np.polyfit(*row.T, 1, full=True)
            self.assertLess(math.sqrt(rest[0] / len(row)), 2e-5)  # of 0.01

    def test_where_none_fits_nothing_is_changed(self):
        with (
            mock.patch("buildup.edits.fairness.transitions.joining", side_effect=NoClothoid),
            self.assertRaises(Refusal) as refused,
        ):
            done(drawing(contour([self.LINE, self.BEND])), **self.COMMAND)
        self.assertEqual(refused.exception.code, "no_clothoid")
