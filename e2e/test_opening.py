"""A drawing of several pages is there as far as it has come, and is worked on meanwhile."""

from unittest import mock

from drawings.selectors import pages
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_large import STYLES, kite

COUNT = 7


class OpeningTest(BrowserTest):
    def setUp(self):
        super().setUp()
        patched = mock.patch.object(pages, "PAGE", 2)
        patched.start()
        self.addCleanup(patched.stop)
        kites = (
            kite(f"k{n}", 10 + 60 * (n % 4), 20 + 80 * (n // 4), STYLES["plain"])
            for n in range(COUNT)
        )
        self.drawn = self.new_drawing(*kites)

    def cut_off(self):
        """Answers end after the board and a page, until this is undone."""

        def cut(route):
            lines = route.fetch().text().splitlines(keepends=True)
            route.fulfill(status=200, body="".join(lines[:2]), content_type="application/x-ndjson")

        self.intercept("**/pages", cut, everywhere=True)

    def test_all_its_pages_show(self):
        self.open(self.drawn)
        expect(self.page.locator("path[data-item]")).to_have_count(COUNT)
        self.core_is_here()
        expect(self.page.get_by_test_id("drawing-progress")).to_have_count(0)

    def test_what_was_cut_off_comes_later_and_what_was_done_meanwhile_stays(self):
        self.page.goto(f"{self.live_server_url}/sign-in")
        self.cut_off()
        self.open(self.drawn)
        expect(self.page.get_by_text("before all of the drawing was here")).to_be_visible()
        here = self.page.locator("path[data-item]")
        expect(here).to_have_count(2)
        line = self.page.get_by_role("progressbar", name="Loading the drawing")
        expect(line).to_have_attribute("aria-valuenow", "38")  # a layer and two of the seven
        self.drag((30, 45), (30, 245))  # k0, previewed by the server
        self.assertAlmostEqual(self.first_anchor().imag, 240, delta=1)
        self.context.unroute("**/pages")
        expect(here).to_have_count(COUNT, timeout=30_000)
        expect(line).to_have_count(0)
        self.core_is_here()
        moved = self.page.locator("path[data-item=k0]")
        top = self.spot(0, 215)[1]
        self.assertGreater(moved.bounding_box()["y"], top)  # not as the first answer had it
        self.page.keyboard.press("Control+a")
        self.page.keyboard.press("Delete")
        self.settled()
        expect(here).to_have_count(0)

    def first_anchor(self):
        return self.value().items["k0"].contours[0].anchors[0].at
