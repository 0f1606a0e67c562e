"""Paint: gradients under transforms, dashes that fit, cut miters, effects, and what files show."""

import io
import math
import unittest
from dataclasses import replace

import numpy as np
import resvg_py
from buildup.contours.anchors import Anchor, Contour
from buildup.contours.arcs import circle
from buildup.drawing.codec import read_item, write_item
from buildup.drawing.colours import parts_of, seen_at
from buildup.drawing.earlier import EARLIER
from buildup.drawing.itemtypes import Group, Outline
from buildup.drawing.paint import (
    AROUND,
    Blur,
    Feather,
    Finish,
    Glow,
    Gradient,
    Shadow,
    Stop,
    Stroke,
    Style,
)
from buildup.drawing.sheet import Sheet
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.formats.svg.clipsvg import clip_svg
from buildup.formats.svg.svgwrite import svg
from buildup.forms.contours import item_box, laid_style
from buildup.forms.seen import seen_box, shown_box
from buildup.forms.strokes.dashing import dashed
from buildup.forms.strokes.filters import reach_of
from buildup.forms.strokes.miters import cut_miters
from buildup.geometry.angles import direction
from buildup.geometry.lengths import length
from buildup.geometry.transforms import Affine
from buildup.repainting import preview
from buildup.view.drawables import drawable
from buildup.view.selection import selection
from PIL import Image
from scipy.stats import norm

from core.tests.zoo import disc, drawing, full, plate, rich, wing

STOPS = (Stop(0.0, "#0C6B65"), Stop(0.4, "#F2C14E"), Stop(1.0, "#6D3A9C"))
SHEET = Sheet(width=200, height=160, unit="px", colour="#FFFFFF")


def done(value, **data):
    return updated(value, apply(value, read_command(data)).forward)


def square(style, side=120 + 90j, at=40 + 35j):
    positions = (at, at + side.real, at + side, at + 1j * side.imag)
    return Outline(
        id="it", name="it", style=style, contours=(Contour(tuple(map(Anchor, positions)), True),)
    )


def rendered(*items, sheet=SHEET, scale=1):
    """What resvg makes of a drawing: red, green and blue of each pixel."""
    value = replace(drawing(*items), sheet=sheet)
    png = resvg_py.svg_to_bytes(
        svg_string=svg(value, title="t"), width=round(sheet.width * scale), dpi=96
    )
    return np.asarray(Image.open(io.BytesIO(bytes(png))).convert("RGB"), dtype=float)


