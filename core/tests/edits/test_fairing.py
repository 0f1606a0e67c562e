"""Curvature, easing, fairing, thinning: against closed forms, SciPy, and dense sampling."""

import itertools
import math
import random
import unittest
from dataclasses import replace

import numpy as np
from buildup.contours.anchors import Anchor, Contour
from buildup.contours.blending import between as blended
from buildup.contours.blending import paired
from buildup.contours.paths import starting_at, turned_round
from buildup.drawing.itemtypes import Layer, Outline
from buildup.drawing.model import FIRST_LAYER, Drawing
from buildup.drawing.tree import ROOT, Tree
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.geometry.areas import area_of
from buildup.geometry.bezier import curvature_at, inflections, part_of, point_at
from buildup.geometry.fairness.joints import Path, _conditions, _moving, eased
from buildup.geometry.fairness.variation import between, faired
from buildup.geometry.fairness.warping import Pull
from buildup.geometry.fitting.onefit import fit_one
from buildup.geometry.hausdorff import hausdorff
from buildup.geometry.lengths import length
from buildup.geometry.nearest import nearest
from buildup.geometry.nearestarc import arc, nearest_arc
from buildup.geometry.stations import joint, rate_at, stations
from buildup.view.curves import MOST_PLACES
from buildup.view.selection import ViewRequest, selection
from scipy.optimize import minimize
from scipy.special import fresnel

from core.tests.outlines import glyph
from core.tests.thorough import some
from core.tests.zoo import full

LETTERS = "aBCegQRS&8"
QUARTER = (100 + 0j, 100 + 55.22847498j, 55.22847498 + 100j, 100j)


def drawing(*contours):
    item = Outline(id="form", name="Form", contours=contours)
    items = {FIRST_LAYER: Layer(id=FIRST_LAYER, name="Layer 1"), "form": item}
    return Drawing(items=items, tree=Tree({ROOT: (FIRST_LAYER,), FIRST_LAYER: ("form",)}))


def contour(segments, *, closed=False, kind="smooth"):
    """Segments in a row as a contour."""
    count = len(segments)
    anchors = []
    for k in range(count if closed else count + 1):
        before = segments[k - 1] if k > 0 or closed else None
        after = segments[k] if k < count else None
        at = after[0] if after else before[3]
        into = before[2] - at if before and before[2] != at else None
        out = after[1] - at if after and after[1] != at else None
        anchors.append(Anchor(at, into, out, kind if into and out else "corner"))
    return Contour(tuple(anchors), closed)


def done(value, **command):
    """The outline after a command, and what was said."""
    change = apply(value, read_command(command))
    return updated(value, change.forward).items["form"], change.forward.message


def ring(count, *, wobble, seed):
    """A closed wobbly ring of control points around a circle of radius 100."""
    chance = random.Random(seed)
    handle = 4 / 3 * math.tan(math.pi / 2 / count) * 100

    def off():
        return complex(chance.gauss(0, wobble), chance.gauss(0, wobble))

    ways = [complex(math.cos(a), math.sin(a)) for a in np.linspace(0, 2 * math.pi, count + 1)]
    positions = [100 * w + off() for w in ways[:-1]]
    points = []
    for k in range(count):
        here, there = positions[k], positions[(k + 1) % count]
        points += [here, here + 1j * ways[k] * handle + off()]
        points.append(there - 1j * ways[k + 1] * handle + off())
    return Path(tuple(points), closed=True)


def segments_of(path):
    points = (*path.points, path.points[0]) if path.closed else path.points
    return [tuple(points[3 * k : 3 * k + 4]) for k in range(path.segments)]


