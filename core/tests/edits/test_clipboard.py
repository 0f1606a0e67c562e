"""Copying and pasting, SVG of other programs, and finding what lies on the sheet."""

import json
import math
import unittest
from xml.sax.saxutils import quoteattr

import shapely
import svgelements
from buildup.contours.pathreader import read_path
from buildup.drawing.clips import LONGEST_CLIP, clip_of, read_clip
from buildup.drawing.itemtypes import Group, Outline, Shape
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Style
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.formats.svg.clipsvg import clip_svg
from buildup.formats.svg.liveread import read_live
from buildup.formats.svg.livesvg import live_text
from buildup.formats.svg.svgread import read_svg
from buildup.forms.contours import contours_of, item_box, laid_style
from buildup.geometry.bezier import point_at
from buildup.geometry.inside import winding
from buildup.view.finding import alike, pile, within
from hypothesis import given
from hypothesis import strategies as st

from core.tests.zoo import code_of, drawing, full, leaf, plate, points, ring

SVG = "http://www.w3.org/2000/svg"


def document(inside, **attributes):
    more = " ".join(f"{k}={quoteattr(v)}" for k, v in attributes.items())
    return f'<svg xmlns="{SVG}" {more}>{inside}</svg>'


def done(before, **data):
    return updated(before, apply(before, read_command(data)).forward)


def pasted(text, into=None, **more):
    clip = read_svg(text).clip
    return done(into or Drawing(), kind="paste_items", clip=clip, copies="p", **more)


def pieces(segments, count=60):
    return [point_at(s, k / count) for s in segments for k in range(count)] + [segments[-1][3]]


