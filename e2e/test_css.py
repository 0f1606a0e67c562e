"""Items copied as style sheet rules, drawn by Chromium beside what resvg makes of them."""

import io
import re
from dataclasses import replace

import numpy as np
import resvg_py
from buildup.drawing.paint import Gradient, Stop, Style
from buildup.drawing.sheet import Sheet
from buildup.formats.csssnippets import css_snippets
from buildup.formats.svg.svgwrite import svg
from buildup.geometry.transforms import Affine
from PIL import Image

from core.tests.zoo import drawing, plate
from e2e.base import BrowserTest, browser_context
from e2e.test_shapes import shape

STOPS = (Stop(0.0, "#FFCC00"), Stop(0.4, "#CC3311"), Stop(1.0, "#003366", 0.5))
ACROSS = Affine(0.8 + 0.3j, -0.3 + 0.8j, 0.1 + 0.1j)
INKS = {
    "a colour": "#0C6B65",
    "across": Gradient(stops=STOPS),
    "aslant": Gradient(stops=STOPS, place=ACROSS),
    "round": Gradient(stops=STOPS, kind="radial", place=Affine(0.5 + 0j, 0.5j, 0.5 + 0.5j)),
    "repeated": Gradient(stops=STOPS, place=Affine(0.2 + 0j, 1j), spread="repeat"),
}


def pixels(png: bytes) -> np.ndarray:
    return np.asarray(Image.open(io.BytesIO(png)).convert("RGB"), dtype=np.int16)


class CssTest(BrowserTest):
    def test_rules_draw_what_the_item_shows(self):
        page = browser_context().new_page()
        self.addCleanup(page.close)
        for name, ink in INKS.items():
            with self.subTest(name):
                item = replace(plate(), style=Style(fill=ink, strokes=()))
                value = replace(drawing(item), sheet=Sheet(200.0, 200.0))
                rules = css_snippets(value, ("plate",))
                sizes = re.findall(r"(?:width|height): ([\d.]+)px", rules)
                width, height = (int(float(size)) for size in sizes)
                page.set_content(f"<style>body{{margin:0}}{rules}</style><div class=plate></div>")
                box = {"x": 0, "y": 0, "width": width, "height": height}
                seen = pixels(page.screenshot(clip=box))
                text = svg(value, title="", ids=("plate",), pixels=(width, height))
                drawn = bytes(resvg_py.svg_to_bytes(svg_string=text, background="#FFFFFF"))
                apart = np.abs(seen - pixels(drawn)).max(axis=2) > 24
                self.assertLess(apart.mean(), 0.03)  # edges, which each draws in its own way

    def test_they_are_copied_by_a_word(self):
        self.open(self.new_drawing(shape("gear", teeth=17.0)))
        self.page.evaluate(
            "navigator.clipboard.writeText = (t) => ((window.copied = t), Promise.resolve())"
        )
        self.page.keyboard.press("Control+A")
        self.page.keyboard.press("Control+K")
        self.page.keyboard.type("copy as css")
        self.page.keyboard.press("Enter")
        self.page.get_by_text("The CSS was copied").wait_for()
        copied = self.page.evaluate("window.copied")
        self.assertIn('clip-path: path("m', copied)
        self.assertIn("mask: url('data:image/svg+xml,", copied)