class Curvature(unittest.TestCase):
    def test_a_parabola(self):
        """y = x² has the curvature 2 / (1 + 4x²)^1.5 and its derivative along the length."""
        segment = (0j, 1 / 3 + 0j, complex(2 / 3, 1 / 3), 1 + 1j)
        for t in (0.0, 0.3, 0.8, 1.0):
            steep = 1 + 4 * t * t
            self.assertAlmostEqual(curvature_at(segment, t), 2 / steep**1.5, delta=1e-12)
            self.assertAlmostEqual(rate_at(segment, t), -24 * t / steep**3, delta=1e-11)

    def test_an_ellipse_and_a_circle(self):
        """An ellipse's ends of the axes have the curvatures a/b² and b/a²; its cubics nearly so."""
        for a, b in ((100, 100), (100, 40)):
            quarter = tuple(complex(p.real * a / 100, p.imag * b / 100) for p in QUARTER)
            self.assertAlmostEqual(curvature_at(quarter, 0.0) * b * b / a, 1.0, delta=0.03)
            self.assertAlmostEqual(curvature_at(quarter, 1.0) * a * a / b, 1.0, delta=0.03)
        turned = tuple(1j * p for p in QUARTER)
        found = joint(QUARTER, turned)
        self.assertEqual(found.continuity, "curvature")
        self.assertAlmostEqual(found.curvature[0], found.curvature[1], delta=1e-15)

    def test_a_clothoid(self):
        """Along a clothoid, here of SciPy's Fresnel integrals, the curvature grows evenly."""
        lengths = np.linspace(0.2, 0.6, 400)
        sines, cosines = fresnel(lengths)
        points = [complex(x, y) * 100 for x, y in zip(cosines, sines, strict=True)]
        ways = [complex(math.cos(a), math.sin(a)) for a in math.pi / 2 * lengths**2]
        fit = fit_one(points, ways[0], -ways[-1])
        self.assertLess(fit.error, 0.02)
        found = stations(fit.curve, 20)
        for station in found[2:-2]:
            true = math.pi * (0.2 + station.along / 100) / 100
            self.assertAlmostEqual(station.curvature / true, 1.0, delta=0.05)

    def test_places_are_evenly_spaced(self):
        chance = random.Random(7)
        for _ in range(60):
            segment = tuple(complex(chance.uniform(0, 99), chance.uniform(0, 99)) for _ in range(4))
            found = stations(segment, 10)
            whole = length(segment)
            self.assertAlmostEqual(found[-1].along, whole, delta=0.01 * whole)
            for station in found[1:-1]:
                so_far = length(part_of(segment, 0.0, station.t))
                self.assertAlmostEqual(so_far, station.along, delta=0.05 * whole / 10)

    def test_degrees_of_continuity(self):
        line = (0j, 0j, 100 + 0j, 100 + 0j)
        bend = (100 + 0j, 155 + 0j, 200 + 45j, 200 + 100j)
        soft = (100 + 0j, 150 + 0j, 200 + 0j, 220 + 60j)
        turned = tuple(100 + (p - 100) * 1j for p in bend)
        whole = (0j, 30 + 90j, 120 - 40j, 150 + 60j)
        halves = part_of(whole, 0.0, 0.4), part_of(whole, 0.4, 1.0)
        table = {"broken": (line, turned), "tangent": (line, bend), "rate": halves}
        for continuity, pair in table.items():
            self.assertEqual(joint(*pair).continuity, continuity)
        self.assertIn(joint(line, soft).continuity, ("curvature", "rate"))
        self.assertEqual(joint(line, bend).ratio, math.inf)

    def test_inflections_are_where_the_curvature_changes_its_sign(self):
        chance = random.Random(3)
        for _ in range(200):
            segment = tuple(complex(chance.uniform(0, 99), chance.uniform(0, 99)) for _ in range(4))
            for t in inflections(segment):
                before, after = (curvature_at(segment, t + d) for d in (-1e-5, 1e-5))
                self.assertLess(before * after, 0.0)
            signs = [curvature_at(segment, k / 400) > 0 for k in range(401)]
            changes = sum(a != b for a, b in itertools.pairwise(signs))
            self.assertLessEqual(changes, len(inflections(segment)))