class CopyTest(unittest.TestCase):
    def test_what_is_copied_comes_out_the_same_elsewhere(self):
        before = full()
        ids = ["leaf", "plate", "pair", "wing", "bracket"]
        after = pasted(clip_svg(before, ids))
        named = {i.name: i for i in after.items.values()}
        for item_id in ("leaf", "plate", "hexagon", "ring", "sketch", "wing", "bracket"):
            name = before.items[item_id].name
            self.assertEqual(contours_of(after, named[name].id), contours_of(before, item_id))
            wanted = laid_style(before, item_id)
            self.assertEqual(laid_style(after, named[name].id), wanted)
        self.assertEqual(named["Pair"].finish.opacity, 0.5)
        inner = after.tree.children(named["Pair"].id)
        self.assertEqual([after.items[i].name for i in inner], ["hexagon", "Inner"])
        self.assertFalse(set(after.items) & set(before.items) - {"layer-1"})

    def test_at_the_pointer_and_in_a_group(self):
        before = full()
        clip = clip_svg(before, ["leaf", "plate"])
        after = pasted(clip, before, at=[30, 40], container="inner")
        new = [i for i in after.tree.children("inner") if i not in before.items]
        self.assertEqual(len(new), 2)
        boxes = [item_box(after, i) for i in new]
        middle = complex(
            min(b.left for b in boxes) + max(b.right for b in boxes),
            min(b.top for b in boxes) + max(b.bottom for b in boxes),
        )
        self.assertAlmostEqual(middle / 2, 30 + 40j)

    def test_what_no_drawing_may_hold_is_refused(self):
        clip = json.loads(clip_of(full(), ["leaf", "plate", "pair"]).text())

        def broken(change):
            copy = json.loads(json.dumps(clip))
            change(copy)
            command = {"kind": "paste_items", "copies": "p", "clip": json.dumps(copy)}
            return code_of(lambda: apply(full(), read_command(command)))

        item = {i["id"]: n for n, i in enumerate(clip["items"])}
        self.assertEqual(broken(lambda c: c.pop("items")), "bad_data")
        self.assertEqual(broken(lambda c: c["places"].append(["leaf", ""])), "bad_data")
        self.assertEqual(broken(lambda c: c["places"].append(["pair", "pair"])), "bad_data")
        self.assertEqual(broken(lambda c: c["places"].clear()), "bad_data")

        def styled(**style):
            return broken(lambda c: c["items"][item["leaf"]].update(style=style))

        self.assertEqual(styled(fill='"/><script>'), "bad_colour")
        self.assertEqual(styled(stroke_width=-1), "bad_stroke")

        def dialled(**fields):
            return broken(lambda c: c["items"][item["plate"]].update(fields))

        self.assertEqual(dialled(shape="nothing"), "unknown_shape")
        self.assertEqual(dialled(dials={"radius": -4}), "bad_data")
        flat = {"width": 0, "height": 4}
        self.assertEqual(dialled(frame=flat), "bad_data")
        self.assertEqual(dialled(name="\ud800"), "bad_text")
        self.assertEqual(dialled(frame={"width": 1e300, "height": 4}), "too_far")
        empty = {"contours": []}
        self.assertEqual(broken(lambda c: c["items"][item["leaf"]].update(empty)), "bad_data")
        self.assertEqual(code_of(lambda: read_clip("x" * (LONGEST_CLIP + 1))), "too_much")
        self.assertEqual(code_of(lambda: read_clip("[" * 100_000)), "bad_data")

    def test_each_value_checks_itself_whatever_it_came_with(self):
        line = {"id": "a", "name": "A", "type": "outline"}
        contours = [{"anchors": [{"at": [0, 0]}, {"at": [9, 0]}]}]
        worked = [{"anchors": [{"at": [0, 0], "corner": {"radius": -5}}, {"at": [9, 0]}]}]
        sides = [{"part": "a", "form": 0, "contour": 0, "segment": 0}] * 2
        negative = [{**sides[0], "contour": -1}, sides[1]]
        grown = {"kind": "offset", "distance": 2}
        corner = {"radius": 2, "style": "round"}
        cases = {
            "a number with 400 digits": ({"contours": [{"anchors": [{"at": [10**400, 0]}]}]}, {}),
            "a corner inside out": ({"contours": worked}, {}),
            "a stroke of nothing": ({"hand_stroke": {"parts": [], "tolerance": 1}}, {}),
            "a stroke of no points": ({"hand_stroke": {"parts": [[]], "tolerance": 1}}, {}),
            "a stroke in two": (
                {"hand_stroke": {"parts": [[[0, 0]], [[9, 9]]], "tolerance": 1}},
                {},
            ),
            "no tolerance": ({"hand_stroke": {"parts": [[[0, 0]]], "tolerance": 0}}, {}),
            "two million offsets": ({}, {"result": {**grown, "count": 2_000_000}}),
            "a miter below 1": ({}, {"result": {**grown, "miter_limit": -5}}),
            "an offset of nothing": ({}, {"result": {"kind": "offset", "distance": 0}}),
            "a form's corner inside out": (
                {},
                {"corners": [{"corner": {"radius": -5}, "sides": sides, "at": [0, 0]}]},
            ),
            "a form's corner nowhere": (
                {},
                {"corners": [{"corner": corner, "sides": negative, "at": [0, 0]}]},
            ),
        }

        def code(of_line, of_whole):
            items = [
                {**line, "contours": contours, "form": 10, **of_line},
                {"id": "w", "name": "W", "type": "assembly", "form": 10, **of_whole},
            ]
            clip = {"clip": 1, "items": items, "places": [["w", ""], ["a", "w"]]}
            pasting = {"kind": "paste_items", "copies": "p", "clip": json.dumps(clip)}
            live = {
                "live": 1,
                "sheet": {},
                "layers": [{"id": "l", "name": "L", "type": "layer", "form": 10}],
                "held": {"l": ["w"]},
                "clip": json.dumps(clip),
            }
            codes = {
                code_of(lambda: apply(Drawing(), read_command(pasting))),
                code_of(lambda: read_live(json.dumps(live))),
            }
            self.assertEqual(len(codes), 1)
            return codes.pop()

        self.assertIsNone(code({}, {"edge": grown, "corners": []}))
        for name, case in cases.items():
            with self.subTest(name):
                self.assertIn(code(*case), ("bad_data", "bad_length", "bad_miter", "bad_tolerance"))

    def test_a_live_file_brings_no_layer_and_no_sheet_that_none_may_have(self):
        told = json.loads(live_text(full()))

        def code(change):
            copy = json.loads(json.dumps(told))
            change(copy)
            return code_of(lambda: read_live(json.dumps(copy)))

        def grid(**values):
            return lambda c: c["sheet"].update(grid=values)

        def renamed(layer_id):
            def change(c):
                c["held"][layer_id] = c["held"].pop(c["layers"][0]["id"])
                c["layers"][0]["id"] = layer_id

            return change

        self.assertIsNone(code(lambda _: None))
        self.assertEqual(code(grid(step=0, parts=5)), "bad_grid")
        self.assertEqual(code(grid(step=5, parts=0)), "bad_grid")
        self.assertEqual(code(lambda c: c["sheet"].update(width=1e300)), "bad_number")
        self.assertEqual(code(renamed('"><script>')), "bad_id")
        self.assertEqual(code(lambda c: c["layers"][0].update(name="x" * 100_000)), "bad_name")
        guide = {"id": "g", "x": 0.0, "y": 0.0}
        twice = {"guides": [guide, guide]}
        self.assertEqual(code(lambda c: c["sheet"].update(twice)), "too_many")


