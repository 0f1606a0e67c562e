"""The core in the browser: from what it starts, how it comes back, and what is done meanwhile."""

from buildup.drawing.paint import Style
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_drawing import rectangle

FILLED = Style(fill="#D9B382")
IN_STORE = """(act) => new Promise((done, failed) => {
    const opening = indexedDB.open("core", 1);
    opening.onupgradeneeded = () => opening.result.createObjectStore("memories");
    opening.onsuccess = () => {
        const db = opening.result;
        const store = db.transaction("memories", "readwrite").objectStore("memories");
        const asking = store[act[0]](...act.slice(1));
        asking.onsuccess = () => { done(asking.result ?? null); db.close(); };
        asking.onerror = () => failed(asking.error);
    };
})"""
SPOIL = f"""async () => {{
    const within = {IN_STORE};
    const [key] = await within(["getAllKeys"]);
    await within(["put", new Blob([new Uint8Array(1 << 20)]), key]);
}}"""
SIZE = f"async () => (await ({IN_STORE})(['getAll']))[0]?.size ?? 0"
SOUND = 30_000_000
"""Bytes of a memory, at least."""


class EngineTest(BrowserTest):
    keeps_page = False

    def test_where_the_core_stumbles_it_says_so_and_goes_on(self):
        self.page.add_init_script("localStorage.setItem('measured', 'yes')")
        self.open(self.new_drawing(rectangle(style=FILLED)))
        self.core_is_here()
        asked = "window.__session('no such verb').then(() => 'answered', (e) => e.constructor.name)"
        self.assertNotEqual(self.page.evaluate(asked), "answered")
        self.assertTrue(self.page.evaluate("window.__session('ready')"))  # it was not started again
        self.assertEqual(self.page.evaluate("window.__session('read', {text: '2', unit: 'px'})"), 2)

    def test_the_core_runs_in_the_browser_and_comes_back_when_it_dies(self):
        asked = []
        self.page.on("request", lambda r: asked.append(r.url.rsplit("/", 1)[-1]))
        self.open(self.new_drawing(rectangle(style=FILLED)))
        self.core_is_here()
        asked.clear()
        self.drag((150, 130), (180, 180))
        self.assertEqual([a for a in asked if a in ("preview", "selection")], [])
        self.assertIn("commands", asked)
        with self.page.expect_response("**/document", timeout=60_000):
            self.page.evaluate("window.dispatchEvent(new Event('core-restart'))")
            self.drag((180, 180), (230, 180))
            self.assertIn("preview", asked)
        self.assertAlmostEqual(self.items()[0].frame.place.origin.real, 230, delta=0.5)

    def test_without_the_memory_it_begins_with_the_core_starts_from_nothing(self):
        self.forget_memories()
        self.page.route("**/memory.bin", lambda route: route.fulfill(status=404))
        self.opened()
        self.drag((150, 130), (230, 180))
        self.assertAlmostEqual(self.items()[0].frame.place.origin.real, 230, delta=0.5)

    def test_the_next_start_is_from_the_memory_this_browser_kept(self):
        self.forget_memories()
        asked = []
        self.page.on("request", lambda request: asked.append(request.url))
        self.opened()
        self.assertTrue([url for url in asked if "/assets/core/" in url])
        self.memory_is_kept()
        asked.clear()
        self.page.reload()
        self.core_is_here()
        self.assertEqual([u for u in asked if "/assets/core/" in u or "memory.bin" in u], [])
        self.drag((150, 130), (230, 180))
        self.assertAlmostEqual(self.items()[0].frame.place.origin.real, 230, delta=0.5)

    def test_a_spoilt_memory_is_dropped_and_the_core_starts_as_at_first(self):
        self.forget_memories()
        self.opened()
        self.memory_is_kept()
        self.page.evaluate(SPOIL)
        self.page.reload()
        self.core_is_here()
        self.memory_is_kept()
        started_anew = [t for t in self.troubles if "The core is started anew" in t]
        self.assertEqual((len(started_anew), len(self.troubles)), (1, 1))
        self.troubles.clear()

    def test_a_line_grows_while_the_core_comes_and_drawing_goes_on(self):
        self.forget_memories()
        held = []
        self.page.route("**/buildup-view-*.zip", lambda route: held.append(route))  # noqa: PLW0108 - it has to bear a mark
        self.open(self.new_drawing(rectangle(style=FILLED)))
        line = self.page.get_by_role("progressbar", name="Loading the drawing engine")
        expect(line).to_be_visible()
        self.page.wait_for_function(
            "() => Number(document.querySelector('[role=progressbar]')?.ariaValueNow) > 50"
        )
        with self.page.expect_request("**/preview"):
            self.drag((150, 130), (230, 180))
        self.assertAlmostEqual(self.items()[0].frame.place.origin.real, 230, delta=0.5)
        for route in held:
            route.continue_()
        self.core_is_here()
        expect(line).to_have_count(0)

    def opened(self) -> None:
        self.open(self.new_drawing(rectangle(style=FILLED)))
        self.core_is_here()

    def memory_is_kept(self) -> None:
        for _ in range(150):
            if self.page.evaluate(SIZE) > SOUND:
                return
            self.page.wait_for_timeout(100)
        self.fail("No memory was kept.")

    def forget_memories(self) -> None:
        """As a browser that was never here."""
        self.page.goto(f"{self.live_server_url}/livez")
        self.page.evaluate(f"({IN_STORE})(['clear'])")