class Easing(unittest.TestCase):
    def test_joints_hold_to_a_billionth(self):
        for seed, wobble in itertools.product(range(30), (2, 6)):
            path = ring(5, wobble=wobble, seed=seed)
            some = {0: "tangent", 1: "curvature"}
            goals = dict.fromkeys(range(5), "curvature") if seed % 2 else some
            made = eased(path, goals)
            self.assertIsNotNone(made, (seed, wobble))
            segments = segments_of(made)
            for k, goal in goals.items():
                found = joint(segments[k - 1], segments[k])
                self.assertLess(abs(found.turn), 1e-9)
                if goal == "curvature":
                    self.assertLess(abs(found.curvature[0] - found.curvature[1]), 1e-9)

    def test_nothing_moves_less(self):
        """SciPy's sequential quadratic programming finds no less movement."""
        for seed in range(12):
            path = ring(4, wobble=4, seed=seed)
            goals = {1: "curvature", 0: "tangent", 2: "even" if seed % 3 == 0 else "tangent"}
            free = frozenset({1}) if seed % 2 else frozenset()
            made = eased(path, goals, free=free)
            moving = sorted(_moving(path, free))
            start = np.array(
                [v for k in moving for v in (path.points[k].real, path.points[k].imag)]
            )

            def values(x, moving=moving, path=path, goals=goals):
                points = list(path.points)
                for m, k in enumerate(moving):
                    points[k] = complex(x[2 * m], x[2 * m + 1])
                return [v for a, g in goals.items() for v, _ in _conditions(path, points, a, g)]

            best = minimize(
                lambda x, start=start: np.sum((x - start) ** 2),
                start,
                jac=lambda x, start=start: 2 * (x - start),
                constraints=[{"type": "eq", "fun": values}],
                method="SLSQP",
                options={"ftol": 1e-13, "maxiter": 400},
            )
            cost = sum(abs(p - q) ** 2 for p, q in zip(made.points, path.points, strict=True))
            self.assertLess(cost, best.fun * (1 + 1e-6))

    def test_the_command_says_how_far_it_moves_and_touches_nothing_else(self):
        form = contour(segments_of(ring(8, wobble=4, seed=1)), closed=True, kind="corner")
        after, said = done(drawing(form), kind="ease_anchors", anchors=[["form", 0, 2]])
        self.assertRegex(said, r"moved by at most \d")
        changed = [k for k in range(8) if after.contours[0].anchors[k] is not form.anchors[k]]
        self.assertEqual(changed, [2])
        self.assertEqual(after.contours[0].anchors[2].kind, "smooth")

    def test_a_line_goes_on_as_a_curve(self):
        path = contour([(0j, 0j, 100 + 0j, 100 + 0j), (100 + 0j, 140 + 30j, 200 + 50j, 200 + 99j)])
        after, _ = done(
            drawing(path), kind="ease_anchors", anchors=[["form", 0, 1]], to="curvature"
        )
        before, behind = after.contours[0].segments
        self.assertEqual(before, path.segments[0])
        found = joint(before, behind)
        self.assertLess(abs(found.turn), 1e-9)
        self.assertLess(abs(found.curvature[1]), 1e-9)

    def test_what_is_kept_eased_stays_so_while_others_are_edited(self):
        form = contour(segments_of(ring(5, wobble=3, seed=4)), closed=True)
        value = drawing(form)
        refs = [["form", 0, k] for k in range(5)]
        for command in (
            {"kind": "ease_anchors", "anchors": refs, "to": "tangent"},
            {"kind": "ease_anchors", "anchors": [refs[2]], "to": "curvature", "keep": True},
            {"kind": "move_anchors", "anchors": [refs[3]], "by": [9, -4]},
            {"kind": "set_handle", "anchor": refs[2], "side": "out", "angle": 228, "length": 60},
            {"kind": "move_items", "items": ["form"], "by": [30, 0]},
            {"kind": "move_anchors", "anchors": [refs[2]], "by": [3, 5]},
        ):
            value = updated(value, apply(value, read_command(command)).forward)
            segments = value.items["form"].contours[0].segments
            found = joint(segments[1], segments[2])
            if command != {"kind": "ease_anchors", "anchors": refs, "to": "tangent"}:
                self.assertLess(abs(found.turn), 1e-9)
                self.assertLess(abs(found.curvature[0] - found.curvature[1]), 1e-9)
            if command["kind"] == "set_handle":
                self.assertAlmostEqual(abs(segments[2][1] - segments[2][0]), 60)
        free = {"kind": "set_anchor_kind", "anchors": [refs[2]], "to": "corner"}
        value = updated(value, apply(value, read_command(free)).forward)
        self.assertFalse(value.items["form"].contours[0].anchors[2].eased)

    def test_ends_and_corners_between_lines_cannot_be_eased(self):
        path = Contour((Anchor(0j), Anchor(100 + 0j), Anchor(100 + 90j)))
        with self.assertRaises(Refusal) as refused:
            done(drawing(path), kind="ease_anchors", anchors=[["form", 0, 0], ["form", 0, 1]])
        self.assertEqual(refused.exception.code, "nothing_to_ease")


