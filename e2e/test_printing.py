"""For the printer: spot colours, overprint, PDF/X-4 with what is said of its colours."""

import pikepdf
from buildup.drawing.paint import Style, Swatched
from buildup.drawing.sheet import NamedColour
from buildup.edits.paint.swatches import AddSwatches
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_drawing import rectangle

TIDE = AddSwatches(prefix="tide", colours=(NamedColour(name="Tide", colour="#0C6B65"),))


class PrintingTest(BrowserTest):
    starts_at = "Paint"

    def test_a_spot_colour_and_overprint_reach_the_printer_as_pdf_x(self):
        part = rectangle("one", style=Style(fill=Swatched("tide-0", "#0C6B65")))
        self.open(self.new_drawing(TIDE, part))
        self.core_is_here()
        self.click(100, 130)
        self.page.get_by_label("Fill colour", exact=True).click()
        with self.page.expect_response("**/commands"):
            self.page.locator("#overprint-fill").check()
        self.settled()
        self.assertTrue(self.items()[0].style.fill_overprint)
        self.page.keyboard.press("Control+z")
        self.settled()
        self.page.keyboard.press("Control+Shift+z")
        self.settled()
        self.page.keyboard.press("Escape")
        self.page.get_by_test_id("leaf-Colours").click()
        self.page.get_by_test_id("swatch-Tide").click()
        with self.page.expect_response("**/commands"):
            self.page.locator("#swatch-spot").check()
        self.settled()
        self.assertTrue(self.value().sheet.swatches[0].spot)
        self.page.get_by_test_id("export").click()
        self.page.get_by_test_id("format-pdf").click()
        for field, option in (("Standard", "PDF/X-4"), ("Colours", "CMYK")):
            self.page.get_by_role("combobox", name=field, exact=True).click()
            self.page.get_by_role("option", name=option, exact=True).click()
        look = self.page.get_by_role("region", name="Result")
        expect(look).to_contain_text("converted to coated offset (FOGRA39)")
        expect(look).to_contain_text("Spot colours: Tide")
        with self.page.expect_download() as download:
            self.page.get_by_test_id("export-save").click()
        with pikepdf.open(download.value.path()) as document:
            self.assertEqual(document.Root.OutputIntents[0].S, "/GTS_PDFX")
