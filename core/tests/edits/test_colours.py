"""Colours: other notations and spaces, swatches and what follows them, palettes, sampling."""

import colorsys
import json
import random
import unittest
from dataclasses import replace

from buildup.drawing.codec import write_item
from buildup.drawing.colours import parts_of
from buildup.drawing.colourspaces import contrast, hsl_of, of_hsl, of_oklch, oklch_of
from buildup.drawing.items import Items
from buildup.drawing.paint import Gradient, Shadow, Stop, Stroke, Style, Swatched, hex_of
from buildup.drawing.sheet import Swatch
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.formats.colourfacts import colour_facts
from buildup.formats.palettes import harmonies, read_palette, written_palette
from buildup.forms.contours import laid_style
from buildup.view.sampling import sampled

from core.tests.zoo import disc, drawing, full, plate, rich, wing


def done(value, **data):
    return updated(value, apply(value, read_command(data)).forward)


class SpaceTest(unittest.TestCase):
    def test_known_colours(self):
        # the examples beside the definitions of lab(), oklch() and hsl() in CSS Color 4 (memory),
        # and the grey that just reaches 4.5 : 1 on white (WCAG 2.2; common practice)
        for text, wanted in (
            ("oklch(51.975% 0.17686 142.495)", "#008000"),
            ("hsl(120deg 100% 25%)", "#008000"),
            ("rgb(46.27% 0% 10%)", "#76001A"),
            ("rebeccapurple", "#663399"),
            ("c2410c", "#C2410C"),
        ):
            with self.subTest(text):
                found = colour_facts(text, "#FFFFFF").hex
                apart = zip(parts_of(found), parts_of(wanted), strict=True)
                self.assertLessEqual(max(abs(a - b) for a, b in apart), 1, found)
        self.assertGreaterEqual(contrast("#767676", "#FFFFFF"), 4.5)
        self.assertLess(contrast("#777777", "#FFFFFF"), 4.5)

    def test_every_notation_comes_back(self):
        dice = random.Random(7)
        for _ in range(400):
            colour = f"#{dice.randrange(1 << 24):06X}"
            self.assertEqual(of_oklch(*oklch_of(colour)), colour)
            hue, saturation, lightness = hsl_of(colour)
            self.assertEqual(of_hsl(hue, saturation, lightness), colour)
            h, l, s = colorsys.rgb_to_hls(*(p / 255 for p in parts_of(colour)))  # noqa: E741
            self.assertAlmostEqual(lightness, l)
            self.assertAlmostEqual(saturation, s)
            self.assertAlmostEqual(hue / 360 % 1, h % 1)

    def test_what_no_screen_shows_keeps_its_lightness_and_hue(self):
        for hue in range(0, 360, 15):
            lightness, chroma, found = oklch_of(of_oklch(0.6, 0.4, hue))
            self.assertAlmostEqual(lightness, 0.6, delta=0.005)
            self.assertLess(abs((found - hue + 180) % 360 - 180), 1.5)
            self.assertGreater(chroma, 0.08)

    def test_what_is_no_colour_is_said(self):
        for text in (
            "",
            "teal-ish",
            "#12345",
            "rgb(1 2)",
            "oklch(nan 0 0)",
            "hsl(1e9 0% 0%)",
            "none",
        ):
            with self.subTest(text), self.assertRaises(Refusal):
                colour_facts(text, "#FFFFFF")


class SwatchTest(unittest.TestCase):
    def colours(self, value, swatch="ink"):
        """All colours of the swatch in a drawing, wherever they sit."""
        styles = [i.style for i in value.items.values() if hasattr(i, "style")]
        styles += [k.style for k in value.sheet.styles]
        found = [c for s in styles for c in s.colours]
        return {c.colour for c in found if isinstance(c, Swatched) and c.swatch == swatch}

    def test_what_is_painted_with_it_follows(self):
        before = full()
        style = {"kind": "set_second_style", "symmetry": "whirl"}
        ink = {"swatch": "ink", "colour": "#0C6B65"}
        before = done(before, **style, style={"fill": ink})
        glow = {"kind": "glow", "colour": ink}
        before = done(before, kind="set_effects", items=["pair"], effects=[glow])
        command = read_command({"kind": "set_swatch", "swatch": "ink", "colour": "#9A7B4F"})
        change = apply(before, command)
        after = updated(before, change.forward)
        self.assertEqual(self.colours(after), {"#9A7B4F"})
        self.assertEqual({i.id for i in change.forward.put}, {"wing", "whirl", "pair"})
        self.assertEqual(hex_of(after.items["whirl"].second.fill), "#9A7B4F")
        self.assertEqual(hex_of(after.items["pair"].finish.effects[0].colour), "#9A7B4F")
        self.assertEqual(updated(after, change.back), before)
        gone = done(after, kind="delete_swatches", swatches=["ink"])
        self.assertEqual(self.colours(gone), set())
        self.assertEqual(hex_of(gone.items["wing"].style.fill.stops[0].colour), "#9A7B4F")
        self.assertIsInstance(gone.items["wing"].style.fill.stops[0].colour, str)

    def test_only_items_that_name_it_are_read(self):
        value = full()
        texts = {i: json.dumps(write_item(item)) for i, item in value.items.items()}
        kept = Items(texts)
        after = done(replace(value, items=kept), kind="set_swatch", swatch="ink", colour="#112233")
        unread = [i for i in kept if kept.unread(i) is not None]
        self.assertEqual(self.colours(after), {"#112233"})
        self.assertLessEqual(set(texts) - set(unread), {"wing", "layer-1"})

    def test_colours_of_items_become_swatches_that_they_use(self):
        value = drawing(plate(), disc())
        after = done(value, kind="swatches_of_items", items=["plate", "disc"], prefix="s")
        self.assertEqual(
            [s.colour for s in after.sheet.swatches], ["#D9B382", "#1B2924", "#C2410C"]
        )
        fill = after.items["disc"].style.fill
        self.assertEqual((fill.colour, fill.swatch), ("#C2410C", after.sheet.swatches[2].id))
        with self.assertRaises(Refusal):
            done(after, kind="swatches_of_items", items=["plate"], prefix="t")
        renamed = done(after, kind="set_swatch", swatch="s-2", called="Ember")
        changed = done(renamed, kind="set_swatch", swatch="s-2", colour="#FF8A4C")
        self.assertEqual(changed.sheet.swatches[2].name, "Ember")

    def test_a_kept_style_is_given_to_others(self):
        value = done(full(), kind="save_style", item="wing", style_id="mine", called="Rich")
        kept = value.sheet.styles[-1]
        self.assertEqual((kept.name, kept.style), ("Rich", rich()))
        command = replace(
            read_command({"kind": "apply_style", "items": ["leaf"], "style": {}}), style=kept.style
        )
        after = updated(value, apply(value, command).forward)
        given = laid_style(after, "leaf")
        self.assertEqual(given.finish, rich().finish)
        self.assertFalse(given.fill.boxed)