class Fairing(unittest.TestCase):
    def wobbly(self, count=6):
        chance = random.Random(2)
        handle = 4 / 3 * math.tan(math.pi / count / 4) * 100
        knots = []
        for k in range(count + 1):
            way = complex(math.cos(math.pi * k / count), math.sin(math.pi * k / count))
            inner = 0 < k < count
            off = complex(chance.gauss(0, 1), chance.gauss(0, 1)) * inner
            turn = chance.gauss(0, 0.04) * inner
            along = 1j * way * complex(math.cos(turn), math.sin(turn)) * handle
            knots.append((100 * way + off, along * math.exp(chance.gauss(0, 0.15))))
        return tuple((a[0], a[0] + a[1], b[0] - b[1], b[0]) for a, b in itertools.pairwise(knots))

    def test_between_the_ends_of_a_half_circle_it_is_a_circle(self):
        made = faired(self.wobbly(), tolerance=10.0, bends=(0.01, 0.01))
        for segment in made:
            for k in range(9):
                self.assertAlmostEqual(abs(point_at(segment, k / 8)), 100.0, delta=0.05)

    def test_the_tolerance_holds_and_the_dial_goes_from_as_drawn(self):
        drawn = self.wobbly()
        for tolerance in (0.05, 0.3, 1.0):
            made = faired(drawn, tolerance=tolerance)
            self.assertLessEqual(hausdorff(drawn, made), tolerance)
        moved = [hausdorff(drawn, between(drawn, made, a)) for a in (0.0, 0.3, 0.7, 1.0)]
        self.assertEqual(moved, sorted(moved))
        self.assertEqual(between(drawn, made, 0.0), drawn)

    def test_a_stretch_is_made_fair_and_the_rest_stays(self):
        form = contour((*self.wobbly(), (-100 + 0j, -100 + 0j, 100 + 0j, 100 + 0j)), closed=True)
        refs = [["form", 0, k] for k in range(7)]
        after, _ = done(drawing(form), kind="fair_segments", segments=refs, tolerance=5.0)
        path = after.contours[0]
        self.assertEqual(path.segments[6], form.segments[6])
        jumps = [joint(a, b) for a, b in itertools.pairwise(path.segments[:6])]
        self.assertLess(max(abs(j.curvature[0] - j.curvature[1]) for j in jumps), 1e-5)
        self.assertLess(max(abs(j.turn) for j in jumps), 1e-9)

    def test_an_arc_and_a_line(self):
        true = arc(10 + 5j, 70 + 30j, bulge=0.6)
        made = nearest_arc(true)
        self.assertLess(hausdorff(true, made), 0.02)
        form = contour(self.wobbly())
        refs = [["form", 0, k] for k in range(6)]
        after, _ = done(drawing(form), kind="regular_segments", segments=refs, to="arc")
        self.assertEqual(len(after.contours[0].anchors), 3)
        for segment in after.contours[0].segments:
            self.assertAlmostEqual(abs(point_at(segment, 0.5)), 100.0, delta=1.5)
        after, _ = done(drawing(form), kind="regular_segments", segments=refs[1:4], to="line")
        self.assertEqual(len(after.contours[0].anchors), 5)
        self.assertEqual(after.contours[0].segments[0], form.segments[0])