class GradientTest(unittest.TestCase):
    def test_resvg_paints_the_colours_that_are_told(self):
        turned = Affine(70 * direction(30), 45 * direction(105), 60 + 50j)
        table = [
            {},
            {"spread": "reflect", "place": Affine(0.3 + 0j, 1j, 0.2 + 0j)},
            {"spread": "repeat", "place": turned, "boxed": False},
            {"kind": "radial", "place": AROUND},
            {"kind": "radial", "place": AROUND, "focus": 0.5 - 0.3j},
            {"kind": "radial", "place": turned, "boxed": False, "spread": "reflect"},
        ]
        for how in table:
            with self.subTest(how):
                item = square(Style(fill=Gradient(stops=STOPS, **how), strokes=()))
                seen = rendered(item)
                paint = laid_style(drawing(item), "it").fill
                for x in range(45, 156, 11):
                    for y in range(40, 121, 10):
                        told = parts_of(seen_at(paint, complex(x + 0.5, y + 0.5)).colour)
                        off = np.abs(seen[y, x] - told).max()
                        if how.get("spread") != "repeat":  # where a pixel shows some of both
                            self.assertLess(off, 9)
                flat = [
                    np.abs(seen[y, x] - parts_of(seen_at(paint, complex(x + 0.5, y + 0.5)).colour))
                    for x in range(45, 156, 3)
                    for y in range(40, 121, 3)
                ]
                self.assertLess(np.mean(flat), 1.5)

    def test_a_gradient_goes_where_its_item_goes(self):
        ways = [
            {"kind": "move_items", "items": ["it"], "by": [30, -12]},
            {"kind": "rotate_items", "items": ["it"], "angle": 33},
            {"kind": "scale_items", "items": ["it"], "x": 2, "y": 0.5},
            {"kind": "flip_items", "items": ["it"], "axis": "level"},
            {"kind": "drag_shear", "items": ["it"], "grip": "n", "to": [120, 30]},
            {"kind": "rotate_items", "items": ["group"], "angle": 90},
        ]
        for kind in ("linear", "radial"):
            style = Style(fill=Gradient(kind=kind, stops=STOPS, place=AROUND, focus=0.2 + 0.1j))
            before = drawing(square(style))
            for way in ways:
                with self.subTest(kind, way=way):
                    value = before
                    if "group" in way["items"]:
                        value = done(value, kind="group_items", items=["it"], group="group")
                    after = done(value, **way)
                    old, new = (laid_style(v, "it").fill for v in (before, after))
                    corners = [
                        [a.at for a in v.items["it"].contours[0].anchors] for v in (before, after)
                    ]
                    for u, v in ((0.1, 0.2), (0.5, 0.9), (0.8, 0.4)):
                        here, there = (
                            c[0] + u * (c[1] - c[0]) + v * (c[3] - c[0]) for c in corners
                        )
                        a, b = seen_at(old, here), seen_at(new, there)
                        apart = zip(parts_of(a.colour), parts_of(b.colour), strict=True)
                        self.assertLessEqual(max(abs(p - q) for p, q in apart), 1)

    def test_given_to_others_it_lies_across_them_alike(self):
        style = Style(fill=Gradient(kind="radial", stops=STOPS, place=AROUND))
        value = drawing(square(style), disc("other"))
        told = selection(value, ["it"]).style
        given = {"kind": "apply_style", "items": ["other"], "style": {"fill": None}}
        after = apply(value, replace(read_command(given), style=told))
        put = after.forward.put[0]
        box = item_box(value, "other")
        self.assertAlmostEqual(put.style.fill.place.origin, box.centre)
        self.assertAlmostEqual(abs(put.style.fill.place.across), box.width / 2)

    def test_pegs_and_colours_are_dragged(self):
        value = drawing(square(Style(fill=Gradient(stops=STOPS))))

        def dragged(value, peg, to, **more):
            return done(value, kind="drag_gradient", items=["it"], peg=peg, to=to, **more)

        (mark,) = selection(value, ["it"]).gradients
        self.assertEqual((mark.start, mark.end), ((40, 80), (160, 80)))
        far = dragged(value, "end", [40, 200]).items["it"].style.fill
        self.assertAlmostEqual(far.place(1 + 0j), 40 + 200j)
        self.assertAlmostEqual((far.place.across / far.place.down).real, 0)
        step = dragged(value, "end", [100, 118], held=True).items["it"].style.fill
        self.assertAlmostEqual(math.degrees(np.angle(step.place.across)), 30)
        moved = dragged(value, "middle", [110, 90]).items["it"].style.fill
        self.assertAlmostEqual(moved.place(0j), 50 + 90j)
        crossed = dragged(value, "stop", [154, 0], stop=1).items["it"].style.fill
        self.assertEqual([round(s.at, 2) for s in crossed.stops], [0, 0.95, 1])
        last = dragged(value, "stop", [900, 0], stop=0).items["it"].style.fill
        self.assertEqual([s.colour for s in last.stops], ["#F2C14E", "#0C6B65", "#6D3A9C"])
        more = done(value, kind="add_stop", items=["it"], to=[64, 70])
        stops = more.items["it"].style.fill.stops
        self.assertEqual((stops[1].at, stops[1].colour), (0.2, "#7F965A"))
        fewer = done(more, kind="delete_stop", items=["it"], stop=1)
        self.assertEqual(fewer.items["it"].style.fill.stops, STOPS)
        back = done(value, kind="set_gradient", items=["it"], turned_round=True)
        self.assertEqual([s.at for s in back.items["it"].style.fill.stops], [0, 0.6, 1])
        turned = done(value, kind="set_gradient", items=["it"], turned=90).items["it"].style.fill
        self.assertAlmostEqual(turned.place(0j), 100 + 20j)
        ring = done(value, kind="set_gradient", items=["it"], shape="radial")
        ring = dragged(dragged(ring, "side", [40, 110]), "focus", [900, 80]).items["it"].style.fill
        self.assertAlmostEqual(abs(ring.place.down), 30)
        self.assertAlmostEqual(ring.focus, 0.99)

    def test_pieces_keep_the_colours_that_they_had(self):
        style = {
            "fill": {"stops": [{"at": 0, "colour": "#000000"}, {"at": 1, "colour": "#FFFFFF"}]}
        }
        draw = {"kind": "draw_shape", "item": "it", "shape": "rectangle", "style": style}
        value = done(drawing(), **draw, start=[0, 0], to=[100, 60])
        self.assertFalse(value.items["it"].style.fill.boxed)
        cut = done(value, kind="cut_items", line=[[50, -20], [50, 90]])
        fills = {cut.items[i].style.fill for i in cut.order}
        self.assertEqual((len(cut.order), fills), (2, {value.items["it"].style.fill}))
        # with the pen it waits until there is something to lie across
        first = {"kind": "draw_anchor", "item": "pen", "contour": 0, "style": style}
        value = done(drawing(), **first, at=[10, 10])
        self.assertTrue(value.items["pen"].style.fill.boxed)
        value = done(value, kind="draw_anchor", item="pen", contour=0, at=[50, 90])
        self.assertEqual(laid_style(value, "pen").fill.place(1 + 0j), 50 + 50j)

    def test_a_plain_colour_becomes_a_gradient_and_stays_one_of_its_colours(self):
        value = drawing(plate())
        after = done(value, kind="set_gradient", items=["plate"], shape="linear")
        fill = after.items["plate"].style.fill
        self.assertEqual((fill.stops[0].colour, fill.boxed), ("#D9B382", False))
        with self.assertRaises(Refusal):
            apply(value, read_command({"kind": "add_stop", "items": ["plate"]}))