class PaletteTest(unittest.TestCase):
    SWATCHES = (
        Swatch(id="a", name="Tide water", colour="#0C6B65"),
        Swatch(id="b", name="Tide Water!", colour="#C2410C"),
        Swatch(id="c", name="✿", colour="#FFFFFF"),
    )

    def test_both_kinds_of_files_come_back(self):
        for kind in ("css", "tokens"):
            text = written_palette(self.SWATCHES, kind)
            found = read_palette(text).colours
            self.assertEqual([c.colour for c in found], ["#0C6B65", "#C2410C", "#FFFFFF"])
            self.assertEqual(len({c.name for c in found}), 3)

    def test_files_of_others(self):
        css = "/* --no: #000; */ :root{--a-1:tan;--gap: 4px;--b:hsl(0 100% 50%)}.x{--c:#0af}"
        read = read_palette(css)
        told = [(c.name, c.colour) for c in read.colours]
        self.assertEqual(told, [("a 1", "#D2B48C"), ("b", "#FF0000"), ("c", "#00AAFF")])
        self.assertIn("1 values", read.message)
        tokens = {
            "brand": {
                "$type": "color",
                "tide": {"$value": "#0c6b65"},
                "deep": {"er": {"$value": {"colorSpace": "srgb", "components": [0, 0.5, 1]}}},
            },
            "gap": {"$type": "dimension", "$value": "4px"},
        }
        found = read_palette(json.dumps(tokens)).colours
        told = [(c.name, c.colour) for c in found]
        self.assertEqual(told, [("brand tide", "#0C6B65"), ("brand deep er", "#0080FF")])

    def test_nonsense_is_said(self):
        deep = '{"a":' * 3_000 + "1" + "}" * 3_000
        for text in (
            "",
            "{",
            "[1, 2]",
            "GIF89a\x00\x01",
            deep,
            '{"a": {"$value": null}}',
            "x" * 2_000_000,
        ):
            with self.subTest(text[:20]), self.assertRaises(Refusal):
                read_palette(text)

    def test_harmonies_are_as_light_and_turned(self):
        for name, colours in ((h.name, h.colours) for h in harmonies("#9A6B3F")):
            light = [oklch_of(c)[0] for c in colours]
            if name == "Light to dark":
                self.assertEqual(light, sorted(light, reverse=True))
            else:
                self.assertEqual(colours[0], "#9A6B3F")
                self.assertLess(max(light) - min(light), 0.01)


class SampleTest(unittest.TestCase):
    def test_the_colour_that_is_seen(self):
        stops = (Stop(0.0, "#000000"), Stop(1.0, "#FFFFFF"))
        style = Style(fill=Gradient(stops=stops), strokes=(Stroke(paint="#C2410C", width=4.0),))
        value = drawing(replace(disc(by=100 + 100j), style=style), plate())
        table = [
            (100 + 100j, ("fill", "#808080")),
            (80 + 100j, ("fill", "#404040")),
            (140 + 100j, ("stroke", "#C2410C")),
            (10 + 0j, ("fill", "#D9B382")),
        ]
        for at, wanted in table:
            found = sampled(value, at, reach=1.0)
            self.assertEqual((found.of, found.colour), wanted)
        self.assertIsNone(sampled(value, 400 + 400j, reach=1.0))
        self.assertTrue(sampled(value, 100 + 100j, reach=1.0).style.fill.boxed)

    def test_in_an_image_of_a_symmetry(self):
        stops = (Stop(0.0, "#000000"), Stop(1.0, "#FFFFFF"))
        value = drawing(replace(disc(by=50 + 50j), style=Style(fill=Gradient(stops=stops))))
        axis = {"centre": [100, 50], "angle": 90}
        value = done(value, kind="make_symmetry", items=["disc"], symmetry="s", axis=axis)
        one, two = (sampled(value, at, reach=1.0).colour for at in (30 + 50j, 170 + 50j))
        self.assertEqual(one, two)

    def test_shadows_are_never_picked(self):
        value = drawing(plate())
        cast = {"kind": "shadow", "by": [200, 0]}
        value = done(value, kind="set_effects", items=["plate"], effects=[cast])
        self.assertIsInstance(value.items["plate"].style.finish.effects[0], Shadow)
        self.assertIsNone(sampled(value, 200 + 0j, reach=2.0))
        self.assertIsNotNone(sampled(drawing(wing()), 500 + 60j, reach=1.0))