class BothSides(unittest.TestCase):
    BOW = (
        (0j, 10 - 20j, 40 - 50j, 100 - 50j),
        (100 - 50j, 120 - 46j, 170 - 30j, 200 + 0j),
    )

    def test_the_sides_of_an_anchor_come_out_as_each_others_image(self):
        even = {"kind": "balance_handles", "anchors": [["form", 0, 1]]}
        after, said = done(drawing(contour(self.BOW)), **even)
        first, middle, last = after.contours[0].anchors
        self.assertEqual((first.at, middle.at, last.at), (0j, 100 - 50j, 200 + 0j))
        self.assertEqual((middle.kind, middle.into), ("symmetric", -middle.out))
        self.assertAlmostEqual(abs(first.out), abs(last.into), delta=1e-12)
        mean = (60 + math.hypot(20, 4)) / 2
        self.assertAlmostEqual(abs(middle.out), mean, delta=1e-12)
        self.assertAlmostEqual(first.out / abs(first.out), (1 - 2j) / math.sqrt(5), delta=1e-12)
        self.assertIn("moved by at most", said)
        again, said = done(drawing(after.contours[0]), **even)
        self.assertLess(hausdorff(after.contours[0].segments, again.contours[0].segments), 1e-9)
        self.assertEqual(said, "The outline did not change.")

    def test_an_anchor_with_one_handle_is_left_as_it_is(self):
        form = contour(self.BOW)
        bare = replace(form.anchors[1], out=None, kind="corner")
        value = drawing(replace(form, anchors=(form.anchors[0], bare, form.anchors[2])))
        for anchor in (0, 1):
            with self.assertRaises(Refusal) as refused:
                done(value, kind="balance_handles", anchors=[["form", 0, anchor]])
            self.assertEqual(refused.exception.code, "one_sided")

    def test_anchors_come_at_even_lengths_along_segments_in_a_row(self):
        form = contour(self.BOW)
        whole = sum(map(length, form.segments))
        add = {"kind": "add_anchors", "where": "along", "count": 3}
        after, _ = done(drawing(form), **add, segments=[["form", 0, 0], ["form", 0, 1]])
        path = after.contours[0]
        self.assertLess(hausdorff(path.segments, form.segments), 1e-9)
        self.assertEqual(len(path.anchors), 6)
        ends = np.cumsum([length(s) for s in path.segments])
        for k in (1, 2, 3):
            self.assertLess(min(abs(ends - whole * k / 4)), 1e-3 * whole)
        ring = contour([tuple(p * 1j**k for p in QUARTER) for k in range(4)], closed=True)
        every = [["form", 0, k] for k in range(4)]
        with self.assertRaises(Refusal):
            done(drawing(ring), **add, segments=every)
        after, _ = done(drawing(ring), **add | {"count": 7}, segments=every)
        self.assertEqual(len(after.contours[0].anchors), 8)


class ByHand(unittest.TestCase):
    def test_a_pull_moves_nothing_beyond_its_reach(self):
        form = contour([tuple(p * 1j**k for p in QUARTER) for k in range(4)], closed=True)
        pull = {"kind": "pull_with_brush", "item": "form", "grabbed": [0, 100], "reach": 60}
        after, _ = done(drawing(form), **pull, to=[0, 115])
        path = after.contours[0]
        kept = [s for s in path.segments if s in form.segments]
        self.assertEqual(len(kept), 2)
        for before, segment in zip(
            (path.segments[-1], *path.segments), path.segments, strict=False
        ):
            self.assertLess(abs(joint(before, segment).turn), 1e-6)
        field = Pull(100j, 15j, 60.0)
        moved = [field(point_at(s, k / 30)) for s in form.segments for k in range(30)]
        for position in moved:
            self.assertLess(nearest(path.segments, position).distance, 0.02 * 60)
        again, _ = done(drawing(form), **pull, to=[0, 100])
        self.assertLess(hausdorff(form.segments, again.contours[0].segments), 0.7)

    def test_the_brush_smooths_what_it_touches(self):
        wobbly = contour(Fairing().wobbly())
        positions = [[100 * math.cos(a), 100 * math.sin(a)] for a in np.linspace(0.3, 2.8, 40)]
        brush = {"kind": "smooth_with_brush", "item": "form", "places": positions, "reach": 8}
        after, _ = done(drawing(wobbly), **brush)
        jumps = [joint(a, b) for a, b in itertools.pairwise(after.contours[0].segments)]
        self.assertLess(max(abs(j.curvature[0] - j.curvature[1]) for j in jumps), 1e-4)
        with self.assertRaises(Refusal):
            done(drawing(wobbly), **brush | {"places": [[900, 900]]})

    def test_a_transition_begins_and_ends_as_what_it_joins(self):
        """Beside a clothoid (SciPy's Fresnel integrals): the curvature grows as evenly."""
        line = (-200 + 0j, -200 + 0j, 0j, 0j)
        bend = (0j, 55.22847498 + 0j, 100 + 44.77152502j, 100 + 100j)
        form = contour([line, bend])
        command = {"kind": "add_transition_curves", "anchors": [["form", 0, 1]], "length": 40}
        after, said = done(drawing(form), **command)
        path = after.contours[0]
        self.assertEqual(len(path.anchors), 5)
        self.assertIn("moved by", said)
        for before, behind in itertools.pairwise(path.segments):
            found = joint(before, behind)
            self.assertLess(abs(found.turn), 1e-9)
            self.assertLess(abs(found.curvature[0] - found.curvature[1]), 2e-4)
        self.assertGreater(joint(*form.segments).curvature[1], 9e-3)
        sines, cosines = fresnel(np.linspace(0.0, 0.5, 3))
        ends = [complex(x, y) * 200 for x, y in zip(cosines, sines, strict=True)]
        ways = [complex(math.cos(a), math.sin(a)) for a in np.pi / 2 * np.linspace(0, 0.5, 3) ** 2]
        rough = tuple(
            (p, p + v * 30, q - w * 30, q)
            for (p, v), (q, w) in itertools.pairwise(zip(ends, ways, strict=True))
        )
        for segment, start in zip(
            faired(rough, tolerance=9.0, bends=(0.0, math.pi * 0.5 / 200)), (0.0, 50.0), strict=True
        ):
            for station in stations(segment, 8):
                true = math.pi * (start + station.along) / 200**2
                self.assertAlmostEqual(station.curvature, true, delta=0.02 * math.pi / 400)

    def test_a_blend_begins_and_ends_as_its_sources(self):
        star = full().items["leaf"].contours[0]
        circle = contour([tuple(p * 1j**k for p in QUARTER) for k in range(4)], closed=True)
        for last in (circle, turned_round(circle), starting_at(circle, 2)):
            one, other = paired(star, last)
            self.assertEqual(len(one.anchors), len(other.anchors))
            self.assertLessEqual(len(one.anchors), 6)
            self.assertLess(hausdorff(one.segments, star.segments), 1e-9)
            self.assertLess(hausdorff(other.segments, circle.segments), 1e-9)
            self.assertEqual(blended(one, other, 0.0).segments, one.segments)
            self.assertEqual(blended(one, other, 1.0).segments, other.segments)
        areas = [area_of(blended(one, other, k / 4).segments) for k in range(5)]
        self.assertTrue(all(a < b for a, b in itertools.pairwise(sorted(areas))))
        small, large = (
            contour([tuple(p * k for p in s) for s in circle.segments], closed=True) for k in (1, 3)
        )
        middle = blended(*paired(small, large), 0.5)
        for anchor in middle.anchors:
            self.assertAlmostEqual(abs(anchor.at), 200.0, delta=1e-9)

    def test_steps_of_a_blend_are_items_between_the_two(self):
        blend = {"kind": "blend_items", "items": ["leaf", "second"], "count": 3}
        value = full()
        after = updated(value, apply(value, read_command(blend)).forward)
        new = [i for i in after.items if i not in value.items]
        self.assertEqual(len(new), 3)
        held = after.tree.children(FIRST_LAYER)
        self.assertEqual(list(held[: 1 + len(new)]), ["leaf", *new])
        for items in (["leaf", "open"], ["leaf"]):
            with self.assertRaises(Refusal):
                apply(value, read_command(blend | {"items": items}))


