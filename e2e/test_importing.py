"""Files of other programs: what their import says of them, and one that takes long."""

import math

from buildup.drawing.itemtypes import Outline
from drawings import store
from drawings.models import Drawing
from playwright.sync_api import expect

from e2e.base import BrowserTest

TAG = """<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300" viewBox="0 0 400 300">
<marker id="k" viewBox="0 0 10 10" refX="5" refY="5" markerWidth="4" markerHeight="4"
 orient="auto"><path d="M0 0L10 5L0 10z"/></marker>
<path d="M220 50L300 120L380 50" fill="none" stroke="#204838" stroke-width="6"
 marker-end="url(#k)"/>
<rect id="plate" x="40" y="40" width="120" height="50" fill="#e8c06a"/>
<script>1</script></svg>"""
FILE = {"name": "tag.svg", "mimeType": "image/svg+xml", "buffer": TAG.encode()}

POINTS = " ".join(f"{k},{150 + 60 * math.sin(k / 25):.3f}" for k in range(400))
WAVE = {
    "name": "wave.svg",
    "mimeType": "image/svg+xml",
    "buffer": TAG.partition("<marker")[0].encode()
    + f'<path d="M{POINTS}" fill="none" stroke="teal"/></svg>'.encode(),
}


class ImportingTest(BrowserTest):
    def bring(self, button, file=FILE) -> None:
        with self.page.expect_file_chooser() as chooser:
            button.click()
        chooser.value.set_files(file)

    def report(self):
        return self.page.get_by_test_id("import-report")

    def test_a_new_drawing_comes_with_a_report_that_selects_what_it_speaks_of(self):
        self.page.goto(self.live_server_url)
        self.bring(self.page.get_by_test_id("import"))
        expect(self.report()).to_contain_text("markers (now items)")
        expect(self.report()).to_contain_text("scripts")
        self.report().get_by_role("button", name="Select").click()
        expect(self.properties().get_by_role("heading", name="Outline")).to_be_visible()
        self.page.keyboard.press("Escape")
        expect(self.report()).to_have_count(0)

    def test_what_was_added_to_a_drawing_is_told_and_told_again(self):
        self.open(self.new_drawing())
        self.bring(self.page.get_by_role("button", name="Import…"))
        expect(self.report()).to_contain_text("tag.svg")
        self.steps_come_to(1)
        self.report().get_by_role("button", name="Select").click()
        expect(self.properties().get_by_role("heading", name="Outline")).to_be_visible()
        self.report().get_by_role("button", name="Close").click()
        self.page.keyboard.press("Control+K")
        self.page.keyboard.type("import report")
        self.page.keyboard.press("Enter")
        expect(self.report()).to_be_visible()

    def test_an_import_that_takes_long_can_be_stopped(self):
        self.page.goto(self.live_server_url)
        held = []
        self.intercept("**/imports?*", lambda route, _: held.append(route))
        self.bring(self.page.get_by_test_id("import"))
        running = self.page.get_by_test_id("importing")
        expect(running).to_contain_text("tag.svg")
        running.get_by_role("button", name="Stop").click()
        expect(running).to_contain_text("Stopping…")
        held[0].continue_()
        expect(self.page.get_by_text("it was stopped")).to_be_visible()
        expect(running).to_have_count(0)
        self.assertEqual(Drawing.objects.filter(deleted=None).count(), 0)

    def test_a_file_with_too_many_anchors_is_simplified_when_it_is_imported(self):
        self.page.goto(self.live_server_url)
        told = {"code": "too_many_anchors", "detail": "The file has too many anchors."}

        def once(route, request):
            if request.url.endswith("tolerance=0"):
                route.fulfill(status=422, json=told, content_type="application/problem+json")
            else:
                route.continue_()

        self.intercept("**/imports?*", once)
        self.bring(self.page.get_by_test_id("import"), WAVE)
        dialog = self.page.get_by_role("dialog", name="Simplify on import")
        expect(dialog).to_contain_text("“wave.svg” has 400 anchors")
        expect(dialog.get_by_role("radio", name="0.01 mm")).to_be_checked()
        dialog.get_by_role("radio", name="1.28 mm").check()
        few = dialog.locator("label", has_text="1.28 mm").inner_text()
        dialog.get_by_role("button", name="Import", exact=True).click()
        self.page.wait_for_url("**/drawings/*")
        (row,) = Drawing.objects.all()
        (item,) = (i for i in store.value_of(row).items.values() if isinstance(i, Outline))
        self.assertIn(f"{len(item.contours[0].anchors)} anchors", few)
