"""Drawings painted as pictures: they show what the SVG canvas shows, and are worked on alike."""

import io
import json
import re

import numpy as np
from buildup.drawing.paint import Blur, Finish, Gradient, Stop, Stroke, Style
from buildup.geometry.transforms import Affine
from demo.management.commands.load_demo import trace
from drawings.models import Drawing
from PIL import Image
from playwright.sync_api import expect

from core.tests.thorough import some
from e2e.base import BrowserTest
from e2e.test_paint import STOPS, outline

RED = Stroke(paint="#B3261E", width=5.0)
LAID = Affine(60 + 20j, -20 + 40j, 10 + 10j)
STYLES = {
    "plain": Style(fill="#C7D0C6", strokes=(Stroke(),)),
    "see-through": Style(fill="#0C6B65", fill_opacity=0.4, strokes=(RED,)),
    "faint": Style(fill=None, strokes=(RED,), finish=Finish(opacity=0.5)),
    "square": Style(fill=None, strokes=(Stroke(width=6.0, cap="square", join="miter"),)),
    "bevelled": Style(fill=None, strokes=(Stroke(width=6.0, cap="butt", join="bevel"),)),
    "dashed": Style(fill="#F2C14E", strokes=(Stroke(dashes=(6.0, 3.0), dash_from=2.0),)),
    "fitted": Style(fill=None, strokes=(Stroke(dashes=(6.0, 3.0), dash_fit=True),)),
    "inside": Style(fill="#F2C14E", strokes=(Stroke(width=6.0, placing="inside", opacity=0.6),)),
    "outside": Style(fill="#F2C14E", strokes=(Stroke(width=6.0, placing="outside"),)),
    "two": Style(fill="#FFFFFF", strokes=(Stroke(width=8.0), Stroke(width=3.0, paint="#F2C14E"))),
    "linear": Style(fill=Gradient(stops=STOPS), strokes=()),
    "radial": Style(fill=Gradient(kind="radial", stops=STOPS, focus=0.3 + 0.2j), strokes=()),
    "laid": Style(fill=Gradient(stops=STOPS, place=LAID, boxed=False), strokes=()),
    "repeated": Style(fill=Gradient(stops=STOPS, spread="repeat", place=LAID, boxed=False)),
    "inked": Style(fill=None, strokes=(Stroke(width=8.0, paint=Gradient(stops=STOPS)),)),
    "multiplied": Style(fill="#6D3A9C", finish=Finish(blend="multiply")),
    "blurred": Style(fill="#6D3A9C", finish=Finish(effects=(Blur(radius=2.0),))),
    "both faint": Style(fill="#F2C14E", strokes=(RED,), finish=Finish(opacity=0.5)),
    "over all": Style(fill=Stop(0, "#0C6B65").colour, fill_opacity=0.15, strokes=()),
}
"""By name; those that stay SVG lie between the others."""


def kite(item, x, y, style, *, closed=True):
    places = ((x, y + 20), (x + 30, y), (x + 54, y + 26), (x + 22, y + 50))
    return outline(item, places, style, closed=closed)