class StrokeTest(unittest.TestCase):
    def test_dashes_fit_so_that_corners_and_ends_lie_in_one(self):
        stroke = Stroke(width=4, dashes=(10.0, 6.0), dash_fit=True)
        path = square(Style()).contours[0]
        around = dashed(path, stroke)
        self.assertEqual(len(around), 2 * (round(120 / 16) + round(90 / 16)))
        corners = [a.at for a in path.anchors]
        for corner in corners:
            inside = [d for d in around if len(d.segments) == 2 and d.segments[0][3] == corner]
            self.assertEqual(len(inside), 1)
            halves = [length(s) for s in inside[0].segments]
            self.assertTrue(all(4.5 < h < 5.8 for h in halves), halves)
        for contour in (replace(path, closed=False), Contour((Anchor(0j), Anchor(71 + 0j)))):
            line = dashed(contour, stroke)
            ends = (contour.anchors[0].at, contour.anchors[-1].at)
            self.assertAlmostEqual(line[0].segments[0][0], ends[0])
            self.assertAlmostEqual(line[-1].segments[-1][3], ends[1])
        ring = dashed(circle(50.0), stroke)
        self.assertEqual(len(ring), round(100 * math.pi / 16))
        dots = dashed(Contour((Anchor(0j), Anchor(60 + 0j))), replace(stroke, dashes=(0.0, 20.0)))
        self.assertEqual([round(d.segments[0][0].real, 6) for d in dots], [0, 20, 40, 60])

    def test_a_miter_is_cut_where_the_formula_says(self):
        # miter length ÷ width = 1 / sin(θ/2) (W3C SVG 2, stroke-miterlimit)
        for limit in (1.5, 4.0, 12.0):
            stroke = Stroke(width=8, join="miter", miter_limit=limit)
            for theta in (6, 9, 12, 25, 28.9, 29.1, 60, 83, 84, 120):
                tip = Contour((Anchor(50 + 0j), Anchor(0j), Anchor(50 * direction(theta))))
                cut = list(cut_miters((tip,), stroke))
                wanted = 1 / math.sin(math.radians(theta) / 2) > limit
                self.assertEqual(cut, [0j] if wanted else [], (limit, theta))
        item = replace(wing(), style=Style(strokes=(Stroke(width=9, join="miter", miter_limit=1),)))
        self.assertIn((500.0, 120.0), selection(drawing(item), ["wing"]).miters)

    def test_a_border_goes_round_a_border_and_each_becomes_an_outline(self):
        value = drawing(square(Style(fill="#F2C14E")))
        value = done(value, kind="add_stroke", items=["it"], colour="#C2410C")
        value = done(value, kind="add_stroke", items=["it"], colour="#6D3A9C")
        self.assertEqual([s.width for s in value.items["it"].style.strokes], [8, 4, 2])
        turned = done(value, kind="order_stroke", items=["it"], stroke=0)
        widths = [s.width for s in turned.items["it"].style.strokes]
        self.assertEqual(widths, [4, 8, 2])
        apart = done(value, kind="strokes_to_outlines", items=["it"])
        fills = [apart.items[i].style.fill for i in apart.order]
        self.assertEqual(fills, ["#F2C14E", "#6D3A9C", "#C2410C", "#1B2924"])
        for before, after in ((value, apart),):
            one, two = (rendered(*(v.items[i] for i in v.order)) for v in (before, after))
            self.assertLess((np.abs(one - two).max(axis=2) > 40).mean(), 2e-3)


