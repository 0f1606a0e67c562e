"""Nothing kept is lost: a lost connection, MariaDB stopped in mid-work, two windows."""

import os
import subprocess
from pathlib import Path
from unittest import skipUnless

from django.db import connection
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_drawing import rectangle

ROOT = Path(__file__).resolve().parents[1]
FOLDER = os.environ.get("BUILDUP_TEST_DATABASE", "")


class ConnectionTest(BrowserTest):
    def test_an_edit_waits_while_the_connection_is_lost(self):
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        self.context.set_offline(True)
        self.page.keyboard.press("ArrowRight")
        expect(self.page.get_by_test_id("kept")).to_contain_text("Waiting to be kept")
        self.page.keyboard.press("ArrowDown")
        self.context.set_offline(False)
        self.settled()
        origin = self.items()[0].frame.place.origin
        self.assertGreater(origin.real, 150)
        self.assertGreater(origin.imag, 130)

    def test_an_edit_that_waits_survives_a_reload(self):
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        block = "**/commands"
        self.page.route(block, lambda route: route.abort())
        self.page.keyboard.press("Delete")
        expect(self.page.get_by_test_id("kept")).to_contain_text("Waiting to be kept")
        self.page.unroute(block)
        self.page.reload()
        self.settled()
        expect(self.page.get_by_test_id("stack-plate")).to_have_count(0)
        self.assertEqual(self.items(), [])

    def test_two_windows_on_one_drawing(self):
        self.open(self.new_drawing(rectangle()))
        other = self.context.new_page()
        other.goto(self.page.url)
        expect(other.get_by_test_id("stack-plate")).to_be_visible()
        self.click(100, 130)
        self.type_into("Width", "80")
        other.get_by_label("Hide plate").click()
        expect(other.get_by_label("Show plate")).to_be_visible()
        (item,) = self.items()
        self.assertEqual((item.frame.width, item.hidden), (80, True))


@skipUnless(FOLDER, "bin/test runs a MariaDB of its own that may be stopped")
class StoreAwayTest(BrowserTest):
    def database(self, verb):
        subprocess.run([ROOT / "bin" / "database", verb, FOLDER], check=True, capture_output=True)

    def test_mariadb_stops_and_starts_again_in_mid_work(self):
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        self.type_into("Width", "80")
        self.database("stop")
        try:
            self.page.keyboard.press("ArrowRight")
            expect(self.page.get_by_test_id("kept")).to_contain_text("Waiting to be kept")
        finally:
            self.database("start")
            connection.close()
        self.settled()
        (item,) = self.items()
        self.assertEqual(item.frame.width, 80)
        self.assertGreater(item.frame.place.origin.real, 140)
        self.page.keyboard.press("Control+z")
        self.settled()
        self.assertAlmostEqual(self.items()[0].frame.place.origin.real, 150, delta=0.001)
