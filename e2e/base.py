"""A real Chromium on Django's live server, with the mouse and the keyboard."""

import os
import re
from contextlib import contextmanager

from buildup.drawing.sheet import Sheet
from django.contrib.auth import get_user_model
from django.test import Client, LiveServerTestCase
from playwright.sync_api import Page, expect, sync_playwright
from studio import store
from studio.actions.drawings import make
from studio.actions.edit import edit
from studio.models import Drawing

os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"  # Playwright's own loop runs in this thread

CHROMIUM = "/usr/bin/chromium"
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
expect.set_options(timeout=10_000)


class BrowserTest(LiveServerTestCase):
    """A signed-in page; a test fails when the page logs an error or asks another machine."""

    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.playwright = sync_playwright().start()
        cls.browser = cls.playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        # One for all tests of a class, so that what ships is fetched and compiled once.
        cls.context = cls.browser.new_context(viewport={"width": 1280, "height": 800})

    @classmethod
    def tearDownClass(cls):
        cls.context.close()
        cls.browser.close()
        cls.playwright.stop()
        super().tearDownClass()

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
        self.page: Page = self.context.new_page()
        self.page.set_default_timeout(10_000)
        self.troubles: list[str] = []
        self.page.on("pageerror", lambda e: self.troubles.append(str(e)))
        self.page.on("request", self._check_address)

    def tearDown(self):
        self._forget()
        self.assertEqual(self.troubles, [])

    def _forget(self):
        """Leave nothing in the browser but what it has fetched."""
        for page in self.context.pages:
            page.close()
        self.context.unroute_all()
        self.context.clear_permissions()
        self.context.clear_cookies()
        blank = self.context.new_page()
        kept = {"origin": self.live_server_url, "storageTypes": "local_storage,indexeddb"}
        self.context.new_cdp_session(blank).send("Storage.clearDataForOrigin", kept)
        blank.close()

    def _check_address(self, request):
        if not request.url.startswith((self.live_server_url, "data:", "blob:")):
            self.troubles.append(f"asked {request.url}")

    def new_drawing(self, *commands) -> Drawing:
        """A sheet of 400 × 300 px, with some commands applied."""
        row = make(self.user.pk, name="Trial", sheet=Sheet(400, 300, "px"))
        for version, command in enumerate(commands):
            edit(
                self.user.pk,
                row.pk,
                command_id=f"set-up-{version}",
                version=version,
                command=command,
            )
        return row

    def open(self, row: Drawing) -> None:
        self.row = row
        self.page.goto(f"{self.live_server_url}/drawings/{row.pk}")
        expect(self.page.get_by_test_id("canvas")).to_be_visible()
        self.settled()

    def settled(self) -> None:
        expect(self.page.get_by_test_id("kept")).to_contain_text("All kept")

    def core_is_here(self) -> None:
        """Previews come from the browser's own core."""
        self.page.wait_for_function("() => window.__core?.()", timeout=60_000)

    def tool(self, name: str) -> None:
        self.page.get_by_test_id(f"tool-{name}").click()

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

    def type_into(self, label: str, text: str) -> None:
        field = self.page.get_by_role("textbox", name=label, exact=True)
        field.click()
        field.fill(text)
        with self.page.expect_response("**/commands"):
            field.press("Enter")
        self.settled()