class Thinning(unittest.TestCase):
    def split(self, segments, chance):
        pieces = []
        for segment in segments:
            cuts = [
                0.0,
                *sorted(chance.uniform(0.001, 0.999) for _ in range(chance.randint(8, 14))),
                1.0,
            ]
            pieces += [part_of(segment, a, b) for a, b in itertools.pairwise(cuts)]
        return pieces

    def test_letters_in_hundreds_of_pieces_get_their_anchors_back(self):
        """Ten glyphs of an open font: no more anchors than they were drawn with, or one."""
        chance = random.Random(5)
        for letter in some(LETTERS, every=3):
            name = {"&": "ampersand", "8": "eight"}.get(letter, letter)
            paths = [list(c) for c in glyph(name).contours]
            pieces = [self.split(c, chance) for c in paths]
            forms = [contour(c, closed=True, kind="corner") for c in pieces]
            after, said = done(
                drawing(*forms), kind="simplify_outlines", items=["form"], tolerance=0.05
            )
            for path, split, new in zip(paths, pieces, after.contours, strict=True):
                self.assertLessEqual(len(new.anchors), len(path) + 1, letter)
                self.assertLessEqual(self.dense(split, new.segments), 0.05 * 1.01, (letter, said))

    def dense(self, old, new):
        """How far two paths are from each other, either way: places to the lines between others."""

        def places(path, each):
            return np.array([point_at(s, k / each) for s in path for k in range(each + 1)])

        def farthest(some, line):
            start, way = line[:-1], np.diff(line)
            square = np.maximum(np.abs(way) ** 2, 1e-18)
            away = []
            for position in some:
                part = np.clip(((position - start) * way.conjugate()).real / square, 0.0, 1.0)
                away.append(np.abs(position - start - part * way).min())
            return max(away)

        return max(
            farthest(places(old, 4), places(new, 200)), farthest(places(new, 40), places(old, 40))
        )

    def test_circles(self):
        chance = random.Random(1)
        quarters = [tuple(p * 1j**k for p in QUARTER) for k in range(4)]
        pieces = self.split(quarters, chance)
        form = contour(pieces, closed=True)
        for tolerance, most in ((1e-4, 4), (0.1, 4), (2.0, 3)):
            after, _ = done(
                drawing(form), kind="simplify_outlines", items=["form"], tolerance=tolerance
            )
            self.assertLessEqual(len(after.contours[0].anchors), most)
        points = [100 * np.exp(2j * np.pi * k / 300) for k in range(301)]
        lines = [(a, a, b, b) for a, b in itertools.pairwise(map(complex, points))]
        after, _ = done(
            drawing(contour(lines[:-1], closed=False)),
            kind="simplify_outlines",
            items=["form"],
            tolerance=0.1,
        )
        self.assertLessEqual(len(after.contours[0].anchors), 6)

    def test_extremes_and_corners_stay_by_choice(self):
        turned = [tuple(p * (1 + 1j) / abs(1 + 1j) * 1j**k for p in QUARTER) for k in range(4)]
        form = contour(turned, closed=True)
        command = {"kind": "simplify_outlines", "items": ["form"], "tolerance": 0.2}
        after, _ = done(drawing(form), **command, extremes=True)
        ends = {(round(a.at.real), round(a.at.imag)) for a in after.contours[0].anchors}
        self.assertLessEqual({(100, 0), (0, 100), (-100, 0), (0, -100)}, ends)
        square = Contour(tuple(Anchor(p) for p in (0j, 9 + 0j, 9 + 9j, 9j)), closed=True)
        after, said = done(drawing(square), **command | {"tolerance": 3})
        self.assertEqual(after.contours[0], square)
        self.assertIn("All 4", said)

    def test_no_tolerance_is_refused(self):
        for kind, more in (
            ("simplify_outlines", {"items": ["form"]}),
            ("fair_segments", {"segments": [["form", 0, 0]]}),
        ):
            with self.assertRaises(Refusal) as refused:
                done(drawing(contour([QUARTER])), kind=kind, tolerance=0, **more)
            self.assertEqual(refused.exception.code, "bad_tolerance")


