"""Without a connection: the page opens, what was opened last is edited, nothing is lost."""

import re
from pathlib import Path

from buildup.drawing.paint import Style
from PIL import Image
from playwright.sync_api import expect

from e2e.base import FORGET, BrowserTest
from e2e.test_drawing import rectangle

FILLED = Style(fill="#D9B382")
READY = "() => navigator.serviceWorker.ready.then(() => true)"
KEPT = """async () => {
    const names = (await indexedDB.databases()).map((d) => d.name);
    if (!names.includes("offline")) return -1;
    return new Promise((done) => {
        const opening = indexedDB.open("offline");
        opening.onsuccess = () => {
            const db = opening.result;
            const asking = db.transaction("drawings").objectStore("drawings").count();
            asking.onsuccess = () => { done(asking.result); db.close(); };
        };
    });
}"""
ANSWERS = """async () => {
    const name = (await caches.keys()).find((n) => n.startsWith("answers-"));
    const answers = name ? await (await caches.open(name)).keys() : [];
    return answers.map((request) => new URL(request.url).pathname);
}"""
FORGET_ANSWERS = """async () => {
    for (const name of await caches.keys()) {
        if (!name.includes("precache")) await caches.delete(name);
    }
}"""
FULL = """
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function (...given) {
        if (this.name === "drawings") throw new DOMException("full", "QuotaExceededError");
        return put.apply(this, given);
    };
"""
TWO_HOURS_ON = "const now = Date.now; Date.now = () => now.call(Date) + 7200e3;"


