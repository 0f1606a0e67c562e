"""Takes the pictures of docs/screenshots anew, from the demo data: bin/pictures [name …].

Each picture is one method, named as its file; a drag that is shown in mid-air is let go with Esc.
"""

import os
from collections.abc import Iterator
from contextlib import contextmanager
from math import dist
from pathlib import Path
from threading import Thread

from accounts.demoaccount import DEMO_USER
from cutting.tableserver import TableServer
from demo.management.commands.load_demo import trace
from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.test import Client, override_settings
from drawings.models import Drawing
from library.builtin.hand import MM
from playwright.sync_api import expect

from e2e.base import BrowserTest

FOLDER = Path(__file__).resolve().parents[1] / "docs" / "screenshots"
ONLY = os.environ.get("BUILDUP_PICTURES", "").split()


class Pictures(BrowserTest):
    """Not run with the tests."""

    def test_every_picture(self):
        call_command("load_demo", verbosity=0)
        self.user = get_user_model().objects.get(username=DEMO_USER)
        client = Client()
        client.force_login(self.user)
        session = client.cookies["sessionid"].value
        self.context.add_cookies(
            [{"name": "sessionid", "value": session, "url": self.live_server_url}]
        )
        pictures = [name for name in dir(self) if name.startswith("show_")]
        for name in sorted(pictures, key=lambda name: name != "show_drawings"):
            picture = name.removeprefix("show_").replace("_", "-")
            if not ONLY or picture in ONLY:
                with self.subTest(picture):
                    self.of = picture
                    getattr(self, name)()
                    self.page.mouse.up()

    # What the recipes say

    def look(self, drawing: str, tool: str = "select") -> None:
        """A drawing of the demo, whole, with a tool in the hand."""
        self.open(Drawing.objects.get(owner=self.user, name=drawing))
        self.core_is_here()
        self.key("0")
        self.tool(tool)

    def reference(self, tool: str) -> None:
        """A new sheet set up for tracing."""
        trace(self.user.pk)
        Drawing.objects.filter(owner=self.user, name="Body to trace").earliest("pk").delete()
        self.look("Body to trace", tool)

    def proposed(self) -> None:
        """The outline of the body, both sides alike, selected."""
        self.reference("reference")
        self.at(120, 400)
        self.page.get_by_text("Keep holes").click()
        expect(self.page.get_by_test_id("finding")).to_have_count(0, timeout=30_000)
        self.page.get_by_text("Symmetric").click()
        self.page.get_by_role("button", name="Trace outline").click()
        expect(self.page.get_by_text("2 items · back to front")).to_be_visible(timeout=60_000)
        self.settled()
        self.tool("anchors")
        self.page.get_by_role("button", name="Outline 2", exact=True).click()

    def anchor(self, x: float, y: float) -> tuple[float, float]:
        """Where the anchor nearest to a place in millimetres is on the page."""
        marks = self.page.locator("[data-testid^=anchor-]")
        expect(marks.first).to_be_attached()
        there = self.spot(*self.mm(x, y))
        return min(map(self.middle, marks.all()), key=lambda at: dist(at, there))

    def key(self, *keys: str) -> None:
        for key in keys:
            self.page.keyboard.press(key)
        self.page.wait_for_timeout(150)

    def mm(self, x: float, y: float) -> tuple[float, float]:
        """A place of the sheet, in millimetres, in its pixels."""
        return x * MM, y * MM

    def at(self, x: float, y: float, **how: object) -> None:
        """Click at a place in millimetres."""
        self.click(*self.mm(x, y), **how)

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()
        self.settled()

    def take(self) -> None:
        self.page.wait_for_timeout(700)
        self.page.screenshot(path=FOLDER / f"{self.of}.png")

    @contextmanager
    def held(
        self, start: tuple[float, float], end: tuple[float, float], *keys: str
    ) -> Iterator[None]:
        """A drag between places of the page, in mid-air; it is taken back."""
        self.drag_from(start, end, *keys)
        yield
        self.key("Escape")
        self.page.mouse.up()
        for key in keys:
            self.page.keyboard.up(key)

    def near(self, start: tuple[float, float], right: float, down: float) -> tuple[float, float]:
        return start[0] + right, start[1] + down

    # The pictures

    def show_drawings(self):
        self.page.goto(self.live_server_url)
        expect(self.page.get_by_label("Open Pickguard", exact=True)).to_be_visible()
        self.page.wait_for_function(
            """() => {
                const cards = [...document.querySelectorAll(".picture img")];
                return cards.length > 0 && cards.every((card) => card.classList.contains("here"));
            }"""
        )
        self.take()

    def show_board(self):
        self.look("Archtop body", "anchors")
        self.at(120, 400)
        start = self.anchor(72, 420)
        with self.held(start, self.near(start, -9, 6)):
            self.take()

    def show_shape(self):
        self.look("Knobs and inlays")
        self.at(66, 23)
        peg = self.middle(self.page.get_by_test_id("peg-teeth"))
        with self.held(peg, self.near(peg, -7, 5)):
            self.take()

    def show_finder(self):
        self.look("Knobs and inlays")
        self.at(66, 23)
        self.key("Control+k")
        self.page.get_by_test_id("finder").fill("copies 5")
        expect(self.page.get_by_role("option").first).to_contain_text("Row of copies 5")
        self.take()
        self.key("Escape")

    def show_colours(self):
        self.look("Workshop badge")
        self.at(20, 40)
        self.page.get_by_test_id("leaf-Colours").click()
        self.page.get_by_test_id("swatch-Tide").click()
        self.key("Control+z")
        self.key("6")
        self.page.get_by_text("Colour harmonies").click()
        self.take()
        self.key("6")
        self.page.get_by_test_id("leaf-Layers").click()

    def show_text(self):
        self.look("Workshop badge", "ellipse")
        self.drag(self.mm(18, 25), self.mm(72, 79))
        self.key("Escape")
        self.tool("text")
        self.page.keyboard.down("Alt")
        self.at(31.5, 28.62)
        self.page.keyboard.up("Alt")
        expect(self.page.get_by_label("Text content")).to_be_focused()
        self.page.keyboard.type("Hollowreed Strings · made by hand")
        self.key("Control+Enter")
        self.settled()
        self.choose("Font", "Zilla Slab Bold")
        self.type_into("Font size", "15")
        self.leaf("Paint")
        self.type_into("Fill colour, typed", "#FBF7EE")
        self.leaf("Form")
        self.page.get_by_text("Show the path").click()
        self.settled()
        start = self.middle(self.page.get_by_test_id("peg-start"))
        with self.held(start, self.spot(*self.mm(22, 42))):
            self.take()

    def show_cutting(self):
        table = TableServer(0)
        Thread(target=table.serve_forever, daemon=True).start()
        with override_settings(CUTTER=table.server_address):
            self.look("Swing tag")
            self.page.get_by_test_id("export").click()
            self.page.get_by_test_id("to-cutting-table").click()
            for name, value in (("Copies", "10"), ("Weeding line spacing", "15")):
                field = self.page.get_by_role("textbox", name=name, exact=True)
                with self.page.expect_response("**/cutting/checks"):
                    field.fill(value)
                    field.press("Enter")
            self.page.get_by_test_id("cut").click()
            expect(self.page.get_by_test_id("blade")).to_be_visible()
            self.page.wait_for_timeout(14_000)
            self.page.get_by_role("button", name="Pause").click()
            self.take()
        table.shutdown()
        table.server_close()

    def show_sweep(self):
        self.look("Knobs and inlays", "rectangle")
        self.drag(self.mm(128, 84), self.mm(196, 104))
        self.key("Escape")
        self.tool("sweep")
        expect(self.page.get_by_text("27 regions.")).to_be_visible()
        start = self.spot(*self.mm(140, 96))
        with self.held(start, self.spot(*self.mm(178, 97))):
            self.page.mouse.move(*self.spot(*self.mm(180, 97)), steps=3)
            self.take()

    def show_corner(self):
        self.look("Pickguard", "corners")
        self.at(70, 60)
        start = self.middle(self.page.get_by_test_id("corner-0"))
        with self.held(start, self.near(start, 26, -16)):
            self.take()

    def show_assembly(self):
        self.look("Pickguard")
        self.at(90, 70)
        self.at(30, 100)
        start = self.spot(*self.mm(40, 100))
        with self.held(start, self.spot(*self.mm(33, 112))):
            self.take()

    def show_layers(self):
        self.look("Bridge")
        self.at(40, 84)
        self.at(40, 84)
        self.take()

    def show_symmetry(self):
        self.look("Sound-hole rosette", "anchors")
        self.at(105, 23)
        start = self.spot(*self.mm(187, 105))
        with self.held(start, self.near(start, -16, 20)):
            self.take()

    def show_shelf(self):
        self.look("Swing tag")
        self.page.get_by_test_id("leaf-Shelf").click()
        self.page.get_by_role("button", name="Luthier's outlines").click()
        self.page.get_by_test_id("outline-f-hole").click()
        self.page.get_by_test_id("place-linked").click()
        with self.held(self.spot(*self.mm(43, 42)), self.spot(*self.mm(64, 88)), "Shift"):
            self.take()

    def show_export(self):
        self.look("Swing tag")
        self.page.get_by_test_id("export").click()
        self.page.get_by_test_id("format-pdf").click()
        self.page.get_by_text("Trim marks").click()
        bleed = self.page.get_by_label("Bleed")
        bleed.fill("3")
        bleed.press("Enter")
        expect(self.page.get_by_text("Effects are embedded")).to_be_visible()
        self.page.wait_for_timeout(1500)
        self.take()
        self.page.keyboard.press("Escape")

    def show_paint(self):
        self.look("Archtop body")
        self.at(120, 400)
        self.leaf("Paint")
        self.page.get_by_label("Fill colour", exact=True).click()
        self.page.get_by_test_id("gradient-stop-2").click()
        self.page.get_by_label("Fill colour", exact=True).scroll_into_view_if_needed()
        stop = self.middle(self.page.get_by_test_id("gradient-stop-2"))
        with self.held(stop, self.near(stop, -16, 0)):
            self.take()
        self.leaf("Form")

    def show_measures(self):
        """A knob of which the width is being dragged: the measure turns, the rest follows."""
        self.look("Tuner knob in three sizes")
        self.page.get_by_test_id("leaf-Measures").click()
        self.page.mouse.click(*self.spot(*self.mm(30, 20.5)))
        self.leaf("Form")
        grip = self.page.locator('[data-hit*=\'"grip":"e"\']').first
        start = self.middle(grip)
        with self.held(start, self.near(start, 24, 0), "Alt"):
            self.take()
        self.key("Escape")

    def show_tracing(self):
        self.reference("reference")
        self.page.get_by_role("button", name="Body", exact=True).click()
        self.take()

    def show_night(self):
        self.proposed()
        self.press("Night")
        self.page.mouse.move(*self.spot(*self.mm(300, 420)))
        for _ in range(4):
            self.page.mouse.wheel(0, -120)
            self.page.wait_for_timeout(200)
        start = self.anchor(330, 490)
        self.page.mouse.click(*start)
        with self.held(start, self.near(start, 14, 16)):
            self.take()
        self.press("Day")

    def show_comb(self):
        self.look("Archtop body", "anchors")
        self.at(120, 400)
        self.key("Shift+V")
        self.page.get_by_test_id("leaf-Profile").click()
        self.page.get_by_role("textbox", name="Least jump").fill("1.2")
        self.key("Enter")
        self.page.wait_for_timeout(500)
        self.take()
        self.key("Shift+V")
        self.page.get_by_test_id("leaf-Layers").click()
