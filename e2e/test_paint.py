"""Paint by hand: gradients, strokes, effects, swatches, sampled colours, actual size."""

import io
import re
from dataclasses import replace

import numpy as np
import resvg_py
from buildup.contours.anchors import Anchor, Contour
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
    Swatched,
    hex_of,
)
from buildup.drawing.sheet import NamedColour
from buildup.edits.outlines.drawoutline import AddOutline
from buildup.edits.paint.swatches import AddSwatches
from buildup.formats.svg.svgwrite import svg
from PIL import Image
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_drawing import rectangle

STOPS = (Stop(0.0, "#0C6B65"), Stop(0.5, "#F2C14E", 0.7), Stop(1.0, "#6D3A9C"))


def outline(item, places, style, *, closed=True):
    contour = Contour(tuple(Anchor(complex(*p)) for p in places), closed)
    return AddOutline(item=item, called=item, contours=(contour,), style=style)


def picture(colours=("#C2410C", "#0C6B65")):
    """Two colours side by side, each 40 pixels wide."""
    image = Image.new("RGB", (80, 60), colours[0])
    image.paste(colours[1], (40, 0, 80, 60))
    out = io.BytesIO()
    image.save(out, format="PNG")
    return out.getvalue()


def laid_focus(fill):
    """The focus of a gradient on the sheet."""
    return fill.place(fill.focus)


