"""The home page: the demo's door, new sheets, finding, renaming, copying, deleting."""

from django.core.management import call_command
from django.test import override_settings
from drawings.models import Drawing
from drawings.services import lifecycle as acts
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_drawing import rectangle


class DrawingsTest(BrowserTest):
    @override_settings(DEMO=True)
    def test_the_demo_opens_with_one_click(self):
        call_command("load_demo", verbosity=0)
        self.context.clear_cookies()
        self.page.goto(self.live_server_url)
        self.page.get_by_test_id("demo").click()
        expect(self.page.locator("article")).to_have_count(11)
        self.page.get_by_role("button", name="Sign out").click()
        expect(self.page.get_by_test_id("demo")).to_be_visible()
        self.page.get_by_label("Name").fill("mira")
        self.page.get_by_label("Password").fill("wrong")
        self.page.get_by_role("button", name="Sign in").click()
        expect(self.page.get_by_role("alert")).to_contain_text("is wrong")
        self.page.get_by_label("Password").fill("reed-and-spruce")
        self.page.get_by_role("button", name="Sign in").click()
        expect(self.page.get_by_text("No drawings yet")).to_be_visible()

    def test_a_new_sheet_by_preset_and_by_typing(self):
        self.page.goto(self.live_server_url)
        self.page.get_by_test_id("new-sheet").click()
        self.page.get_by_label("Name", exact=True).fill("Headstock")
        self.page.get_by_role("button", name="A5").click()
        self.page.get_by_label("Width").fill("8 in + 1/2 in")
        self.page.get_by_role("button", name="Create sheet").click()
        expect(self.page.get_by_test_id("name")).to_have_text("Headstock")
        expect(self.page.get_by_label("Sheet width")).to_have_value("215.9")
        expect(self.page.get_by_label("Sheet height")).to_have_value("210")

    def test_rename_copy_find_delete_and_undo(self):
        self.row = self.new_drawing(rectangle())
        self.page.goto(self.live_server_url)
        self.page.get_by_label("Rename").click()
        field = self.page.get_by_label("Drawing name")
        field.fill("Bridge plate")
        way, asked = "**/api/v1/drawings/*", []
        self.intercept(way, lambda route, _: asked.append(route))
        with self.page.expect_request(way):
            field.press("Enter")
        self.page.get_by_label("Duplicate").click()  # while the new name is on its way
        self.page.wait_for_timeout(200)
        asked[0].continue_()
        self.page.unroute(way)
        expect(self.page.get_by_role("heading", name="Bridge plate copy")).to_be_visible()
        self.page.get_by_label("Find by name").fill("copy")
        expect(self.page.locator("article")).to_have_count(1)
        self.page.get_by_label("Delete").click()
        expect(self.page.locator("article")).to_have_count(0)
        self.page.get_by_role("button", name="Undo").click()
        expect(self.page.locator("article")).to_have_count(1)
        picture = self.page.locator("article img")
        self.assertGreater(picture.evaluate("e => e.naturalWidth"), 0)

    def test_what_is_in_the_bin_is_restored_or_deleted_for_good(self):
        for name in ("Tailpiece", "Knob", "Rosette"):
            acts.delete(self.user.pk, self.new_drawing(rectangle(), name=name).pk)
        self.page.goto(self.live_server_url)
        expect(self.page.get_by_test_id("storage")).to_contain_text("of 4 GB used")
        self.page.get_by_test_id("to-bin").click()
        binned = self.page.get_by_test_id("binned")
        expect(binned).to_have_count(3)
        expect(self.page.get_by_text("after 30 days in the bin")).to_be_visible()
        binned.filter(has_text="Knob").get_by_role("button", name="Restore").click()
        expect(binned).to_have_count(2)
        binned.filter(has_text="Rosette").get_by_role("button", name="Delete permanently").click()
        self.page.get_by_role("button", name="Cancel").click()
        expect(binned).to_have_count(2)
        self.page.get_by_test_id("empty-bin").click()
        self.page.get_by_test_id("confirm-delete").click()
        expect(self.page.get_by_text("The bin is empty.").last).to_be_visible()
        self.assertEqual(Drawing.objects.get().name, "Knob")
        self.page.get_by_role("link", name="Back to drawings").click()
        expect(self.page.get_by_role("heading", name="Knob")).to_be_visible()

    def test_a_lost_answer_makes_one_drawing_and_many_are_shown_as_they_are_asked_for(self):
        for number in range(65):
            self.new_drawing(name=f"Sheet {number}")
        self.page.goto(self.live_server_url)
        expect(self.page.locator("article")).to_have_count(60)
        expect(self.page.locator(".count")).to_have_text("65")
        self.page.get_by_test_id("show-more").click()
        expect(self.page.locator("article")).to_have_count(65)
        lost = []

        def lose(route):
            if not lost:
                lost.append(route.fetch())
                route.abort()
            else:
                route.continue_()

        self.intercept("**/copies", lose)
        self.page.get_by_label("Duplicate").first.click()
        expect(self.page.get_by_role("heading", name="Sheet 64 copy")).to_be_visible()
        self.assertEqual((len(lost), Drawing.objects.count()), (1, 66))
