"""Nothing is lost: connections, sessions, storage, windows; MariaDB stopped in mid-work."""

import json
import os
import subprocess
from contextlib import contextmanager
from pathlib import Path
from unittest import skipUnless

from buildup.edits.apply import read_command
from django.contrib.sessions.models import Session
from django.db import connection
from django.test import Client
from drawings import models
from drawings.services import lifecycle as drawings
from drawings.services.edit import Known, edit
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_drawing import rectangle

ROOT = Path(__file__).resolve().parents[1]
FOLDER = os.environ.get("BUILDUP_TEST_DATABASE", "")


class ConnectionTest(BrowserTest):
    keeps_page = False

    def test_an_edit_waits_while_the_connection_is_lost(self):
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        self.context.set_offline(True)
        self.page.keyboard.press("ArrowRight")
        expect(self.page.get_by_test_id("saved-state")).to_contain_text("Not saved yet")
        self.page.keyboard.press("ArrowDown")
        self.context.set_offline(False)
        self.settled()
        origin = self.items()[0].frame.place.origin
        self.assertGreater(origin.real, 150)
        self.assertGreater(origin.imag, 130)

    def pixel(self):
        """What a nudge moves by: a pixel of the screen, on the sheet."""
        return 1 / (self.spot(1, 0)[0] - self.spot(0, 0)[0])

    def in_the_end_kept(self):
        """After all waiting, which gets longer from try to try."""
        expect(self.page.get_by_test_id("saved-state")).to_contain_text("Saved", timeout=30_000)

    def test_answers_that_say_nothing_lose_no_edit(self):
        """As a captive page of a network gives them, while previews come from the server."""
        self.page.add_init_script("window.Worker = undefined")
        self.open(self.new_drawing(rectangle()))
        expect(self.page.get_by_text("previews come from the server")).to_be_visible()
        asked = []

        def empty(route):
            asked.append(route.request.url)
            route.fulfill(status=200, body="")

        self.intercept("**/queries/preview", empty)
        self.drag((100, 130), (140, 130))
        self.page.keyboard.press("ArrowDown")
        self.settled()
        self.assertTrue(asked)
        commands = []

        def nothing(route):
            commands.append(route.request.url)
            bodies = ("", "{}")
            if len(commands) <= len(bodies):
                route.fulfill(status=200, body=bodies[len(commands) - 1])
            else:
                route.continue_()

        self.intercept("**/commands", nothing)
        self.page.keyboard.press("Shift+ArrowDown")
        expect(self.page.get_by_test_id("saved-state")).to_contain_text("Not saved yet")
        self.in_the_end_kept()
        self.assertGreaterEqual(len(commands), 3)
        origin = self.items()[0].frame.place.origin
        self.assertAlmostEqual(origin.real, 190, places=3)
        self.assertAlmostEqual(origin.imag, 130 + 11 * self.pixel(), places=3)

    def test_a_store_that_was_set_back_is_noticed_by_an_open_window(self):
        self.open(self.new_drawing(rectangle()))
        self.core_is_here()
        self.click(100, 130)
        self.page.keyboard.press("ArrowRight")
        self.settled()
        row = models.Drawing.objects.get(pk=self.row.pk)
        with self.server_away():
            self.page.keyboard.press("Shift+ArrowDown")
            expect(self.page.get_by_test_id("saved-state")).to_contain_text("Not saved yet")
            first = row.steps.get(number=1)  # what a backup has, and what others did since
            item = row.items.get(item="plate")
            body = json.loads(item.body)
            body["frame"]["place"]["origin"] = [250.0, 130.0]
            row.steps.filter(number=2).update(command_id="another-past")
            row.items.filter(pk=item.pk).update(body=json.dumps(body))
            models.Drawing.objects.filter(pk=row.pk).update(tip="another-past")
            self.assertNotEqual(first.command_id, row.tip)
        self.in_the_end_kept()
        origin = self.items()[0].frame.place.origin
        # the edit that waited went on top of that
        self.assertAlmostEqual(origin.real, 250, places=3)
        self.assertAlmostEqual(origin.imag, 130 + 10 * self.pixel(), places=3)
        self.page.wait_for_function(
            """() => {
                const box = document.querySelector("[data-item=plate]").getBBox();
                return Math.abs(box.x + box.width / 2 - 250) < 1;
            }"""
        )

    def test_an_edit_that_waits_survives_a_reload(self):
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        block = "**/commands"
        self.intercept(block, lambda route: route.abort())
        self.page.keyboard.press("Delete")
        expect(self.page.get_by_test_id("saved-state")).to_contain_text("Not saved yet")
        self.page.unroute(block)
        self.page.reload()
        self.settled()
        expect(self.page.get_by_test_id("stack-plate")).to_have_count(0)
        self.assertEqual(self.items(), [])

    def test_a_screen_that_cannot_be_fetched_says_so_and_a_newer_program_takes_over(self):
        self.row = self.new_drawing(rectangle())
        parts, old = "**/assets/BoardPage-*.js", []
        self.page.route(parts, lambda route: route.abort())  # also while the page has time for it
        self.page.goto(self.live_server_url)
        card = self.page.get_by_label("Open Trial")
        expect(card).to_be_visible()
        self.intercept("**/api/v1/me", lambda route: route.abort())
        card.click()
        expect(self.page.get_by_text("The server cannot be reached")).to_be_visible()
        self.page.unroute("**/api/v1/me")
        self.page.unroute(parts)

        def gone(route):
            """As where a newer program has no such file any more; its page asks for its own."""
            old.append(route)
            route.fulfill(status=404) if len(old) == 1 else route.continue_()

        self.page.route(parts, gone)
        card.click()
        self.settled()
        self.assertEqual(len(old), 2)

    def test_two_windows_on_one_drawing(self):
        self.open(self.new_drawing(rectangle()))
        other = self.window(self.page.url)
        self.click(100, 130)
        self.type_into("Width", "80")
        other.get_by_label("Hide plate").click()
        expect(other.get_by_label("Show plate")).to_be_visible()
        expect(other.get_by_test_id("saved-state")).to_contain_text("Saved")
        (item,) = self.items()
        self.assertEqual((item.frame.width, item.hidden), (80, True))

    def window(self, address):
        other = self.context.new_page()
        other.goto(address)
        expect(other.get_by_test_id("stack-plate")).to_be_visible()
        return other

    @contextmanager
    def server_away(self):
        """Nothing of the server is reached by any window."""
        self.intercept("**/api/v1/**", lambda route: route.abort(), everywhere=True)
        yield
        self.context.unroute("**/api/v1/**")

    def nudge(self, times, page=None, key="ArrowRight"):
        """A few edits, each a step of its own."""
        for n in range(times):
            (page or self.page).keyboard.press(f"Shift+{key}" if n % 2 else key)

    def x(self):
        return self.items()[0].frame.place.origin.real

    def test_windows_follow_each_other(self):
        self.open(self.new_drawing(rectangle()))
        other = self.window(self.page.url)
        path = other.locator("[data-item=plate]").first
        before = path.get_attribute("d")
        self.click(100, 130)
        self.type_into("Width", "80")
        expect(path).not_to_have_attribute("d", before)
        elsewhere = Client()
        elsewhere.force_login(self.user)
        body = {"id": "from-elsewhere", "version": 2}
        command = {"kind": "rename_item", "item": "plate", "called": "Bridge plate"}
        elsewhere.post(
            f"/api/v1/drawings/{self.row.pk}/commands",
            json.dumps({**body, "command": command}),
            content_type="application/json",
        )
        for page in (self.page, other):
            expect(page.get_by_test_id("stack-Bridge plate")).to_be_visible()

    def test_undo_and_redo_act_on_what_waits(self):
        self.open(self.new_drawing(rectangle()))
        self.core_is_here()
        self.click(100, 130)
        undo = self.page.get_by_test_id("undo")
        path = self.page.locator("[data-item=plate]").first
        with self.server_away():
            form = path.get_attribute("d")
            self.nudge(1)
            expect(undo).to_contain_text("Move plate")
            expect(path).not_to_have_attribute("d", form)
            self.page.keyboard.press("Control+z")
            expect(path).to_have_attribute("d", form)
            expect(self.page.get_by_test_id("redo")).to_contain_text("Move plate")
            self.page.keyboard.press("Control+Shift+z")
            expect(path).not_to_have_attribute("d", form)
            expect(self.page.get_by_test_id("saved-state")).to_contain_text("Not saved yet · 3")
        self.settled()
        self.assertGreater(self.x(), 150)

    def test_five_edits_while_the_server_is_away_are_there_after_the_window_was_closed(self):
        self.open(self.new_drawing(rectangle()))
        self.core_is_here()
        self.click(100, 130)
        other = self.window(self.page.url)
        other.get_by_test_id("stack-plate").click()
        with self.server_away():
            self.nudge(5)
            self.nudge(2, other, "ArrowDown")
            expect(self.page.get_by_test_id("saved-state")).to_contain_text("· 5")
            expect(other.get_by_test_id("saved-state")).to_contain_text("· 2")
            self.page.close()
            other.close()
        self.page = self.context.new_page()
        self.page.goto(self.live_server_url)
        expect(self.page.get_by_text("Trial")).to_be_visible()
        self.steps_come_to(8)
        place = self.items()[0].frame.place.origin
        self.assertTrue(place.real > 160 and place.imag > 135, place)

    def test_the_home_page_says_what_waits_and_sends_it(self):
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        self.intercept("**/commands", lambda route: route.abort(), everywhere=True)
        self.nudge(2)
        expect(self.page.get_by_test_id("saved-state")).to_contain_text("· 2")
        self.page.get_by_text("Drawings", exact=True).click()
        expect(self.page.get_by_test_id("card-waiting")).to_contain_text("2 edits")
        self.context.unroute("**/commands")
        expect(self.page.get_by_test_id("card-waiting")).to_have_count(0)
        self.assertGreater(self.x(), 155)

    def test_a_session_that_ended_asks_for_the_password_and_goes_on(self):
        self.open(self.new_drawing(rectangle()))
        self.core_is_here()
        self.click(100, 130)
        with self.server_away():  # what asks for the password would take the next keys
            self.nudge(3)
            expect(self.page.get_by_test_id("saved-state")).to_contain_text("· 3")
            Session.objects.all().delete()
        expect(self.page.get_by_text("Nothing is lost: 3 edits are stored")).to_be_visible()
        field = self.page.get_by_test_id("password-again")
        field.fill("wrong")
        field.press("Enter")
        expect(self.page.get_by_text("is wrong")).to_be_visible()
        field.fill("reed-and-spruce")
        field.press("Enter")
        self.settled()
        expect(field).to_have_count(0)
        self.assertGreater(self.x(), 155)

    def test_a_refused_edit_is_told_and_can_be_looked_at(self):
        self.open(self.new_drawing(rectangle()))
        self.core_is_here()
        self.click(100, 130)
        edit(
            self.user.pk,
            self.row.pk,
            command_id="from-elsewhere",
            known=Known(1),
            command=read_command({"kind": "lock_items", "items": ["plate"], "locked": True}),
        )
        self.nudge(1)
        self.page.get_by_test_id("refused").click()
        refused = self.page.get_by_test_id("refused-edit")
        expect(refused).to_contain_text("Move plate")
        expect(refused).to_contain_text("is locked")
        refused.get_by_text("Show the edit").click()
        expect(refused.locator("pre")).to_contain_text('"move_items"')
        self.page.reload()
        self.page.get_by_test_id("refused").click()
        self.page.keyboard.press("Escape")
        self.page.get_by_label("Unlock plate").click()
        self.settled()
        self.page.get_by_test_id("refused").click()
        self.page.get_by_role("button", name="Try again").click()
        expect(self.page.get_by_test_id("refused")).to_have_count(0)
        self.settled()
        self.assertGreater(self.x(), 150)

    def test_an_answer_that_is_not_ours_loses_nothing(self):
        page = "<p>Welcome to the café. Accept our terms.</p>"
        status = None

        def answered(route):
            if status is None:
                route.continue_()
            else:
                route.fulfill(status=status, body=page)

        # from the start: a page that runs already may send past a route that is only just laid
        self.intercept("**/commands", answered)
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        for odd in (200, 403, 422, 500):
            status = odd
            self.nudge(1)
            expect(self.page.get_by_test_id("saved-state")).to_contain_text("Not saved yet")
            status = None
            self.settled()
        self.assertEqual(models.Step.objects.filter(name="Move plate").count(), 4)

    def test_a_drawing_deleted_elsewhere_stays_here_and_comes_back(self):
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        drawings.delete(self.user.pk, self.row.pk)
        expect(self.page.get_by_test_id("saved-state")).to_contain_text("Deleted elsewhere")
        self.nudge(2)
        expect(self.page.get_by_test_id("saved-state")).to_contain_text("· 2")
        self.page.get_by_text("Drawings", exact=True).click()
        expect(self.page.get_by_test_id("waits-deleted")).to_contain_text("2 edits")
        self.page.get_by_role("button", name="Restore").first.click()
        expect(self.page.get_by_test_id("waits-deleted")).to_have_count(0)
        self.steps_come_to(3)
        self.assertGreater(self.x(), 155)

    def test_a_browser_that_keeps_nothing_still_sends_and_says_so(self):
        full = "IDBObjectStore.prototype.put = () => { throw new DOMException('full') };"
        barred = """
            const no = () => { throw new DOMException("barred", "SecurityError") };
            Object.defineProperty(window, "localStorage", { get: no });
            Object.defineProperty(window, "indexedDB", { get: no });
        """
        for storage in (full, barred):
            row = self.new_drawing(rectangle())
            self.page = self.context.new_page()
            self.page.on("pageerror", lambda e: self.troubles.append(str(e)))
            self.page.add_init_script(storage)
            self.open(row)
            self.click(100, 130)
            self.nudge(3)
            expect(self.page.get_by_text("This browser cannot store")).to_be_visible()
            self.settled()
            self.assertGreater(self.x(), 155)

    def test_what_an_earlier_form_left_in_storage_is_sent(self):
        row = self.new_drawing(rectangle())
        move = {"kind": "move_items", "items": ["plate"], "by": [5, 0]}
        letter = {"id": "left-behind", "path": "commands", "command": move, "merge": False}
        self.page.goto(self.live_server_url)
        put = "([k, v]) => localStorage.setItem(k, v)"
        self.page.evaluate(put, [f"waiting-{row.pk}", json.dumps([None, letter])])
        self.page.evaluate(put, ["waiting-99", "{half"])
        self.open(row)
        expect(self.page.get_by_test_id("undo")).to_contain_text("Move plate")
        self.assertEqual(self.x(), 155)


@skipUnless(FOLDER, "bin/test runs a MariaDB of its own that may be stopped")
class StoreAwayTest(BrowserTest):
    keeps_page = False

    def database(self, verb):
        subprocess.run([ROOT / "bin" / "database", verb, FOLDER], check=True, capture_output=True)

    def test_mariadb_stops_and_starts_again_in_mid_work(self):
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        self.type_into("Width", "80")
        self.database("stop")
        try:
            self.page.keyboard.press("ArrowRight")
            expect(self.page.get_by_test_id("saved-state")).to_contain_text("Not saved yet")
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
