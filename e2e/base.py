"""A real Chromium on Django's live server, with the mouse and the keyboard."""

import atexit
import os
import re
from contextlib import contextmanager
from functools import cache
from socket import socket
from typing import ClassVar

from buildup.drawing.sheet import Sheet
from django.contrib.auth import get_user_model
from django.test import Client, LiveServerTestCase
from django.test.testcases import LiveServerThread, QuietWSGIRequestHandler
from drawings import store
from drawings.models import Drawing
from drawings.services.edit import Known, edit
from drawings.services.lifecycle import make
from playwright.sync_api import BrowserContext, Page, expect, sync_playwright

os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"  # Playwright's own loop runs in this thread

CHROMIUM = "/usr/bin/chromium"
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
HELD = ("Shift", "Alt", "Control", "Space")
# What the page has stored goes, but the core's memory and connections to the storage stay.
FORGET = """async () => {
    localStorage.clear();
    for (const { name } of await indexedDB.databases()) {
        if (name === "core") continue;
        const db = await new Promise((done) => {
            indexedDB.open(name).onsuccess = (event) => done(event.target.result);
        });
        for (const store of db.objectStoreNames) {
            await new Promise((done) => {
                db.transaction(store, "readwrite").objectStore(store).clear().onsuccess = done;
            });
        }
        db.close();
    }
}"""
expect.set_options(timeout=10_000)


@cache
def browser_context() -> BrowserContext:
    """The one browser of all tests, so that what ships is fetched and compiled once."""
    playwright = sync_playwright().start()
    atexit.register(playwright.stop)
    browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
    size = {"width": 1280, "height": 800}
    return browser.new_context(viewport=size, service_workers="block")


class AtOneAddress(LiveServerThread):
    """Serves where the server of the class before has served."""

    def _create_server(self, connections_override=None):
        return self.server_class(
            (self.host, self.port),
            QuietWSGIRequestHandler,
            allow_reuse_address=True,
            connections_override=connections_override,
        )


@cache
def free_port() -> int:
    with socket() as door:
        door.bind(("localhost", 0))
        return door.getsockname()[1]


PROBE = "**/livez"
"""What is asked to see whether requests are caught."""