class SvgTest(unittest.TestCase):
    """Against svgelements, another reader of SVG."""

    PATHS = (
        "M10 10h30v20H10zm5 5l5 0 0 5",
        "M0,0C10-20,30-20,40,0S70,20,80,0",
        "m1-2q5-8 10 0t10 0 10 0z",
        "M10 80A30 20 30 0 1 70 90a10 10 0 10 5 5 10,10,0,0150 20",
        "M.5.5-.5-.5.25e1 3E-1L4 4",
        "M0 0A5 5 0 0 0 200 0",
    )

    def test_path_data(self):
        for text in self.PATHS:
            with self.subTest(text):
                mine = [p for c in read_path(text) for p in pieces(c.segments, 8)]
                theirs = svgelements.Path(text)
                theirs.approximate_arcs_with_cubics()
                curve = shapely.MultiLineString(
                    [
                        [(s.point(k / 64).x, s.point(k / 64).y) for k in range(65)]
                        for s in theirs
                        if not isinstance(s, svgelements.Move) and s.length() > 0
                    ]
                )
                for position in mine:
                    off = curve.distance(shapely.Point(position.real, position.imag))
                    self.assertLess(off, 0.12)
                left, top, right, bottom = shapely.MultiPoint(
                    [(p.real, p.imag) for p in mine]
                ).bounds
                for a, b in zip((left, top, right, bottom), curve.bounds, strict=True):
                    self.assertAlmostEqual(a, b, delta=2)

    def test_forms_groups_transforms_and_paint(self):
        text = document(
            "<style>.ink{stroke:#123;fill:none}</style>"
            '<g id="Pair" transform="translate(10 20) rotate(90)" fill="tan" opacity="50%">'
            '<rect x="0" y="0" width="20" height="10" rx="2"/>'
            '<path class="ink" d="M0 0L9 9" stroke-width="3" stroke-linecap="round"/></g>'
            '<g><circle cx="5" cy="5" r="4" style="fill: rgb(10%, 20, 30) !important"/></g>'
            '<path d="M0 0H9V9Z" fill-rule="evenodd" display="none"/>',
            viewBox="0 0 100 100",
            width="2in",
            height="192",
        )
        after = pasted(text)
        named = {i.name: i for i in after.items.values()}
        pair = named["Pair"]
        self.assertIsInstance(pair, Group)
        self.assertEqual(pair.finish.opacity, 0.5)
        scale = 1.92
        rect = named["Rect"]
        self.assertIsInstance(rect, Shape)
        self.assertAlmostEqual(rect.frame.place.origin, scale * (10 + 20j + 10j - 5))
        self.assertAlmostEqual(rect.dials["radius"], 2 * scale)
        self.assertEqual(rect.style.fill, "#D2B48C")
        line = named["Outline"]
        self.assertEqual((line.style.fill, line.style.strokes[0].paint), (None, "#112233"))
        self.assertAlmostEqual(line.style.strokes[0].width, 3 * scale)
        self.assertEqual(line.style.strokes[0].cap, "round")
        self.assertEqual(named["Circle"].style.fill, "#1A141E")
        self.assertEqual(after.tree.children("layer-1"), (pair.id, named["Circle"].id))

    def test_what_is_left_out_is_named(self):
        text = document(
            "<script>alert(1)</script><text>Reed</text>"
            '<image href="http://127.0.0.1:9/x.png"/><path d="M0 0H9" fill="url(#g)"/>'
        )
        said = read_svg(text).message
        for word in ("scripts", "text", "pictures", "gradients"):
            self.assertIn(word, said)

    def test_nonsense_and_attacks_are_refused(self):
        laughs = '<!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;">]>' + document("<g>&b;</g>")
        outside = '<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]>' + document("&x;")
        many = document("<path d='M0 0H1'/>" * 60_000)
        long_path = "M0 0" + "h1" * 410_000
        for text, code in (
            ("Hollowreed Strings", "not_svg"),
            ("", "not_svg"),
            ("<html><body/></html>", "not_svg"),
            ("\x00\ud800<svg", "not_svg"),
            (document("<g>")[:-6], "not_svg"),
            (laughs, "entities"),
            (outside, "entities"),
            (many, "too_much"),
            (document("<g>" * 5_000 + "</g>" * 5_000), "too_much"),
            (document(f"<path d='{long_path}'/>"), "too_many_anchors"),
            (" " * 50_000_000, "too_much"),
            (document(f"<polyline points='{'1 2 ' * 410_000}'/>"), "too_many_anchors"),
            (document(f"<style>{'/*' * 2_000_000}</style>"), "nothing_drawn"),
            (document(f"<style>{'a' * 5_000_000}</style>"), "nothing_drawn"),
            (document(f"<rect width='{'1' * 5_000_000}x'/>"), "nothing_drawn"),
            (document(f"<g transform='{'a' * 5_000_000}'/>"), "nothing_drawn"),
            (document(f"<path d='M0 0H{'9' * 5_000_000}'/>"), "nothing_drawn"),
            (
                document(f"<path d='M0 0H9' fill='{'#' * 5_000_000}' stroke='rgb(' />")[:-9],
                "not_svg",
            ),
            (document(""), "nothing_drawn"),
            (document("<path d='M1e400 0H9'/>"), "too_far"),
            (document("<path d='M0 0H1e300'/>"), "too_far"),
        ):
            with self.subTest(text[:40]):
                self.assertEqual(code_of(lambda text=text: read_svg(text)), code)

    @given(st.text(max_size=40))
    def test_any_text_as_path_data_is_read_or_left(self, text):
        for contour in read_path(text):
            self.assertTrue(all(math.isfinite(abs(a.at)) for a in contour.anchors))


