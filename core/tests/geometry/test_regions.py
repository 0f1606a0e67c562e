"""Set operations on regions: closed forms, identities, coincidence, and other programs beside."""

import cmath
import itertools
import math
import random
import unittest
from contextlib import contextmanager
from unittest import mock

import pathops
import shapely
from buildup.errors import Refusal
from buildup.geometry.angles import direction
from buildup.geometry.areas import area_of
from buildup.geometry.bezier import line, part_of, point_at
from buildup.geometry.inside import winding
from buildup.geometry.intersect import meeting
from buildup.geometry.intersect.prepared import Operand
from buildup.geometry.nearest import nearest_parameter
from buildup.geometry.progress import reporting_to
from buildup.geometry.regions.setoperations import (
    combined,
    difference,
    divided,
    intersection_of,
    partition,
    symmetric_difference,
    union,
)
from buildup.geometry.transforms import Affine, turn
from hypothesis import given
from hypothesis import strategies as st

from core.tests.outlines import glyphs, moved, path, polygon
from core.tests.thorough import size, some

HANDLE = 4 / 3 * (math.sqrt(2) - 1)
BOTH = intersection_of(2)
ALL = {"union": union, "both": BOTH, "difference": difference, "either": symmetric_difference}


def circle(at, radius, rule="nonzero"):
    ways = [1, 1j, -1, -1j]
    ends = [at + radius * w for w in ways]
    return Operand((tuple(
        (p, p + radius * HANDLE * w * 1j, q + radius * HANDLE * w, q)
        for p, q, w in zip(ends, [*ends[1:], ends[0]], ways, strict=True)
    ),), rule)  # fmt: skip


def corners(*places, rule="nonzero"):
    sides = zip(places, [*places[1:], places[0]], strict=True)
    return Operand((tuple(line(a, b) for a, b in sides),), rule)


def box(at, width, height):
    return corners(at, at + width, at + width + height * 1j, at + height * 1j)


def area(loops):
    return math.fsum(area_of(p.curve for p in loop) for loop in loops)


def covers(loops, position):
    return winding((p.curve for loop in loops for p in loop), position)


def counts(loops):
    return sorted(map(len, loops))


class Checks(unittest.TestCase):
    def check_in_range(self, operands, loops):
        """Loops close, run once around what they hold, and lie on what they came from."""
        size = max(abs(p) for o in operands for c in o.contours for s in c for p in s)
        for loop in loops:
            for part, following in zip(loop, [*loop[1:], loop[0]], strict=True):
                self.assertEqual(part.curve[3], following.curve[0])
                source = part.source
                contour = operands[source.operand].contours[source.contour]
                if source.segment == len(contour):
                    continue  # the line that closes it
                segment = contour[source.segment]
                if source.whole and not part.joined:
                    self.assertTrue(self.alike(part.curve, segment))
                ends = (0.0, 0.5, 1.0) if not part.joined else (0.0,)
                for t in ends:
                    at = point_at(part.curve, t)
                    there = point_at(segment, nearest_parameter(segment, at))
                    self.assertLess(abs(there - at), 1e-9 * size + 2e-6 * (t in (0.0, 1.0)))

    def alike(self, curve, segment):
        """Whether a segment came through; where another one lay on its ends, but for rounding."""
        return any(max(map(abs, map(complex.__sub__, curve, s))) < 1e-9
                   for s in (segment, segment[::-1]))  # fmt: skip

    def check_all(self, first, second, positions, *, within=1e-9):
        """The four operations on two outlines: identities of their areas, and who holds places."""
        operands = [first, second]
        made = {name: combined(operands, keep) for name, keep in ALL.items()}
        for loops in made.values():
            self.check_in_range(operands, loops)
        ones = [combined([o], union) for o in operands]
        sizes = {name: area(loops) for name, loops in made.items()}
        a, b = map(area, ones)
        scale = 1.0 + a + b
        self.assertAlmostEqual(
            sizes["union"] / scale, (a + b - sizes["both"]) / scale, delta=within
        )
        self.assertAlmostEqual(
            (sizes["difference"] + sizes["both"]) / scale, a / scale, delta=within
        )
        either = sizes["union"] - sizes["both"]
        self.assertAlmostEqual(sizes["either"] / scale, either / scale, delta=within)
        for position in positions:
            inside = frozenset(
                k for k, o in enumerate(operands)
                if o.inside(winding((s for c in o.contours for s in c), position))
            )  # fmt: skip
            for name, keep in ALL.items():
                self.assertEqual(covers(made[name], position), int(keep(inside)), (name, position))
        return made