class LargeDrawingTest(BrowserTest):
    def shown(self, row, *, least):
        """The drawing, painted as pictures from so many items on."""
        if not self.page.url.startswith(self.live_server_url):
            self.page.goto(f"{self.live_server_url}/sign-in")
        self.page.evaluate("least => localStorage.setItem('raster', least)", str(least))
        self.open(row)
        self.core_is_here()

    def painted(self):
        expect(self.page.locator("#raster-drawing[data-painted=whole]")).to_have_count(1)

    def look(self):
        """The middle of the canvas, without its rulers, once it stays as it is."""
        last = None
        for _ in range(20):
            self.page.wait_for_timeout(350)
            data = self.page.get_by_test_id("canvas").screenshot()
            pixels = np.asarray(Image.open(io.BytesIO(data)).convert("RGB"), dtype=int)
            if last is not None and np.array_equal(pixels, last):
                return pixels[24:, 24:]
            last = pixels
        raise AssertionError("The canvas does not come to rest.")

    def same(self, first, second, most=0.0004):
        """Alike but for how edges are smoothed: of a few pixels in ten thousand it is seen."""
        away = np.abs(first - second).max(axis=2)
        self.assertLess((away > 32).mean(), most)
        self.assertLess((away > 8).mean(), 30 * most)

    def table(self):
        commands = []
        for n, (name, style) in enumerate(STYLES.items()):
            x, y = 8 + 62 * (n % 6), 8 + 62 * (n // 6)
            commands.append(kite(name.replace(" ", "-"), x, y, style, closed=name != "square"))
        wide = ((0, 60), (400, 30), (400, 200), (0, 220))
        commands.append(outline("veil", wide, STYLES["over all"]))
        return self.new_drawing(*commands)

    def test_pictures_show_what_the_svg_canvas_shows(self):
        row = self.table()
        looks = []
        for least in (1000, 1):
            self.shown(row, least=least)
            views = {}
            for view in some(("Work", "Wireframe", "Print"), every=2):
                self.page.get_by_role("button", name=view, exact=True).click()
                views[view] = self.look()
            self.page.get_by_role("button", name="Work", exact=True).click()
            self.page.get_by_role("button", name="Night").click()
            self.page.mouse.move(0, 0)
            views["Night"] = self.look()
            self.page.get_by_role("button", name="Day").click()
            self.page.mouse.move(*self.spot(100, 100))
            self.page.mouse.wheel(0, -500)
            views["closer"] = self.look()
            looks.append(views)
        self.painted()
        for view, first in looks[0].items():
            with self.subTest(view):
                # what stays SVG beside a blend mode is smoothed a little more by Chromium
                self.same(first, looks[1][view], most=0.001)
        self.assertGreater(len(np.unique(looks[1]["Work"].reshape(-1, 3), axis=0)), 200)

    def test_what_is_worked_on_is_svg_and_the_rest_stays(self):
        row = self.new_drawing(
            kite("below", 100, 100, STYLES["plain"]),
            kite("mine", 110, 110, STYLES["see-through"]),
            kite("above", 120, 120, STYLES["dashed"]),
        )
        self.shown(row, least=1)
        self.painted()
        expect(self.page.locator("[data-item]")).to_have_count(0)
        self.click(121, 122)  # of what lies there, `mine` is in front
        expect(self.page.locator("#drawn-mine")).to_have_count(1)
        expect(self.page.locator("[data-picture^='picture']")).to_have_count(2)
        with self.dragging((121, 122), (201, 122)):
            carried = self.page.locator("#drawn-mine path").first
            expect(carried).to_have_attribute("d", re.compile(r"^M(190|189\.99)"))
        self.assertAlmostEqual(self.anchor("mine")[0], 190.0, places=3)
        dropped = self.look()
        self.page.keyboard.press("Control+z")
        self.settled()
        self.assertEqual(self.anchor("mine"), [110.0, 130.0])
        self.page.keyboard.press("Control+Shift+z")
        self.settled()
        self.same(dropped, self.look())
        self.page.keyboard.press("Delete")
        self.settled()
        self.click(140, 146)
        expect(self.page.locator("#drawn-above")).to_have_count(1)
        self.shown(row, least=1000)
        self.click(140, 146)
        pixels = self.look()
        self.shown(row, least=1)
        self.click(140, 146)
        self.same(pixels, self.look())

    def anchor(self, item):
        body = self.row.items.get(item=item).body
        return json.loads(body)["contours"][0]["anchors"][0]["at"]

    def test_all_that_is_selected_is_moved_as_a_picture(self):
        kites = [
            kite(f"k{n}", 10 + 3 * (n % 30), 10 + 7 * (n // 30), STYLES["plain"])
            for n in range(240)
        ]
        self.shown(self.new_drawing(*kites), least=1)
        self.painted()
        self.page.keyboard.press("Control+a")
        expect(self.page.get_by_test_id("grip-e")).to_have_count(1)
        before = self.look()
        with self.dragging((36, 39), (136, 99)):
            picture = self.page.locator("[data-picture^='picture']")
            expect(picture).to_have_attribute("transform", re.compile(r"matrix\(1 0 0 1 (100|99)"))
            carried = self.look()
        expect(self.page.locator("[data-picture][transform]")).to_have_count(0)
        self.assertAlmostEqual(self.anchor("k0")[0], 110.0, places=3)
        self.page.mouse.move(*self.spot(300, 250))
        self.same(carried[:, :-200], self.look()[:, :-200], most=0.03)  # by parts of a pixel
        self.page.keyboard.press("Control+z")
        self.settled()
        self.same(before, self.look(), most=0.01)

    def test_the_loupe_and_the_crosshair_find_what_is_painted(self):
        self.shown(self.new_drawing(kite("mine", 110, 110, STYLES["plain"])), least=1)
        self.painted()
        self.page.mouse.move(*self.spot(130, 130))
        self.page.keyboard.down("l")
        expect(self.page.get_by_test_id("loupe").locator("[data-item=mine]")).to_have_count(1)
        self.page.keyboard.up("l")
        self.page.mouse.move(*self.spot(30, 30))
        expect(self.page.get_by_test_id("item-catch")).not_to_have_attribute("data-hit", r"{")
        self.page.mouse.move(*self.spot(130, 130))
        expect(self.page.get_by_test_id("item-catch")).to_have_attribute(
            "data-hit", '{"what":"item","item":"mine"}'
        )

    def test_the_reference_behind_it_is_taken_hold_of(self):
        trace(self.user.pk)
        self.shown(Drawing.objects.get(name="Body to trace"), least=0)
        (before,) = self.value().sheet.references
        self.tool("reference")
        at = before.x, before.y  # its middle
        self.drag(at, (at[0] + 60, at[1] + 20))
        (after,) = self.value().sheet.references
        self.assertAlmostEqual(after.x - before.x, 60, delta=3)

    def test_without_a_painter_all_of_it_is_svg(self):
        row = self.new_drawing(kite("mine", 110, 110, STYLES["plain"]))
        self.shown(row, least=1000)
        self.page.evaluate("void (window.kept = OffscreenCanvas); delete window.OffscreenCanvas")
        self.addCleanup(self.page.evaluate, "void (window.OffscreenCanvas = window.kept)")
        self.shown(row, least=1)
        expect(self.page.locator("[data-item=mine]")).to_have_count(1)
        expect(self.page.locator("#raster-drawing")).to_have_count(0)