class EffectTest(unittest.TestCase):
    def profile(self, effect, side=90 + 60j):
        """How much of a black square shows along a line across its left edge, at each pixel."""
        style = Style(fill="#000000", strokes=(), finish=Finish(1.0, "normal", (effect,)))
        seen = rendered(square(style, side, at=60 + 50j), scale=4)
        row = 1.0 - seen[4 * 80, :, 0] / 255.0
        return np.arange(len(row)) / 4 + 0.125, row

    def test_a_blurred_edge_is_a_gaussian_s(self):
        # resvg, as browsers, makes wide blurs of three boxes (Filter Effects 1, 9.5): within 4 %
        for radius in (1.0, 3.0, 6.0):
            x, row = self.profile(Blur(radius=radius))
            wanted = norm.cdf(x, 60, radius) - norm.cdf(x, 150, radius)
            self.assertLess(np.abs(row - wanted).max(), 0.04, radius)

    def test_a_feathered_edge_fades_inward_only(self):
        x, row = self.profile(Feather(radius=4.0))
        wanted = np.maximum(2 * (norm.cdf(x, 60, 4) - norm.cdf(x, 150, 4)) - 1, 0)
        wanted[(x < 60) | (x > 150)] = 0
        self.assertLess(np.abs(row - wanted).max(), 0.05)

    def test_a_shadow_falls_beside_and_a_glow_lies_around(self):
        x, row = self.profile(Shadow(by=20 + 0j, radius=2.0, colour="#000000", opacity=0.5))
        self.assertAlmostEqual(float(row[np.argmin(abs(x - 160))]), 0.5, delta=0.02)
        self.assertAlmostEqual(float(row[np.argmin(abs(x - 100))]), 1.0, delta=0.01)
        self.assertAlmostEqual(float(row[np.argmin(abs(x - 55))]), 0.0, delta=0.01)
        x, row = self.profile(Glow(radius=4.0, colour="#000000", opacity=1.0))
        wanted = 2 * norm.cdf(x, 60, 4)
        outside = (x < 59) & (x > 30)
        self.assertLess(np.abs(row - wanted)[outside].max(), 0.05)

    def test_nothing_of_it_is_cut_off_nor_more_reached_than_shows(self):
        effects = (Shadow(by=30 - 25j, radius=5.0), Blur(radius=3.0))
        item = square(Style(finish=Finish(1.0, "normal", effects)), 40 + 30j, at=60 + 70j)
        value = drawing(item)
        reach = reach_of(effects, seen_box(value, "it"))
        seen = rendered(item, scale=2)
        dark = np.argwhere(seen.min(axis=2) < 254) / 2
        (top, left), (bottom, right) = dark.min(axis=0), dark.max(axis=0)
        self.assertTrue(reach.left <= left and reach.top <= top)
        self.assertTrue(reach.right >= right and reach.bottom >= bottom)
        mark = drawable(value, "it").filter
        self.assertEqual(mark.box, (reach.left, reach.top, reach.width, reach.height))

    def test_what_is_copied_is_as_large_as_its_shadows(self):
        value = done(drawing(square(Style())), kind="group_items", items=["it"], group="group")
        far = [{"kind": "shadow", "by": [300, 0], "radius": 1}]
        value = done(value, kind="set_effects", items=["it"], effects=far)
        self.assertAlmostEqual(shown_box(value, "group").right, 160 + 1 + 300 + 3)
        self.assertAlmostEqual(seen_box(value, "group").right, 161)
        self.assertIn('width="425', clip_svg(value, ["group"]))

    def test_the_effects_of_what_holds_it_reach_as_far_as_it_is_dragged(self):
        value = drawing(square(Style()), disc("other"))
        value = done(value, kind="group_items", items=["it"], group="group")
        for holder in ("group", "layer-1"):
            cast = [{"kind": "shadow"}]
            within = done(value, kind="set_effects", items=[holder], effects=cast)
            move = {"kind": "move_items", "items": ["it"], "by": [900, 0]}
            told = preview(within, read_command(move), ["it"])
            (mark,) = [i.filter for i in told.items if i.id == holder]
            self.assertGreater(mark.box[0] + mark.box[2], 1_000)

    def test_every_other_image_shows_as_a_whole_as_the_original(self):
        cast = Finish(1.0, "normal", (Shadow(by=10 + 0j),))
        value = drawing(square(Style(finish=cast)), disc("other"))
        axis = {"centre": [300, 80], "angle": 90}
        value = done(value, kind="make_symmetry", items=["it", "other"], symmetry="s", axis=axis)
        value = done(value, kind="set_second_style", symmetry="s", style={"fill": "#C2410C"})
        text = svg(value, title="t")
        self.assertEqual(text.count("<filter"), 2)
        self.assertIn('dx="-10"', text)
        after = done(value, kind="convert_to_outlines", items=["s"])
        styles = [i.style for i in after.items.values() if isinstance(i, Outline)]
        falls = sorted(e.by.real for s in styles for e in s.finish.effects)
        self.assertEqual(falls, [-10, 10])