class Reading(unittest.TestCase):
    def test_the_curvature_of_what_is_selected(self):
        form = contour([tuple(p * 1j**k for p in QUARTER) for k in range(4)], closed=True)
        (reading,) = selection(drawing(form), ["form"], ViewRequest(curves=8.0)).curves
        self.assertAlmostEqual(reading.length, 2 * math.pi * 100, delta=0.2)
        self.assertAlmostEqual(reading.turn[-1], 360.0, delta=1e-6)
        self.assertEqual({j.continuity for j in reading.joints}, {"curvature"})
        for k, value in enumerate(reading.curvature):
            x, y = reading.teeth[2 * k : 2 * k + 2]
            out = complex(*reading.at[2 * k : 2 * k + 2])
            self.assertAlmostEqual(value, 0.01, delta=4e-4)
            self.assertAlmostEqual(complex(x, y) / out * 100, value, delta=1e-4)

    def test_a_long_outline_is_told_in_bounds(self):
        lines = [complex(k, 20 * math.sin(k / 9)) for k in range(5_000)]
        form = Contour(tuple(Anchor(p) for p in lines))
        (reading,) = selection(drawing(form), ["form"], ViewRequest(curves=0.01)).curves
        self.assertLessEqual(len(reading.along), 2 * MOST_PLACES)
        self.assertLessEqual(len(reading.joints), MOST_PLACES)

    def test_what_has_no_curvature_is_told_as_that(self):
        cusp = contour([(0j, 0j, 50 + 90j, 100 + 0j), (100 + 0j, 100 + 0j, 160 - 40j, 200 + 0j)])
        (reading,) = selection(drawing(cusp), ["form"], ViewRequest(curves=8.0)).curves
        self.assertIn(None, reading.curvature)
        self.assertTrue(all(map(math.isfinite, reading.teeth)))
        spot = replace(cusp, anchors=(Anchor(5j), Anchor(5j)))
        (reading,) = selection(drawing(spot), ["form"], ViewRequest(curves=8.0)).curves
        self.assertEqual(reading.length, 0.0)
        with self.assertRaises(Refusal):
            selection(drawing(cusp), ["form"], ViewRequest(curves=math.nan))
