"""Files that ask for more work than they are long: what each costs is counted, not timed."""

import os
import subprocess
import sys
import unittest
from contextlib import suppress
from unittest.mock import patch

from buildup.contours.pathreader import numbers, read_path
from buildup.errors import Refusal
from buildup.formats.palettes import read_palette
from buildup.formats.svg import svgdocument, svgdraw, svgwork
from buildup.formats.svg.svgread import read_document, read_svg
from buildup.formats.svg.svgvalues import read_transform
from buildup.formats.svg.svgwork import FOR_A_CHARACTER, Work
from hypothesis import given
from hypothesis import strategies as st

from core.tests.formats.test_svgfiles import document
from core.tests.thorough import size


def doubling(holder, levels, fan, leaf=""):
    """Parts that each use the one before several times, and draw nothing by themselves."""
    parts = [f"<{holder} id='p0'>{leaf}</{holder}>"]
    for k in range(1, levels):
        uses = f"<use href='#p{k - 1}'/>" * fan
        parts.append(f"<{holder} id='p{k}'>{uses}</{holder}>")
    return document("".join(parts) + f"<use href='#p{levels - 1}'/>")


RULES = "*{fill:red}" * 5_000
PATHS = "".join(f"<path id='k{k}' class='c{k}' d='M0 0H9V9z'/>" for k in range(10_000))
HOSTILE = {
    "a symbol of itself": document(
        '<symbol id="a"><use href="#a"/><use href="#a"/><use href="#a"/></symbol><use href="#a"/>'
    ),
    "symbols": doubling("symbol", 20, 10),
    "links": doubling("a", 20, 10),
    "groups": doubling("g", 20, 10),
    "groups of what is unknown": doubling("g", 4, 20, "<b/>" * 200),
    "rules and elements": document(f"<style>{RULES}</style>{PATHS}"),
    "clip paths": document(
        "<g id='e'/><clipPath id='c'>"
        + "<use href='#e'/>" * 9_000
        + "</clipPath>"
        + "".join(f"<g clip-path='url(#c)' transform='scale({k})'/>" for k in range(1, 9_000))
    ),
    "text": document("<text id='t'>" + "<tspan>a</tspan>" * 5_000 + "</text>")[:-6]
    + "<use href='#t'/>" * 5_000
    + "</svg>",
    "long values": document(f"<path id='p' d='{'M0 0' * 50_000}'/>" + "<use href='#p'/>" * 9_000),
}


def spent(text, read=read_document):
    """The work that a document takes; it may be refused meanwhile."""
    works = []

    class Counted(Work):
        def __init__(self, length):
            super().__init__(length)
            works.append(self)
            self.first = self._left

    with patch.object(svgdocument, "Work", Counted), suppress(Refusal):
        read(text)
    (work,) = works
    return work.first - work._left


