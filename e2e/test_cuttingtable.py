"""A job cut on the table: checked, laid out, cut, watched."""

from threading import Thread

from buildup.edits.shapes.shaping import DrawShape
from cutting.tableserver import TableServer
from django.test import override_settings
from playwright.sync_api import expect

from e2e.base import BrowserTest

PLATE = DrawShape(item="plate", shape="rectangle", start=(20.0, 20.0), to=(220.0, 180.0))
HOLE = DrawShape(item="hole", shape="ellipse", start=(60.0, 60.0), to=(120.0, 120.0))
NEAR = DrawShape(item="near", shape="rectangle", start=(220.3, 40.0), to=(300.0, 90.0))


class CuttingTableTest(BrowserTest):
    def setUp(self):
        super().setUp()
        self.table = TableServer(0)
        Thread(target=self.table.serve_forever, daemon=True).start()
        self.cutter = override_settings(CUTTER=self.table.server_address)
        self.cutter.enable()

    def tearDown(self):
        self.cutter.disable()
        self.table.shutdown()
        self.table.server_close()
        super().tearDown()

    def test_a_job_is_checked_laid_out_and_cut_on_the_table(self):
        self.open(self.new_drawing(PLATE, HOLE, NEAR))
        self.page.get_by_test_id("export").click()
        self.page.get_by_test_id("to-cutting-table").click()
        expect(self.page.get_by_test_id("cut-sheet")).to_be_visible()
        close = self.page.get_by_test_id("fault-close")
        expect(close).to_contain_text("Closer than the blade width 1")
        close.locator("summary").click()
        close.get_by_role("button").click()
        expect(self.page.locator(".spot")).to_be_visible()
        copies = self.page.get_by_role("textbox", name="Copies", exact=True)
        with self.page.expect_response("**/cutting/checks"):
            copies.fill("4")
            copies.press("Enter")
        expect(self.page.locator("[data-testid=cut-copies] > g")).to_have_count(8)
        with self.page.expect_response("**/cutting/jobs"):
            self.page.get_by_test_id("cut").click()
        expect(self.page.get_by_test_id("blade")).to_be_visible()
        expect(self.page.get_by_role("button", name="Pause")).to_be_visible()
        self.page.get_by_role("button", name="Pause").click()
        self.page.get_by_label("Playback speed").click()
        self.page.get_by_role("option", name="Instant").click()
        self.page.get_by_role("button", name="Play").click()
        expect(self.page.get_by_test_id("cut-free")).to_have_text("16 of 16")
        expect(self.page.get_by_text("Done")).to_be_visible()
        self.page.get_by_role("link", name="Show Rectangle 1 in the drawing").click()
        expect(self.page.get_by_test_id("canvas")).to_be_visible()
        expect(self.page.locator("header h2", has_text="Rectangle 1")).to_be_visible()

    def test_without_a_cutter_it_says_so_and_the_plan_is_kept(self):
        self.open(self.new_drawing(PLATE))
        self.page.get_by_test_id("export").click()
        self.page.get_by_test_id("to-cutting-table").click()
        expect(self.page.get_by_text("No problems found")).to_be_visible()
        width = self.page.get_by_role("textbox", name="Sheet width", exact=True)
        width.fill("40")
        width.press("Enter")
        expect(self.page.get_by_text("does not fit within the sheet")).to_be_visible()
        expect(self.page.get_by_test_id("cut")).to_be_disabled()
        width.fill("25 cm")
        width.press("Enter")
        expect(self.page.get_by_test_id("cut")).to_be_enabled()
        looks, said = [], self.page.get_by_text("The cutting table does not answer")
        self.intercept("**/cutting/checks", lambda route, _: looks.append(route))
        with override_settings(CUTTER=("127.0.0.1", 9)):
            self.page.get_by_test_id("cut").click()
            expect(said).to_be_visible()
        looks[0].continue_()  # whatever is answered to that
        self.page.unroute("**/cutting/checks")
        expect(self.page.get_by_text("Checking")).to_have_count(0)
        expect(said).to_be_visible()
        self.page.reload()
        expect(width).to_have_value("250")

    def test_more_sheets_are_cut_in_turn_with_a_drag_knife(self):
        self.open(self.new_drawing(PLATE, HOLE))
        self.page.get_by_test_id("export").click()
        self.page.get_by_test_id("to-cutting-table").click()
        expect(self.page.get_by_test_id("cut-sheet")).to_be_visible()
        for name, value in (("Sheet width", "80"), ("Sheet height", "60"), ("Copies", "3")):
            self.fill(name, value)
        number = self.page.get_by_test_id("cut-sheet-number")
        expect(number).to_have_text("1 of 3")
        expect(self.page.get_by_test_id("cut")).to_have_text("Cut sheet 1 of 3")
        self.page.get_by_label("Next sheet").click()
        expect(number).to_have_text("2 of 3")
        self.fill("Knife offset", "0.25")
        expect(number).to_have_text("1 of 3")
        expect(self.page.get_by_text("Start with the knife pointing right")).to_be_visible()
        self.page.get_by_label("Playback speed").click()
        self.page.get_by_role("option", name="Instant").click()
        self.page.get_by_test_id("cut-sheets").click()
        cut = self.page.get_by_label("Cut so far").get_by_role("listitem")
        expect(cut).to_have_count(3)
        expect(cut.nth(2)).to_contain_text("Sheet 3")
        expect(self.page.get_by_test_id("cut-free")).to_have_text("3 of 3")

    def test_what_is_printed_is_cut_where_its_marks_are_found(self):
        self.open(self.new_drawing(PLATE, HOLE))
        self.page.get_by_test_id("export").click()
        self.page.get_by_test_id("to-cutting-table").click()
        with self.page.expect_response("**/cutting/checks"):
            self.page.get_by_label("Print and cut").click()
        expect(self.page.get_by_test_id("cut-marks")).to_be_attached()
        with self.page.expect_download() as download:
            self.page.get_by_test_id("print-sheet").click()
        self.assertTrue(download.value.suggested_filename.endswith(" sheet.pdf"))
        x = self.page.get_by_role("textbox", name="Lower right mark x", exact=True)
        self.fill("Lower right mark x", str(float(x.input_value()) + 1))
        expect(self.page.get_by_test_id("cut-alignment")).to_contain_text("100.35 % wide")
        self.fill("Lower right mark x", "20")
        expect(self.page.get_by_text("No print lies like that")).to_be_visible()
        self.page.get_by_role("button", name="Reset").click()
        expect(self.page.get_by_test_id("cut-alignment")).to_have_count(0)

    def fill(self, name, value):
        field = self.page.get_by_role("textbox", name=name, exact=True)
        with self.page.expect_response("**/cutting/checks"):
            field.fill(value)
            field.press("Enter")
