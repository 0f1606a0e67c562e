"""Files with more anchors than are imported: counted, simplified, parted."""

import math
import unittest
from unittest import mock

from buildup.contours import pathreader
from buildup.contours.anchors import anchor_count
from buildup.contours.pathreader import read_path
from buildup.errors import Refusal
from buildup.formats.anchorcounts import TOLERANCES, Counter, Simplifier
from buildup.formats.svg import svgdraw, svgitems
from buildup.formats.svg.svgread import read_document

from core.tests.formats.test_svgfiles import document


def ring(count: int, *, at: complex = 0j, radius: float = 40.0) -> str:
    turns = [math.tau * k / count for k in range(count)]
    points = (at + complex(radius * math.cos(a), radius * math.sin(a)) for a in turns)
    return "M" + "L".join(f"{p.real:.4f} {p.imag:.4f}" for p in points) + "Z"


ISLANDS = "".join(ring(60, at=complex(100 * k, 0)) for k in range(4))


class LargeFilesTest(unittest.TestCase):
    def anchors(self, found) -> int:
        return sum(anchor_count(i.contours) for i in found.clip.items)

    def test_too_many_anchors_are_refused_with_what_to_do(self):
        with mock.patch.object(svgitems, "MOST_READ", 100), self.assertRaises(Refusal) as refused:
            read_document(document(f'<path d="{ring(101)}"/>'))
        self.assertEqual(refused.exception.code, "too_many_anchors")
        self.assertIn("simplify its outlines on import", refused.exception.sentence)

    def test_a_tolerance_leads_to_what_was_counted_for_it(self):
        text = document(f'<path d="{ring(900)}"/><g transform="scale(3)"><path d="{ISLANDS}"/></g>')
        counter = Counter()
        read_document(text, simplifier=counter)
        counts = {c.tolerance: c.anchors for c in counter.counts}
        self.assertEqual(list(counts), [0.0, *TOLERANCES])
        self.assertEqual(list(counts.values()), sorted(counts.values(), reverse=True))
        for tolerance in (0.0, TOLERANCES[0], TOLERANCES[4], TOLERANCES[-1]):
            with self.subTest(tolerance=tolerance):
                found = read_document(text, simplifier=Simplifier(tolerance))
                self.assertEqual(self.anchors(found), counts[tolerance])
        self.assertEqual(counter.counts[0].longest, 900)
        self.assertEqual(counter.counts[1].label, "0.01 mm")

    def test_tolerances_are_those_of_the_sheet(self):
        within = Simplifier(TOLERANCES[3])
        (small,) = within.taken(read_path(ring(900)))
        (large,) = within.taken(read_path(ring(900)), scale=16.0)
        self.assertAlmostEqual(len(large.anchors) / len(small.anchors), 4.0, delta=1.2)

    def test_what_comes_as_it_is_costs_nothing_and_a_tolerance_no_more_than_its_steps(self):
        contours = read_path(ring(90))
        for tolerance, steps in ((0.0, 0), (TOLERANCES[0], 1), (TOLERANCES[3], 4)):
            with mock.patch(
                "buildup.formats.anchorcounts.decimated_contour", side_effect=lambda c, _: c
            ) as asked:
                Simplifier(tolerance).taken(contours)
            self.assertEqual(asked.call_count, steps)

    def test_no_more_is_counted_than_may_be(self):
        with (
            mock.patch("buildup.formats.anchorcounts.MOST_COUNTED", 100),
            self.assertRaises(Refusal) as refused,
        ):
            Counter().taken(read_path(ring(101)))
        self.assertEqual(refused.exception.code, "too_much")
        with (
            mock.patch("buildup.formats.anchorcounts.MOST_READ", 2),
            self.assertRaises(Refusal) as refused,
        ):
            Counter().taken(read_path(ring(101)))
        self.assertIn("Even simplified", refused.exception.sentence)

    def test_an_outline_of_too_many_anchors_becomes_several_in_one_group(self):
        text = document(f'<path d="{ISLANDS}" fill="teal" opacity=".5"/>')
        with mock.patch.object(svgdraw, "MOST_ANCHORS", 130):
            found = read_document(text)
        group, *parts = found.clip.items
        self.assertEqual([anchor_count(p.contours) for p in parts], [120, 120])
        self.assertEqual((group.finish.opacity, parts[0].style.finish.opacity), (0.5, 1.0))
        self.assertIn("now several", found.message)
        with mock.patch.object(svgdraw, "MOST_ANCHORS", 59), self.assertRaises(Refusal) as refused:
            read_document(text)
        self.assertEqual(refused.exception.code, "too_many_anchors")

    def test_long_rows_of_numbers_are_read_in_pieces(self):
        row = " ".join(str(k % 37) for k in range(6 * 700))
        for command in "LCHQ":
            with self.subTest(command=command):
                text = f"M0 0{command}{row} M1 1l2 2"
                whole = read_path(text)
                with (
                    mock.patch.object(
                        pathreader,
                        "_ROW",
                        pathreader.re.compile(pathreader._ROW.pattern.replace("6000", "24")),
                    ),
                    mock.patch.object(pathreader, "MOST_IN_ROW", 24),
                ):
                    self.assertEqual(read_path(text), whole)
                self.assertEqual(len(whole), 2)