class OfflineTest(BrowserTest):
    """In a browser of its own, which is the only one with a service worker."""

    keeps_page = False

    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.own = cls.context.browser.new_context(viewport={"width": 1280, "height": 800})
        cls.addClassCleanup(cls.own.close)

    def setUp(self):
        super().setUp()
        cookies = [
            {key: cookie[key] for key in ("name", "value", "domain", "path")}
            for cookie in self.context.cookies()
        ]
        self.own.add_cookies(cookies)
        self.page = self.window()

    def tearDown(self):
        """Only what the program is made of stays, so that it is fetched once for all tests."""
        self.own.set_offline(False)
        for page in self.own.pages:
            page.close()
        blank = self.own.new_page()
        blank.goto(f"{self.live_server_url}/livez")
        blank.evaluate(FORGET)
        blank.evaluate(FORGET_ANSWERS)
        self.own.clear_cookies()
        blank.close()
        self.page = self.context.new_page()
        super().tearDown()

    def window(self):
        page = self.own.new_page()
        page.set_default_timeout(10_000)
        page.on("pageerror", self._note_error)
        page.on("console", self._note_words)
        return page

    def ready(self) -> None:
        """A drawing that was opened here, in a page that opens without a connection."""
        self.open(self.new_drawing(rectangle(style=FILLED)))
        self.core_is_here()
        self.page.evaluate(READY)
        self.is_kept()

    def is_kept(self) -> None:
        """Also that somebody is signed in, and what there is to draw with."""
        for _ in range(100):
            if self.page.evaluate(KEPT) == 1 and len(self.page.evaluate(ANSWERS)) >= 2:
                return
            self.page.wait_for_timeout(100)
        self.fail("Nothing is kept.")

    def opens_from_here(self) -> None:
        state = self.page.get_by_test_id("saved-state")
        expect(state).to_contain_text(re.compile("No connection|Not saved yet"), timeout=20_000)

    def waits(self) -> None:
        expect(self.page.get_by_test_id("saved-state")).to_contain_text("Not saved yet")

    def drag_and_wait(self, start, end) -> None:
        self.drag_from(self.spot(*start), self.spot(*end))
        self.page.mouse.up()
        self.waits()

    def test_a_reload_without_a_connection_opens_the_drawing_and_its_edits_go_out_later(self):
        self.ready()
        self.drag((150, 130), (180, 150))  # saved, and on top of what was read
        self.own.set_offline(True)
        self.page.reload()
        expect(self.page.get_by_text("There is no connection.")).to_be_visible(timeout=20_000)
        self.opens_from_here()
        self.drag_and_wait((180, 150), (200, 150))
        self.page.reload()
        self.opens_from_here()
        self.waits()
        self.drag_and_wait((200, 150), (200, 200))
        self.files_are_made_here()
        self.own.set_offline(False)
        back = self.page.get_by_text("The connection is back: 2 edits saved.")
        expect(back).to_be_visible(timeout=30_000)
        self.settled()
        origin = self.items()[0].frame.place.origin
        self.assertAlmostEqual(origin.real, 200, delta=0.6)
        self.assertAlmostEqual(origin.imag, 200, delta=0.6)
        self.page.keyboard.press("Control+z")
        self.steps_come_to(5)

    def files_are_made_here(self) -> None:
        self.page.get_by_test_id("export").click()
        with self.page.expect_download() as download:
            self.page.get_by_test_id("offline-svg").click()
        drawing = Path(download.value.path()).read_text()
        self.assertEqual(download.value.suggested_filename, "Trial.svg")
        self.assertIn('fill="#D9B382"', drawing)
        self.assertIn("<metadata>", drawing)
        self.page.get_by_test_id("export").click()
        with self.page.expect_download() as download:
            self.page.get_by_test_id("offline-png").click()
        with Image.open(download.value.path()) as picture:
            self.assertEqual(picture.size, (800, 600))
            self.assertEqual(picture.convert("RGB").getpixel((420, 420)), (0xD9, 0xB3, 0x82))

    def test_two_windows_without_a_connection_both_keep_what_they_drew(self):
        self.ready()
        second = self.window()
        second.goto(self.page.url)
        expect(second.get_by_test_id("canvas")).to_be_visible()
        self.own.set_offline(True)
        first = self.page
        for page in (first, second):
            page.reload()
        first.bring_to_front()
        self.opens_from_here()
        self.drag_and_wait((150, 130), (200, 130))
        self.page = second
        second.bring_to_front()
        self.opens_from_here()
        self.tool("rectangle")
        self.drag_and_wait((20, 200), (60, 240))
        self.own.set_offline(False)
        self.steps_come_to(3)
        self.assertEqual(len(self.items()), 2)
        moved = [i.frame.place.origin.real for i in self.items()]
        self.assertTrue(any(abs(x - 200) < 1 for x in moved), moved)
        for page in (first, second):
            expect(page.get_by_test_id("saved-state")).to_contain_text("Saved", timeout=30_000)

    def test_at_home_what_this_device_has_is_listed_and_opened(self):
        self.ready()
        self.own.set_offline(True)
        self.page.goto(f"{self.live_server_url}/")
        kept = self.page.get_by_test_id("offline-list")
        expect(kept).to_contain_text("Trial")
        kept.get_by_role("link", name="Trial").click()
        self.opens_from_here()

    def test_what_a_browser_evicted_opens_when_the_server_is_back(self):
        self.ready()
        self.page.goto(f"{self.live_server_url}/")
        self.page.get_by_role("button", name="Remove from this device").click()
        expect(self.page.get_by_test_id("device-storage")).to_have_count(0)
        self.assertEqual(self.page.evaluate(KEPT), 0)
        self.page.evaluate("fetch('/api/v1/me').then(() => fetch('/api/v1/catalogue'))")
        self.own.set_offline(True)
        self.page.goto(f"{self.live_server_url}/drawings/{self.row.pk}")
        expect(self.page.get_by_text("The server cannot be reached.")).to_be_visible()
        self.own.set_offline(False)
        expect(self.page.get_by_test_id("canvas")).to_be_visible(timeout=30_000)

    def test_a_full_store_keeps_no_copy_and_disturbs_nothing(self):
        self.page.add_init_script(FULL)
        self.open(self.new_drawing(rectangle(style=FILLED)))
        self.core_is_here()
        self.drag((150, 130), (180, 150))
        self.assertEqual(self.page.evaluate(KEPT), 0)
        self.assertAlmostEqual(self.items()[0].frame.place.origin.real, 180, delta=0.6)

    def test_whoever_has_just_signed_in_opens_what_they_opened_without_a_connection(self):
        """What was kept before, of nobody, does not stand in the way."""
        self.own.clear_cookies()
        self.page.goto(f"{self.live_server_url}/")
        self.page.evaluate(READY)
        self.page.wait_for_function("() => navigator.serviceWorker.controller !== null")
        self.page.get_by_role("textbox", name="Name").fill("mira")
        self.page.get_by_role("textbox", name="Password").fill("reed-and-spruce")
        self.page.get_by_role("button", name="Sign in").click()
        expect(self.page.get_by_role("heading", name="Drawings")).to_be_visible()
        self.row = self.new_drawing(rectangle(style=FILLED))
        self.page.get_by_role("textbox", name="Find by name").fill("Trial")
        self.page.get_by_label("Open Trial").click()
        self.core_is_here()
        self.is_kept()
        self.own.set_offline(True)
        self.page.reload()
        self.opens_from_here()
        self.drag_and_wait((150, 130), (200, 150))

    def test_signing_out_removes_what_is_kept(self):
        self.ready()
        self.page.goto(f"{self.live_server_url}/")
        self.page.get_by_role("button", name="Sign out").click()
        expect(self.page.get_by_role("textbox", name="Password")).to_be_visible()
        for _ in range(50):
            answers = self.page.evaluate(ANSWERS)
            if self.page.evaluate(KEPT) == 0 and "/api/v1/catalogue" not in answers:
                return
            self.page.wait_for_timeout(100)
        self.fail(f"Still kept: {answers}")

    def test_a_clock_that_is_two_hours_off_loses_nothing(self):
        self.page.add_init_script(TWO_HOURS_ON)
        self.ready()
        self.own.set_offline(True)
        self.page.reload()
        self.opens_from_here()
        self.drag_and_wait((150, 130), (200, 150))
        self.own.set_offline(False)
        self.settled()
        self.assertAlmostEqual(self.items()[0].frame.place.origin.real, 200, delta=0.6)