class HostileTest(unittest.TestCase):
    @patch.object(svgwork, "ALWAYS", size(svgwork.ALWAYS, usually=50_000))
    def test_each_is_refused_or_read_within_its_work(self):
        for name, text in HOSTILE.items():
            with self.subTest(name):
                most = svgwork.ALWAYS + FOR_A_CHARACTER * len(text)
                used = spent(text, lambda t: read_document(t, lambda *_: None))
                self.assertGreater(used, most)  # it is ended by its work, and soon after that
                self.assertLess(used, most + len(text))

    def test_what_is_taken_over_and_over_is_worked_out_once(self):
        stops = "<stop offset='.5' stop-color='red'/>" * 5_000
        gradient = f"<linearGradient id='g'>{stops}</linearGradient>"
        plain = document(gradient + "<rect width='9' height='9' fill='teal'/>" * 100)
        many = document(gradient + "<rect width='9' height='9' fill='url(#g)'/>" * 100)
        self.assertLess(spent(many) - spent(plain), spent(document(gradient)) + 1_000)
        rules = "".join(f".a{{fill:red}}/*{k}*/" for k in range(2_000))
        few = document(f"<style>{rules}</style>" + "<path class='a' d='M0 0H9'/>")
        lots = document(f"<style>{rules}</style>" + "<path class='a' d='M0 0H9'/>" * 100)
        self.assertLess(spent(lots), 3 * spent(few))
        clip = "<clipPath id='c'>" + "<path d='M0 0H9V9z'/>" * 100 + "</clipPath>"
        once = document(clip + "<g clip-path='url(#c)'/>")
        again = document(clip + "<g clip-path='url(#c)'/>" * 100)
        self.assertLess(spent(again), 3 * spent(once))

    @given(st.data())
    def test_work_is_bounded_by_a_fixed_amount_and_the_length(self, data):
        kinds = st.sampled_from(("a", "g", "symbol", "switch", "svg", "defs", "clipPath", "text"))
        levels = data.draw(st.integers(1, 8))
        parts = ["<path id='p0' d='M0 0H9V9z'/>"]
        for k in range(1, levels):
            name = data.draw(kinds)
            uses = [data.draw(st.integers(0, k)) for _ in range(data.draw(st.integers(0, 9)))]
            held = "".join(
                f"<use href='#p{u}' clip-path='url(#p{u})' fill='url(#p{u})'/>" for u in uses
            )
            parts.append(f"<{name} id='p{k}'>{held}</{name}>")
        text = document("".join(parts) + f"<use href='#p{levels - 1}'/>")
        with patch.object(svgwork, "ALWAYS", 20_000):
            most = 20_000 + FOR_A_CHARACTER * len(text)
            self.assertLessEqual(spent(text), most + most // 10)

    def test_texts_are_looked_at_once_from_left_to_right(self):
        # each took minutes or hours when gaps were looked at from each of their places
        gap = " " * 1_000_000
        self.assertEqual(read_path(f"M0 0H9{gap}x"), read_path("M0 0H9"))
        self.assertEqual(list(numbers(f"1{gap},{gap}2{gap}x")), [1.0, 2.0])
        for text in ("translate" + gap, "a" * 1_000_000, f"{gap}scale{gap}(2)"):
            self.assertEqual(read_transform(text)(1), 1)
        comments = "/* " * 300_000
        for text in (comments, "--a:" + gap, "--" * 400_000, "a{" * 400_000):
            with self.assertRaises(Refusal) as refused:
                read_palette(text[:1_000_000])
            self.assertEqual(refused.exception.code, "bad_palette")
        for sheet in ("{" * 300_000, "@media all{" * 50_000, ";" * 300_000, "@" * 300_000):
            with self.assertRaises(Refusal):
                read_svg(document(f"<style>{sheet}</style>"))

    def test_a_unit_of_work_is_spent_for_what_is_read_not_for_what_comes_out(self):
        drawn = spent(document("<g><path d='M0 0H9V9z'/></g>"))
        empty = spent(document("<g><g/></g>"))
        self.assertGreater(drawn, 0)
        self.assertGreaterEqual(empty, 3 * svgwork.VISIT)


class DeterminedTest(unittest.TestCase):
    def test_what_an_edit_empties_is_removed_in_one_order_whatever_texts_hash_to(self):
        script = (
            "from core.tests.zoo import drawing, ring\n"
            "from buildup.edits.apply import apply, read_command\n"
            "from buildup.edits.change import updated\n"
            "value = drawing(*(ring(f'i{n}') for n in range(4)))\n"
            "for n in range(4):\n"
            "    told = {'kind': 'group_items', 'items': [f'i{n}'], 'group': f'g{n}'}\n"
            "    value = updated(value, apply(value, read_command(told)).forward)\n"
            "told = {'kind': 'delete_items', 'items': [f'i{n}' for n in range(4)]}\n"
            "print([i for i in apply(value, read_command(told)).forward.removed if i[0] == 'g'])\n"
        )
        orders = {
            subprocess.run(
                [sys.executable, "-c", script],
                env={"PYTHONHASHSEED": seed, "PYTHONPATH": os.pathsep.join(sys.path)},
                capture_output=True,
                text=True,
                check=True,
            ).stdout
            for seed in ("1", "2", "3")
        }
        self.assertEqual(orders, {"['g0', 'g1', 'g2', 'g3']\n"})


class RepeatedTest(unittest.TestCase):
    def test_markers_and_patterns_leave_room_for_the_drawing(self):
        marker = '<marker id="k"><circle r="1"/><circle r="2"/></marker>'
        line = f'<path d="M0 0{"h1v1" * 200}" marker-mid="url(#k)" stroke="red"/>'
        tile = '<pattern id="p" width=".05" height=".05">' + '<circle r="1"/>' * 30 + "</pattern>"
        plate = '<rect width="90" height="90" fill="url(#p)"/>'
        with patch.object(svgdraw, "MOST_REPEATED", 500):
            found = read_document(document(f"{marker}{line}{tile}{plate}"))
        self.assertLess(len(found.clip.items), 520)
        self.assertEqual(dict(found.left)["markers that come to too many items"], 1)
        kinds = {n.kind for n in found.notes if n.changed}
        self.assertIn("patterns that come to too many items (shown grey)", kinds)