class FormTest(Checks):
    def test_a_lens_has_its_closed_form(self):
        """CRC Standard Mathematical Tables; circles as cubics are too large by 2.7e-4 at most."""
        r, d = 10.0, 8.0
        made = self.check_all(circle(0j, r), circle(d + 0j, r), [4 + 0j, -9 + 0j])
        closed = 2 * r * r * math.acos(d / 2 / r) - d / 2 * math.sqrt(4 * r * r - d * d)
        self.assertAlmostEqual(area(made["both"]) / closed, 1, delta=6e-4)
        anchors = {"union": [8], "both": [4], "difference": [6], "either": [6, 6]}
        self.assertEqual({n: counts(m) for n, m in made.items()}, anchors)

    def test_cuts_are_arcs_of_what_was_cut_and_the_rest_is_untouched(self):
        one = circle(0j, 10.0)
        (loop,) = combined([one, box(-20 - 20j, 40, 20)], difference)
        whole = [p for p in loop if p.source.operand == 0]
        self.assertEqual({p.curve for p in whole}, {s for s in one.contours[0] if s[0].imag >= 0
                                                     and s[3].imag >= 0})  # fmt: skip
        self.assertEqual(len(loop), 3)

    def test_copies_of_one_outline_are_one_however_little_they_are_shifted(self):
        one = circle(0j, 10.0)
        for shift in (0.0, 1e-9, 1e-7, 1e-6):
            for degrees in (0, 90, 37, 301):
                other = moved(one, lambda p, s=shift, d=degrees: p + cmath.rect(s, math.radians(d)))
                with self.subTest(shift=shift, degrees=degrees):
                    made = self.check_all(one, other, [0j, 11j], within=1e-6)
                    numbers = [counts(made[n]) for n in ("union", "both", "difference", "either")]
                    self.assertEqual(numbers, [[4], [4], [], []])

    def test_a_shift_that_can_be_seen_leaves_slivers_that_can_be_measured(self):
        one = circle(0j, 10.0)
        made = self.check_all(one, moved(one, lambda p: p + 0.01), [0j])
        self.assertAlmostEqual(area(made["difference"]), 0.01 * 20, delta=1e-4)

    def test_parts_of_one_curve_from_two_forms_are_one_segment(self):
        arch = (0j, 30 - 40j, 70 - 40j, 100 + 0j)

        def slab(start, end):
            top = part_of(arch, start, end)
            right, left = top[3].real + 50j, top[0].real + 50j
            sides = ((top[3], right), (right, left), (left, top[0]))
            return Operand(((top, *(line(a, b) for a, b in sides)),))

        for first, second in (((0, 0.6), (0.3, 1)), ((0, 0.5), (0.5, 1)), ((0.2, 0.7), (0.1, 0.4))):
            with self.subTest(first, second=second):
                (loop,) = combined([slab(*first), slab(*second)], union)
                (curve,) = (p.curve for p in loop if p.curve[0] != p.curve[1])
                start, end = min(first[0], second[0]), max(first[1], second[1])
                for mine, theirs in zip(curve, part_of(arch, start, end), strict=True):
                    self.assertAlmostEqual(mine, theirs, places=9)

    def test_boxes_that_share_an_edge_make_one_without_stray_anchors(self):
        for other, anchors in (
            (box(10 + 0j, 5, 10), 4),  # a whole edge
            (box(10 + 2j, 5, 4), 8),  # a part of one
            (box(5 + 0j, 10, 10), 4),  # laid over each other along two edges
            (corners(10 + 0j, 10 + 10j, 15 + 10j, 15 + 0j), 4),  # the other way around
            (box(10 + 1e-7 + 0j, 5, 10), 4),
        ):
            with self.subTest(other.contours[0][0]):
                made = self.check_all(box(0j, 10, 10), other, [5 + 5j, 12 + 3j], within=1e-6)
                self.assertEqual(counts(made["union"]), [anchors])

    def test_an_anchor_of_an_outline_stays_though_it_lies_in_line(self):
        one = corners(0j, 5 + 0j, 10 + 0j, 10 + 10j, 10j)
        self.assertEqual(counts(combined([one], union)), [5])
        self.assertEqual(counts(combined([one, box(10 + 0j, 4, 10)], union)), [5])

    def test_outlines_that_touch(self):
        one = circle(0j, 10.0)
        tables = [
            (circle(20 + 0j, 10.0), [4, 4], []),  # from outside
            (circle(5 + 0j, 5.0), [4], [4]),  # from inside
            (corners(10 + 0j, 20 - 5j, 20 + 5j), [3, 4], []),  # a corner on the curve
            (box(-10 - 10j, 20, 20), [4], [4]),  # a box around it, on all four sides
        ]
        for other, joined, common in tables:
            with self.subTest(other.contours[0][0]):
                made = self.check_all(one, other, [-5 + 0j, 6 + 0.1j])
                self.assertEqual(counts(made["both"]), common)
                self.assertEqual(counts(made["union"]), joined)

    def test_holes_and_islands_in_holes(self):
        rings = [circle(0j, r) for r in (40.0, 30.0, 20.0, 10.0)]
        loops = combined(rings, symmetric_difference)
        inwards = sorted(loops, key=lambda x: abs(x[0].curve[0]))
        self.assertEqual([area([x]) > 0 for x in inwards], [False, True] * 2)
        regions = partition(rings, symmetric_difference)
        self.assertEqual(sorted(len(r.holes) for r in regions), [1, 1])
        every = {r.inside: len(r.holes) for r in partition(rings)}
        self.assertEqual(every, {frozenset(range(k)): k < 4 for k in (1, 2, 3, 4)})

    def test_outlines_that_cross_and_touch_themselves(self):
        knot = (0j, 150 + 100j, -50 + 100j, 100 + 0j)
        figures = {
            "bow tie": (corners(0j, 10 + 10j, 10 + 0j, 10j), [3, 3], 50.0),
            "twice around": (Operand((circle(0j, 9).contours[0] * 2,)), [4], None),
            "a loop in a segment": (Operand(((*(knot,),),)), None, None),
            "touching at an anchor": (
                corners(0j, 5 + 5j, 10 + 0j, 10 + 10j, 5 + 5j, 10j),
                [3, 3],
                50.0,
            ),
        }
        for name, (figure, anchors, covered) in figures.items():
            with self.subTest(name):
                loops = combined([figure], union)
                self.check_in_range([figure], loops)
                if anchors:
                    self.assertEqual(counts(loops), anchors)
                if covered:
                    self.assertAlmostEqual(area(loops), covered)
        self.assertEqual(
            combined([Operand(figures["twice around"][0].contours, "evenodd")], union), ()
        )

    def test_what_has_no_area_vanishes(self):
        hair = box(2 + 0j, 1e-7, 10)
        back = Operand(((line(0j, 10 + 0j), line(10 + 0j, 0j)),))
        beyond = Operand((((0j, 30 + 0j, -20 + 0j, 10 + 0j), line(10 + 0j, 0j)),))
        for figure in (hair, back, beyond, Operand(()), Operand(((),)), corners(1j, 1j)):
            with self.subTest(figure.contours):
                self.assertEqual(combined([figure], union), ())
                self.assertEqual(counts(combined([box(0j, 10, 10), figure], union)), [4])
                cut = combined([box(0j, 10, 10), figure], difference)
                self.assertAlmostEqual(area(cut), 100, delta=1e-5)

    def test_regions_and_lines_that_divide_them(self):
        one, other = circle(0j, 10.0), circle(8 + 0j, 10.0)
        self.assertEqual({r.inside for r in partition([one, other])}, {frozenset((0,)),
                         frozenset((1,)), frozenset((0, 1))})  # fmt: skip
        across = Operand(((line(-20 + 1j, 30 + 1j),),), path=True)
        regions = partition([one, across])
        self.assertEqual(len(regions), 2)
        self.assertAlmostEqual(sum(area([r.outer]) for r in regions), area(combined([one], union)))
        short = Operand(((line(-20 + 1j, 1j),),), path=True)
        self.assertEqual([len(r.outer) for r in partition([one, short])], [4])

    def test_paths_are_cut_by_regions(self):
        one = circle(0j, 10.0)
        across = Operand(((line(-20 + 0j, 20 + 0j),),), path=True)
        ((_, inner),) = divided([across], [one], union)
        self.assertEqual([(p.curve[0], p.curve[3]) for p in inner], [(-10 + 0j, 10 + 0j)])
        outer = divided([across], [one], lambda inside: not inside)
        self.assertEqual([len(run) for _, run in outer], [1, 1])