class FormTest(unittest.TestCase):
    def test_what_was_kept_in_earlier_forms_reads_as_it_was(self):
        flat = {"fill": "#D2B48C", "stroke": None, "stroke_width": 3.0, "cap": "butt"}
        told = {"type": "shape", "form": 7, "id": "a", "name": "A", "shape": "ellipse"}
        frame = {"width": 9.0, "height": 9.0, "place": {"across": [1, 0], "down": [0, 1]}}
        value = read_command(
            {"kind": "add_outline", "item": "a", "contours": [{"anchors": [{"at": [0, 0]}]}]}
            | {"style": flat}
        )
        wanted = Style(fill="#D2B48C", strokes=(Stroke(paint=None, width=3.0, cap="butt"),))
        self.assertEqual(value.style, wanted)
        kept = read_item({**told, "dials": {}, "frame": frame, "style": flat})
        self.assertEqual(kept.style, wanted)
        self.assertEqual(read_item(write_item(kept)), kept)
        group = read_item({"type": "group", "form": 2, "id": "g", "name": "G", "opacity": 0.4})
        self.assertEqual(group.finish.opacity, 0.4)
        badge = {"type": "assembly", "form": 6, "id": "b", "name": "B", "opacity": 0.5}
        self.assertEqual(read_item({**badge, "style": flat}).style.finish.opacity, 0.5)
        self.assertIn(Group, EARLIER)

    def test_what_no_paint_can_be_is_refused_and_changes_nothing(self):
        two = [{"at": 0.0, "colour": "#000000"}, {"at": 1.0, "colour": "#FFFFFF"}]
        many = [{"at": n / 999, "colour": "#000000"} for n in range(1000)]

        def fill(**gradient):
            return {"kind": "set_fill", "items": ["leaf"], "colour": gradient}

        flat = {"across": [0, 0], "down": [0, 1], "origin": [0, 0]}
        blur = {"kind": "set_effects", "items": ["leaf"]}
        table = [
            (fill(stops=[]), "bad_gradient"),
            (fill(stops=two[:1]), "bad_gradient"),
            (fill(stops=many), "bad_gradient"),
            (fill(stops=two[::-1]), "bad_gradient"),
            (fill(stops=two, place=flat), "bad_gradient"),
            (fill(stops=two, kind="radial", focus=[1.0, 0.0]), "bad_gradient"),
            (fill(stops=[{"at": 0.0, "colour": "red"}, two[1]]), "bad_colour"),
            (fill(stops=[{**two[0], "opacity": 1.5}, two[1]]), "bad_opacity"),
            (fill(stops=[{**two[0], "at": math.nan}, two[1]]), "bad_data"),
            ({"kind": "set_fill", "items": ["leaf"], "colour": "teal-ish"}, "bad_colour"),
            ({"kind": "set_pen", "items": ["leaf"], "dashes": [0, 0]}, "bad_dashes"),
            ({"kind": "set_pen", "items": ["leaf"], "opacity": -1}, "bad_opacity"),
            ({**blur, "effects": [{"kind": "blur", "radius": 3_779_527}]}, "bad_data"),
            ({**blur, "effects": [{"kind": "blur", "radius": 1_200}]}, "bad_effect"),
            ({**blur, "effects": [{"kind": "shadow", "by": [2_000, 0]}]}, "bad_effect"),
            ({**blur, "effects": [{"kind": "glow"}] * 9}, "bad_effect"),
            ({"kind": "set_blend", "items": ["leaf"], "blend": "dissolve"}, "bad_data"),
            (
                {"kind": "set_stroke_width", "items": ["leaf"], "width": 1, "stroke": -1},
                "unknown_stroke",
            ),
        ]
        value = full()
        for told, code in table:
            with self.subTest(told), self.assertRaises(Refusal) as refused:
                apply(value, read_command(told))
            self.assertEqual(refused.exception.code, code, told)
        strokes = value
        for _ in range(7):
            strokes = done(strokes, kind="add_stroke", items=["leaf"])
        with self.assertRaises(Refusal):
            done(strokes, kind="add_stroke", items=["leaf"])

    def test_all_that_a_style_has_shows_in_a_file(self):
        text = svg(drawing(replace(wing(), style=rich())), title="t")
        for part in (
            "mix-blend-mode:multiply",
            "radialGradient",
            "fx=",
            "feOffset",
            "fill-opacity",
        ):
            self.assertIn(part, text)