class PaintTest(BrowserTest):
    starts_at = "Paint"

    def style(self, n=0):
        return self.items()[n].style

    def toast(self, words):
        expect(self.page.locator(".notices")).to_contain_text(words)

    def pull(self, mark, to):
        """Drag a mark to a place of the sheet."""
        start = self.middle(self.page.get_by_test_id(mark))
        with self.page.expect_response("**/commands"):
            self.drag_from(start, self.spot(*to))
            self.page.mouse.up()
        self.settled()

    def press(self, name, **how):
        with self.page.expect_response("**/commands"):
            self.page.get_by_role("button", name=name, exact=True).click(**how)
        self.settled()

    def open_fill(self):
        self.page.get_by_label("Fill colour", exact=True).click()

    def test_a_gradient_by_hand(self):
        self.open(self.new_drawing(rectangle(style=Style(fill="#F2C14E"))))
        self.core_is_here()
        self.click(100, 130)
        self.open_fill()
        with self.page.expect_response("**/commands"):
            self.page.get_by_test_id("paint-linear").click()
        self.settled()
        self.assertEqual(self.style().fill.kind, "linear")
        self.pull("gradient-end", (100, 220))
        far = self.style().fill.place(1 + 0j)
        self.assertAlmostEqual(far, 100 + 220j, delta=1)
        start = self.style().fill.place(0j)
        half = (start + far) / 2
        line = start + (far - start) * 0.25
        with self.page.expect_response("**/commands"):
            self.page.mouse.click(*self.spot(line.real, line.imag))
        self.settled()
        stops = self.style().fill.stops
        self.assertEqual(len(stops), 3)
        self.assertAlmostEqual(stops[1].at, 0.25, delta=0.02)
        self.pull("gradient-stop-1", (half.real, half.imag))
        self.assertGreater(self.style().fill.stops[1].at, 0.4)
        self.type_into("Position of the colour stop", "80")
        self.type_into("Opacity of the colour stop", "40")
        self.type_into("Fill as hex", "6d3a9c")
        chosen = self.style().fill.stops[1]
        self.assertEqual((chosen.at, chosen.opacity, chosen.colour), (0.8, 0.4, "#6D3A9C"))
        self.press("Reverse")
        self.assertAlmostEqual(self.style().fill.stops[1].at, 0.2)
        self.page.get_by_label("Colour stop 2").click()
        self.press("Delete")
        self.assertEqual(len(self.style().fill.stops), 2)
        with self.page.expect_response("**/commands"):
            self.page.get_by_test_id("paint-radial").click()
        self.settled()
        x, y = self.middle(self.page.get_by_test_id("gradient-focus"))
        with self.page.expect_response("**/commands"):
            self.drag_from((x, y - 9), (x + 30, y - 9))  # by an arm of its cross
            self.page.mouse.up()
        self.settled()
        self.assertGreater(abs(self.style().fill.focus), 0.1)
        self.choose("Beyond the ends", "Reflect")
        self.settled()
        self.assertEqual(self.style().fill.spread, "reflect")
        expect(self.page.locator("[data-drawn] radialGradient")).to_have_count(1)
        self.type_into("Focus x", "100")
        self.assertAlmostEqual(laid_focus(self.style().fill).real, 100)
        self.type_into("Edge y", "200")
        self.assertAlmostEqual(self.style().fill.place(1 + 0j).imag, 200)
        # moved with its item, and taken back step by step
        place = self.style().fill.place.origin
        self.open_fill()
        self.drag((110, 130), (140, 130))
        self.assertAlmostEqual(self.style().fill.place.origin, place + 30, delta=1)

    def test_a_colour_by_its_bars_and_by_its_words(self):
        self.open(self.new_drawing(rectangle(style=Style(fill="#0C6B65"))))
        self.core_is_here()
        self.click(100, 130)
        self.open_fill()
        expect(self.page.get_by_test_id("contrast")).to_contain_text("6.4 : 1")
        for words, wanted in (
            ("hsl(17 88% 40%)", "#C03F0C"),
            ("oklch(62.8% 0.258 29.23)", "#FF0000"),
            ("tan", "#D2B48C"),
        ):
            self.type_into("Fill as hex", words)
            self.assertEqual(self.style().fill, wanted)
        self.page.get_by_label("Fill as rgb").fill("mud")
        self.page.get_by_label("Fill as rgb").press("Enter")
        self.toast("“mud” is not a colour")
        bar = self.page.get_by_label("Fill: lightness").locator("..").bounding_box()
        drawn = self.page.locator("path[data-item]").first
        before = drawn.get_attribute("fill")
        self.drag_from(
            (bar["x"] + bar["width"] * 0.8, bar["y"] + bar["height"] / 2),
            (bar["x"] + bar["width"] * 0.3, bar["y"] + bar["height"] / 2),
        )
        expect(drawn).not_to_have_attribute("fill", before)  # it shows while it is slid
        with self.page.expect_response("**/commands"):
            self.page.mouse.up()
        self.settled()
        self.assertNotEqual(self.style().fill, "#D2B48C")
        self.type_into("Fill opacity", "30")
        self.assertEqual(self.style().fill_opacity, 0.3)
        with self.page.expect_response("**/commands"):
            self.page.get_by_role("group", name="Fill: recent").get_by_label("#FF0000").click()
        self.settled()
        self.assertEqual(self.style().fill, "#FF0000")

    def test_each_setting_of_a_stroke(self):
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        self.type_into("Stroke width", "6")
        self.page.get_by_text("Stroke options", exact=True).click()
        for label, option, name, value in (
            ("Stroke position", "Outside", "placing", "outside"),
            ("Stroke position", "Centre", "placing", "centred"),
            ("Corner join", "Bevel", "join", "bevel"),
            ("Corner join", "Miter", "join", "miter"),
        ):
            with self.page.expect_response("**/commands"):
                self.choose(label, option)
            self.settled()
            self.assertEqual(getattr(self.style().strokes[0], name), value)
        self.type_into("Miter limit", "1.2")
        expect(self.page.get_by_test_id("cut-miters")).to_contain_text("4 corners exceed")
        self.type_into("Dashes and gaps", "12 9")
        with self.page.expect_response("**/commands"):
            self.choose("Line cap", "Butt")
        self.settled()
        dashed = self.page.locator("[data-drawn] path[stroke-dasharray]")
        expect(dashed).to_have_count(1)
        with self.page.expect_response("**/commands"):
            self.page.get_by_label("Align dashes to corners and ends").check()
        self.settled()
        expect(dashed).to_have_count(0)
        self.assertTrue(self.style().strokes[0].dash_fit)
        self.type_into("Dashes and gaps", "0 0")
        self.toast("at least one of them above 0")
        self.assertEqual(self.style().strokes[0].dashes, (16.0, 12.0))
        self.press("Add stroke")
        self.type_into("Stroke 2 colour, typed", "#C2410C")
        self.assertEqual([s.paint for s in self.style().strokes], ["#C2410C", "#1B2924"])
        self.press("Bring Stroke 2 forward")
        self.assertEqual([s.paint for s in self.style().strokes], ["#1B2924", "#C2410C"])
        self.press("Stroke 2: remove")
        self.assertEqual([s.paint for s in self.style().strokes], ["#C2410C"])
        self.page.get_by_label("Stroke colour", exact=True).click()
        with self.page.expect_response("**/commands"):
            self.page.get_by_test_id("paint-linear").click()
        self.settled()
        self.assertIsInstance(self.style().strokes[0].paint, Gradient)

    def test_shadow_blur_and_blending(self):
        self.open(self.new_drawing(rectangle(style=Style(fill="#0C6B65"))))
        self.core_is_here()
        self.click(100, 130)
        self.press("Shadow")
        self.pull("peg-shadow-0", (200, 200))
        effect = self.style().finish.effects[0]
        self.assertAlmostEqual(effect.by, 50 + 70j, delta=2)
        self.type_into("Shadow radius", "8")
        self.type_into("Shadow colour, typed", "#6D3A9C")
        self.press("Blur")
        kinds = [e.kind for e in self.style().finish.effects]
        self.assertEqual(kinds, ["shadow", "blur"])
        drawn = self.page.locator("[data-drawn]").first
        self.assertIn("#fx-", drawn.get_attribute("filter"))
        expect(drawn.locator("feGaussianBlur")).to_have_count(2)
        self.type_into("Blur radius", "40 in")
        self.toast("is from 0 to 1,000 px")
        self.press("Blur: remove")
        with self.page.expect_response("**/commands"):
            self.choose("Blend mode with what is below", "Multiply")
        self.settled()
        self.assertIn("multiply", drawn.get_attribute("style"))
        self.type_into("Opacity", "60")
        self.assertEqual(self.style().finish.opacity, 0.6)
        # where only the shadow is, nothing is picked
        self.click(20, 20)
        self.click(240, 220)
        expect(self.page.get_by_test_id("grip-e")).to_have_count(0)

    def test_a_swatch_changes_what_uses_it(self):
        styles = [Style(fill=Swatched("tide-0", "#0C6B65")), Style(fill="#F2C14E")]
        parts = [
            rectangle("one", style=styles[0]),
            rectangle("two", (220.0, 100.0), (320.0, 160.0), style=styles[1]),
        ]
        tide = NamedColour(name="Tide", colour="#0C6B65")
        swatches = AddSwatches(prefix="tide", colours=(tide,))
        self.open(self.new_drawing(swatches, *parts))
        self.core_is_here()
        self.page.get_by_test_id("leaf-Colours").click()
        self.click(260, 130)
        with self.page.expect_response("**/commands"):
            self.page.get_by_test_id("swatch-Tide").click()
        self.settled()
        self.assertEqual(self.style(1).fill, Swatched("tide-0", "#0C6B65"))
        self.type_into("Swatch as hex", "#C2410C")
        self.assertEqual([hex_of(i.style.fill) for i in self.items()], ["#C2410C", "#C2410C"])
        for item in ("one", "two"):
            expect(self.page.locator(f"[data-item={item}]")).to_have_attribute("fill", "#C2410C")
        self.page.get_by_text("Colour harmonies").click()
        self.press("Add all: Triad")
        self.assertEqual(len(self.value().sheet.swatches), 3)
        self.page.keyboard.press("Control+z")
        self.settled()
        with self.page.expect_download() as taken:
            self.page.get_by_role("button", name="Export as design tokens").click()
        self.assertIn('"hex": "#c2410c"', taken.value.path().read_text())
        for name, text in (("own.css", ":root{--oak:#9A7B4F}"), ("none.css", "nothing")):
            self.page.get_by_test_id("palette-file").set_input_files(
                {"name": name, "mimeType": "text/css", "buffer": text.encode()}
            )
        self.toast("That file contains no colours")
        self.settled()
        expect(self.page.get_by_test_id("swatch-oak")).to_be_visible()
        self.press("Delete swatch")
        self.assertEqual(self.style().fill, "#C2410C")
        # all of a style is kept, and given to another
        self.page.get_by_role("button", name="Styles").click()
        self.press("Save as style")
        self.click(100, 130)
        self.page.get_by_test_id("style-Style 1").click()
        self.settled()
        self.assertEqual(self.style(0).fill, self.style(1).fill)

    def test_a_colour_is_sampled_from_the_reference_and_from_items(self):
        shown = rectangle(style=Style(fill="#F2C14E", strokes=(Stroke(width=6.0),)))
        self.open(self.new_drawing(shown))
        self.core_is_here()
        self.page.keyboard.press("u")
        with self.page.expect_response("**/commands"):
            self.page.get_by_test_id("picture-file").set_input_files(
                {"name": "form.png", "mimeType": "image/png", "buffer": picture()}
            )
        self.settled()
        (under,) = self.value().sheet.references
        self.page.keyboard.press("q")
        self.click(100, 130)
        self.page.keyboard.press("c")
        right = (under.x + under.width * 0.4, under.y + under.height * 0.45)
        self.page.mouse.move(*self.spot(*right))
        glass = self.page.get_by_test_id("sample-glass")
        expect(glass).to_contain_text("#0C6B65")
        with self.page.expect_response("**/commands"):
            self.page.mouse.click(*self.spot(*right))
        self.settled()
        self.assertEqual(self.style().fill, "#0C6B65")
        # at the border of the two colours, five pixels wide: a mixture; from below the item
        self.choose("Sample area", "5 × 5 pixels")
        middle = (under.x, under.y + under.height * 0.45)
        self.page.keyboard.down("Alt")
        self.page.keyboard.down("Shift")
        with self.page.expect_response("**/commands"):
            self.page.mouse.click(*self.spot(*middle))
        self.page.keyboard.up("Shift")
        self.page.keyboard.up("Alt")
        self.settled()
        mixed = self.style().strokes[-1].paint
        self.assertTrue(re.fullmatch("#[0-9A-F]{6}", mixed))
        self.assertNotIn(mixed, ("#0C6B65", "#C2410C", "#1B2924"))
        # with nothing selected it is for what is drawn next
        self.page.keyboard.press("q")
        self.click(390, 20)
        self.page.keyboard.press("c")
        self.page.mouse.click(*self.spot(130, 130))
        self.page.keyboard.press("s")
        expect(self.page.get_by_label("Fill colour, typed")).to_have_value("#0C6B65")
        self.drag((20, 220), (60, 260))
        self.assertEqual(self.style(1).fill, "#0C6B65")

    def test_the_drawing_shows_at_its_size_while_one_draws(self):
        self.open(self.new_drawing(rectangle(style=Style(fill="#0C6B65"))))
        self.core_is_here()
        self.page.get_by_role("button", name="Size preview").click()
        window = self.page.get_by_test_id("sizes")
        expect(window.get_by_role("img")).to_have_count(9)
        small = window.get_by_label("64 px on dark")

        def left():
            seen = np.asarray(Image.open(io.BytesIO(small.screenshot())).convert("RGB"), dtype=int)
            teal = np.abs(seen - (12, 107, 101)).sum(axis=2) < 60
            return np.argwhere(teal)[:, 1].min()

        before = left()
        self.drag_from(self.spot(100, 130), self.spot(200, 130))
        self.page.wait_for_timeout(300)
        self.assertGreater(left(), before + 8)
        self.page.mouse.up()
        self.settled()
        self.page.keyboard.press("6")
        expect(window).to_have_count(0)