class OthersTest(Checks):
    """Every pair of 68 letters, shifted and turned, beside skia-pathops and shapely."""

    def pairs(self):
        letters = glyphs()
        for k, (i, j) in enumerate(itertools.combinations(range(len(letters)), 2)):
            by = turn(0 if k % 3 == 0 else k * 7 % 360, about=300 - 350j)
            shift = complex(k % 5 * 40 - 80, k % 7 * 20 - 60)
            yield k, letters[i], moved(letters[j], lambda p, by=by, s=shift: by(p) + s)

    def test_areas_and_places_beside_skia_and_shapely(self):
        self.assertGreaterEqual(len(glyphs()), 60)
        chance = random.Random(7)
        for k, one, other in itertools.islice(self.pairs(), 0, None, size(4, usually=12)):
            both = combined([one, other], BOTH)
            joined = combined([one, other], union)
            theirs = pathops.op(path(one), path(other), pathops.PathOp.INTERSECTION)
            if abs(area(both) - abs(theirs.area)) > 5 or k % 60 == 0:
                first, second = polygon(one), polygon(other)
                self.assertAlmostEqual(area(both), first.intersection(second).area, delta=5)
                self.assertAlmostEqual(area(joined), first.union(second).area, delta=5)
                self.check_in_range([one, other], joined)
                for _ in range(20):
                    x, y = chance.uniform(0, 700), chance.uniform(-800, 200)
                    if first.union(second).boundary.distance(shapely.Point(x, y)) > 1:
                        inside = first.union(second).contains(shapely.Point(x, y))
                        self.assertEqual(covers(joined, complex(x, y)), int(inside))

    def test_letters_laid_on_shared_edges(self):
        for letter in some(glyphs()[::2], every=3):
            sides = [
                s for c in letter.contours for s in c if s[0] == s[1] and abs(s[3] - s[0]) > 60
            ]
            for side in sides[:2]:
                along = side[3] - side[0]
                for by in (
                    lambda p, a=along, s=side: s[0] + a * ((p - s[0]) / a).conjugate(),
                    lambda p, a=along: p + a / 2,
                    lambda p, m=(side[0] + side[3]) / 2: 2 * m - p,
                ):
                    self.check_all(letter, moved(letter, by), [], within=1e-7)


