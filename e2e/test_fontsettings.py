"""Text as it is set in its font: axes slid, features, directions, fonts that stand in."""

from buildup.drawing.itemtypes import TextItem
from buildup.drawing.text import AxisValue, FeatureValue
from playwright.sync_api import expect

from e2e.base import BrowserTest


class FontSettingsTest(BrowserTest):
    def words(self):
        (found,) = [i for i in self.items() if isinstance(i, TextItem)]
        return found

    def write(self, text):
        self.open(self.new_drawing())
        self.tool("text")
        self.click(60, 120)
        expect(self.page.get_by_label("Text content")).to_be_focused()
        self.page.keyboard.type(text)
        with self.page.expect_response("**/commands"):
            self.page.keyboard.press("Control+Enter")
        self.settled()

    def choose_font(self, name):
        self.page.get_by_label("Font", exact=True).click()
        with self.page.expect_response("**/commands"):
            self.page.get_by_role("option", name=name, exact=True).click()
        self.settled()

    def test_a_variable_font_is_slid_and_typed_and_its_features_are_set(self):
        self.write("Reed 1/2")
        self.choose_font("Fraunces")
        axes = self.page.get_by_test_id("font-axes")
        slider = axes.get_by_role("slider", name="Weight")
        slider.focus()
        with self.page.expect_response("**/commands"):
            self.page.keyboard.press("ArrowRight")
        self.settled()
        self.assertEqual(self.words().lettering.axes, (AxisValue("wght", 401.0),))
        self.type_into("Softness", "80")
        axes_now = {a.tag: a.value for a in self.words().lettering.axes}
        self.assertEqual(axes_now, {"wght": 401.0, "SOFT": 80.0})
        at = self.middle(axes.locator(".p-slider-handle").nth(1))
        before = self.words()
        form = self.page.locator(f"path[data-item='{before.id}']").first
        light = form.get_attribute("d")
        self.drag_from(at, (at[0] + 30, at[1]))
        expect(form).not_to_have_attribute("d", light)  # it is shown while it is slid
        with self.page.expect_response("**/commands"):
            self.page.mouse.up()
        self.settled()
        self.assertGreater(self.words().lettering.axes[-1].value, 450.0)
        self.assertNotEqual(self.words().lettering.shaped, before.lettering.shaped)
        self.page.keyboard.press("Escape")
        self.choose_font("Source Serif 4")
        self.assertEqual(self.words().lettering.axes, ())
        self.page.get_by_text("OpenType features").click()
        with self.page.expect_response("**/commands"):
            self.page.get_by_label("Fractions").click()
        self.settled()
        self.assertEqual(self.words().lettering.features, (FeatureValue("frac", 1),))

    def test_text_is_read_from_right_to_left_and_other_fonts_stand_in(self):
        self.write("שלום ★")
        told = self.page.get_by_test_id("fallback-fonts")
        expect(told).to_contain_text("Noto Serif Hebrew")
        expect(told).to_contain_text("★ from Noto Sans Symbols 2")
        self.settled()  # it is told before it is saved
        self.assertTrue(self.words().lettering.shaped.rtl)
        with self.page.expect_response("**/commands"):
            self.page.get_by_test_id("direction-ltr").click()
        self.settled()
        lettering = self.words().lettering
        self.assertEqual((lettering.direction, lettering.shaped.rtl), ("ltr", False))
        self.press_undo()
        self.assertEqual(self.words().lettering.direction, "auto")

    def press_undo(self):
        self.page.get_by_test_id("undo").click()
        self.settled()