class SameAsSentOutTest(BrowserTest):
    starts_at = "Paint"

    def test_the_canvas_shows_what_is_sent_out(self):
        """Chromium's picture of the canvas beside resvg's of the file, for a table of styles."""
        radial = Gradient(kind="radial", stops=STOPS, place=AROUND, focus=0.4 - 0.2j)
        border = (Stroke(paint="#C2410C", width=16.0), Stroke(paint="#F2C14E", width=7.0))
        fitted = Stroke(width=5.0, dashes=(9.0, 6.0), dash_fit=True, cap="butt", join="miter")
        table = [
            Style(fill=Gradient(stops=STOPS)),
            Style(fill=radial, fill_opacity=0.8, strokes=()),
            Style(
                fill=replace(radial, spread="reflect"), strokes=(Stroke(opacity=0.5, width=8.0),)
            ),
            Style(fill="#D9B382", strokes=border),
            Style(fill="#D9B382", strokes=(fitted,)),
            Style(strokes=(Stroke(paint=Gradient(stops=STOPS), width=10.0, placing="inside"),)),
            Style(fill="#0C6B65", finish=Finish(1.0, "normal", (Shadow(),))),
            Style(fill="#0C6B65", finish=Finish(0.5, "normal", (Blur(radius=3.0),))),
            Style(fill="#0C6B65", strokes=(), finish=Finish(1.0, "normal", (Feather(radius=4.0),))),
            Style(fill="#0C6B65", finish=Finish(1.0, "multiply", (Glow(),))),
        ]
        made = []
        for n, style in enumerate(table):
            x, y = 20 + 75 * (n % 5), 30 + 130 * (n // 5)
            places = [(x, y), (x + 50, y + 12), (x + 56, y + 84), (x + 6, y + 74)]
            made.append(outline(f"i{n}", places, style))
        self.open(self.new_drawing(*made))
        self.page.get_by_role("button", name="Print").click()
        self.page.keyboard.press("1")
        left, top = self.spot(0, 0)
        self.page.mouse.move(5, 5)
        clip = {"x": round(left) + 1, "y": round(top) + 1, "width": 398, "height": 298}
        mine = self.page.screenshot(clip=clip)
        text = svg(self.value(), title="t")
        theirs = bytes(resvg_py.svg_to_bytes(svg_string=text, width=400, dpi=96))
        one, two = (
            np.asarray(Image.open(io.BytesIO(p)).convert("RGB"), dtype=float)
            for p in (mine, theirs)
        )
        wrong = np.abs(one - two[1:299, 1:399]).max(axis=2)
        for n in range(len(table)):
            x, y = 5 + 75 * (n % 5), 12 + 130 * (n // 5)
            with self.subTest(n):
                part = wrong[y : y + 118, x : x + 74]
                # edges lie up to half a pixel apart, as the canvas begins between two
                self.assertLess(np.median(part), 2)
                self.assertLess((part > 60).mean(), 0.035)
                self.assertLess(part.mean(), 6)