class LawTest(Checks):
    @given(st.integers(0, 10**6), st.sampled_from([0, 0, 1, 1, 2, 0.5]))
    def test_scribbles_that_coincide_on_a_grid(self, seed, grid):
        chance = random.Random(seed)

        def place():
            z = complex(chance.uniform(0, 10), chance.uniform(0, 10))
            return complex(round(z.real / grid) * grid, round(z.imag / grid) * grid) if grid else z

        def scribble():
            ends = [place() for _ in range(chance.choice([3, 4, 6]))]
            sides = zip(ends, [*ends[1:], ends[0]], strict=True)
            made = tuple((a, place(), place(), b) if chance.random() < 0.6 else line(a, b)
                         for a, b in sides)  # fmt: skip
            return Operand((made,), chance.choice(["nonzero", "evenodd"]))

        positions = [complex(chance.uniform(0, 10), chance.uniform(0, 10)) for _ in range(12)]
        self.check_all(scribble(), scribble(), positions, within=1e-6)

    @given(st.integers(0, 10**6), st.floats(-180, 180))
    def test_turning_what_goes_in_turns_what_comes_out(self, seed, degrees):
        chance = random.Random(seed)
        spots = [complex(chance.uniform(0, 50), chance.uniform(0, 50)) for _ in range(4)]
        shapes = [circle(spot, chance.uniform(5, 30)) for spot in spots]
        by = turn(degrees, about=7j)
        made = combined(shapes, union)
        turned = combined([moved(s, by) for s in shapes], union)
        self.assertEqual(counts(made), counts(turned))
        self.assertAlmostEqual(area(made), area(turned), places=6)