class FindingTest(unittest.TestCase):
    @given(points)
    def test_winding_is_what_shapely_says_is_inside(self, at):
        for item in (leaf(), ring()):
            segments = contours_of(drawing(item), item.id)[0].segments
            form = shapely.Polygon([(p.real, p.imag) for p in pieces(segments, 200)])
            position = shapely.Point(at.real, at.imag)
            if form.exterior.distance(position) > 0.1:
                self.assertEqual(winding(segments, at) != 0, form.contains(position))

    def test_a_pile_from_front_to_back_with_what_is_hidden_and_locked(self):
        items = [ring(i) for i in ("a", "b", "c", "d")]
        before = done(drawing(*items), kind="set_fill", items=["a", "b", "c"], colour="#D2B48C")
        before = done(before, kind="hide_items", items=["b"], hidden=True)
        before = done(before, kind="lock_items", items=["c"], locked=True)
        found = [(f.item, f.hidden, f.locked) for f in pile(before, 0j, reach=5)]
        self.assertEqual(found, [("c", False, True), ("b", True, False), ("a", False, False)])
        edge = [f.item for f in pile(before, 104 + 0j, reach=5)]
        self.assertEqual(edge, ["d", "c", "b", "a"])
        self.assertEqual(pile(before, 110 + 0j, reach=5), ())

    def test_even_odd_leaves_holes_open(self):
        outer, inner = ring().contours[0], ring().contours[0]
        small = done(drawing(ring()), kind="scale_items", items=["ring"], x=0.5, y=0.5)
        inner = small.items["ring"].contours[0]
        style = Style(fill="#D2B48C", strokes=())
        both = Outline(id="o", name="o", contours=(outer, inner), rule="evenodd", style=style)
        self.assertEqual(pile(drawing(both), 0j, reach=1), ())
        self.assertEqual(len(pile(drawing(both), 75 + 0j, reach=1)), 1)

    def test_a_box_takes_what_it_touches_or_only_what_it_holds(self):
        before = drawing(ring(), plate())
        self.assertEqual(within(before, 75 + 75j, 99 + 99j, place="layer-1"), ())
        self.assertEqual(within(before, 45 + 45j, 99 + 99j, place="layer-1"), ("ring",))
        self.assertEqual(within(before, -5 - 5j, 5 + 5j, place="layer-1"), ("plate",))
        around = (-101 - 101j, 101 + 99j)
        self.assertEqual(within(before, *around, place="layer-1", whole=True), ("plate",))

    def test_alike(self):
        before = full()
        before = done(before, kind="set_fill", items=["leaf", "ring"], colour="#d2b48c")
        self.assertEqual(alike(before, ["ring"], "fill"), ("leaf", "ring"))
        self.assertEqual(alike(before, ["hexagon"], "kind"), ("hexagon",))
        self.assertEqual(set(alike(before, ["inner"], "layer")), {"hexagon", "ring", "sketch"})
        wide = done(before, kind="set_stroke_width", items=["open", "tight"], width=7)
        self.assertEqual(set(alike(wide, ["open"], "width")), {"open", "tight"})
        locked = done(wide, kind="lock_items", items=["tight"], locked=True)
        self.assertEqual(alike(locked, ["open"], "width"), ("open",))