class BrowserTest(LiveServerTestCase):
    """A signed-in page; a test fails when the page logs an error or asks another machine.

    Loading a page and starting its core takes longer than most tests: unless `keeps_page` is
    false, tests share one, in which the application begins anew for each.
    """

    server_thread_class = AtOneAddress
    keeps_page = True
    page: Page
    kept: ClassVar[Page | None] = None
    starts_at: ClassVar[str | None] = None
    """The leaf of Properties that is open from the beginning, instead of the usual one."""

    @classmethod
    def setUpClass(cls):
        cls.port = free_port()  # the same for all, as the page belongs to an address
        cls.context = browser_context()
        super().setUpClass()

    def setUp(self):
        store.forget_all()
        self.user = get_user_model().objects.create_user("mira", password="reed-and-spruce")
        client = Client()
        client.force_login(self.user)
        self.context.add_cookies(
            [
                {
                    "name": "sessionid",
                    "value": client.cookies["sessionid"].value,
                    "url": self.live_server_url,
                }
            ]
        )
        self.troubles: list[str] = []
        self.page = (self.keeps_page and BrowserTest.kept) or self.context.new_page()
        self.page.set_default_timeout(10_000)
        self.page.on("pageerror", self._note_error)
        self.page.on("console", self._note_words)
        self.page.on("request", self._check_address)

    def tearDown(self):
        self._forget()
        self.assertEqual(self.troubles, [])

    def _forget(self):
        """Leave nothing in the browser but what it has loaded."""
        here = self.page.url.startswith(self.live_server_url)
        kept = self.page if self.keeps_page and here and not self.troubles else None
        BrowserTest.kept = None  # unless all of this succeeds
        for page in self.context.pages:
            if page is not kept:
                page.close()
        self.context.set_offline(False)
        self.context.unroute_all()
        self.context.clear_permissions()
        self.context.clear_cookies()
        if kept:
            self._begin_anew("/sign-in")
            kept.unroute_all()
            kept.remove_listener("pageerror", self._note_error)
            kept.remove_listener("console", self._note_words)
            kept.remove_listener("request", self._check_address)
            self._let_go_of_all(kept)
            kept.evaluate(FORGET)
        else:
            blank = self.context.new_page()
            blank.goto(f"{self.live_server_url}/livez")
            blank.evaluate(FORGET)
            blank.close()
        BrowserTest.kept = kept

    def _begin_anew(self, path: str) -> None:
        """The application at some address, as after a reload; the page itself is kept."""
        self.page.evaluate(
            """path => {
                history.replaceState(null, "", path);
                dispatchEvent(new Event("begin-anew"));
            }""",
            path,
        )

    def _let_go_of_all(self, page: Page) -> None:
        page.mouse.up()
        page.mouse.move(0, 0)
        for key in HELD:
            page.keyboard.up(key)

    def _note_error(self, error):
        self.troubles.append(str(error))

    def _note_words(self, words):
        # the core was not ready as quickly as it can be; the page stumbled
        if "The core is started anew" in words.text or "Unforeseen:" in words.text:
            self.troubles.append(words.text)

    def _check_address(self, request):
        if not request.url.startswith((self.live_server_url, "data:", "blob:")):
            self.troubles.append(f"asked {request.url}")

    def new_drawing(self, *commands, name="Trial") -> Drawing:
        """A sheet of 400 × 300 px, with some commands applied."""
        row = make(self.user.pk, name=name, sheet=Sheet(400, 300, "px"))
        for version, command in enumerate(commands):
            edit(
                self.user.pk,
                row.pk,
                command_id=f"set-up-{row.pk}-{version}",
                known=Known(version),
                command=command,
            )
        return row

    def open(self, row: Drawing) -> None:
        self.row = row
        path = f"/drawings/{row.pk}"
        if self.starts_at:
            if not self.page.url.startswith(self.live_server_url):
                self.page.goto(f"{self.live_server_url}/sign-in")
            self.page.evaluate(
                "leaf => ['one', 'several'].map(n => localStorage.setItem(`leaf-of-${n}`, leaf))",
                self.starts_at,
            )
        if self.keeps_page and self.page.url.startswith(self.live_server_url):
            self._begin_anew(path)
        else:
            self.page.goto(f"{self.live_server_url}{path}")
        expect(self.page.get_by_test_id("canvas")).to_be_visible()
        self.settled()

    def intercept(self, pattern: str, handler, *, everywhere: bool = False) -> None:
        """Answer requests in the server's stead, from the next one on.

        On a busy machine a page asks past a route that was only just set, so one is tried first.
        """
        target = self.context if everywhere else self.page
        target.route(pattern, handler)
        target.route(PROBE, lambda route: route.fulfill(status=200, body="caught"))
        for page in self.context.pages if everywhere else [self.page]:
            page.wait_for_function(
                "url => fetch(url).then(answer => answer.text()).then(text => text === 'caught')",
                arg=f"{self.live_server_url}/{PROBE.lstrip('*/')}",
            )
        target.unroute(PROBE)

    def settled(self) -> None:
        expect(self.page.get_by_test_id("saved-state")).to_contain_text("Saved")

    def steps_come_to(self, count: int) -> None:
        """As many steps are stored of the drawing, and no more."""
        for _ in range(300):
            if self.row.steps.count() >= count:
                break
            self.page.wait_for_timeout(100)
        self.assertEqual(self.row.steps.count(), count)

    def core_is_here(self) -> None:
        """Previews come from the browser's own core."""
        self.page.wait_for_function("() => window.__core?.()", timeout=60_000)

    def tool(self, name: str) -> None:
        self.page.get_by_test_id(f"tool-{name}").click()

    def leaf(self, name: str) -> None:
        """Open a leaf of Properties."""
        self.page.get_by_test_id(f"properties-{name}").click()

    def properties(self):
        """The panel at the right."""
        return self.page.get_by_role("complementary", name="Properties")

    def spot(self, x: float, y: float) -> tuple[float, float]:
        """Where a place on the sheet is on the page."""
        canvas = self.page.get_by_test_id("canvas")
        transform = canvas.locator("g").first.get_attribute("transform")
        left, top, scale = map(float, re.findall(r"-?[\d.]+(?:e-?\d+)?", transform))
        box = canvas.bounding_box()
        return box["x"] + x * scale + left, box["y"] + y * scale + top

    def click(self, x: float, y: float, **how) -> None:
        self.page.mouse.move(*self.spot(x, y))
        self.page.mouse.click(*self.spot(x, y), **how)
        self.settled()

    def drag(self, start: tuple[float, float], end: tuple[float, float], *keys: str) -> None:
        """Drag between two places of the sheet, keys held from the middle of the way."""
        with self.dragging(start, end, *keys):
            pass

    @contextmanager
    def dragging(self, start: tuple[float, float], end: tuple[float, float], *keys: str):
        """The same, pausing before the button is let go."""
        self.drag_from(self.spot(*start), self.spot(*end), *keys)
        yield
        self.page.mouse.up()
        for key in keys:
            self.page.keyboard.up(key)
        self.settled()

    def drag_from(self, start: tuple[float, float], end: tuple[float, float], *keys: str) -> None:
        """Press at one place of the page and move to another; the button stays down."""
        mouse = self.page.mouse
        mouse.move(*start)
        mouse.down()
        mouse.move((start[0] + end[0]) / 2, (start[1] + end[1]) / 2, steps=3)
        for key in keys:
            self.page.keyboard.down(key)
        mouse.move(*end, steps=3)

    def sent_out(self, kind: str = "svg"):
        """What is saved of the drawing in some format, as it is sent by default."""
        self.page.get_by_test_id("export").click()
        self.page.get_by_test_id(f"format-{kind}").click()
        with self.page.expect_download() as download:
            self.page.get_by_test_id("export-save").click()
        return download.value

    def middle(self, locator) -> tuple[float, float]:
        box = locator.bounding_box()
        return box["x"] + box["width"] / 2, box["y"] + box["height"] / 2

    def value(self):
        """The drawing as the store has it."""
        store.forget_all()
        return store.value_of(Drawing.objects.get(pk=self.row.pk))

    def items(self) -> list:
        """Its items, back to front."""
        value = self.value()
        return [value.items[i] for i in value.order]

    def choose(self, label: str, option: str) -> None:
        """Choose from a list; one that had to be scrolled to closes again if it opens too soon."""
        field = self.page.get_by_label(label, exact=True)
        field.scroll_into_view_if_needed()
        self.page.evaluate(
            "() => new Promise((r) => requestAnimationFrame(() => setTimeout(r, 50)))"
        )
        field.click()
        self.page.get_by_role("option", name=option, exact=True).click()

    def type_into(self, label: str, text: str) -> None:
        field = self.page.get_by_role("textbox", name=label, exact=True)
        field.click()
        field.fill(text)
        with self.page.expect_response("**/commands"):
            field.press("Enter")
        self.settled()