@contextmanager
def met():
    """The pairs that are met, none of which is remembered from before."""
    with (
        mock.patch.object(meeting, "remembered", {}),
        mock.patch.object(meeting, "meeting", wraps=meeting.meeting) as asked,
    ):
        yield asked


class WorkTest(unittest.TestCase):
    def test_pairs_that_are_far_apart_are_never_asked(self):
        row = [circle(30.0 * k + 0j, 10.0) for k in range(100)]
        with met() as asked:
            self.assertEqual(len(combined(row, union)), 100)
        self.assertLessEqual(asked.call_count, 6 * len(row))

    def test_of_many_forms_only_the_one_that_moves_is_met_anew(self):
        ring = [circle(60.0 * direction(9.0 * k), 20.0) for k in range(40)]
        with met() as asked:
            combined(ring, union)
            first = asked.call_count
            combined([moved(ring[0], Affine(origin=1 + 1j)), *ring[1:]], union)
        self.assertLess(asked.call_count - first, first / 5)

    def test_who_waits_hears_how_far_it_is_and_can_end_it(self):
        comb = [complex(x, y) for k in range(30) for x, y in ((k, -9), (k + 0.5, 39))]
        across = [complex(p.imag, p.real) for p in comb]
        operands = [corners(*comb, 40 - 20j), corners(*across, -20 + 40j)]
        ear = mock.Mock()
        with reporting_to(ear):
            partition(operands)
        told = [call.args[0] for call in ear.far.call_args_list]
        self.assertEqual(told, sorted(told))
        self.assertGreater(told[-1], 0.9)
        ear.far.side_effect = Refusal("stopped", "It was stopped.")
        with reporting_to(ear), self.assertRaises(Refusal):
            partition(operands)

    def test_a_hopeless_scribble_is_refused_with_a_sentence(self):
        chance = random.Random(4)
        positions = [complex(chance.uniform(0, 500), chance.uniform(0, 500)) for _ in range(1500)]
        with self.assertRaises(Refusal) as caught:
            combined([corners(*positions)], union)
        self.assertEqual(caught.exception.code, "too_entangled")
        some = corners(*positions[:90], rule="evenodd")
        self.assertGreater(len(partition([some])), 100)

    def test_clear_crossings_need_no_thorough_search(self):
        chance = random.Random(1)
        many = [circle(complex(chance.uniform(0, 400), chance.uniform(0, 400)),
                       chance.uniform(20, 50)) for _ in range(100)]  # fmt: skip
        theirs = path(Operand(tuple(c for one in many for c in one.contours)))
        theirs.simplify()  # skia-pathops, in single precision
        with mock.patch.object(meeting, "common", side_effect=AssertionError):
            self.assertAlmostEqual(area(combined(many, union)), abs(theirs.area), delta=0.05)
