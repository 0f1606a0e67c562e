"""Firefox and WebKit open every page, start the core, draw, edit, combine, export, keep an edit.

Where a browser is not installed there is no test of it; `bin/browsers` installs both and runs
these.
"""

from typing import ClassVar

from buildup.drawing.itemtypes import Assembly, Layer, Outline
from buildup.drawing.sheet import Sheet
from django.contrib.auth import get_user_model
from django.test import LiveServerTestCase
from drawings import store
from drawings.models import Drawing
from drawings.services.lifecycle import make

from e2e.browsers import drivers
from e2e.browsers.drivers import Driver, Firefox, WebKit

SAVED = "return document.querySelector('[data-testid=saved-state]')?.innerText.includes('Saved')"
CORE = "return window.__core?.() === true"


class Smoke:
    """The same for each browser; a mixin, as it is no test by itself."""

    browser: ClassVar[type[Driver]]

    def setUp(self):
        super().setUp()
        store.forget_all()
        self.user = get_user_model().objects.create_user("mira", password="reed-and-spruce")
        self.row = make(self.user.pk, name="Trial", sheet=Sheet(400, 300, "px"))
        self.page = self.browser()
        self.addCleanup(self.page.close)

    def outlines(self):
        store.forget_all()
        value = store.value_of(Drawing.objects.get(pk=self.row.pk))
        return [i for i in value.items.values() if not isinstance(i, Layer)]

    def on_sheet(self, x, y):
        """Where a place of the sheet is on the page."""
        left, top, scale = self.page.ask(
            """const { left, top } = document.querySelector("[data-testid=canvas]")
                   .getBoundingClientRect();
               const t = document.querySelector("#on-the-sheet").getAttribute("transform");
               const [x, y, s] = t.match(/-?[\\d.]+(?:e-?\\d+)?/g).map(Number);
               return [left + x, top + y, s];"""
        )
        return left + x * scale, top + y * scale

    def drag(self, *places):
        self.page.drag(*(self.on_sheet(*p) for p in places))

    def click(self, css):
        self.page.until(f"return document.querySelector({css!r}) !== null")
        self.page.ask(f"document.querySelector({css!r}).click()")

    def signs_in(self):
        self.page.open(f"{self.live_server_url}/sign-in")
        self.page.until("return document.querySelector('input[type=password]') !== null")
        for css, text in (
            ("input:not([type=password])", "mira"),
            ("input[type=password]", "reed-and-spruce"),
        ):
            self.page.ask(f"document.querySelector({css!r}).focus()")
            self.page.type(text)
        self.page.chord("Enter")
        self.page.until("return document.body.innerText.includes('Trial')")

    def test_it_draws_edits_combines_exports_and_keeps(self):
        self.signs_in()
        for path, says in (("/bin", "Bin"), (f"/drawings/{self.row.pk}/cutting-table", "Trial")):
            self.page.open(self.live_server_url + path)
            self.page.until(f"return document.body.innerText.includes({says!r})")
        board = f"{self.live_server_url}/drawings/{self.row.pk}"
        self.page.open(board)
        self.page.until(SAVED)
        self.page.until(CORE, seconds=120)

        self.page.type("s")
        self.drag((60, 60), (100, 90), (160, 140))
        self.page.until(SAVED)
        self.page.type("d")
        self.drag((240, 60), (300, 90), (340, 160))
        self.page.until("return document.querySelector('.dock').innerText.includes('Ellipse')")
        self.page.until(SAVED)
        self.assertEqual(len(self.outlines()), 2)

        self.page.type("q")
        self.drag((290, 110), (250, 110), (180, 110))
        self.page.until(SAVED)
        self.page.chord("Control", "a")
        self.page.chord("Shift", "A")
        self.page.until("return document.querySelector('.dock').innerText.includes('Union')")
        self.page.until(SAVED)
        (union,) = [i for i in self.outlines() if i.name.startswith("Union")]
        self.assertIsInstance(union, (Outline, Assembly))

        self.click("[data-testid=export]")
        self.page.until("return document.querySelector('[role=dialog] img') !== null")
        self.click("[data-testid=export-save]")
        self.page.until(
            "return performance.getEntriesByType('resource').some(e => e.name.includes('/export'))"
        )
        self.page.open(board)
        self.page.until(SAVED)
        self.page.until("return document.querySelector('.dock').innerText.includes('Union')")


if drivers.FIREFOX:

    class FirefoxTest(Smoke, LiveServerTestCase):
        """Debian's Firefox ESR."""

        browser = Firefox


if drivers.WEBKIT_DRIVER and drivers.MINI_BROWSER and drivers.DISPLAY:

    class WebKitTest(Smoke, LiveServerTestCase):
        """Debian's WebKitGTK."""

        browser = WebKit
